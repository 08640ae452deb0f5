import type { Decision } from '@rigger/core';
import { capital, money, type Style } from './format';
import { personTime } from './times';

interface Cost {
  readonly totalMinor: number;
  readonly minutes: number;
}
/** What a thing comes to twice: done now, while it is open, and by itself later. */
export const nowOrLater = (
  { now, alone }: { readonly now: Cost; readonly alone: Cost },
  style: Style,
): string => {
  const of = (c: Cost) => `${money(c.totalMinor, style)}, ${personTime(Math.max(0, c.minutes))}`;
  return `Now, while it is open: ${of(now)}; later, alone: ${of(alone)}.`;
};
/** The customer's word on something that is advised, behind its sentence on paper. */
export const decisionText = (said: Decision | undefined): string =>
  said === undefined ? 'Not decided.' : `${capital(said)} by the customer.`;

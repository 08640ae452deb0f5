import { rule } from './rule';

export interface OverHeight {
  readonly code: 'over-height';
  readonly heightMm: number;
  readonly limitMm: number;
  readonly what: string;
}
/** A garage, a ferry deck, a car wash: the roof with everything on it against the limit of the brief. */
export const heightLimit = rule<OverHeight>({
  findings: { 'over-height': { verdict: 'no', topic: 'limits', blocks: 'order' } },
  scope: 'vehicle',
  check: (c) => {
    const { heightLimitMm: limitMm, heightLimitWhat: what } = c.job.brief;
    const figure = c.forecast()?.planned.heightMm;
    return limitMm !== null && figure && figure.value > limitMm
      ? [{ finding: { code: 'over-height', heightMm: figure.value, limitMm, what }, figure }]
      : [];
  },
});

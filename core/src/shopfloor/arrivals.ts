import type { Box, JobSections } from '../job';
import type { PartsLine } from '../work-order';
import { dayAfter } from '../rules';

/** Where a line of the parts list is. `stock`: the supplier's own shelf here; `asked`: nobody has ordered it. */
export const ARRIVED = ['stock', 'here', 'asked', 'ordered', 'late', 'short', 'wrong', 'damaged'] as const;
export type Arrived = (typeof ARRIVED)[number];
/** A piece of a box that was counted and is not all there. */
export interface Lacking {
  readonly name: string;
  readonly want: number;
  readonly got: number;
}
/** A line of the parts list on its way. */
export interface Arrival {
  readonly code: string;
  readonly name: string;
  readonly quantity: number;
  readonly supplier: string;
  readonly state: Arrived;
  /** it can be fitted now */
  readonly here: boolean;
  /** when it can be, at the earliest; null: nobody has said */
  readonly day: string | null;
  readonly lacking: readonly Lacking[];
  readonly box: Box | null;
}
/** What should be in the box of a line, piece by piece; empty where nobody has opened one.
 *  @example contentsOf({ quantity: 1 }) // [] */
export const contentsOf = (
  line: Pick<PartsLine, 'boxes' | 'quantity'>,
): readonly { readonly name: string; readonly count: number }[] => {
  const all = (line.boxes ?? []).flatMap(({ box }) => [
    ...(box?.pieces ?? []),
    ...(box?.hardware ?? []).filter((h) => h.inBox),
  ]);
  const counts = new Map<string, number>();
  for (const p of all) counts.set(p.name, (counts.get(p.name) ?? 0) + p.count * line.quantity);
  return [...counts].map(([name, count]) => ({ name, count }));
};
/** Each line of a parts list with where it is on a day. What was received is here only when nothing of it was counted short, and it is
 *  neither wrong nor damaged; what nobody has ordered is here where the shelf has enough. */
export function arrivalsOf(
  lines: readonly PartsLine[],
  boxes: JobSections['boxes'],
  day: string,
): readonly Arrival[] {
  return lines.map((line) => arrivalOf(line, boxes, day));
}
/** One of them. */
export function arrivalOf(line: PartsLine, boxes: JobSections['boxes'], day: string): Arrival {
  const box = boxes.list.find((b) => b.code === line.code) ?? null;
  const lacking = contentsOf(line).flatMap(({ name, count }): Lacking[] => {
    const got = box?.receivedOn == null ? undefined : box.counted[name];
    return got !== undefined && got < count ? [{ name, want: count, got }] : [];
  });
  const state = stateOf(line, box, lacking, day);
  const here = state === 'stock' || state === 'here';
  return {
    code: line.code,
    name: line.name,
    quantity: line.quantity,
    supplier: line.supplier,
    state,
    here,
    day: here ? day : comes(line, box, state, day),
    lacking,
    box,
  };
}
/** The day on which all of these are here; null: for one of them nobody has said. */
export function readyOn(arrivals: readonly Pick<Arrival, 'day'>[], day: string): string | null {
  let last = day;
  for (const a of arrivals) {
    if (a.day === null) return null;
    if (a.day > last) last = a.day;
  }
  return last;
}
/** What did not come as it should: somebody has to ask. */
export const wentWrong = (state: Arrived): boolean =>
  state === 'late' || state === 'short' || state === 'wrong' || state === 'damaged';
function stateOf(line: PartsLine, box: Box | null, lacking: readonly Lacking[], day: string): Arrived {
  if (box?.receivedOn != null) return box.fault ?? (lacking.length > 0 ? 'short' : 'here');
  if (box?.orderedOn != null) return box.expectedOn !== null && box.expectedOn < day ? 'late' : 'ordered';
  return (line.onHand !== null && line.onHand >= line.quantity) || line.group === 'shop' ? 'stock' : 'asked';
}
/** When what is not here comes: the day the supplier names, unless that is over; else by its record from today. */
function comes(line: PartsLine, box: Box | null, state: Arrived, day: string): string | null {
  if (state === 'ordered' && box !== null) return box.expectedOn;
  if (state === 'asked' && line.leadDays !== null) return dayAfter(day, line.leadDays);
  // late, short, wrong, damaged: the supplier has to say anew
  return box?.receivedOn != null && box.expectedOn !== null && box.expectedOn > day ? box.expectedOn : null;
}

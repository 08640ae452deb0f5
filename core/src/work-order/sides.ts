import type { WorkText } from '../catalogue';
import { isBeam, type Axle, type Hardpoints } from '../suspension';
import { SIDES } from './fastening';
import { scaled, sideStep, type StepNode } from './step';

type Side = (typeof SIDES)[number];
/** where a step of an axle stands against those of its sides: what opens both comes first, what closes both last */
const SLOT = { before: 0, left: 1, right: 2, after: 3 } as const;

/** The same work with a step of each side where that is how it is done: where the wheels of an axle are sprung by themselves, one side is
 *  finished and left loose, then the other, then what they share (the bar last). Both sides of a beam axle are done together. A step
 *  of a side waits for its own side only; what they share waits for both. Minutes of both come to those of the one. */
export function bySides(
  nodes: readonly StepNode[],
  hardpointsOf: (axle: Axle) => Hardpoints,
): readonly StepNode[] {
  const parted = (n: StepNode) => n.bySide === true && n.axle !== 'vehicle' && !isBeam(hardpointsOf(n.axle));
  const whole = new Map(nodes.map((n) => [n.id, n]));
  /** a node and all that it waits for, through whatever chain */
  const under = (from: StepNode): ReadonlySet<StepNode> => {
    const out = new Set<StepNode>();
    const visit = (n: StepNode): void => {
      if (out.has(n)) return;
      out.add(n);
      for (const id of n.after) {
        const next = whole.get(id);
        if (next) visit(next);
      }
    };
    visit(from);
    return out;
  };
  const asked = new Set(nodes.filter(parted).flatMap((n) => [...under(n)]));
  /** what a side waits for and waits for no side: before any is begun, as the subframe is */
  const isFirst = (n: StepNode) => asked.has(n) && ![...under(n)].some(parted);
  /** what a step waits for, on its side or on both */
  const waits = (n: StepNode, side: Side | null): readonly string[] =>
    n.after.flatMap((id) => {
      const other = whole.get(id);
      if (!other) return [id];
      if (parted(other))
        return side !== null && other.axle === n.axle
          ? [sideStep(id, side)]
          : SIDES.map((s) => sideStep(id, s));
      // what stands in the way on the other side is nothing to this one
      return side !== null && other.more.side && other.more.side !== side ? [] : [id];
    });
  const slotOf = (n: StepNode): number =>
    n.more.side ? SLOT[n.more.side] : n.phase === 'apart' || isFirst(n) ? SLOT.before : SLOT.after;
  return nodes.flatMap((n) => {
    if (n.axle === 'vehicle') return [{ ...n, after: waits(n, null) }];
    const at = (slot: number) =>
      n.rank[0] === 1 ? [...n.rank.slice(0, 2), slot, ...n.rank.slice(2)] : n.rank;
    if (!parted(n))
      return [
        {
          ...n,
          after: waits(n, n.more.side ?? null),
          rank: at(slotOf(n)),
        },
      ];
    return SIDES.map((side) => ({
      ...n,
      id: sideStep(n.id, side),
      after: waits(n, side),
      rank: at(SLOT[side]),
      work: ofOneSide(n.work, side),
      more: { ...n.more, side },
    }));
  });
}
/** Half of the work of both; the minute that does not halve is the first side's. */
function ofOneSide(w: WorkText, side: Side): WorkText {
  return scaled(w, 1 / SIDES.length, side === 'left' ? Math.ceil : Math.floor);
}

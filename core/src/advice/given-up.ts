import { DROOP_MISSED_MM, LEAN_SHARE, RIDE_SHARE, SEEN_MM, TIP_SHARE } from '../evidence';
import { AXLES } from '../plan-case';
import type { Axle } from '../suspension';
import type { BeforeAfter, Outcome } from '../build-search';

/** Something that a plan leaves off or makes worse, as a customer would ask about it. mm, Hz, degrees per g, g. */
export type GivenUp =
  /** planned against the wish, where it is beyond its tolerance; plus: taller */
  | { readonly code: 'off-the-wish'; readonly axle: Axle; readonly mm: number }
  | { readonly code: 'lasting'; readonly names: readonly string[] }
  | { readonly code: 'stiffer'; readonly axle: Axle; readonly wasHz: number; readonly isHz: number }
  | { readonly code: 'softer'; readonly axle: Axle; readonly wasHz: number; readonly isHz: number }
  | { readonly code: 'less-droop'; readonly axle: Axle; readonly mm: number }
  | { readonly code: 'leans-more'; readonly was: number; readonly is: number }
  | { readonly code: 'tips-sooner'; readonly was: number; readonly is: number };

const UNKNOWN: BeforeAfter = { today: null, planned: null };
/** How a vehicle handles that nothing is known of: nothing is said to be given up. */
export const UNKNOWN_HANDLING = {
  frequencyHz: { front: UNKNOWN, rear: UNKNOWN },
  droopMm: { front: UNKNOWN, rear: UNKNOWN },
  rollDegPerG: UNKNOWN,
  tipping: UNKNOWN,
} as const satisfies Omit<HandlingChange, 'missBy'>;

type HandlingChange = Pick<Outcome, 'missBy' | 'frequencyHz' | 'droopMm' | 'rollDegPerG' | 'tipping'>;
/** What a customer gives up with a plan, the wish first. `offBy`: planned less wished, by axle.
 *  @example givenUp({ missBy: { front: 8, rear: null }, ...UNKNOWN_HANDLING }, { front: -18, rear: 0 }, []) // [{"code":"off-the-wish","axle":"front","mm":-18}] */
export function givenUp(
  o: HandlingChange,
  offBy: Readonly<Record<Axle, number>>,
  lasting: readonly string[],
): readonly GivenUp[] {
  const out: GivenUp[] = [];
  for (const axle of AXLES) {
    if ((o.missBy[axle] ?? 0) >= SEEN_MM) out.push({ code: 'off-the-wish', axle, mm: offBy[axle] });
  }
  if (lasting.length > 0) out.push({ code: 'lasting', names: lasting });
  for (const axle of AXLES) {
    const ride = both(o.frequencyHz[axle]);
    if (ride && Math.abs(ride.is - ride.was) >= RIDE_SHARE * ride.was)
      out.push({
        code: ride.is > ride.was ? 'stiffer' : 'softer',
        axle,
        wasHz: ride.was,
        isHz: ride.is,
      });
  }
  for (const axle of AXLES) {
    const droop = both(o.droopMm[axle]);
    if (droop && droop.was - droop.is >= DROOP_MISSED_MM)
      out.push({ code: 'less-droop', axle, mm: droop.was - droop.is });
  }
  const lean = both(o.rollDegPerG);
  if (lean && lean.is - lean.was >= LEAN_SHARE * lean.was) out.push({ code: 'leans-more', ...lean });
  const tip = both(o.tipping);
  if (tip && tip.was - tip.is >= TIP_SHARE * tip.was) out.push({ code: 'tips-sooner', ...tip });
  return out;
}
const both = ({ today: was, planned: is }: BeforeAfter) => (was === null || is === null ? null : { was, is });

import type { SpareCarrier } from '../catalogue';
import { TRIFLE_SHARE } from '../evidence';
import { effectsOfKind } from '../vehicle';
import type { PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

export type SpareFinding =
  | {
      readonly code: 'spare-size';
      readonly place: SpareCarrier['place'];
      readonly diameterMm: number;
      readonly sectionMm: number;
      readonly maxDiameterMm: number;
      readonly maxSectionMm: number;
    }
  | {
      readonly code: 'spare-load';
      readonly place: SpareCarrier['place'];
      readonly massKg: number;
      readonly ratedKg: number;
    };
/** The place of the spare as the plan leaves it; null where the vehicle has none. */
export function spareRoom(c: Pick<PlanCase, 'vehicle' | 'planned'>) {
  const { spare } = c.vehicle.platform;
  if (!spare) return null;
  const carriers = effectsOfKind(c.planned, 'rear', 'spare-carrier');
  return {
    place: spare.place,
    ratedKg: Math.max(spare.ratedKg, ...carriers.map((x) => x.ratedKg)),
    maxDiameterMm: Math.max(spare.maxDiameterMm, ...carriers.map((x) => x.maxDiameterMm)),
    maxSectionMm: spare.maxSectionMm,
  };
}
/** Whether the wanted (front) tyre goes where the spare goes. */
export function spareFits(c: Pick<PlanCase, 'vehicle' | 'planned' | 'tires'>): boolean {
  const room = spareRoom(c);
  const state = c.tires.check?.front.target.state;
  return (
    room !== null &&
    state !== undefined &&
    state.diameterMm <= room.maxDiameterMm &&
    state.sectionOnRimMm <= room.maxSectionMm
  );
}
/** The wanted tyre in the place of the spare: room, and what its carrier bears. */
export const spare = rule<SpareFinding>({
  findings: {
    'spare-size': { verdict: 'ask', topic: 'tire', blocks: null },
    'spare-load': { verdict: 'needs', topic: 'tire', blocks: 'order' },
  },
  scope: 'plan',
  check: (c) => {
    const room = spareRoom(c);
    const side = c.tires.check?.front;
    if (!room || !side) return [];
    const { place, maxDiameterMm, maxSectionMm, ratedKg } = room;
    const { diameterMm, sectionOnRimMm: sectionMm } = side.target.state;
    const mass = side.figures.mass.target;
    const out: Raised<SpareFinding>[] = [];
    if (!spareFits(c))
      out.push({
        finding: { code: 'spare-size', place, diameterMm, sectionMm, maxDiameterMm, maxSectionMm },
        figure: side.figures.diameter.target,
      });
    // what does not go on the list has no weight there
    else if (mass.value > ratedKg * (1 + TRIFLE_SHARE))
      out.push({
        finding: { code: 'spare-load', place, massKg: mass.value, ratedKg },
        axle: 'rear',
        figure: mass,
      });
    return out;
  },
});

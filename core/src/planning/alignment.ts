import { computed, explain, given, type Figure } from '../evidence';
import type { Assessment } from '../match';
import { add, dot, norm, scale, sub, unit, type Hardpoints, type Vec3 } from '../suspension';

/** How far the end of the tie rod is from the axis about which the wheel steers, mm; + behind the axis, where a longer rod
 *  gives toe-in, − ahead of it. Null where hardpoints name no such axis. */
export function tieRodArmMm(h: Hardpoints): number | null {
  const p = h.points as unknown as Readonly<Record<string, Vec3 | undefined>>;
  const [low, high, end] = [p.lowerBall, p.upperBall ?? p.strutTop, p.tieOuter];
  if (!low || !high || !end) return null;
  const along = unit(sub(high, low));
  const from = sub(end, add(low, scale(along, dot(sub(end, low), along))));
  return norm(from) * (from[0] < 0 ? 1 : -1);
}
/** What the rack starts from at the front: toe as the new height leaves it, as a tape reads it across the tyres, and the
 *  turns of each tie rod to the middle of the window. Left out where an axle has no such toe, or a record does not say. */
export function alignmentFigures(a: Pick<Assessment, 'vehicle' | 'forecast' | 'tires'>): readonly Figure[] {
  const f = a.forecast?.front;
  const toeDeg = f?.geometryPlanned.toeDeg ?? null;
  if (!a.vehicle || !f || toeDeg === null) return [];
  const [min, max] = f.spec.spec.toeDeg;
  const toe = computed('toe', toeDeg, 'deg', [f.lift], { formula: 'carrier-pose', limit: { min, max } });
  const diameter = a.tires.check?.front.figures.diameter.target ?? null;
  const [arm, pitch] = [tieRodArmMm(f.spec.hardpoints), f.spec.tieRodPitchMm];
  return [
    toe,
    ...(diameter ? [explain('toe-by-tape', 'mm', 'toe-by-tape', { toe, diameter })] : []),
    ...(arm !== null && pitch !== null
      ? [
          explain('tie-rod-turns', 'turns', 'tie-rod-turns', {
            toe: explain('toe', 'deg', 'difference', {
              from: given('spec-limit', (min + max) / 2, 'deg', 'middle of the alignment window'),
              less: toe,
            }),
            arm: computed('tie-rod-arm', arm, 'mm', [], { formula: 'carrier-pose' }),
            pitch: given('tie-rod-pitch', pitch, 'mm', a.vehicle.platform.label),
          }),
        ]
      : []),
  ];
}

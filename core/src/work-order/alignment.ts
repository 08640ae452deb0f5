import { computed, explain, given, SETTING_TRIFLE_MM, type Figure } from '../evidence';
import type { Forecast } from '../forecast';
import type { Assessment } from '../assessment';
import { AXLES } from '../plan-case';
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
/** What the rack starts from: the lengths of what is set on the vehicle, and at the front toe as the new height leaves it, as a tape reads it across the tyres, and the
 *  turns of each tie rod to the middle of the window. Left out where an axle has no such toe, or a record does not say. */
export function alignmentFigures(a: Pick<Assessment, 'vehicle' | 'forecast' | 'tires'>): readonly Figure[] {
  return [...settingFigures(a.forecast), ...toeFigures(a)];
}
const SETTING_NAMES = { trackBar: 'track-bar-setting', drag: 'drag-link-setting' } as const;
/** What adjustable members are set to, against how they are today, mm, with the turns of their thread. */
export const settingFigures = (forecast: Forecast | null): readonly Figure[] =>
  forecast === null
    ? []
    : AXLES.flatMap((axle) =>
        forecast[axle].settings
          .filter((s) => Math.abs(s.longerMm) >= SETTING_TRIFLE_MM)
          .map(({ member, longerMm, turns }) =>
            computed(
              SETTING_NAMES[member],
              longerMm,
              'mm',
              turns === null
                ? [forecast[axle].lift]
                : [
                    computed('setting-turns', turns, 'turns', [], { formula: 'carrier-pose' }),
                    forecast[axle].lift,
                  ],
              { formula: 'carrier-pose', from: axle, loadCase: 'empty' },
            ),
          ),
      );
function toeFigures(a: Pick<Assessment, 'vehicle' | 'forecast' | 'tires'>): readonly Figure[] {
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

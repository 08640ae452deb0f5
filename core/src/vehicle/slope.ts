import { axleOfCorner, type Corner, type TapeRound } from '../job';
import type { Axle } from '../suspension';
import { G_M_PER_S2 } from '../units';
import type { VehicleAxle } from './vehicle-axle';

/** The floor was said to slope. */
export const onSlope = (t: Pick<TapeRound, 'slopeFrontMm' | 'slopeLeftMm'>): boolean =>
  (t.slopeFrontMm ?? 0) !== 0 || (t.slopeLeftMm ?? 0) !== 0;

/** What a sloping floor does to each arch, mm, + the arch stands higher over its hub for it: weight goes down the slope, and the
 *  springs below it give. Null where the vehicle's masses are not known, or an axle has no ride height.
 *
 *  1. along the vehicle: the sprung weight's moment W·h·slope/wheelbase goes from the upper axle to the lower
 *  2. across it: W·h·slope/track turns the body against the springs and bars of both axles
 *  The floor is taken as one plane, the slope as small, the tyres as stiff. */
export function slopeMoves(
  t: Pick<TapeRound, 'slopeFrontMm' | 'slopeLeftMm'>,
  axles: Readonly<Record<Axle, VehicleAxle>>,
): ((corner: Corner) => number) | null {
  const { platform } = axles.front.input.vehicle;
  const [front, rear] = [axles.front.today.height(), axles.rear.today.height()];
  if (!platform.masses || !front.ok || !rear.ok) return null;
  const rate = { front: front.value.wheelRateNPerMm, rear: rear.value.wheelRateNPerMm };
  const sprungN =
    (platform.front.curbKg + platform.rear.curbKg - platform.front.unsprungKg - platform.rear.unsprungKg) *
    G_M_PER_S2;
  const momentNmm = sprungN * platform.masses.sprungCgMm;
  const shiftN = (momentNmm * (t.slopeFrontMm ?? 0)) / platform.wheelbaseMm / platform.wheelbaseMm / 2;
  const rollNmmPerRad = (['front', 'rear'] as const).reduce(
    (sum, a) => sum + (rate[a] * platform[a].trackMm ** 2) / 2 + platform[a].barNmPerRad * 1000,
    0,
  );
  const across = (t.slopeLeftMm ?? 0) / ((platform.front.trackMm + platform.rear.trackMm) / 2);
  const rollRad = (momentNmm * across) / rollNmmPerRad;
  return (corner) => {
    const axle = axleOfCorner(corner);
    const [fore, left] = [axle === 'front' ? 1 : -1, corner.startsWith('left') ? 1 : -1];
    return (fore * shiftN) / rate[axle] + (left * rollRad * platform[axle].trackMm) / 2;
  };
}

import {
  formatDecimal,
  type Bench,
  type CurveName,
  type Need,
  type Platform,
  type RideHeightFault,
  type TravelRoom,
} from '@rigger/core';
import { findingText } from './findings';
import { degrees, length, quantity, type Style } from './format';
import type { Headline } from './headline';

export const CURVE_WORDS: Readonly<Record<CurveName, { readonly name: string; readonly unit: string }>> = {
  camber: { name: 'Camber', unit: '°' },
  toe: { name: 'Toe', unit: '°' },
  caster: { name: 'Caster', unit: '°' },
  'cv-outer': { name: 'Outer CV joint', unit: '°' },
  ratio: { name: 'Motion ratio', unit: '' },
  'roll-centre': { name: 'Roll centre', unit: 'mm' },
  'spring-length': { name: 'Spring length', unit: 'mm' },
  'damper-length': { name: 'Damper length', unit: 'mm' },
  'shift-left': { name: 'Axle to the left', unit: 'mm' },
  pitch: { name: 'Axle pitch', unit: '°' },
  steer: { name: 'Bump steer', unit: '°' },
};
const AXLE = { front: 'Front', rear: 'Rear' } as const;

/** What the lift did to this axle, and what matters most. */
export function benchHeadline(b: Bench, needs: readonly Need[], style: Style, platform: Platform): Headline {
  const rise = b.now.zMm - b.planned.zMm;
  const stands =
    Math.abs(rise) < 0.5
      ? `${AXLE[b.axle]} axle stands as it does today`
      : `${AXLE[b.axle]} axle stands ${length(Math.abs(rise), style)} ${rise > 0 ? 'higher' : 'lower'}`;
  const most = needs.find(
    (n) => n.verdict !== 'fits' && 'axle' in n.finding && n.finding.axle === b.axle && n.figure,
  );
  const kept = joint(b) ?? (b.beam ? beamText(b, style) : camberText(b));
  return {
    sentence: `${stands}; ${kept}.`,
    consequence: most
      ? findingText(most.finding, style, platform)
      : `Left to travel: ${roomText(b.planned.room, style)}. Wheel rate ${quantity(b.planned.wheelRateNPerMm, 'N/mm', style)}, ${formatDecimal(b.planned.rideHz, 2)} Hz.`,
  };
}
function joint(b: Bench): string | null {
  const [was, is] = [b.now.figures, b.planned.figures];
  if (!('cvOuterDeg' in was) || !('cvOuterDeg' in is) || was.cvOuterDeg === null || is.cvOuterDeg === null)
    return null;
  const limit = b.bands['cv-outer']?.max ?? null;
  return `outer CV joint ${degrees(was.cvOuterDeg)} to ${degrees(is.cvOuterDeg)}${limit === null ? '' : ` of ${degrees(limit)}`}`;
}
function camberText(b: Bench): string {
  const [was, is] = [b.now.figures, b.planned.figures];
  return 'camberDeg' in was && 'camberDeg' in is
    ? `camber ${degrees(was.camberDeg)} to ${degrees(is.camberDeg)}`
    : '';
}
function beamText(b: Bench, style: Style): string {
  const [was, is] = [b.now.figures, b.planned.figures];
  if (!('pitchDeg' in was) || !('pitchDeg' in is)) return '';
  const moved = is.shiftLeftMm - was.shiftLeftMm;
  return `the axle turns ${degrees(is.pitchDeg - was.pitchDeg)} and moves ${length(Math.abs(moved), style)} ${moved >= 0 ? 'left' : 'right'}`;
}
export const roomText = (r: TravelRoom | null, style: Style): string =>
  r === null
    ? 'not known'
    : `${length(r.bumpMm, style)} up to the ${r.bumpBy}, ${length(r.droopMm, style)} down to the ${r.droopBy}`;
export const rideFaultText = (f: RideHeightFault, style: Style): string =>
  f.code === 'no-balance-in-reach'
    ? `No ride height: the spring pushes the wheel to the end of its reach at ${length(f.lastZMm, style)} (${f.member}). Switch a part off.`
    : `The linkage does not close at ${length(f.zMm, style)} (${f.member}). Switch a part off.`;

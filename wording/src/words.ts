import {
  formatDecimal,
  MM_PER_INCH,
  type Hazard,
  type LengthFault,
  type Quantity,
  type NumberFault,
  type Place,
  type Stage,
  type TireSizeFault,
  type Use,
} from '@rigger/core';
import { length, type Style } from './format';
import { characterAt, placeOf, quoted } from './quoted';

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  brief: 'Brief',
  quote: 'Quote',
  parts: 'Parts',
  bay: 'Bay',
  'follow-up': 'Follow-up',
  done: 'Done',
};
export const USE_WORDS: Readonly<Record<Use, string>> = {
  highway: 'Highway',
  gravel: 'Gravel',
  rock: 'Rock and trail',
  mud: 'Mud and snow',
  load: 'Loaded',
  tow: 'Towing',
  looks: 'Looks',
};
/** Somebody who … */
export const OWNER_WORDS: Readonly<Record<Use, string>> = {
  highway: 'drives the highway most',
  gravel: 'drives gravel most',
  rock: 'goes over rock most',
  mud: 'goes through mud most',
  load: 'carries most days',
  tow: 'tows most days',
  looks: 'has it for the looks',
};
export const PLACE_WORDS: Readonly<Record<Place, string>> = {
  'front-bumper': 'front bumper',
  bonnet: 'under the bonnet',
  cab: 'cab',
  roof: 'roof',
  sills: 'sills',
  'load-bed': 'load bed',
  'rear-bumper': 'rear bumper',
  hitch: 'hitch',
};

/** What can happen, then what to do; printed at the step. */
export const HAZARD_WORDS: Readonly<Record<Hazard, { readonly title: string; readonly text: string }>> = {
  'vehicle-in-air': {
    title: 'Vehicle in the air.',
    text: 'It can fall. Rated stands or lift on the maker’s points, wheels chocked, never under a jack alone.',
  },
  'compressed-spring': {
    title: 'Compressed spring.',
    text: 'It can fly out. Rated compressor, hooks opposite and seated, no impact tool on the compressor, never in line with the axis; where it will not seat, stop and hand it to a specialist.',
  },
  'axle-down': {
    title: 'Heavy part coming down.',
    text: 'It can slip and tear hoses. Support both sides, lower slowly and together, watch hoses and leads; nobody under it.',
  },
  'stored-bar-load': {
    title: 'Anti-roll bar under load.',
    text: 'It can whip when its clamps or links leave. Both wheels at the same droop first.',
  },
  'brake-work': {
    title: 'Brakes.',
    text: 'A strained hose fails later. The caliper never hangs on its hose; pedal and leak check before the vehicle moves.',
  },
  'steering-joint': {
    title: 'Steering joint.',
    text: 'It can come apart. New split pin; castle nut advanced to the next slot, never backed off; no play after.',
  },
  cutting: {
    title: 'Cutting, grinding, drilling.',
    text: 'Sparks and chips. Eyes, ears, fire watch; battery and control units disconnected near wiring.',
  },
  'battery-airbag': {
    title: 'Battery and airbags.',
    text: 'They can fire. Disconnect, wait, keep the key out; the steering sensor may need calibration.',
  },
  structural: {
    title: 'Structure.',
    text: 'No filing, slotting, heating or welding of mounts without an engineer’s note.',
  },
  handling: {
    title: 'Handling has changed.',
    text: 'Higher centre of gravity: it leans and tips sooner. Drive it gently first; tell the customer.',
  },
  law: {
    title: 'Local rules.',
    text: 'Lift, tyre cover, lamps, bumper and spacers: local code and inspection decide.',
  },
  'arm-can-drop': {
    title: 'Arm can drop.',
    text: 'It can trap a hand. Jack just touching under the arm, hands out of the fork; watch the brake hose.',
  },
};
export const DISCLAIMER =
  'A plan, not a certificate: the vehicle and part makers’ manuals, local code and a licensed technician come before this sheet.';

/** how each quantity is written, where something cannot be read */
const WRITE_IT: Readonly<Record<Quantity, string>> = {
  mass: 'write 180, 180 kg or 400 lb',
  speed: 'write 95, 95 km/h or 60 mph',
  share: 'write 30 or 30 %',
  money: 'write 6200 or 6 200.50',
  'rim-width': 'write 8, 8½ or 8.5J',
  'wheel-offset': 'write 30, -12 or ET30',
  'load-index': 'write the number before the letter, as 121',
  year: 'write 2021',
  count: 'write 2',
  distance: 'write 84000, 84 000 km or 52,000 mi',
  rate: 'write 120, 120 N/mm or 685 lb/in',
  angle: 'write 0.5, -0,5 or 1¼',
  hours: 'write 6, 6.5 h or 390 min',
  minutes: 'write 20, 20 min or 0.5 h',
};
export function numberFaultText(f: NumberFault, what: string, unit: string, quantity: Quantity): string {
  const u = unit === '' ? '' : ` ${unit}`;
  switch (f.code) {
    case 'number-empty':
      return `${what} is empty.`;
    case 'number-unreadable':
      return `${quoted(f.text)} cannot be read from character ${placeOf(f.text, f.at)}: ${WRITE_IT[quantity]}.`;
    case 'number-two-ways':
      return `${quoted(f.text)} can be ${f.ways.join(' or ')}: write the one that is meant.`;
    case 'number-not-whole':
      return `${what} is a whole number.`;
    case 'number-out-of-range':
      return `${formatDecimal(f.value, Number.isInteger(f.value) ? 0 : 1)}${u} is outside ${f.min} to ${f.max}${u}. Not saved until it is corrected.`;
  }
}
/** `held`: where the tape was held below, for heights of an arch; null for any other length. */
export function lengthFaultText(f: LengthFault, style: Style, held: 'hub' | 'ground' | null = null): string {
  switch (f.code) {
    case 'length-empty':
      return held === null ? 'Empty.' : 'Not taped yet.';
    case 'length-unreadable':
      return `${quoted(f.text)} cannot be read from character ${placeOf(f.text, f.at)}: ${held === null ? 'write 2050 mm, 2.05 m, 80 3/4" or 6 ft 9' : 'write 31 5/8, 31.625, 31-5/8" or 803 mm'}.`;
    case 'length-out-of-range':
      return `${length(f.mm, style)} is outside ${length(f.minMm, style)} to ${length(f.maxMm, style)}${held === null ? '. Not saved until it is corrected' : held === 'hub' ? ': hub centre to arch, not ground to arch' : ': ground to arch, not hub centre to arch'}.`;
  }
}
const SIZE_WHAT = {
  'section-mm': 'section width',
  aspect: 'aspect',
  'rim-in': 'rim',
  'diameter-in': 'diameter',
  'load-index': 'load index',
} as const;
const SIZE_UNIT = {
  'section-mm': ' mm',
  aspect: ' %',
  'rim-in': ' in',
  'diameter-in': ' in',
  'load-index': '',
} as const;
export function tireFaultText(f: TireSizeFault): string {
  if (f.code === 'tire-size-unreadable' && f.short) {
    const { diameterMm, sectionMm, missing } = f.short;
    const inches = (mm: number) => formatDecimal(mm / MM_PER_INCH, (mm / MM_PER_INCH) % 1 === 0 ? 0 : 2);
    const said = `${inches(diameterMm)} in across${sectionMm === null ? '' : `, ${inches(sectionMm)} in wide`}`;
    return `${said}: which ${missing.join(' and ').replace('section', 'width')}? Write it as on the sidewall, 35x12.50R17, or pick a tyre.`;
  }
  if (f.code === 'tire-size-unreadable')
    return f.at >= f.text.length
      ? `${quoted(f.text)} stops too early: write it as on the sidewall, 265/70R17, 35x12.50R17 or 7.50R16.`
      : `${quoted(f.text)} cannot be read from character ${placeOf(f.text, f.at)} (${quoted(characterAt(f.text, f.at))}): write it as on the sidewall, 265/70R17, 35x12.50R17 or 7.50R16.`;
  const u = SIZE_UNIT[f.what];
  return `A ${SIZE_WHAT[f.what]} of ${formatDecimal(f.value, f.value % 1 === 0 ? 0 : 1)}${u} is no tyre; ${f.min} to ${f.max}${u}${f.what === 'rim-in' ? ', whole or half inches' : ''}. Look at the sidewall again.`;
}

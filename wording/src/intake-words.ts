import type {
  ChangeKind,
  Complaint,
  Component,
  Contact,
  Corner,
  FoundAs,
  Remedy,
  RoadAnswer,
  RoadQuestion,
  Spot,
  Stand,
  TapeCare,
  TapedWhen,
  Wear,
  Wish,
} from '@rigger/core';

export const WISH_WORDS: Readonly<Record<Wish, string>> = {
  tire: 'A tyre',
  height: 'A height',
  stance: 'How it stands',
  repair: 'Only repair',
};
export const STAND_LABELS: Readonly<Record<Stand, string>> = {
  level: 'Level',
  'keep-rake': 'Keep a rake for load or tow',
  'nose-up': 'Nose up is fine, at most',
  'as-is': 'As it stands today',
};
export const COMPLAINT_WORDS: Readonly<Record<Complaint, string>> = {
  'wears-tires': 'Wears its tyres',
  pulls: 'Pulls to one side',
  shudders: 'Shudders',
  rubs: 'Rubs',
  'rides-harshly': 'Rides harshly',
  leans: 'Leans',
  'crooked-wheel': 'Steering wheel is crooked',
  noise: 'Makes a noise',
  none: 'No complaint',
};
export const CHANGE_WORDS: Readonly<Record<ChangeKind, string>> = {
  'top-spacer': 'Spacer on the strut top',
  'coil-spacer': 'Spacer at the coil',
  'preload-spacer': 'Collar under the spring',
  spring: 'Other spring',
  'lift-block': 'Block between axle and spring',
  'body-lift': 'Body lift',
  'wheel-spacer': 'Spacer behind the wheel, on the hub’s studs',
  'wheel-adapter': 'Spacer behind the wheel, with studs of its own',
  other: 'Something else',
};
export const COMPONENT_WORDS: Readonly<Record<Component, string>> = {
  'upper-ball-joint': 'Upper ball joint',
  'lower-ball-joint': 'Lower ball joint',
  'arm-bush': 'Arm bushes',
  'link-bush': 'Link bushes',
  'king-pin': 'King pin or knuckle joint',
  'tie-rod-end': 'Tie-rod end',
  'bar-link': 'Bar link',
  'bar-bush': 'Bar bushes',
  'track-bar-bush': 'Track-bar bushes',
  'strut-mount': 'Strut mount',
  damper: 'Damper',
  spring: 'Spring',
  'leaf-spring': 'Leaf pack',
  'leaf-bush': 'Leaf bushes and shackle',
  'hub-bearing': 'Hub bearing',
  'cv-boot': 'CV boot',
  'shaft-joint': 'Propshaft joints',
  hose: 'Brake hose',
  line: 'Brake line and lead',
  cable: 'Parking-brake cable',
  'brake-pad': 'Brake pads',
  'wheel-stud': 'Wheel studs',
  tire: 'Tyre',
  'frame-rust': 'Frame, rust',
  leak: 'Leaks',
};
export const FOUND_WORDS: Readonly<Record<FoundAs, string>> = {
  good: 'good',
  watch: 'watch',
  worn: 'worn',
  seized: 'seized',
  broken: 'broken',
  missing: 'missing',
  changed: 'changed before',
};
export const REMEDY_WORDS: Readonly<Record<Remedy, string>> = {
  repair: 'repair',
  replace: 'replace complete',
  leave: 'leave, customer’s word',
};
export const WEAR_WORDS: Readonly<Record<Wear, string>> = {
  even: 'even',
  inner: 'inner edge',
  outer: 'outer edge',
  'both-edges': 'both edges',
  middle: 'middle',
  cupped: 'cupped',
  feathered: 'feathered',
};
export const ROAD_QUESTION_WORDS: Readonly<Record<RoadQuestion, string>> = {
  straight: 'Runs straight with the hands off',
  'wheel-returns': 'Wheel returns after a bend',
  wander: 'Holds its line at speed',
  bumps: 'Takes bumps without harshness',
  roll: 'Stays upright in a bend',
  dive: 'Nose stays up under braking',
  squat: 'Tail stays up pulling away, loaded',
  hop: 'Wheels keep to the ground on ripples',
  noise: 'No knock or whine',
  vibration: 'No shudder pulling away or at speed',
  brakes: 'Brakes firm and straight',
  rub: 'No rub at full lock and over bumps',
  'tow-sway': 'Trailer follows without sway',
};
export const ROAD_ANSWER_WORDS: Readonly<Record<RoadAnswer, string>> = {
  good: 'good',
  some: 'noticeable',
  bad: 'bad',
};
export const TAPED_WHEN_WORDS: Readonly<Record<TapedWhen, string>> = {
  before: 'before',
  down: 'down and rolled',
  settled: 'settled',
  other: 'another time',
};
export const TAPE_CARE_WORDS: Readonly<Record<TapeCare, string>> = {
  level: 'level ground, or the slope below',
  tires: 'tyres set to pressure',
  load: 'fuel and load noted',
  rolled: 'rolled back and forth',
};
export const CONTACT_WORDS: Readonly<Record<Contact, string>> = {
  none: 'clear',
  touches: 'touches',
  rubs: 'rubs',
};
/** Where a component is: "Lower ball joint, left front". */
export const spotText = (s: Spot): string =>
  [COMPONENT_WORDS[s.component], [s.side, s.axle].filter((x) => x !== null).join(' ')]
    .filter(Boolean)
    .join(', ');

export const CONTACT_AT_WORDS = {
  lock: 'full lock',
  bump: 'up to the stop',
  'lock-and-bump': 'lock and up together',
} as const;
export const CORNER_NAMES: Readonly<Record<Corner, string>> = {
  leftFront: 'Left front',
  rightFront: 'Right front',
  leftRear: 'Left rear',
  rightRear: 'Right rear',
};

import {
  isOpen,
  ROAD_ANSWERS,
  ROAD_QUESTIONS,
  wasAligned,
  type Assessment,
  type JobSections,
  type Looked,
} from '@rigger/core';
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
import { length, plural, type Style } from './format';
import type { Headline } from './headline';

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
const AXLE = { front: 'front', rear: 'rear' } as const;
/** Where a component is: "Lower ball joint, left front". */
export const spotText = (s: Spot): string =>
  [COMPONENT_WORDS[s.component], [s.side, s.axle && AXLE[s.axle]].filter((x) => x !== null).join(' ')]
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

/** How the vehicle came in, by the gravest that was found. */
export function lookOverHeadline(items: readonly Looked[], spots: number): Headline {
  const seen = items.filter((i) => i.found !== null);
  const bad = items.filter((i) => i.found === 'worn' || i.found === 'broken' || i.found === 'missing');
  if (seen.length === 0)
    return {
      sentence: 'Look it over before anything is ordered.',
      consequence: 'What is worn and comes off anyway costs least now; found on the lift it stops the bay.',
    };
  const open = bad.filter(isOpen);
  const named = bad
    .slice(0, 3)
    .map((b) => `${lower(spotText(b))} ${b.found === 'worn' ? 'worn' : (b.found ?? '')}`)
    .join('; ');
  const more = bad.length > 3 ? ` and ${bad.length - 3} more` : '';
  return {
    sentence:
      bad.length === 0
        ? `Nothing worn among ${plural(seen.length, 'place')} looked at.`
        : `${capital(named)}${more}.`,
    consequence:
      open.length > 0
        ? `${open.length === 1 ? 'One is' : `${open.length} are`} still to decide: repair, replace, or leave at the customer’s word.`
        : seen.length < spots
          ? `${plural(spots - seen.length, 'place')} not looked at yet.`
          : 'Everything on the list was looked at.',
  };
}
/** What came of the job: how it stands, what touches, what drives worse. */
export function afterHeadline(job: JobSections, a: Assessment, style: Style): Headline {
  const { after, lookOver } = job;
  const taped = a.taped.filter((t) => {
    const round = job.tape.rounds.find((r) => r.id === t.id);
    return round !== undefined && round.when !== 'before' && (t.axles.front.got ?? t.axles.rear.got) !== null;
  });
  const last = taped.at(-1);
  const touching = after.contacts.filter((c) => c.contact !== 'none');
  const worse = ROAD_QUESTIONS.filter((q) => {
    const [was, is] = [lookOver.road[q], after.road[q]];
    return was !== undefined && is !== undefined && ROAD_ANSWERS.indexOf(is) > ROAD_ANSWERS.indexOf(was);
  });
  if (
    !last &&
    after.contacts.length === 0 &&
    Object.keys(after.road).length === 0 &&
    !wasAligned(after.alignment)
  )
    return {
      sentence: 'When it is down: tape it, align it, try lock and bump, drive it.',
      consequence: 'What is written here is what the next one on this platform is judged by.',
    };
  const off = last
    ? (['front', 'rear'] as const).flatMap((axle) => {
        const mm = last.axles[axle].offMm;
        return mm === null
          ? []
          : [
              Math.abs(mm) < 0.5
                ? `${axle} as forecast`
                : `${axle} ${length(Math.abs(mm), style)} ${mm > 0 ? 'higher' : 'lower'} than forecast`,
            ];
      })
    : [];
  return {
    sentence: `${off.length === 0 ? 'Not taped after the work yet' : capital(off.join(', '))}.`,
    consequence:
      [
        touching.length === 0 ? '' : `A tyre touches in ${plural(touching.length, 'place')}.`,
        worse.length === 0
          ? ''
          : `Not as good as before: ${worse.map((q) => lower(ROAD_QUESTION_WORDS[q])).join('; ')}.`,
      ]
        .filter(Boolean)
        .join(' ') || 'Nothing touches, and nothing drives worse than before, as far as it was tried.',
  };
}
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
/** an abbreviation keeps its capitals */
const lower = (s: string): string => (/^[A-Z]{2}/.test(s) ? s : s.charAt(0).toLowerCase() + s.slice(1));

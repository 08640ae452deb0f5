import { USES, type Usage, type Use } from './usage';

/** What is asked on a drive, before the work and after it. */
export const ROAD_QUESTIONS = [
  'straight',
  'wheel-returns',
  'wander',
  'bumps',
  'roll',
  'dive',
  'squat',
  'hop',
  'noise',
  'vibration',
  'brakes',
  'rub',
  'tow-sway',
] as const;
export type RoadQuestion = (typeof ROAD_QUESTIONS)[number];
/** As it should be, noticeable, or bad. */
export const ROAD_ANSWERS = ['good', 'some', 'bad'] as const;
export type RoadAnswer = (typeof ROAD_ANSWERS)[number];
export type RoadAnswers = Readonly<Partial<Record<RoadQuestion, RoadAnswer>>>;

/** Said to be worse after than it was before; what was not asked both times is not.
 *  @example droveWorse('good', 'some') // true */
export const droveWorse = (before: RoadAnswer | undefined, after: RoadAnswer | undefined): boolean =>
  before !== undefined && after !== undefined && ROAD_ANSWERS.indexOf(after) > ROAD_ANSWERS.indexOf(before);
/** asked of every vehicle that goes on a road */
const ALWAYS: readonly RoadQuestion[] = ['straight', 'wheel-returns', 'noise', 'vibration', 'brakes', 'rub'];
const BY_USE: Readonly<Record<Use, readonly RoadQuestion[]>> = {
  highway: ['wander', 'bumps', 'roll'],
  gravel: ['bumps', 'hop'],
  rock: ['roll'],
  mud: [],
  load: ['squat', 'dive'],
  tow: ['squat', 'dive', 'tow-sway'],
  looks: ['bumps'],
};
/** The questions of a road test: those of every vehicle, and those of what it is used for, in one order.
 *  @example roadQuestions({ ...NO_USE, tow: 40, highway: 60 }).includes('tow-sway') // true */
export function roadQuestions(usage: Usage): readonly RoadQuestion[] {
  const asked = new Set([...ALWAYS, ...USES.filter((u) => usage[u] > 0).flatMap((u) => BY_USE[u])]);
  return ROAD_QUESTIONS.filter((q) => asked.has(q));
}

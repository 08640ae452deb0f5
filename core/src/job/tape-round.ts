import type { Tape, TapedWhen, TapeRound } from './job';

/** A round of the tape that nobody has written into yet.
 *  @example emptyRound('r1', 'settled', 'ground').readFrom // "ground" */
export const emptyRound = (id: string, when: TapedWhen, readFrom: TapeRound['readFrom']): TapeRound => ({
  id,
  when,
  day: null,
  readFrom,
  corners: { leftFront: '', rightFront: '', leftRear: '', rightRear: '' },
  cares: { level: false, tires: false, load: false, rolled: false },
  slopeFrontMm: null,
  slopeLeftMm: null,
  fuel: '',
  notes: '',
});
/** Nobody has written a height into it.
 *  @example isEmptyRound(emptyRound('a', 'before', 'hub')) // true */
export const isEmptyRound = (r: TapeRound): boolean =>
  Object.values(r.corners).every((text) => text.trim() === '');

const NOT_TAPED = emptyRound('', 'before', 'hub');
/** The round that says how the vehicle stands today: the first one that was taken before the work, an empty one without.
 *  @example roundToday({ rounds: [emptyRound('a', 'settled', 'hub'), emptyRound('b', 'before', 'hub')] }).id // "b" */
export const roundToday = (tape: Tape): TapeRound =>
  tape.rounds.find((r) => r.when === 'before') ?? NOT_TAPED;

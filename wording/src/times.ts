import type { WorkTimes } from '@rigger/core';
import { duration } from './format';

/** Time of all fitters together: what is sold.
 *  @example personTime(163) // "2 h 43 person time" */
export const personTime = (minutes: number): string => `${duration(minutes)} person time`;
/** The three times of a plan in one line.
 *  @example timesText({ personMinutes: 400, bayMinutes: 220, rackMinutes: 45 }) // "6 h 40 person time, 3 h 40 in the bay for a pair, 45 min on the rack" */
export const timesText = ({ personMinutes, bayMinutes, rackMinutes }: WorkTimes): string =>
  [
    personTime(personMinutes),
    `${duration(bayMinutes)} in the bay for a pair`,
    ...(rackMinutes > 0 ? [`${duration(rackMinutes)} on the rack`] : []),
  ].join(', ');

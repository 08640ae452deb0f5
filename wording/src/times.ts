import type { WorkTimes } from '@rigger/core';
import { duration } from './format';

/** The three times of a plan in one line.
 *  @example timesText({ personMinutes: 400, bayMinutes: 220, rackMinutes: 45 }) // "6 h 40 person time, 3 h 40 in the bay for a pair, 45 min on the rack" */
export const timesText = ({ personMinutes, bayMinutes, rackMinutes }: WorkTimes): string =>
  [
    `${duration(personMinutes)} person time`,
    `${duration(bayMinutes)} in the bay for a pair`,
    ...(rackMinutes > 0 ? [`${duration(rackMinutes)} on the rack`] : []),
  ].join(', ');

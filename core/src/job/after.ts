import { NO_ALIGNMENT, type AlignmentReading } from './alignment-reading';
import type { Corner } from './corner';
import type { RoadAnswers } from './road-test';

/** Where a tyre touched when it was tried: at full lock, or with the wheel driven up to its stop. */
export const CONTACTS = ['none', 'touches', 'rubs'] as const;
export type Contact = (typeof CONTACTS)[number];
export interface ContactCheck {
  readonly id: string;
  readonly corner: Corner;
  readonly at: 'lock' | 'bump' | 'lock-and-bump';
  readonly contact: Contact;
  /** against what, and what was done about it */
  readonly note: string;
}
/** What came of the job, plainly. */
export interface After {
  readonly alignment: AlignmentReading;
  readonly contacts: readonly ContactCheck[];
  readonly road: RoadAnswers;
  /** hours in the bay, all in */
  readonly hoursTaken: number | null;
  readonly otherwise: string;
  /** one line for whoever does the next one */
  readonly nextTime: string;
}
export const NOT_FINISHED: After = {
  alignment: NO_ALIGNMENT,
  contacts: [],
  road: {},
  hoursTaken: null,
  otherwise: '',
  nextTime: '',
};

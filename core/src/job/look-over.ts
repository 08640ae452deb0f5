import type { Component } from '../catalogue';
import type { Axle } from '../suspension';
import type { AlignmentReading } from './alignment-reading';
import { NO_ALIGNMENT } from './alignment-reading';
import type { RoadAnswers } from './road-test';

/** How it was found. "seized": sound, and its joints will not come apart as they should; "changed": somebody has put another one
 *  in before. */
export const FOUND_AS = ['good', 'watch', 'worn', 'seized', 'broken', 'missing', 'changed'] as const;
export type FoundAs = (typeof FOUND_AS)[number];
/** What is done about something worn; "leave" is the customer's word. */
export const REMEDIES = ['repair', 'replace', 'leave'] as const;
export type Remedy = (typeof REMEDIES)[number];
export const WEAR = ['even', 'inner', 'outer', 'both-edges', 'middle', 'cupped', 'feathered'] as const;
export type Wear = (typeof WEAR)[number];

/** Where a component is: an axle and side, an axle, or the vehicle. */
export interface Spot {
  readonly component: Component;
  readonly axle: Axle | null;
  readonly side: 'left' | 'right' | null;
}
/** One component as it was found. Only what somebody has looked at is in the list. */
export interface Looked extends Spot {
  /** names the spot: `lower-ball-joint:front:left` */
  readonly id: string;
  readonly found: FoundAs | null;
  readonly remedy: Remedy | null;
  readonly note: string;
  /** how a tyre wears, and the tread that is left, mm */
  readonly wear: Wear | null;
  readonly treadMm: number | null;
  /** ids of photographs */
  readonly photos: readonly string[];
}
/** What the vehicle was like when it came in: its components, its alignment, and how it drove. */
export interface LookOver {
  readonly items: readonly Looked[];
  readonly alignment: AlignmentReading;
  readonly road: RoadAnswers;
  readonly notes: string;
}
export const NOT_LOOKED_OVER: LookOver = { items: [], alignment: NO_ALIGNMENT, road: {}, notes: '' };

/** Names a spot. No point in it: those part the steps of a place.
 *  @example spotId({ component: 'tire', axle: 'rear', side: 'left' }) // "tire:rear:left" */
export const spotId = (s: Spot): string => [s.component, s.axle, s.side].filter((x) => x !== null).join(':');
/** A component that nobody has said anything about yet.
 *  @example emptyLooked({ component: 'leak', axle: null, side: null }).id // "leak" */
export const emptyLooked = (spot: Spot): Looked => ({
  ...spot,
  id: spotId(spot),
  found: null,
  remedy: null,
  note: '',
  wear: null,
  treadMm: null,
  photos: [],
});
const BAD: readonly FoundAs[] = ['worn', 'broken', 'missing'];
/** Something has to be done about it, or the customer says leave it.
 *  @example isBad('watch') // false */
export const isBad = (found: FoundAs | null): boolean => found !== null && BAD.includes(found);
/** Somebody has to say what is done about it, and nobody has. */
export const isOpen = (l: Pick<Looked, 'found' | 'remedy'>): boolean => isBad(l.found) && l.remedy === null;

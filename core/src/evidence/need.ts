import type { Axle } from '../suspension';
import type { Figure } from './figure';
import type { LoadCase } from './load-case';

/** `advised`: it works, and is near its limit or wears by a known way; the customer may accept or decline */
export type Verdict = 'fits' | 'advised' | 'needs' | 'ask' | 'no';
export const TOPICS = [
  'fitment',
  'place',
  'geometry',
  'travel',
  'stance',
  'limits',
  'manners',
  'tire',
  'clearance',
  'hardware',
  'drive',
  'money',
  'tape',
  'unknown',
] as const;
export type Topic = (typeof TOPICS)[number];
/** What must wait until a need is settled; null: nothing does. */
export type Blocks = 'order' | 'work' | 'drive' | null;

/** A finding is a code with its numbers; the prose lives in `wording`. */
export interface Coded {
  readonly code: string;
}
/** What a finding is about: the part by its name, the axle. */
export interface Subject {
  readonly part: string | null;
  readonly axle: Axle | 'both' | null;
}
/** A finding with where it leads: verdict, what waits for it, whom it is about, the figure behind it. */
export interface NeedOf<F extends Coded = Coded> {
  readonly finding: F;
  readonly verdict: Verdict;
  readonly topic: Topic;
  readonly blocks: Blocks;
  readonly about: Subject;
  readonly figure: Figure | null;
  /** what the vehicle carries in the case that decides; null where no load is in it */
  readonly loadCase: LoadCase | null;
}
/** in the order people deal with them: what cannot stay, what must be added, what must be asked */
const DEALT_WITH: readonly Verdict[] = ['no', 'needs', 'ask', 'advised', 'fits'];
/** Needs in the order people deal with them; equal ones stay in theirs. */
export const inOrder = <N extends { readonly verdict: Verdict }>(needs: readonly N[]): readonly N[] =>
  [...needs].sort((a, b) => DEALT_WITH.indexOf(a.verdict) - DEALT_WITH.indexOf(b.verdict));
/** Somebody still has to settle it: it is neither told only nor advised. */
export const isOpenNeed = ({ verdict }: { readonly verdict: Verdict }): boolean =>
  verdict !== 'fits' && verdict !== 'advised';
/** Needs that somebody still has to settle, in that order. */
export const openNeeds = <N extends { readonly verdict: Verdict }>(needs: readonly N[]): readonly N[] =>
  inOrder(needs.filter(isOpenNeed));
/** What may be accepted or declined. */
export const advisedNeeds = <N extends { readonly verdict: Verdict }>(needs: readonly N[]): readonly N[] =>
  needs.filter((n) => n.verdict === 'advised');

const ORDER: readonly Verdict[] = ['no', 'ask', 'needs', 'advised', 'fits'];
/** The gravest of several verdicts: no, then ask, then needs, then advised, then fits.
 *  @example worstVerdict(['fits', 'needs', 'ask']) // "ask" */
export const worstVerdict = (verdicts: readonly Verdict[]): Verdict =>
  ORDER.find((v) => verdicts.includes(v)) ?? 'fits';

import type { FeedLine } from '@rigger/contracts';
import { dayAfter } from '@rigger/core';

/** What is asked about: a thing of a parts list, with what its record says. */
export interface Asked {
  readonly code: string;
  readonly priceMinor: number | null;
  readonly leadDays: number | null;
}
/** Whoever says what suppliers have today. A shop's own line to its suppliers takes the place of the stand-in behind this. */
export interface SupplierFeed {
  /** one made up, so that it is said so wherever its figures stand */
  readonly standIn: boolean;
  readonly ask: (things: readonly Asked[], day: string) => Promise<readonly FeedLine[]>;
}

const WEEK_MS = 7 * 86_400_000;
/** A number in [0, 1) that follows from a text (FNV-1a over its letters, then spread). */
function share(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  return ((h ^ (h >>> 13)) >>> 0) / 2 ** 32;
}
/** how much a price moves either way, and how often a thing is out or late */
const PRICE_SHARE = 0.06;
const OUT_SHARE = 0.25;
const LATE_SHARE = 0.12;
const MOST_LATE_DAYS = 9;
const MOST_ON_HAND = 8;

/** Stock, prices and delays of a made-up supplier: the same seed, thing and day give the same answer, and prices move from week to
 *  week. What has no price or no days in its record is left out: nothing is made up for it. */
export function standInFeed(seed: string): SupplierFeed {
  return {
    standIn: true,
    ask: (things, day) =>
      Promise.resolve(
        things.flatMap(({ code, priceMinor, leadDays }): FeedLine[] => {
          if (priceMinor === null || leadDays === null) return [];
          const of = (what: string) => share(`${seed}/${code}/${what}`);
          const week = Math.floor(Date.parse(`${day}T00:00:00Z`) / WEEK_MS);
          const out = of('out') < OUT_SHARE;
          const late = of('late') < LATE_SHARE;
          const days = leadDays + Math.round(of('days') * 2);
          return [
            {
              code,
              onHand: out ? 0 : 1 + Math.floor(of('hand') * MOST_ON_HAND),
              priceMinor: Math.round(
                priceMinor * (1 + (share(`${seed}/${code}/${week}`) - 0.5) * 2 * PRICE_SHARE),
              ),
              leadDays: days,
              delayedTo: late ? dayAfter(day, days + 1 + Math.round(of('by') * MOST_LATE_DAYS)) : null,
            },
          ];
        }),
      ),
  };
}

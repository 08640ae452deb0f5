import { memoized, preparing, type Catalogue } from '@rigger/core';
import { LRUCache } from 'lru-cache';
import type { SentCatalogue } from '../services/catalogues';
import type { JobTask } from '../services/printable';
import type { Prepare } from '../services/sheet-model';

/** states that a worker keeps read; the jobs of a floor count with several */
const KEPT = 4;
const kept = new LRUCache<string, Catalogue>({ max: KEPT });

/** A state of the catalogue from its text, which was held to its contract when the server read it: parsed once for each state. */
export const readCatalogue = ({ id, text }: SentCatalogue): Catalogue =>
  memoized(kept, id, () => JSON.parse(text) as Catalogue);
let standing: { readonly of: string; readonly prepare: Prepare } | null = null;
/** The axles of the job that was printed last: its papers are asked for one after another. */
export function prepareFor({ catalogue, sections }: JobTask): Prepare {
  const of = JSON.stringify([catalogue.id, sections.vehicle]);
  if (standing?.of !== of) standing = { of, prepare: preparing() };
  return standing.prepare;
}

import type { MessagePort } from 'node:worker_threads';
import {
  findPlans,
  locksOf,
  searchProgress,
  type JobSections,
  type SearchProgress,
  type ShopSettings,
} from '@rigger/core';
import type { SentCatalogue } from '../services/catalogues';
import { readCatalogue } from './kept-between-tasks';

export interface PlansTask {
  readonly sections: JobSections;
  readonly catalogue: SentCatalogue;
  readonly settings: ShopSettings;
  readonly day: string;
  /** hears what is known while it is searched */
  readonly port: MessagePort;
}
/** between two tellings, ms: a person sees no more */
const TELL_MS = 150;

/** Searches the plans of a job and tells of them while they get better; runs in the worker pool, and is stopped with its worker. */
export default function plans({
  sections,
  catalogue,
  settings,
  day,
  port,
}: PlansTask): SearchProgress | null {
  const steps = findPlans({
    job: sections,
    catalogue: readCatalogue(catalogue),
    settings,
    day,
    locks: locksOf(sections.build.locks),
  });
  let told = 0;
  for (;;) {
    const step = steps.next();
    if (step.done === true) {
      port.close();
      return step.value ? searchProgress(step.value) : null;
    }
    const now = performance.now();
    if (step.value.plans.length > 0 && now - told >= TELL_MS) {
      told = now;
      port.postMessage(searchProgress(step.value));
    }
  }
}

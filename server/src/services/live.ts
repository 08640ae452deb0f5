import type { LiveEvent } from '@rigger/contracts';
import { AppError } from '../errors';

/** One screen that looks at a job. */
export interface Watcher {
  /** tells one tab of a browser from another */
  readonly tab: string;
  readonly author: string;
  readonly send: (event: LiveEvent) => void;
  readonly end: () => void;
}
/** screens that are told at one time; each holds a connection open */
const MOST_WATCHERS = 500;

/** Tells the screens that look at a job what others do to it, and who they are. */
export class Live {
  private readonly jobs = new Map<string, Set<Watcher>>();

  /** From now until the answer is called, this screen is told about the job. */
  watch(job: string, watcher: Watcher): () => void {
    const all = [...this.jobs.values()].reduce((sum, w) => sum + w.size, 0);
    if (all >= MOST_WATCHERS) throw new AppError('too-busy');
    const here = this.jobs.get(job) ?? new Set();
    this.jobs.set(job, here.add(watcher));
    this.sayWho(job);
    return () => {
      if (!here.delete(watcher)) return;
      if (here.size === 0) this.jobs.delete(job);
      this.sayWho(job);
    };
  }
  tell(job: string, event: LiveEvent): void {
    for (const w of this.jobs.get(job) ?? []) w.send(event);
  }
  /** Something that may concern any job: a catalogue was read in, a backup restored, another process wrote. */
  tellAll(): void {
    for (const job of this.jobs.keys()) this.tell(job, { kind: 'job' });
  }
  close(): void {
    for (const w of [...this.jobs.values()].flatMap((here) => [...here])) w.end();
  }
  private sayWho(job: string): void {
    const people = [...(this.jobs.get(job) ?? [])].map(({ tab, author }) => ({ tab, author }));
    this.tell(job, { kind: 'people', people });
  }
}

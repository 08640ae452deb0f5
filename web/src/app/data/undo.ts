import { computed, signal } from '@angular/core';
import type { SectionName } from '@rigger/core';
import type { Data } from './section-sync';

export interface SectionChange {
  readonly section: SectionName;
  readonly before: Data;
  readonly after: Data;
}
/** One thing that a person did: what it changed, and the place where. */
export interface Step {
  readonly place: string;
  readonly changes: readonly SectionChange[];
  readonly at: number;
}
/** typing in one place within this long is one step */
const ONE_STEP_MS = 1200;
const MOST_STEPS = 200;
const KEEP_AFTER_MS = 400;
/** of what lies in the tab's store; steps of another shape are not taken */
const SHAPE = 2;
interface Kept {
  readonly shape: typeof SHAPE;
  readonly back: readonly Step[];
  readonly forth: readonly Step[];
}

/** The steps that can be taken back, and again; kept in the tab's own store, for a reload. */
export class Undo {
  private readonly back = signal<readonly Step[]>([]);
  private readonly forth = signal<readonly Step[]>([]);
  private job: string | null = null;
  /** a write that waits */
  private later: ReturnType<typeof setTimeout> | undefined;
  readonly canUndo = computed(() => this.back().length > 0);
  readonly canRedo = computed(() => this.forth().length > 0);

  constructor() {
    addEventListener('pagehide', () => {
      this.write();
    });
  }

  /** Begins with what this tab left of the job. */
  begin(job: string): void {
    this.write();
    this.job = job;
    const kept = recall(keyOf(job));
    this.back.set(kept?.back ?? []);
    this.forth.set(kept?.forth ?? []);
  }
  note(place: string, changes: readonly SectionChange[]): void {
    const at = Date.now();
    const last = this.back().at(-1);
    const goesOn = last?.place === place && at - last.at < ONE_STEP_MS;
    const step = { place, at, changes: goesOn ? joined(last.changes, changes) : changes };
    this.back.update((b) => [...(goesOn ? b.slice(0, -1) : b), step].slice(-MOST_STEPS));
    this.forth.set([]);
    this.keep();
  }
  /** The last step, taken off; null when there is none. */
  undo(): Step | null {
    const step = this.back().at(-1) ?? null;
    if (step) {
      this.back.update((b) => b.slice(0, -1));
      this.forth.update((f) => [...f, step]);
      this.keep();
    }
    return step;
  }
  redo(): Step | null {
    const step = this.forth().at(-1) ?? null;
    if (step) {
      this.forth.update((f) => f.slice(0, -1));
      this.back.update((b) => [...b, { ...step, at: 0 }]);
      this.keep();
    }
    return step;
  }
  /** There are many steps, and nobody waits for it: written when a person pauses, and before the page goes. */
  private keep(): void {
    clearTimeout(this.later);
    this.later = setTimeout(() => {
      this.write();
    }, KEEP_AFTER_MS);
  }
  private write(): void {
    clearTimeout(this.later);
    if (this.job === null || this.later === undefined) return;
    this.later = undefined;
    try {
      const kept: Kept = { shape: SHAPE, back: this.back(), forth: this.forth() };
      sessionStorage.setItem(keyOf(this.job), JSON.stringify(kept));
    } catch {
      // private windows and full disks: undo ends with the tab
    }
  }
}
const keyOf = (job: string) => `rigger.steps.${job}`;
/** Two changes of a section after each other are one: from the first state to the last. */
const joined = (first: readonly SectionChange[], then: readonly SectionChange[]): SectionChange[] => [
  ...first.map((f) => ({ ...f, after: then.find((t) => t.section === f.section)?.after ?? f.after })),
  ...then.filter((t) => !first.some((f) => f.section === t.section)),
];
function recall(key: string): Kept | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key) ?? 'null') as Partial<Kept> | null;
    return kept?.shape === SHAPE ? (kept as Kept) : null;
  } catch {
    return null;
  }
}

import { computed, inject, Injectable, signal } from '@angular/core';
import { ERRORS, SECTION_SCHEMAS, type ItemChange, type JobAnswer } from '@rigger/contracts';
import { SECTIONS, type JobSections, type SectionName } from '@rigger/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { filter, firstValueFrom, Subject, takeUntil, type Observable } from 'rxjs';
import { Api, failureText, type CallFailure } from './api';
import { mergeSection, same, type FieldConflict } from './merge';
import { Shop } from './shop';

type Data = JobSections[SectionName];
/** One section as this browser holds it. */
interface Held {
  readonly version: number;
  /** what the server had when we last agreed */
  readonly base: Data;
  readonly now: Data;
  /** what was sent last and not answered yet: when the server turns out to have it, it is our own */
  readonly sent?: Data | undefined;
}
interface Step {
  readonly section: SectionName;
  readonly before: Data;
  readonly after: Data;
  readonly field: string;
  readonly at: number;
}
export interface Conflict {
  readonly section: SectionName;
  readonly fields: readonly FieldConflict[];
  readonly version: number;
  readonly theirs: Data;
  readonly keepMine: Data;
  readonly takeTheirs: Data;
}
export type SaveState = 'saved' | 'saving' | 'waiting' | 'refused';

/** beyond this the server has refused nothing: it is busy, full, or being stopped */
const FAILED = 500;
const SAVE_AFTER_MS = 250;
const RETRY_AFTER_MS = 2500;
/** typing in one field within this long is one step of undo */
const ONE_STEP_MS = 1200;
const MOST_STEPS = 200;

/** The open job: holds its sections, saves every change as it is typed, undoes, merges with what others saved. */
@Injectable({ providedIn: 'root' })
export class JobStore {
  private readonly api = inject(Api);
  private readonly shop = inject(Shop);
  private readonly job = signal<Pick<JobAnswer, 'id' | 'number' | 'archivedAt' | 'changes'> | null>(null);
  private readonly held = signal<Readonly<Record<SectionName, Held>> | null>(null);
  private readonly problem = signal<string | null>(null);
  private readonly undoSteps = signal<readonly Step[]>([]);
  private readonly redoSteps = signal<readonly Step[]>([]);
  private readonly openConflict = signal<Conflict | null>(null);
  /** `job/section` of every save that is under way */
  private readonly inFlight = signal<ReadonlySet<string>>(new Set());
  private readonly unreached = signal(false);
  /** why the server does not take a section, for each that it does not */
  private readonly refusals = signal<Readonly<Partial<Record<SectionName, string>>>>({});
  private readonly lastSaved = signal<Date | null>(null);
  /** an object, so that a second merge is told as well */
  private readonly mergeNote = signal<{ readonly text: string } | null>(null);
  /** what was brought back and is not saved yet */
  private readonly broughtBack = new Map<SectionName, Data>();
  private readonly timers = new Map<SectionName, ReturnType<typeof setTimeout>>();
  /** whatever is still on its way belongs to a job that nobody looks at any more */
  private readonly left = new Subject<void>();

  readonly id = computed(() => this.job()?.id ?? null);
  readonly number = computed(() => this.job()?.number ?? null);
  /** items of the catalogue that the job uses and that changed since it was computed */
  readonly changes = computed<readonly ItemChange[]>(() => this.job()?.changes ?? []);
  readonly archived = computed(() => this.job()?.archivedAt != null);
  readonly failure = this.problem.asReadonly();
  readonly conflict = this.openConflict.asReadonly();
  readonly merged = this.mergeNote.asReadonly();
  readonly refusal = computed(() => Object.values(this.refusals()).join('; ') || null);
  readonly savedAt = this.lastSaved.asReadonly();
  readonly canUndo = computed(() => this.undoSteps().length > 0);
  readonly canRedo = computed(() => this.redoSteps().length > 0);
  readonly sections = computed<JobSections | null>(() => {
    const h = this.held();
    return h && (Object.fromEntries(SECTIONS.map((s) => [s, h[s].now])) as unknown as JobSections);
  });
  readonly saveState = computed<SaveState>(() => {
    if (this.refusal() !== null) return 'refused';
    if (this.unreached()) return 'waiting';
    const h = this.held();
    const dirty = h !== null && SECTIONS.some((s) => !same(h[s].base, h[s].now));
    const id = this.job()?.id ?? '';
    const flying = [...this.inFlight()].some((f) => f.startsWith(`${id}/`));
    return dirty || flying ? 'saving' : 'saved';
  });

  private readonly saveStates = toObservable(this.saveState);

  /** Opens a job; what this browser could not save last time is put back and saved. */
  async open(id: string): Promise<void> {
    this.shop.load();
    if (this.job()?.id === id && this.held()) {
      await this.refresh();
      return;
    }
    this.close();
    try {
      const job = await firstValueFrom(this.api.job(id).pipe(takeUntil(this.left)), { defaultValue: null });
      if (!job) return; // another job was opened, or this one closed, before the answer came
      const waiting = this.waitingOf(id);
      const held = Object.fromEntries(
        SECTIONS.map((s) => {
          const stored = job.sections[s];
          const mine = waiting[s];
          const fresh = { version: stored.version, base: stored.data, now: stored.data };
          return [s, mine ? (ours(mine, stored) ?? mine) : fresh];
        }),
      ) as unknown as Record<SectionName, Held>;
      this.meet(job);
      this.held.set(held);
      this.lastSaved.set(new Date(job.updatedAt));
      const steps = recall(sessionStorage, this.stepsKey(id)) as { undo: Step[]; redo: Step[] } | null;
      this.undoSteps.set(steps?.undo ?? []);
      this.redoSteps.set(steps?.redo ?? []);
      for (const s of SECTIONS) if (waiting[s]) void this.save(s);
    } catch (f) {
      this.problem.set(failureText(f as CallFailure));
    }
  }
  private meet(job: JobAnswer): void {
    this.job.set({ id: job.id, number: job.number, archivedAt: job.archivedAt, changes: job.changes });
    this.shop.use(job.catalogue);
  }
  /** Takes over what changed in the catalogue: the job counts with the newest state from now on. */
  takeOver(): Promise<void> {
    return this.ask((id) => this.api.takeOver(id));
  }
  /** Takes the job off the board, or puts it back. */
  archive(away: boolean): Promise<void> {
    return this.ask((id) => this.api.archive(id, away));
  }
  private async ask(call: (id: string) => Observable<JobAnswer>): Promise<void> {
    const id = this.job()?.id;
    if (!id) return;
    try {
      const job = await firstValueFrom(call(id).pipe(takeUntil(this.left)), { defaultValue: null });
      if (job) this.meet(job);
    } catch (f) {
      this.mergeNote.set({ text: failureText(f as CallFailure) });
    }
  }
  /** Saves what waits and lets go of the job. */
  close(): void {
    this.flush();
    this.left.next();
    this.job.set(null);
    this.held.set(null);
    this.problem.set(null);
    this.openConflict.set(null);
    this.refusals.set({});
    this.unreached.set(false);
    this.mergeNote.set(null);
  }

  /** Takes over what others saved meanwhile, where nothing here is unsaved. */
  async refresh(): Promise<void> {
    const id = this.job()?.id;
    if (!id) return;
    try {
      const job = await firstValueFrom(this.api.job(id).pipe(takeUntil(this.left)), { defaultValue: null });
      const held = this.held();
      if (!held || !job) return;
      for (const s of SECTIONS) {
        const stored = job.sections[s];
        const h = held[s];
        if (stored.version > h.version && same(h.base, h.now))
          this.hold(s, { version: stored.version, base: stored.data, now: stored.data });
      }
    } catch {
      // a look that fails changes nothing: the next save says whether the server answers
    }
  }

  /** Changes fields of a section; saved shortly after, undoable. `field` names what was changed, for undo of typing. */
  patch<K extends SectionName>(section: K, change: Partial<JobSections[K]>, field: string): void {
    const held = this.held()?.[section];
    if (!held) return;
    const before = held.now;
    const after = { ...before, ...change } as Data;
    if (same(before, after)) return;
    const last = this.undoSteps().at(-1);
    const at = Date.now();
    const goesOn = last?.section === section && last.field === field && at - last.at < ONE_STEP_MS;
    const step: Step = { section, before: goesOn ? last.before : before, after, field, at };
    this.undoSteps.update((u) => [...(goesOn ? u.slice(0, -1) : u), step].slice(-MOST_STEPS));
    this.redoSteps.set([]);
    this.change(section, after);
  }
  /** Puts a section back as it was; undoable like any edit, and told as such in the history. */
  bringBack(section: SectionName, data: Data): void {
    this.patch(section, data, `back.${Date.now()}`);
    const now = this.held()?.[section].now;
    if (now) this.broughtBack.set(section, now);
  }
  undo(): void {
    const step = this.undoSteps().at(-1);
    if (!step) return;
    this.undoSteps.update((u) => u.slice(0, -1));
    this.redoSteps.update((r) => [...r, step]);
    this.replay(step.section, step.after, step.before);
  }
  redo(): void {
    const step = this.redoSteps().at(-1);
    if (!step) return;
    this.redoSteps.update((r) => r.slice(0, -1));
    this.undoSteps.update((u) => [...u, { ...step, at: 0 }]);
    this.replay(step.section, step.before, step.after);
  }
  /** Moves only what the step moved: what others changed in the section since stays. */
  private replay(section: SectionName, from: Data, to: Data): void {
    const now = this.held()?.[section].now;
    if (now) this.change(section, mergeSection<Data>(from, to, now).mine);
  }
  private change(section: SectionName, now: Data): void {
    const held = this.held()?.[section];
    if (!held) return;
    this.hold(section, { ...held, now });
    this.remember();
    setTimeout(() => {
      this.rememberSteps();
    });
    clearTimeout(this.timers.get(section));
    this.timers.set(
      section,
      setTimeout(() => void this.save(section), SAVE_AFTER_MS),
    );
  }
  /** Sends at once what still waits for its pause. */
  flush(): void {
    for (const [section, timer] of this.timers) {
      clearTimeout(timer);
      this.timers.delete(section);
      void this.save(section);
    }
  }

  /** Waits until everything typed is on the server; what keeps it from there, or null. */
  async saved(): Promise<CallFailure | null> {
    this.flush();
    const state = await firstValueFrom(this.saveStates.pipe(filter((s) => s !== 'saving')));
    if (state === 'waiting') return { kind: 'no-answer' };
    const message = `Not saved: ${this.refusal() ?? ''}`;
    return state === 'refused'
      ? { kind: 'refused', error: { code: 'entry-invalid', message, requestId: '' } }
      : null;
  }

  private async save(section: SectionName): Promise<void> {
    this.timers.delete(section);
    const id = this.job()?.id;
    const held = this.held()?.[section];
    const flight = `${id ?? ''}/${section}`;
    if (
      !id ||
      !held ||
      this.inFlight().has(flight) ||
      same(held.base, held.now) ||
      this.openConflict()?.section === section
    )
      return;
    this.inFlight.update((s) => new Set([...s, flight]));
    let again: number | null = null;
    this.hold(section, { ...held, sent: held.now });
    this.remember();
    try {
      const why = this.broughtBack.get(section) === held.now ? 'brought-back' : 'edit';
      const saved = await firstValueFrom(this.api.save(id, section, held.version, held.now, why));
      this.unreached.set(false);
      if (this.job()?.id === id) {
        this.refuse(section, null);
        const current = this.held()?.[section];
        if (current) this.hold(section, { version: saved.version, base: held.now, now: current.now });
        this.lastSaved.set(new Date(saved.updatedAt));
        if (current && !same(current.now, held.now)) again = 0;
      } else this.forget(id, section);
    } catch (f) {
      // of a job that is no longer open: it waits in the browser's store until that job is opened again
      if (this.job()?.id === id) again = this.onFailure(f as CallFailure, section);
    } finally {
      this.inFlight.update((s) => new Set([...s].filter((x) => x !== flight)));
      this.remember();
    }
    if (again !== null)
      this.timers.set(
        section,
        setTimeout(() => void this.save(section), again),
      );
  }
  /** How long to wait before the next try, or null when a person must decide first. */
  private onFailure(f: CallFailure, section: SectionName): number | null {
    if (f.kind === 'no-answer' || ERRORS[f.error.code].status > FAILED) {
      this.unreached.set(true);
      return RETRY_AFTER_MS;
    }
    if (f.error.code === 'version-conflict') {
      this.unreached.set(false);
      return this.onConflict(section, f.error.theirs as { version: number; data: Data });
    }
    const faults = f.error.faults?.map((x) => `${x.path}: ${x.message}`).join('; ');
    this.unreached.set(false);
    this.refuse(section, faults ?? f.error.message);
    return null;
  }
  private refuse(section: SectionName, why: string | null): void {
    this.refusals.update((r) => {
      const others = Object.fromEntries(Object.entries(r).filter(([s]) => s !== section));
      return why === null ? others : { ...others, [section]: why };
    });
  }
  private onConflict(section: SectionName, stored: { version: number; data: Data }): number | null {
    const held = this.held()?.[section];
    if (!held) return null;
    const own = ours(held, stored);
    if (own) {
      this.hold(section, own);
      return 0;
    }
    const merge = mergeSection<Data>(held.base, held.now, stored.data);
    if (merge.conflicts.length === 0) {
      this.hold(section, { version: stored.version, base: stored.data, now: merge.mine });
      this.mergeNote.set({ text: 'Somebody else saved this section too; both changes are in.' });
      return 0;
    }
    this.openConflict.set({
      section,
      fields: merge.conflicts,
      version: stored.version,
      theirs: stored.data,
      keepMine: merge.mine,
      takeTheirs: merge.theirs,
    });
    return null;
  }
  /** Ends a conflict the way the person said. */
  settle(keep: 'mine' | 'theirs'): void {
    const c = this.openConflict();
    if (!c) return;
    this.openConflict.set(null);
    this.hold(c.section, {
      version: c.version,
      base: c.theirs,
      now: keep === 'mine' ? c.keepMine : c.takeTheirs,
    });
    void this.save(c.section);
  }

  private hold(section: SectionName, held: Held): void {
    this.held.update((h) => h && { ...h, [section]: held });
  }
  /** Unsaved sections go to the browser's own store at once: a crash does not lose them. */
  private remember(): void {
    const id = this.job()?.id;
    const held = this.held();
    if (!id || !held) return;
    const waiting = Object.fromEntries(
      SECTIONS.filter((s) => !same(held[s].base, held[s].now)).map((s) => [s, held[s]]),
    );
    keep(localStorage, this.waitingKey(id), Object.keys(waiting).length > 0 ? waiting : null);
  }
  /** Undo steps go to the tab's own store, for a reload: there are many, and nobody waits for it. */
  private rememberSteps(): void {
    const id = this.job()?.id;
    if (id) keep(sessionStorage, this.stepsKey(id), { undo: this.undoSteps(), redo: this.redoSteps() });
  }
  /** What this browser could not save last time, section by section. One that an older version of the program left in another
   *  shape is put aside under a name of its own: the job opens, and nothing of it is thrown away. */
  private waitingOf(id: string): Partial<Record<SectionName, Held>> {
    const key = this.waitingKey(id);
    const stored = recall(localStorage, key);
    if (stored === null) return {};
    const found = typeof stored === 'object' ? (stored as Partial<Record<SectionName, Held>>) : {};
    const good = SECTIONS.filter((s) => isHeld(s, found[s]));
    if (good.length < Object.keys(found).length || typeof stored !== 'object') {
      keep(localStorage, `${key}.put-aside`, stored);
      this.mergeNote.set({
        text: 'Something typed here before could not be read by this version and was put aside; look over the job.',
      });
    }
    return Object.fromEntries(good.map((s) => [s, found[s]]));
  }
  /** A section that was saved after its job was closed no longer waits. */
  private forget(id: string, section: SectionName): void {
    const rest = Object.entries(this.waitingOf(id)).filter(([s]) => s !== section);
    keep(localStorage, this.waitingKey(id), rest.length > 0 ? Object.fromEntries(rest) : null);
  }
  private readonly waitingKey = (id: string) => `rigger.unsaved.${id}`;
  private readonly stepsKey = (id: string) => `rigger.steps.${id}`;
}

/** A section of ours when what the server has is our own save, come through before its answer could: only what was typed after it still
 *  waits. Null when it is somebody else's. */
const ours = (mine: Held, stored: { readonly version: number; readonly data: unknown }): Held | null =>
  mine.sent && same(mine.sent, stored.data)
    ? { version: stored.version, base: mine.sent, now: mine.now }
    : null;
const isHeld = (section: SectionName, held: Held | undefined): boolean =>
  held !== undefined &&
  Number.isInteger(held.version) &&
  [held.base, held.now].every((data) => SECTION_SCHEMAS[section].safeParse(data).success);
/** Keeps a value in the browser's store, or takes it out. A store that is full or shut keeps nothing, and nothing else depends on it:
 *  what was typed is on the screen and on its way to the server. */
function keep(storage: Storage, key: string, value: unknown): void {
  try {
    if (value === null) storage.removeItem(key);
    else storage.setItem(key, JSON.stringify(value));
  } catch {
    // private windows and full disks
  }
}
function recall(storage: Storage, key: string): unknown {
  try {
    const text = storage.getItem(key);
    return text === null ? null : (JSON.parse(text) as unknown);
  } catch {
    return null;
  }
}

import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { ItemChange, JobAnswer } from '@rigger/contracts';
import { SECTIONS, type JobSections, type SectionName } from '@rigger/core';
import {
  catchError,
  EMPTY,
  filter,
  finalize,
  firstValueFrom,
  forkJoin,
  Subject,
  switchMap,
  takeUntil,
  tap,
  type Observable,
} from 'rxjs';
import { Api, failureText, type CallFailure } from './api';
import { Drafts, type Waiting } from './drafts';
import { mergeSection, same } from './merge';
import { fresh, ours, SectionSync, type Data, type Why } from './section-sync';
import { Shop } from './shop';
import { Undo, type SectionChange, type Step } from './undo';

export type { Conflict } from './section-sync';
type Meta = Pick<JobAnswer, 'id' | 'number' | 'archivedAt' | 'changes'>;
type Syncs = Readonly<Record<SectionName, SectionSync>>;
export type SaveState = 'saved' | 'saving' | 'waiting' | 'refused';

/** The open job: its sections as the screens see and change them. Saving is the affair of each section (`SectionSync`), what waits lies
 *  in `Drafts`, steps back in `Undo`, and what follows from it all is said by `JobView`. */
@Injectable({ providedIn: 'root' })
export class JobStore {
  private readonly api = inject(Api);
  private readonly shop = inject(Shop);
  private readonly drafts = inject(Drafts);
  private readonly steps = new Undo();
  private readonly job = signal<Meta | null>(null);
  private readonly syncs = signal<Syncs | null>(null);
  private readonly problem = signal<string | null>(null);
  private readonly lastSaved = signal<Date | null>(null);
  /** an object, so that a second one is told as well */
  private readonly note = signal<{ readonly text: string } | null>(null);
  private readonly replayed = signal<{ readonly how: 'Undone' | 'Redone'; readonly place: string } | null>(
    null,
  );
  /** the job that is wanted; null for none */
  private readonly wanted = new Subject<string | null>();
  /** job whose opening has come to its end, one way or the other */
  private readonly ended = new Subject<string>();

  readonly id = computed(() => this.job()?.id ?? null);
  readonly number = computed(() => this.job()?.number ?? null);
  /** items of the catalogue that the job uses and that changed since it was computed */
  readonly changes = computed<readonly ItemChange[]>(() => this.job()?.changes ?? []);
  readonly archived = computed(() => this.job()?.archivedAt != null);
  readonly failure = this.problem.asReadonly();
  readonly merged = this.note.asReadonly();
  /** the place that the last step back or forth changed */
  readonly undone = this.replayed.asReadonly();
  readonly savedAt = this.lastSaved.asReadonly();
  readonly canUndo = this.steps.canUndo;
  readonly canRedo = this.steps.canRedo;
  readonly sections = computed<JobSections | null>(() => {
    const syncs = this.syncs();
    return syncs && (Object.fromEntries(SECTIONS.map((s) => [s, syncs[s].now()])) as unknown as JobSections);
  });
  private readonly all = computed(() => Object.values(this.syncs() ?? {}) as readonly SectionSync[]);
  readonly conflict = computed(
    () =>
      this.all()
        .find((s) => s.conflict())
        ?.conflict() ?? null,
  );
  readonly refusal = computed(
    () =>
      this.all()
        .flatMap((s) => s.refusal() ?? [])
        .join('; ') || null,
  );
  readonly saveState = computed<SaveState>(() => {
    if (this.refusal() !== null) return 'refused';
    if (this.all().some((s) => s.unreached())) return 'waiting';
    return this.all().some((s) => s.saving()) ? 'saving' : 'saved';
  });
  private readonly saveStates = toObservable(this.saveState);

  constructor() {
    this.wanted
      .pipe(
        tap(() => {
          this.letGo();
        }),
        switchMap((id) => (id === null ? EMPTY : this.load(id))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** Opens a job; what this browser could not save last time is put back and saved. */
  async open(id: string): Promise<void> {
    this.shop.load();
    if (this.id() === id) {
      await this.refresh();
      return;
    }
    const ended = firstValueFrom(this.ended.pipe(filter((e) => e === id)));
    this.wanted.next(id);
    await ended;
  }
  /** Saves what waits and lets go of the job. */
  close(): void {
    this.wanted.next(null);
  }
  private load(id: string): Observable<unknown> {
    return forkJoin({ job: this.api.job(id), waiting: this.drafts.of(id) }).pipe(
      tap(({ job, waiting }) => {
        this.begin(job, waiting);
      }),
      catchError((f: CallFailure) => {
        this.problem.set(failureText(f));
        return EMPTY;
      }),
      finalize(() => {
        this.ended.next(id);
      }),
    );
  }
  private begin(job: JobAnswer, waiting: Waiting): void {
    const syncs = Object.fromEntries(
      SECTIONS.map((s) => [s, this.syncOf(job, s, waiting)]),
    ) as unknown as Syncs;
    this.meet(job);
    this.syncs.set(syncs);
    this.lastSaved.set(new Date(job.updatedAt));
    this.steps.begin(job.id);
    if (waiting.putAside)
      this.note.set({
        text: 'Something typed here before could not be read by this version and was put aside; look over the job.',
      });
    for (const s of Object.keys(waiting.sections) as SectionName[]) syncs[s].flush();
  }
  private syncOf(job: JobAnswer, section: SectionName, waiting: Waiting): SectionSync {
    const stored = job.sections[section];
    const mine = waiting.sections[section];
    return new SectionSync(section, mine ? (ours(mine, stored) ?? mine) : fresh(stored), {
      save: (s, version, data, why) => this.api.save(job.id, s, version, data, why),
      keep: (s, held) => void this.drafts.keep(job.id, s, held),
      saved: (at) => {
        if (this.id() === job.id) this.lastSaved.set(new Date(at));
      },
      merged: () => {
        if (this.id() === job.id)
          this.note.set({ text: 'Somebody else saved this section too; both changes are in.' });
      },
    });
  }
  private letGo(): void {
    for (const s of this.all()) s.close();
    this.job.set(null);
    this.syncs.set(null);
    this.problem.set(null);
    this.note.set(null);
    this.replayed.set(null);
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
    const id = this.id();
    if (id === null) return;
    try {
      const job = await firstValueFrom(call(id).pipe(takeUntil(this.wanted)), { defaultValue: null });
      if (job) this.meet(job);
    } catch (f) {
      this.note.set({ text: failureText(f as CallFailure) });
    }
  }

  /** Takes over what others saved meanwhile, where nothing here is unsaved. */
  async refresh(): Promise<void> {
    const id = this.id();
    if (id === null) return;
    try {
      const job = await firstValueFrom(this.api.job(id).pipe(takeUntil(this.wanted)), { defaultValue: null });
      if (!job) return;
      this.meet(job);
      for (const s of this.all()) s.meet(job.sections[s.section]);
    } catch {
      // a look that fails changes nothing: the next save says whether the server answers
    }
  }

  /** Changes fields of a section; saved shortly after, undoable. `field` names what was changed, for undo of typing. */
  patch<K extends SectionName>(section: K, change: Partial<JobSections[K]>, field: string): void {
    const before = this.syncs()?.[section].now();
    if (before) this.change(`${section}.${field}`, section, { ...before, ...change });
  }
  /** Changes several sections in one step of undo. */
  patchAll(changes: { readonly [K in SectionName]?: Partial<JobSections[K]> }, place: string): void {
    const steps = (Object.keys(changes) as SectionName[]).flatMap((section) => {
      const sync = this.syncs()?.[section];
      const before = sync?.now();
      const after = before && { ...before, ...changes[section] };
      return sync && before && !same(before, after) ? [{ section, sync, before, after: after as Data }] : [];
    });
    if (steps.length === 0) return;
    this.steps.note(
      place,
      steps.map(({ section, before, after }) => ({ section, before, after })),
    );
    for (const { sync, after } of steps) sync.change(after);
  }
  /** Keeps a text that cannot be read where it was typed (`brief.payloadKg`), or (null) says that it can be read now. */
  unread(place: string, text: string | null): void {
    const before = this.sections()?.unread;
    if (!before) return;
    const others = Object.fromEntries(Object.entries(before.entries).filter(([p]) => p !== place));
    this.change(place, 'unread', { entries: text === null ? others : { ...others, [place]: text } });
  }
  /** Puts a section back as it was; undoable like any edit, and told as such in the history. */
  bringBack(section: SectionName, data: Data): void {
    this.change(`${section}.back.${Date.now()}`, section, data, 'brought-back');
  }
  private change(place: string, section: SectionName, after: Data, why?: Why): void {
    const sync = this.syncs()?.[section];
    const before = sync?.now();
    if (!sync || !before || same(before, after)) return;
    this.steps.note(place, [{ section, before, after }]);
    sync.change(after, why);
  }
  undo(): void {
    this.replay('Undone', this.steps.undo(), (c) => [c.after, c.before]);
  }
  redo(): void {
    this.replay('Redone', this.steps.redo(), (c) => [c.before, c.after]);
  }
  /** Moves only what the step moved: what others changed in the section since stays. */
  private replay(
    how: 'Undone' | 'Redone',
    step: Step | null,
    way: (c: SectionChange) => readonly [from: Data, to: Data],
  ): void {
    if (!step) return;
    for (const c of step.changes) {
      const [from, to] = way(c);
      const sync = this.syncs()?.[c.section];
      if (sync) sync.change(mergeSection<Data>(from, to, sync.now()).mine);
    }
    this.replayed.set({ how, place: step.place });
  }
  /** Sends at once what still waits for its pause. */
  flush(): void {
    for (const s of this.all()) s.flush();
  }
  /** Ends the conflict that is asked about the way the person said. */
  settle(keep: 'mine' | 'theirs'): void {
    this.all()
      .find((s) => s.conflict())
      ?.settle(keep);
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
  /** Whether a save of a section is somebody else's, and this browser will not hear of it by saving. */
  isNews(section: SectionName, version: number): boolean {
    return this.syncs()?.[section].isNews(version) ?? false;
  }
}

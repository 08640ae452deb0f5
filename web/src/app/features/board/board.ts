import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { Board as BoardPage, BoardRow } from '@rigger/contracts';
import { dayAfter, STAGES, type Stage } from '@rigger/core';
import { lackText, localDay, plural, shortDay, STAGE_WORDS, type Headline } from '@rigger/wording';
import { catchError, merge, of, skip, startWith, Subject, switchMap, type Observable } from 'rxjs';
import { Api, failureText, type CallFailure } from '../../data/api';
import { Commands } from '../../data/commands';
import { NewJobs } from '../../data/new-jobs';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';

const DAY_MS = 86_400_000;

/** The jobs of the shop by stage, with what each lacks. */
@Component({
  selector: 'app-board',
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    RouterLink,
    TopBar,
    HeadlineBlock,
  ],
  templateUrl: './board.html',
  styleUrl: './board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Board {
  private readonly api = inject(Api);
  protected readonly shop = inject(Shop);
  protected readonly commands = inject(Commands);
  protected readonly fresh = inject(NewJobs);
  private readonly picker = viewChild.required<ElementRef<HTMLInputElement>>('picker');
  private readonly page = signal<BoardPage | null>(null);
  private readonly problem = signal<string | null>(null);
  protected readonly failure = this.problem.asReadonly();
  protected readonly stages = STAGE_WORDS;
  private readonly today = localDay(new Date());

  protected readonly find = new FormControl('', { nonNullable: true });
  protected readonly stage = signal<Stage | null>(null);
  protected readonly archived = signal(false);
  /** rows of the pages that were asked for so far */
  protected readonly jobs = computed(() => this.page()?.jobs ?? null);
  protected readonly next = computed(() => this.page()?.next ?? null);
  protected readonly inArchive = computed(() => this.page()?.archived ?? 0);
  protected readonly narrowed = computed(() => this.words() !== '' || this.stage() !== null);
  private readonly words = toSignal(this.find.valueChanges, { initialValue: '' });
  private readonly again = new Subject<void>();

  protected readonly groups = computed(() =>
    STAGES.filter((s) => this.stage() === null || s === this.stage()).map((stage) => ({
      stage,
      count: this.page()?.counts[stage] ?? 0,
      rows: (this.jobs() ?? []).filter((j) => j.stage === stage && j.unreadable === null),
    })),
  );
  protected readonly unreadable = computed(() => (this.jobs() ?? []).filter((j) => j.unreadable !== null));
  protected readonly choices = computed(() =>
    STAGES.map((stage) => ({ stage, count: this.page()?.counts[stage] ?? 0 })),
  );
  protected readonly headline = computed<Headline>(() => {
    const page = this.page();
    const all = STAGES.reduce((sum, s) => sum + (page?.counts[s] ?? 0), 0);
    if (this.archived())
      return {
        sentence: all === 0 ? 'Nothing is archived.' : `${plural(all, 'job')} in the archive.`,
        consequence: 'Each can be opened, read and put back on the board.',
      };
    const open = all - (page?.counts.done ?? 0);
    const lacking = page?.lacking ?? 0;
    const next = (this.jobs() ?? []).find(
      (j) => j.stage !== 'done' && j.promiseDate !== null && j.promiseDate >= this.today,
    );
    return {
      sentence:
        open === 0
          ? this.narrowed()
            ? 'No open job has that in it.'
            : 'No job is open.'
          : `${plural(open, 'job')} open; ${lacking === 0 ? 'all complete' : `${lacking} still incomplete`}.`,
      consequence: next ? `Next promise: ${next.customer}, ${this.when(next)}.` : 'No promise is coming up.',
    };
  });

  protected readonly where = computed(() =>
    [this.shop.settings()?.shopPlace, 'board'].filter(Boolean).join(' · '),
  );

  constructor() {
    merge(
      this.find.valueChanges,
      toObservable(this.stage).pipe(skip(1)),
      toObservable(this.archived).pipe(skip(1)),
      this.again,
    )
      .pipe(
        startWith(null),
        // an answer that is overtaken is dropped
        switchMap(() => this.ask(0)),
        takeUntilDestroyed(),
      )
      .subscribe((page) => {
        if (page) this.page.set(page);
      });
  }
  private ask(after: number): Observable<BoardPage | null> {
    const stage = this.stage();
    this.problem.set(null);
    return this.api
      .board({
        find: this.find.value,
        archived: this.archived() ? 'yes' : 'no',
        after,
        ...(stage ? { stage } : {}),
      })
      .pipe(
        catchError((f: CallFailure) => {
          this.problem.set(failureText(f));
          return of(null);
        }),
      );
  }
  protected load(): void {
    this.again.next();
  }
  protected more(): void {
    const now = this.page();
    if (now?.next == null) return;
    this.ask(now.next).subscribe((page) => {
      if (page) this.page.set({ ...page, jobs: [...now.jobs, ...page.jobs] });
    });
  }
  protected choose(stage: Stage): void {
    this.stage.update((s) => (s === stage ? null : stage));
  }
  protected pick(): void {
    this.picker().nativeElement.click();
  }
  protected async picked(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (file) await this.commands.readFile(file);
  }
  protected readonly lack = (l: BoardRow['lacks'][number]) => lackText(l);
  protected when(row: BoardRow): string {
    const due = this.due(row);
    if (due === null) return 'no date';
    const days = Math.round((Date.parse(due) - Date.parse(this.today)) / DAY_MS);
    const date = this.isFollowUp(row) ? `settled by ${shortDay(due)}` : shortDay(due);
    if (days === 0) return `${date}, today`;
    return days > 0 ? `${date}, in ${plural(days, 'day')}` : date;
  }
  protected late(row: BoardRow): boolean {
    const due = this.due(row);
    const waits = this.isFollowUp(row) || (row.stage !== 'done' && row.stage !== 'follow-up');
    return due !== null && due < this.today && waits;
  }
  /** handed over, and nobody has taped it settled */
  private readonly isFollowUp = (row: BoardRow): boolean =>
    row.stage === 'follow-up' && row.lacks.some((l) => l.code === 'settled-untaped');
  /** the promise; once the vehicle is out, the day by which it comes back to be taped settled */
  private due(row: BoardRow): string | null {
    const settledDays = this.shop.settings()?.workshop.followUps.settledDays;
    return row.promiseDate !== null && this.isFollowUp(row) && settledDays !== undefined
      ? dayAfter(row.promiseDate, settledDays)
      : row.promiseDate;
  }
}

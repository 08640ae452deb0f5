import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { BoardRow } from '@rigger/contracts';
import { STAGES, type Stage } from '@rigger/core';
import { lackText, localDay, plural, shortDay, STAGE_WORDS, type Headline } from '@rigger/wording';
import { Api, failureText, type CallFailure } from '../../data/api';
import { Commands } from '../../data/commands';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';

const DAY_MS = 86_400_000;

/** The jobs of the shop by stage, with what each lacks. */
@Component({
  selector: 'app-board',
  imports: [MatButtonModule, RouterLink, TopBar, HeadlineBlock],
  templateUrl: './board.html',
  styleUrl: './board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Board {
  private readonly api = inject(Api);
  protected readonly shop = inject(Shop);
  protected readonly commands = inject(Commands);
  private readonly picker = viewChild.required<ElementRef<HTMLInputElement>>('picker');
  private readonly loaded = signal<readonly BoardRow[] | null>(null);
  private readonly problem = signal<string | null>(null);
  protected readonly jobs = this.loaded.asReadonly();
  protected readonly failure = this.problem.asReadonly();
  protected readonly stages = STAGE_WORDS;
  private readonly today = localDay(new Date());

  protected readonly groups = computed(() =>
    STAGES.map((stage) => ({
      stage,
      rows: (this.jobs() ?? [])
        .filter((j) => j.stage === stage)
        .sort((a, b) => (a.promiseDate ?? '9').localeCompare(b.promiseDate ?? '9')),
    })),
  );
  protected readonly headline = computed<Headline>(() => {
    const open = (this.jobs() ?? []).filter((j) => j.stage !== 'done');
    const lacking = open.filter((j) => j.lacks.length > 0).length;
    const next = open
      .filter((j) => j.promiseDate !== null && j.promiseDate >= this.today)
      .sort((a, b) => (a.promiseDate ?? '').localeCompare(b.promiseDate ?? ''))[0];
    return {
      sentence:
        open.length === 0
          ? 'No job is open.'
          : `${plural(open.length, 'job')} open; ${lacking === 0 ? 'all complete' : `${lacking} still incomplete`}.`,
      consequence: next ? `Next promise: ${next.customer}, ${this.when(next)}.` : 'No promise is coming up.',
    };
  });

  protected readonly where = computed(() =>
    [this.shop.settings()?.shopPlace, 'board'].filter(Boolean).join(' · '),
  );

  constructor() {
    this.load();
  }
  protected load(): void {
    this.problem.set(null);
    this.api.board().subscribe({
      next: (rows) => {
        this.loaded.set(rows);
      },
      error: (f: CallFailure) => {
        this.problem.set(failureText(f));
      },
    });
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
    if (row.promiseDate === null) return 'no date';
    const days = Math.round((Date.parse(row.promiseDate) - Date.parse(this.today)) / DAY_MS);
    const date = shortDay(row.promiseDate);
    if (days === 0) return `${date}, today`;
    return days > 0 ? `${date}, in ${plural(days, 'day')}` : date;
  }
  protected late(row: BoardRow): boolean {
    const finished: readonly Stage[] = ['done', 'follow-up'];
    return row.promiseDate !== null && row.promiseDate < this.today && !finished.includes(row.stage);
  }
}

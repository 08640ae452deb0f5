import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { ENTRY_LIMITS, type QuotedPaperPlan } from '@rigger/contracts';
import { takeInstead } from '@rigger/core';
import {
  codeText,
  dayAndTime,
  findingText,
  hasExpired,
  hoursText,
  localDay,
  longDay,
  moneyBetween,
  notReady,
  priceText,
  quoteHeadline,
  revisedText,
  termOf,
} from '@rigger/wording';
import { Arrival } from '../../data/arrival';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { MakeFile, type Export } from '../../data/make-file';
import { Shop } from '../../data/shop';
import { DayField } from '../../ui/day-field';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { MakingFile } from '../../ui/making-file';
import { UnreadableNotice } from '../../ui/unreadable-notice';
import { NumberField } from '../../ui/number-field';
import { QuoteModel } from './quote-model';

const DRAFTS: readonly Export[] = [
  { what: 'quote.pdf', label: 'Draft as PDF', fileName: (n) => `quote-${n}-draft.pdf` },
  { what: 'quote.csv', label: 'as CSV', fileName: (n) => `quote-${n}-draft.csv` },
  { what: 'quote.json', label: 'as JSON', fileName: (n) => `quote-${n}-draft.json` },
  { what: 'parts.csv', label: 'Parts list as CSV', fileName: (n) => `parts-${n}.csv` },
];
const FORMS = ['pdf', 'csv', 'json'] as const;

/** What the customer is asked to decide: plans with their money, and every quote that was given. */
@Component({
  selector: 'app-quote',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    RouterLink,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    DayField,
    FigureButton,
    HeadlineBlock,
    MakingFile,
    UnreadableNotice,
    NumberField,
  ],
  providers: [MakeFile, QuoteModel],
  templateUrl: './quote.html',
  styleUrl: './quote.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuoteView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  protected readonly files = inject(MakeFile);
  protected readonly model = inject(QuoteModel);
  protected readonly shop = inject(Shop);
  private readonly arrival = inject(Arrival);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly drafts = DRAFTS;
  protected readonly code = codeText;
  protected readonly day = longDay;
  protected readonly at = dayAndTime;
  protected readonly priced = (minor: number | null) => priceText(minor, this.shop.style());
  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly written = computed(() => this.store.sections()?.quote ?? null);

  protected readonly headline = computed(() =>
    quoteHeadline(
      this.model.paper()?.plans ?? [],
      this.model.paper()?.validUntil ?? null,
      localDay(new Date()),
      this.shop.style(),
    ),
  );
  /** each plan beside the alternative that it is; the first is the chosen one */
  protected readonly plans = computed(() => {
    const quoted = this.model.quote()?.plans ?? [];
    return (this.model.paper()?.plans ?? []).map((paper, i) => ({ paper, id: quoted[i]?.id ?? null }));
  });
  protected readonly rows = computed(() => {
    const style = this.shop.style();
    const row = (name: string, of: (p: QuotedPaperPlan) => string, sum = false) => ({
      name,
      sum,
      cells: this.plans().map(({ paper }) => of(paper)),
    });
    return [
      // parts can be opened and freight is written: they have rows of their own
      ...(this.plans()[0]?.paper.money.terms ?? [])
        .filter((t) => t.term !== 'parts' && t.term !== 'freight')
        .map(({ term, name }) => row(name, (p) => termOf(p, term, style))),
      row('Total', (p) => moneyBetween(p.money.total, style), true),
    ];
  });
  protected readonly partsOf = (p: QuotedPaperPlan) => termOf(p, 'parts', this.shop.style());
  protected readonly total = (p: QuotedPaperPlan) => moneyBetween(p.money.total, this.shop.style());
  protected readonly hours = (p: QuotedPaperPlan) => hoursText(p.minutes);
  /** what a customer ought to hear, as lists */
  protected readonly told = computed(() => {
    const row = (name: string, of: (p: QuotedPaperPlan) => readonly string[]) => ({
      name,
      cells: this.plans().map(({ paper }) => of(paper)),
    });
    return [
      row('Ready', (p) => [p.ready]),
      row('Stands', (p) => [p.stands]),
      row('Given up', (p) => p.givenUp),
      row('Still open', (p) => p.open),
      row('Advised', (p) => p.advised),
      row('Declined', (p) => p.declined),
    ].filter((r) => r.cells.some((c) => c.length > 0));
  });
  protected readonly opened = signal<string | null>(null);
  protected readonly lines = computed(
    () => this.plans().find((p) => p.paper.title === this.opened())?.paper ?? null,
  );
  protected readonly over = computed(() => {
    const f = this.view.overBudget();
    return f && findingText(f, this.shop.style());
  });
  protected readonly given = computed(() =>
    this.model.given().map((q, i, all) => {
      const before = all[i + 1];
      return {
        ...q,
        said: q.paper.sentence,
        against: before ? revisedText(before.paper, q.paper) : 'The first one.',
        expired: hasExpired(q.paper, new Date()),
        files: FORMS.map((form): Export => ({
          what: `quotes/${q.revision}/quote.${form}`,
          label: form.toUpperCase(),
          fileName: (n) => `quote-${n}-${q.revision}.${form}`,
        })),
      };
    }),
  );
  /** why it cannot be given now; empty: it can */
  protected readonly hinders = computed(() => {
    const paper = this.model.paper();
    if (this.view.unreadable().length > 0) return 'Something cannot be read.';
    return paper ? notReady(paper).join(' ') : 'Nothing is chosen.';
  });
  protected readonly form = new FormGroup({
    freightMinor: new FormControl<number | null>(null),
    validUntil: new FormControl<string | null>(null),
    notIncluded: new FormControl('', { nonNullable: true }),
    words: new FormControl('', { nonNullable: true }),
  });

  constructor() {
    linkSection('quote', this.form);
  }
  protected freightOf(id: string): number | null {
    return this.written()?.alternatives.find((a) => a.id === id)?.freightMinor ?? null;
  }
  protected setFreight(id: string, freightMinor: number | null): void {
    const alternatives = this.written()?.alternatives ?? [];
    this.store.patch(
      'quote',
      { alternatives: alternatives.map((a) => (a.id === id ? { ...a, freightMinor } : a)) },
      `alternatives.${id}.freightMinor`,
    );
  }
  protected drop(id: string): void {
    const alternatives = this.written()?.alternatives ?? [];
    this.store.patch('quote', { alternatives: alternatives.filter((a) => a.id !== id) }, 'alternatives');
    this.arrival.next('.acts button', '[data-start]');
  }
  /** The customer takes another: it is the chosen one from now on, and what was chosen stands beside it. */
  protected instead(id: string): void {
    const job = this.store.sections();
    const taken = job?.quote.alternatives.find((a) => a.id === id);
    if (job && taken) this.store.patchAll(takeInstead(job, taken, crypto.randomUUID()), 'quote.chosen');
  }
  protected show(p: QuotedPaperPlan): void {
    this.opened.set(this.opened() === p.title ? null : p.title);
  }
}

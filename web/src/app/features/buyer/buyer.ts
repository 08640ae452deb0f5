import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FeedLine, FloorRow } from '@rigger/contracts';
import { dayAfter, wentWrong, withBox, type Box } from '@rigger/core';
import {
  ARRIVED_WORDS,
  buyerHeadline,
  codeText,
  money,
  piecesShort,
  plural,
  priceText,
  shortDay,
} from '@rigger/wording';
import { Api, failureText, type CallFailure } from '../../data/api';
import { FloorData } from '../../data/floor-data';
import { saveAs } from '../../data/save-as';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';

type FloorLine = NonNullable<FloorRow['floor']>['lines'][number];
interface Row {
  readonly job: FloorRow;
  readonly line: FloorLine;
  readonly feed: FeedLine | null;
}

/** What has to be bought for all open jobs: today, soon, and what went wrong on its way. */
@Component({
  selector: 'app-buyer',
  imports: [RouterLink, MatButtonModule, HeadlineBlock, TopBar],
  providers: [FloorData],
  templateUrl: './buyer.html',
  styleUrl: './buyer.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BuyerView {
  protected readonly data = inject(FloorData);
  private readonly shop = inject(Shop);
  private readonly api = inject(Api);
  private readonly gone = inject(DestroyRef);
  protected readonly words = ARRIVED_WORDS;
  protected readonly code = codeText;
  protected readonly day = shortDay;
  protected readonly short = piecesShort;
  protected readonly fileFailure = signal<string | null>(null);

  constructor() {
    this.shop.load();
    this.data.load();
  }
  private readonly rows = computed<readonly Row[]>(() => {
    const floor = this.data.floor();
    const feed = new Map((floor?.feed ?? []).map((f) => [f.code, f]));
    return (floor?.jobs ?? []).flatMap((job) =>
      (job.floor?.lines ?? []).map((line) => ({ job, line, feed: feed.get(line.code) ?? null })),
    );
  });
  protected readonly headline = computed(() => {
    const floor = this.data.floor();
    if (!floor) return null;
    return buyerHeadline(
      this.rows().map((r) => r.line),
      floor.day,
    );
  });
  protected readonly groups = computed(() => {
    const floor = this.data.floor();
    if (!floor) return [];
    const asked = this.rows().filter((r) => r.line.state === 'asked');
    const must = (r: Row) => r.line.orderBy !== null && r.line.orderBy <= floor.day;
    const byDay = (x: Row, y: Row) => (x.line.orderBy ?? '9').localeCompare(y.line.orderBy ?? '9');
    return [
      {
        title: 'Order today',
        says: 'A day later, and its promise is broken.',
        rows: asked.filter(must).sort(byDay),
      },
      {
        title: 'Went wrong',
        says: 'Ask the supplier; until then the job has no day.',
        rows: this.rows().filter((r) => wentWrong(r.line.state)),
      },
      { title: 'To order', says: '', rows: asked.filter((r) => !must(r)).sort(byDay) },
      {
        title: 'On its way',
        says: '',
        rows: this.rows()
          .filter((r) => r.line.state === 'ordered')
          .sort((x, y) => (x.line.day ?? '9').localeCompare(y.line.day ?? '9')),
      },
    ].filter((g) => g.rows.length > 0);
  });
  protected readonly standIn = computed(() => this.data.floor()?.standIn === true);
  protected price(line: FloorLine): string {
    return priceText(line.priceMinor, this.shop.style());
  }
  /** What the supplier says today against the record. */
  protected says({ line, feed }: Row): string {
    if (!feed) return 'no word';
    const style = this.shop.style();
    return [
      feed.onHand >= line.quantity
        ? `${feed.onHand} there`
        : feed.onHand > 0
          ? `${feed.onHand} of ${line.quantity} there`
          : 'none there',
      plural(feed.leadDays, 'day'),
      line.priceMinor !== null && feed.priceMinor !== line.priceMinor
        ? `now ${money(feed.priceMinor, style)}`
        : '',
      feed.delayedTo !== null && line.state !== 'here' ? `delayed to ${shortDay(feed.delayedTo)}` : '',
    ]
      .filter(Boolean)
      .join(' · ');
  }
  protected when({ line }: Row): string {
    if (line.state === 'asked') {
      const day = this.data.floor()?.day ?? '';
      if (line.orderBy === null) return '–';
      return line.orderBy < day ? `too late since ${shortDay(line.orderBy)}` : `by ${shortDay(line.orderBy)}`;
    }
    if (line.state === 'late') return line.box?.expectedOn ? `was due ${shortDay(line.box.expectedOn)}` : '';
    return line.day === null ? 'no day said' : `comes ${shortDay(line.day)}`;
  }
  protected order(r: Row): void {
    const floor = this.data.floor();
    if (!floor) return;
    const days = r.feed?.leadDays ?? r.line.leadDays;
    const comes = r.feed?.delayedTo ?? (days === null ? null : dayAfter(floor.day, days));
    this.write(r, { orderedOn: floor.day, expectedOn: comes });
  }
  protected receive(r: Row): void {
    const floor = this.data.floor();
    if (!floor) return;
    this.write(r, { receivedOn: floor.day, fault: null, counted: {} });
  }
  private write({ job, line }: Row, change: Partial<Box>): void {
    this.data.change(job.id, 'boxes', { list: withBox(job.boxes.data.list, line.code, change) });
  }
  protected pickList(form: 'pdf' | 'csv'): void {
    this.fileFailure.set(null);
    this.api
      .pickList(form)
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe({
        next: (blob) => {
          saveAs(blob, `pick-list.${form}`);
        },
        error: (f: CallFailure) => {
          this.fileFailure.set(failureText(f));
        },
      });
  }
}

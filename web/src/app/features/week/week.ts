import { CdkDrag, type CdkDragEnd } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  type ElementRef,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FloorRow } from '@rigger/contracts';
import { capacity, dayAt, minutesUntil, type OnTheFloor, type Placed, type ShopWeek } from '@rigger/core';
import {
  crewText,
  duration,
  momentText,
  personTime,
  shortDay,
  UNPLACED_WORDS,
  weekHeadline,
  weekLate,
} from '@rigger/wording';
import { from, of, switchMap } from 'rxjs';
import { FloorData } from '../../data/floor-data';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';
import { injectShopPlans } from '../../workers/shop-plans';

/** working days that are shown */
const DAYS = 6;

/** Bays, fitters and the rack over the next two weeks: every open job with its boxes and its promise. */
@Component({
  selector: 'app-week',
  imports: [RouterLink, MatButtonModule, CdkDrag, HeadlineBlock, TopBar],
  providers: [FloorData],
  templateUrl: './week.html',
  styleUrl: './week.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeekView {
  protected readonly data = inject(FloorData);
  protected readonly shop = inject(Shop);
  private readonly plans = injectShopPlans();
  /** what a job takes: of its people, of the bay as it is placed, of the rack */
  protected times({ p, row }: { readonly p: Placed; readonly row: FloorRow }): string {
    const rackMinutes = row.floor?.rackMinutes ?? 0;
    return [
      ...(row.floor ? [personTime(row.floor.personMinutes)] : []),
      `${duration(p.end - p.start)} in the bay`,
      ...(rackMinutes > 0 ? [`${duration(rackMinutes)} on the rack`] : []),
    ].join(', ');
  }
  protected readonly day = shortDay;
  private readonly grid = viewChild<ElementRef<HTMLElement>>('grid');

  constructor() {
    this.shop.load();
    this.data.load();
  }
  protected readonly workshop = computed(() => this.shop.settings()?.workshop ?? null);
  private readonly onFloor = computed<readonly OnTheFloor[]>(() =>
    (this.data.floor()?.jobs ?? []).flatMap(({ id, promiseDate, work, floor }) =>
      floor ? [{ id, promiseDate, bay: work.data.bay, startDay: work.data.startDay, floor }] : [],
    ),
  );
  private readonly asked = computed(() => ({
    jobs: this.onFloor(),
    day: this.data.floor()?.day ?? null,
    ready: this.shop.catalogue() !== null && this.workshop() !== null,
  }));
  protected readonly week = toSignal<ShopWeek | null>(
    toObservable(this.asked).pipe(
      switchMap(({ jobs, day, ready }) =>
        day !== null && ready ? from(this.plans((api) => api.week(jobs, day))) : of(null),
      ),
    ),
    { initialValue: null },
  );
  private readonly rows = computed(() => new Map((this.data.floor()?.jobs ?? []).map((j) => [j.id, j])));
  protected readonly headline = computed(() => {
    const [week, floor, workshop] = [this.week(), this.data.floor(), this.workshop()];
    return week && floor && workshop
      ? weekHeadline(week, (id) => this.rows().get(id)?.customer ?? id, workshop, floor.jobs.length)
      : null;
  });
  protected readonly days = computed(() => {
    const [floor, workshop] = [this.data.floor(), this.workshop()];
    const placed = this.week()?.placed ?? [];
    return floor && workshop ? capacity(placed, workshop, floor.day, DAYS) : [];
  });
  private readonly span = computed(() => DAYS * (this.workshop()?.minutesPerDay ?? 480));
  private readonly clipped = (t: { readonly start: number; readonly end: number }) => {
    const span = this.span();
    return {
      left: (t.start / span) * 100,
      width: (Math.max(0, Math.min(span, t.end) - t.start) / span) * 100,
    };
  };
  protected readonly lanes = computed(() => {
    const [week, workshop] = [this.week(), this.workshop()];
    if (!week || !workshop) return [];
    const bar = (p: Placed, t: { readonly start: number; readonly end: number }) => {
      const row = this.rows().get(p.id);
      return row && t.start < this.span() ? [{ p, row, ...this.clipped(t), says: this.says(p, row) }] : [];
    };
    return [
      ...workshop.bays.map((b) => ({
        id: b.id,
        name: b.name,
        bay: true,
        bars: week.placed.filter((p) => p.bay === b.id).flatMap((p) => bar(p, p)),
      })),
      ...(workshop.racks > 0
        ? [
            {
              id: 'rack',
              name: 'Rack',
              bay: false,
              bars: week.placed.flatMap((p) => (p.rack ? bar(p, p.rack) : [])),
            },
          ]
        : []),
    ];
  });
  /** jobs in the order in which they are done, with what there is to say of each */
  protected readonly list = computed(() => {
    const [week, floor, workshop] = [this.week(), this.data.floor(), this.workshop()];
    if (!week || !floor || !workshop) return [];
    const placed = [...week.placed].sort((a, b) => a.start - b.start || a.done - b.done);
    return placed.flatMap((p) => {
      const row = this.rows().get(p.id);
      if (!row) return [];
      return [
        {
          p,
          row,
          from: this.moment(p.start, false),
          done: this.moment(p.done, true),
          crew: crewText(p.fitters, workshop.fitters),
          boxes: this.boxesOf(row),
          late: p.late > 0 ? weekLate(p.late, workshop.minutesPerDay) : '',
          held: row.work.data.bay !== null || row.work.data.startDay !== null,
        },
      ];
    });
  });
  protected readonly out = computed(() => {
    const week = this.week();
    if (!week) return [];
    return [
      ...week.withoutBoxes.flatMap((id) => {
        const row = this.rows().get(id);
        return row
          ? [{ row, why: `Nobody has said when these come: ${this.unsaid(row)}.`, link: 'boxes' }]
          : [];
      }),
      ...week.unplaced.flatMap(({ id, why }) => {
        const row = this.rows().get(id);
        return row ? [{ row, why: `${UNPLACED_WORDS[why]}.`, link: 'plan' }] : [];
      }),
      ...(this.data.floor()?.jobs ?? [])
        .filter((j) => j.floor === null)
        .map((row) => ({
          row,
          why: 'No vehicle is said, or something of it cannot be read.',
          link: 'vehicle',
        })),
    ];
  });
  private unsaid(row: FloorRow): string {
    return (row.floor?.lines ?? [])
      .filter((l) => l.day === null)
      .map((l) => l.name)
      .join(', ');
  }
  private boxesOf(row: FloorRow): string {
    const missing = (row.floor?.lines ?? []).filter((l) => !l.here);
    if (missing.length === 0) return 'all here';
    const last = missing
      .flatMap((l) => l.day ?? [])
      .sort()
      .at(-1);
    return `${missing.length} to come${last === undefined ? '' : `, last ${shortDay(last)}`}`;
  }
  private says(p: Placed, row: FloorRow): string {
    const workshop = this.workshop();
    return [
      `${row.customer}, job ${row.number}`,
      `${this.moment(p.start, false)} to ${this.moment(p.end, true)}`,
      workshop ? crewText(p.fitters, workshop.fitters) : '',
      workshop && p.rack ? `on the rack: ${crewText([p.rack.fitter], workshop.fitters)}` : '',
      row.promiseDate ? `promised ${shortDay(row.promiseDate)}` : 'no promise',
      p.late > 0 && workshop ? weekLate(p.late, workshop.minutesPerDay) : '',
    ]
      .filter(Boolean)
      .join('; ');
  }
  private moment(minutes: number, ends: boolean): string {
    const [floor, workshop] = [this.data.floor(), this.workshop()];
    if (!floor || !workshop) return '';
    const { day, minute } = dayAt(floor.day, minutes, workshop, ends);
    return momentText(day, minute, workshop.opensAt);
  }
  protected readonly refused = signal<string | null>(null);
  /** A bar is put down: on which day, in which bay. */
  protected dropped(e: CdkDragEnd, p: Placed): void {
    const grid = this.grid()?.nativeElement;
    const at = e.dropPoint;
    e.source.reset();
    if (!grid) return;
    const lanes = [...grid.querySelectorAll<HTMLElement>('.lane.bay .track')];
    const hit = lanes.find((l) => {
      const r = l.getBoundingClientRect();
      return at.y >= r.top && at.y <= r.bottom;
    });
    const [track] = lanes;
    if (!track) return;
    const r = track.getBoundingClientRect();
    const shift = Math.round((e.distance.x / r.width) * DAYS);
    this.hold(p, hit?.dataset.bay ?? p.bay, shift);
  }
  /** A day earlier or later, or the next bay, by keyboard. */
  protected nudge(e: Event, p: Placed, days: number, bays: number): void {
    e.preventDefault();
    const all = this.workshop()?.bays ?? [];
    const at = all.findIndex((b) => b.id === p.bay);
    const bay = all[Math.max(0, Math.min(all.length - 1, at + bays))]?.id ?? p.bay;
    this.hold(p, bay, days);
  }
  private hold(p: Placed, bay: string, days: number): void {
    const [floor, workshop, row] = [this.data.floor(), this.workshop(), this.rows().get(p.id)];
    if (!floor || !workshop || !row) return;
    const start = p.start + days * workshop.minutesPerDay;
    const ready = row.floor?.readyOn ?? null;
    const earliest = ready === null ? 0 : Math.max(0, minutesUntil(floor.day, ready, workshop));
    this.refused.set(
      start < 0
        ? `${row.customer} cannot begin before today.`
        : start + workshop.minutesPerDay <= earliest
          ? `${row.customer} cannot begin before ${shortDay(ready ?? floor.day)}: its boxes are not here.`
          : null,
    );
    if (this.refused() !== null) return;
    const { day } = dayAt(floor.day, Math.max(0, start), workshop);
    this.data.change(p.id, 'work', { bay, startDay: day });
  }
  protected free(p: Placed): void {
    this.refused.set(null);
    this.data.change(p.id, 'work', { bay: null, startDay: null });
  }
  protected percent(share: number): string {
    return `${Math.round(share * 100)} %`;
  }
  protected readonly promised = (row: FloorRow) => (row.promiseDate ? shortDay(row.promiseDate) : '–');
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { ENTRY_LIMITS, MOST_ROUNDS } from '@rigger/contracts';
import {
  CORNERS,
  emptyRound,
  formatInches16,
  formatLength,
  isEmptyRound,
  LIFT_SOURCES,
  TAPE_CARES,
  TAPED_WHEN,
  type Axle,
  type Corner,
  type Need,
  type TapeCare,
  type TapedWhen,
  type TapeRound,
  LEVEL_MM,
} from '@rigger/core';
import {
  CORNER_NAMES,
  findingText,
  length,
  lengthFaultText,
  offText,
  shortDay,
  TAPE_CARE_WORDS,
  tapeCauseText,
  TAPED_WHEN_WORDS,
  tapedHeadline,
} from '@rigger/wording';
import { Arrival } from '../../data/arrival';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { DayField } from '../../ui/day-field';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';

/** Rounds of the tape at four corners, before the work and after it: read in both units, each beside its forecast. */
@Component({
  selector: 'app-tape',
  imports: [
    FormsModule,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    MatRadioModule,
    DayField,
    HeadlineBlock,
    FigureButton,
    NumberField,
  ],
  templateUrl: './tape.html',
  styleUrl: './tape.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TapeView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  private readonly arrival = inject(Arrival);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly whens = TAPED_WHEN;
  protected readonly whenWords = TAPED_WHEN_WORDS;
  protected readonly cares = TAPE_CARES;
  protected readonly careWords = TAPE_CARE_WORDS;
  protected readonly rounds = computed(() => this.store.sections()?.tape.rounds ?? []);
  private readonly asked = signal<string | null>(null);
  /** the round in front: the one that was asked for, else the last that somebody has written into */
  protected readonly round = computed<TapeRound | null>(() => {
    const all = this.rounds();
    return (
      all.find((r) => r.id === this.asked()) ??
      [...all].reverse().find((r) => !isEmptyRound(r)) ??
      all[0] ??
      null
    );
  });
  protected readonly tabs = computed(() =>
    this.rounds().map((r) => ({
      id: r.id,
      name: [TAPED_WHEN_WORDS[r.when], r.day && shortDay(r.day)].filter(Boolean).join(', '),
      current: r.id === this.round()?.id,
    })),
  );
  protected readonly full = computed(() => this.rounds().length >= MOST_ROUNDS);
  private readonly taped = computed(
    () => this.view.assessment()?.taped.find((t) => t.id === this.round()?.id) ?? null,
  );
  /** without a vehicle only the heights themselves are read */
  protected readonly reading = computed(
    () =>
      this.taped()?.reading ??
      (this.round()?.when === 'before' ? this.view.assessment()?.tape : null) ??
      null,
  );
  protected readonly platform = computed(() => this.view.assessment()?.vehicle?.platform ?? null);
  protected readonly headline = computed(() => {
    const [a, round] = [this.view.assessment(), this.round()];
    return a && round && tapedHeadline(a, round, this.taped(), this.shop.style());
  });
  protected readonly corners = computed(() => {
    const round = this.round();
    return CORNERS.map((corner) => {
      const read = this.reading()?.corners[corner];
      const good = read && 'reading' in read ? read.reading : null;
      const bad =
        read && 'fault' in read && read.fault.code !== 'length-empty' && round
          ? lengthFaultText(read.fault, this.shop.style(), round.readFrom)
          : null;
      return {
        corner,
        name: CORNER_NAMES[corner],
        text: round?.corners[corner] ?? '',
        bad,
        both: good
          ? `${formatLength(good.mm, 'mm')} · ${formatInches16(good.mm)} in${good.unitAssumed ? ` (read as ${good.unit === 'in' ? 'inches' : 'mm'})` : ''}`
          : '',
      };
    });
  });
  /** of the difference between the arches, what this body has when it stands level */
  protected readonly own = computed(() => {
    const mm = this.platform()?.levelArchDifferenceMm ?? 0;
    return mm === 0
      ? ''
      : `; ${length(Math.abs(mm), this.shop.style())} of the arches’ difference ${mm > 0 ? 'is' : 'against it is'} the body’s own`;
  });
  protected readonly axles = computed(() =>
    (['front', 'rear'] as const).map((axle) => {
      const t = this.taped()?.axles[axle] ?? null;
      const sides = this.reading()?.sides[axle] ?? null;
      return {
        name: axle === 'front' ? 'Front' : 'Rear',
        mean: this.reading()?.[axle] ?? null,
        forecast: t?.forecast ?? null,
        claim: t?.claimedMm == null ? null : length(t.claimedMm, this.shop.style()),
        off: t?.offMm == null ? null : offText(t.offMm, this.shop.style()),
        outside: t?.outside ?? false,
        difference: sides && sides.left.value - sides.right.value,
        cause:
          t?.cause && this.round()?.when !== 'before'
            ? tapeCauseText(t, this.stepAt(axle), this.shop.style())
            : null,
      };
    }),
  );
  protected readonly causes = computed(() =>
    this.axles().flatMap((a) => (a.cause === null ? [] : [a.cause])),
  );
  protected readonly findings = computed(() =>
    this.round()?.when === 'before'
      ? (this.view.assessment()?.needs ?? []).filter((n) => n.topic === 'tape')
      : [],
  );
  protected readonly levelWithin = computed(() => length(LEVEL_MM, this.shop.style()));
  protected readonly say = (n: Need) => findingText(n.finding, this.shop.style(), this.platform());
  protected difference(mm: number): string {
    if (mm === 0) return 'equal';
    return `${mm < 0 ? 'left' : 'right'} ${length(Math.abs(mm), this.shop.style())} lower`;
  }
  /** the step of the plan that puts the height in at this axle */
  private stepAt(axle: Axle): number | null {
    const sources = new Set(
      (this.view.assessment()?.chosen ?? [])
        .filter(({ part: p }) => LIFT_SOURCES.includes(p.family) && (p.axle === axle || p.axle === 'both'))
        .map((c) => c.part.code),
    );
    return (
      this.view.plan()?.steps.find((s) => s.axle === axle && s.parts.some((p) => sources.has(p)))?.number ??
      null
    );
  }

  protected show(id: string): void {
    this.asked.set(id);
  }
  protected edit(change: Partial<TapeRound>): void {
    const round = this.round();
    if (!round) return;
    this.store.patch(
      'tape',
      { rounds: this.rounds().map((r) => (r.id === round.id ? { ...r, ...change } : r)) },
      `rounds.${round.id}.${Object.keys(change).join()}`,
    );
  }
  protected write(corner: Corner, text: string): void {
    const round = this.round();
    if (!round) return;
    this.store.patch(
      'tape',
      {
        rounds: this.rounds().map((r) =>
          r.id === round.id ? { ...r, corners: { ...r.corners, [corner]: text } } : r,
        ),
      },
      `rounds.${round.id}.corners.${corner}`,
    );
  }
  protected care(what: TapeCare, done: boolean): void {
    const round = this.round();
    if (round) this.edit({ cares: { ...round.cares, [what]: done } });
  }
  /** the next round is taken the way the last one was */
  protected add(): void {
    const last = this.rounds().at(-1);
    const next: Readonly<Record<TapedWhen, TapedWhen>> = {
      before: 'down',
      down: 'settled',
      settled: 'other',
      other: 'other',
    };
    const fresh = emptyRound(crypto.randomUUID(), last ? next[last.when] : 'before', last?.readFrom ?? 'hub');
    this.store.patch('tape', { rounds: [...this.rounds(), fresh] }, 'rounds');
    this.asked.set(fresh.id);
    this.arrival.next('.plan input');
  }
  protected drop(): void {
    const round = this.round();
    if (!round) return;
    this.store.patch('tape', { rounds: this.rounds().filter((r) => r.id !== round.id) }, 'rounds');
    this.asked.set(null);
    this.arrival.next('.rounds button');
  }
}

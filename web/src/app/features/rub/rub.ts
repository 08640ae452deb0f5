import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import {
  formatDecimal,
  largestFigure,
  rubFigures,
  type ObstacleKind,
  type ObstacleResult,
  type Relief,
  type RubCure,
  type RubProgress,
  minutesOf,
} from '@rigger/core';
import {
  cureText,
  duration,
  length,
  LIFT_SET_WORDS,
  missText,
  money,
  OBSTACLE_WORDS,
  RUB_WORDS,
  rubHeadline,
  studyFaultText,
  WHERE_WORDS,
} from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { RubMapView } from '../../drawing/rub-map-view';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { NotPosed } from '../../ui/not-posed';
import { LineChart, type LineChartData } from '../../ui/line-chart';
import { LinkageView } from '../../drawing/linkage-view';
import { RubInputs } from '../../data/rub-inputs';
import { RubModel } from './rub-model';

const STAGE_WORDS: Readonly<Record<RubProgress['stage'], string>> = {
  coarse: 'First look',
  map: 'Full map',
  edges: 'Edges of the rub',
  cures: 'What would end it',
  lifts: 'Least lift',
  sizes: 'Sizes that clear',
};
interface Tick {
  readonly relief: Relief;
  readonly on: boolean;
  readonly says: string;
}
interface Row {
  readonly of: ObstacleResult;
  readonly name: string;
  readonly figures: ReturnType<typeof rubFigures>;
  readonly ticks: readonly Tick[];
  readonly others: readonly string[];
}

/** Where a tyre touches over travel and lock, what it touches, what ends it, and which lift or size would do. */
@Component({
  selector: 'app-rub',
  imports: [
    RouterLink,
    MatButtonModule,
    MatButtonToggleModule,
    MatCheckboxModule,
    MatProgressBarModule,
    FigureButton,
    HeadlineBlock,
    NotPosed,
    LinkageView,
    LineChart,
    RubMapView,
  ],
  providers: [RubInputs, RubModel],
  templateUrl: './rub.html',
  styleUrl: './rub.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RubView {
  protected readonly model = inject(RubModel);
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  protected readonly views = ['plan', 'front'] as const;
  protected readonly verdicts = RUB_WORDS;
  protected readonly where = WHERE_WORDS;
  protected readonly sets = LIFT_SET_WORDS;
  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly headline = computed(() => {
    const s = this.model.study();
    return s && rubHeadline(s, this.shop.style());
  });
  protected readonly fault = computed(() => {
    const f = this.model.fault();
    return f && studyFaultText(f, this.shop.style());
  });
  protected readonly working = computed(() => {
    const s = this.model.stage();
    return s && STAGE_WORDS[s];
  });
  private readonly chosen = computed(() => this.store.sections()?.tire.reliefs ?? []);
  protected readonly rows = computed<readonly Row[]>(() => {
    const s = this.model.study();
    const v = this.vehicle();
    const reliefs = this.shop.catalogue()?.reliefs ?? [];
    if (!s || !v) return [];
    return s.obstacles.map((o): Row => {
      const spec = v.platform[s.axle].obstacles.find((x) => x.kind === o.kind);
      return {
        of: o,
        name: OBSTACLE_WORDS[o.kind],
        figures: rubFigures(o, s),
        ticks: (spec?.reliefs ?? []).flatMap((code): Tick[] => {
          const relief = reliefs.find((r) => r.code === code);
          return relief ? [this.tickOf(relief, o)] : [];
        }),
        others: o.cures.filter((c) => c.by !== 'relief').map((c) => cureText(c, this.shop.style())),
      };
    });
  });
  /** reliefs that took an obstacle off the map altogether */
  protected readonly taken = computed<readonly { readonly kind: ObstacleKind; readonly relief: Relief }[]>(
    () => {
      const s = this.model.study();
      const reliefs = this.shop.catalogue()?.reliefs ?? [];
      return this.chosen()
        .filter((c) => c.axle === s?.axle && !s.obstacles.some((o) => o.kind === c.obstacle))
        .flatMap((c) => {
          const relief = reliefs.find((r) => r.code === c.relief);
          return relief && c.obstacle ? [{ kind: c.obstacle, relief }] : [];
        });
    },
  );
  /** stops of travel and lock, which belong to the axle and not to one obstacle */
  protected readonly stops = computed<readonly Tick[]>(() => {
    const s = this.model.study();
    return (this.shop.catalogue()?.reliefs ?? [])
      .filter(
        (r) =>
          r.effect.kind === 'bump-stop' || (r.effect.kind === 'steering-stop' && (s?.ends.lock ?? 0) > 0),
      )
      .map((relief) => this.tickOf(relief, null));
  });
  protected readonly lifts = computed(() => {
    const s = this.model.study();
    const style = this.shop.style();
    return (s?.lifts ?? []).map((l) => ({
      set: l.set,
      lift: l.liftMm === null ? null : length(l.liftMm, style),
      enough: s !== null && l.liftMm !== null && l.liftMm <= -s.rideZMm + 0.5,
      blocked: l.obstacle ? OBSTACLE_WORDS[l.obstacle] : '',
      stop: l.stopMm === null ? '–' : l.stopMm === 0 ? 'holds' : `${length(l.stopMm, style)} earlier`,
      cost: l.minutes === 0 ? '–' : `${duration(l.minutes)}, ${money(l.priceMinor, style)}`,
    }));
  });
  protected readonly largest = computed(() => {
    const s = this.model.study();
    return s && largestFigure(s);
  });
  protected readonly atAnySize = computed(() =>
    (this.model.study()?.atAnySize ?? []).map((k) => OBSTACLE_WORDS[k]).join(' and the '),
  );
  protected readonly frontier = computed(() => {
    const s = this.model.study();
    return (s?.frontier ?? []).map((p) => ({
      section: length(p.sectionMm, this.shop.style()),
      diameter: p.diameterMm === null ? 'none' : length(p.diameterMm, this.shop.style()),
      own: s !== null && Math.abs(p.sectionMm - s.tire.sectionMm) <= 5,
    }));
  });
  protected readonly sizes = computed<LineChartData | null>(() => {
    const s = this.model.study();
    if (!s || s.byLift.length === 0) return null;
    const middle = s.byLift[1];
    const all = s.byLift.flatMap((c) => c.points.flatMap((p) => p.diameterMm ?? []));
    const low = Math.min(s.tire.diameterMm, ...all);
    const high = Math.max(s.tire.diameterMm, ...all);
    return {
      title: 'Largest diameter that clears, by lift, for three section widths',
      xTitle: 'suspension lift over stock, mm',
      yTitle: 'diameter, mm',
      x: [0, Math.max(...s.byLift.flatMap((c) => c.points.map((p) => p.liftMm)))],
      y: [Math.floor((low - 12) / 20) * 20, Math.ceil((high + 12) / 20) * 20],
      lines: s.byLift.map((c) => ({
        label: `${formatDecimal(c.sectionMm, 0)} wide`,
        tone: c === middle ? ('strong' as const) : ('quiet' as const),
        dashed: c !== middle,
        points: c.points.map((p) => ({ x: p.liftMm, y: p.diameterMm })),
      })),
      spots: [{ x: Math.max(0, -s.rideZMm), y: s.tire.diameterMm, label: s.tire.label }],
      uprights: [{ x: Math.max(0, -s.rideZMm), label: 'planned' }],
    };
  });
  protected readonly written = (mm: number) => length(mm, this.shop.style());
  protected readonly marks = computed(() => {
    const s = this.model.study();
    if (!s) return [];
    const same = Math.abs(s.todayZMm - s.rideZMm) < 6;
    return [
      { zMm: s.rideZMm, label: same ? 'rides here' : 'rides here as planned' },
      ...(same ? [] : [{ zMm: s.todayZMm, label: 'rides here today' }]),
    ];
  });
  protected readonly acrossName = computed(
    () =>
      ({
        'rack-mm': 'rack, mm (+ to the left)',
        'kingpin-deg': 'wheels turned, ° (+ to the left)',
        'other-wheel-mm': 'travel of the other wheel, mm (+ bump)',
      })[this.model.study()?.acrossIs ?? 'rack-mm'],
  );
  protected readonly spoken = computed(() => {
    const s = this.model.study();
    return s
      ? `Map of travel and ${s.acrossIs === 'other-wheel-mm' ? 'the other wheel’s travel' : 'lock'}: ${formatDecimal(s.rubShare * 100, 1)} % rubs. ${this.cellText()}. Arrow keys move.`
      : '';
  });
  /** the chosen cell as words: where it is, and what is nearest there */
  protected readonly cellText = computed(() => {
    const [s, c] = [this.model.study(), this.model.cell()];
    if (!s || !c) return '';
    const style = this.shop.style();
    const mm = s.map.clearanceMm[c.row]?.[c.column] ?? null;
    const posed = this.model.posed();
    const kind = posed?.nearest.kind;
    // what turns with the wheel is as near in every pose, so the map leaves it out; the answer here does not
    const least = posed?.obstacles.reduce((a, b) => (b.clearanceMm < a.clearanceMm ? b : a));
    const always =
      least && mm !== null && least.kind !== kind && least.clearanceMm < mm
        ? `; nearer, in every pose: ${OBSTACLE_WORDS[least.kind]} ${missText(least.clearanceMm, style)}`
        : '';
    const at = s.map.grid.across[c.column] ?? 0;
    const turned =
      s.acrossIs === 'kingpin-deg'
        ? `wheels ${formatDecimal(Math.abs(at), 0)}° ${at >= 0 ? 'left' : 'right'}`
        : s.acrossIs === 'rack-mm'
          ? `rack ${length(Math.abs(at), style)} ${at >= 0 ? 'left' : 'right'}`
          : `other wheel at ${length(at, style)}`;
    // the map shows the nearest of both wheels of a beam, and of a steered one for every place of the other
    const state = [
      ...(posed && posed.otherMm !== null && s.acrossIs === 'kingpin-deg'
        ? [`, the other at ${length(posed.otherMm, style)}`]
        : []),
      ...(posed?.side === 'right' ? [' (the right wheel, drawn at the left)'] : []),
    ].join('');
    return `Travel ${length(s.map.grid.zMm[c.row] ?? 0, style)}${state}, ${turned}: ${mm === null ? 'the linkage does not reach' : `${kind ? `${OBSTACLE_WORDS[kind]} ` : ''}${missText(mm, style)}`}${always}`;
  });
  protected readonly share = computed(() => formatDecimal((this.model.study()?.rubShare ?? 0) * 100, 1));
  protected readonly points = computed(() =>
    (this.model.posed()?.obstacles ?? []).map((o) => ({
      name: OBSTACLE_WORDS[o.kind],
      at: o.points,
      touching: o.clearanceMm < 0,
    })),
  );
  protected readonly nearestName = computed(() => {
    const n = this.model.posed()?.nearest;
    return n ? `${OBSTACLE_WORDS[n.kind]} ${length(n.clearanceMm, this.shop.style())}` : '';
  });
  protected readonly asLength = (mm: number) => length(mm, this.shop.style());

  private tickOf(relief: Relief, o: ObstacleResult | null): Tick {
    const on = this.chosen().some(
      (c) => c.axle === this.model.axle() && c.obstacle === (o?.kind ?? null) && c.relief === relief.code,
    );
    const cure = o?.cures.find(
      (c): c is Extract<RubCure, { by: 'relief' }> => c.by === 'relief' && c.relief.code === relief.code,
    );
    const style = this.shop.style();
    return {
      relief,
      on,
      says: cure
        ? cureText(cure, style).slice(relief.name.length + 2)
        : `${duration(minutesOf(relief.work))}${relief.priceMinor > 0 ? `, ${money(relief.priceMinor, style)}` : ''}${relief.reversible ? ', reversible' : ', permanent'}`,
    };
  }
  protected toggle(kind: ObstacleKind | null, relief: Relief): void {
    const axle = this.model.axle();
    const is = (c: { axle: string; obstacle: string | null; relief: string }) =>
      c.axle === axle && c.obstacle === kind && c.relief === relief.code;
    const now = this.chosen();
    this.store.patch(
      'tire',
      {
        reliefs: now.some(is)
          ? now.filter((c) => !is(c))
          : [...now, { axle, obstacle: kind, relief: relief.code }],
      },
      `reliefs/${axle}/${kind ?? 'axle'}/${relief.code}`,
    );
  }
}

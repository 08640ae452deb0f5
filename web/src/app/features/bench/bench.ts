import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatSliderModule } from '@angular/material/slider';
import { RouterLink } from '@angular/router';
import {
  CURVES,
  poseFigures,
  standingFigures,
  type CurveName,
  type Figure,
  type Linkage,
  type Result,
  formatDecimal,
  nearestToZero,
} from '@rigger/core';
import {
  benchHeadline,
  FIGURE_WORDS,
  CURVE_WORDS,
  quantity,
  degrees,
  length,
  rideFaultText,
  roomText,
} from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { saveAs } from '../../data/save-as';
import { Shop } from '../../data/shop';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { NotPosed } from '../../ui/not-posed';
import { NumberField } from '../../ui/number-field';
import { BenchModel } from './bench-model';
import { CurveChart, type CurveData } from './curve-chart';
import { Stroke } from './stroke';
import { LinkageView, type Seen } from '../../drawing/linkage-view';

interface Row {
  readonly name: string;
  readonly now: Figure | null;
  readonly planned: Figure | null;
}
interface Slide {
  readonly key: 'travelMm' | 'rackMm' | 'rollMm';
  readonly name: string;
  readonly spoken: string;
  readonly min: number;
  readonly max: number;
}
const RACK_MM = 75;
const ROLL_MM = 120;

/** The axle's real linkage, moving: what the lift did to it, what each part does, and its curves. */
@Component({
  selector: 'app-bench',
  imports: [
    FormsModule,
    RouterLink,
    MatButtonModule,
    MatButtonToggleModule,
    MatCheckboxModule,
    MatSliderModule,
    FigureButton,
    HeadlineBlock,
    NotPosed,
    NumberField,
    LinkageView,
    CurveChart,
    Stroke,
  ],
  providers: [BenchModel],
  templateUrl: './bench.html',
  styleUrl: './bench.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchView {
  protected readonly model = inject(BenchModel);
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  private readonly chart = viewChild(CurveChart);
  protected readonly curveWords = CURVE_WORDS;
  protected readonly sides = SIDES;
  protected readonly seen = signal<Seen>('front');
  /** the line that is opened into its curve */
  private readonly wanted = signal<CurveName | null>(null);
  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly curves = computed(() => {
    const b = this.model.bench();
    return CURVES.filter((c) => b?.planned.curves[c]?.some((v) => v !== null));
  });
  protected readonly curve = computed<CurveName | null>(() => {
    const wanted = this.wanted();
    return wanted !== null && this.curves().includes(wanted) ? wanted : null;
  });
  protected readonly headline = computed(() => {
    const [b, a] = [this.model.bench(), this.view.assessment()];
    return b && a?.vehicle ? benchHeadline(b, a.needs, this.shop.style(), a.vehicle.platform) : null;
  });
  protected readonly fault = computed(() => {
    const f = this.model.fault();
    return f && rideFaultText(f, this.shop.style());
  });
  protected readonly now = computed(() => linkageOf(this.model.posed()?.now));
  protected readonly planned = computed(() => linkageOf(this.model.posed()?.planned));
  protected readonly reach = computed(() => {
    const p = this.model.posed()?.planned;
    return p && !p.ok
      ? `${p.fault.member} cannot reach: ${p.fault.lastZMm === null ? '' : `last at ${length(p.fault.lastZMm, this.shop.style())}`}`
      : null;
  });
  protected readonly tire = computed(() => {
    const side = this.view.assessment()?.tires.check?.[this.model.axle()].target;
    const p = this.vehicle()?.platform;
    return {
      radius: side
        ? side.state.diameterMm / 2
        : (p?.[this.model.axle()].hardpoints.loadedRadiusMm ?? 380) * 1.04,
      width: side?.state.sectionOnRimMm ?? 255,
    };
  });
  /** every curve of the axle: what it is at ride height, and its stroke */
  protected readonly strokes = computed(() => {
    const b = this.model.bench();
    if (!b) return [];
    const room = b.planned.room;
    const marks = [
      { zMm: b.now.zMm, label: 'today' },
      { zMm: b.planned.zMm, label: 'planned' },
      { zMm: b.loadedZMm, label: 'loaded' },
      ...(room
        ? [
            { zMm: b.planned.zMm - room.droopMm, label: `droop: ${room.droopBy}` },
            { zMm: b.planned.zMm + room.bumpMm, label: room.bumpBy },
          ]
        : []),
    ];
    return this.curves().map((curve) => {
      const { name: title, unit } = CURVE_WORDS[curve];
      const [now, planned] = [b.now.curves[curve] ?? [], b.planned.curves[curve] ?? []];
      const at = (values: readonly (number | null)[], zMm: number) => {
        const v = values[nearestToZero(b.travelMm.map((z) => z - zMm))];
        if (v == null) return '–';
        if (unit === 'mm') return quantity(v, unit, this.shop.style(), 1);
        return `${formatDecimal(v, Math.abs(v) < 10 ? 2 : 1)} ${unit}`.trim();
      };
      const data: CurveData = {
        title,
        unit,
        lengths: this.shop.style().length,
        travelMm: b.travelMm,
        now,
        planned,
        band: b.bands[curve] ?? null,
        marks,
      };
      return { curve, data, now: at(now, b.now.zMm), planned: at(planned, b.planned.zMm) };
    });
  });
  protected readonly atMm = computed(
    () => (this.model.bench()?.planned.zMm ?? 0) + this.model.position().travelMm,
  );
  /** hub to arch at the pose: what "body height" means */
  protected readonly archMm = computed(() => {
    const f = this.view.assessment()?.forecast;
    return f ? Math.round(f.planned[this.model.axle()].value - this.model.position().travelMm) : null;
  });
  protected readonly archRange = computed<readonly [number, number]>(() => {
    const [low, high] = this.model.range();
    const planned = (this.archMm() ?? 0) + this.model.position().travelMm;
    return [Math.ceil(planned - high), Math.floor(planned - low)];
  });
  protected readonly live = computed<readonly Row[]>(() => {
    const [posed, b, p] = [this.model.posed(), this.model.bench(), this.model.position()];
    if (!posed || !b) return [];
    const of = (r: typeof posed.now, zMm: number) =>
      r.ok ? poseFigures(r.value.figures, { zMm: zMm + p.travelMm, rackMm: p.rackMm, rollMm: p.rollMm }) : [];
    return rowsOf(of(posed.now, b.now.zMm), of(posed.planned, b.planned.zMm));
  });
  protected readonly standing = computed<readonly Row[]>(() => {
    const b = this.model.bench();
    return b ? rowsOf(standingFigures(b, b.now), standingFigures(b, b.planned)) : [];
  });
  protected readonly rooms = computed(() => {
    const b = this.model.bench();
    const style = this.shop.style();
    return b && { now: roomText(b.now.room, style), planned: roomText(b.planned.room, style) };
  });
  protected readonly angles = computed(() => {
    const p = this.model.posed()?.planned;
    if (!p?.ok) return [];
    const f = p.value.figures;
    if ('camberDeg' in f)
      return [
        ...(f.cvOuterDeg === null ? [] : [{ name: 'outer', text: degrees(f.cvOuterDeg), shaft: true }]),
        ...(f.cvInnerDeg === null ? [] : [{ name: 'inner', text: degrees(f.cvInnerDeg), shaft: true }]),
        { name: 'camber', text: degrees(f.camberDeg), shaft: false },
      ];
    return [
      { name: 'roll', text: degrees(f.rollDeg), shaft: false },
      ...(f.trackBarSlopeDeg === null
        ? []
        : [{ name: 'track bar', text: degrees(f.trackBarSlopeDeg), shaft: false }]),
      ...(f.dragLinkSlopeDeg === null
        ? []
        : [{ name: 'drag link', text: degrees(f.dragLinkSlopeDeg), shaft: false }]),
    ];
  });
  /** what can be moved on this axle, each with how far */
  protected readonly sliders = computed<readonly Slide[]>(() => {
    const [low, high] = this.model.range();
    const b = this.model.bench();
    return [
      { key: 'travelMm', name: 'Travel', spoken: 'Wheel travel from ride height', min: low, max: high },
      ...(b?.steers
        ? [{ key: 'rackMm', name: 'Rack', spoken: 'Rack, to the left', min: -RACK_MM, max: RACK_MM } as const]
        : []),
      ...(b?.beam
        ? [
            {
              key: 'rollMm',
              name: 'Roll',
              spoken: 'Left wheel over right',
              min: -ROLL_MM,
              max: ROLL_MM,
            } as const,
          ]
        : []),
    ];
  });
  private from = 0;

  protected pick(c: CurveName): void {
    this.wanted.update((w) => (w === c ? null : c));
  }
  protected slide(key: Slide['key'], mm: number): void {
    if (key === 'travelMm') this.model.stop();
    this.model.moveTo({ [key]: mm });
  }
  protected dragged(d: { readonly byMm: number; readonly begins: boolean }): void {
    this.model.stop();
    if (d.begins) this.from = this.model.position().travelMm;
    this.model.moveTo({ travelMm: this.from + d.byMm });
  }
  protected setArch(mm: number | null): void {
    const now = this.archMm();
    if (mm !== null && now !== null)
      this.model.moveTo({ travelMm: this.model.position().travelMm + (now - mm) });
  }
  protected readonly signed = (mm: number) => length(mm, this.shop.style());

  protected async savePng(): Promise<void> {
    const png = await this.chart()?.png();
    if (png) saveAs(png, `${this.model.axle()}-${this.curve() ?? 'curve'}.png`);
  }
  protected saveCsv(): void {
    const b = this.model.bench();
    if (!b) return;
    const names = this.curves();
    const head = [
      'travel mm',
      ...names.flatMap((c) => [
        `${CURVE_WORDS[c].name} today ${CURVE_WORDS[c].unit}`.trim(),
        `${CURVE_WORDS[c].name} planned ${CURVE_WORDS[c].unit}`.trim(),
      ]),
    ];
    const rows = b.travelMm.map((z, i) => [
      z.toFixed(2),
      ...names.flatMap((c) =>
        [b.now.curves[c]?.[i], b.planned.curves[c]?.[i]].map((v) => (v == null ? '' : v.toFixed(5))),
      ),
    ]);
    const text = [head, ...rows].map((r) => r.join(',')).join('\r\n');
    saveAs(new Blob([text], { type: 'text/csv' }), `bench-${this.model.axle()}.csv`);
  }
}

/** The axle stands in one drawing; the other sides of it are a press away. */
const SIDES: readonly { readonly seen: Seen; readonly name: string }[] = [
  { seen: 'front', name: 'from ahead' },
  { seen: 'side', name: 'from the side' },
  { seen: 'plan', name: 'from above' },
];
const linkageOf = (
  r: Result<{ readonly linkage: Linkage }, { readonly code: string }> | undefined,
): Linkage | null => (r?.ok ? r.value.linkage : null);
/** Today and planned beside each other, by the name of the figure. */
function rowsOf(now: readonly Figure[], planned: readonly Figure[]): readonly Row[] {
  const names = [...new Set([...planned, ...now].map((f) => f.name))];
  const of = (list: readonly Figure[], name: Figure['name']) => list.find((f) => f.name === name) ?? null;
  return names.map((name) => ({
    name: FIGURE_WORDS[name].replace(/ at ride height$/, ''),
    now: of(now, name),
    planned: of(planned, name),
  }));
}

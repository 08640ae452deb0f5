import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { Chart, LinearScale, LineController, LineElement, PointElement, type Plugin } from 'chart.js';
import { formatDecimal, MM_PER_INCH } from '@rigger/core';
import { Theme } from '../../data/theme';

const STEP_MM = 20;
Chart.register(LineController, LineElement, PointElement, LinearScale);

export interface ChartMark {
  readonly zMm: number;
  readonly label: string;
}
export interface CurveData {
  readonly title: string;
  /** of the curve; millimetres are written as the shop writes lengths */
  readonly unit: string;
  readonly lengths: 'mm' | 'in';
  readonly travelMm: readonly number[];
  readonly now: readonly (number | null)[];
  readonly planned: readonly (number | null)[];
  readonly band: { readonly min: number | null; readonly max: number | null } | null;
  readonly marks: readonly ChartMark[];
}

/** One curve over the travel, today and planned, with its band, the ride heights and the pose being shown. Lines carry
 *  their names themselves. */
@Component({
  selector: 'app-curve-chart',
  template: `
    <canvas
      #canvas
      role="img"
      [attr.aria-label]="data().title + ' over wheel travel, today and planned'"
    ></canvas>
    @if (here(); as h) {
      <span class="here" [style.transform]="'translate(' + h.left + 'px,' + h.bottom + 'px)'"></span>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      contain: layout paint;
      min-height: 0;
    }
    .here {
      position: absolute;
      left: 0;
      top: 0;
      width: 2px;
      will-change: transform; /* moved on its own layer: nothing is laid out or painted again */
      height: 10px;
      margin: -10px 0 0 -1px;
      background: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveChart {
  readonly data = input.required<CurveData>();
  /** travel of the pose the views show, mm */
  readonly atMm = input.required<number>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly theme = inject(Theme);
  private chart: Chart | null = null;
  /** where the chart draws, px, and the travel it spans: the mark of the pose is laid over it, so a drag draws no chart */
  private readonly area = signal<{
    readonly left: number;
    readonly width: number;
    readonly bottom: number;
    readonly from: number;
    readonly to: number;
  } | null>(null);
  protected readonly here = computed(() => {
    const a = this.area();
    return a && { left: a.left + ((this.atMm() - a.from) / (a.to - a.from)) * a.width, bottom: a.bottom };
  });

  constructor() {
    effect(() => {
      this.theme.mode();
      this.draw(this.data());
    });
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }
  /** The picture as PNG, for saving. */
  png(): Promise<Blob | null> {
    return new Promise((done) => {
      this.canvas().nativeElement.toBlob(done, 'image/png');
    });
  }

  private draw(d: CurveData): void {
    const canvas = this.canvas().nativeElement;
    const css = getComputedStyle(canvas);
    const colour = (name: string) => css.getPropertyValue(name).trim();
    const [ink2, hair, heather, rust] = ['--ink-2', '--hair', '--heather', '--rust'].map(colour);
    const inches = d.lengths === 'in';
    const step = inches ? MM_PER_INCH : STEP_MM;
    /** a value of millimetres as it stands at a tick */
    const written = (mm: number | string) =>
      inches ? formatDecimal(Number(mm) / MM_PER_INCH, 1) : formatDecimal(Number(mm), 0);
    const unit = d.unit === 'mm' ? d.lengths : d.unit;
    const font = { family: css.getPropertyValue('--text'), size: 12 };
    const points = (values: readonly (number | null)[]) =>
      values.map((y, i) => ({ x: d.travelMm[i] ?? 0, y }));
    const marks: Plugin<'line'> = {
      id: 'marks',
      beforeDatasetsDraw: ({ ctx, chartArea: a, scales }) => {
        const { x, y } = scales;
        if (!x || !y) return;
        ctx.save();
        ctx.font = `${font.size}px ${font.family}`;
        if (d.band) {
          const top = d.band.max === null ? a.top : Math.max(a.top, y.getPixelForValue(d.band.max));
          const bottom = d.band.min === null ? a.bottom : Math.min(a.bottom, y.getPixelForValue(d.band.min));
          ctx.fillStyle = colour('--heather-wash');
          if (bottom > top) ctx.fillRect(a.left, top, a.right - a.left, bottom - top);
          ctx.strokeStyle = rust ?? '';
          ctx.setLineDash([6, 4]);
          for (const v of [d.band.min, d.band.max]) {
            if (v === null) continue;
            const at = y.getPixelForValue(v);
            if (at < a.top || at > a.bottom) continue;
            ctx.beginPath();
            ctx.moveTo(a.left, at);
            ctx.lineTo(a.right, at);
            ctx.stroke();
          }
        }
        ctx.setLineDash([]);
        ctx.fillStyle = ink2 ?? '';
        ctx.strokeStyle = ink2 ?? '';
        ctx.lineWidth = 1;
        ctx.textAlign = 'center';
        const rows: number[] = [];
        for (const m of [...d.marks].sort((p, q) => p.zMm - q.zMm)) {
          const at = x.getPixelForValue(m.zMm);
          if (at < a.left || at > a.right) continue;
          ctx.beginPath();
          ctx.moveTo(at, a.top);
          ctx.lineTo(at, a.bottom);
          ctx.stroke();
          const wide = ctx.measureText(m.label).width / 2 + 6;
          let row = 0;
          while ((rows[row] ?? -Infinity) > at - wide) row++;
          rows[row] = at + wide;
          ctx.fillText(m.label, Math.min(a.right - wide, Math.max(a.left + wide, at)), a.top + 12 + 14 * row);
        }
        ctx.restore();
      },
      afterLayout: ({ chartArea: c, scales }) => {
        const x = scales.x;
        if (x)
          this.area.set({ left: c.left, width: c.right - c.left, bottom: c.bottom, from: x.min, to: x.max });
      },
      afterDatasetsDraw: (chart) => {
        const { ctx } = chart;
        ctx.save();
        ctx.font = `600 ${font.size}px ${font.family}`;
        chart.data.datasets.forEach((set, i) => {
          const last = chart.getDatasetMeta(i).data.at(i === 0 ? -8 : -14);
          if (!last) return;
          ctx.fillStyle = i === 0 ? (ink2 ?? '') : (heather ?? '');
          ctx.textAlign = 'right';
          ctx.fillText(set.label ?? '', last.x, last.y - 6);
        });
        ctx.restore();
      },
    };
    this.chart?.destroy();
    this.chart = new Chart(canvas, {
      type: 'line',
      data: {
        datasets: [
          {
            label: 'today',
            data: points(d.now),
            borderColor: ink2 ?? '',
            borderDash: [5, 4],
            borderWidth: 1.6,
            pointRadius: 0,
          },
          {
            label: 'planned',
            data: points(d.planned),
            borderColor: heather ?? '',
            borderWidth: 2.4,
            pointRadius: 0,
          },
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        parsing: false,
        normalized: true,
        scales: {
          x: {
            type: 'linear',
            min: Math.floor((d.travelMm[0] ?? -100) / step) * step,
            max: Math.ceil((d.travelMm.at(-1) ?? 100) / step) * step,
            title: { display: true, text: `wheel travel, ${d.lengths} (+ bump)`, color: ink2 ?? '', font },
            grid: { color: hair ?? '' },
            ticks: { color: ink2 ?? '', font, maxRotation: 0, stepSize: step, callback: written },
          },
          y: {
            title: {
              display: true,
              text: unit === '' ? d.title : `${d.title}, ${unit}`,
              color: ink2 ?? '',
              font,
            },
            grid: { color: hair ?? '' },
            ticks: { color: ink2 ?? '', font, ...(d.unit === 'mm' && inches ? { callback: written } : {}) },
          },
        },
      },
      plugins: [marks],
    });
  }
}

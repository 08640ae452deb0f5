import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { Chart, LinearScale, LineController, LineElement, PointElement, type Plugin } from 'chart.js';
import { Theme } from '../data/theme';

Chart.register(LineController, LineElement, PointElement, LinearScale);

export interface ChartLine {
  readonly label: string;
  readonly points: readonly { readonly x: number; readonly y: number | null }[];
  readonly tone: 'plain' | 'strong' | 'quiet';
  readonly dashed?: boolean;
}
export interface ChartSpot {
  readonly x: number;
  readonly y: number;
  readonly label: string;
}
export interface LineChartData {
  readonly title: string;
  readonly xTitle: string;
  readonly yTitle: string;
  readonly lines: readonly ChartLine[];
  readonly spots: readonly ChartSpot[];
  readonly uprights: readonly { readonly x: number; readonly label: string }[];
  readonly x: readonly [number, number];
  readonly y?: readonly [number, number] | undefined;
}

/** Lines that carry their names themselves, with marked spots and uprights. */
@Component({
  selector: 'app-line-chart',
  template: `<canvas #canvas role="img" [attr.aria-label]="data().title"></canvas>`,
  styles: `
    :host {
      display: block;
      position: relative;
      min-width: 0;
      min-height: 0;
      overflow: hidden; /* a canvas holds its old width until it is drawn anew */
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineChart {
  readonly data = input.required<LineChartData>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly theme = inject(Theme);
  private chart: Chart | null = null;

  constructor() {
    effect(() => {
      this.theme.mode();
      this.draw(this.data());
    });
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }

  private draw(d: LineChartData): void {
    const canvas = this.canvas().nativeElement;
    const css = getComputedStyle(canvas);
    const colour = (name: string) => css.getPropertyValue(name).trim();
    const [ink, ink2, hair, heather, sheet] = ['--ink', '--ink-2', '--hair', '--heather', '--wash'].map(
      colour,
    );
    const font = { family: css.getPropertyValue('--text'), size: 12 };
    const toneOf = { plain: ink ?? '', strong: heather ?? '', quiet: ink2 ?? '' };
    const named: Plugin<'line'> = {
      id: 'named',
      beforeDatasetsDraw: ({ ctx, chartArea: a, scales }) => {
        const x = scales.x;
        if (!x) return;
        ctx.save();
        ctx.font = `${font.size}px ${font.family}`;
        ctx.fillStyle = ctx.strokeStyle = ink2 ?? '';
        ctx.lineWidth = 1;
        for (const m of d.uprights) {
          const at = x.getPixelForValue(m.x);
          if (at < a.left || at > a.right) continue;
          ctx.beginPath();
          ctx.moveTo(at, a.top);
          ctx.lineTo(at, a.bottom);
          ctx.stroke();
          const right = at + ctx.measureText(m.label).width + 10 > a.right;
          ctx.textAlign = right ? 'right' : 'left';
          ctx.fillText(m.label, at + (right ? -5 : 5), a.bottom - 7);
        }
        ctx.restore();
      },
      afterDatasetsDraw: (chart) => {
        const { ctx, chartArea: a, scales } = chart;
        ctx.save();
        ctx.font = `600 ${font.size}px ${font.family}`;
        const taken: number[] = [];
        chart.data.datasets.forEach((set, i) => {
          const shown = chart
            .getDatasetMeta(i)
            .data.filter((p, n) => d.lines[i]?.points[n]?.y != null && p.y >= a.top && p.y <= a.bottom);
          const last = shown.at(-1);
          if (!last) return;
          let y = Math.max(a.top + 10, last.y - 5);
          while (taken.some((t) => Math.abs(t - y) < 13)) y += 13;
          taken.push(y);
          ctx.fillStyle = typeof set.borderColor === 'string' ? set.borderColor : (ink ?? '');
          ctx.textAlign = 'right';
          ctx.fillText(set.label ?? '', Math.min(a.right - 4, last.x - 4), y);
        });
        const { x, y } = scales;
        if (x && y)
          for (const s of d.spots) {
            const [px, py] = [x.getPixelForValue(s.x), y.getPixelForValue(s.y)];
            if (px < a.left - 1 || px > a.right + 1 || py < a.top - 1 || py > a.bottom + 1) continue;
            ctx.beginPath();
            ctx.arc(px, py, 5, 0, 2 * Math.PI);
            ctx.fillStyle = sheet ?? '';
            ctx.fill();
            ctx.lineWidth = 2.2;
            ctx.strokeStyle = ink ?? '';
            ctx.stroke();
            const wide = ctx.measureText(s.label).width;
            const toLeft = px + wide + 14 > a.right;
            const from = toLeft ? px - wide - 11 : px + 11;
            ctx.fillStyle = sheet ?? '';
            ctx.fillRect(from - 2, py + 4, wide + 4, 15);
            ctx.fillStyle = ink ?? '';
            ctx.textAlign = 'left';
            ctx.fillText(s.label, from, py + 16);
          }
        ctx.restore();
      },
    };
    this.chart?.destroy();
    const axis = (text: string) => ({
      title: { display: true, text, color: ink2 ?? '', font },
      grid: { color: hair ?? '' },
      ticks: { color: ink2 ?? '', font, maxRotation: 0 },
    });
    this.chart = new Chart(canvas, {
      type: 'line',
      data: {
        datasets: d.lines.map((l) => ({
          label: l.label,
          data: [...l.points],
          borderColor: toneOf[l.tone],
          borderWidth: l.tone === 'strong' ? 2.4 : 1.5,
          borderDash: l.dashed ? [5, 4] : [],
          pointRadius: 0,
          spanGaps: false,
        })),
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        parsing: false,
        normalized: true,
        scales: {
          x: { type: 'linear', min: d.x[0], max: d.x[1], ...axis(d.xTitle) },
          y: { ...(d.y ? { min: d.y[0], max: d.y[1] } : {}), ...axis(d.yTitle) },
        },
      },
      plugins: [named],
    });
  }
}

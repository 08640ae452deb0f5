import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CurveData } from './curve-chart';

const WIDTH = 132;
const HEIGHT = 28;
const EDGE = 3;
type Values = readonly (number | null)[];

/** A curve as a small stroke over the travel: today thin, planned heavy, ticks where the axle hangs, stands and stops. */
@Component({
  selector: 'app-stroke',
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width + ' ' + height"
      [attr.width]="width"
      [attr.height]="height"
      aria-hidden="true"
    >
      <line class="rule" x1="0" [attr.x2]="width" [attr.y1]="height - 1" [attr.y2]="height - 1" />
      @for (t of ticks(); track $index) {
        <line
          class="tick"
          [attr.x1]="t.x"
          [attr.x2]="t.x"
          [attr.y1]="height - 1"
          [attr.y2]="height - t.long"
        />
      }
      <path class="today" [attr.d]="path(of().now)" />
      <path class="planned" [attr.d]="path(of().planned)" />
    </svg>
  `,
  styles: `
    :host,
    svg {
      display: block;
    }
    path {
      fill: none;
    }
    .today {
      stroke: var(--ink-2);
      stroke-dasharray: 3 2;
    }
    .planned {
      stroke: var(--heather);
      stroke-width: 1.75;
    }
    .rule,
    .tick {
      stroke: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Stroke {
  readonly of = input.required<CurveData>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  private readonly ends = computed<readonly [number, number]>(() => {
    const { travelMm } = this.of();
    return [travelMm[0] ?? 0, travelMm.at(-1) ?? 1];
  });
  private readonly span = computed<readonly [number, number]>(() => {
    const all = [...this.of().now, ...this.of().planned].filter((v): v is number => v !== null);
    const [low, high] = [Math.min(...all), Math.max(...all)];
    return high - low > 1e-9 ? [low, high] : [low - 1, high + 1];
  });
  private readonly x = (zMm: number) => {
    const [from, to] = this.ends();
    return ((zMm - from) / (to - from)) * WIDTH;
  };
  /** where it stands is the longest */
  protected readonly ticks = computed(() =>
    this.of().marks.map((m) => ({ x: this.x(m.zMm), long: m.label === 'planned' ? HEIGHT - EDGE : 7 })),
  );
  protected readonly path = (values: Values): string => {
    const [low, high] = this.span();
    let pen = 'M';
    return values
      .map((v, i) => {
        if (v === null) {
          pen = 'M';
          return '';
        }
        const y = EDGE + (1 - (v - low) / (high - low)) * (HEIGHT - 2 * EDGE - 4);
        const at = `${pen}${this.x(this.of().travelMm[i] ?? 0).toFixed(1)} ${y.toFixed(1)}`;
        pen = 'L';
        return at;
      })
      .join('');
  };
}

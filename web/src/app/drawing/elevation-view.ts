import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import type { Elevation, ElevationBody, ElevationWheel, Point2 } from '@rigger/core';
import { length } from '@rigger/wording';
import { Shop } from '../data/shop';

const MOVE_MS = 180;
/** room beside the body for the dimension texts, in inches too, mm of the drawing */
const SIDE_MM = 2250;
const QUIET_SIDE_MM = 150;
const TOP_MM = 190;

/** The elevation of this vehicle: today dashed, planned in heather, dimension lines outside the body, limit across.
 *  The shapes come from the core; here they are only drawn, and moved to a new stance. */
@Component({
  selector: 'app-elevation-view',
  template: `
    <svg [attr.viewBox]="box()" preserveAspectRatio="xMidYMax meet" role="img" [attr.aria-label]="spoken()">
      <polygon class="today" [attr.points]="path(shown().today.body)" />
      <polygon class="planned" [attr.points]="path(shown().planned.body)" />
      @for (g of shown().planned.glass; track $index) {
        <polygon class="glass" [attr.points]="path(g)" />
      }
      @for (w of shown().wheels; track $index) {
        <circle class="tire" [attr.cx]="w.x" [attr.cy]="y(w.y)" [attr.r]="w.outer" />
        <circle
          class="today"
          [attr.cx]="of().wheelsToday[$index]?.x"
          [attr.cy]="y(of().wheelsToday[$index]?.y ?? 0)"
          [attr.r]="of().wheelsToday[$index]?.outer"
        />
        <circle class="rim" [attr.cx]="w.x" [attr.cy]="y(w.y)" [attr.r]="w.rim" />
        <circle class="hub" [attr.cx]="w.x" [attr.cy]="y(w.y)" r="26" />
      }
      <rect class="earth" x="-20000" width="40000" [attr.y]="y(0)" height="400" />
      <line class="ground" [attr.x1]="-20000" [attr.x2]="20000" [attr.y1]="y(0)" [attr.y2]="y(0)" />
      @for (d of quiet() ? [] : of().dimensions; track d.axle) {
        <line
          class="dim"
          [attr.x1]="lineX(d.axle)"
          [attr.x2]="lineX(d.axle)"
          [attr.y1]="y(d.from)"
          [attr.y2]="y(d.to)"
        />
        @for (v of [d.from, d.to]; track $index) {
          <line
            class="lead"
            [attr.x1]="wheelX(d.axle)"
            [attr.x2]="lineX(d.axle)"
            [attr.y1]="y(v)"
            [attr.y2]="y(v)"
          />
          <line
            class="tick"
            [attr.x1]="lineX(d.axle) - 45"
            [attr.x2]="lineX(d.axle) + 45"
            [attr.y1]="y(v) + 45"
            [attr.y2]="y(v) - 45"
          />
        }
        <text
          class="value"
          [attr.x]="textX(d.axle)"
          [attr.y]="y((d.from + d.to) / 2) - 25"
          [attr.text-anchor]="d.axle === 'front' ? 'end' : 'start'"
        >
          {{ mm(d.valueMm) }}
        </text>
        <text
          class="was"
          [attr.x]="textX(d.axle)"
          [attr.y]="y((d.from + d.to) / 2) + 175"
          [attr.text-anchor]="d.axle === 'front' ? 'end' : 'start'"
        >
          {{ mm(d.todayMm) }} {{ d.todayTaped ? 'taped today' : 'computed today' }}
        </text>
      }
      @if (of().limitMm; as limit) {
        <line
          class="limit"
          [attr.x1]="of().bounds.minX"
          [attr.x2]="of().bounds.maxX + 1400"
          [attr.y1]="y(limit)"
          [attr.y2]="y(limit)"
        />
        @if (!quiet()) {
          <text
            class="limit-name"
            [attr.x]="of().bounds.maxX + 1400"
            [attr.y]="y(limit) - 62"
            text-anchor="end"
          >
            {{ limitName() }} {{ mm(limit) }}
          </text>
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
      /* the ground goes on beside the drawing, not under it */
      overflow: visible;
      clip-path: inset(0 -100vw);
    }
    line,
    polygon,
    circle {
      vector-effect: non-scaling-stroke;
    }
    .earth {
      fill: var(--sheet);
    }
    .ground {
      stroke: var(--ink);
      stroke-width: 2;
    }
    .today {
      fill: none;
      stroke: var(--ink-2);
      stroke-dasharray: 5 4;
    }
    .planned {
      fill: var(--heather-wash);
      fill-opacity: 0.75;
      stroke: var(--heather);
      stroke-width: 2;
    }
    .glass {
      fill: var(--sheet);
      stroke: var(--heather);
    }
    .tire {
      fill: var(--sheet);
      stroke: var(--heather);
      stroke-width: 2;
    }
    .rim {
      fill: none;
      stroke: var(--heather);
    }
    .hub {
      fill: var(--heather);
    }
    .lead {
      stroke: var(--ink-2);
      stroke-width: 0.7;
    }
    .dim {
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .tick {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      fill: var(--ink);
    }
    .value {
      font: 600 205px var(--mono);
    }
    .was {
      font: 400 175px var(--text);
      fill: var(--ink-2);
    }
    .limit {
      stroke: var(--rust);
      stroke-width: 1.5;
      stroke-dasharray: 9 5;
    }
    .limit-name {
      font: 600 180px var(--text);
      fill: var(--rust);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ElevationView {
  readonly of = input.required<Elevation>();
  readonly limitName = input('limit');
  /** small, beside others: shapes only, the figures stand in a table */
  readonly quiet = input(false);
  private readonly shop = inject(Shop);
  private readonly moving = signal<Elevation | null>(null);
  private frame = 0;
  private last: Elevation | null = null;
  protected readonly shown = computed(() => this.moving() ?? this.of());

  constructor() {
    effect(() => {
      const next = this.of();
      const from = this.last;
      this.last = next;
      cancelAnimationFrame(this.frame);
      if (
        from?.planned.body.length !== next.planned.body.length ||
        matchMedia('(prefers-reduced-motion: reduce)').matches
      ) {
        this.moving.set(null);
        return;
      }
      const begun = performance.now();
      const step = (now: number) => {
        // a frame that was begun before this and only comes now has a time before it
        const k = Math.min(1, Math.max(0, (now - begun) / MOVE_MS));
        this.moving.set(k < 1 ? between(from, next, k * (2 - k)) : null);
        if (k < 1) this.frame = requestAnimationFrame(step);
      };
      this.frame = requestAnimationFrame(step);
    });
  }
  private readonly top = computed(() => this.of().bounds.maxY + TOP_MM);
  protected readonly box = computed(() => {
    const { minX, maxX } = this.of().bounds;
    const side = this.quiet() ? QUIET_SIDE_MM : SIDE_MM;
    return `${minX - side} 0 ${maxX - minX + 2 * side} ${this.top() + 50}`;
  });
  protected readonly y = (v: number) => this.top() - v;
  protected readonly path = (points: readonly Point2[]) =>
    points.map(([x, v]) => `${x.toFixed(1)},${this.y(v).toFixed(1)}`).join(' ');
  protected readonly mm = (v: number) => length(v, this.shop.style());
  protected readonly lineX = (axle: 'front' | 'rear') =>
    axle === 'front' ? this.of().bounds.minX - 230 : this.of().bounds.maxX + 230;
  protected readonly textX = (axle: 'front' | 'rear') => this.lineX(axle) + (axle === 'front' ? -90 : 90);
  protected readonly wheelX = (axle: 'front' | 'rear') => this.of().wheels[axle === 'front' ? 0 : 1]?.x ?? 0;
  protected readonly spoken = computed(() => {
    const say = this.of().dimensions.map(
      (d) => `${d.axle} ${this.mm(d.valueMm)} planned, ${this.mm(d.todayMm)} today`,
    );
    return `Side elevation, hub to arch: ${say.join('; ')}`;
  });
}

const mix = (a: number, b: number, k: number) => a + (b - a) * k;
const mixPoints = (a: readonly Point2[], b: readonly Point2[], k: number): Point2[] =>
  b.map((p, i) => [mix(a[i]?.[0] ?? p[0], p[0], k), mix(a[i]?.[1] ?? p[1], p[1], k)]);
const mixBody = (a: ElevationBody, b: ElevationBody, k: number): ElevationBody => ({
  body: mixPoints(a.body, b.body, k),
  glass: b.glass.map((g, i) => mixPoints(a.glass[i] ?? g, g, k)),
});
function between(a: Elevation, b: Elevation, k: number): Elevation {
  const wheels: ElevationWheel[] = b.wheels.map((w, i) => {
    const was = a.wheels[i] ?? w;
    return {
      x: mix(was.x, w.x, k),
      y: mix(was.y, w.y, k),
      outer: mix(was.outer, w.outer, k),
      rim: mix(was.rim, w.rim, k),
    };
  });
  return { ...b, today: mixBody(a.today, b.today, k), planned: mixBody(a.planned, b.planned, k), wheels };
}

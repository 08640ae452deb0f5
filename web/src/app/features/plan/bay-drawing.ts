import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { sideStep, type Elevation, type OffAt, type UndersideShape } from '@rigger/core';

const ROOM_MM = 320;
/** how far the body is drawn up while the vehicle is on the lift, mm */
const UP_MM = 620;

/** What is off the vehicle while a step is done: from above, and from the side. Drawn from the vehicle's own figures. */
@Component({
  selector: 'app-bay-drawing',
  template: `
    <svg [attr.viewBox]="sideBox()" class="side" aria-hidden="true">
      <g [attr.transform]="up() ? 'translate(0 ' + -rise + ')' : ''">
        <polygon class="body" [attr.points]="path(elevation().planned.body)" />
        @for (w of wheels(); track w.axle) {
          <circle [attr.class]="'tire ' + w.is" [attr.cx]="w.x" [attr.cy]="-w.y" [attr.r]="w.outer" />
          <circle class="hub" [attr.cx]="w.x" [attr.cy]="-w.y" r="30" />
        }
      </g>
      @if (up()) {
        @for (x of posts(); track $index) {
          <path class="lift" [attr.d]="'M' + (x - 130) + ' 0L' + x + ' ' + -rise + 'L' + (x + 130) + ' 0Z'" />
        }
      }
      <line
        class="ground"
        [attr.x1]="elevation().bounds.minX - 300"
        [attr.x2]="elevation().bounds.maxX + 300"
        y1="0"
        y2="0"
      />
    </svg>
    <svg [attr.viewBox]="topBox()" class="top" role="img" [attr.aria-label]="spoken()">
      @for (s of shapes(); track $index) {
        @if (s.radiusMm; as r) {
          <circle
            [attr.class]="s.kind + ' ' + s.is"
            [attr.cx]="s.points[0]![0]"
            [attr.cy]="s.points[0]![1]"
            [attr.r]="r"
          />
        } @else if (s.closed) {
          <polygon [attr.class]="s.kind + ' ' + s.is" [attr.points]="s.line" />
        } @else {
          <polyline [attr.class]="s.kind + ' ' + s.is" [attr.points]="s.line" />
        }
      }
    </svg>
    <p class="small">{{ spoken() }}</p>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
    }
    .side {
      max-height: 150px;
    }
    .top {
      max-height: 210px;
      margin-top: 8px;
    }
    polygon,
    polyline,
    circle,
    line,
    path {
      vector-effect: non-scaling-stroke;
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.4;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .body {
      fill: var(--heather-wash);
      stroke: var(--heather);
    }
    .tire,
    .wheel {
      fill: var(--sheet);
      stroke-width: 2;
    }
    .plate,
    .battery {
      fill: var(--sheet);
    }
    .hub {
      fill: var(--ink);
    }
    .beam,
    .leaf {
      stroke-width: 4;
    }
    .bar,
    .track-bar {
      stroke-width: 2.5;
    }
    .lift {
      stroke: var(--ink-2);
    }
    .ground {
      stroke-width: 2;
    }
    .off {
      stroke: var(--ink-2);
      stroke-dasharray: 3 4;
      stroke-width: 1;
      fill: none;
    }
    @media (max-width: 900px) {
      :host {
        display: grid;
        grid-template-columns: 1fr 1fr;
        gap: 6px 24px;
        align-items: end;
      }
      p {
        grid-column: 1 / -1;
      }
    }
    .now {
      stroke: var(--rust);
      stroke-width: 4;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BayDrawing {
  readonly elevation = input.required<Elevation>();
  readonly underside = input.required<readonly UndersideShape[]>();
  readonly at = input.required<OffAt>();
  /** what is off, in words */
  readonly spoken = input.required<string>();
  protected readonly rise = UP_MM;
  protected readonly up = computed(() => this.isOff('vehicle-up@vehicle') !== 'on');
  protected readonly wheels = computed(() =>
    this.elevation().wheels.map((w, i) => {
      const axle = i === 0 ? 'front' : 'rear';
      return { ...w, axle, is: this.isOff(`wheel-off@${axle}`) };
    }),
  );
  protected readonly posts = computed(() => {
    const [front, rear] = this.elevation().wheels.map((w) => w.x);
    const [a, b] = [front ?? 0, rear ?? 0];
    return [a + (b - a) * 0.25, a + (b - a) * 0.78];
  });
  /** the vehicle looks to the left, as in its elevation: x forward becomes to the left, y left becomes down */
  protected readonly shapes = computed(() =>
    this.underside().map((s) => {
      const points = s.points.map(([x, y]) => [-x, y] as const);
      return {
        ...s,
        points,
        line: points.map((p) => p.join(',')).join(' '),
        is: s.state ? this.isOff(s.state, s.side) : 'on',
      };
    }),
  );
  protected readonly topBox = computed(() => {
    const all = this.shapes().flatMap((s) => s.points);
    const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
    const [x, y] = [Math.min(...xs) - ROOM_MM / 4, Math.min(...ys) - ROOM_MM / 4];
    return [x, y, Math.max(...xs) + ROOM_MM / 4 - x, Math.max(...ys) + ROOM_MM / 4 - y].join(' ');
  });
  protected readonly sideBox = computed(() => {
    const { minX, maxX } = this.elevation().bounds;
    const top = Math.max(...this.elevation().planned.body.map((p) => p[1])) + UP_MM + ROOM_MM / 4;
    return [minX - ROOM_MM, -top, maxX - minX + 2 * ROOM_MM, top + 60].join(' ');
  });
  /** of both sides, or of one that is done by itself */
  private isOff(state: string, side: UndersideShape['side'] = null): 'on' | 'off' | 'now' {
    const { off, now } = this.at();
    const names = [state, sideStep(state, side)];
    return names.includes(now ?? '') ? 'now' : names.some((n) => off.has(n)) ? 'off' : 'on';
  }
  protected path(points: readonly (readonly [number, number])[]): string {
    return points.map(([x, y]) => `${x},${-y}`).join(' ');
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Linkage, Vec3 } from '@rigger/core';

export type Seen = 'front' | 'side' | 'plan';
type Flat = readonly [number, number];
/** how a point is seen: front from ahead (left of the vehicle at the right), side from the left, plan from above */
const SEEN: Readonly<Record<Seen, (p: Vec3) => Flat>> = {
  front: (p) => [p[1], -p[2]],
  side: (p) => [-p[0], -p[2]],
  plan: (p) => [-p[0], -p[1]],
};
const NAMES: Readonly<Record<Seen, string>> = { front: 'Front view', side: 'Side view', plan: 'Plan view' };
const MARGIN_MM = 40;

interface Drawn {
  readonly lines: readonly {
    readonly kind: string;
    readonly name: string;
    readonly a: Flat;
    readonly b: Flat;
  }[];
  readonly wheels: readonly { readonly outline: string; readonly hub: Flat }[];
}

/** The axle's real linkage from one side: today dashed, planned in heather, anchors as ticks on the body. Dragging up and
 *  down moves the wheel through its travel. */
@Component({
  selector: 'app-linkage-view',
  template: `
    <svg
      [attr.viewBox]="box()"
      preserveAspectRatio="xMidYMid meet"
      role="img"
      [class.still]="!movable()"
      [attr.aria-label]="spoken()"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="held = null"
      (pointercancel)="held = null"
    >
      @if (seen() !== 'plan') {
        <line
          class="ground"
          [attr.x1]="bounds().x - 2000"
          [attr.x2]="bounds().x + 6000"
          [attr.y1]="groundY()"
          [attr.y2]="groundY()"
        />
      }
      @for (d of drawn(); track $index) {
        <g [attr.class]="$index === 0 ? 'today' : 'planned'">
          @for (w of d.wheels; track $index) {
            <polygon class="tyre" [attr.points]="w.outline" />
          }
          @for (l of d.lines; track l.name) {
            <line
              [attr.class]="l.kind"
              [attr.x1]="l.a[0]"
              [attr.y1]="l.a[1]"
              [attr.x2]="l.b[0]"
              [attr.y2]="l.b[1]"
            />
          }
        </g>
      }
      @for (d of dimensions(); track d.name) {
        <g class="dimension">
          <line [attr.x1]="d.x" [attr.x2]="d.x" [attr.y1]="d.from" [attr.y2]="d.to" />
          @for (y of [d.from, d.to]; track $index) {
            <line [attr.x1]="d.x - 14" [attr.x2]="d.x + 14" [attr.y1]="y + 14" [attr.y2]="y - 14" />
            <line class="lead" [attr.x1]="d.x - 30" [attr.x2]="d.x + 30" [attr.y1]="y" [attr.y2]="y" />
          }
          <text text-anchor="end" [attr.x]="d.x + 36" [attr.y]="d.top" [style.font-size.px]="lettering()">
            {{ d.text }}
          </text>
        </g>
      }
      @for (o of seenPoints(); track o.name) {
        <g class="near" [class.touching]="o.touching">
          <title>{{ o.name }}</title>
          @for (p of o.at; track $index) {
            <circle [attr.cx]="p[0]" [attr.cy]="p[1]" [attr.r]="mark() * 0.007" />
          }
        </g>
      }
      @if (contact(); as c) {
        <g class="contact">
          <circle [attr.cx]="c[0]" [attr.cy]="c[1]" [attr.r]="mark() * 0.022" />
          <line
            [attr.x1]="c[0] - mark() * 0.036"
            [attr.x2]="c[0] + mark() * 0.036"
            [attr.y1]="c[1]"
            [attr.y2]="c[1]"
          />
          <line
            [attr.x1]="c[0]"
            [attr.x2]="c[0]"
            [attr.y1]="c[1] - mark() * 0.036"
            [attr.y2]="c[1] + mark() * 0.036"
          />
          <text
            [attr.text-anchor]="c[0] > bounds().x + bounds().w * 0.55 ? 'end' : 'start'"
            [attr.x]="c[0] + mark() * (c[0] > bounds().x + bounds().w * 0.55 ? -0.03 : 0.03)"
            [attr.y]="c[1] - mark() * 0.03"
            [style.font-size.px]="mark() * 0.046"
          >
            {{ touchName() }}
          </text>
        </g>
      }
      @for (a of anchors(); track $index) {
        <rect class="anchor" [attr.x]="a[0] - 9" [attr.y]="a[1] - 9" width="18" height="18" />
      }
    </svg>
    <span class="name">{{ name() }}</span>
    @if (seen() === 'front') {
      <span class="angles">
        @for (a of angles(); track a.name) {
          <span [class.shaft-angle]="a.shaft">{{ a.name }} {{ a.text }}</span>
        }
      </span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      contain: layout paint; /* a moved wheel is painted here and nowhere else */
      will-change: transform;
      min-height: 0;
      background: var(--sheet);
      border: 1px solid var(--hair);
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
      touch-action: none;
      cursor: ns-resize;
    }
    .name {
      position: absolute;
      left: 8px;
      top: 5px;
      font-size: 12.5px;
      color: var(--ink-2);
      background: var(--sheet);
      padding: 0 4px;
    }
    line,
    polygon,
    rect {
      vector-effect: non-scaling-stroke;
    }
    .ground {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .today line,
    .today polygon {
      stroke: var(--ink-2);
      stroke-dasharray: 4 3;
      fill: none;
    }
    .planned line {
      stroke: var(--heather);
      stroke-width: 2.2;
    }
    .planned .tyre {
      stroke: var(--heather);
      fill: var(--heather-wash);
      fill-opacity: 0.55;
    }
    .planned .spring,
    .planned .damper {
      stroke: var(--ink);
      stroke-width: 3.2;
      stroke-dasharray: 3 2.5;
    }
    .planned .shaft {
      stroke: var(--rust);
      stroke-width: 2.4;
    }
    .planned .carrier {
      stroke-width: 4;
    }
    .angles {
      position: absolute;
      right: 8px;
      top: 5px;
      display: grid;
      text-align: right;
      font: 500 12.5px var(--mono);
    }
    .shaft-angle {
      color: var(--rust);
    }
    .dimension line {
      stroke: var(--ink);
      stroke-width: 1.3;
    }
    .dimension .lead {
      stroke: var(--ink-2);
      stroke-width: 0.8;
    }
    .dimension text {
      font-family: var(--mono);
      font-weight: 600;
      fill: var(--ink);
    }
    .near circle {
      fill: var(--ink-2);
    }
    .near.touching circle {
      fill: var(--rust);
    }
    .contact circle,
    .contact line {
      fill: none;
      stroke: var(--rust);
      stroke-width: 1.8;
      vector-effect: non-scaling-stroke;
    }
    .contact text {
      fill: var(--ink);
      font-weight: 600;
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 6px;
    }
    .still {
      cursor: default;
    }
    .anchor {
      fill: var(--sheet);
      stroke: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinkageView {
  readonly seen = input.required<Seen>();
  readonly now = input.required<Linkage | null>();
  readonly planned = input.required<Linkage | null>();
  readonly radiusMm = input.required<number>();
  readonly widthMm = input.required<number>();
  /** angles and lengths told beside the front view */
  readonly angles = input<
    readonly { readonly name: string; readonly text: string; readonly shaft: boolean }[]
  >([]);
  /** how a length is written */
  readonly written = input<(mm: number) => string>((mm) => `${mm.toFixed(0)} mm`);
  /** wheel travel asked for by a drag, mm since it began: + bump */
  readonly dragged = output<{ readonly byMm: number; readonly begins: boolean }>();
  readonly movable = input(true);
  /** what stands near the wheel, and where it comes nearest */
  readonly points = input<
    readonly { readonly name: string; readonly at: readonly Vec3[]; readonly touching: boolean }[]
  >([]);
  readonly touch = input<Vec3 | null>(null);
  readonly touchName = input('');
  protected readonly seenPoints = computed(() => {
    const flat = SEEN[this.seen()];
    return this.points().map((o) => ({ name: o.name, touching: o.touching, at: o.at.map(flat) }));
  });
  protected readonly contact = computed(() => {
    const t = this.touch();
    return t && SEEN[this.seen()](t);
  });
  protected readonly name = computed(() => NAMES[this.seen()]);
  protected readonly spoken = computed(() =>
    this.movable() ? `${this.name()} of the linkage, today and planned` : `${this.name()} of the chosen pose`,
  );
  protected held: { readonly y: number; readonly perPx: number } | null = null;

  protected readonly drawn = computed<readonly Drawn[]>(() =>
    [this.now(), this.planned()].map((l) => (l ? this.draw(l) : { lines: [], wheels: [] })),
  );
  protected readonly anchors = computed(() => (this.planned()?.anchors ?? []).map(SEEN[this.seen()]));
  /** a window that does not move with the wheel: from the anchors and a full stroke round the wheel */
  protected readonly bounds = computed(() => {
    const l = this.planned() ?? this.now();
    const flat = SEEN[this.seen()];
    if (!l) return { x: 0, y: 0, w: 100, h: 100 };
    const r = this.radiusMm();
    const wheels = l.wheels.flatMap((w): Vec3[] => {
      const [x, y] = [w.centre[0], w.centre[1]];
      // a wheel that may be turned is as wide as it is long
      const half = this.movable() ? this.widthMm() / 2 + (flat === SEEN.front ? 150 : 25) : r * 0.8;
      const ahead = this.movable() ? r : r * 1.16; // with what stands before and behind it
      return [
        [x - ahead, y - half, -130],
        [x + ahead, y + half, 2 * r + 90],
      ];
    });
    const points = [...wheels, ...l.anchors].map(flat);
    const xs = points.map((p) => p[0]);
    const ys = points.map((p) => p[1]);
    const [x, y] = [Math.min(...xs) - MARGIN_MM, Math.min(...ys) - MARGIN_MM];
    return {
      x: Math.round(x),
      y: Math.round(y),
      w: Math.round(Math.max(...xs) + MARGIN_MM - x),
      h: Math.round(Math.max(...ys) + MARGIN_MM - y),
    };
  });
  /** size that marks and words are scaled by, so that they look alike on a wheel and on a whole axle */
  protected readonly mark = computed(() => Math.max(this.bounds().w, this.bounds().h * 0.75));
  /** one size on the screen, whichever side of the drawing fills its frame */
  protected readonly lettering = computed(() => Math.max(this.bounds().w * 0.024, this.bounds().h * 0.042));
  protected readonly box = computed(() => {
    const b = this.bounds();
    return `${b.x} ${b.y} ${b.w} ${b.h}`;
  });
  /** how much lower (or higher) the wheel hangs than today, where it can be seen */
  protected readonly dimensions = computed(() => {
    const [a, b] = [this.now()?.wheels[0], this.planned()?.wheels[0]];
    if (this.seen() !== 'front' || !a || !b || Math.abs(a.centre[2] - b.centre[2]) < 2) return [];
    const x = Math.max(a.centre[1], b.centre[1]) + this.widthMm() / 2 + 55;
    return [
      {
        name: 'lift',
        x,
        from: -a.centre[2],
        to: -b.centre[2],
        top: -Math.max(a.centre[2], b.centre[2]) - this.bounds().w * 0.03,
        text: this.written()(Math.abs(a.centre[2] - b.centre[2])),
      },
    ];
  });
  protected readonly groundY = computed(() => -(this.planned()?.wheels[0]?.contact[2] ?? 0));

  private draw(l: Linkage): Drawn {
    const flat = SEEN[this.seen()];
    return {
      lines: l.members.map((m) => ({ kind: m.kind, name: m.name, a: flat(m.from), b: flat(m.to) })),
      wheels: l.wheels.map((w) => ({ outline: this.tyre(w.centre, w.axis, flat), hub: flat(w.centre) })),
    };
  }
  /** outline of a cylinder of tyre size, seen from this side: hull of its two rims */
  private tyre(centre: Vec3, axis: Vec3, flat: (p: Vec3) => Flat): string {
    const r = this.radiusMm();
    const half = this.widthMm() / 2;
    const up = perpendicular(axis);
    const across = crossOf(axis, up);
    const points: Flat[] = [];
    for (const side of [-half, half])
      for (let i = 0; i < 36; i++) {
        const [c, s] = [Math.cos((i * Math.PI) / 18) * r, Math.sin((i * Math.PI) / 18) * r];
        points.push(
          flat([
            centre[0] + axis[0] * side + up[0] * c + across[0] * s,
            centre[1] + axis[1] * side + up[1] * c + across[1] * s,
            centre[2] + axis[2] * side + up[2] * c + across[2] * s,
          ]),
        );
      }
    return hull(points)
      .map((p) => `${p[0].toFixed(1)},${p[1].toFixed(1)}`)
      .join(' ');
  }

  protected grab(event: PointerEvent): void {
    if (!this.movable()) return;
    const svg = event.currentTarget as SVGSVGElement;
    const scale = Math.max(this.bounds().w / svg.clientWidth, this.bounds().h / svg.clientHeight);
    svg.setPointerCapture(event.pointerId);
    this.held = { y: event.clientY, perPx: scale };
    this.dragged.emit({ byMm: 0, begins: true });
  }
  protected drag(event: PointerEvent): void {
    if (this.held)
      this.dragged.emit({ byMm: (this.held.y - event.clientY) * this.held.perPx, begins: false });
  }
}

const crossOf = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
function perpendicular(axis: Vec3): Vec3 {
  const p: Vec3 = [-axis[0] * axis[2], -axis[1] * axis[2], 1 - axis[2] * axis[2]];
  const n = Math.hypot(...p);
  return [p[0] / n, p[1] / n, p[2] / n];
}
/** Convex hull, Andrew's monotone chain. */
function hull(points: readonly Flat[]): readonly Flat[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const turn = (o: Flat, a: Flat, b: Flat) => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);
  const half = (list: readonly Flat[]) => {
    const out: Flat[] = [];
    for (const p of list) {
      while (out.length >= 2 && turn(out.at(-2) ?? p, out.at(-1) ?? p, p) <= 0) out.pop();
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

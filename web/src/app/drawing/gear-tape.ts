import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { KM_PER_MILE, type GearBand } from '@rigger/core';
import { Shop } from '../data/shop';

/** Speeds of each gear, km/h. */
export interface Gears {
  readonly planned: readonly GearBand[];
  /** null while nobody knows which ratio is in it */
  readonly today: readonly GearBand[] | null;
  readonly cruisingKmh: number;
}
const WIDTH = 560;
const LEFT = 44;
const RIGHT = 16;
const TOP = 46;
const ROW = 30;
const MOST_KMH = 180;
const TICK = 10;

/** The gears on one ruled tape of speed: what each can be driven at, today's above the planned one, the cruising speed across all. */
@Component({
  selector: 'app-gear-tape',
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height()" role="img" [attr.aria-label]="spoken()">
      <line class="rule" [attr.x1]="left" [attr.x2]="width - 16" y1="34" y2="34" />
      @for (t of ticks(); track t.at) {
        <line class="rule" [attr.x1]="t.x" [attr.x2]="t.x" y1="34" [attr.y2]="t.label ? 22 : 28" />
        @if (t.label) {
          <text class="tick" [attr.x]="t.x" y="17" text-anchor="middle">{{ t.label }}</text>
        }
      }
      <text class="unit" [attr.x]="0" y="17">{{ unit() }}</text>
      <line class="cruising" [attr.x1]="cruising()" [attr.x2]="cruising()" y1="34" [attr.y2]="height()" />
      @for (r of rows(); track r.gear) {
        <text class="gear" x="4" [attr.y]="r.y + 16">{{ r.gear }}</text>
        @if (r.today; as b) {
          <rect class="today" [attr.x]="b.x" [attr.y]="r.y" [attr.width]="b.width" height="6" />
        }
        <rect
          class="planned"
          [attr.x]="r.planned.x"
          [attr.y]="r.y + 8"
          [attr.width]="r.planned.width"
          height="11"
        />
        <text class="end" [attr.x]="r.label.x" [attr.y]="r.y + 18" [attr.text-anchor]="r.label.anchor">
          {{ r.label.text }}
        </text>
      }
      <path class="cruising mark" [attr.d]="'M' + cruising() + ' 34l-5 -9h10z'" />
    </svg>
    <p class="small legend">
      <span class="key planned"></span> planned, from idle to the engine’s limit
      @if (of().today) {
        <span class="key today"></span> today
      }
      <span class="key cruising"></span> cruising, {{ speed(of().cruisingKmh) }} {{ unit() }}
    </p>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      font: 400 11.5px var(--mono);
      fill: var(--ink-2);
    }
    .rule {
      stroke: var(--ink);
      stroke-width: 1;
    }
    .gear {
      font-weight: 600;
      font-size: 13px;
      fill: var(--ink);
    }
    .unit {
      font-family: var(--text);
    }
    rect.planned {
      fill: var(--heather);
    }
    rect.today {
      fill: var(--ink-2);
    }
    line.cruising {
      stroke: var(--rust);
      stroke-width: 1.5;
      stroke-dasharray: 5 3;
    }
    .mark {
      fill: var(--rust);
    }
    .end {
      font-size: 10.5px;
      paint-order: stroke;
      stroke: var(--wash);
      stroke-width: 4px;
    }
    .legend {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      margin-top: 6px;
    }
    .key {
      width: 22px;
      height: 10px;
      margin-left: 10px;
      forced-color-adjust: none;
    }
    .key:first-child {
      margin-left: 0;
    }
    .key.planned {
      background: var(--heather);
    }
    .key.today {
      height: 5px;
      background: var(--ink-2);
    }
    .key.cruising {
      height: 0;
      border-top: 2px dashed var(--rust);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GearTape {
  readonly of = input.required<Gears>();
  private readonly shop = inject(Shop);
  protected readonly width = WIDTH;
  protected readonly left = LEFT;

  private readonly perKmh = computed(() => (this.shop.style().length === 'in' ? 1 / KM_PER_MILE : 1));
  protected readonly unit = computed(() => (this.shop.style().length === 'in' ? 'mph' : 'km/h'));
  protected readonly speed = (kmh: number) => Math.round(kmh * this.perKmh());
  protected readonly height = computed(() => TOP + this.of().planned.length * ROW);
  /** the tape ends a little beyond what is driven, not where the longest gear would */
  private readonly most = computed(() => {
    const { planned, today, cruisingKmh } = this.of();
    const ends = [...planned, ...(today ?? [])].map((b) => b.toKmh ?? MOST_KMH);
    return Math.min(MOST_KMH, Math.max(cruisingKmh * 1.2, ...ends));
  });
  private readonly x = (kmh: number) =>
    LEFT + (Math.min(kmh, this.most()) / this.most()) * (WIDTH - LEFT - RIGHT);
  protected readonly cruising = computed(() => this.x(this.of().cruisingKmh));
  protected readonly ticks = computed(() => {
    const most = this.most() * this.perKmh();
    return Array.from({ length: Math.floor(most / TICK) + 1 }, (_, i) => ({
      at: i,
      x: this.x((i * TICK) / this.perKmh()),
      label: i % 2 === 0 ? String(i * TICK) : '',
    }));
  });
  protected readonly rows = computed(() => {
    const bar = (b: GearBand) => {
      const [from, to] = [this.x(b.fromKmh), this.x(b.toKmh ?? MOST_KMH)];
      return { x: from, width: Math.max(2, to - from) };
    };
    return this.of().planned.map((b, i) => {
      const today = this.of().today?.[i];
      const planned = bar(b);
      const end = planned.x + planned.width;
      const room = end < WIDTH - 70;
      return {
        gear: i + 1,
        y: TOP + i * ROW,
        planned,
        today: today ? bar(today) : null,
        label: {
          x: room ? end + 5 : planned.x - 5,
          anchor: room ? 'start' : 'end',
          text: `${this.speed(b.fromKmh)}–${b.toKmh === null ? '…' : this.speed(b.toKmh)}`,
        },
      };
    });
  });
  protected readonly spoken = computed(() => {
    const { planned, cruisingKmh } = this.of();
    const gears = planned.map(
      (b, i) =>
        `gear ${i + 1}: ${this.speed(b.fromKmh)} to ${b.toKmh === null ? 'what the engine turns' : this.speed(b.toKmh)}`,
    );
    return `Speeds of each gear in ${this.unit()}, cruising at ${this.speed(cruisingKmh)}. ${gears.join('; ')}`;
  });
}

import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Figure } from '@rigger/core';
import { length } from '@rigger/wording';
import { Shop } from '../../data/shop';

/** from the least to the most that the bars of a row have to show, mm */
export interface LiftScale {
  readonly from: number;
  readonly to: number;
}
const WIDTH = 200;
const HEIGHT = 18;
const MID = 9;

/** Lift as a bar from today's height, with its doubt as a whisker, the maker's claim as a tick and the wish as a line; the figure beside
 *  it says the same in digits. */
@Component({
  selector: 'app-lift-bar',
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width + ' ' + height"
      preserveAspectRatio="none"
      role="img"
      [attr.aria-label]="says()"
    >
      <line class="zero" [attr.x1]="x(0)" [attr.x2]="x(0)" y1="0" [attr.y2]="height" />
      <rect class="bar" [attr.x]="bar().x" [attr.width]="bar().width" [attr.y]="mid - 4" height="8" />
      @if (doubt(); as d) {
        <line class="doubt" [attr.x1]="d.from" [attr.x2]="d.to" [attr.y1]="mid" [attr.y2]="mid" />
        <line class="doubt" [attr.x1]="d.from" [attr.x2]="d.from" [attr.y1]="mid - 3" [attr.y2]="mid + 3" />
        <line class="doubt" [attr.x1]="d.to" [attr.x2]="d.to" [attr.y1]="mid - 3" [attr.y2]="mid + 3" />
      }
      @if (claim(); as c) {
        <path class="claim" [attr.d]="'M' + x(c.value) + ' 0 v7'" />
      }
      @if (wishMm() !== null) {
        <line class="wish" [attr.x1]="x(wishMm()!)" [attr.x2]="x(wishMm()!)" y1="0" [attr.y2]="height" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 200px;
      height: 18px;
      margin-top: 2px;
      overflow: visible;
    }
    line,
    path {
      vector-effect: non-scaling-stroke;
      fill: none;
    }
    .zero {
      stroke: var(--ink-2);
      stroke-width: 1;
    }
    .bar {
      fill: var(--heather);
      opacity: 0.45;
    }
    .doubt {
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .claim {
      stroke: var(--ink-2);
      stroke-width: 3;
    }
    .wish {
      stroke: var(--rust);
      stroke-width: 1.6;
      stroke-dasharray: 3 2;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LiftBar {
  readonly lift = input.required<Figure>();
  readonly claim = input<Figure | null>(null);
  readonly wishMm = input<number | null>(null);
  readonly scale = input.required<LiftScale>();
  private readonly shop = inject(Shop);
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly mid = MID;
  protected readonly x = (mm: number): number => {
    const { from, to } = this.scale();
    return ((mm - from) / (to - from)) * WIDTH;
  };
  protected readonly bar = computed(() => {
    const [a, b] = [this.x(0), this.x(this.lift().value)];
    return { x: Math.min(a, b), width: Math.abs(b - a) };
  });
  protected readonly doubt = computed(() => {
    const { value, plusMinus } = this.lift();
    return plusMinus ? { from: this.x(value - plusMinus), to: this.x(value + plusMinus) } : null;
  });
  protected readonly says = computed(() => {
    const mm = (v: number) => length(v, this.shop.style());
    const claim = this.claim();
    const wish = this.wishMm();
    return [
      `lift ${mm(this.lift().value)}`,
      ...(claim ? [`makers claim ${mm(claim.value)}`] : []),
      ...(wish === null ? [] : [`wished ${mm(wish)}`]),
    ].join(', ');
  });
}

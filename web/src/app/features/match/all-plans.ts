import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { PlanPoint, SearchProgress } from '@rigger/core';
import { FAMILY_NAMES, length, money, pointText } from '@rigger/wording';
import { Shop } from '../../data/shop';

const [W, H] = [330, 210];
const PAD = { left: 62, right: 14, top: 12, bottom: 34 };

/** Every plan that nothing betters: money against distance from the wish. Left and right go from point to point, Enter takes
 *  the one that is looked at. */
@Component({
  selector: 'app-all-plans',
  imports: [MatButtonModule],
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + w + ' ' + h"
      tabindex="0"
      role="listbox"
      aria-label="All plans: money against distance from the wish"
      [attr.aria-activedescendant]="'plan-point-' + at()"
      (keydown)="move($event)"
    >
      <line
        class="axis"
        [attr.x1]="pad.left"
        [attr.x2]="pad.left"
        [attr.y1]="pad.top"
        [attr.y2]="h - pad.bottom"
      />
      <line
        class="axis"
        [attr.x1]="pad.left"
        [attr.x2]="w - pad.right"
        [attr.y1]="h - pad.bottom"
        [attr.y2]="h - pad.bottom"
      />
      @for (t of ticks().y; track t.text) {
        <text class="tick" [attr.x]="pad.left - 6" [attr.y]="t.at + 4" text-anchor="end">{{ t.text }}</text>
      }
      @for (t of ticks().x; track t.text) {
        <text class="tick" [attr.x]="t.at" [attr.y]="h - pad.bottom + 15" text-anchor="middle">
          {{ t.text }}
        </text>
      }
      <text class="name" [attr.x]="w - pad.right" [attr.y]="h - 4" text-anchor="end">off the wish</text>
      <polyline class="frontier" [attr.points]="frontier()" />
      @for (p of points(); track p.plan.name) {
        <circle
          [id]="'plan-point-' + $index"
          role="option"
          [attr.aria-selected]="p.plan.name === chosen()"
          [attr.aria-label]="p.says"
          [class.shown]="p.shown"
          [class.chosen]="p.plan.name === chosen()"
          [class.at]="$index === at()"
          [attr.cx]="p.x"
          [attr.cy]="p.y"
          [attr.r]="p.shown ? 6 : 4"
          (click)="at.set($index)"
          (mouseenter)="at.set($index)"
        />
      }
      @if (here(); as p) {
        <text class="label" [attr.x]="p.labelX" [attr.y]="p.y - 9" [attr.text-anchor]="p.anchor">
          {{ p.name }}
        </text>
      }
    </svg>
    @if (here(); as p) {
      <p class="small">
        <span role="status">{{ p.says }}</span>
        @if (p.plan.name === chosen()) {
          <strong>&ngsp;Taken.</strong>
        } @else {
          <button matButton type="button" (click)="picked.emit(p.plan)">
            Take this one<span class="visually-hidden">: {{ p.says }}</span>
          </button>
        }
      </p>
    }
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 420px;
      overflow: visible;
    }
    .axis {
      stroke: var(--ink-2);
      stroke-width: 1;
    }
    .tick {
      font: 400 11px var(--mono);
      fill: var(--ink-2);
    }
    .name,
    .label {
      font: 400 11.5px var(--text);
      fill: var(--ink-2);
    }
    .label {
      font-weight: 600;
      fill: var(--ink);
    }
    .frontier {
      fill: none;
      stroke: var(--heather);
      stroke-width: 1.5;
    }
    circle {
      fill: var(--hair);
      stroke: var(--ink-2);
      stroke-width: 0.8;
      cursor: pointer;
    }
    circle.shown {
      fill: var(--sheet);
      stroke: var(--heather);
      stroke-width: 2;
    }
    circle.chosen {
      fill: var(--heather);
      stroke: var(--heather);
    }
    circle.at {
      stroke: var(--ink);
      stroke-width: 2.5;
    }
    p {
      min-height: 2.8em;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AllPlans {
  readonly of = input.required<SearchProgress>();
  readonly chosen = input<string | null>(null);
  readonly picked = output<PlanPoint>();
  private readonly shop = inject(Shop);
  protected readonly w = W;
  protected readonly h = H;
  protected readonly pad = PAD;
  protected readonly at = signal(0);
  private readonly all = computed(() => {
    const shown = this.of().shown;
    const names = new Set(shown.map((p) => p.name));
    const rest = this.of().all.filter((p) => !names.has(p.name));
    return [
      ...shown.map((plan) => ({ plan, shown: true })),
      ...rest.map((plan) => ({ plan, shown: false })),
    ].sort((a, b) => a.plan.missMm - b.plan.missMm || a.plan.totalMinor - b.plan.totalMinor);
  });
  private readonly range = computed(() => {
    const list = this.all().map((x) => x.plan);
    const money = list.map((p) => p.totalMinor);
    const miss = list.map((p) => p.missMm);
    const [least, most] = [Math.min(...money), Math.max(...money)];
    const room = Math.max(1000, (most - least) * 0.12);
    return { from: Math.max(0, least - room), to: most + room, miss: Math.max(10, ...miss) };
  });
  private readonly x = (mm: number) =>
    PAD.left + 8 + ((W - PAD.left - PAD.right - 16) * mm) / this.range().miss;
  private readonly y = (minor: number) => {
    const { from, to } = this.range();
    return H - PAD.bottom - ((H - PAD.top - PAD.bottom) * (minor - from)) / (to - from);
  };
  protected readonly points = computed(() =>
    this.all().map(({ plan, shown }) => ({
      plan,
      shown,
      name: FAMILY_NAMES[plan.family],
      says: pointText(plan, this.shop.style()),
      x: this.x(plan.missMm),
      y: this.y(plan.totalMinor),
    })),
  );
  protected readonly frontier = computed(() => {
    let least = Infinity;
    return this.points()
      .filter((p) => {
        if (p.plan.totalMinor >= least) return false;
        least = p.plan.totalMinor;
        return true;
      })
      .map((p) => `${p.x},${p.y}`)
      .join(' ');
  });
  protected readonly ticks = computed(() => {
    const style = this.shop.style();
    const { from, to, miss } = this.range();
    return {
      y: [from, (from + to) / 2, to].map((m) => ({
        at: this.y(m),
        text: money(Math.round(m / 10000) * 10000, style),
      })),
      x: [0, miss / 2, miss].map((mm) => ({ at: this.x(mm), text: length(Math.round(mm), style) })),
    };
  });
  protected readonly here = computed(() => {
    const p = this.points()[this.at()];
    if (!p) return null;
    const right = p.x > W / 2;
    return { ...p, labelX: p.x + (right ? 6 : -6), anchor: right ? 'end' : 'start' };
  });
  protected move(event: KeyboardEvent): void {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    const last = this.points().length - 1;
    const here = this.points()[this.at()];
    if (event.key === 'Enter' && here) this.picked.emit(here.plan);
    else if (step !== undefined) this.at.set(Math.min(last, Math.max(0, this.at() + step)));
    else return;
    event.preventDefault();
  }
}

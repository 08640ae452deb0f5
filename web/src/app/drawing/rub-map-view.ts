import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { travelAt, type RubStudy } from '@rigger/core';
import { Theme } from '../data/theme';

/** depth of a rub that is drawn darkest, mm */
const DARKEST_MM = 30;
const LEFT = 58;
const BOTTOM = 40;
const TOP = 10;
const RIGHT = 12;

/** Travel × lock as a field: paper where it is clear, hatched where it is close, darker the deeper it rubs; so it also
 *  reads in grey. Clicking or the arrow keys choose a cell. */
@Component({
  selector: 'app-rub-map',
  template: `
    <canvas
      #canvas
      tabindex="0"
      role="application"
      aria-roledescription="map of travel and lock"
      [attr.aria-label]="label()"
      (pointerdown)="point($event)"
      (pointermove)="$event.buttons === 1 && point($event)"
      (keydown)="key($event)"
    ></canvas>
    <div class="legend" aria-hidden="true">
      <span><i class="clear"></i>clear</span>
      <span><i class="close"></i>close</span>
      <span><i class="rubs"></i>rubs</span>
      <span><i class="deep"></i>by {{ written()(darkest) }} and more</span>
      <span><i class="used"></i>travel that is used</span>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: minmax(0, 1fr) auto;
      min-height: 0;
    }
    canvas {
      width: 100%;
      height: 100%;
      min-height: 0;
      cursor: crosshair;
      touch-action: none;
    }
    .legend {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      padding-left: 58px;
      font-size: 12.5px;
      color: var(--ink-2);
    }
    .legend span {
      display: flex;
      align-items: center;
      gap: 5px;
    }
    i {
      width: 14px;
      height: 11px;
      border: 1px solid var(--ink-2);
      background: var(--sheet);
      forced-color-adjust: none; /* what a colour means is what is explained */
    }
    .close {
      background: repeating-linear-gradient(135deg, var(--sheet) 0 2px, var(--ink-2) 2px 3px);
    }
    .rubs {
      background: color-mix(in srgb, var(--rust) 55%, var(--sheet));
    }
    .deep {
      background: var(--map-deep);
    }
    .used {
      background: none;
      border: 1px dashed var(--heather);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RubMapView {
  readonly study = input.required<RubStudy>();
  readonly cell = input.required<{ readonly row: number; readonly column: number } | null>();
  readonly label = input.required<string>();
  /** names of the axes and of the marks, as words */
  readonly acrossName = input.required<string>();
  /** a length in the shop's unit */
  readonly written = input.required<(mm: number) => string>();
  protected readonly darkest = DARKEST_MM;
  readonly marks = input.required<readonly { readonly zMm: number; readonly label: string }[]>();
  readonly picked = output<{ readonly row: number; readonly column: number }>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly theme = inject(Theme);
  private readonly host: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly grid = computed(() => this.study().map.grid);

  constructor() {
    effect((clean) => {
      this.theme.mode();
      this.study();
      this.cell();
      this.marks();
      this.draw();
      const resized = new ResizeObserver(() => {
        this.draw();
      });
      resized.observe(this.host);
      clean(() => {
        resized.disconnect();
      });
    });
  }

  protected point(event: PointerEvent): void {
    const box = this.canvas().nativeElement.getBoundingClientRect();
    const { zMm, across } = this.grid();
    const [w, h] = [box.width - LEFT - RIGHT, box.height - TOP - BOTTOM];
    const share = (v: number) => Math.min(0.9999, Math.max(0, v));
    this.picked.emit({
      row: zMm.length - 1 - Math.floor(share((event.clientY - box.top - TOP) / h) * zMm.length),
      column: Math.floor(share((event.clientX - box.left - LEFT) / w) * across.length),
    });
  }
  protected key(event: KeyboardEvent): void {
    const step = { ArrowUp: [1, 0], ArrowDown: [-1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    const c = this.cell();
    if (!step || !c) return;
    event.preventDefault();
    const { zMm, across } = this.grid();
    const inside = (v: number, n: number) => Math.min(n - 1, Math.max(0, v));
    this.picked.emit({
      row: inside(c.row + (step[0] ?? 0), zMm.length),
      column: inside(c.column + (step[1] ?? 0), across.length),
    });
  }

  private draw(): void {
    const canvas = this.canvas().nativeElement;
    const [width, height] = [canvas.clientWidth, canvas.clientHeight];
    const ctx = canvas.getContext('2d');
    if (!ctx || width === 0 || height === 0) return;
    const dpr = devicePixelRatio;
    canvas.width = width * dpr;
    canvas.height = height * dpr;
    ctx.scale(dpr, dpr);
    const css = getComputedStyle(canvas);
    const colour = (name: string) => css.getPropertyValue(name).trim();
    const [sheet, ink, ink2, heather, rust, deep] = [
      '--sheet',
      '--ink',
      '--ink-2',
      '--heather',
      '--rust',
      '--map-deep',
    ].map(colour);
    const { map, fine, marginMm, usedWindow, acrossIs } = this.study();
    const { zMm, across } = map.grid;
    const [rows, columns] = [zMm.length, across.length];
    const [w, h] = [width - LEFT - RIGHT, height - TOP - BOTTOM];
    const [cw, ch] = [w / columns, h / rows];
    const hatch = document.createElement('canvas');
    hatch.width = hatch.height = 5;
    const pen = hatch.getContext('2d');
    if (pen) {
      pen.strokeStyle = ink2 ?? '';
      pen.lineWidth = 1.4;
      pen.beginPath();
      pen.moveTo(-1, 6);
      pen.lineTo(6, -1);
      pen.stroke();
    }
    const close = ctx.createPattern(hatch, 'repeat');
    const fill = (mm: number | null, x: number, y: number, cellW: number, cellH: number) => {
      ctx.globalAlpha = 1;
      if (mm === null) return;
      ctx.fillStyle = sheet ?? '';
      ctx.fillRect(x, y, cellW + 0.5, cellH + 0.5);
      if (mm >= marginMm) return;
      if (mm >= 0) {
        if (close) ctx.fillStyle = close;
        ctx.globalAlpha = 0.6 + 0.4 * (1 - mm / marginMm);
        ctx.fillRect(x, y, cellW + 0.5, cellH + 0.5);
        return;
      }
      const depth = Math.min(1, -mm / DARKEST_MM);
      ctx.fillStyle = rust ?? '';
      ctx.globalAlpha = 0.45 + 0.45 * depth;
      ctx.fillRect(x, y, cellW + 0.5, cellH + 0.5);
      ctx.fillStyle = deep ?? '';
      ctx.globalAlpha = depth * depth;
      ctx.fillRect(x, y, cellW + 0.5, cellH + 0.5);
    };
    ctx.clearRect(0, 0, width, height);
    for (let i = 0; i < rows; i++)
      for (let j = 0; j < columns; j++)
        fill(map.clearanceMm[i]?.[j] ?? null, LEFT + j * cw, TOP + (rows - 1 - i) * ch, cw, ch);
    // where the sign changes the finer cells lie between the middles of four coarse ones
    for (const f of fine) {
      const steps = f.clearanceMm.length - 1;
      const [x0, y0] = [LEFT + (f.column + 0.5) * cw, TOP + (rows - 0.5 - f.row) * ch];
      for (let i = 0; i < steps; i++)
        for (let j = 0; j < steps; j++) {
          const corners = [f.clearanceMm[i]?.[j], f.clearanceMm[i + 1]?.[j + 1]].filter((v) => v != null);
          if (corners.length === 2)
            fill(
              Math.min(...corners),
              x0 + (j * cw) / steps,
              y0 - ((i + 1) * ch) / steps,
              cw / steps,
              ch / steps,
            );
        }
    }
    ctx.globalAlpha = 1;
    const [bottom, top] = [zMm[0] ?? 0, zMm.at(-1) ?? 1];
    const [left, right] = [across[0] ?? 0, across.at(-1) ?? 0];
    const yOf = (z: number) => TOP + (rows - 0.5 - ((z - bottom) / (top - bottom)) * (rows - 1)) * ch;
    const xOf = (v: number) =>
      right === left ? LEFT + w / 2 : LEFT + (0.5 + ((v - left) / (right - left)) * (columns - 1)) * cw;
    ctx.strokeStyle = ink ?? '';
    ctx.lineWidth = 1;
    ctx.strokeRect(LEFT - 0.5, TOP - 0.5, w + 1, h + 1);
    ctx.strokeStyle = heather ?? '';
    ctx.setLineDash([6, 4]);
    ctx.lineWidth = 1.6;
    const roll = acrossIs === 'other-wheel-mm';
    const { fromMm, toMm } = usedWindow;
    if (roll) ctx.strokeRect(xOf(fromMm), yOf(toMm), xOf(toMm) - xOf(fromMm), yOf(fromMm) - yOf(toMm));
    else {
      const edge = (end: 0 | 1) =>
        across.map(
          (v) => [right === left ? LEFT + w / 2 : xOf(v), yOf(travelAt(usedWindow, v)[end])] as const,
        );
      ctx.beginPath();
      for (const [x, y] of [...edge(1), ...edge(0).reverse()]) ctx.lineTo(x, y);
      ctx.closePath();
      ctx.stroke();
    }
    ctx.setLineDash([]);
    const family = css.getPropertyValue('--text');
    ctx.font = `12px ${family}`;
    ctx.fillStyle = ink2 ?? '';
    ctx.strokeStyle = ink2 ?? '';
    ctx.lineWidth = 1;
    ctx.textAlign = 'right';
    for (let z = Math.ceil(bottom / 40) * 40; z <= top; z += 40)
      ctx.fillText(String(z), LEFT - 6, yOf(z) + 4);
    ctx.textAlign = 'center';
    const every = right - left > 120 ? 40 : 20;
    if (right > left)
      for (let v = Math.ceil(left / every) * every; v <= right; v += every)
        ctx.fillText(String(v), xOf(v), TOP + h + 15);
    ctx.fillText(this.acrossName(), LEFT + w / 2, TOP + h + 32);
    ctx.save();
    ctx.translate(13, TOP + h / 2);
    ctx.rotate(-Math.PI / 2);
    ctx.fillText('wheel travel, mm (+ bump)', 0, 0);
    ctx.restore();
    ctx.textAlign = 'left';
    for (const m of this.marks()) {
      const y = yOf(m.zMm);
      if (y < TOP || y > TOP + h) continue;
      ctx.strokeStyle = ink ?? '';
      ctx.beginPath();
      ctx.moveTo(LEFT, y);
      ctx.lineTo(LEFT + w, y);
      ctx.stroke();
      const wide = ctx.measureText(m.label).width;
      ctx.fillStyle = sheet ?? '';
      ctx.fillRect(LEFT + 6, y - 15, wide + 6, 14);
      ctx.fillStyle = ink ?? '';
      ctx.fillText(m.label, LEFT + 9, y - 4);
    }
    const c = this.cell();
    if (c && c.row < rows && c.column < columns) {
      ctx.lineWidth = 2;
      ctx.strokeStyle = heather ?? '';
      const size = Math.max(9, Math.min(cw, ch));
      ctx.strokeRect(
        LEFT + (c.column + 0.5) * cw - size / 2,
        TOP + (rows - 0.5 - c.row) * ch - size / 2,
        size,
        size,
      );
    }
  }
}

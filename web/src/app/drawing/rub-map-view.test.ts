import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { evenGrid, type RubStudy } from '@rigger/core';
import { RubMapView } from './rub-map-view';

const zMm = evenGrid(-80, 80, 9);
const across = evenGrid(-60, 60, 7);
const study = {
  map: {
    grid: { zMm, across, acrossIs: 'rack-mm', othersMm: ['same'] },
    clearanceMm: zMm.map((z) => across.map((a) => (z === 80 ? null : 40 - z / 2 - Math.abs(a)))),
    worst: [],
    rubShare: 0.1,
  },
  fine: [
    {
      row: 6,
      column: 0,
      clearanceMm: [
        [1, 2],
        [-1, 3],
      ],
    },
  ],
  marginMm: 10,
  usedWindow: { fromMm: -60, toMm: 40, lock: 35, narrows: null },
  acrossIs: 'rack-mm',
} as unknown as RubStudy;

@Component({
  imports: [RubMapView],
  template: `<app-rub-map
    [study]="study"
    [cell]="cell()"
    label="map"
    acrossName="rack"
    [marks]="[{ zMm: 0, label: 'here' }]"
    [written]="written"
    (picked)="cell.set($event)"
  />`,
})
class Host {
  readonly written = (mm: number) => `${mm} mm`;
  readonly study = study;
  readonly cell = signal<{ readonly row: number; readonly column: number } | null>({ row: 4, column: 3 });
}

/** A pen that remembers what it was asked to do. */
function pen() {
  const calls: string[] = [];
  const texts: string[] = [];
  const context = new Proxy(
    {},
    {
      get: (_, name) =>
        name === 'measureText'
          ? () => ({ width: 30 })
          : (...args: unknown[]) => {
              calls.push(String(name));
              if (name === 'fillText') texts.push(String(args[0]));
              return name === 'createPattern' ? {} : undefined;
            },
      set: () => true,
    },
  );
  return { context, calls, texts };
}

describe('the rub map as a field', () => {
  async function show() {
    const p = pen();
    HTMLCanvasElement.prototype.getContext = (() => p.context) as never;
    Object.defineProperty(HTMLCanvasElement.prototype, 'clientWidth', { value: 570, configurable: true });
    Object.defineProperty(HTMLCanvasElement.prototype, 'clientHeight', { value: 350, configurable: true });
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const canvas = (fixture.nativeElement as HTMLElement).querySelector('canvas')!;
    canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 570, height: 350 }) as DOMRect;
    const key = async (name: string) => {
      canvas.dispatchEvent(new KeyboardEvent('keydown', { key: name }));
      await fixture.whenStable();
      return fixture.componentInstance.cell();
    };
    return { fixture, canvas, key, ...p };
  }
  it('draws a cell for each pose that is reached, the used travel, the axes and the ride height', async () => {
    const { calls, texts } = await show();
    // paper for every reached pose, and something over it wherever it is close or rubs
    expect(calls.filter((c) => c === 'fillRect').length).toBeGreaterThan(8 * 7);
    expect(texts).toEqual(expect.arrayContaining(['rack', 'wheel travel, mm (+ bump)', 'here', '-80', '40']));
    expect(calls).toContain('setLineDash');
  });
  it('arrows move one pose and stop at the edges; other keys do nothing', async () => {
    const { key } = await show();
    expect(await key('ArrowUp')).toEqual({ row: 5, column: 3 });
    expect(await key('ArrowRight')).toEqual({ row: 5, column: 4 });
    expect(await key('ArrowDown')).toEqual({ row: 4, column: 4 });
    expect(await key('ArrowLeft')).toEqual({ row: 4, column: 3 });
    expect(await key('a')).toEqual({ row: 4, column: 3 });
    for (let i = 0; i < 9; i++) await key('ArrowUp');
    expect(await key('ArrowUp')).toEqual({ row: 8, column: 3 });
  });
  it('a click takes the pose under it: bump at the top, left at the right', async () => {
    const { canvas, fixture } = await show();
    const click = (x: number, y: number) => {
      canvas.dispatchEvent(new MouseEvent('pointerdown', { clientX: x, clientY: y }));
      return fixture.componentInstance.cell();
    };
    expect(click(60, 12)).toEqual({ row: 8, column: 0 });
    expect(click(555, 305)).toEqual({ row: 0, column: 6 });
    expect(click(2000, 2000)).toEqual({ row: 0, column: 6 });
  });
});

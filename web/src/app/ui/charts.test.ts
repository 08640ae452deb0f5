import { TestBed } from '@angular/core/testing';
import { CurveChart, type CurveData } from '../features/bench/curve-chart';
import { LineChart, type LineChartData } from './line-chart';

/** Charts that were asked for, newest last: what they are of, and what their own drawing puts on them. */
interface Asked {
  readonly config: {
    readonly data: {
      readonly datasets: { label: string; data: { x: number; y: number | null }[]; borderDash?: number[] }[];
    };
    readonly options: {
      readonly scales: {
        x: { min: number; max: number; title: { text: string } };
        y: { title: { text: string }; min?: number };
      };
    };
    readonly plugins: Record<string, (chart: unknown) => void>[];
  };
  readonly destroy: jest.Mock;
}
const asked: Asked[] = [];
jest.mock('chart.js', () => ({
  Chart: class {
    static readonly register = jest.fn();
    readonly destroy = jest.fn();
    constructor(
      _: unknown,
      readonly config: Asked['config'],
    ) {
      asked.push(this);
    }
  },
}));

/** A pen that writes down texts with their place, and lines. */
function pen() {
  const texts: { text: string; x: number; y: number; align: string }[] = [];
  const lines: [number, number][] = [];
  const boxes: number[][] = [];
  const ctx = {
    textAlign: 'left',
    save: () => undefined,
    restore: () => undefined,
    beginPath: () => undefined,
    stroke: () => undefined,
    fill: () => undefined,
    setLineDash: () => undefined,
    arc: (x: number, y: number) => lines.push([x, y]),
    moveTo: () => undefined,
    lineTo: (x: number, y: number) => lines.push([x, y]),
    fillRect: (...box: number[]) => boxes.push(box),
    measureText: (t: string) => ({ width: t.length * 7 }),
    fillText: (text: string, x: number, y: number) => texts.push({ text, x, y, align: ctx.textAlign }),
  };
  return { ctx, texts, lines, boxes };
}
const AREA = { left: 50, right: 450, top: 10, bottom: 210 };
/** a scale that maps [min, max] onto pixels, y upward */
const scale = (min: number, max: number, from: number, to: number) => ({
  min,
  max,
  getPixelForValue: (v: number) => from + ((v - min) / (max - min)) * (to - from),
});
function drawn(of: Asked, y: [number, number]) {
  const p = pen();
  const { x } = of.config.options.scales;
  const scales = { x: scale(x.min, x.max, AREA.left, AREA.right), y: scale(...y, AREA.bottom, AREA.top) };
  const chart = {
    ctx: p.ctx,
    chartArea: AREA,
    scales,
    data: of.config.data,
    getDatasetMeta: (i: number) => ({
      data: of.config.data.datasets[i]!.data.map((d) => ({
        x: scales.x.getPixelForValue(d.x),
        y: scales.y.getPixelForValue(d.y ?? 0),
      })),
    }),
  };
  const plugin = of.config.plugins[0]!;
  plugin.afterLayout?.(chart);
  plugin.beforeDatasetsDraw?.(chart);
  plugin.afterDatasetsDraw?.(chart);
  return { ...p, text: (t: string) => p.texts.find((x) => x.text === t) };
}

describe('a chart of lines', () => {
  const data: LineChartData = {
    title: 'rpm by gear',
    xTitle: 'km/h',
    yTitle: 'rpm',
    x: [0, 100],
    y: [0, 4000],
    lines: [
      {
        label: 'fifth',
        tone: 'strong',
        points: [
          { x: 0, y: 0 },
          { x: 100, y: 2000 },
        ],
      },
      {
        label: 'sixth',
        tone: 'plain',
        dashed: true,
        points: [
          { x: 0, y: 0 },
          { x: 100, y: 1990 },
        ],
      },
      {
        label: 'first',
        tone: 'quiet',
        points: [
          { x: 0, y: 0 },
          { x: 40, y: 3900 },
          { x: 60, y: null },
        ],
      },
      { label: 'outside', tone: 'quiet', points: [{ x: 0, y: 9000 }] },
    ],
    spots: [
      { x: 90, y: 1800, label: 'cruising' },
      { x: 140, y: 1800, label: 'off the chart' },
    ],
    uprights: [
      { x: 90, label: 'cruising speed' },
      { x: 20, label: 'crawl' },
      { x: 130, label: 'too fast' },
    ],
  };
  const show = (d: LineChartData) => {
    asked.length = 0;
    const fixture = TestBed.createComponent(LineChart);
    fixture.componentRef.setInput('data', d);
    TestBed.tick();
    return { fixture, canvas: (fixture.nativeElement as HTMLElement).querySelector('canvas')! };
  };
  it('is named, has its axes and each line with its dash', () => {
    const { canvas } = show(data);
    expect(canvas.getAttribute('aria-label')).toBe('rpm by gear');
    const { data: d, options } = asked[0]!.config;
    expect(options.scales.x).toMatchObject({ min: 0, max: 100, title: { text: 'km/h' } });
    expect(options.scales.y).toMatchObject({ min: 0, max: 4000, title: { text: 'rpm' } });
    expect(d.datasets.map((s) => [s.label, s.borderDash])).toEqual([
      ['fifth', []],
      ['sixth', [5, 4]],
      ['first', []],
      ['outside', []],
    ]);
  });
  it('lines carry their names at their last point on the chart, and two names never lie on each other', () => {
    show(data);
    const d = drawn(asked[0]!, [0, 4000]);
    const [fifth, sixth] = [d.text('fifth')!, d.text('sixth')!];
    expect(fifth.x).toBe(446);
    expect(Math.abs(fifth.y - sixth.y)).toBeGreaterThanOrEqual(13);
    expect(d.text('first')!.x).toBeCloseTo(50 + 0.4 * 400 - 4);
    expect(d.text('outside')).toBeUndefined();
  });
  it('marks spots and uprights that lie on it, their names inside the edge', () => {
    show(data);
    const d = drawn(asked[0]!, [0, 4000]);
    expect(d.text('cruising speed')!.align).toBe('right');
    expect(d.text('crawl')!.align).toBe('left');
    expect(d.text('too fast')).toBeUndefined();
    expect(d.text('off the chart')).toBeUndefined();
    const spot = d.text('cruising')!;
    expect(spot.x + 'cruising'.length * 7).toBeLessThan(450);
    expect(d.boxes).toHaveLength(1); // its name stands on paper of its own
  });
  it('is made anew when its data change, and ended with its screen', () => {
    const { fixture } = show(data);
    fixture.componentRef.setInput('data', { ...data, y: undefined });
    TestBed.tick();
    expect(asked).toHaveLength(2);
    expect(asked[0]!.destroy).toHaveBeenCalledTimes(1);
    expect(asked[1]!.config.options.scales.y).not.toHaveProperty('min');
    fixture.destroy();
    expect(asked[1]!.destroy).toHaveBeenCalledTimes(1);
  });
});

describe('a curve over the travel', () => {
  const travelMm = Array.from({ length: 21 }, (_, i) => -95 + 9.5 * i);
  const data: CurveData = {
    title: 'Camber',
    unit: '°',
    lengths: 'mm',
    travelMm,
    now: travelMm.map((z) => z / 100),
    planned: travelMm.map((z) => (z > 60 ? null : z / 90)),
    band: { min: -0.5, max: 0.5 },
    marks: [
      { zMm: 0, label: 'rides now' },
      { zMm: -4, label: 'planned' },
      { zMm: 300, label: 'nowhere' },
    ],
  };
  const show = (change: Partial<CurveData> = {}, atMm = 0) => {
    asked.length = 0;
    const fixture = TestBed.createComponent(CurveChart);
    fixture.componentRef.setInput('data', { ...data, ...change });
    fixture.componentRef.setInput('atMm', atMm);
    TestBed.tick();
    return { fixture, page: fixture.nativeElement as HTMLElement };
  };
  it('holds today and planned over the same travel, with whole twenties at the ends', () => {
    const { page } = show();
    expect(page.querySelector('canvas')!.getAttribute('aria-label')).toBe(
      'Camber over wheel travel, today and planned',
    );
    const { data: d, options } = asked[0]!.config;
    expect(d.datasets.map((s) => s.label)).toEqual(['today', 'planned']);
    expect(d.datasets[1]!.data.at(-1)).toEqual({ x: 95, y: null });
    expect(options.scales.x).toMatchObject({ min: -100, max: 100 });
    expect(options.scales.y.title.text).toBe('Camber, °');
    show({ unit: '' });
    expect(asked[0]!.config.options.scales.y.title.text).toBe('Camber');
  });
  it('lays the band under the curve, cut at the edges of the chart', () => {
    show();
    const [band] = drawn(asked[0]!, [-1, 1]).boxes;
    expect(band).toEqual([50, 60, 400, 100]);
    show({ band: { min: null, max: 0.5 } });
    expect(drawn(asked[0]!, [-1, 1]).boxes[0]).toEqual([50, 60, 400, 150]);
    show({ band: { min: 2, max: 3 } });
    expect(drawn(asked[0]!, [-1, 1]).boxes).toEqual([]);
    show({ band: null });
    expect(drawn(asked[0]!, [-1, 1]).boxes).toEqual([]);
  });
  it('names the ride heights, close ones in rows below each other', () => {
    show();
    const d = drawn(asked[0]!, [-1, 1]);
    expect(d.text('planned')!.y).not.toBe(d.text('rides now')!.y);
    expect(d.text('nowhere')).toBeUndefined();
    expect(d.texts.map((t) => t.text)).toContain('today');
  });
  it('the pose that is shown is a mark laid over it: moving it draws no chart', () => {
    const { fixture, page } = show({}, 0);
    drawn(asked[0]!, [-1, 1]);
    TestBed.tick();
    const here = () => page.querySelector<HTMLElement>('.here')!.style.transform;
    expect(here()).toBe('translate(250px,210px)');
    fixture.componentRef.setInput('atMm', 50);
    TestBed.tick();
    expect(here()).toBe('translate(350px,210px)');
    expect(asked).toHaveLength(1);
  });
  it('can be saved as a picture', async () => {
    const { fixture, page } = show();
    const picture = new Blob(['png']);
    page.querySelector('canvas')!.toBlob = (done) => {
      done(picture);
    };
    expect(await fixture.componentInstance.png()).toBe(picture);
    fixture.destroy();
    expect(asked[0]!.destroy).toHaveBeenCalled();
  });
});

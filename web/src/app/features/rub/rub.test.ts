import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import type { JobSections, RubProgress, RubStudyInput } from '@rigger/core';
import { demoJob, plainJob } from '@rigger/core/testing/demo-world';
import { openBench } from '../../../testing/shop-bench';
import { HeadlineHarness } from '../../ui/headline.harness';
import { createRubApi } from '../../workers/rub-api';
import { RubView } from './rub';
import { RubInputs } from '../../data/rub-inputs';
import type { RubModel } from './rub-model';

jest.mock('chart.js', () => ({
  Chart: class {
    static readonly register = jest.fn();
    readonly destroy = jest.fn();
  },
}));

async function show(job: JobSections) {
  const bench = await openBench(job);
  const fixture = TestBed.createComponent(RubView);
  const loader = TestbedHarnessEnvironment.loader(fixture);
  const page = fixture.nativeElement as HTMLElement;
  const settled = async () => {
    for (let i = 0; i < 400; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r, 20));
      if (page.querySelector('mat-progress-bar') === null && (i > 3 || page.querySelector('app-rub-map')))
        break;
    }
    await fixture.whenStable();
  };
  await settled();
  return {
    ...bench,
    loader,
    page,
    settled,
    headline: async () => (await loader.getHarness(HeadlineHarness)).sentence(),
    text: () => page.textContent.replace(/\s+/g, ' '),
    map: () => page.querySelector('canvas')!,
  };
}

describe('Rub map', () => {
  jest.setTimeout(60_000);
  it('says what is too near and where, lists every obstacle, and poses another cell by keyboard', async () => {
    const v = await show(demoJob('hut-warden'));
    expect(await v.headline()).toMatch(/^LT285\/70R17 121\/118S: the front .+ (clears|rubs) by /);
    expect(v.text()).toContain('brake caliper');
    expect(v.text()).toContain('Least lift over stock that clears');
    const cell = v.page.querySelector('.cell')!;
    const before = cell.textContent;
    v.map().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await v.settled();
    v.map().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    await v.settled();
    expect(cell.textContent).not.toBe(before);
    expect(cell.textContent).toMatch(/^Travel .+ mm, rack .+: /);
  });
  it('a pose chosen while the map is still coarse stays when it gets finer', async () => {
    await openBench(demoJob('hut-warden'));
    const fixture = TestBed.createComponent(RubView);
    const page = fixture.nativeElement as HTMLElement;
    const text = () => page.querySelector('.cell')?.textContent ?? '';
    const view = fixture.componentInstance as unknown as { model: RubModel };
    const rows = () => view.model.study()?.map.grid.zMm.length ?? 0;
    for (let i = 0; i < 400 && rows() === 0; i++) await new Promise((r) => setTimeout(r, 1));
    const coarse = rows();
    view.model.pick({ row: coarse - 1, column: 0 });
    const at = view.model.study()!.map.grid;
    const [z, across] = [at.zMm.at(-1)!, at.across[0]!];
    for (let i = 0; i < 1500 && view.model.progress() !== null; i++)
      await new Promise((r) => setTimeout(r, 10));
    await fixture.whenStable();
    const [fine, cell] = [view.model.study()!.map.grid, view.model.cell()!];
    expect(fine.zMm.length).toBeGreaterThan(coarse);
    expect(fine.zMm[cell.row]).toBeCloseTo(z, 6);
    expect(fine.across[cell.column]).toBeCloseTo(across, 6);
    expect(text()).toMatch(/^Travel /);
  });
  it('a ticked relief is part of the job and changes the map; unticked it is gone', async () => {
    const v = await show(demoJob('hut-warden'));
    const flap = () => v.loader.getHarness(MatCheckboxHarness.with({ label: /Take the mud flaps off/ }));
    const open = () => v.page.querySelectorAll('tr.open').length;
    const before = open();
    await (await flap()).check();
    await v.settled();
    expect(v.store.sections()!.tire.reliefs).toEqual([
      { axle: 'front', obstacle: 'flap', relief: 'remove-flap' },
    ]);
    expect(v.view.plan()!.steps.some((s) => s.text.includes('flaps off'))).toBe(true);
    expect(open()).toBeLessThan(before);
    await (await flap()).uncheck();
    expect(v.store.sections()!.tire.reliefs).toEqual([]);
  });
  it('shows the rear axle against the travel of its other wheel', async () => {
    const v = await show(demoJob('peat-crew'));
    await (await v.loader.getHarness(MatButtonToggleHarness.with({ text: 'Rear' }))).check();
    await v.settled();
    expect(await v.headline()).toContain('rear');
    expect(v.page.querySelector('.cell')!.textContent).toContain('other wheel at');
  });
  it('without vehicle or tyre it says which is missing', async () => {
    expect((await show({ ...plainJob('corvane-halder') })).text()).toContain('Which tyre is wanted?');
    TestBed.resetTestingModule();
    const none = plainJob('corvane-halder');
    expect((await show({ ...none, vehicle: { ...none.vehicle, platform: null } })).text()).toContain(
      'Which vehicle is it?',
    );
  });
  it('can be stopped and gone on with', async () => {
    const bench = await openBench(demoJob('hut-warden'));
    const fixture = TestBed.createComponent(RubView);
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const page = fixture.nativeElement as HTMLElement;
    for (let i = 0; i < 200 && !page.querySelector('mat-progress-bar'); i++)
      await new Promise((r) => setTimeout(r, 5));
    page.querySelector<HTMLButtonElement>('.work button')!.click();
    await fixture.whenStable();
    expect(page.textContent).toContain('Stopped');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Go on' }))).click();
    expect(page.textContent).not.toContain('Stopped');
    expect(bench.store.id()).not.toBeNull();
  });
});

describe('the rub worker', () => {
  it('works in slices shorter than a frame, refines, and hears a stop between two of them', async () => {
    const { view } = await openBench(demoJob('hut-warden'));
    const inputs = TestBed.runInInjectionContext(() => new RubInputs());
    const input: RubStudyInput = { ...inputs.axles()!.front, tire: inputs.tires()!.front };
    expect(view.assessment()!.tires.check).not.toBeNull();
    let clock = 0;
    const api = createRubApi(() => (clock += 7));
    const told: RubProgress[] = [];
    const whole = await api.study(input, (p) => told.push(p));
    expect(whole !== 'stopped' && whole.ok && whole.value.complete).toBe(true);
    const maps = told.flatMap((p) => (p.soFar ? [p.soFar.map.grid.zMm.length] : []));
    expect(maps[0]).toBeLessThan(maps.at(-1)!);
    const stopped = api.study(input, (p) => {
      if (p.stage === 'map') api.stop();
    });
    await expect(stopped).resolves.toBe('stopped');
    const first = api.study(input, () => undefined);
    const second = api.study(input, () => undefined);
    await expect(first).resolves.toBe('stopped');
    expect(await second).not.toBe('stopped');
    expect(api.pose({ zMm: 0, across: 0 })!.obstacles.length).toBeGreaterThan(8);
    const beside = api.compare(inputs.axles()!, [input.tire, { ...input.tire, diameterMm: 700 }]);
    expect(beside.front).toHaveLength(2);
    expect(beside.front![0]!.clears).toBe(false);
    expect(beside.front![1]!.rubbing.length).toBeLessThan(beside.front![0]!.rubbing.length);
  });
});

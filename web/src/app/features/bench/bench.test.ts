import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatSliderHarness } from '@angular/material/slider/testing';
import type { JobSections } from '@rigger/core';
import { demoJob, plainJob } from '@rigger/core/testing/demo-world';
import * as inPlace from '../../../testing/bench-in-place';
import { openBench } from '../../../testing/shop-bench';
import { HeadlineHarness } from '../../ui/headline.harness';
import { NumberFieldHarness } from '../../ui/number-field.harness';
import { BenchView } from './bench';
import { LinkageHarness } from '../../drawing/linkage-view.harness';

jest.mock('chart.js', () => ({
  Chart: class {
    static readonly register = jest.fn();
    readonly draw = jest.fn();
    readonly destroy = jest.fn();
  },
}));

async function show(job: JobSections) {
  const bench = await openBench(job);
  const fixture = TestBed.createComponent(BenchView);
  const loader = TestbedHarnessEnvironment.loader(fixture);
  const settled = async () => {
    for (let i = 0; i < 4; i++) await fixture.whenStable();
  };
  await settled();
  return {
    ...bench,
    fixture,
    loader,
    settled,
    headline: async () => (await loader.getHarness(HeadlineHarness)).sentence(),
    view: async (n: number) => (await loader.getAllHarnesses(LinkageHarness))[n]!,
    text: async () => {
      await settled();
      return (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
    },
  };
}

describe('Bench', () => {
  it('a computation that ends without an answer is said, not waited for', async () => {
    const start = jest.spyOn(inPlace, 'startBenchWorker').mockReturnValue({
      api: { load: () => Promise.reject(new Error('gone')), pose: () => Promise.reject(new Error('gone')) },
      stop: () => undefined,
    });
    const v = await show(demoJob('hut-warden'));
    expect(await v.text()).toContain('The axle could not be posed.');
    expect(await v.text()).not.toContain('Setting up the axle');
    start.mockRestore();
  });
  it('says what the lift did to this axle, and draws it from ahead; the other sides are a press away', async () => {
    const v = await show(demoJob('hut-warden'));
    expect(await v.headline()).toMatch(
      /^Front axle stands 46 mm higher; outer CV joint 4\.4° to 6\.2° of 8\.0°\.$/,
    );
    const drawn = async () => {
      const views = await v.loader.getAllHarnesses(LinkageHarness);
      expect(views).toHaveLength(1);
      expect(await views[0]!.members('planned')).toBeGreaterThan(8);
      return views[0]!.spoken();
    };
    expect(await drawn()).toBe('Front view of the linkage, today and planned');
    for (const [press, spoken] of [
      ['from the side', 'Side view'],
      ['from above', 'Plan view'],
    ] as const) {
      [...(v.fixture.nativeElement as HTMLElement).querySelectorAll<HTMLButtonElement>('.seen button')]
        .find((b) => b.textContent.trim() === press)!
        .click();
      await v.settled();
      expect(await drawn()).toContain(spoken);
    }
  });
  it('tells each figure today and planned with its stroke, and opens one into its curve', async () => {
    const v = await show(demoJob('hut-warden'));
    const lines = () => [...(v.fixture.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('.line')];
    const cv = lines().find((l) => l.textContent.includes('Outer CV joint'))!;
    expect(cv.textContent.replace(/\s+/g, ' ')).toMatch(/Outer CV joint ?4\.4\d* ° ?→ ?6\.2\d* °/);
    const [today, planned] = ['.today', '.planned'].map((c) =>
      cv.querySelector(`path${c}`)!.getAttribute('d')!,
    );
    expect(today).toMatch(/^M[\d.]+ [\d.]+L/);
    expect(planned).not.toBe(today);
    expect(cv.querySelectorAll('.tick').length).toBeGreaterThanOrEqual(4);
    expect(v.fixture.nativeElement.querySelector('app-curve-chart')).toBeNull();
    cv.querySelector('button')!.click();
    await v.settled();
    expect(lines().find((l) => l.querySelector('app-curve-chart'))!.textContent).toContain('Outer CV joint');
  });
  it('the lifted wheel hangs lower under the body; moved up, it comes up', async () => {
    const v = await show(demoJob('hut-warden'));
    const front = await v.view(0);
    const lifted = await front.wheelTop('planned');
    expect(lifted).toBeGreaterThan((await front.wheelTop('today')) + 40);
    const [travel] = await v.loader.getAllHarnesses(MatSliderHarness);
    await (await travel!.getEndThumb()).setValue(30);
    await v.settled();
    expect(Math.abs((await front.wheelTop('planned')) - (lifted - 30))).toBeLessThan(2);
    expect(await v.text()).toContain('Travel 30 mm');
  });
  it('a typed body height is the same move', async () => {
    const v = await show(demoJob('hut-warden'));
    const arch = await v.loader.getHarness(NumberFieldHarness.labelled('Hub to arch'));
    expect(await arch.text()).toBe('518');
    await arch.write('498');
    await v.settled();
    expect(await v.text()).toContain('Travel 20 mm');
  });
  it('each part can be switched off, to see what it does', async () => {
    const v = await show(demoJob('hut-warden'));
    const boxes = await v.loader.getAllHarnesses(MatCheckboxHarness);
    const labels = await Promise.all(boxes.map((b) => b.getLabelText()));
    expect(labels.join()).toContain('TL-2810');
    expect(labels.join()).toContain('IW-55');
    await boxes[labels.findIndex((l) => l.includes('IW-55'))]!.uncheck();
    await v.settled();
    expect(await v.headline()).toContain('4.4° to 8.9°');
    await boxes[labels.findIndex((l) => l.includes('TL-2810'))]!.uncheck();
    await v.settled();
    expect(await v.headline()).toContain('stands as it does today');
    expect(v.store.sections()!.build.items).toEqual(demoJob('hut-warden').build.items);
  });
  it('a beam rolls and tells its own figures', async () => {
    const v = await show(demoJob('peat-crew'));
    expect(await v.headline()).toMatch(/^Front axle stands \d+ mm higher; the axle turns/);
    expect(await v.text()).toContain('Axle to the left');
    const sliders = await v.loader.getAllHarnesses(MatSliderHarness);
    await (await sliders[1]!.getEndThumb()).setValue(60);
    await v.settled();
    expect(await v.text()).toContain('Roll 60 mm');
    await (await v.loader.getHarness(MatButtonToggleHarness.with({ text: 'Rear' }))).check();
    await v.settled();
    expect(await v.headline()).toMatch(/^Rear axle/);
  });
  it('saves all curves as CSV, one line a pose', async () => {
    const v = await show(demoJob('hut-warden'));
    let saved: Blob | null = null;
    URL.createObjectURL = (b) => {
      saved = b as Blob;
      return 'blob:x';
    };
    (v.fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('.line button')!.click();
    const click = jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
    await (await v.loader.getHarness(MatButtonHarness.with({ text: 'All curves as CSV' }))).click();
    click.mockRestore();
    const text = await new Promise<string>((done) => {
      const reader = new FileReader();
      reader.onload = () => {
        done(reader.result as string);
      };
      reader.readAsText(saved!);
    });
    const lines = text.split('\r\n');
    expect(lines).toHaveLength(102);
    expect(lines[0]).toContain('Camber today °,Camber planned °');
    expect(lines[50]!.split(',')).toHaveLength(lines[0]!.split(',').length);
  });
  it('says what to do without a vehicle, and works on every platform', async () => {
    const job = plainJob('corvane-halder');
    const none = await show({ ...job, vehicle: { ...job.vehicle, platform: null } });
    expect(await none.text()).toContain('Which vehicle is it?');
    TestBed.resetTestingModule();
    const cart = await show(plainJob('pellow-fetch', ['HF-680']));
    expect(await cart.headline()).toMatch(/Front axle stands \d+ mm higher/);
  });
});

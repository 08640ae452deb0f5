import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import type { JobSections } from '@rigger/core';
import { demoJob, plainJob } from '@rigger/core/testing/demo-world';
import { openBench } from '../../../testing/shop-bench';
import { Shop } from '../../data/shop';
import { FigureHarness } from '../../ui/figure.harness';
import { HeadlineHarness } from '../../ui/headline.harness';
import { GearingView } from './gearing';

async function show(job: JobSections) {
  const bench = await openBench(job);
  const fixture = TestBed.createComponent(GearingView);
  const loader = TestbedHarnessEnvironment.loader(fixture);
  await fixture.whenStable();
  return {
    ...bench,
    fixture,
    loader,
    headline: async () => (await loader.getHarness(HeadlineHarness)).sentence(),
    text: async () => {
      await fixture.whenStable();
      return (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
    },
  };
}

describe('Gearing', () => {
  it('says what the tyre does to the engine speed and which ratio brings it back', async () => {
    const v = await show(demoJob('hut-warden'));
    expect(await v.headline()).toMatch(
      /^At 90 km\/h the engine turns \d+ instead of \d+ rpm with 3\.42 axles\.$/,
    );
    const spoken = await Promise.all((await v.loader.getAllHarnesses(FigureHarness)).map((f) => f.spoken()));
    for (const wanted of [
      /Tractive force, axle 3\.73/,
      /Crawl speed, axle 4\.10: 1\.8 km\/h/,
      /Circumference: 2\d{3} mm/,
      /Turns, per mile/,
    ])
      expect(spoken.some((s) => wanted.test(s))).toBe(true);
  });
  it('draws each gear on the tape of speed, today’s above the planned one, and follows the ratio looked at', async () => {
    const v = await show(demoJob('hut-warden'));
    const element = v.fixture.nativeElement as HTMLElement;
    const bars = (of: string) =>
      [...element.querySelectorAll(`app-gear-tape rect.${of}`)].map((r) => Number(r.getAttribute('width')));
    const spoken = () => element.querySelector('app-gear-tape svg')!.getAttribute('aria-label')!;
    expect([bars('planned').length, bars('today').length]).toEqual([9, 9]);
    expect(spoken()).toMatch(/km\/h, cruising at 90\. gear 1: \d+ to \d+;/);
    const top = () => Number(/gear 3: \d+ to (\d+)/.exec(spoken())![1]);
    const before = top();
    element.querySelectorAll<HTMLButtonElement>('td button.link')[3]!.click();
    await v.fixture.whenStable();
    expect(before / top()).toBeCloseTo(4.1 / 3.42, 1);
    TestBed.inject(Shop).useUnit('in');
    await v.fixture.whenStable();
    expect(spoken()).toContain('mph, cruising at 56');
  });
  it('a ratio chosen for the build goes to the job and onto the card', async () => {
    const v = await show(demoJob('hut-warden'));
    const [, after] = await v.loader.getAllHarnesses(MatSelectHarness);
    await after!.open();
    await (await after!.getOptions({ text: '3.73' }))[0]!.click();
    expect(v.store.sections()!.tire.newAxleRatio).toBe(3.73);
    expect(await v.text()).toContain('Axle ratio in it3.73');
    v.store.undo();
    expect(v.store.sections()!.tire.newAxleRatio).toBeNull();
  });
  it('an unknown ratio is asked for, never assumed; a cart has no crawl speed', async () => {
    const job = demoJob('hut-warden');
    const v = await show({ ...job, tire: { ...job.tire, axleRatio: null } });
    expect(await v.headline()).toContain('not known yet');
    TestBed.resetTestingModule();
    const cart = plainJob('pellow-fetch');
    const c = await show({ ...cart, tire: { ...cart.tire, targetSize: '22x11-10' } });
    expect(await c.text()).toContain('No speedometer gear');
    expect((await c.text()).includes('NaN')).toBe(false);
  });
  it('without a tyre it leads there', async () => {
    const v = await show(plainJob('corvane-halder'));
    expect(await v.headline()).toContain('Choose vehicle and tyre first');
    expect(await v.loader.getAllHarnesses(MatButtonHarness)).toHaveLength(2);
  });
});

import { MatButtonHarness } from '@angular/material/button/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { demoJob } from '@rigger/core/testing/demo-world';
import { show } from '../../testing/show-view';
import { AfterView } from './after/after';
import { LookOverView } from './look-over/look-over';
import { TapeView } from './tape/tape';

describe('Tape, round after round', () => {
  it('shows the last round, adds the next one the way the last was read, and takes one away again', async () => {
    const v = await show(TapeView, demoJob('bird-count'));
    expect(await v.headline()).toBe('Front as forecast, rear 1 mm lower than forecast.');
    expect(await v.text()).toMatch(/Makers claim\s*424 mm\s*427 mm/);
    await (await v.button(/Another round/)).click();
    const rounds = () => v.store.sections()!.tape.rounds;
    expect(rounds().map((r) => r.when)).toEqual(['before', 'down', 'settled']);
    expect(await v.headline()).toContain('Tape all four corners again');
    const [leftFront] = await v.loader.getAllHarnesses(MatInputHarness);
    await leftFront!.setValue('420');
    expect(rounds()[2]!.corners.leftFront).toBe('420');
    const level = await v.loader.getHarness(MatCheckboxHarness.with({ label: /level ground/ }));
    await level.check();
    await (await v.field('Floor up on left')).write('8');
    expect(rounds()[2]).toMatchObject({ cares: { level: true }, slopeLeftMm: 8 });
    await (await v.button(/^before/)).click();
    expect(await v.text()).toContain('Ordinary here');
    await (await v.button(/^settled/)).click();
    await (await v.button(/Remove this round/)).click();
    expect(rounds()).toHaveLength(2);
  });
});

describe('Look-over', () => {
  it('lists what this vehicle has; worn asks what is done, and saying it again takes it back', async () => {
    const v = await show(LookOverView, demoJob('harbourmaster'));
    const text = await v.text();
    expect(text).toContain('Upper ball joint, left front');
    expect(text).not.toContain('King pin');
    const items = () => v.store.sections()!.lookOver.items;
    const say = async (what: string, n: number) => {
      const all = await v.loader.getAllHarnesses(MatButtonHarness.with({ text: what }));
      await all[n]!.click();
    };
    await say('worn', 0);
    expect(items()).toMatchObject([{ id: 'upper-ball-joint:front:left', found: 'worn', remedy: null }]);
    expect(await v.headline()).toBe('Upper ball joint, left front worn.');
    const [done] = await v.loader.getAllHarnesses(MatSelectHarness);
    await done!.clickOptions({ text: 'replace complete' });
    expect(items()[0]).toMatchObject({ remedy: 'replace' });
    await say('good', 0);
    expect(items()[0]).toMatchObject({ found: 'good', remedy: null });
    await say('good', 0);
    expect(items()[0]).toMatchObject({ found: null });
    const [front] = await v.loader.getAllHarnesses(MatButtonHarness.with({ text: /are good/ }));
    await front!.click();
    expect(
      items()
        .filter((i) => i.axle === 'front')
        .every((i) => i.found === 'good'),
    ).toBe(true);
    expect(items().some((i) => i.axle === 'rear')).toBe(false);
  });
  it('alignment and road test before are kept, and what is out of its window stands out', async () => {
    const v = await show(LookOverView, demoJob('harbourmaster'));
    await (await v.field('Thrust, + left')).write('0.2');
    expect(v.store.sections()!.lookOver.alignment.thrustDeg).toBe(0.2);
    expect(v.page.querySelector('.ruled .need')).toBeNull();
    await (await v.field('Camber')).write('-4');
    expect(v.store.sections()!.lookOver.alignment.wheels.leftFront.camberDeg).toBe(-4);
    await v.text();
    expect(v.page.querySelector('.ruled .need')?.textContent).toContain('° to ');
    await (await v.button(/^bad$/)).click();
    expect(v.store.sections()!.lookOver.road).toEqual({ straight: 'bad' });
    await (await v.button(/^bad$/)).click();
    expect(v.store.sections()!.lookOver.road).toEqual({});
  });
});

describe('After', () => {
  it('sets what was taped against the forecast, and what drives worse beside what it was before', async () => {
    const v = await show(AfterView, demoJob('bird-count'));
    const text = await v.text();
    expect(text).toMatch(/Front, down and rolled/);
    expect(text).toContain('good before');
    expect(text).toMatch(/left to set/);
    await (await v.button(/Add what was tried/)).click();
    expect(v.store.sections()!.after.contacts).toHaveLength(3);
    const [first] = await v.loader.getAllHarnesses(MatButtonHarness.with({ text: 'Remove' }));
    await first!.click();
    expect(v.store.sections()!.after.contacts.map((c) => c.corner)).toEqual(['rightFront', 'leftFront']);
    await (await v.field('Hours taken, all in')).write('390 min');
    expect(v.store.sections()!.after.hoursTaken).toBe(6.5);
  });
  it('without a tape after the work it leads there', async () => {
    const v = await show(AfterView, demoJob('hut-warden'));
    expect(await v.headline()).toMatch(/^When it is down/);
    expect(await v.text()).toContain('Not taped after the work yet');
  });
});

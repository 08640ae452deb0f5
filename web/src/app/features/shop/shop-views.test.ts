import type { ShopSettings } from '@rigger/core';
import { demoJob } from '@rigger/core/testing/demo-world';
import { Shop } from '../../data/shop';
import { TestBed } from '@angular/core/testing';
import { show } from '../../../testing/show-view';
import { SettingsView } from './settings-view';
import { WorkshopView } from './workshop-view';

const settings = (): ShopSettings => TestBed.inject(Shop).settings()!;
const typed = (page: HTMLElement, label: RegExp, text: string): void => {
  const field = [...page.querySelectorAll('mat-form-field')].find((f) =>
    label.test(f.querySelector('mat-label')?.textContent ?? ''),
  )!;
  const input = field.querySelector('input')!;
  input.value = text;
  input.dispatchEvent(new Event('change'));
};

describe('Settings', () => {
  it('says what an hour costs and what nobody has said yet', async () => {
    const v = await show(SettingsView, demoJob('hut-warden'));
    expect((await v.headline()).replaceAll('\u00A0', ' ')).toBe(
      'Tarn & Gantry Outfitting: 86 mk an hour, tax 20 %.',
    );
    TestBed.inject(Shop).change({ quoteDays: null, labourMinorPerHour: 0 });
    expect(await v.text()).toContain('Not said yet: what an hour costs, how long a quote holds.');
  });
  it('money and shares are kept as they are written: minor units, parts of one', async () => {
    const v = await show(SettingsView, demoJob('hut-warden'));
    await (await v.field('Labour, an hour')).write('92.50');
    expect(settings().labourMinorPerHour).toBe(9250);
    await (await v.field('Tax')).write('21');
    expect(settings().taxShare).toBeCloseTo(0.21, 9);
    await (await v.field('A quote holds, days')).write('');
    expect(settings().quoteDays).toBeNull();
  });
  it('what cannot be is said, and nothing is kept of it', async () => {
    const v = await show(SettingsView, demoJob('hut-warden'));
    await (await v.field('Tax')).write('121');
    expect(await v.text()).toContain('100');
    expect(settings().taxShare).toBe(0.2);
    typed(v.page, /Sign for money/, ' ');
    expect(settings().currency).toBe('mk');
    typed(v.page, /Address/, ' Pier 2, Skerrow ');
    expect(settings().shopAddress).toBe('Pier 2, Skerrow');
  });
  it('limits of the place come, change and go', async () => {
    const v = await show(SettingsView, demoJob('hut-warden'));
    const before = settings().placeLimits;
    await (await v.button(/One limit more/)).click();
    expect(settings().placeLimits).toEqual([
      ...before,
      { what: 'total-lift', limitMm: 0, verdict: 'ask', whose: '' },
    ]);
    v.page.querySelectorAll<HTMLInputElement>('input[name=verdict-0]')[1]!.click();
    expect(settings().placeLimits[0]!.verdict).toBe('no');
    await v.fixture.whenStable();
    v.page.querySelector<HTMLButtonElement>('[aria-label^="Take out"]')!.click();
    expect(settings().placeLimits).toHaveLength(before.length);
  });
});
describe('Workshop', () => {
  it('bays and fitters come, are named and go', async () => {
    const v = await show(WorkshopView, demoJob('hut-warden'));
    const { bays, fitters } = settings().workshop;
    await (await v.button(/One bay more/)).click();
    expect(settings().workshop.bays).toHaveLength(bays.length + 1);
    expect(await v.headline()).toContain(`${bays.length + 1} bays`);
    v.page.querySelector<HTMLButtonElement>('[aria-label="Take out Bay 1"]')!.click();
    expect(settings().workshop.bays.map((b) => b.name)).not.toContain('Bay 1');
    const name = v.page.querySelector<HTMLInputElement>('[aria-label="Name of First fitter"]')!;
    name.value = ' ';
    name.dispatchEvent(new Event('change'));
    // nobody is without a name
    expect(settings().workshop.fitters).toEqual(fitters);
  });
  it('a shop that is open on one day only keeps that day', async () => {
    const v = await show(WorkshopView, demoJob('hut-warden'));
    const days = () =>
      [...v.page.querySelectorAll('label.tick')].filter((l) =>
        /^(Mon|Tue|Wed|Thu|Fri)$/.test(l.textContent.trim()),
      );
    for (const d of days()) {
      d.querySelector('input')!.click();
      await v.fixture.whenStable();
    }
    expect(settings().workshop.openDays).toEqual([5]);
  });
  it('a tool that the work names and nobody owns is added with a press; a habit is said and taken back', async () => {
    const v = await show(WorkshopView, demoJob('hut-warden'));
    const tools = settings().workshop.tools!.filter((t) => t !== 'two axle jacks');
    TestBed.inject(Shop).change({ workshop: { ...settings().workshop, tools } });
    await (await v.button(/^two axle jacks$/)).click();
    expect(settings().workshop.tools).toContain('two axle jacks');
    const habit = [...v.page.querySelectorAll<HTMLSelectElement>('label.habit select')].find((s) =>
      [...s.options].some((o) => o.value === 'at the frame'),
    )!;
    habit.value = 'at the frame';
    habit.dispatchEvent(new Event('change'));
    expect(Object.values(settings().workshop.habits)).toContain('at the frame');
    habit.value = '';
    habit.dispatchEvent(new Event('change'));
    expect(settings().workshop.habits).toEqual({});
  });
});

import { scaledSize } from './scaled-photo';
import { Component, signal } from '@angular/core';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { provideRouter } from '@angular/router';
import { claimed, computed, given, measured, type Figure } from '@rigger/core';
import { demoJob } from '@rigger/core/testing/demo-world';
import { openBench } from '../../testing/shop-bench';
import { JobStore } from '../data/job-store';
import { Shop } from '../data/shop';
import { FigureButton } from './figure';
import { FigureHarness } from './figure.harness';
import { NumberField } from './number-field';
import { NumberFieldHarness } from './number-field.harness';
import { RuledTape } from './ruled-tape';
import { RuledTapeHarness } from './ruled-tape.harness';
import { WhyPanel } from './why-panel';
import { WhyPanelHarness } from './why-panel.harness';

@Component({
  imports: [ReactiveFormsModule, NumberField],
  template: `
    <app-number-field
      label="Payload"
      quantity="mass"
      [range]="[0, 3000]"
      at="brief.payloadKg"
      [formControl]="payload"
    />
    <app-number-field
      label="Height limit"
      [range]="[1200, 4500]"
      at="brief.heightLimitMm"
      [formControl]="height"
    />
    <app-number-field label="Qty" quantity="count" [range]="[1, 20]" at="vehicle.year" [formControl]="qty" />
    <app-number-field
      label="Budget"
      quantity="money"
      [range]="[0, 100000]"
      at="brief.budgetMinor"
      [formControl]="budget"
    />
  `,
})
class Fields {
  payload = new FormControl<number | null>(250);
  height = new FormControl<number | null>(2050);
  qty = new FormControl<number | null>(1);
  budget = new FormControl<number | null>(620000);
}

describe('a number field', () => {
  const open = async () => {
    await openBench(demoJob('hut-warden'));
    const fixture = TestBed.createComponent(Fields);
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const field = (label: string) => loader.getHarness(NumberFieldHarness.labelled(label));
    return { form: fixture.componentInstance, field };
  };
  it('shows what is stored and passes on what is typed', async () => {
    const { form, field } = await open();
    const payload = await field('Payload');
    expect(await payload.text()).toBe('250');
    await payload.write('312,5');
    expect(form.payload.value).toBe(312.5);
    await payload.write('');
    expect(form.payload.value).toBeNull();
  });
  it('keeps a text that cannot be used, says why, and passes nothing on', async () => {
    const { form, field } = await open();
    const payload = await field('Payload');
    for (const [text, why] of [
      ['99999', 'outside 0 to 3000 kg'],
      ['12x', 'character 3'],
    ] as const) {
      await payload.write(text);
      expect(await payload.fault()).toContain(why);
      await payload.leave();
      expect(await payload.text()).toBe(text);
      expect(form.payload.value).toBe(250);
    }
    await payload.write('300');
    expect(await payload.fault()).toBeNull();
    expect(form.payload.value).toBe(300);
  });
  it('keeps such a text also when the screen is left and opened again', async () => {
    const { field } = await open();
    const first = await field('Payload');
    await first.write('12x');
    await first.leave();
    expect(TestBed.inject(JobStore).sections()!.unread.entries).toEqual({ 'brief.payloadKg': '12x' });
    const again = TestBed.createComponent(Fields);
    const payload = await TestbedHarnessEnvironment.loader(again).getHarness(
      NumberFieldHarness.labelled('Payload'),
    );
    expect(await payload.text()).toBe('12x');
    expect(await payload.fault()).toContain('cannot be read');
  });
  it('a step back takes the slip alone, and shows it', async () => {
    const { form, field } = await open();
    const payload = await field('Payload');
    await payload.write('300');
    await payload.leave();
    await payload.write('30o');
    await payload.leave();
    TestBed.inject(JobStore).undo();
    expect(await payload.text()).toBe('300');
    expect([await payload.fault(), form.payload.value]).toEqual([null, 300]);
  });
  it('reads a length in either unit and shows it in the unit of the shop', async () => {
    const { form, field } = await open();
    const height = await field('Height limit');
    await height.write('6 fathoms');
    expect(await height.fault()).not.toBeNull();
    await height.write('80 3/4"');
    expect(form.height.value).toBeCloseTo(2051, 1); // to the tenth
    TestBed.inject(Shop).useUnit('in');
    await height.leave();
    expect(await height.text()).toBe('80 3/4');
  });
  it('whole numbers stay whole, money is stored in minor units', async () => {
    const { form, field } = await open();
    const qty = await field('Qty');
    await qty.write('2.5');
    expect(await qty.fault()).toContain('whole number');
    expect(form.qty.value).toBe(1);
    const budget = await field('Budget');
    expect(await budget.text()).toBe('6200');
    await budget.write('999.5');
    expect(form.budget.value).toBe(99950);
  });
});

const chain: Figure = computed(
  'lift',
  46.3,
  'mm',
  [
    given('spacer', 28, 'mm', 'Two Larches TL-2810'),
    computed('wheel-load', 5600, 'N', [given('curb-wheel-load', 5300, 'N')], { formula: 'moments' }),
    computed('rate-tolerance', 1.5, 'mm', [given('share', 5, 'percent')]),
    computed('part-tolerance', 0.8, 'mm', [given('slack', 1, 'mm')]),
  ],
  { formula: 'balance', plusMinus: 1.7, limit: { max: 60 } },
);
@Component({
  imports: [FigureButton, WhyPanel],
  template: `<app-figure [figure]="figure()" [digits]="0" named="Front lift" /><app-why-panel />`,
})
class Asked {
  figure = signal(chain);
}

describe('a figure and its Why', () => {
  const open = async () => {
    await openBench(demoJob('hut-warden'));
    const fixture = TestBed.createComponent(Asked);
    const loader = TestbedHarnessEnvironment.loader(fixture);
    return {
      of: fixture.componentInstance,
      figure: await loader.getHarness(FigureHarness),
      why: await loader.getHarness(WhyPanelHarness),
    };
  };
  it('says value, range and state of truth; a click opens the whole chain', async () => {
    const { figure, why } = await open();
    expect(await figure.text()).toBe('46 ± 2 mm');
    expect(await figure.spoken()).toBe('Front lift: 46 ± 2 mm, computed. Why?');
    expect(await why.question()).toBeNull();
    await figure.askWhy();
    expect(await why.question()).toBe('Why 46.3 ± 1.7 mm?');
    expect(await why.widestDoubt()).toBe('spring rate ± 5.0 %');
    expect(await why.chain()).toEqual([
      'Spacer thickness',
      'Sprung load of one wheel',
      'of that, the vehicle at curb',
      'Doubt: spring rate',
      'Share',
      'Doubt: part, wider if only claimed',
      'Difference',
    ]);
    await why.close();
    expect(await why.question()).toBeNull();
  });
  it('a claim is worded as a claim, a measured value as measured', async () => {
    const { of, figure } = await open();
    of.figure.set(claimed('claimed-lift', 50, 'mm', 'Two Larches TL-2810'));
    expect(await figure.text()).toBe('maker says 50 mm');
    of.figure.set(measured('arch-today', 471.5, 'mm'));
    expect(await figure.spoken()).toContain('measured');
  });
});

it('the ruled tape names each section and what it lacks', async () => {
  TestBed.configureTestingModule({ providers: [provideRouter([])] });
  const fixture = TestBed.createComponent(RuledTape);
  fixture.componentRef.setInput('label', 'Sections');
  fixture.componentRef.setInput('marks', [
    { label: 'Brief', link: 'brief', lack: '', key: '1', links: ['brief'], heavy: false },
    { label: 'Tape', link: 'tape', lack: '4 corners to tape', key: '3', links: ['tape'], heavy: true },
  ]);
  const tape = await TestbedHarnessEnvironment.harnessForFixture(fixture, RuledTapeHarness);
  expect((await tape.marks()).map((m) => m.name.replace(/\s+/g, ' '))).toEqual([
    expect.stringContaining('Brief'),
    expect.stringContaining('Tape'),
  ]);
  expect(fixture.nativeElement.textContent).toContain('4 corners to tape');
});

describe('a photograph made small enough', () => {
  it.each([
    [4000, 3000, 1600, 1200],
    [900, 2400, 600, 1600],
    [640, 480, 640, 480],
    [9000, 2, 1600, 1],
  ])('%i × %i is drawn %i × %i', (width, height, w, h) => {
    expect(scaledSize(width, height)).toEqual([w, h]);
  });
});

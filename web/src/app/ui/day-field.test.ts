import { Component } from '@angular/core';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatCalendarHarness } from '@angular/material/datepicker/testing';
import { demoJob } from '@rigger/core/testing/demo-world';
import { openBench } from '../../testing/shop-bench';
import { DayField } from './day-field';
import { DayFieldHarness } from './day-field.harness';

@Component({
  imports: [ReactiveFormsModule, DayField],
  template: `<app-day-field label="Promised for" at="head.promiseDate" [formControl]="day" />`,
})
class Host {
  day = new FormControl<string | null>('2026-12-04');
}

describe('a day field', () => {
  const open = async (day: string | null = '2026-12-04') => {
    const fixture = TestBed.createComponent(Host);
    fixture.componentInstance.day.setValue(day);
    const field = await TestbedHarnessEnvironment.loader(fixture).getHarness(
      DayFieldHarness.labelled('Promised for'),
    );
    return { control: fixture.componentInstance.day, field, fixture };
  };
  beforeEach(async () => {
    await openBench(demoJob('hut-warden'));
  });
  it('shows the day with its weekday, and passes on what is typed', async () => {
    const { control, field } = await open();
    expect(await field.text()).toBe('Fri 4 Dec 2026');
    await field.write('31.12.2026');
    expect(control.value).toBe('2026-12-31');
    await field.leave();
    expect(await field.text()).toBe('Thu 31 Dec 2026');
    await field.write('');
    expect(control.value).toBeNull();
    await field.leave();
    expect(await field.text()).toBe('');
  });
  it('says what it cannot read once the field is left, not while it is written; the day that stood there stays', async () => {
    const { control, field, fixture } = await open();
    await field.enter();
    await field.write('4 D');
    expect(await field.fault()).toBeNull();
    await field.write('3/4/2027');
    await field.leave();
    expect(await field.fault()).toContain('can be Sat 3 Apr or Thu 4 Mar');
    expect(control.value).toBe('2026-12-04');
    fixture.destroy();
    // the screen is left and opened again: the text is still there, with what is wrong with it
    const again = await open();
    expect(await again.field.text()).toBe('3/4/2027');
    expect(await again.field.fault()).toContain('Write the month as a word');
    await again.field.write('3 Apr 2027');
    expect(again.control.value).toBe('2027-04-03');
    expect(await again.field.fault()).toBeNull();
  });
  it('takes a day from its calendar, in place of what could not be read', async () => {
    const { control, field, fixture } = await open();
    await field.write('soon');
    await field.openCalendar();
    const calendar =
      await TestbedHarnessEnvironment.documentRootLoader(fixture).getHarness(MatCalendarHarness);
    await calendar.selectCell({ text: '18' });
    expect(control.value).toBe('2026-12-18');
    expect(await field.text()).toBe('Fri 18 Dec 2026');
    expect(await field.fault()).toBeNull();
  });
});

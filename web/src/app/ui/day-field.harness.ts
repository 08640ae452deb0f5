import { HarnessPredicate } from '@angular/cdk/testing';
import { NumberFieldHarness } from './number-field.harness';

/** A field for a calendar day: typed like a number field, or picked in its calendar. */
export class DayFieldHarness extends NumberFieldHarness {
  static override readonly hostSelector: string = 'app-day-field';
  static override labelled(label: string): HarnessPredicate<DayFieldHarness> {
    return new HarnessPredicate(DayFieldHarness, {}).add(
      `labelled ${label}`,
      async (h) => (await h.label()) === label,
    );
  }
  async enter(): Promise<void> {
    await (await this.locatorFor('input')()).dispatchEvent('focus');
  }
  async openCalendar(): Promise<void> {
    await (await this.locatorFor('mat-datepicker-toggle button')()).click();
  }
}

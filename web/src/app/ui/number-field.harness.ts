import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A number or length field: what is typed in it, and what it says about that. */
export class NumberFieldHarness extends ComponentHarness {
  static readonly hostSelector: string = 'app-number-field';
  static labelled(label: string): HarnessPredicate<NumberFieldHarness> {
    return new HarnessPredicate(NumberFieldHarness, {}).add(
      `labelled ${label}`,
      async (h) => (await h.label()) === label,
    );
  }
  private readonly input = this.locatorFor('input');
  async label(): Promise<string> {
    return (await (await this.locatorFor('mat-label')()).text()).trim();
  }
  async write(text: string): Promise<void> {
    const input = await this.input();
    await input.setInputValue(text);
    await input.dispatchEvent('input');
  }
  async leave(): Promise<void> {
    await (await this.input()).dispatchEvent('blur');
  }
  async text(): Promise<string> {
    return (await this.input()).getProperty<string>('value');
  }
  /** what is wrong with the text, or null */
  async fault(): Promise<string | null> {
    const alert = await this.locatorForOptional('[role="alert"]')();
    return alert && (await alert.text());
  }
}

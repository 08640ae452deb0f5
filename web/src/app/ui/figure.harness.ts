import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A figure on the screen: what it says, how far it may be trusted, and its Why. */
export class FigureHarness extends ComponentHarness {
  static readonly hostSelector = 'app-figure';
  static spoken(pattern: RegExp): HarnessPredicate<FigureHarness> {
    return new HarnessPredicate(FigureHarness, {}).add(`spoken ${pattern.source}`, async (h) =>
      pattern.test(await h.spoken()),
    );
  }
  private readonly button = this.locatorFor('button');
  async text(): Promise<string> {
    return (await (await this.button()).text()).replace(/\s+/g, ' ');
  }
  /** name, value and state of truth as a screen reader says them */
  async spoken(): Promise<string> {
    return (await (await this.button()).getAttribute('aria-label')) ?? '';
  }
  async askWhy(): Promise<void> {
    await (await this.button()).click();
  }
}

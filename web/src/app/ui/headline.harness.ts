import { ComponentHarness } from '@angular/cdk/testing';

/** The finding of a view and its consequence. */
export class HeadlineHarness extends ComponentHarness {
  static readonly hostSelector = 'app-headline';
  async sentence(): Promise<string> {
    return (await this.locatorFor('h1')()).text();
  }
  async consequence(): Promise<string> {
    return (await this.locatorFor('.consequence')()).text();
  }
}

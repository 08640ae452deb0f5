import { ComponentHarness } from '@angular/cdk/testing';

/** The open because-chain. */
export class WhyPanelHarness extends ComponentHarness {
  static readonly hostSelector = 'app-why-panel';
  async question(): Promise<string | null> {
    const h = await this.locatorForOptional('h2')();
    return h && (await h.text());
  }
  /** the input that the range comes from most */
  async widestDoubt(): Promise<string | null> {
    const lines = await this.locatorForAll('p')();
    const texts = await Promise.all(lines.map((l) => l.text()));
    return texts.find((t) => t.startsWith('Widest doubt: '))?.replace('Widest doubt: ', '') ?? null;
  }
  /** every link of the chain, outermost first */
  async chain(): Promise<string[]> {
    const links = await this.locatorForAll('li > span:first-child')();
    return Promise.all(links.map((l) => l.text()));
  }
  async close(): Promise<void> {
    await (await this.locatorFor('button')()).click();
  }
}

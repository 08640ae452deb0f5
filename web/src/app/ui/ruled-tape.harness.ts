import { ComponentHarness } from '@angular/cdk/testing';

/** The strip of sections: names in order, and what each lacks. */
export class RuledTapeHarness extends ComponentHarness {
  static readonly hostSelector = 'app-ruled-tape';
  async marks(): Promise<{ readonly name: string; readonly lack: string }[]> {
    const links = await this.locatorForAll('nav > a')();
    return Promise.all(
      links.map(async (a) => {
        const text = (await a.text()).trim().split(/\s{2,}|\n/);
        return { name: text[0] ?? '', lack: text.slice(1).join(' ').trim() };
      }),
    );
  }
}

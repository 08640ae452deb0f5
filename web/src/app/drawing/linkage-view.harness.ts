import { ComponentHarness } from '@angular/cdk/testing';

/** One view of the linkage: its name and how many members of each state it draws. */
export class LinkageHarness extends ComponentHarness {
  static readonly hostSelector = 'app-linkage-view';
  async spoken(): Promise<string> {
    return (await (await this.locatorFor('svg')()).getAttribute('aria-label')) ?? '';
  }
  async members(state: 'today' | 'planned'): Promise<number> {
    return (await this.locatorForAll(`g.${state} line`)()).length;
  }
  /** height of the first wheel's outline in the drawing (the smaller the higher) */
  async wheelTop(state: 'today' | 'planned'): Promise<number> {
    const points = (await (await this.locatorFor(`g.${state} .tyre`)()).getAttribute('points')) ?? '';
    return Math.min(...points.split(' ').map((p) => Number(p.split(',')[1])));
  }
}

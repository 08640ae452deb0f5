import { ComponentHarness } from '@angular/cdk/testing';

/** The drawing: what it says aloud, and how high the planned body stands. */
export class ElevationHarness extends ComponentHarness {
  static readonly hostSelector = 'app-elevation-view';
  async spoken(): Promise<string> {
    return (await (await this.locatorFor('svg')()).getAttribute('aria-label')) ?? '';
  }
  /** smallest y of the planned body in the drawing, so the smaller the higher */
  async roofY(): Promise<number> {
    const points = (await (await this.locatorFor('polygon.planned')()).getAttribute('points')) ?? '';
    return Math.min(...points.split(' ').map((p) => Number(p.split(',')[1])));
  }
  /** radii of the tyres that are planned, mm */
  async radii(): Promise<number[]> {
    const all = await this.locatorForAll('circle.tire')();
    return Promise.all(all.map(async (t) => Number(await t.getAttribute('r'))));
  }
  async texts(): Promise<string[]> {
    const all = await this.locatorForAll('text')();
    return Promise.all(all.map(async (t) => (await t.text()).trim()));
  }
}

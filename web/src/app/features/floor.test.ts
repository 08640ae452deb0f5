import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Floor, FloorRow } from '@rigger/contracts';
import { emptyBox, floorJob, NO_BOXES, NOTHING_CHOSEN, type JobSections } from '@rigger/core';
import { catalogue, demoJob, jobNumberOf, settings } from '@rigger/core/testing/demo-world';
import { of, throwError } from 'rxjs';
import { Api, type CallFailure } from '../data/api';
import { BuyerView } from './buyer/buyer';
import { WeekView } from './week/week';

const DAY = '2026-11-27';
const NAMES = ['farm-vet', 'sheep-shearers', 'slate-roofer'];
const received = (job: JobSections): JobSections['boxes'] => ({
  list: (floorJob(job, catalogue, settings, DAY)?.lines ?? []).map((l, i) => ({
    ...emptyBox(`b${i}`, l.code),
    receivedOn: DAY,
  })),
});
const rowOf = (name: string, boxes: JobSections['boxes'], promiseDate: string | null): FloorRow => {
  const base = demoJob(name);
  const job: JobSections = { ...base, boxes, head: { ...base.head, promiseDate } };
  return {
    id: name,
    number: jobNumberOf(name),
    customer: job.head.customer,
    stage: 'parts',
    promiseDate,
    work: { version: 1, data: NOTHING_CHOSEN },
    boxes: { version: 1, data: boxes },
    floor: floorJob(job, catalogue, settings, DAY),
  } as unknown as FloorRow;
};
/** A server that holds three jobs, and says them again as they were written. */
class FloorServer {
  rows: FloorRow[];
  readonly saves: unknown[] = [];
  fail: CallFailure | null = null;
  constructor(rows: FloorRow[]) {
    this.rows = rows;
  }
  readonly states = () => of({ number: 1, faults: [], imports: [] });
  readonly settings = () => of({ id: 'shop', version: 1, createdAt: '', updatedAt: '', data: settings });
  readonly catalogue = () => of(catalogue);
  readonly floor = () => {
    const floor: Floor = {
      day: DAY,
      jobs: this.rows,
      feed: [{ code: 'SD-8000', onHand: 0, priceMinor: 48_100, leadDays: 6, delayedTo: null }],
      standIn: true,
    };
    return of(floor);
  };
  readonly save = (id: string, section: 'work' | 'boxes', version: number, data: never) => {
    if (this.fail) return throwError(() => this.fail);
    this.saves.push({ id, section, version, data });
    this.rows = this.rows.map((r) => (r.id === id ? { ...r, [section]: { version: version + 1, data } } : r));
    return of({ id, version: version + 1, createdAt: '', updatedAt: '' });
  };
}
async function open(view: Type<unknown>, rows: FloorRow[]) {
  const server = new FloorServer(rows);
  TestBed.configureTestingModule({ providers: [provideRouter([]), { provide: Api, useValue: server }] });
  const fixture = TestBed.createComponent(view);
  const settle = async () => {
    for (let i = 0; i < 6; i++) {
      await fixture.whenStable();
      await new Promise((done) => setTimeout(done, 5));
    }
  };
  await settle();
  const page = fixture.nativeElement as HTMLElement;
  return { server, page, settle, text: () => page.textContent.replaceAll(/\s+/g, ' ') };
}
const button = (page: HTMLElement, says: RegExp) =>
  [...page.querySelectorAll('button')].find((b) =>
    says.test(`${b.getAttribute('aria-label') ?? ''} ${b.textContent}`),
  )!;

describe('Week', () => {
  const all = () => NAMES.map((n) => rowOf(n, received(demoJob(n)), '2026-12-04'));
  it('has each job once in a bay, says that promises are kept, and what each day has room for', async () => {
    const v = await open(WeekView, all());
    expect(v.text()).toContain('Every promise is kept: 3 jobs in 2 bays.');
    expect(v.page.querySelectorAll('.lane.bay .bar')).toHaveLength(3);
    expect(v.page.querySelectorAll('.load .day')).toHaveLength(12);
  });
  it('a job whose last box has no day is in no bay, and the box is named', async () => {
    const v = await open(WeekView, [rowOf('slate-roofer', NO_BOXES, '2026-12-04'), ...all().slice(0, 1)]);
    expect(v.text()).toContain('Nobody has said when these come');
    expect(v.page.querySelectorAll('.lane.bay .bar')).toHaveLength(1);
  });
  it('a promise that cannot be kept is said, with by how much', async () => {
    const v = await open(WeekView, [
      rowOf('sheep-shearers', received(demoJob('sheep-shearers')), '2026-11-26'),
    ]);
    expect(v.text()).toMatch(/Sheep shearers is late by/);
    expect(v.text()).toContain('No other order is less late.');
  });
  it('a bar is moved by keyboard: the day and the bay are kept with its job, taken back, and let go', async () => {
    const v = await open(WeekView, all());
    const bar = () => v.page.querySelector<HTMLElement>('.bar[aria-label^="Farm vet"]')!;
    bar().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await v.settle();
    expect(v.server.saves.at(-1)).toMatchObject({
      id: 'farm-vet',
      section: 'work',
      version: 1,
      data: { startDay: '2026-11-30' },
    });
    button(v.page, /Take the last move back/).click();
    await v.settle();
    expect(v.server.saves.at(-1)).toMatchObject({ version: 2, data: { startDay: null } });
    bar().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true }));
    await v.settle();
    expect(v.text()).toContain('Farm vet cannot begin before today.');
  });
  it('somebody else changed the job meanwhile: that is said, and it stands as it is now', async () => {
    const v = await open(WeekView, all());
    v.server.fail = {
      kind: 'refused',
      error: { code: 'version-conflict', message: '', requestId: '' } as never,
    };
    v.page
      .querySelector<HTMLElement>('.lane.bay .bar')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await v.settle();
    expect(v.text()).toContain('Somebody else changed job');
  });
});
describe('Buyer', () => {
  const asked = () => {
    const job = demoJob('slate-roofer');
    const boxes = received(job);
    return rowOf('slate-roofer', { list: boxes.list.filter((b) => b.code !== 'SD-8000') }, '2026-12-02');
  };
  it('says what has to be ordered today, what the stand-in says, and orders it by one button', async () => {
    const v = await open(BuyerView, [asked()]);
    expect(v.text()).toContain('1 line has to be ordered today.');
    expect(v.text()).toContain('made up here');
    expect(v.text()).toContain('none there · 6 days · now 481');
    button(v.page, /Ordered: Front dampers/).click();
    await v.settle();
    expect(v.server.saves.at(-1)).toMatchObject({ section: 'boxes' });
    const { data } = v.server.saves.at(-1) as { data: JobSections['boxes'] };
    expect(data.list.find((b) => b.code === 'SD-8000')).toMatchObject({
      orderedOn: DAY,
      expectedOn: '2026-12-03',
    });
  });
  it('all here: nothing to buy', async () => {
    const v = await open(BuyerView, [rowOf('farm-vet', received(demoJob('farm-vet')), null)]);
    expect(v.text()).toContain('Everything is ordered.');
    expect(v.text()).toContain('Nothing to buy');
  });
});

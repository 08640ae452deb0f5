import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatDialogHarness } from '@angular/material/dialog/testing';
import { MatSnackBarHarness } from '@angular/material/snack-bar/testing';
import type { JobSections } from '@rigger/core';
import { demoJob, plainJob } from '@rigger/core/testing/demo-world';
import { openShop, type FakeServer } from '../../../testing/shop-bench';
import { routes } from '../../app.routes';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { JOB_SECTIONS } from '../../data/sections';
import { Shop } from '../../data/shop';
import { Why } from '../../data/why';
import { RuledTapeHarness } from '../../ui/ruled-tape.harness';
import { JobShell } from './job-shell';

async function show(job: JobSections, before?: (s: FakeServer) => void) {
  const server = openShop(job);
  before?.(server);
  const fixture = TestBed.createComponent(JobShell);
  fixture.componentRef.setInput('id', 'job-1');
  const settled = async () => {
    for (let i = 0; i < 4; i++) {
      await fixture.whenStable();
      await new Promise((r) => setTimeout(r));
    }
  };
  await settled();
  const page = fixture.nativeElement as HTMLElement;
  const comes = async (look: () => boolean | Promise<boolean>) => {
    for (let i = 0; i < 1500 && !(await look()); i++) {
      await new Promise((r) => setTimeout(r, 10));
      await fixture.whenStable();
    }
  };
  const at = (css: string) => page.querySelector(css)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  return {
    server,
    fixture,
    page,
    settled,
    comes,
    at,
    store: TestBed.inject(JobStore),
    view: TestBed.inject(JobView),
    loader: TestbedHarnessEnvironment.loader(fixture),
    root: TestbedHarnessEnvironment.documentRootLoader(fixture),
    button: (text: string) =>
      [...page.querySelectorAll('button')].find((b) => b.textContent.trim() === text)!,
  };
}

describe('the shell of a job', () => {
  it('each section has its own address, in one order everywhere', () => {
    // the history stands beside the sections; one address is kept for what was sent before
    const children = routes
      .find((r) => r.path === 'jobs/:id')!
      .children!.filter((c) => !['', 'history', 'sheet'].includes(c.path!));
    const pages = JOB_SECTIONS.flatMap((s) => (s.pages ?? [s]).map((p) => p.link));
    expect(children.map((c) => c.path).sort()).toEqual([...pages].sort());
    for (const s of JOB_SECTIONS) expect(children.find((c) => c.path === s.link)!.title).toBe(s.label);
  });
  it('says on the bar who it is for, on what, and when it is promised', async () => {
    const job = demoJob('hut-warden');
    const v = await show({ ...job, head: { ...job.head, promiseDate: '2026-12-04' } });
    expect(v.at('.who')).toBe('Hut warden');
    expect(v.at('.what')).toBe('Corvane Halder · 2021 · crew cab · diesel six');
    expect(v.at('.when')).toBe('promise Fri 4 Dec');
  });
  it('says the stance in words, and how much of the height limit is left, in the unit of the shop', async () => {
    const v = await show(demoJob('hut-warden'));
    expect(v.at('.beside')).toMatch(
      /planned, empty\s*518 \/ 532 mm, nose 15 mm low.*as used.*level.*at its rating/,
    );
    expect(v.at('app-elevation-view')).toMatch(/48 mm to spare under older ferry/);
    TestBed.inject(Shop).useUnit('in');
    await v.settled();
    expect(v.at('.beside')).toMatch(/nose \d+\/\d+ in low/);
    v.store.patch('brief', { heightLimitMm: 1950, heightLimitWhat: '' }, 'heightLimitMm');
    await v.settled();
    expect(v.at('app-elevation-view')).toContain('too high for limit');
  });
  it('without a vehicle it leads to where one is said, and the tape says what is lacking', async () => {
    const job = plainJob('corvane-halder');
    const v = await show({ ...job, vehicle: { ...job.vehicle, platform: null, query: 'half remembered' } });
    expect(v.at('.no-drawing')).toContain('Say which vehicle');
    expect(v.at('.what')).toBe('half remembered');
    const tape = await v.loader.getHarness(RuledTapeHarness);
    const marks = await tape.marks();
    expect(marks).toHaveLength(JOB_SECTIONS.length);
    expect(v.at('app-ruled-tape')).toMatch(/Vehicle\s*no vehicle.*Match\s*no lift source/);
  });
  it('says what is happening to what was typed: saving, saved, waiting, refused', async () => {
    const v = await show(demoJob('hut-warden'));
    const saved = () => v.at('.saved');
    expect(saved()).toMatch(/^saved \d\d:\d\d$/);
    v.store.patch('brief', { notes: 'one' }, 'notes');
    await v.fixture.whenStable();
    expect(saved()).toBe('saving …');
    await v.comes(() => saved().startsWith('saved'));
    expect(v.server.dataOf('brief').notes).toBe('one');
    v.server.goDown();
    v.store.patch('brief', { notes: 'two' }, 'notes');
    await v.comes(() => saved().startsWith('server'));
    expect(saved()).toBe('server does not answer; kept here, trying again');
    expect(v.page.querySelector('.saved.bad')).not.toBeNull();
    v.server.refuse({ faults: [{ path: 'notes', message: 'is too long' }] });
    v.store.patch('brief', { notes: 'three' }, 'notes');
    await v.comes(() => saved().startsWith('not saved'));
    expect(saved()).toBe('not saved: notes: is too long');
  });
  it('undo and redo are there once there is something to undo', async () => {
    const v = await show(demoJob('hut-warden'));
    expect(v.button('undo').disabled).toBe(true);
    v.store.patch('brief', { notes: 'one' }, 'notes');
    await v.settled();
    v.button('undo').click();
    await v.settled();
    expect(v.store.sections()!.brief.notes).not.toBe('one');
    expect(v.button('undo').disabled).toBe(true);
    v.button('redo').click();
    expect(v.store.sections()!.brief.notes).toBe('one');
  });
  it.each([
    ['Keep mine', 'mine'],
    ['Take theirs', 'theirs'],
  ])('when two change one field it asks; %s', async (press, kept) => {
    const v = await show(demoJob('hut-warden'));
    v.server.elsewhere('brief', { notes: 'theirs' });
    v.store.patch('brief', { notes: 'mine' }, 'notes');
    await v.comes(async () => (await v.root.getAllHarnesses(MatDialogHarness)).length > 0);
    const dialog = await v.root.getHarness(MatDialogHarness);
    expect(await dialog.getTitleText()).toBe('Someone else edited this job');
    expect(await dialog.getContentText()).toMatch(/Notes of the brief.*mine.*theirs/s);
    await (await v.root.getHarness(MatButtonHarness.with({ text: press }))).click();
    await v.comes(() => v.at('.saved').startsWith('saved'));
    expect(v.server.dataOf('brief').notes).toBe(kept);
  });
  it('what went together without a question is told', async () => {
    const v = await show(demoJob('hut-warden'));
    v.server.elsewhere('brief', { driver: 'theirs' });
    v.store.patch('brief', { notes: 'mine' }, 'notes');
    await v.comes(async () => (await v.root.getAllHarnesses(MatSnackBarHarness)).length > 0);
    expect(await (await v.root.getHarness(MatSnackBarHarness)).getMessage()).toContain('both changes are in');
  });
  it('coming back to the window takes over what others saved', async () => {
    const v = await show(demoJob('hut-warden'));
    v.server.elsewhere('head', { customer: 'Renamed' });
    window.dispatchEvent(new Event('focus'));
    await v.settled();
    expect(v.at('.who')).toBe('Renamed');
  });
  it('leaving the page sends what still waits for its pause', async () => {
    const v = await show(demoJob('hut-warden'));
    v.store.patch('brief', { notes: 'last word' }, 'notes');
    window.dispatchEvent(new Event('pagehide'));
    await v.settled();
    expect(v.server.dataOf('brief').notes).toBe('last word');
  });
  it('a job that cannot be opened says why, and is tried again', async () => {
    const v = await show(demoJob('hut-warden'), (s) => {
      s.refuse({ code: 'job-not-found', message: 'No job has this id.' });
    });
    expect(v.at('main[role=alert]')).toMatch(/could not be opened\.\s*No job has this id\./);
    v.server.comeBack();
    v.button('Try again').click();
    await v.settled();
    expect(v.at('.who')).toBe('Hut warden');
  });
  it('Why stands beside the section until Esc', async () => {
    const v = await show(demoJob('hut-warden'));
    const why = TestBed.inject(Why);
    why.show(v.view.assessment()!.forecast!.front.lift, 'Front lift');
    await v.settled();
    expect(v.at('aside h2')).toMatch(/^Why \d+/);
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await v.settled();
    expect(v.page.querySelector('aside')).toBeNull();
  });
});

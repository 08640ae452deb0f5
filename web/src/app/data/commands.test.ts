import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatDialogHarness } from '@angular/material/dialog/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSnackBarHarness } from '@angular/material/snack-bar/testing';
import { Router } from '@angular/router';
import { emptySections, type JobSections } from '@rigger/core';
import { demoJob } from '@rigger/core/testing/demo-world';
import { boardRow, openBench } from '../../testing/shop-bench';
import { Commands } from './commands';
import { JOB_SECTIONS, SECTION_KEYS } from './sections';

@Component({ template: '' })
class Empty {}

async function open(job: JobSections = demoJob('hut-warden')) {
  const bench = await openBench(job);
  const fixture = TestBed.createComponent(Empty);
  const loader = TestbedHarnessEnvironment.documentRootLoader(fixture);
  const commands = TestBed.inject(Commands);
  const went: string[] = [];
  jest.spyOn(TestBed.inject(Router), 'navigate').mockImplementation((to) => {
    went.push(to.join('/').replace('//', '/'));
    return Promise.resolve(true);
  });
  const press = (key: string, init: KeyboardEventInit = {}, target: HTMLElement = document.body) => {
    const event = new KeyboardEvent('keydown', { key, cancelable: true, ...init });
    Object.defineProperty(event, 'target', { value: target });
    commands.onKey(event);
    return event.defaultPrevented;
  };
  /** dialogs open and close a turn later than they are asked to */
  const comes = async <T>(look: () => T | Promise<T>): Promise<Awaited<T>> => {
    for (let i = 0; ; i++) {
      const found = await look();
      if (found || i > 1500) return found;
      await new Promise((r) => setTimeout(r, 10));
    }
  };
  const dialog = async () => (await comes(async () => (await loader.getAllHarnesses(MatDialogHarness))[0]))!;
  const closed = () => comes(async () => (await loader.getAllHarnesses(MatDialogHarness)).length === 0);
  const snack = async () => {
    const [bar] =
      (await comes(async () => {
        const bars = await loader.getAllHarnesses(MatSnackBarHarness);
        return bars.length > 0 ? bars : null;
      })) ?? [];
    return bar!.getMessage();
  };
  const jsonFile = (text: string) =>
    ({ name: 'job.json', text: () => Promise.resolve(text) }) as unknown as File;
  return { ...bench, commands, loader, went, press, dialog, closed, comes, snack, jsonFile };
}

describe('keys', () => {
  it('Alt and a figure opens that section of the open job', async () => {
    const { press, went } = await open();
    for (const key of SECTION_KEYS) press(key, { altKey: true });
    expect(went).toEqual(JOB_SECTIONS.map((s) => `/jobs/job-1/${s.link}`));
    expect(press('=', { altKey: true })).toBe(false);
  });
  it('Ctrl+Z and Ctrl+Shift+Z undo and redo, from inside a field too', async () => {
    const { press, store } = await open();
    const field = document.createElement('input');
    store.patch('brief', { notes: 'once' }, 'notes');
    expect(press('z', { ctrlKey: true }, field)).toBe(true);
    expect(store.sections()!.brief.notes).not.toBe('once');
    press('Z', { ctrlKey: true, shiftKey: true }, field);
    expect(store.sections()!.brief.notes).toBe('once');
  });
  it('single letters are keys only where nobody is typing', async () => {
    const { press, went } = await open();
    const box = document.createElement('div');
    box.setAttribute('role', 'combobox');
    for (const el of ['input', 'textarea', 'select'].map((t) => document.createElement(t)).concat(box))
      for (const key of ['/', '?', 'n', 'b']) expect(press(key, {}, el)).toBe(false);
    expect(press('b', { metaKey: true })).toBe(false);
    expect(press('x')).toBe(false);
    expect(went).toEqual([]);
    expect(press('b')).toBe(true);
    expect(went).toEqual(['/']);
  });
  it('while a dialog is open, and while it is on its way, keys are its own', async () => {
    const { press, dialog, closed, went, loader } = await open();
    expect(press('?')).toBe(true);
    expect(press('b')).toBe(false); // still loading
    expect(await (await dialog()).getTitleText()).toBe('Keys');
    expect(press('b')).toBe(false);
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Close' }))).click();
    await closed();
    expect(press('b')).toBe(true);
    expect(went).toEqual(['/']);
  });
});

describe('finding a job', () => {
  it('narrows by every word and opens what is chosen', async () => {
    const { press, dialog, comes, server, loader, went } = await open();
    server.rows = [
      boardRow({ id: 'a', vehicle: 'Sarnby Courser', target: '245/60R18' }),
      boardRow({ id: 'b', number: 1009, customer: 'Seaweed cutter' }),
    ];
    press('/');
    await dialog();
    const finder = await loader.getHarness(MatAutocompleteHarness);
    await finder.enterText('courser 1014');
    const options = await finder.getOptions();
    expect(await Promise.all(options.map((o) => o.getText()))).toEqual([
      'Farm vet · Sarnby Courser · 1014 · Bay',
    ]);
    await options[0]!.click();
    await comes(() => went.length);
    expect(went).toEqual(['/jobs/a']);
  });
  it('says when no job has that in it', async () => {
    const { press, dialog, server, loader } = await open();
    server.rows = [];
    press('/');
    const shown = await dialog();
    await (await loader.getHarness(MatAutocompleteHarness)).enterText('zzz');
    expect(await shown.getContentText()).toContain('No job has that in it');
  });
});

describe('a new job', () => {
  it('wants a name, and opens what the server made', async () => {
    const { press, dialog, comes, loader, server, went } = await open();
    press('n');
    await dialog();
    const done = await loader.getHarness(MatButtonHarness.with({ text: 'Open the job' }));
    const name = await loader.getHarness(MatInputHarness);
    await name.setValue('   ');
    await done.click();
    expect(await (await dialog()).getContentText()).toContain('Write a name or a trade');
    await name.setValue('  Weir keeper ');
    await done.click();
    await comes(() => went.length);
    expect(server.dataOf('head').customer).toBe('Weir keeper');
    expect(went).toEqual([expect.stringMatching(/^\/jobs\/[\da-f-]{36}$/)]);
  });
  it('says why when the server cannot make it', async () => {
    const { press, dialog, loader, server, snack, went } = await open();
    press('n');
    await dialog();
    server.goDown();
    await (await loader.getHarness(MatInputHarness)).setValue('Weir keeper');
    await (await loader.getHarness(MatButtonHarness.with({ text: 'Open the job' }))).click();
    expect(await snack()).toContain('The server does not answer');
    expect(went).toEqual([]);
  });
});

describe('reading a job file', () => {
  it('opens the job that was in it', async () => {
    const { commands, went, jsonFile, server } = await open();
    await commands.readFile(jsonFile(JSON.stringify(emptySections('Out of a file'))));
    expect(server.dataOf('head').customer).toBe('Out of a file');
    expect(went).toEqual(['/jobs/job-1']);
  });
  it('that is not JSON is refused by name', async () => {
    const { commands, dialog, jsonFile, went } = await open();
    void commands.readFile(jsonFile('{"half'));
    const shown = await dialog();
    expect(await shown.getTitleText()).toBe('job.json was not read');
    expect(await shown.getContentText()).toContain('is not JSON; take a file that was saved here');
    expect(went).toEqual([]);
  });
  it('shows the path of each fault the server found', async () => {
    const { commands, dialog, jsonFile, server } = await open();
    server.refuse({
      code: 'file-invalid',
      faults: [
        { path: 'sections.brief.payloadKg', message: 'is below 0' },
        { path: 'sections.tape.when', message: 'is not a date' },
      ],
    });
    void commands.readFile(jsonFile('{}'));
    const text = await (await dialog()).getContentText();
    expect(text).toContain('2 faults; nothing was stored');
    expect(text).toContain('sections.brief.payloadKg: is below 0');
    expect(text).toContain('sections.tape.when: is not a date');
  });
  it('a refusal without paths shows its words; no answer at all is said at the edge', async () => {
    const one = await open();
    one.server.refuse({ code: 'body-too-large', message: 'The body is larger than 1mb.' });
    void one.commands.readFile(one.jsonFile('{}'));
    expect(await (await one.dialog()).getContentText()).toContain('The body is larger than 1mb.');
    await (await one.loader.getHarness(MatButtonHarness.with({ text: 'Close' }))).click();
    one.server.goDown();
    await one.commands.readFile(one.jsonFile('{}'));
    expect(await one.snack()).toContain('The server does not answer');
  });
});

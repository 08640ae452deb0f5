import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { settings } from '@rigger/core/testing/demo-world';
import { firstValueFrom } from 'rxjs';
import { boardRow } from '../../testing/shop-bench';
import { Api, failureText, type CallFailure } from './api';

function open() {
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  const http = TestBed.inject(HttpTestingController);
  const failure = (p: Promise<unknown>) =>
    p.then(
      () => null,
      (f: unknown) => f as CallFailure,
    );
  return { api: TestBed.inject(Api), http, failure };
}
const META = {
  id: 'shop',
  version: 3,
  createdAt: '2026-11-25T08:00:00.000Z',
  updatedAt: '2026-11-25T08:00:00.000Z',
};
const EMPTY_BOARD = {
  jobs: [],
  counts: { brief: 0, quote: 0, parts: 0, bay: 0, 'follow-up': 0, done: 0 },
  archived: 0,
  lacking: 0,
  next: null,
};
const REFUSED = {
  error: { code: 'version-conflict', message: 'Somebody saved a newer version.', requestId: 'r1' },
};

describe('calls to the server', () => {
  it('pass on what holds to its contract', async () => {
    const { api, http } = open();
    const rows = firstValueFrom(api.board());
    http.expectOne('/api/jobs').flush({ ...EMPTY_BOARD, jobs: [boardRow({ customer: 'Weir keeper' })] });
    expect((await rows).jobs[0]!.customer).toBe('Weir keeper');
    const saved = firstValueFrom(api.saveSettings(2, settings));
    const put = http.expectOne('/api/settings');
    expect([put.request.method, put.request.body]).toEqual(['PUT', { version: 2, data: settings }]);
    put.flush({ ...META, data: settings });
    expect((await saved).version).toBe(3);
  });
  it('send each section with the version it was made from', async () => {
    const { api, http } = open();
    const saved = firstValueFrom(api.save('j1', 'tape', 7, { when: null }));
    const put = http.expectOne('/api/jobs/j1/sections/tape');
    expect([put.request.method, put.request.body]).toEqual([
      'PUT',
      { version: 7, data: { when: null }, why: 'edit' },
    ]);
    put.flush({ ...META, version: 8 });
    expect((await saved).version).toBe(8);
  });
  it('new jobs and files go where they are made', async () => {
    const { api, http, failure } = open();
    for (const [call, address, body] of [
      [() => api.create('Weir keeper', 'an-id'), '/api/jobs', { customer: 'Weir keeper', id: 'an-id' }],
      [() => api.readFile({ format: 'x' }), '/api/jobs/import', { format: 'x' }],
    ] as const) {
      const said = failure(firstValueFrom(call()));
      const post = http.expectOne(address);
      expect([post.request.method, post.request.body]).toEqual(['POST', body]);
      post.flush(REFUSED, { status: 409, statusText: 'Conflict' });
      expect(await said).toMatchObject({ kind: 'refused', error: { code: 'version-conflict' } });
    }
  });
  it('an answer that does not hold to its contract never reaches a screen', async () => {
    const { api, http, failure } = open();
    const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const said = failure(firstValueFrom(api.board()));
    http.expectOne('/api/jobs').flush({ jobs: [{ customer: 'half a row' }] });
    const f = (await said)!;
    expect(failureText(f)).toBe('The answer of the server could not be read.');
    expect(log).toHaveBeenCalledTimes(1);
    log.mockRestore();
  });
  it('no answer, and an answer that is not of ours, are both no answer', async () => {
    const { api, http, failure } = open();
    const down = failure(firstValueFrom(api.catalogue(4)));
    http.expectOne('/api/catalogue/states/4').error(new ProgressEvent('error'));
    expect(await down).toEqual({ kind: 'no-answer' });
    const strange = failure(firstValueFrom(api.settings()));
    http.expectOne('/api/settings').flush('<html>', { status: 502, statusText: 'Bad Gateway' });
    expect(failureText((await strange)!)).toContain('The server does not answer');
  });
});

describe('files made on the server', () => {
  const blob = (text: string) => Object.assign(new Blob([text]), { text: () => Promise.resolve(text) });
  it('come as they are', async () => {
    const { api, http } = open();
    const got = firstValueFrom(api.export('j1', 'parts.csv'));
    const file = blob('code;part');
    http.expectOne('/api/jobs/j1/parts.csv').flush(file);
    expect(await got).toBe(file);
  });
  it('a refusal arrives as a file too; its words are read out of it', async () => {
    const { api, http, failure } = open();
    const said = failure(firstValueFrom(api.export('j1', 'sheet.pdf')));
    http
      .expectOne('/api/jobs/j1/sheet.pdf')
      .flush(blob(JSON.stringify(REFUSED)), { status: 409, statusText: 'Conflict' });
    expect(failureText((await said)!)).toBe('Somebody saved a newer version.');
  });
  it('what is no words of ours is no answer', async () => {
    const { api, http, failure } = open();
    const said = failure(firstValueFrom(api.export('j1', 'file')));
    http.expectOne('/api/jobs/j1/file').flush(blob('<html>'), { status: 502, statusText: 'Bad' });
    expect(await said).toEqual({ kind: 'no-answer' });
    const down = failure(firstValueFrom(api.export('j1', 'calibration.pdf')));
    http.expectOne('/api/jobs/j1/calibration.pdf').error(new ProgressEvent('error'));
    expect(await down).toEqual({ kind: 'no-answer' });
  });
  it('letting go cancels the work', () => {
    const { api, http } = open();
    const running = api.export('j1', 'sheet.pdf').subscribe();
    const ask = http.expectOne('/api/jobs/j1/sheet.pdf');
    running.unsubscribe();
    expect(ask.cancelled).toBe(true);
  });
});

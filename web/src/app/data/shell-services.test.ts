import { BreakpointObserver } from '@angular/cdk/layout';
import { LiveAnnouncer } from '@angular/cdk/a11y';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { BehaviorSubject } from 'rxjs';
import { Announcements } from './announcements';
import { Arrival } from './arrival';
import { Fold } from './fold';

const turn = () => new Promise((done) => setTimeout(done));

describe('what comes on the screen', () => {
  const said: [string, string | undefined][] = [];
  beforeEach(() => {
    said.length = 0;
    document.body.innerHTML = '<main></main>';
    TestBed.configureTestingModule({
      providers: [
        {
          provide: LiveAnnouncer,
          useValue: { announce: (text: string, how?: string) => said.push([text, how]) },
        },
      ],
    });
    TestBed.inject(Announcements);
  });
  it('as an alert or a status is read out, also inside something larger; the rest is not', async () => {
    const main = document.querySelector('main')!;
    main.innerHTML = '<p role="status">Posing the   axle …</p>';
    await turn();
    main.innerHTML =
      '<section><h2>Brief</h2><p role="alert">“5x” cannot be read</p><p role="status"></p></section>';
    await turn();
    main.innerHTML = '<h1>Tape</h1>';
    await turn();
    expect(said).toEqual([
      ['Posing the axle …', 'polite'],
      ['“5x” cannot be read', 'assertive'],
    ]);
  });
});

/** What has the focus once that is what was waited for, or after three seconds. */
async function focused(id: string): Promise<string | undefined> {
  for (let i = 0; i < 60 && document.activeElement?.id !== id; i++)
    await new Promise((done) => setTimeout(done, 50));
  return document.activeElement?.id;
}
describe('the focus after something is gone', () => {
  it('goes to what is next, waits a little for it, and falls back to what is there', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const arrival = TestBed.inject(Arrival);
    document.body.innerHTML = '<button id="add">Add</button>';
    arrival.next('.question', '#add');
    setTimeout(() => {
      document.body.insertAdjacentHTML('beforeend', '<div class="question"><input id="first" /></div>');
    }, 60);
    expect(await focused('first')).toBe('first');
    document.querySelector('.question')!.remove();
    arrival.next('.question', '#add');
    expect(await focused('add')).toBe('add');
  });
});

describe('the drawing over the sections', () => {
  const open = (tight: boolean) => {
    const matches = new BehaviorSubject({ matches: tight, breakpoints: {} });
    TestBed.configureTestingModule({
      providers: [{ provide: BreakpointObserver, useValue: { observe: () => matches } }],
    });
    return {
      fold: TestBed.inject(Fold),
      room: (t: boolean) => {
        matches.next({ matches: t, breakpoints: {} });
      },
    };
  };
  beforeEach(() => {
    localStorage.clear();
  });
  it('folds by itself where there is little room, and unfolds with it', () => {
    const { fold, room } = open(false);
    expect(fold.folded()).toBe(false);
    room(true);
    expect(fold.folded()).toBe(true);
    room(false);
    expect(fold.folded()).toBe(false);
  });
  it('stays as somebody chose, also the next time', () => {
    const { fold } = open(false);
    fold.turn();
    expect(fold.folded()).toBe(true);
    TestBed.resetTestingModule();
    const again = open(false);
    expect(again.fold.folded()).toBe(true);
    again.fold.turn();
    expect(again.fold.folded()).toBe(false);
    TestBed.resetTestingModule();
    const phone = open(true);
    expect(phone.fold.folded()).toBe(true);
    phone.fold.turn();
    expect(phone.fold.folded()).toBe(false);
  });
});

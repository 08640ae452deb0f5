import { TestBed } from '@angular/core/testing';
import { catalogue, settings } from '@rigger/core/testing/demo-world';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { Api, type CallFailure } from './api';
import { Shop } from './shop';
import { Theme } from './theme';

const AT = '2026-11-25T08:00:00.000Z';
const versioned = (version: number, change: Partial<typeof settings> = {}) => ({
  id: 'shop',
  version,
  createdAt: AT,
  updatedAt: AT,
  data: { ...settings, ...change },
});
const conflict: CallFailure = {
  kind: 'refused',
  error: { code: 'version-conflict', message: 'newer', requestId: 'r' },
};

function open(api: {
  settings: () => Observable<unknown>;
  saveSettings?: (v: number, d: unknown) => Observable<unknown>;
}) {
  const asked = jest.fn((_state: number) => of(catalogue));
  const states = () => of({ number: 3, faults: [], imports: [] });
  TestBed.configureTestingModule({
    providers: [{ provide: Api, useValue: { ...api, catalogue: asked, states } }],
  });
  const shop = TestBed.inject(Shop);
  shop.load();
  return { shop, asked };
}

describe('what every screen needs of the shop', () => {
  it('is asked for once', () => {
    const { shop, asked } = open({ settings: () => of(versioned(1)) });
    shop.load();
    expect(asked.mock.calls).toEqual([[3]]);
    expect(shop.catalogue()).toBe(catalogue);
    expect(shop.style()).toEqual({ length: 'mm', currency: 'mk' });
  });
  it('counts with the state of the catalogue that a job asks for, whatever comes in late', () => {
    const { shop, asked } = open({ settings: () => of(versioned(1)) });
    const [old, newest] = [new Subject<typeof catalogue>(), new Subject<typeof catalogue>()];
    asked.mockImplementation((state) => (state === 2 ? old : newest));
    shop.use(2);
    shop.use(4);
    newest.next({ ...catalogue, parts: [] });
    old.next({ ...catalogue, kits: [] });
    expect(shop.catalogue()).toEqual({ ...catalogue, parts: [] });
    shop.use(4);
    expect(asked.mock.calls).toEqual([[3], [2], [4]]);
  });
  it('says why it is not there, and is asked for again', () => {
    let down = true;
    const { shop } = open({
      settings: () => (down ? throwError((): CallFailure => ({ kind: 'no-answer' })) : of(versioned(1))),
    });
    expect(shop.failure()).toContain('The server does not answer');
    expect(shop.style().length).toBe('mm'); // lengths are readable meanwhile
    down = false;
    shop.load();
    expect(shop.failure()).toBeNull();
    expect(shop.settings()).toEqual(settings);
  });
  it('another unit is shown at once and saved; the same one is no change', () => {
    const save = jest.fn((v: number, d: unknown) => of({ ...versioned(v + 1), data: d }));
    const { shop } = open({ settings: () => of(versioned(1)), saveSettings: save });
    shop.useUnit('in');
    shop.useUnit('in');
    expect(save).toHaveBeenCalledTimes(1);
    expect(save).toHaveBeenCalledWith(1, { ...settings, lengthUnit: 'in' });
    expect(shop.style().length).toBe('in');
  });
  it('somebody else’s newer setting is kept, and the unit put into it', () => {
    const stored = [versioned(1), versioned(2, { labourMinorPerHour: 9000 })];
    const save = jest.fn((v: number, d: unknown) =>
      v === 2 ? of({ ...versioned(3), data: d }) : throwError(() => conflict),
    );
    const { shop } = open({ settings: () => of(stored.shift()), saveSettings: save });
    shop.useUnit('in');
    expect(shop.settings()).toMatchObject({ lengthUnit: 'in', labourMinorPerHour: 9000 });
    expect(save.mock.calls.map(([v]) => v)).toEqual([1, 2]);
  });
  it('a unit that cannot be saved goes back, and says so', () => {
    const { shop } = open({
      settings: () => of(versioned(1)),
      saveSettings: () => throwError((): CallFailure => ({ kind: 'no-answer' })),
    });
    shop.useUnit('in');
    expect(shop.style().length).toBe('mm');
    expect(shop.failure()).toContain('The server does not answer');
  });
});

describe('light or dark', () => {
  beforeEach(() => {
    localStorage.clear();
  });
  const dark = () => document.documentElement.classList.contains('dark');
  it('is as the machine says until somebody chooses, and then stays as chosen', () => {
    const theme = TestBed.inject(Theme);
    TestBed.tick();
    expect([theme.mode(), dark()]).toEqual(['light', false]);
    theme.toggle();
    TestBed.tick();
    expect([theme.mode(), dark()]).toEqual(['dark', true]);
    TestBed.resetTestingModule();
    expect(TestBed.inject(Theme).mode()).toBe('dark');
    TestBed.inject(Theme).toggle();
    expect(localStorage.getItem('rigger.theme')).toBe('light');
  });
  it('a dark machine begins dark; what is kept and means nothing is passed over', () => {
    localStorage.setItem('rigger.theme', 'mauve');
    const asked = jest.spyOn(window, 'matchMedia').mockReturnValue({ matches: true } as MediaQueryList);
    expect(TestBed.inject(Theme).mode()).toBe('dark');
    asked.mockRestore();
  });
});

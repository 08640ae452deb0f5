import type { PrintTask } from '../services/printable';
import type { Printed } from './sheet-worker';
import { remembering } from './remembering';

const task = (day: string, more: Record<string, unknown> = {}) =>
  ({
    what: 'sheet',
    number: 1,
    sections: {},
    catalogue: { id: 'third', text: 'x' },
    settings: {},
    day,
    ...more,
  }) as unknown as PrintTask;
const counting = () => {
  let times = 0;
  const print = (): Promise<Printed> => Promise.resolve({ ok: true, body: `paper ${String(++times)}` });
  return { printer: remembering({ print, close: () => Promise.resolve() }), times: () => times };
};

describe('a printer that keeps what it printed', () => {
  it('gives the same paper for the same task, without printing it again', async () => {
    const { printer, times } = counting();
    const first = await printer.print(task('2026-11-27'));
    expect(await printer.print(task('2026-11-27'))).toBe(first);
    expect(times()).toBe(1);
  });
  it('prints again for another day, section, setting, kind of paper or state of the catalogue', async () => {
    const { printer, times } = counting();
    await printer.print(task('2026-11-27'));
    for (const other of [
      { day: '2026-11-28' },
      { sections: { work: { moves: [{ step: 'soak', before: null }] } } },
      { settings: { currency: 'mk' } },
      { what: 'rack.pdf' },
      { catalogue: { id: 'other', text: 'x' } },
    ])
      await printer.print(task('2026-11-27', other));
    expect(times()).toBe(6);
  });
  it('keeps nothing of what failed', async () => {
    let fails = true;
    const printer = remembering({
      print: () =>
        fails ? Promise.reject(new Error('too busy')) : Promise.resolve({ ok: true, body: 'paper' }),
      close: () => Promise.resolve(),
    });
    await expect(printer.print(task('2026-11-27'))).rejects.toThrow('too busy');
    fails = false;
    expect(await printer.print(task('2026-11-27'))).toEqual({ ok: true, body: 'paper' });
  });
});

import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { keepSetting } from './services/kept-setting';

const require = createRequire(import.meta.url);
const FILE = require.resolve('@fontsource/archivo/files/archivo-latin-400-normal.woff');
interface Run {
  readonly glyphs: readonly { id: number }[];
  readonly positions: { xAdvance: number }[];
  readonly advanceWidth: number;
}
interface Font {
  layout: (text: string, features?: unknown) => Run;
}
const { create } = require('fontkit') as { create: (bytes: Uint8Array) => Font };
const open = () => create(readFileSync(FILE));
const said = (r: Run) => [r.glyphs.map((g) => g.id), r.positions.map((p) => p.xAdvance), r.advanceWidth];

it('a word is set once for all papers, comes out as it does alone, and what is done to one copy is not done to the next', () => {
  const alone = said(open().layout('Torque '));
  const words = keepSetting(FILE);
  const first = open().layout('Torque ');
  expect(said(first)).toEqual(alone);
  expect(words()).toBe(1);
  // the printer scales what it gets
  for (const p of first.positions) p.xAdvance *= 1000;
  expect(said(open().layout('Torque '))).toEqual(alone);
  expect(words()).toBe(1);
  open().layout('torque ');
  expect(words()).toBe(2);
  // set in another way, it is not what is kept
  expect(open().layout('Torque ', { kern: false }).advanceWidth).not.toBe(first.advanceWidth);
  expect(words()).toBe(2);
});

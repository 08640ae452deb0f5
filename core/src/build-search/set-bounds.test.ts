import { describe, expect, it } from '@jest/globals';
import {
  COLUMN_NAMES,
  columnsOf,
  fitmentOf,
  knownVehicle,
  madeNumbers,
  preparing,
  type Columns,
  type JobSections,
} from '..';
import { madeKits, WORN } from '../testing/made-worlds';
import { catalogue, demoJob, plainJob } from '../testing/demo-world';
import { askPlans } from '../testing/plans-asked';
import { searchWorld } from './plan-sets';
import { sourceSets, itemName } from './plan-space';
import type { Bounded } from './set-bounds';
import { setBuilder } from './set-builder';

/** `npm run exact` looks at every platform and more sets. */
const ALL = process.env.RIGGER_WISHES === 'all';
const SETS = ALL ? 60 : 8;
/** rounding of sums */
const CLOSE = 1e-6;

/** Columns in which a value is under its bound: none may be. */
const under = (least: Columns, is: Columns) =>
  COLUMN_NAMES.filter((name) => is[name] < least[name] - CLOSE).map(
    (name) => `${name} ${is[name]} under ${least[name]}`,
  );
/** At least one of several bounds holds. */
const underAll = (bounds: readonly Bounded[], is: Columns) => {
  const each = bounds.map((b) => under(b.least, is));
  return each.some((u) => u.length === 0) ? [] : each.flat();
};
const JOBS: readonly (readonly [string, JobSections])[] = [
  ...['golf-links', 'joiner', 'quarryman', 'hut-warden', 'slate-roofer'].map(
    (name) => [name, demoJob(name)] as const,
  ),
  ...catalogue.platforms
    .filter((_, i) => ALL || i % 8 === 0)
    .map(({ code }) => {
      const plain = plainJob(code);
      const brief = { ...plain.brief, wish: 'height' as const, frontTargetMm: 50, rearTargetMm: 40 };
      return [code, { ...plain, brief, lookOver: { ...plain.lookOver, items: WORN } }] as const;
    }),
];
describe('no plan is less than what was said of a part of it', () => {
  it.each(JOBS)('%s: sources, an end, both ends, all of it; with kits and worn parts', (name, asked) => {
    const prepare = preparing(8192);
    const vehicle = knownVehicle(asked, catalogue)!;
    const made = catalogue.parts.filter((p) => fitmentOf(p.applications, vehicle).verdict !== 'no');
    const kits = [...catalogue.kits, ...madeKits(made, name.length)];
    const world = searchWorld(
      askPlans(asked, { catalogue: { ...catalogue, kits }, prepare }),
      vehicle,
      asked.tire,
    );
    const { space } = world;
    const m = setBuilder(world, '');
    const next = madeNumbers(11 + name.length);
    const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
    const wrong: string[] = [];
    const say = (what: string, set: readonly number[], less: readonly string[]) =>
      wrong.push(
        ...less.map((l) => `${what}: ${set.map((i) => itemName(space.items[i]!)).join(' + ')}: ${l}`),
      );
    let looked = 0;
    for (let n = 0; n < SETS; n++) {
      const body = next() < 0.3 && space.sources.both.length > 0 ? [pick(space.sources.both)] : [];
      const at = (axle: 'front' | 'rear') => m.startFor(axle, pick(sourceSets(space, axle)), body);
      const [front, rear] = [at('front'), at('rear')];
      const [sketch] = front && rear ? m.sketched(front, rear) : [];
      if (!sketch) continue;
      // whatever is added, also what settles nothing
      let more = sketch.set;
      for (let k = 0; k < 4; k++) {
        const i = Math.floor(next() * space.items.length);
        const t = space.items[i]!;
        const isLift = (['front', 'rear', 'both'] as const).some((a) => space.sources[a].includes(i));
        if (!isLift && t.kind === 'part' && t.part.family !== 'accessory' && space.fits(more, i))
          more = [...more, i].sort((a, b) => a - b);
      }
      say('sources, and anything', more, under(sketch.least, columnsOf(m.found(more).outcome)));
      const start = pick(m.frontStarts(sketch));
      const [f, r] = [pick(m.closeAxle('front', start).of), pick(m.closeAxle('rear', sketch.ends.rear).of)];
      const set = m.together(f, r);
      const sets = set ? [set, ...m.withKitsMadeWhole(set)] : [];
      for (const { set: all } of sets.flatMap((s) => m.closed(s).of)) {
        looked++;
        const is = columnsOf(m.found(all).outcome);
        say('sources', all, under(sketch.least, is));
        for (const yes of [true, false]) {
          say('what stays', all, underAll(m.bounds.withWhatStays(sketch, yes), is));
          say('front', all, underAll(m.bounds.ofOneEnd(f, sketch, 'front', yes), is));
          say('rear', all, underAll(m.bounds.ofOneEnd(r, sketch, 'rear', yes), is));
        }
        say('either', all, under(m.bounds.ofEither(f, r, sketch).least, is));
        say('both', all, underAll(m.bounds.ofBothEnds(f, r), is));
        say('all', all, under(m.bounds.ofAll(all).least, is));
      }
    }
    expect(looked).toBeGreaterThan(0);
    expect(wrong).toEqual([]);
  });
});

import { describe, expect, it } from '@jest/globals';
import {
  AXLES,
  betters,
  columnsOf,
  COLUMNS,
  countsOf,
  findAllPlans,
  knownVehicle,
  madeNumbers,
  preparing,
  wheelOptions,
  type Axle,
  type FoundPlan,
  type JobSections,
} from '..';
import { catalogue, demoJob, demoJobs, settings } from '../testing/demo-world';
import { askPlans, boughtPlan } from '../testing/plans-asked';
import { stillToSettle } from './assessed-plan';
import { searchWorld } from './plan-sets';
import { isLiftSource, itemName } from './plan-space';
import { setBuilder } from './set-builder';

/** Nothing that somebody puts together at random is better than what is told. A few jobs and sets in every run; by `npm run exact` each job
 *  and 2,000 sets. */
const ALL = process.env.RIGGER_WISHES === 'all';
const SETS = Number(process.env.RIGGER_SETS ?? 40);
const FEW = ['beekeeper', 'bell-founder', 'golf-links', 'joiner', 'bird-count', 'mobile-library'];

/** Found plans of a job changed at random: things left out, added, exchanged. */
function randomPlans(job: JobSections, name: string) {
  const prepare = preparing(8192);
  const search = findAllPlans(askPlans(job, { prepare }))!;
  const vehicle = knownVehicle(job, catalogue)!;
  const next = madeNumbers(7 + name.length);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!;
  const asked = askPlans(job, { prepare });
  const worlds = wheelOptions(job, vehicle, catalogue, settings, []).map(({ tire }) => {
    const world = searchWorld(asked, vehicle, tire);
    return { ...world, m: setBuilder(world, ''), tire };
  });
  const from = [...search.plans, ...Object.values(search.ofFamily)];
  const made = Array.from({ length: SETS }, () => {
    const { job: on, space, m, tire } = pick(worlds);
    const plan = pick(from);
    const names = plan.name.split(' + ');
    let set: readonly number[] = space.items.flatMap((t, i) => (names.includes(itemName(t)) ? [i] : []));
    for (let n = 1 + Math.floor(next() * 3); n > 0; n--) {
      const i = Math.floor(next() * space.items.length);
      const t = space.items[i]!;
      const gone = pick(set.length > 0 ? set : [i]);
      if (next() < 0.35) set = set.filter((k) => k !== gone);
      // what a customer asks for by itself is no part of a plan
      else if (!(t.kind === 'part' && t.part.family === 'accessory') && !set.includes(i))
        set = [...set.filter((k) => space.fits([k], i)), i].sort((a, b) => a - b);
    }
    const judge = (of: readonly number[]): FoundPlan =>
      boughtPlan(
        { ...asked, job: { ...on, tire: { ...on.tire, reliefs: space.reliefsOf(of) } } },
        space.partsOf(of).map((p) => p.part),
      );
    return { set, space, m, tire, judge, plan: judge(set) };
  });
  return { search, made };
}
type Made = ReturnType<typeof randomPlans>['made'][number];
const isSource = ({ space }: Made, i: number) => isLiftSource(space.items[i]!);
/** What a shop would call a plan: it lifts as the search may lift, leaves nothing to settle that is settled from the same sources, and
 *  everything else in it settles something, drives better, or saves money. */
function isFinished(made: Made): boolean {
  const { set, space, m, judge, plan } = made;
  const sources = set.filter((i) => isSource(made, i));
  const of = (axle: Axle | 'both') => sources.filter((i) => space.sources[axle].includes(i));
  if (sources.length !== of('front').length + of('rear').length + of('both').length) return false;
  if (of('both').length > 1) return false;
  for (const axle of AXLES) {
    const own = of(axle);
    if (own.length > 2 || (own.length === 2 && !space.pull(own[0]!, own[1]!))) return false;
  }
  const open = stillToSettle(plan);
  for (const axle of AXLES) {
    const start = m.startFor(axle, of(axle), of('both'));
    if (start === null) return false;
    const counts = m.closeAxle(axle, start).of.map((e) => e.count.no + e.count.needs);
    if (open.filter((n) => n.about.axle === axle).length > Math.min(...counts)) return false;
  }
  if (open.some((n) => space.curers(n, set).length > 0)) return false;
  const is = columnsOf(plan.outcome);
  return set
    .filter((i) => !isSource(made, i))
    .every((i) => {
      const less = judge(set.filter((k) => k !== i));
      const was = columnsOf(less.outcome);
      return (
        stillToSettle(less).length > open.length ||
        was.drivability - is.drivability >= COLUMNS.drivability.step ||
        was.totalMinor > is.totalMinor
      );
    });
}

describe('what is put together at random', () => {
  it.each(ALL ? demoJobs.filter((name) => demoJob(name).vehicle.platform !== null) : FEW)(
    '%s: is bettered, or matched, by what is told',
    (name) => {
      const { search, made } = randomPlans(demoJob(name), name);
      expect(search.complete).toBe(true);
      const told = search.plans.map((p) => countsOf(p.outcome));
      const lost = made.filter((x) => {
        const counts = countsOf(x.plan.outcome);
        const matched = told.some((is) => betters(is, counts) || is.every((v, i) => v <= counts[i]!));
        return !matched && isFinished(x);
      });
      expect(
        lost.map(({ set, space, tire, plan }) => ({
          things: set.map((i) => itemName(space.items[i]!)).join(' + '),
          tire,
          columns: countsOf(plan.outcome).join(),
        })),
      ).toEqual([]);
    },
  );
});

import {
  assess,
  AXLES,
  betters,
  columnsOf,
  COLUMNS,
  countsOf,
  fitmentOf,
  knownVehicle,
  LIFT_SOURCES,
  listed,
  once,
  opensNoMore,
  parseTireSize,
  planCase,
  reliefChoices,
  stillToSettle,
  tiresOfSize,
  together,
  wayOf,
  type Axle,
  type Counts,
  type FoundPlan,
  type JobSections,
  type KnownVehicle,
  type Need,
  type Part,
  type PlansAsked,
  type ReliefChoice,
} from '..';
import { openKey } from '../build-search/plan-sets';
import { isLiftSource, itemName, mayEnd, type PlanItem } from '../build-search/plan-space';
import { boughtPlan } from './plans-asked';

/** A set of parts, reliefs, tyre and wheel that somebody tried, judged whole by nothing of the search. */
interface TriedSet {
  readonly name: string;
  /** what it comes to; dearer to ask than what is open */
  readonly plan: () => FoundPlan;
  /** lift sources with tyre and wheel: plans that differ in nothing else settle the same vehicle */
  readonly stem: string;
  readonly open: readonly OpenNeed[];
}
/** What is kept of a need: a need itself holds on to all that its figures may be asked of. */
interface OpenNeed extends Pick<Need, 'verdict' | 'topic'> {
  readonly key: string;
  /** the end where the tyre rubs */
  readonly rubs: Axle | null;
  /** things whose records name it */
  readonly endedBy: readonly string[];
}
export interface TriedPlan {
  readonly name: string;
  readonly plan: FoundPlan;
  readonly counts: Counts;
}
type Set = readonly PlanItem[];
interface Tried {
  readonly of: Set;
  readonly tire: JobSections['tire'];
  readonly is: TriedSet;
}
/** Every tyre and wheel that a job may roll on: what it has picked, or all of the wanted size on the wheels that are there and on all that
 *  go on the hub. */
function everyTire({ job, catalogue }: PlansAsked, vehicle: KnownVehicle): readonly JobSections['tire'][] {
  const size = parseTireSize(job.tire.targetSize);
  if (!size.ok || job.tire.tireCode !== null) return [job.tire];
  const wheels = catalogue.wheels.filter(
    (w) => w.boltCircle === vehicle.platform.boltCircle && w.rimIn === size.value.rimIn,
  );
  const on = job.tire.wheelCode === null ? [null, ...wheels.map((w) => w.code)] : [job.tire.wheelCode];
  const all = tiresOfSize(size.value, catalogue.tires).flatMap((t) =>
    on.map((wheelCode) => ({ ...job.tire, tireCode: t.code, wheelCode })),
  );
  return all.length > 0 ? all : [job.tire];
}
/** Every set of the parts that are made for the vehicle and go together, with at most two lift sources at an end, none of which works
 *  against the wish or against another. */
function everySet(asked: PlansAsked, vehicle: KnownVehicle) {
  const { job, catalogue, settings, prepare } = asked;
  const plain = planCase(job, vehicle, catalogue, settings, { prepare });
  const parts = catalogue.parts.filter(
    (p) => fitmentOf(p.applications, vehicle).verdict !== 'no' && !p.structural && p.family !== 'accessory',
  );
  const source = (p: Part) => LIFT_SOURCES.includes(p.family);
  const ways = new Map(parts.map((p) => [p.code, source(p) ? wayOf(p, plain) : 0]));
  const way = (p: Part) => ways.get(p.code) ?? 0;
  const { wish, frontTargetMm, rearTargetMm } = job.brief;
  const wished = (p: Part) =>
    wish === 'height'
      ? Math.sign((p.axle === 'rear' ? rearTargetMm : frontTargetMm) ?? 0)
      : wish === 'tire'
        ? 1
        : 0;
  const serves = (p: Part) => p.axle === 'both' || way(p) * wished(p) >= 0;
  const pull = (p: Part, q: Part) => p.axle !== q.axle || way(p) * way(q) >= 0;
  let sets: readonly (readonly Part[])[] = [[]];
  for (const p of parts.filter(serves))
    sets = sets.flatMap((s) => (s.every((q) => together(p, q) && pull(p, q)) ? [s, [...s, p]] : [s]));
  const most = { front: 2, rear: 2, both: 1 };
  return sets.filter((s) =>
    (['front', 'rear', 'both'] as const).every(
      (axle) => s.filter((p) => source(p) && p.axle === axle).length <= most[axle],
    ),
  );
}
const rubs = (is: TriedSet): readonly Axle[] => is.open.flatMap((n) => n.rubs ?? []);

/** Every plan that a shop would call one, by trying every set, and the front of them.
 *
 *  - Everything in it that lifts nothing ends a need that its record names, drives better by a step that is felt, or saves money, each by
 *    itself and all of those together.
 *  - It leaves no more open than a plan on the same lift sources, tyre and wheel that only settles needs, and settles as much as any such
 *    plan; where things in it only drive better or save, it leaves nothing open that one more thing settles.
 *  - Nothing is cut at an end where the tyre is left rubbing.
 *  - Of tyres and wheels those count that leave least open of what a tyre brings. */
export function everyPlan(asked: PlansAsked) {
  const { job, catalogue } = asked;
  const vehicle = knownVehicle(job, catalogue)!;
  const choices = AXLES.flatMap((axle) => reliefChoices({ vehicle, axle, catalogue }, () => true));
  const sets = everySet(asked, vehicle);
  const tried = new Map<string, TriedSet>();
  const things = (parts: readonly Part[], reliefs: readonly ReliefChoice[]): Set => [
    ...parts.map((part): PlanItem => ({ kind: 'part', part })),
    ...reliefs.map((choice): PlanItem => ({
      kind: 'relief',
      choice,
      relief: catalogue.reliefs.find((r) => r.code === choice.relief)!,
    })),
  ];
  const keyOf = (of: Set, tire: JobSections['tire']) =>
    [...of.map(itemName).sort(), tire.tireCode ?? '-', tire.wheelCode ?? '-'].join(' + ');
  const all = things(
    catalogue.parts.filter((p) => fitmentOf(p.applications, vehicle).verdict !== 'no'),
    choices,
  );
  const openNeed = (n: Need): OpenNeed => ({
    verdict: n.verdict,
    topic: n.topic,
    key: openKey(n),
    rubs: n.finding.code === 'tire-clearance' ? n.finding.axle : null,
    endedBy: all.filter((t) => mayEnd(t, n)).map(itemName),
  });
  const judge = (of: Set, tire: JobSections['tire']): TriedSet => {
    const key = keyOf(of, tire);
    const had = tried.get(key);
    if (had) return had;
    const reliefs = of.flatMap((t) => (t.kind === 'relief' ? [t.choice] : []));
    const parts = of.flatMap((t) => (t.kind === 'part' ? [t.part] : []));
    const on = { ...asked, job: { ...job, tire: { ...tire, reliefs } } };
    const items = parts.map((p) => listed(p.code, 'part', p.code));
    const a = assess({ ...on.job, build: { ...job.build, items } }, catalogue, asked.settings, asked);
    const judged: TriedSet = {
      name: key,
      plan: once(() => boughtPlan(on, parts)),
      stem: keyOf(of.filter(isLiftSource), tire),
      open: stillToSettle(a).map(openNeed),
    };
    tried.set(key, judged);
    return judged;
  };
  const made: Tried[] = [];
  for (const tire of everyTire(asked, vehicle))
    for (const parts of sets) {
      // cutting does nothing for a tyre that has its room
      const at = rubs(judge(things(parts, []), tire));
      const some = choices.filter((c) => at.includes(c.axle));
      const subsets = some.reduce<readonly (readonly ReliefChoice[])[]>(
        (s, c) => s.flatMap((x) => [x, [...x, c]]),
        [[]],
      );
      for (const reliefs of subsets) {
        const of = things(parts, reliefs);
        const is = judge(of, tire);
        const stillRubs = rubs(is);
        if (!reliefs.some((r) => stillRubs.includes(r.axle))) made.push({ of, tire, is });
      }
    }
  const keys = (p: TriedSet) => p.open.map((n) => n.key);
  const without = (of: Set, t: PlanItem, tire: JobSections['tire']) =>
    judge(
      of.filter((x) => x !== t),
      tire,
    );
  const settles =
    ({ of, tire, is }: Tried) =>
    (t: PlanItem) =>
      isLiftSource(t) ||
      without(of, t, tire).open.some((n) => n.endedBy.includes(itemName(t)) && !keys(is).includes(n.key));
  // what is left open on the same lift sources by what settles most
  const leftOpen = new Map<string, readonly (readonly string[])[]>();
  for (const x of made.filter((x) => x.of.every(settles(x)))) {
    const [is, had] = [keys(x.is), leftOpen.get(x.is.stem) ?? []];
    if (!had.some((o) => opensNoMore(o, is)))
      leftOpen.set(x.is.stem, [...had.filter((o) => !opensNoMore(is, o)), is]);
  }
  /** something that settles a need may still be added, and leaves less open */
  const settlesMore = (x: Tried) =>
    made.some(
      (more) =>
        more.is.stem === x.is.stem &&
        more.is.open.length < x.is.open.length &&
        opensNoMore(keys(more.is), keys(x.is)) &&
        x.of.every((t) => more.of.some((o) => itemName(o) === itemName(t))) &&
        more.of.every((t) => x.of.some((o) => itemName(o) === itemName(t)) || settles(more)(t)),
    );
  /** without what settles nothing, and then without what settles only what that brought: two pieces of a kit may each be cheaper with the
   *  other and dearer than neither */
  const settling = (x: Tried): TriedSet => {
    const idle = x.of.find((t) => !settles(x)(t));
    if (idle === undefined) return x.is;
    const of = x.of.filter((t) => t !== idle);
    return settling({ ...x, of, is: judge(of, x.tire) });
  };
  const isBetter = (is: TriedSet, less: TriedSet): boolean => {
    const [x, y] = [is, less].map((p) => columnsOf(p.plan().outcome));
    return y!.drivability - x!.drivability >= COLUMNS.drivability.step || y!.totalMinor > x!.totalMinor;
  };
  const isPlan = (x: Tried) =>
    leftOpen.get(x.is.stem)!.some((o) => opensNoMore(keys(x.is), o)) &&
    x.of.every((t) => settles(x)(t) || isBetter(x.is, without(x.of, t, x.tire))) &&
    (x.of.every(settles(x)) || (!settlesMore(x) && isBetter(x.is, settling(x))));
  // of what a tyre brings as little stays as can be
  const left = (is: TriedSet, v: Need['verdict']) =>
    is.open.filter((n) => n.topic === 'tire' && n.verdict === v).length;
  const leastOf = (of: readonly number[]) => Math.min(...of);
  const byTire = new Map<string, Tried[]>();
  for (const x of made) {
    const key = keyOf([], x.tire);
    byTire.set(key, [...(byTire.get(key) ?? []), x]);
  }
  const tires = [...byTire.values()].map((of) => ({
    of,
    no: leastOf(of.map((x) => left(x.is, 'no'))),
    needs: leastOf(of.map((x) => left(x.is, 'needs'))),
  }));
  const fewestNo = leastOf(tires.map((t) => t.no));
  const can = tires.filter((t) => t.no === fewestNo);
  const fewest = leastOf(can.map((t) => t.needs));
  const plans = can
    .filter((t) => t.needs === fewest)
    .flatMap((t) => t.of)
    .filter(isPlan)
    .map(({ is }): TriedPlan => {
      const plan = is.plan();
      return { name: is.name, plan, counts: countsOf(plan.outcome) };
    });
  const front = plans.filter((p) => !plans.some((q) => betters(q.counts, p.counts)));
  return { tried: made.length, plans, front };
}

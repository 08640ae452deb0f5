import { withoutTires, type JobSections } from '../job';
import type { Topic } from '../evidence';
import { fittedBefore } from '../advice';
import { assessPlans, newlyOpen, stillToSettle, type AssessedPlan, type PlansAsked } from '../build-search';
import type { Need } from '../assessment';
import type { Axle } from '../suspension';
import { memoized } from '../units';
import { arrivalsOf, readyOn } from './arrivals';

/** One visit to the bay, with what can be on the vehicle after it. */
export interface DeliveryStage {
  /** the day from which it can begin; null: nobody has said when the last of its boxes comes */
  readonly day: string | null;
  /** lines that are fitted in it */
  readonly fits: readonly string[];
  /** lines that are here by then and wait for others */
  readonly waits: readonly string[];
  /** minutes of it, with its own taking apart and its own end */
  readonly minutes: number;
  /** the vehicle rolls and drives after it, at this height over today */
  readonly stands: Stands;
  /** if what waits were fitted all the same, to have it off the floor; null: nothing waits */
  readonly allTheSame: LeftOpen | null;
}
/** Over today, mm; null: no height is known. */
type Stands = Readonly<Record<Axle, number | null>>;
/** A vehicle that is put together again and must not drive. */
export interface LeftOpen {
  /** what is open then */
  readonly because: readonly Need[];
  /** it can be moved about the yard: its wheels are on and free, and nothing that stops or steers it is in doubt */
  readonly rolls: boolean;
  readonly minutes: number;
  readonly stands: Stands;
}
/** A vehicle with something open there is not moved at all: a wheel may touch or come off, a hose may be stretched. */
const STANDS_STILL: readonly Topic[] = ['fitment', 'place', 'tire', 'clearance', 'hardware'];
const rolls = (open: readonly Need[]) => open.every((n) => !STANDS_STILL.includes(n.topic));
export interface Staged {
  readonly stages: readonly DeliveryStage[];
  /** ends where nothing may be newlyOpen yet: what is here does not stand by itself, or nothing is */
  readonly keepShut: readonly Axle[];
  /** all in one visit, minutes, and the day from which that can begin */
  readonly once: { readonly minutes: number; readonly day: string | null };
  /** what the visits take more than one */
  readonly againMinutes: number;
}
type Asked = Omit<PlansAsked, 'locks' | 'corrections' | 'day'> & { readonly day: string };
/** A job in visits to the bay, as its boxes come: whatever is on the vehicle after a visit stands by itself, which is to say leaves
 *  nothing open that the whole plan does not. Ends (front, rear, what is for both, tyres) are fitted whole or wait. Null without a vehicle. */
export function deliveryStages(asked: Asked): Staged | null {
  const { job, catalogue, day } = asked;
  const say = assessPlans({ ...asked, locks: [] });
  const whole = say(job);
  if (!whole.a.vehicle) return null;
  const arrivals = arrivalsOf(whole.lines, job.boxes, day);
  const groups = groupsOf(
    job,
    whole.a.chosen.map((c) => c.part),
    catalogue,
  );
  const dayOfGroup = (codes: readonly string[]): string | null => {
    // what lacks in a part's box comes with the part
    const mine = arrivals.filter((x) => codes.some((c) => x.code === c || x.code.startsWith(`${c}+`)));
    return readyOn(mine, day);
  };
  const when = groups.map((g) => ({ ...g, day: dayOfGroup(g.codes) }));
  const days = [...new Set(when.map((g) => g.day))].sort((x, y) =>
    x === null ? 1 : y === null ? -1 : x < y ? -1 : 1,
  );
  const stand = (parts: readonly (typeof when)[number][]): JobSections =>
    jobWith(
      job,
      parts.map((p) => p.name),
      groups,
    );
  const known = new Map<string, AssessedPlan>();
  const judged = (parts: readonly (typeof when)[number][]): AssessedPlan =>
    memoized(known, [...parts.map((p) => p.name)].sort().join(), () => say(stand(parts)));
  /** what is open with only these on, and is not with all of them */
  const leaves = (parts: readonly (typeof when)[number][]) =>
    newlyOpen(stillToSettle(judged(parts).a), stillToSettle(whole.a));
  const once = whole.work.personMinutes;
  const standsWith = (parts: readonly (typeof when)[number][]): Stands => {
    const f = judged(parts).a.forecast;
    return { front: f?.front.lift.value ?? null, rear: f?.rear.lift.value ?? null };
  };
  /** a visit that fits some on a vehicle that has others: those are fitted parts by then, and what was repaired is done */
  const minutesOf = (some: readonly (typeof when)[number][], before: readonly (typeof when)[number][]) => {
    if (some.length === 0) return 0;
    if (before.length === 0) return judged(some).work.personMinutes;
    const parts = before
      .filter((g) => g.name !== TIRES)
      .flatMap((g) => g.codes.flatMap((c) => partsIn(c, catalogue)));
    return say(fittedBefore(stand(some), parts)).work.personMinutes;
  };
  const stages: DeliveryStage[] = [];
  let on: (typeof when)[number][] = [];
  let waiting: (typeof when)[number][] = [];
  let spent = 0;
  for (const d of days) {
    const come = when.filter((g) => g.day === d);
    waiting = [...waiting, ...come];
    const all = subsets(waiting).map((fit) => ({ fit, left: leaves([...on, ...fit]) }));
    const fitted =
      all.filter((x) => x.left.length === 0).sort((x, y) => y.fit.length - x.fit.length)[0]?.fit ?? [];
    const left = waiting.filter((g) => !fitted.includes(g));
    // all of it on at once is the last of the sets
    const open = all.at(-1)?.left ?? [];
    const allTheSame: LeftOpen | null =
      left.length === 0
        ? null
        : {
            because: open,
            rolls: rolls(open),
            minutes: minutesOf(waiting, on),
            stands: standsWith([...on, ...waiting]),
          };
    const minutes = minutesOf(fitted, on);
    spent += minutes;
    on = [...on, ...fitted];
    stages.push({
      day: d,
      fits: fitted.flatMap((g) => g.codes),
      waits: left.flatMap((g) => g.codes),
      minutes,
      stands: standsWith(on),
      allTheSame,
    });
    waiting = left;
  }
  const firstFits = stages[0]?.day === day ? stages[0].fits : [];
  const shut = (axle: Axle) =>
    when.some(
      (g) =>
        (g.axle === axle || g.axle === 'both') &&
        g.codes.length > 0 &&
        !g.codes.every((c) => firstFits.includes(c)),
    );
  return {
    stages: stages.filter((s) => s.fits.length > 0 || s.waits.length > 0),
    keepShut: (['front', 'rear'] as const).filter(shut),
    once: { minutes: once, day: readyOn(when, day) },
    againMinutes: Math.max(0, spent - once),
  };
}
/** The parts of a kit by their codes, or the part itself. */
const partsIn = (code: string, { kits }: Pick<PlansAsked['catalogue'], 'kits'>): readonly string[] =>
  kits.find((k) => k.code === code)?.parts.map((p) => p.part) ?? [code];
/** the group of tyres and wheels */
const TIRES = 'tires';
interface Group {
  readonly name: string;
  readonly axle: Axle | 'both';
  readonly codes: readonly string[];
}
/** What goes on together: an end's parts, what is for both, repairs and lines of one's own with them, tyres with their trimmings. */
function groupsOf(
  job: JobSections,
  parts: readonly { readonly code: string; readonly axle: Axle | 'both' }[],
  catalogue: PlansAsked['catalogue'],
): readonly Group[] {
  const axleOf = (item: JobSections['build']['items'][number]): Axle | 'both' => {
    const axles = new Set(
      partsIn(item.code, catalogue).flatMap((c) => parts.find((p) => p.code === c)?.axle ?? []),
    );
    const [only] = axles;
    return axles.size === 1 && only ? only : 'both';
  };
  const named = (name: string, axle: Axle | 'both'): Group => ({
    name,
    axle,
    codes: job.build.items.filter((i) => axleOf(i) === axle).map((i) => i.code),
  });
  const rolling = [
    job.tire.tireCode,
    job.tire.wheelCode,
    job.tire.rear?.tireCode,
    job.tire.rear?.wheelCode,
  ].filter((c): c is string => typeof c === 'string');
  return [
    named('front', 'front'),
    named('rear', 'rear'),
    named('both', 'both'),
    { name: TIRES, axle: 'both' as const, codes: [...new Set(rolling)] },
  ].filter((g) => g.codes.length > 0);
}
/** The job with some of its groups only. */
function jobWith(job: JobSections, names: readonly string[], groups: readonly Group[]): JobSections {
  const codes = new Set(groups.filter((g) => names.includes(g.name)).flatMap((g) => g.codes));
  const tires = names.includes(TIRES) || !groups.some((g) => g.name === TIRES);
  return {
    ...job,
    tire: tires ? job.tire : withoutTires(job.tire),
    build: { ...job.build, items: job.build.items.filter((i) => codes.has(i.code)) },
  };
}
const subsets = <T>(of: readonly T[]): readonly (readonly T[])[] =>
  Array.from({ length: 1 << of.length }, (_, mask) => of.filter((_x, i) => (mask >> i) & 1));

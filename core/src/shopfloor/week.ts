import type { Skill, Workshop } from '../job';
import { madeNumbers } from '../units';

/** A job as it waits for a bay. Minutes are working time from the start of the first day that is planned. */
export interface WaitingJob {
  readonly id: string;
  /** who can do it, and how long it then holds the bay; at least one */
  readonly crews: readonly { readonly people: number; readonly bayMinutes: number }[];
  /** then on the rack */
  readonly rackMinutes: number;
  /** what at least one of them must know */
  readonly skills: readonly Skill[];
  /** not before its boxes are here */
  readonly from: number;
  /** promised for the end of this; null: nobody has promised anything */
  readonly due: number | null;
  /** held in this bay; held to begin no earlier than this (and, of what may begin, first) */
  readonly bay: string | null;
  readonly start: number | null;
}
/** A job in time. */
export interface Placed {
  readonly id: string;
  readonly bay: string;
  readonly start: number;
  /** out of the bay */
  readonly end: number;
  /** on the rack, and who is on it; null: it needs none */
  readonly rack: { readonly start: number; readonly end: number; readonly fitter: string } | null;
  /** all done */
  readonly done: number;
  readonly fitters: readonly string[];
  /** how long after its promise, 0 where it is kept or there is none */
  readonly late: number;
}
export interface Week {
  readonly placed: readonly Placed[];
  /** jobs that nobody here can do, or no bay can take, with why */
  readonly unplaced: readonly {
    readonly id: string;
    readonly why: 'no-bay' | 'no-skill' | 'too-few' | 'no-rack';
  }[];
  /** minutes late of all together: the least of all orders where all can be tried, else the least that was found */
  readonly late: number;
  /** no schedule of these jobs by these people is less late than this */
  readonly leastLate: number;
}
/** changes that are tried: forty jobs are placed in less than a second (`npm run bench`) */
const TRIES = 1500;
/** so many jobs have fewer orders than that: all of them are tried */
const ALL_ORDERS = 6;
type Floor = Pick<Workshop, 'bays' | 'fitters' | 'racks'>;
/** The jobs of a shop in its bays: none shares a bay, a fitter or a rack with another at one time, none begins before its boxes are
 *  here or without somebody who knows it, and together they are as little late as the search finds. Jobs go in one after the other, each
 *  where it is done first; many orders are tried: by promise, by slack, by length, then changed bit by bit for `tries` changes or until
 *  nothing can be less late (`leastLate`). Of jobs that are alike the first of the list goes first. The same question has the same answer.
 *  @param tries changes that are tried; 0: only the rules of order */
export function planWeek(jobs: readonly WaitingJob[], floor: Floor, tries = TRIES): Week {
  const why = new Map(
    jobs.flatMap((j) => {
      const no = refusal(j, floor);
      return no ? [[j.id, no] as const] : [];
    }),
  );
  const can = jobs.filter((j) => !why.has(j.id));
  const leastLate = leastLateness(can, floor);
  const due = (j: WaitingJob) => j.due ?? Infinity;
  const work = (j: WaitingJob) => quickest(j) + j.rackMinutes;
  const held = (j: WaitingJob) => (j.start !== null ? 0 : 1);
  const less = (x: number, y: number) => (x === y ? 0 : x < y ? -1 : 1);
  const byPromise = (x: WaitingJob, y: WaitingJob) => less(due(x), due(y)) || less(x.from, y.from);
  const others: readonly ((x: WaitingJob, y: WaitingJob) => number)[] = [
    (x, y) => less(due(x) - work(x), due(y) - work(y)),
    (x, y) => less(x.from, y.from) || less(due(x), due(y)),
    (x, y) => less(work(x), work(y)),
  ];
  const by = (rule: (x: WaitingJob, y: WaitingJob) => number) =>
    // of equals the first of the list goes first
    [...can].sort((x, y) => held(x) - held(y) || less(x.start ?? 0, y.start ?? 0) || rule(x, y));
  const worth = (placed: readonly Placed[]): readonly [number, number] => [
    placed.reduce((n, p) => n + p.late, 0),
    placed.reduce((n, p) => n + p.done, 0),
  ];
  let order = by(byPromise);
  const crews = crewsOf(can, floor);
  let best = placeAll(order, floor, crews);
  let value = worth(best);
  const take = (candidate: readonly WaitingJob[]): void => {
    const placed = placeAll(candidate, floor, crews);
    const [late, sum] = worth(placed);
    if (late < value[0] || (late === value[0] && sum < value[1])) {
      order = [...candidate];
      best = placed;
      value = [late, sum];
    }
  };
  for (const rule of others) take(by(rule));
  const all = tries > 0 && can.length <= ALL_ORDERS;
  if (all)
    for (const candidate of ordersOf(can)) {
      if (value[0] <= leastLate) break;
      take(candidate);
    }
  const next = madeNumbers(jobs.length + 1);
  const pick = () => Math.floor(next() * order.length);
  for (let i = 0; !all && i < tries && value[0] > leastLate && order.length > 1; i++) {
    const candidate = [...order];
    const [a, b] = [pick(), pick()];
    const [job] = candidate.splice(a, 1);
    if (job && a !== b) {
      candidate.splice(b, 0, job);
      take(candidate);
    }
  }
  return {
    placed: best,
    unplaced: [...why].map(([id, no]) => ({ id, why: no })),
    late: value[0],
    leastLate,
  };
}
/** Every order of a list. */
function* ordersOf<T>(list: readonly T[]): Generator<readonly T[]> {
  if (list.length <= 1) yield list;
  else
    for (const [i, first] of list.entries())
      for (const rest of ordersOf(list.toSpliced(i, 1))) yield [first, ...rest];
}
const quickest = (j: WaitingJob): number => Math.min(...j.crews.map((c) => c.bayMinutes));
function refusal(j: WaitingJob, { bays, fitters, racks }: Floor): Week['unplaced'][number]['why'] | null {
  if (bays.length === 0 || (j.bay !== null && !bays.some((b) => b.id === j.bay))) return 'no-bay';
  if (!j.crews.some((c) => c.people <= fitters.length)) return 'too-few';
  if (j.skills.some((s) => !fitters.some((f) => f.skills.includes(s)))) return 'no-skill';
  if (j.rackMinutes > 0 && (racks === 0 || !fitters.some((f) => f.skills.includes('rack')))) return 'no-rack';
  return null;
}
interface Taken {
  readonly start: number;
  readonly end: number;
}
const isFree = (taken: readonly Taken[], start: number, end: number) =>
  taken.every((t) => t.end <= start || t.start >= end);
/** The crews that can do each job, the ones that know least first, so that who knows more stays free. */
type Crews = ReadonlyMap<
  string,
  readonly { readonly bayMinutes: number; readonly sets: readonly (readonly string[])[] }[]
>;
const crewsOf = (jobs: readonly WaitingJob[], { fitters }: Floor): Crews =>
  new Map(
    jobs.map((j) => [
      j.id,
      j.crews.map(({ people, bayMinutes }) => ({ bayMinutes, sets: setsOf(fitters, people, j.skills) })),
    ]),
  );
function setsOf(
  fitters: Floor['fitters'],
  size: number,
  skills: readonly Skill[],
): readonly (readonly string[])[] {
  const out: Floor['fitters'][number][][] = [];
  const visit = (from: number, crew: Floor['fitters'][number][]): void => {
    if (crew.length === size) {
      if (skills.every((s) => crew.some((f) => f.skills.includes(s)))) out.push(crew);
      return;
    }
    fitters.slice(from).forEach((f, i) => {
      visit(from + i + 1, [...crew, f]);
    });
  };
  visit(0, []);
  const known = (crew: Floor['fitters'][number][]) => crew.reduce((n, f) => n + f.skills.length, 0);
  return out.sort((a, b) => known(a) - known(b)).map((crew) => crew.map((f) => f.id));
}
/** Each job in turn where it is done first: the order of the list is its priority. */
function placeAll(order: readonly WaitingJob[], floor: Floor, crews: Crews): readonly Placed[] {
  const bays = new Map(floor.bays.map((b) => [b.id, [] as Taken[]]));
  const people = new Map(floor.fitters.map((f) => [f.id, [] as Taken[]]));
  const racks = Array.from({ length: floor.racks }, () => [] as Taken[]);
  const ends: number[] = [0];
  const ended = (t: number): void => {
    const at = ends.findIndex((e) => e >= t);
    if (at < 0) ends.push(t);
    else if (ends[at] !== t) ends.splice(at, 0, t);
  };
  return order.map((j): Placed => {
    const earliest = Math.max(j.from, j.start ?? 0);
    const starts = [earliest, ...ends.filter((t) => t > earliest)];
    let best: {
      readonly start: number;
      readonly end: number;
      readonly bay: string;
      readonly fitters: readonly string[];
    } | null = null;
    // of the crews that can do it, the one that is done first; of two, the smaller
    for (const { bayMinutes, sets } of crews.get(j.id) ?? []) {
      for (const start of starts) {
        const end = start + bayMinutes;
        if (best !== null && end > best.end) break;
        const bay = floor.bays.find(
          (b) => (j.bay === null || j.bay === b.id) && isFree(bays.get(b.id) ?? [], start, end),
        );
        const fitters = bay && sets.find((set) => set.every((f) => isFree(people.get(f) ?? [], start, end)));
        if (!bay || !fitters) continue;
        if (best === null || end < best.end || (end === best.end && fitters.length < best.fitters.length))
          best = { start, end, bay: bay.id, fitters };
        break;
      }
    }
    if (best) {
      const { start, end, bay, fitters } = best;
      const taken = { start, end };
      bays.get(bay)?.push(taken);
      for (const f of fitters) people.get(f)?.push(taken);
      ended(end);
      const rack = j.rackMinutes > 0 ? rackAfter(end, j.rackMinutes) : null;
      const done = rack?.end ?? end;
      return {
        id: j.id,
        bay,
        start,
        end,
        rack,
        done,
        fitters,
        late: j.due === null ? 0 : Math.max(0, done - j.due),
      };
    }
    throw new Error(`no time for ${j.id}: the last moment is always free`);
  });

  function rackAfter(from: number, minutes: number) {
    for (const start of [from, ...ends.filter((t) => t > from)]) {
      const end = start + minutes;
      const rack = racks.find((r) => isFree(r, start, end));
      const who = floor.fitters.find(
        (f) => f.skills.includes('rack') && isFree(people.get(f.id) ?? [], start, end),
      );
      if (!rack || !who) continue;
      rack.push({ start, end });
      people.get(who.id)?.push({ start, end });
      ended(end);
      return { start, end, fitter: who.id };
    }
    throw new Error('no time on the rack: the last moment is always free');
  }
}
/** How late a shop must be at least, however clever: each job for itself from the day its boxes are here; or all of them as if bays and
 *  fitters were one that works as fast as all together and may leave a job for a shorter one (the k-th job done in any schedule is done
 *  no sooner than the k-th of that), against the promises in their order. The larger of the two. */
export function leastLateness(jobs: readonly WaitingJob[], floor: Floor): number {
  const promised = jobs.filter((j) => j.due !== null);
  const own = promised.reduce(
    (sum, j) =>
      sum + Math.max(0, Math.max(j.from, j.start ?? 0) + quickest(j) + j.rackMinutes - (j.due ?? 0)),
    0,
  );
  const dues = promised.map((j) => j.due ?? 0).sort((x, y) => x - y);
  const pooled = (size: (j: WaitingJob) => number, speed: number) =>
    shortestFirst(
      promised.map((j) => ({ from: Math.max(j.from, j.start ?? 0), size: size(j) })),
      speed,
    ).reduce((sum, done, k) => sum + Math.max(0, done - (dues[k] ?? Infinity)), 0);
  const bays = floor.bays.length > 0 ? pooled(quickest, floor.bays.length) : 0;
  const people =
    floor.fitters.length > 0
      ? pooled(
          (j) => Math.min(...j.crews.map((c) => c.bayMinutes * c.people)) + j.rackMinutes,
          floor.fitters.length,
        )
      : 0;
  return Math.ceil(Math.max(own, bays, people) - 1e-6);
}
/** When the jobs are done, sorted, if one worker of a speed always does what has least left. */
function shortestFirst(
  jobs: readonly { readonly from: number; readonly size: number }[],
  speed: number,
): readonly number[] {
  const left = jobs.map((j) => ({ ...j }));
  const done: number[] = [];
  let now = 0;
  while (left.length > 0) {
    const ready = left.filter((j) => j.from <= now);
    const coming = Math.min(Infinity, ...left.filter((j) => j.from > now).map((j) => j.from));
    const job = ready.sort((x, y) => x.size - y.size)[0];
    if (!job) {
      now = coming;
      continue;
    }
    const end = now + job.size / speed;
    if (end <= coming) {
      now = end;
      done.push(end);
      left.splice(left.indexOf(job), 1);
    } else {
      job.size -= (coming - now) * speed;
      now = coming;
    }
  }
  return done;
}

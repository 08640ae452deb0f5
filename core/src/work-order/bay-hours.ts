import type { WorkPlan, WorkStep } from './step';

/** more than a pair get in each other’s way on one vehicle */
export const PAIR = 2;
/** How long a plan takes, by three names that are the same wherever it is told: all fitters together, from the first step in the bay to
 *  the last worked by a pair, and on the rack; minutes. What is sold is person time. */
export interface WorkTimes {
  readonly personMinutes: number;
  readonly bayMinutes: number;
  readonly rackMinutes: number;
}
export const workTimes = (plan: WorkPlan): WorkTimes => ({
  personMinutes: plan.personMinutes,
  bayMinutes: bayHours(plan, PAIR).bayMinutes,
  rackMinutes: plan.rackMinutes,
});
/** When a step of a plan begins and ends, minutes from the start in the bay; working time only, waits counted. */
export interface Timed {
  readonly id: string;
  readonly start: number;
  readonly end: number;
  /** index of each fitter who does it */
  readonly by: readonly number[];
}
/** A plan worked by some fitters in one bay. */
export interface BayHours {
  readonly steps: readonly Timed[];
  /** from the first step in the bay to the last, minutes */
  readonly bayMinutes: number;
  /** all fitters together, without the rack, minutes */
  readonly personMinutes: number;
  /** no order of these steps by as many fitters takes less in the bay: the longest chain of steps that wait for each other, or the
   *  work shared out evenly, whichever is more */
  readonly leastMinutes: number;
  /** ids of the chain of steps that decides how long it takes */
  readonly critical: readonly string[];
  /** minutes for two that nobody can do alone */
  readonly togetherMinutes: number;
}
const RACK = (s: Pick<WorkStep, 'charge'>) => s.charge === 'alignment';
/** All fitters together, without the rack, minutes. */
export const personMinutesOf = (steps: readonly Pick<WorkStep, 'minutes' | 'people' | 'charge'>[]): number =>
  steps.reduce((sum, s) => sum + (RACK(s) ? 0 : s.minutes * s.people), 0);
/** The steps of a plan shared out among fitters, in an order that the plan allows: of what can begin, the one with most work waiting for
 *  it goes first. Above the ride-height line fitters work side by side, an axle or a side each; on the ground and in the closing block
 *  steps go one after the other. An alignment stands on the rack, and what is done the day
 *  before in the yard: neither holds a bay. `people`: how many work on it, at least one. */
export function bayHours(plan: Pick<WorkPlan, 'steps' | 'rideHeightLine'>, people: number): BayHours {
  const inBay = plan.steps.filter((s) => !RACK(s) && s.phase !== 'before');
  const bench = inBay.filter((s) => s.phase === 'bench');
  const above = inBay.filter((s) => s.phase !== 'bench' && s.phase !== 'ground' && s.phase !== 'closing');
  const below = inBay.filter((s) => s.phase === 'ground' || s.phase === 'closing');
  const all = [...bench, ...above];
  const ids = new Set(all.map((s) => s.id));
  const after = (s: WorkStep) => s.after.filter((x) => ids.has(x));
  const heads = new Map<string, number>();
  const next = new Map<string, WorkStep[]>();
  for (const s of all) for (const x of after(s)) next.set(x, [...(next.get(x) ?? []), s]);
  const byId = new Map(all.map((s) => [s.id, s]));
  const head = (s: WorkStep): number => {
    const had = heads.get(s.id);
    if (had !== undefined) return had;
    const beyond = Math.max(0, ...(next.get(s.id) ?? []).map(head));
    const value = s.minutes + s.waits + beyond;
    heads.set(s.id, value);
    return value;
  };
  const crew = Math.max(1, people, ...inBay.map((s) => s.people));
  const free = Array.from({ length: crew }, () => 0);
  const timed = new Map<string, Timed>();
  const left = new Map(all.map((s) => [s.id, s]));
  const order = new Map(all.map((s, i) => [s.id, i]));
  while (left.size > 0) {
    const ready = [...left.values()].filter((s) => after(s).every((x) => timed.has(x)));
    const from = (s: WorkStep) => {
      const waits = Math.max(0, ...after(s).map((x) => (timed.get(x)?.end ?? 0) + (byId.get(x)?.waits ?? 0)));
      const hands = [...free].sort((x, y) => x - y)[s.people - 1] ?? 0;
      return Math.max(waits, hands);
    };
    const [step] = ready.sort(
      (x, y) => from(x) - from(y) || head(y) - head(x) || (order.get(x.id) ?? 0) - (order.get(y.id) ?? 0),
    );
    if (!step) break;
    const start = from(step);
    const by = free
      .map((at, i) => ({ at, i }))
      .filter(({ at }) => at <= start)
      .sort((x, y) => y.at - x.at || x.i - y.i)
      .slice(0, step.people)
      .map(({ i }) => i);
    for (const i of by) free[i] = start + step.minutes;
    timed.set(step.id, { id: step.id, start, end: start + step.minutes, by });
    left.delete(step.id);
  }
  let at = Math.max(0, ...[...timed.values()].map((t) => t.end + (byId.get(t.id)?.waits ?? 0)));
  const line = at;
  const ground = below.map((s): Timed => {
    const t = { id: s.id, start: at, end: at + s.minutes, by: Array.from({ length: s.people }, (_, i) => i) };
    at = t.end + s.waits;
    return t;
  });
  const sum = (of: readonly WorkStep[], what: (s: WorkStep) => number) => of.reduce((n, s) => n + what(s), 0);
  const chain = Math.max(0, ...all.map(head));
  const shared = sum(all, (s) => s.minutes * s.people) / crew;
  return {
    steps: [...timed.values(), ...ground],
    bayMinutes: at,
    personMinutes: personMinutesOf(plan.steps),
    leastMinutes: Math.max(chain, shared) + (at - line),
    critical: chainOf(all, head, after),
    togetherMinutes: sum(
      inBay.filter((s) => s.people > 1),
      (s) => s.minutes,
    ),
  };
}
/** The longest chain from its beginning: of what begins, the one with most behind it, and so on. */
function chainOf(
  all: readonly WorkStep[],
  head: (s: WorkStep) => number,
  after: (s: WorkStep) => readonly string[],
): readonly string[] {
  const out: string[] = [];
  const most = (of: readonly WorkStep[]) => [...of].sort((x, y) => head(y) - head(x))[0];
  let step = most(all.filter((s) => after(s).length === 0));
  while (step) {
    const { id } = step;
    out.push(id);
    step = most(all.filter((s) => after(s).includes(id)));
  }
  return out;
}

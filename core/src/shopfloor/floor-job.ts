import { bayHours, PAIR, type PartsLine, type WorkPlan } from '../work-order';
import type { Catalogue } from '../catalogue';
import { SKILLS, type JobSections, type ShopSettings, type Skill } from '../job';
import { assess } from '../assessment';
import { comesTo } from '../build-search';
import { dayAfter } from '../rules';
import { arrivalOf, readyOn, type Arrival } from './arrivals';
import { dayAt, minutesUntil } from './calendar';
import { planWeek, type WaitingJob, type Week } from './week';

/** A line of a job's parts list as the buyer sees it. */
export interface FloorLine
  extends Arrival, Pick<PartsLine, 'maker' | 'soldAs' | 'priceMinor' | 'leadDays' | 'group'> {
  /** the last day to order it on so that the promise is kept; null: nothing is promised, or nobody says how long it takes */
  readonly orderBy: string | null;
}
/** What a job takes of the shop: its hours in the bay and on the rack, by whom, and where its boxes are. */
export interface FloorJob {
  readonly vehicle: string;
  /** alone and as a pair, as far as the shop has hands and the work can be done so */
  readonly crews: WaitingJob['crews'];
  readonly rackMinutes: number;
  /** all fitters together: what is sold */
  readonly personMinutes: number;
  readonly skills: readonly Skill[];
  /** the day on which all of its boxes are here; null: for one of them nobody has said */
  readonly readyOn: string | null;
  readonly lines: readonly FloorLine[];
}
/** Skills that the steps of a plan take. */
export const skillsOf = (plan: Pick<WorkPlan, 'steps'>): readonly Skill[] => {
  const hazards = new Set(plan.steps.flatMap((s) => s.hazards));
  const needs: Readonly<Record<Skill, boolean>> = {
    rack: false, // whoever is on the rack, which is not who is in the bay
    springs: hazards.has('compressed-spring'),
    electrics: hazards.has('battery-airbag'),
  };
  return SKILLS.filter((s) => needs[s]);
};
/** The last day on which something can be ordered so that a job is done by its promise: the promise less the hours of the job, less the
 *  days that it takes to come.
 *  @example orderBy('2026-12-04', 480, 3, { openDays: [1, 2, 3, 4, 5], minutesPerDay: 480 }) // "2026-12-01" */
export function orderBy(
  promise: string,
  minutes: number,
  leadDays: number,
  hours: Pick<ShopSettings['workshop'], 'openDays' | 'minutesPerDay'>,
): string {
  let start = promise;
  // the job itself: whole days back from the end of the promised one
  for (let left = minutes; left > 0 && start > dayAfter(promise, -60);) {
    left -= minutesUntil(start, dayAfter(start, 1), hours);
    if (left > 0) start = dayAfter(start, -1);
  }
  return dayAfter(start, -leadDays);
}
/** What one job takes of the shop on a day. Null without a vehicle. */
export function floorJob(
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
  day: string,
): FloorJob | null {
  const a = assess(job, catalogue, settings, { day });
  if (!a.vehicle) return null;
  const { workshop } = settings;
  const { lines, work: plan } = comesTo(job, a, catalogue, settings);
  const least = Math.max(1, ...plan.steps.map((s) => s.people));
  const sizes = [...new Set([least, Math.max(least, PAIR)])];
  const crews = sizes.map((people) => ({ people, bayMinutes: Math.ceil(bayHours(plan, people).bayMinutes) }));
  const minutes = Math.min(...crews.map((c) => c.bayMinutes)) + plan.rackMinutes;
  const { promiseDate } = job.head;
  const told = lines.map((line): FloorLine => ({
    ...arrivalOf(line, job.boxes, day),
    maker: line.maker,
    soldAs: line.soldAs,
    priceMinor: line.priceMinor,
    leadDays: line.leadDays,
    group: line.group,
    orderBy:
      promiseDate !== null && line.leadDays !== null
        ? orderBy(promiseDate, minutes, line.leadDays, workshop)
        : null,
  }));
  return {
    vehicle: a.vehicle.platform.label,
    crews,
    rackMinutes: Math.ceil(plan.rackMinutes),
    personMinutes: Math.ceil(plan.personMinutes),
    skills: skillsOf(plan),
    readyOn: readyOn(told, day),
    lines: told,
  };
}
/** A job of the board that waits for a bay. */
export interface OnTheFloor {
  readonly id: string;
  readonly promiseDate: string | null;
  readonly bay: string | null;
  readonly startDay: string | null;
  readonly floor: FloorJob;
}
/** A week with its moments as days. */
export interface ShopWeek extends Week {
  /** jobs for which nobody says when the last box comes: they are in no bay until somebody does */
  readonly withoutBoxes: readonly string[];
}
/** The jobs of a shop from a day on: what waits for a box begins when that is here, and what nobody has an answer for stays out. */
export function shopWeek(
  jobs: readonly OnTheFloor[],
  workshop: ShopSettings['workshop'],
  day: string,
  tries?: number,
): ShopWeek {
  const minutes = (d: string) => Math.max(0, minutesUntil(day, d, workshop));
  const ready = jobs.filter((j) => j.floor.rackMinutes > 0 || j.floor.crews.some((c) => c.bayMinutes > 0));
  const withoutBoxes = ready.filter((j) => j.floor.readyOn === null).map((j) => j.id);
  const waiting = ready.flatMap(({ id, promiseDate, bay, startDay, floor }): WaitingJob[] =>
    floor.readyOn === null
      ? []
      : [
          {
            id,
            crews: floor.crews,
            rackMinutes: floor.rackMinutes,
            skills: floor.skills,
            from: minutes(floor.readyOn),
            // promised for a day is promised for its end
            due: promiseDate === null ? null : minutes(dayAfter(promiseDate, 1)),
            bay,
            start: startDay === null ? null : minutes(startDay),
          },
        ],
  );
  return { ...planWeek(waiting, workshop, tries), withoutBoxes };
}
/** The share of the bays' time that is taken on each working day from a day on.
 *  @param days how many working days */
export function capacity(
  placed: Week['placed'],
  workshop: ShopSettings['workshop'],
  day: string,
  days: number,
): readonly { readonly day: string; readonly bays: number; readonly fitters: number }[] {
  const { minutesPerDay, bays, fitters } = workshop;
  return Array.from({ length: days }, (_, i) => {
    const [from, to] = [i * minutesPerDay, (i + 1) * minutesPerDay];
    const inside = (x: { readonly start: number; readonly end: number }) =>
      Math.max(0, Math.min(to, x.end) - Math.max(from, x.start));
    const inBays = placed.reduce((n, p) => n + inside(p), 0);
    const byPeople = placed.reduce(
      (n, p) => n + inside(p) * p.fitters.length + (p.rack ? inside(p.rack) : 0),
      0,
    );
    const share = (part: number, of: number) => (of > 0 ? part / (of * minutesPerDay) : 0);
    return {
      day: dayAt(day, from, workshop).day,
      bays: share(inBays, bays.length),
      fitters: share(byPeople, fitters.length),
    };
  });
}

import type { Catalogue, Component } from '../catalogue';
import type { JobSections, Workshop } from '../job';
import type { Assessment } from '../assessment';
import { minutesOfWay, seizedOn, waysTo } from './access';
import { turnOf, type WorkPlan } from './step';
import { choosingFor, workPlan } from './work-plan';

/** One way of taking apart where there are several. */
export interface WayChoice {
  readonly name: string;
  /** what the whole plan takes more (or less) with it than as it is; null: a joint on it is seized, and the shop has not said what
   *  that takes */
  readonly minutes: number | null;
  readonly spares: string;
  readonly risks: string;
  /** seized components whose joints it opens */
  readonly seized: readonly Component[];
  /** only gone where somebody says so */
  readonly byChoice: boolean;
}
/** A state of the plan that can be reached in several ways: which is gone, who says so, and what the others come to. */
export interface WaysOf {
  /** `bar-free@front` */
  readonly at: string;
  readonly code: string;
  readonly axle: 'front' | 'rear' | 'vehicle';
  readonly gone: string;
  readonly by: 'job' | 'habit' | 'least';
  readonly ways: readonly WayChoice[];
}
/** Every choice of a plan's ways, each with what the plan would take by it: the plan is made again for each, so that what a way
 *  shares with other work counts. */
export function wayChoices(
  plan: WorkPlan,
  a: Assessment,
  job: Pick<JobSections, 'tire' | 'work' | 'lookOver'>,
  catalogue: Pick<Catalogue, 'operations' | 'access' | 'closing' | 'reliefs' | 'joints'>,
  shop: Pick<Workshop, 'habits' | 'seizedMinutes'>,
): readonly WaysOf[] {
  if (!a.vehicle) return [];
  const choosing = choosingFor(a.vehicle.platform, job, shop);
  return plan.steps.flatMap((step): WaysOf[] => {
    const turn = turnOf(step);
    // the way of one side is that of the other
    if (turn?.turn !== 'off' || turn.side === 'right' || step.way === null) return [];
    const { state: at, code } = turn;
    const all = waysTo(code, step.axle, catalogue.access, choosing);
    if (all.length < 2) return [];
    const gone = step.way.name;
    const said = (name: string | undefined) => name !== undefined && all.some((w) => w.way === name);
    return [
      {
        at,
        code,
        axle: step.axle,
        gone,
        by: said(job.work.ways[at]) ? 'job' : said(shop.habits[code]) ? 'habit' : 'least',
        ways: all.map((w): WayChoice => {
          const name = w.way ?? '';
          const by = { ...job, work: { ...job.work, ways: { ...job.work.ways, [at]: name } } };
          const known = minutesOfWay(w, choosing.looked, shop.seizedMinutes) !== null;
          return {
            name,
            minutes: !known
              ? null
              : name === gone
                ? 0
                : workPlan(a, by, catalogue, shop).personMinutes - plan.personMinutes,
            spares: w.spares ?? '',
            risks: w.risks ?? '',
            seized: seizedOn(w, choosing.looked).map((l) => l.component),
            byChoice: w.byChoice ?? false,
          };
        }),
      },
    ];
  });
}

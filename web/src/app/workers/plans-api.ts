import {
  bindings,
  builtPlan,
  planPoint,
  questionWorth,
  quoteOf,
  checkBuild,
  comesTo,
  deliveryStages,
  elevation,
  findPlans,
  locksOf,
  moneyFigures,
  offWish,
  once,
  openNeeds,
  reasonsOf,
  shopWeek,
  sizesOfSeries,
  smallerTires,
  stagesOf,
  searchProgress,
  tightestFigure,
  whyNot,
  withPlanOf,
  withoutTires,
  knownVehicle,
  planCase,
  assessCase,
  type Assessment,
  type Binding,
  type BuildCheck,
  type Catalogue,
  type Elevation,
  type Figure,
  type JobSections,
  type KnownVehicle,
  type Need,
  type OnTheFloor,
  type OpenQuestion,
  type PlanPoint,
  type PlanReason,
  type PlanSearch,
  type PlansAsked,
  type SearchProgress,
  type QuestionWorth,
  type Quote,
  type ShopSettings,
  type ShopWeek,
  type SizeOfSeries,
  type Staged,
  type Stages,
  type StageWish,
  type TireItem,
  type WhyNot,
} from '@rigger/core';
import { rememberedAxles } from '../data/remembered-axles';

type Plan = Pick<PlanPoint, 'name' | 'parts' | 'items' | 'reliefs' | 'tire'>;
/** What a plan means on this vehicle: what its column shows. */
export interface PlanDetail {
  readonly name: string;
  readonly lift: { readonly front: Figure | null; readonly rear: Figure | null };
  /** what the makers of its parts say that it lifts */
  readonly claim: { readonly front: Figure | null; readonly rear: Figure | null };
  readonly offWish: { readonly front: Figure | null; readonly rear: Figure | null };
  readonly rakeLoaded: Figure | null;
  readonly bodyLiftMm: number;
  readonly ride: Assessment['ride'];
  readonly tightest: Assessment['clearance']['front'];
  readonly tightestBy: Figure | null;
  readonly needs: readonly Need[];
  readonly total: Figure;
  readonly partsCost: Figure;
  readonly labour: Figure;
  readonly hours: Figure;
  readonly drawing: Elevation | null;
}
/** A build that is there already, beside the plans. */
export interface Built {
  readonly point: PlanPoint;
  readonly detail: PlanDetail;
}
/** What is answered on the telephone. */
export interface CounterAnswer {
  readonly stands: Built;
  readonly told: SearchProgress;
  readonly best: PlanDetail | null;
  /** the next smaller tyre that goes on as it stands */
  readonly smaller: { readonly tire: TireItem; readonly built: Built } | null;
  readonly questions: readonly OpenQuestion[];
}
/** What the pages of plans ask of their worker. The shop is handed over once. */
export interface PlansApi {
  load(catalogue: Catalogue, settings: ShopSettings): void;
  /** the same search as the server's, in the page: for a shop without its server, and for a question on the telephone */
  search(
    job: JobSections,
    day: string,
    hears: (told: SearchProgress) => void,
  ): Promise<SearchProgress | null>;
  /** each plan judged on the job */
  details(job: JobSections, day: string, plans: readonly Plan[]): readonly PlanDetail[];
  /** the job as it stands with nothing done, and as its build is now: null where nothing is chosen */
  built(job: JobSections, day: string): { readonly stands: Built | null; readonly chosen: Built | null };
  reasons(job: JobSections, day: string, plan: Plan): readonly PlanReason[];
  whyNot(job: JobSections, day: string, code: string, than: PlanPoint | null): WhyNot | null;
  sizes(job: JobSections, day: string, plan: Plan, code: string): readonly SizeOfSeries[];
  stages(job: JobSections, day: string, plan: Plan, by: StageWish): Stages | null;
  bindings(job: JobSections, day: string, best: PlanPoint): readonly Binding[];
  /** open questions of the vehicle, the one whose answer changes most first */
  worth(job: JobSections, day: string): readonly QuestionWorth[];
  check(job: JobSections, day: string): BuildCheck | null;
  /** the chosen plan and what is offered beside it, as a customer is asked; null without a vehicle */
  quote(job: JobSections, day: string): Quote | null;
  /** the job in visits to the bay, as its boxes come; null without a vehicle */
  delivery(job: JobSections, day: string): Staged | null;
  /** the open jobs of the shop in its bays */
  week(jobs: readonly OnTheFloor[], day: string): ShopWeek | null;
  /** within a second: as it stands, the plans as far as they are found by then, and a smaller tyre; told again as better ones are
   *  found. Null without a vehicle, or when another search began */
  counter(job: JobSections, day: string, hears: (so: CounterAnswer) => void): Promise<CounterAnswer | null>;
}
/** a caller waits no longer, ms */
const COUNTER_MS = 900;
const MOST_SMALLER = 5;
/** Nothing done: no part, no tyre, no trimming. */
const asItStands = (job: JobSections): JobSections => ({
  ...job,
  build: { ...job.build, items: [], free: [] },
  tire: withoutTires(job.tire),
});
/** between two looks at whether somebody has stopped it, ms */
const SLICE_MS = 40;
const pause = () => new Promise((done) => setTimeout(done));

export function createPlansApi(): PlansApi {
  let shop: { readonly catalogue: Catalogue; readonly settings: ShopSettings } | null = null;
  let running = 0;
  const prepare = rememberedAxles();
  const asked = (job: JobSections, day: string): (PlansAsked & { readonly vehicle: KnownVehicle }) | null => {
    const vehicle = shop && knownVehicle(job, shop.catalogue);
    return shop && vehicle ? { job, ...shop, day, locks: locksOf(job.build.locks), prepare, vehicle } : null;
  };
  /** A search to its end, others let in between; null when another one has begun. */
  const inSlices = async (a: PlansAsked, hears: (so: PlanSearch) => void): Promise<PlanSearch | null> => {
    const mine = ++running;
    const steps = findPlans({ ...a, prepare: undefined });
    let since = performance.now();
    for (;;) {
      const step = steps.next();
      if (step.done === true) return step.value;
      if (performance.now() - since < SLICE_MS) continue;
      hears(step.value);
      await pause();
      if (mine !== running) return null;
      since = performance.now();
    }
  };
  const built = (job: JobSections, day: string): Built | null => {
    const a = asked(job, day);
    const plan = a && builtPlan(a);
    const detail = plan && detailOf(job, day, plan.name);
    return plan && detail ? { point: planPoint(plan), detail } : null;
  };
  const detailOf = (on: JobSections, day: string, name: string): PlanDetail | null => {
    const vehicle = shop && knownVehicle(on, shop.catalogue);
    if (!shop || !vehicle) return null;
    const c = planCase(on, vehicle, shop.catalogue, shop.settings, { day, prepare });
    const a = assessCase(c);
    const { lines, work } = comesTo(on, a, shop.catalogue, shop.settings);
    const money = moneyFigures(lines, work, shop.settings);
    const near = [a.clearance.front, a.clearance.rear].flatMap((x) => (x ? [x] : []));
    const spare = (x: (typeof near)[number]) => x.nearest.used.clearanceMm - x.marginMm;
    const tightest = near.sort((x, y) => spare(x) - spare(y))[0] ?? null;
    return {
      name,
      claim: { front: a.forecast?.front.claim ?? null, rear: a.forecast?.rear.claim ?? null },
      offWish: { front: offWish(c, 'front'), rear: offWish(c, 'rear') },
      rakeLoaded: a.forecast?.loaded.rake ?? null,
      lift: { front: a.forecast?.front.lift ?? null, rear: a.forecast?.rear.lift ?? null },
      bodyLiftMm: a.forecast?.front.bodyLiftMm ?? 0,
      ride: a.ride,
      tightest,
      tightestBy: tightest && tightestFigure(tightest, c),
      needs: openNeeds(a.needs),
      total: money.total,
      partsCost: money.parts,
      labour: money.labour,
      hours: money.hours,
      drawing: a.forecast ? elevation(vehicle.platform, a.forecast, a.tires, on.brief.heightLimitMm) : null,
    };
  };
  /** the nearest smaller tyre that goes on as it stands */
  const nextSmaller = (job: JobSections, day: string, { tires }: Catalogue): CounterAnswer['smaller'] => {
    const picked = tires.find((t) => t.code === job.tire.tireCode);
    for (const tire of picked ? smallerTires(picked, tires).slice(0, MOST_SMALLER) : []) {
      const on = { ...job, tire: { ...job.tire, targetSize: tire.size, tireCode: tire.code } };
      const b = built(on, day);
      if (b?.detail.needs.every((n) => n.verdict === 'ask') === true) return { tire, built: b };
    }
    return null;
  };
  return {
    delivery(job, day) {
      const a = asked(job, day);
      return a && deliveryStages({ ...a, day });
    },
    week: (jobs, day) => shop && shopWeek(jobs, shop.settings.workshop, day),
    quote(job, day) {
      const a = asked(job, day);
      return a && quoteOf(a);
    },
    load(catalogue, settings) {
      shop = { catalogue, settings };
    },
    async search(job, day, hears) {
      const a = asked(job, day);
      const found = await (a &&
        inSlices(a, (so) => {
          if (so.plans.length > 0) hears(searchProgress(so));
        }));
      return found && searchProgress(found);
    },
    details: (job, day, plans) => plans.flatMap((p) => detailOf(withPlanOf(job, p), day, p.name) ?? []),
    built: (job, day) => ({
      stands: built(asItStands(job), day),
      chosen: job.build.items.length + job.build.free.length > 0 ? built(job, day) : null,
    }),
    reasons(job, day, plan) {
      const a = asked(job, day);
      return a ? reasonsOf(a, plan) : [];
    },
    whyNot(job, day, code, than) {
      const a = asked(job, day);
      return a && whyNot(a, code, than);
    },
    sizes(job, day, plan, code) {
      const a = asked(job, day);
      return a ? sizesOfSeries(a, plan, code) : [];
    },
    stages(job, day, plan, by) {
      const a = asked(job, day);
      return a && stagesOf(a, plan, by);
    },
    bindings(job, day, best) {
      const a = asked(job, day);
      return a ? bindings(a, best) : [];
    },
    async counter(job, day, hears) {
      const begun = performance.now();
      const a = asked(job, day);
      const stands = a && built(job, day);
      if (!a || !stands) return null;
      const smaller = once(() => nextSmaller(job, day, a.catalogue));
      const { questions } = planCase(job, a.vehicle, a.catalogue, a.settings, { day, prepare });
      const answer = (told: SearchProgress): CounterAnswer => {
        const best = told.shown[0];
        return {
          stands,
          told,
          best: best ? detailOf(withPlanOf(job, best), day, best.name) : null,
          smaller: smaller(),
          questions,
        };
      };
      let said: string | null = null;
      const found = await inSlices(a, (so) => {
        const best = so.plans[0];
        if (performance.now() - begun < COUNTER_MS || !best || best.name === said) return;
        said = best.name;
        hears(answer(searchProgress(so)));
      });
      return found && answer(searchProgress(found));
    },
    worth(job, day) {
      const a = asked(job, day);
      return a ? questionWorth(a) : [];
    },
    check(job, day) {
      const a = asked(job, day);
      return a && checkBuild(a);
    },
  };
}

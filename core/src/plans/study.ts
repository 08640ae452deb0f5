import { fitmentOf, LIFT_SOURCES, openQuestions, type Kit, type Part } from '../catalogue';
import { LEVEL_MM } from '../evidence';
import { assess, type Assessment } from '../match';
import { listed, type Brief, type JobSections } from '../job';
import type { Money } from '../planning';
import { fitmentNeeds, knownVehicle, needKey, planCase, type Need } from '../rules';
import type { Axle } from '../suspension';
import { onAxle, vehicleAxle, type AxleInput, type VehicleAxle } from '../vehicle';
import { findAllPlans, moneyIn, type FoundPlan, type PlanReason, type PlansAsked } from './find-plans';
import { toSettle } from './outcome';
import { planPoint, type PlanPoint } from './told';

/** The job with a plan as its build. */
export function withPlanOf(
  job: JobSections,
  plan: Pick<FoundPlan, 'items' | 'reliefs' | 'tire'>,
): JobSections {
  return {
    ...job,
    tire: { ...job.tire, ...plan.tire, reliefs: plan.reliefs },
    build: { ...job.build, items: plan.items.map((i) => listed(i.code, i.kind, i.code)) },
  };
}
/** What of a plan says which it is. */
type Chosen = Pick<FoundPlan, 'parts' | 'items' | 'reliefs' | 'tire'>;
interface Judged {
  readonly job: JobSections;
  readonly a: Assessment;
  readonly money: Money;
}
/** One job after another judged on the same axles. */
function judge(asked: PlansAsked): (job: JobSections) => Judged {
  const axles = new Map<string, VehicleAxle>();
  const prepare =
    asked.prepare ??
    ((input: AxleInput) => {
      const key = JSON.stringify([
        input.axle,
        input.brief,
        input.accessories,
        input.fitted,
        input.vehicle.variant,
      ]);
      const made = axles.get(key) ?? vehicleAxle(input);
      axles.set(key, made);
      return made;
    });
  const { catalogue, settings, day } = asked;
  return (job) => {
    const a = assess(job, catalogue, settings, { day, prepare });
    return { job, a, money: moneyIn(job, a, catalogue, settings) };
  };
}
const open = (a: Pick<Assessment, 'needs'>): readonly Need[] => toSettle(a.needs);
const opened = (more: readonly Need[], than: readonly Need[]): readonly Need[] => {
  const had = new Set(than.map(needKey));
  return more.filter((n) => !had.has(needKey(n)));
};
/** The plan with one of its things left out; a kit is left as the parts of it that stay. */
function without(plan: Chosen, code: string): Pick<FoundPlan, 'items' | 'reliefs' | 'tire'> {
  return {
    ...plan,
    items: plan.parts.filter((p) => p !== code).map((p) => ({ kind: 'part' as const, code: p })),
  };
}

/** Why each part and each relief is in a plan: found by taking it out and judging what is left. */
export function reasonsOf(asked: PlansAsked, plan: Chosen): readonly PlanReason[] {
  const say = judge(asked);
  const whole = say(withPlanOf(asked.job, plan));
  const pinned = new Set(asked.locks.flatMap((l) => (l.how === 'pin' ? [l.which] : [])));
  const ofParts = plan.parts.flatMap((code): PlanReason[] => {
    const part = asked.catalogue.parts.find((p) => p.code === code);
    if (!part) return [];
    const less = say(withPlanOf(asked.job, without(plan, code)));
    const needs = opened(open(less.a), open(whole.a));
    const costMinor = whole.money.totalMinor - less.money.totalMinor;
    const because = pinned.has(code) ? 'pinned' : LIFT_SOURCES.includes(part.family) ? 'source' : 'ends';
    return [{ thing: code, because, needs, costMinor }];
  });
  const ofReliefs = plan.reliefs.map((r): PlanReason => {
    const less = say(withPlanOf(asked.job, { ...plan, reliefs: plan.reliefs.filter((x) => x !== r) }));
    return {
      thing: r.relief,
      because: 'ends',
      needs: opened(open(less.a), open(whole.a)),
      costMinor: whole.money.totalMinor - less.money.totalMinor,
    };
  });
  return [...ofParts, ...ofReliefs];
}

/** Limits of the brief that may be let go to bring something in. */
export const LIMITS_OF_BRIEF = [
  'height-limit',
  'reversible-only',
  'needed-by',
  'stance',
  'load',
  'tolerance',
  'chains',
] as const;
export type LimitOfBrief = (typeof LIMITS_OF_BRIEF)[number];
/** The brief without one of its limits; null where it has none. */
export function letGo(brief: Brief, limit: LimitOfBrief): Brief | null {
  switch (limit) {
    case 'height-limit':
      return brief.heightLimitMm === null ? null : { ...brief, heightLimitMm: null };
    case 'reversible-only':
      return brief.reversibleOnly ? { ...brief, reversibleOnly: false } : null;
    case 'needed-by':
      return brief.neededBy === null ? null : { ...brief, neededBy: null };
    case 'stance':
      return brief.stance === null ? null : { ...brief, stance: null, noseUpMostMm: null };
    case 'load':
      return brief.payloadKg === null && brief.tongueKg === null
        ? null
        : { ...brief, payloadKg: null, tongueKg: null };
    case 'tolerance':
      return brief.frontToleranceMm === null && brief.rearToleranceMm === null
        ? null
        : { ...brief, frontToleranceMm: null, rearToleranceMm: null };
    case 'chains':
      return brief.chains ? { ...brief, chains: false } : null;
  }
}
/** Why something that a customer has seen is not in a plan, and the least change that would bring it in. */
export interface WhyNot {
  readonly code: string;
  readonly kind: 'part' | 'kit';
  readonly name: string;
  /** speaks against it whatever is added: what it brings that nothing settles */
  readonly against: readonly Need[];
  /** the best plan that has it; null where none can */
  readonly best: PlanPoint | null;
  /** against the plan that it is compared with: money, distance, hours */
  readonly moreMinor: number | null;
  readonly moreMissMm: number | null;
  readonly moreWorse: number | null;
  /** limits each of which, let go by itself, leaves nothing against it */
  readonly wouldDo: readonly LimitOfBrief[];
}
/** Asks for one part or kit: everything is searched with it held fast. `than`: the plan that is looked at. */
export function whyNot(asked: PlansAsked, code: string, than: PlanPoint | null): WhyNot | null {
  const { catalogue } = asked;
  const part: Part | undefined = catalogue.parts.find((p) => p.code === code);
  const kit: Kit | undefined = catalogue.kits.find((k) => k.code === code);
  const thing = part ?? kit;
  if (!thing) return null;
  const kind = part ? 'part' : 'kit';
  const name = `${thing.maker} ${thing.name}`;
  // what is not made for this vehicle needs no search to be refused
  const vehicle = knownVehicle(asked.job, catalogue);
  const pieces = part ? [part] : catalogue.parts.filter((p) => kit?.parts.some((x) => x.part === p.code));
  if (vehicle && pieces.some((p) => fitmentOf(p.applications, vehicle).verdict === 'no')) {
    const c = planCase(asked.job, vehicle, catalogue, asked.settings, { day: asked.day });
    const against = fitmentNeeds(
      c,
      pieces.map((p) => ({ part: p, quantity: 1 })),
    ).filter((n) => n.verdict === 'no');
    return {
      code,
      kind,
      name,
      against,
      best: null,
      moreMinor: null,
      moreMissMm: null,
      moreWorse: null,
      wouldDo: [],
    };
  }
  const pinned: PlansAsked = {
    ...asked,
    locks: [...asked.locks.filter((l) => l.which !== code), { how: 'pin', what: kind, which: code }],
  };
  const found = findAllPlans(pinned);
  const best = found?.plans[0] ?? null;
  const say = judge(asked);
  const against = best ? say(withPlanOf(asked.job, best)).a.needs.filter((n) => n.verdict === 'no') : [];
  const wouldDo =
    best && against.length > 0
      ? LIMITS_OF_BRIEF.filter((limit) => {
          const brief = letGo(asked.job.brief, limit);
          return (
            brief !== null &&
            say(withPlanOf({ ...asked.job, brief }, best)).a.needs.every((n) => n.verdict !== 'no')
          );
        })
      : [];
  const point = best && planPoint(best);
  const more = (of: (p: PlanPoint) => number) => (point && than ? of(point) - of(than) : null);
  return {
    code,
    kind,
    name,
    against,
    best: point,
    moreMinor: more((p) => p.totalMinor),
    moreMissMm: more((p) => p.missMm),
    moreWorse: more((p) => p.worse),
    wouldDo,
  };
}

/** What one limit of the brief costs: the best plan without it against the best with it. */
export interface Binding {
  readonly limit: LimitOfBrief;
  readonly savesMinor: number;
  readonly nearerMm: number;
  readonly plan: PlanPoint;
}
/** Limits that cost something, dearest first. */
export function bindings(
  asked: PlansAsked,
  best: Pick<PlanPoint, 'totalMinor' | 'missMm'>,
): readonly Binding[] {
  return LIMITS_OF_BRIEF.flatMap((limit): Binding[] => {
    const brief = letGo(asked.job.brief, limit);
    const plan = brief && findAllPlans({ ...asked, job: { ...asked.job, brief } })?.plans[0];
    if (!plan) return [];
    const savesMinor = best.totalMinor - plan.outcome.money.totalMinor;
    const nearerMm = limit === 'stance' || limit === 'tolerance' ? 0 : best.missMm - plan.outcome.missMm;
    return savesMinor > 0 || nearerMm > 1 ? [{ limit, savesMinor, nearerMm, plan: planPoint(plan) }] : [];
  }).sort((a, b) => b.savesMinor - a.savesMinor);
}

/** What an unanswered question is worth: how far apart the best plans of its answers are. */
export interface QuestionWorth {
  readonly field: string;
  readonly answers: readonly { readonly value: string; readonly totalMinor: number; readonly plan: string }[];
  readonly spreadMinor: number;
  /** another answer, another plan */
  readonly decides: boolean;
}
/** Open questions of the vehicle, the one that changes most first: ask that first. */
export function questionWorth(asked: PlansAsked): readonly QuestionWorth[] {
  const vehicle = knownVehicle(asked.job, asked.catalogue);
  if (!vehicle) return [];
  return openQuestions(vehicle, asked.catalogue)
    .map(({ field }): QuestionWorth => {
      const answers = field.options.flatMap(({ value }) => {
        const job: JobSections = {
          ...asked.job,
          vehicle: { ...asked.job.vehicle, variant: { ...asked.job.vehicle.variant, [field.key]: value } },
        };
        const plan = findAllPlans({ ...asked, job })?.plans[0];
        return plan ? [{ value, totalMinor: plan.outcome.money.totalMinor, plan: plan.name }] : [];
      });
      const totals = answers.map((a) => a.totalMinor);
      return {
        field: field.key,
        answers,
        spreadMinor: totals.length > 0 ? Math.max(...totals) - Math.min(...totals) : 0,
        decides: new Set(answers.map((a) => a.plan)).size > 1,
      };
    })
    .sort((a, b) => Number(b.decides) - Number(a.decides) || b.spreadMinor - a.spreadMinor);
}

/** One size of a series in a plan, with how the vehicle would stand. */
export interface SizeOfSeries {
  readonly code: string;
  readonly name: string;
  readonly liftMm: number | null;
  readonly rakeMm: number | null;
  readonly rakeLoadedMm: number | null;
  readonly level: boolean;
  readonly chosen: boolean;
  /** what this size opens that the chosen one does not */
  readonly opens: readonly Need[];
}
/** Sizes of one kind: same maker, family, axle and kind of effect, made for this vehicle, smallest first. */
export function siblingsOf(part: Part, parts: readonly Part[], platform: string): readonly Part[] {
  const made = (p: Part) => p.applications.some((a) => a.platform === platform);
  const kinds = (p: Part) => p.effects.map((e) => e.kind).join();
  const size = (p: Part) => p.effects.reduce((sum, e) => sum + sizeOf(e), 0);
  return parts
    .filter(
      (p) =>
        p.maker === part.maker &&
        p.family === part.family &&
        p.axle === part.axle &&
        kinds(p) === kinds(part) &&
        made(p),
    )
    .sort((a, b) => size(a) - size(b));
}
function sizeOf(e: Part['effects'][number]): number {
  if ('thicknessMm' in e) return e.thicknessMm;
  if ('heightMm' in e) return e.heightMm;
  return 'freeLengthDeltaMm' in e ? e.freeLengthDeltaMm : 0;
}
/** Which size of a series: each in the place of the one that is in the plan, so that a size can be chosen by stance. */
export function sizesOfSeries(asked: PlansAsked, plan: Chosen, code: string): readonly SizeOfSeries[] {
  const part = asked.catalogue.parts.find((p) => p.code === code);
  const platform = asked.job.vehicle.platform;
  if (!part || platform === null) return [];
  const say = judge(asked);
  const whole = say(withPlanOf(asked.job, plan));
  return siblingsOf(part, asked.catalogue.parts, platform).map((p): SizeOfSeries => {
    const swapped = plan.parts.map((x) => (x === code ? p.code : x));
    const { a } = say(
      withPlanOf(asked.job, { ...plan, items: swapped.map((x) => ({ kind: 'part' as const, code: x })) }),
    );
    const axle: Axle = p.axle === 'rear' ? 'rear' : 'front';
    const rakeMm = a.forecast?.planned.rake.value ?? null;
    return {
      code: p.code,
      name: p.name,
      liftMm: a.forecast?.[axle].lift.value ?? null,
      rakeMm,
      rakeLoadedMm: a.forecast?.loaded.rake.value ?? null,
      level: rakeMm !== null && Math.abs(rakeMm) <= LEVEL_MM,
      chosen: p.code === code,
      opens: opened(open(a), open(whole.a)),
    };
  });
}

/** A plan in two visits. */
export interface Stages {
  readonly first: FoundPlanPart;
  readonly then: FoundPlanPart;
  /** what both visits together cost more than one: alignment, taking apart again */
  readonly twiceMinor: number;
}
export interface FoundPlanPart {
  readonly parts: readonly string[];
  readonly withTires: boolean;
  readonly totalMinor: number;
  readonly minutes: number;
}
/** What the first visit may cost, minor units; or what it is for. */
export type StageWish = { readonly budgetMinor: number } | { readonly first: FirstVisit };
export const FIRST_VISITS = ['front', 'rear', 'all-but-tires'] as const;
export type FirstVisit = (typeof FIRST_VISITS)[number];
/** The plan cut in two, the first visit within a budget or for one end, and as much of the plan as that allows, whole and safe by
 *  itself: nothing it leaves open that the whole does not. What waits is an end, the tyres, or both. Null where no such cut stands by
 *  itself. */
export function stagesOf(asked: PlansAsked, plan: Chosen, by: StageWish): Stages | null {
  const say = judge(asked);
  const { catalogue, job } = asked;
  const planned = withPlanOf(job, plan);
  const whole = say(planned);
  const byCode = new Map(catalogue.parts.map((p) => [p.code, p]));
  const ofAxle = (axle: Axle) =>
    plan.parts.filter((c) => {
      const p = byCode.get(c);
      return p !== undefined && onAxle(p, axle) && p.axle !== 'both';
    });
  const [front, rear] = [ofAxle('front'), ofAxle('rear')];
  const groups: readonly (readonly string[])[] = [
    front,
    rear,
    plan.parts.filter((c) => byCode.get(c)?.axle === 'both'),
  ];
  const tires = planned.tire.tireCode !== null || planned.tire.wheelCode !== null;
  const cuts = [0, 1, 2, 3, 4, 5, 6, 7].flatMap((mask) =>
    (tires ? [true, false] : [false]).map((withTires) => ({
      parts: groups.flatMap((g, i) => ((mask >> i) & 1 ? g : [])),
      withTires,
    })),
  );
  const stand = (parts: readonly string[], withTires: boolean): JobSections => ({
    ...planned,
    tire: withTires
      ? planned.tire
      : { ...planned.tire, targetSize: '', tireCode: null, wheelCode: null, rear: null, reliefs: [] },
    build: { ...planned.build, items: parts.map((c) => listed(c, 'part', c)) },
  });
  const isFor = (visit: FirstVisit, parts: readonly string[], withTires: boolean): boolean => {
    if (visit === 'all-but-tires') return parts.length === plan.parts.length && !withTires;
    const [now, later] = visit === 'front' ? [front, rear] : [rear, front];
    return now.length > 0 && now.every((c) => parts.includes(c)) && !later.some((c) => parts.includes(c));
  };
  const rest = (first: Judged, parts: readonly string[], withTires: boolean): Judged => {
    const later = plan.parts.filter((p) => !parts.includes(p));
    const on: JobSections = {
      ...stand(later, !withTires),
      vehicle: {
        ...planned.vehicle,
        changes: [
          ...planned.vehicle.changes.filter((c) => !c.comesOff),
          ...parts.map((c) => ({ ...onIt(c, first.job), part: c })),
        ],
      },
    };
    return say(on);
  };
  const stages = cuts.flatMap(({ parts, withTires }): Stages[] => {
    if (parts.length === 0 && !withTires) return [];
    if (parts.length === plan.parts.length && withTires === tires) return [];
    if ('first' in by && !isFor(by.first, parts, withTires)) return [];
    const first = say(stand(parts, withTires));
    if ('budgetMinor' in by && first.money.totalMinor > by.budgetMinor) return [];
    if (opened(open(first.a), open(whole.a)).length > 0) return [];
    if (first.a.needs.some((n) => n.verdict === 'no')) return [];
    const then = rest(first, parts, withTires);
    return [
      {
        first: { parts, withTires, totalMinor: first.money.totalMinor, minutes: first.money.minutes },
        then: {
          parts: plan.parts.filter((p) => !parts.includes(p)),
          withTires: tires && !withTires,
          totalMinor: then.money.totalMinor,
          minutes: then.money.minutes,
        },
        twiceMinor: first.money.totalMinor + then.money.totalMinor - whole.money.totalMinor,
      },
    ];
  });
  return (
    stages.sort((a, b) => b.first.totalMinor - a.first.totalMinor || a.twiceMinor - b.twiceMinor)[0] ?? null
  );
}
const onIt = (code: string, job: JobSections): JobSections['vehicle']['changes'][number] => ({
  id: `stage-${job.build.items.findIndex((i) => i.code === code)}`,
  what: code,
  maker: '',
  kind: null,
  axle: null,
  thicknessMm: null,
  rateNPerMm: null,
  liftMm: null,
  part: code,
  comesOff: false,
});

/** A build that somebody has put together, looked at as a plan is. */
export interface BuildCheck {
  /** open needs: what is missing */
  readonly gaps: readonly Need[];
  /** lines whose part settles nothing and lifts nothing: they could go back */
  readonly sendBack: readonly { readonly code: string; readonly savesMinor: number }[];
  /** the same lift sources closed by the search: what to add, and what it comes to */
  readonly mended: PlanPoint | null;
  readonly totalMinor: number;
}
/** Judges the build of the job as it is: gaps, what is bought for nothing, and the cheapest plan that keeps its lift sources. */
export function checkBuild(asked: PlansAsked): BuildCheck {
  const say = judge(asked);
  const whole = say(asked.job);
  const has = open(whole.a);
  const sendBack = whole.a.chosen.flatMap(({ part }) => {
    if (LIFT_SOURCES.includes(part.family) || !asked.job.build.items.some((i) => i.code === part.code))
      return [];
    const less = say({
      ...asked.job,
      build: { ...asked.job.build, items: asked.job.build.items.filter((i) => i.code !== part.code) },
    });
    return opened(open(less.a), has).length === 0
      ? [{ code: part.code, savesMinor: whole.money.totalMinor - less.money.totalMinor }]
      : [];
  });
  const pins = whole.a.chosen
    .filter(
      ({ part }) =>
        LIFT_SOURCES.includes(part.family) && asked.catalogue.parts.some((p) => p.code === part.code),
    )
    .map(({ part }) => ({ how: 'pin' as const, what: 'part' as const, which: part.code }));
  const better =
    has.length > 0 || sendBack.length > 0
      ? findAllPlans({ ...asked, locks: [...asked.locks, ...pins] })?.plans[0]
      : undefined;
  const mended = better ? planPoint(better) : null;
  return { gaps: has, sendBack, mended, totalMinor: whole.money.totalMinor };
}

import { fitmentOf, LIFT_SOURCES, openQuestions, type Kit, type Part } from '../catalogue';
import { LEVEL_MM } from '../evidence';
import type { Brief, JobSections } from '../job';
import { fitmentNeeds, type Need } from '../assessment';
import { knownVehicle, planCase } from '../plan-case';
import type { Axle } from '../suspension';
import {
  type FoundPlan,
  type PlansAsked,
  findAllPlans,
  assessPlans,
  stillToSettle,
  newlyOpen,
  withPlanOf,
  type Chosen,
} from '../build-search';
import { planPoint, type PlanPoint } from './search-progress';

/** The plan with one of its things left out; a kit is left as the parts of it that stay. */
function without(plan: Chosen, code: string): Pick<FoundPlan, 'items' | 'reliefs' | 'tire'> {
  return {
    ...plan,
    items: plan.parts.filter((p) => p !== code).map((p) => ({ kind: 'part' as const, code: p })),
  };
}

export interface PlanReason {
  readonly thing: string;
  /** lifts or lowers; held fast by the advisor; or ends these needs, which stand without it */
  readonly because: 'source' | 'pinned' | 'ends';
  readonly needs: readonly Need[];
  /** what the plan would save without it, minor units */
  readonly costMinor: number;
}
/** Why each part and each relief is in a plan: found by taking it out and judging what is left. */
export function reasonsOf(asked: PlansAsked, plan: Chosen): readonly PlanReason[] {
  const say = assessPlans(asked);
  const whole = say(withPlanOf(asked.job, plan));
  const pinned = new Set(asked.locks.flatMap((l) => (l.how === 'pin' ? [l.which] : [])));
  const ofParts = plan.parts.flatMap((code): PlanReason[] => {
    const part = asked.catalogue.parts.find((p) => p.code === code);
    if (!part) return [];
    const less = say(withPlanOf(asked.job, without(plan, code)));
    const needs = newlyOpen(stillToSettle(less.a), stillToSettle(whole.a));
    const costMinor = whole.money.totalMinor - less.money.totalMinor;
    const because = pinned.has(code) ? 'pinned' : LIFT_SOURCES.includes(part.family) ? 'source' : 'ends';
    return [{ thing: code, because, needs, costMinor }];
  });
  const ofReliefs = plan.reliefs.map((r): PlanReason => {
    const less = say(withPlanOf(asked.job, { ...plan, reliefs: plan.reliefs.filter((x) => x !== r) }));
    return {
      thing: r.relief,
      because: 'ends',
      needs: newlyOpen(stillToSettle(less.a), stillToSettle(whole.a)),
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
  const say = assessPlans(asked);
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
    moreWorse: more((p) => p.drivabilityPenalty),
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
  const say = assessPlans(asked);
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
      opens: newlyOpen(stillToSettle(a), stillToSettle(whole.a)),
    };
  });
}

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
  const say = assessPlans(asked);
  const whole = say(asked.job);
  const has = stillToSettle(whole.a);
  const sendBack = whole.a.chosen.flatMap(({ part }) => {
    if (LIFT_SOURCES.includes(part.family) || !asked.job.build.items.some((i) => i.code === part.code))
      return [];
    const less = say({
      ...asked.job,
      build: { ...asked.job.build, items: asked.job.build.items.filter((i) => i.code !== part.code) },
    });
    return newlyOpen(stillToSettle(less.a), has).length === 0
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

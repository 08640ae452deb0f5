import { PROVENANCE_RANK, fitmentOf, isReversible, type Part } from '../catalogue';
import { isOpenNeed, KEEP_RAKE_MM, LEVEL_MM, NOSE_LOST_MM, STEER_LOST_DEG, type Figure } from '../evidence';
import type { Forecast } from '../forecast';
import { type Assessment, type Need } from '../assessment';
import type { Money, WorkTimes } from '../work-order';
import { shareAsking, type Manners } from '../job';
import { AXLES, frequencies, rollGradient, stabilityOf, type PlanCase } from '../plan-case';
import { bumpSteerSlope, type Axle, type LimitedBy } from '../suspension';
import { planFamily, type PlanFamily } from './plan-family';

/** A property before and after, as numbers; null where it cannot be computed. */
export interface BeforeAfter {
  readonly today: number | null;
  readonly planned: number | null;
}
type PerAxle<T> = Readonly<Record<Axle, T>>;

/** What a plan comes to, everything that a customer may choose by. mm, degrees, Hz, minor units, minutes, days. */
export interface Outcome {
  readonly family: PlanFamily;
  readonly needs: {
    readonly no: number;
    readonly needs: number;
    readonly ask: number;
    readonly advised: number;
  };
  /** how far from what was wished: heights beyond their tolerance, rake beyond its window, mm; 0 where nothing was wished */
  readonly missMm: number;
  readonly missBy: PerAxle<number | null>;
  /** the part of it that the stance misses */
  readonly missStanceMm: number;
  /** how much it is raised or lowered beyond any wish, mm, mean of both ends: the least that does is best */
  readonly unwishedMoveMm: number;
  readonly money: Pick<Money, 'partsMinor' | 'labourMinor' | 'totalMinor' | 'minutes'>;
  readonly times: WorkTimes;
  /** until the last part is here */
  readonly days: number;
  readonly lift: PerAxle<Figure | null>;
  readonly bodyLiftMm: number;
  readonly rakeMm: number | null;
  readonly rakeLoadedMm: number | null;
  readonly heightMm: number | null;
  readonly frequencyHz: PerAxle<BeforeAfter>;
  readonly droopMm: PerAxle<BeforeAfter>;
  readonly bumpMm: PerAxle<BeforeAfter>;
  /** degrees of toe per 10 mm of travel */
  readonly bumpSteer: PerAxle<BeforeAfter>;
  readonly rollDegPerG: BeforeAfter;
  readonly tipping: BeforeAfter;
  /** parts and reliefs that leave something that cannot be undone */
  readonly irreversibleCount: number;
  /** place of the weakest word among the parts: 0 is fitted here */
  readonly provenanceRank: number;
  /** what is worse on the road and off it than today, as the uses of the brief weigh it; 0: nothing */
  readonly drivabilityPenalty: number;
}

export type Handling = Omit<
  Outcome,
  'family' | 'needs' | 'money' | 'times' | 'days' | 'irreversibleCount' | 'provenanceRank'
> & {
  readonly forecast: Forecast | null;
};
/** Everything but money, hours and needs: cheap, since the axles remember how they stand. */
export function handling(c: PlanCase): Handling {
  const f = c.forecast();
  const both = <T>(of: (axle: Axle) => T): PerAxle<T> => ({ front: of('front'), rear: of('rear') });
  const change = (of: (t: AxleTravel) => number | null) => both((axle) => changeOf(c, axle, of));
  const out = {
    forecast: f,
    lift: both((axle) => (f ? f[axle].lift : null)),
    bodyLiftMm: f?.front.bodyLiftMm ?? 0,
    rakeMm: f?.planned.rake.value ?? null,
    heightMm: f?.planned.heightMm.value ?? null,
    ...onSprings(c),
    droopMm: change((t) => t.droopMm),
    bumpMm: change((t) => t.bumpMm),
    bumpSteer: change((t) => t.steer),
    tipping: {
      today: stabilityOf(c, 'today')?.value ?? null,
      planned: stabilityOf(c, 'planned')?.value ?? null,
    },
    ...miss(c),
  };
  return { ...out, drivabilityPenalty: drivabilityPenalty(out, c) };
}

interface AxleTravel {
  readonly droopMm: number | null;
  readonly bumpMm: number | null;
  readonly steer: number | null;
}
/** What an axle has of its travel, and how it steers over it, today and planned. */
function changeOf(c: PlanCase, axle: Axle, of: (t: AxleTravel) => number | null): BeforeAfter {
  const { prepared, view: planned } = c.axles[axle];
  const at = (which: 'today' | 'planned') => {
    const view = which === 'today' ? prepared.today : planned();
    return prepared.memo(`room ${view.key}`, (): AxleTravel => {
      const h = view.height();
      const room = view.travel()?.room() ?? null;
      return {
        droopMm: room?.droopMm ?? null,
        bumpMm: room?.bumpMm ?? null,
        steer: h.ok ? Math.abs(bumpSteerSlope(view.state.setup.model, h.value.zMm) ?? 0) : null,
      };
    });
  };
  return { today: of(at('today')), planned: of(at('planned')) };
}

const beyond = (value: number, [from, to]: readonly [number, number]) =>
  Math.max(0, from - value, value - to);
/** How far a plan stands from the wish. */
function miss(c: PlanCase): Pick<Outcome, 'missMm' | 'missBy' | 'missStanceMm' | 'unwishedMoveMm'> {
  const f = c.forecast();
  const { brief } = c.job;
  const none = { front: null, rear: null };
  if (!f) return { missMm: 0, missBy: none, missStanceMm: 0, unwishedMoveMm: 0 };
  const wished = {
    front: { mm: brief.frontTargetMm, tolerance: brief.frontToleranceMm },
    rear: { mm: brief.rearTargetMm, tolerance: brief.rearToleranceMm },
  };
  const byAxle = (axle: Axle): number | null => {
    const { mm, tolerance } = wished[axle];
    if (brief.wish !== 'height' || mm === null) return null;
    return Math.max(0, Math.abs(f.planned[axle].value - f.today[axle].value - mm) - (tolerance ?? 0));
  };
  const missBy = { front: byAxle('front'), rear: byAxle('rear') };
  const rake = f.planned.rake.value;
  const window: Readonly<Record<string, readonly [number, number]>> = {
    level: [-LEVEL_MM, LEVEL_MM],
    'keep-rake': KEEP_RAKE_MM,
    'as-is': [f.today.rake.value - LEVEL_MM, f.today.rake.value + LEVEL_MM],
    'nose-up': [-(brief.noseUpMostMm ?? Infinity), Infinity],
  };
  const stands = brief.stance === null ? undefined : window[brief.stance];
  const stance = stands ? beyond(rake, stands) : 0;
  const moved = (axle: Axle) =>
    missBy[axle] === null ? Math.abs(f.planned[axle].value - f.today[axle].value) / 2 : 0;
  return {
    missMm: (missBy.front ?? 0) + (missBy.rear ?? 0) + stance,
    missBy,
    missStanceMm: stance,
    unwishedMoveMm: moved('front') + moved('rear'),
  };
}

/** one millimetre of droop lost in ten, ten percent more roll, ten percent off the frequency weigh alike */
const share = ({ today: was, planned: is }: BeforeAfter): number =>
  is === null || was === null || Math.abs(was) < 1e-9 ? 0 : (is - was) / Math.abs(was);
type Springs = Pick<Outcome, 'frequencyHz' | 'rollDegPerG' | 'rakeLoadedMm'>;
/** What gets worse, in tenths of what it is today, each weighed by the share of the use that asks for it. */
function drivabilityPenalty(h: Springs, c: PlanCase): number {
  return penaltyOnSprings(h, c) + drivabilityPenaltyAt(c, 'front') + drivabilityPenaltyAt(c, 'rear');
}
/** The same of a plan, without all else that handling is. */
export const drivabilityPenaltyOf = (c: PlanCase): number => drivabilityPenalty(onSprings(c), c);
/** The part of it that one axle's travel has: steering over bumps, droop lost. */
export function drivabilityPenaltyAt(c: PlanCase, axle: Axle): number {
  const steer = changeOf(c, axle, (t) => t.steer);
  const droop = changeOf(c, axle, (t) => t.droopMm);
  return (
    10 *
    (asking(c, 'steering') * Math.max(0, ((steer.planned ?? 0) - (steer.today ?? 0)) / STEER_LOST_DEG) +
      asking(c, 'droop') * Math.max(0, -share(droop)))
  );
}
/** What ends the droop of an axle with what is planned; null where its travel is not known. */
export const droopEndsBy = (c: PlanCase, axle: Axle): LimitedBy | null => {
  const { prepared, view } = c.axles[axle];
  return prepared.memo(`droop ends ${view().key}`, () => view().travel()?.room()?.droopBy ?? null);
};
const asking = ({ job }: PlanCase, manners: Manners) => shareAsking(job.brief.usage, manners);
const rollChange = (c: PlanCase): BeforeAfter => ({
  today: rollGradient(c, 'today')?.value ?? null,
  planned: rollGradient(c, 'planned')?.value ?? null,
});
/** The part of it that the roll has; negative where it rolls less than today, so that the difference of two plans is what one gains. */
export const rollPenalty = (c: PlanCase, roll = rollChange(c)): number =>
  10 * asking(c, 'roll') * share(roll);
/** The part of it that no cure takes away again: springs, roll, the nose under the load. */
const penaltyOnSprings = (h: Springs, c: PlanCase): number =>
  Math.max(0, rollPenalty(c, h.rollDegPerG)) +
  10 *
    (asking(c, 'ride') * (Math.abs(share(h.frequencyHz.front)) + Math.abs(share(h.frequencyHz.rear))) +
      (asking(c, 'nose') * Math.max(0, -(h.rakeLoadedMm ?? 0))) / NOSE_LOST_MM);
function onSprings(c: PlanCase): Springs {
  const [was, is] = [frequencies(c, 'today'), frequencies(c, 'planned')];
  const of = (axle: Axle): BeforeAfter => ({
    today: was?.[axle].value ?? null,
    planned: is?.[axle].value ?? null,
  });
  return {
    frequencyHz: { front: of('front'), rear: of('rear') },
    rollDegPerG: rollChange(c),
    rakeLoadedMm: c.forecast()?.loaded.rake.value ?? null,
  };
}
/** how much of what the springs make worse cures may take away again: track bars and their brackets move the roll centre */
const CURES_SOFTEN = 0.3;
/** How a plan stands and what gets worse, by the names of the columns. */
export interface StandsAs {
  readonly offFrontMm: number;
  readonly offRearMm: number;
  readonly offStanceMm: number;
  readonly unwishedMoveMm: number;
  readonly drivability: number;
}
export const standsOf = (
  h: Pick<Outcome, 'missBy' | 'missStanceMm' | 'unwishedMoveMm' | 'drivabilityPenalty'>,
): StandsAs => ({
  offFrontMm: h.missBy.front ?? 0,
  offRearMm: h.missBy.rear ?? 0,
  offStanceMm: h.missStanceMm,
  unwishedMoveMm: h.unwishedMoveMm,
  drivability: h.drivabilityPenalty,
});
/** Bounds how a plan stands and drives that is this one with things added or left out that lift nothing. `moveMm`: how far they may move either
 *  end. `penalty`: what at least is left of what gets worse; by default they take away all that travel has lost. */
export function leastStands(
  c: PlanCase,
  moveMm: PerAxle<number>,
  penalty = penaltyOnSprings(onSprings(c), c),
): StandsAs {
  const m = standsOf({ ...miss(c), drivabilityPenalty: penalty });
  const less = (value: number, by: number) => Math.max(0, value - by);
  return {
    offFrontMm: less(m.offFrontMm, moveMm.front),
    offRearMm: less(m.offRearMm, moveMm.rear),
    offStanceMm: less(m.offStanceMm, moveMm.front + moveMm.rear),
    unwishedMoveMm: less(m.unwishedMoveMm, (moveMm.front + moveMm.rear) / 2),
    drivability: less(m.drivability, CURES_SOFTEN),
  };
}

/** Days until the last of these is here. */
export const daysOf = (parts: readonly Part[]): number =>
  Math.max(0, ...parts.map((p) => (p.stock.onHand >= 1 ? 0 : p.stock.leadDays)));
/** The weakest word among the parts: place in the order of trust, one more where it is still to ask. */
export const provenanceRankOf = (parts: readonly Part[], c: Pick<PlanCase, 'vehicle'>): number =>
  Math.max(
    0,
    ...parts.map((p) => {
      const fit = fitmentOf(p.applications, c.vehicle);
      return fit.verdict === 'fits' ? PROVENANCE_RANK.indexOf(fit.provenance.kind) : PROVENANCE_RANK.length;
    }),
  );

/** Which school a plan belongs to, by its parts and how it stands. */
export function familyOf(f: Forecast | null, parts: readonly Part[]): PlanFamily {
  const heights = f ? AXLES.map((axle) => f[axle].lift.value + f[axle].bodyLiftMm) : [0];
  return planFamily(
    parts.map((p) => p.family),
    Math.max(...heights),
    Math.min(...heights),
  );
}
export function outcomeOf(
  c: PlanCase,
  parts: readonly Part[],
  h: Handling,
  a: Pick<Assessment, 'needs'>,
  money: Money,
  times: WorkTimes,
  lastingReliefs: number,
): Outcome {
  const { forecast: f, lift, ...rest } = h;
  // with its doubt, as data: a plan that is kept holds nothing of the vehicle it was judged on
  const asData = (figure: Figure | null): Figure | null => figure && { ...figure };
  return {
    ...rest,
    lift: { front: asData(lift.front), rear: asData(lift.rear) },
    family: familyOf(f, parts),
    needs: needCounts(a.needs),
    money: {
      partsMinor: money.partsMinor,
      labourMinor: money.labourMinor,
      totalMinor: money.totalMinor,
      minutes: money.minutes,
    },
    times,
    days: daysOf(parts),
    irreversibleCount: parts.filter((p) => !isReversible(p, c.catalogue)).length + lastingReliefs,
    provenanceRank: provenanceRankOf(parts, c),
  };
}
/** What the wish says is told as a distance, not as something left to do. */
export const isWish = (n: Need): boolean =>
  ['height-missed', 'height-off', 'not-level', 'nose-too-high', 'nose-high'].includes(n.finding.code);
/** Needs by how they stand, what the wish says left out. */
export function needCounts(needs: readonly Need[]): Outcome['needs'] {
  const of = (v: Need['verdict']) => needs.filter((n) => n.verdict === v && !isWish(n)).length;
  return { no: of('no'), needs: of('needs'), ask: of('ask'), advised: of('advised') };
}
/** Needs that a plan has to settle, clearance last: it is the dearest to ask. */
export const toSettle = (needs: readonly Need[]): readonly Need[] =>
  [...needs.filter((n) => isOpenNeed(n) && n.verdict !== 'ask' && !isWish(n))].sort(
    (a, b) => Number(a.topic === 'clearance') - Number(b.topic === 'clearance'),
  );

import {
  FAMILIES,
  doesNothing,
  drivenAxles,
  fitmentOf,
  isReversible,
  LIFT_SOURCES,
  type Catalogue,
  type Kit,
  type KnownVehicle,
  type Part,
  type PartEffect,
  type Relief,
} from '../catalogue';
import { reliefChoices } from '../forecast';
import { mayCure, needKey, type Need } from '../assessment';
import type { Lock, ReliefChoice } from '../job';
import { AXLES, type PlanCase } from '../plan-case';
import type { Axle } from '../suspension';
import { memoized } from '../units';
import { afterBuild, axlesMeet, onAxle, type FittedPart } from '../vehicle';
import { daysOf, provenanceRankOf } from './outcome';
import { dominates, type Counts } from './pareto';
import { isBanned, isBannedRelief, pinnedFamilies } from './locks';

/** One thing that a plan may hold: a part, or a relief at one place. */
export type PlanItem =
  | { readonly kind: 'part'; readonly part: Part }
  | { readonly kind: 'relief'; readonly choice: ReliefChoice; readonly relief: Relief };
export const itemName = (t: PlanItem): string =>
  t.kind === 'part' ? t.part.code : `${t.choice.axle} ${t.choice.obstacle ?? 'stops'} ${t.choice.relief}`;
/** what the height comes from */
export const isLiftSource = (t: PlanItem): boolean =>
  t.kind === 'part' && LIFT_SOURCES.includes(t.part.family);
export const itemPriceMinor = (t: PlanItem): number =>
  t.kind === 'part' ? t.part.priceMinor : t.relief.priceMinor;

/** Whether a part may be in a plan that nobody has asked it for: it fits or may, is not ruled out, is no engineer's matter, does something
 *  here, and is no accessory, which a customer asks for by itself. */
export const isOffered = (p: Part, vehicle: KnownVehicle, locks: readonly Lock[]): boolean =>
  fitmentOf(p.applications, vehicle).verdict !== 'no' &&
  !isBanned(locks, p) &&
  !p.structural &&
  p.family !== 'accessory' &&
  doesNothing(p, vehicle.platform, drivenAxles(vehicle)) === null;

/** Everything that plans for one job are made of, each by its place in `things`. */
export interface PlanSpace {
  readonly items: readonly PlanItem[];
  /** lift sources that act on one axle, on both, and what is in every plan */
  readonly sources: Readonly<Record<Axle | 'both', readonly number[]>>;
  /** parts of one axle that lift nothing and may drive better or save money */
  readonly improvers: Readonly<Record<Axle, readonly number[]>>;
  readonly pinned: readonly number[];
  /** families that every plan must hold one of */
  readonly wanted: readonly (readonly number[])[];
  readonly curers: (need: Need, set: readonly number[]) => readonly number[];
  readonly fits: (set: readonly number[], i: number) => boolean;
  /** two sources do not work against each other: one that raises and one that lowers */
  readonly pull: (a: number, b: number) => boolean;
  readonly partsOf: (set: readonly number[]) => readonly FittedPart[];
  readonly reliefsOf: (set: readonly number[]) => readonly ReliefChoice[];
}

/** What is made for the vehicle or may be, and is not ruled out; pinned parts are in even where they are not made for it, so that the
 *  plan says why not. */
export function planSpace(c: PlanCase, catalogue: Catalogue, locks: readonly Lock[]): PlanSpace {
  const pinnedCodes = new Set(
    locks.flatMap((l) => {
      if (l.how !== 'pin') return [];
      if (l.what === 'part') return [l.which];
      if (l.what === 'kit')
        return catalogue.kits.find((k) => k.code === l.which)?.parts.map((p) => p.part) ?? [];
      return [];
    }),
  );
  const parts = catalogue.parts.filter((p) => pinnedCodes.has(p.code) || isOffered(p, c.vehicle, locks));
  const reliefs = AXLES.flatMap((axle) =>
    reliefChoices({ vehicle: c.vehicle, axle, catalogue }, (r) => !isBannedRelief(locks, r.code)).flatMap(
      (choice): PlanItem[] => {
        const relief = catalogue.reliefs.find((r) => r.code === choice.relief);
        return relief ? [{ kind: 'relief', choice, relief }] : [];
      },
    ),
  );
  const things: readonly PlanItem[] = [
    ...parts.map((part): PlanItem => ({ kind: 'part', part })),
    ...reliefs,
  ];
  const at = (is: (p: Part) => boolean) =>
    things.flatMap((t, i) => (t.kind === 'part' && is(t.part) ? [i] : []));
  const isSource = (p: Part) => LIFT_SOURCES.includes(p.family);
  const improvers = (axle: Axle) =>
    at(
      (p) =>
        !isSource(p) &&
        p.family !== 'accessory' &&
        p.axle === axle &&
        !isIndependent({ kind: 'part', part: p }),
    );
  const ways = new Map<string, -1 | 0 | 1>();
  const waysOf = (p: Part) => memoized(ways, p.code, () => wayOf(p, c));
  const way = wayOfSources(c, waysOf);
  const serves = (p: Part) => pinnedCodes.has(p.code) || way(p);
  const partAt = (i: number) => {
    const t = things[i];
    return t?.kind === 'part' ? t.part : null;
  };
  const fits = (set: readonly number[], i: number): boolean => {
    const t = things[i];
    if (!t || set.includes(i)) return false;
    if (t.kind === 'relief') return true;
    return set.every((k) => {
      const other = partAt(k);
      return other === null || together(t.part, other);
    });
  };
  const ending = new Map<string, readonly number[]>();
  const mayEndAt = (need: Need): readonly number[] =>
    memoized(ending, needKey(need), () => things.flatMap((t, i) => (mayEnd(t, need) ? [i] : [])));
  return {
    items: things,
    sources: {
      front: at((p) => isSource(p) && p.axle === 'front' && serves(p)),
      rear: at((p) => isSource(p) && p.axle === 'rear' && serves(p)),
      both: at((p) => isSource(p) && p.axle === 'both'),
    },
    improvers: { front: improvers('front'), rear: improvers('rear') },
    pinned: at((p) => pinnedCodes.has(p.code)),
    pull: (a, b) => {
      const [p, q] = [partAt(a), partAt(b)];
      return !p || !q || waysOf(p) * waysOf(q) >= 0;
    },
    wanted: pinnedFamilies(locks).map((f) => at((p) => p.family === f)),
    fits,
    partsOf: (set) =>
      set.flatMap((i) => {
        const part = partAt(i);
        return part ? [{ part, quantity: 1 }] : [];
      }),
    reliefsOf: (set) =>
      set.flatMap((i) => {
        const t = things[i];
        return t?.kind === 'relief' ? [t.choice] : [];
      }),
    curers: (need, set) => mayEndAt(need).filter((i) => fits(set, i)),
  };
}
/** A source that moves its axle by less than this either way goes with any other, mm. */
const NO_WAY_MM = 3;
/** Which way a source moves its axle: up (1), down (−1), or hardly (0); as the only source on it. */
export function wayOf(p: Part, c: PlanCase): -1 | 0 | 1 {
  if (p.axle === 'both') return 1;
  const { prepared } = c.axles[p.axle];
  const [was, is] = [
    prepared.today.height(),
    prepared.with(afterBuild(c.fitted, [{ part: p, quantity: 1 }])).height(),
  ];
  if (!was.ok || !is.ok) return 0;
  const upMm = was.value.zMm - is.value.zMm;
  return Math.abs(upMm) < NO_WAY_MM ? 0 : upMm > 0 ? 1 : -1;
}
/** Whether a source moves its axle the way that is wished there: up or down by as much as was said, up where a tyre wants room. Where only a
 *  stance is wished either way may bring it. */
function wayOfSources(c: PlanCase, way: (p: Part) => -1 | 0 | 1): (p: Part) => boolean {
  const { brief } = c.job;
  const wished = { front: brief.frontTargetMm, rear: brief.rearTargetMm };
  const of = (axle: Axle): number => {
    if (brief.wish === 'height') return Math.sign(wished[axle] ?? 0);
    return brief.wish === 'tire' ? 1 : 0;
  };
  const wanted = { front: of('front'), rear: of('rear') };
  return (p) => p.axle === 'both' || wanted[p.axle] === 0 || way(p) !== -wanted[p.axle];
}
/** Two parts that one vehicle can have at once. */
export function together(a: Part, b: Part): boolean {
  if (!axlesMeet(a, b)) return true;
  const [fa, fb] = [FAMILIES[a.family], FAMILIES[b.family]];
  if (fa.slot === fb.slot && fa.holds === 'one') return false;
  // a spring that brings its own damper takes the damper's place
  if (fa.replaces.includes(fb.slot) && fa.slot !== fb.slot && fb.holds === 'one') return false;
  if (fb.replaces.includes(fa.slot) && fa.slot !== fb.slot && fa.holds === 'one') return false;
  const unwanted = (x: Part, y: Part) =>
    FAMILIES[x.family].excludes.includes(y.family) ||
    x.excludes.some((r) => ('part' in r ? r.part === y.code : r.family === y.family));
  return !unwanted(a, b) && !unwanted(b, a);
}
/** Whether a thing's record names the need, at its place. */
export function mayEnd(t: PlanItem, need: Need): boolean {
  const { finding } = need;
  const { axle } = need.about;
  if (t.kind === 'relief')
    return (
      finding.code === 'tire-clearance' &&
      t.choice.axle === finding.axle &&
      (t.choice.obstacle === null || t.choice.obstacle === finding.obstacle)
    );
  const { part } = t;
  if (axle !== null && axle !== 'both' && !onAxle(part, axle)) return false;
  if (finding.code === 'needs-part')
    return part.family.replace(/-/g, ' ') === finding.what || finding.what.endsWith(`(${part.code})`);
  if (finding.code === 'ratios-differ') return part.family === 'axle-ratio';
  return !LIFT_SOURCES.includes(part.family) && mayCure(part, finding);
}

/** Ways to lift one axle: nothing, one source, or two that stand in different places. What is pinned is in each of them, and counts as one
 *  of the two: a pin only leaves fewer. Where the advisor has pinned what would not be together otherwise, that alone. */
export function sourceSets(space: PlanSpace, axle: Axle): readonly (readonly number[])[] {
  const own = space.sources[axle];
  const pairs = own.flatMap((a, i) =>
    own.slice(i + 1).flatMap((b) => (space.fits([a], b) && space.pull(a, b) ? [[a, b]] : [])),
  );
  const pinned = own.filter((i) => space.pinned.includes(i));
  const ways = [[], ...own.map((i) => [i]), ...pairs].filter((way) => pinned.every((i) => way.includes(i)));
  return ways.length > 0 ? ways : [pinned];
}

/** Effects that nothing but their own need looks at. */
const OWN_AFFAIR: readonly PartEffect['kind'][] = [
  'hose',
  'bar-link',
  'bar-mount',
  'alignment-range',
  'rod-joint',
  'spare-carrier',
];
/** Settles its own need and touches nothing else: height, travel and manners stay. */
export const isIndependent = (t: PlanItem): boolean =>
  t.kind === 'part' &&
  t.part.effects.every((e) => OWN_AFFAIR.includes(e.kind)) &&
  t.part.requires.length === 0;
/** The first is at least as good a buy as the second, where both settle the same: the same work, no dearer, no later, no less sure, as
 *  easily undone, and the second cannot come cheaper in a kit. Of two that are alike the first by code. */
export function isNoWorseBuy(
  a: PlanItem,
  b: PlanItem,
  c: Pick<PlanCase, 'vehicle' | 'catalogue'>,
  kits: readonly Kit[],
): boolean {
  if (a.kind !== 'part' || b.kind !== 'part') return false;
  const [p, q] = [a.part, b.part];
  const counts = (x: Part): Counts => [
    x.priceMinor,
    daysOf([x]),
    provenanceRankOf([x], c),
    Number(!isReversible(x, c.catalogue)),
  ];
  if (p.operation !== q.operation || p.family !== q.family || p.axle !== q.axle) return false;
  if (JSON.stringify(p.box?.atTheBench ?? []) !== JSON.stringify(q.box?.atTheBench ?? [])) return false;
  if (lacksMinor(p) > lacksMinor(q) || kits.some((k) => k.parts.some((x) => x.part === q.code))) return false;
  const [x, y] = [counts(p), counts(q)];
  return dominates(x, y) || (x.every((v, i) => v === y[i]) && p.code < q.code);
}
const lacksMinor = (p: Part) =>
  (p.box?.hardware ?? []).reduce((sum, h) => sum + (h.inBox ? 0 : (h.priceMinor ?? 0) * h.count), 0);

import {
  emptyLooked,
  fitmentOf,
  LIFT_SOURCES,
  madeNumbers,
  parseTireSize,
  type Catalogue,
  type JobSections,
  type Kit,
  type Part,
  USES,
} from '..';
import { catalogue, plainJob, vehicleOf } from './demo-world';
import { mayEnd } from '../build-search/plan-space';
import { makeCatalogue } from './make-catalogue';
import { askPlans, boughtPlan } from './plans-asked';

/** Kits of some parts of a vehicle, for less than their pieces, also of parts that nothing but a kit would buy. */
export function madeKits(parts: readonly Part[], seed: number): readonly Kit[] {
  const next = madeNumbers(seed * 31);
  return Array.from({ length: 3 }, (_, n): Kit => {
    const of = parts.filter(() => next() < 3 / Math.max(3, parts.length));
    return {
      code: `K${n}`,
      maker: 'Ironwold',
      supplier: 'Ironwold, Skerrow yard',
      name: `Kit ${n}`,
      parts: of.map((p) => ({ part: p.code, quantity: 1 })),
      priceMinor: Math.round(of.reduce((sum, p) => sum + p.priceMinor, 0) * (0.5 + 0.4 * next())),
      claimLiftMm: { front: null, rear: null },
    };
  }).filter((k) => k.parts.length > 1);
}
/** Worn springs and dampers at both ends, to be replaced: what a new one takes off with it is not done twice. */
export const WORN = (['front', 'rear'] as const).flatMap((axle) =>
  (['damper', 'spring'] as const).map((component) => ({
    ...emptyLooked({ component, axle, side: 'left' }),
    found: 'worn' as const,
    remedy: 'replace' as const,
  })),
);
/** A small world with a job in it, in which every set of parts can be tried. */
export interface SmallWorld {
  readonly job: JobSections;
  readonly world: Catalogue;
}
/** A world of a few parts of one platform of the demo world, each platform in its turn. `made`: platform and parts with other masses,
 *  springs, sizes and prices; `real`: as they are in the catalogue, and more of them. Lift sources, what may settle what they bring, and
 *  others; kits, worn parts, two tyres of one size, on the wheels that are there and on others; reliefs; wishes and uses of each kind. */
export function smallWorld(seed: number, kind: 'made' | 'real'): SmallWorld {
  const next = madeNumbers(seed * 7919 + (kind === 'made' ? 1 : 2));
  const shuffled = <T>(of: readonly T[]): readonly T[] =>
    of
      .map((x) => ({ x, at: next() }))
      .sort((a, b) => a.at - b.at)
      .map(({ x }) => x);
  const base = catalogue.platforms[seed % catalogue.platforms.length]!;
  const plainly = plainJob(base.code);
  const vehicle = vehicleOf(plainly);
  const own = shuffled(
    catalogue.parts.filter(
      (p) => fitmentOf(p.applications, vehicle).verdict !== 'no' && !p.structural && p.family !== 'accessory',
    ),
  );
  const stock = parseTireSize(base.stockTire);
  const [rimIn, stockMm] = stock.ok ? [stock.value.rimIn, stock.value.diameterMm] : [null, 0];
  const [larger] = shuffled(
    catalogue.tires.filter((t) => {
      const s = parseTireSize(t.size);
      return (
        s.ok &&
        s.value.rimIn === rimIn &&
        s.value.diameterMm > stockMm - 10 &&
        s.value.diameterMm < stockMm + 90
      );
    }),
  );
  const target = next() < 0.5 ? larger : undefined;
  const wish = target && next() < 0.4 ? 'tire' : next() < 0.85 ? 'height' : 'stance';
  const tall = Math.round(90 * next() - 10);
  const rear = Math.round(tall + 30 * (next() - 0.5));
  const uses = shuffled(USES).slice(0, 2);
  const job: JobSections = {
    ...plainly,
    lookOver: { ...plainly.lookOver, items: next() < 0.35 ? WORN : [] },
    tire: { ...plainly.tire, targetSize: target?.size ?? '' },
    brief: {
      ...plainly.brief,
      wish,
      usage: { ...plainly.brief.usage, [uses[0]!]: 60, [uses[1]!]: 40 },
      stance: wish === 'stance' ? 'level' : plainly.brief.stance,
      frontTargetMm: wish === 'height' ? tall : null,
      rearTargetMm: wish === 'height' ? rear : null,
      reversibleOnly: next() < 0.1,
    },
  };
  const sources = own.filter((p) => LIFT_SOURCES.includes(p.family)).slice(0, 3);
  const lifted = boughtPlan(askPlans(job), [...new Map(sources.map((p) => [p.axle, p])).values()]);
  const isCure = (part: Part) => lifted.needs.some((n) => mayEnd({ kind: 'part', part }, n));
  const rest = own.filter((p) => !sources.includes(p) && !LIFT_SOURCES.includes(p.family));
  const [cures, others] = [rest.filter(isCure), rest.filter((p) => !isCure(p))];
  const [most, mostCures] = kind === 'made' ? [8, 4] : [12, 7];
  const some = [...sources, ...cures.slice(0, mostCures), ...others].slice(0, most);
  const piece = { ...catalogue, platforms: [base], parts: some, kits: [] };
  const made = kind === 'made' ? makeCatalogue(piece, { platforms: 1, parts: some.length, seed }) : piece;
  const fitting = made.wheels.filter((w) => w.boltCircle === base.boltCircle && w.rimIn === rimIn);
  const world: Catalogue = {
    ...made,
    kits: next() < 0.5 ? madeKits(made.parts, seed) : [],
    tires: target ? shuffled(made.tires.filter((t) => t.size === target.size)).slice(0, 2) : [],
    wheels: target ? shuffled(fitting).slice(0, kind === 'made' ? 1 : 2) : [],
    reliefs: shuffled(made.reliefs).slice(0, kind === 'made' ? 1 : 2),
  };
  return { job: { ...job, vehicle: { ...job.vehicle, platform: made.platforms[0]!.code } }, world };
}

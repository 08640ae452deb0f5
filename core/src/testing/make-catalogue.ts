import { madeNumbers, type Catalogue, type Kit, type Part, type PartEffect, type Platform } from '..';

/** How large a world, and which one: the same numbers give the same catalogue, to the last bit. */
export interface MadeWorld {
  readonly platforms: number;
  readonly parts: number;
  readonly seed: number;
}
const about = (value: number, share: number, next: () => number, digits = 0): number => {
  const to = 10 ** digits;
  return Math.round(value * (1 + (next() - 0.5) * 2 * share) * to) / to;
};

/** A catalogue as large as one likes, for tests and measurements: every platform and part is one of the demo world's, with other masses,
 *  springs, sizes and prices inside what such vehicles and parts have. Linkages stay what they are, so each of them moves. Parts are
 *  made in turns over the platforms, until there are enough. */
export function makeCatalogue(demo: Catalogue, { platforms, parts, seed }: MadeWorld): Catalogue {
  const next = madeNumbers(seed);
  const made = Array.from({ length: platforms }, (_, i) => {
    const base = demo.platforms[i % demo.platforms.length];
    if (!base) throw new Error('a world is made from a demo world that has platforms');
    return platformLike(base, Math.floor(i / demo.platforms.length) + 1, next);
  });
  const of = made.map(({ code, like }) => ({
    code,
    parts: demo.parts.filter((p) => p.applications.some((a) => a.platform === like)),
    like,
  }));
  const list: Part[] = [];
  for (let turn = 0; list.length < parts && of.some((o) => o.parts.length > 0); turn++)
    for (const o of of) {
      const base = o.parts[turn % Math.max(1, o.parts.length)];
      if (base && list.length < parts) list.push(partLike(base, o, turn, next));
    }
  return {
    ...demo,
    platforms: made.map(({ platform }) => platform),
    parts: list,
    access: demo.access.flatMap((s) => {
      if (!s.platforms) return [s];
      const likes = made.filter((m) => s.platforms?.includes(m.like)).map((m) => m.code);
      return likes.length > 0 ? [{ ...s, platforms: likes }] : [];
    }),
    kits: kitsOf(
      of.map((o) => o.code),
      list,
    ),
  };
}
function platformLike(base: Platform, turn: number, next: () => number) {
  const code = `${base.code}-w${turn}`;
  const axle = (a: Platform['front']): Platform['front'] => {
    const heavier = 1 + (next() - 0.5) * 0.12;
    return {
      ...a,
      springRateNPerMm: Math.round(a.springRateNPerMm * heavier * 10) / 10,
      sprungLoadN: Math.round(a.sprungLoadN * heavier),
      curbKg: Math.round(a.curbKg * heavier),
      ratedKg: Math.round(a.ratedKg * heavier),
      archMm: about(a.archMm, 0.012, next),
    };
  };
  const platform: Platform = {
    ...base,
    code,
    model: `${base.model} ${turn}`,
    label: `${base.label} ${turn}`,
    front: axle(base.front),
    rear: axle(base.rear),
  };
  return { code, like: base.code, platform };
}
function partLike(
  base: Part,
  { code, like }: { readonly code: string; readonly like: string },
  turn: number,
  next: () => number,
): Part {
  return {
    ...base,
    code: `W${turn}-${code}`.slice(0, 40),
    priceMinor: Math.max(100, about(base.priceMinor / 100, 0.1, next) * 100),
    stock: { onHand: Math.floor(next() * 4), leadDays: Math.floor(next() * 21) },
    effects: base.effects.map((e) => effectLike(e, next)),
    // a code of the demo world names nothing here
    requires: base.requires.filter((r) => 'family' in r),
    excludes: base.excludes.filter((r) => 'family' in r),
    applications: base.applications.filter((a) => a.platform === like).map((a) => ({ ...a, platform: code })),
  };
}
/** Sizes that a series has; what changes the geometry by direction stays. */
function effectLike(e: PartEffect, next: () => number): PartEffect {
  switch (e.kind) {
    case 'top-spacer':
    case 'coil-spacer':
    case 'preload-spacer':
      return { ...e, thicknessMm: about(e.thicknessMm, 0.15, next) };
    case 'spring':
      return { ...e, rateNPerMm: about(e.rateNPerMm, 0.04, next, 1) };
    case 'mass':
      return { ...e, massKg: about(e.massKg, 0.15, next) };
    default:
      return e;
  }
}
/** One kit per platform that has a lift source for both ends. */
const kitsOf = (platforms: readonly string[], parts: readonly Part[]): readonly Kit[] =>
  platforms.flatMap((code, i) => {
    const source = (axle: Part['axle']) =>
      parts.find(
        (p) => p.axle === axle && (p.claimLiftMm ?? 0) > 0 && p.applications.some((a) => a.platform === code),
      );
    const [front, rear] = [source('front'), source('rear')];
    return front && rear
      ? [
          {
            code: `WK-${i + 1}`,
            maker: front.maker,
            name: 'Kit of both ends',
            parts: [front, rear].map((p) => ({ part: p.code, quantity: 1 })),
            priceMinor: Math.round((front.priceMinor + rear.priceMinor) * 0.93),
            supplier: front.supplier,
            claimLiftMm: { front: front.claimLiftMm, rear: rear.claimLiftMm },
          },
        ]
      : [];
  });

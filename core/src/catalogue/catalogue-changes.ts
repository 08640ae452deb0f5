import type { Catalogue } from './catalogue';
import type { AccessState } from './work';

export const ITEM_KINDS = [
  'platforms',
  'parts',
  'kits',
  'tires',
  'wheels',
  'reliefs',
  'repairs',
  'joints',
  'operations',
  'access',
  'closing',
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];
export interface CatalogueItem {
  readonly kind: ItemKind;
  readonly code: string;
  readonly data: unknown;
}
/** One item that two states of a catalogue do not share; `before` or `after` is null where it is not in that state. */
export interface CatalogueChange {
  readonly kind: ItemKind;
  readonly code: string;
  readonly before: unknown;
  readonly after: unknown;
}

/** A catalogue as single items, each under a code of its own; the closing steps are one item, since their order counts.
 *  @example itemsOf({ platforms: [], parts: [], kits: [], tires: [], wheels: [], reliefs: [], repairs: [], joints: [], operations: [], access: [], closing: [] }).length // 1 */
export function itemsOf(c: Catalogue): readonly CatalogueItem[] {
  return ITEM_KINDS.flatMap((kind): CatalogueItem[] =>
    kind === 'closing'
      ? [{ kind, code: 'closing', data: c.closing }]
      : kind === 'access'
        ? // the same state is reached differently on another axle or kind
          c.access.map((a) => ({ kind, code: accessCode(a), data: a }))
        : c[kind].map((x) => ({ kind, code: x.code, data: x })),
  );
}

const accessCode = (a: AccessState): string =>
  [`${a.code}/${a.axle}/${a.kinds.join('+')}`, a.way ?? '', (a.platforms ?? []).join('+')]
    .filter(Boolean)
    .join('/');

/** What came, went or changed between two states, by kind and code. Equal means equal as JSON with the keys in any order.
 *  @example changesBetween([{ kind: 'parts', code: 'A', data: 1 }], [{ kind: 'parts', code: 'A', data: 2 }]).length // 1 */
export function changesBetween(
  before: readonly CatalogueItem[],
  after: readonly CatalogueItem[],
): readonly CatalogueChange[] {
  const keyOf = (i: CatalogueItem) => `${i.kind} ${i.code}`;
  const was = new Map(before.map((i) => [keyOf(i), i]));
  const is = new Map(after.map((i) => [keyOf(i), i]));
  return [...new Map([...was, ...is])].flatMap(([key, { kind, code }]): CatalogueChange[] => {
    const [a, b] = [was.get(key)?.data ?? null, is.get(key)?.data ?? null];
    return canonical(a) === canonical(b) ? [] : [{ kind, code, before: a, after: b }];
  });
}
/** The same text for the same value, whatever order its keys were written in. */
export const canonical = (value: unknown): string | undefined =>
  JSON.stringify(value, (_key, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
      : v,
  );

/** Items of a catalogue that a job's figures, list or plan are made from. */
export interface Used {
  readonly platform: string | null;
  readonly parts: readonly string[];
  readonly kits: readonly string[];
  readonly tires: readonly string[];
  readonly wheels: readonly string[];
  readonly reliefs: readonly string[];
  readonly repairs: readonly string[];
}
/** Those changes that a job with these items has to do with: what it names, and all work, whose minutes are in every plan.
 *  @example changesFor([], { platform: null, parts: [], kits: [], tires: [], wheels: [], reliefs: [], repairs: [] }) // [] */
export function changesFor(changes: readonly CatalogueChange[], used: Used): readonly CatalogueChange[] {
  const named: Readonly<Partial<Record<ItemKind, readonly string[]>>> = {
    platforms: used.platform === null ? [] : [used.platform],
    parts: used.parts,
    kits: used.kits,
    tires: used.tires,
    wheels: used.wheels,
    reliefs: used.reliefs,
    repairs: used.repairs,
  };
  return changes.filter((c) => named[c.kind]?.includes(c.code) ?? c.before !== null);
}

/** One field that two records do not share, by the way down to it; undefined where the record has no such field. */
export interface Difference {
  readonly path: readonly string[];
  readonly before: unknown;
  readonly after: unknown;
}
/** The fields in which two records differ, by path; a list is compared place by place.
 *  @example differences({ priceMinor: 100 }, { priceMinor: 120 }) // [{"path":["priceMinor"],"before":100,"after":120}] */
export function differences(
  before: unknown,
  after: unknown,
  path: readonly string[] = [],
): readonly Difference[] {
  if (canonical(before) === canonical(after)) return [];
  if (isTree(before) && isTree(after) && Array.isArray(before) === Array.isArray(after)) {
    const [a, b] = [before as Readonly<Record<string, unknown>>, after as Readonly<Record<string, unknown>>];
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) =>
      differences(a[key], b[key], [...path, key]),
    );
  }
  return [{ path, before, after }];
}
const isTree = (v: unknown): v is object => typeof v === 'object' && v !== null;

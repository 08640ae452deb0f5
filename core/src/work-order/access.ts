import type { AccessState, Work } from '../catalogue';
import type { Looked, Workshop } from '../job';
import type { Axle, SuspensionKind } from '../suspension';
import { SIDES } from './fastening';
import { placeRank, stateAt, turnOf, turnStep, type Place, type StepNode } from './step';
import { leastWays, type AccessWay } from './ways';

interface OpenState {
  /** of the way and where: one state has one id, whatever way is gone */
  readonly id: string;
  readonly state: AccessState;
  readonly place: Place;
}
/** The states of the vehicle that a plan's work needs: each once per axle, with what they stand on. */
export interface Access {
  readonly states: readonly OpenState[];
  /** ids of the states that these codes name at a place */
  readonly needed: (codes: readonly string[], place: Place) => readonly string[];
  /** ids of the states that an open one stands on */
  readonly under: (s: OpenState) => readonly string[];
  /** states that nobody has written, or that no way leads to */
  readonly missing: readonly string[];
}
/** What decides about ways, beside their minutes. */
export interface Choosing {
  readonly platform: string;
  readonly kindOf: (axle: Axle) => SuspensionKind;
  /** of this job, by `state@axle`; outranks the habit of the shop, by the state's code */
  readonly ways: Readonly<Record<string, string>>;
  readonly shop: Pick<Workshop, 'habits' | 'seizedMinutes'>;
  /** as they were found on the vehicle */
  readonly looked: readonly Looked[];
}
type Asked = readonly {
  readonly place: Place;
  readonly work: Pick<Work, 'needs'> & Partial<Pick<Work, 'through'>>;
}[];
/** A seized joint whose minutes nobody has said is gone round where that can be. */
const UNKNOWN_COST = 10_000;

/** What a way takes there and back on this vehicle; null: a joint on it is seized, and the shop has not said what that takes. */
export function minutesOfWay(
  s: AccessState,
  looked: readonly Looked[],
  seizedMinutes: number | null,
): number | null {
  const seized = seizedOn(s, looked).length;
  const plain = s.off.minutes + s.on.minutes;
  return seized === 0 ? plain : seizedMinutes === null ? null : plain + seized * seizedMinutes;
}
/** Seized components whose joints a way opens. */
export const seizedOn = (s: AccessState, looked: readonly Looked[]): readonly Looked[] =>
  looked.filter(
    (l) =>
      l.found === 'seized' &&
      l.remedy !== 'replace' &&
      (s.opens ?? []).includes(l.component) &&
      (s.axle === 'vehicle' || l.axle === s.axle) &&
      (s.side === undefined || l.side === null || l.side === s.side),
  );
/** The ways that this vehicle has to a state at a place: its own before the general one of the same name. */
export function waysTo(
  code: string,
  place: Place,
  known: readonly AccessState[],
  { platform, kindOf }: Pick<Choosing, 'platform' | 'kindOf'>,
): readonly AccessState[] {
  const here = known.filter(
    (s) =>
      s.code === code &&
      (s.platforms === undefined || s.platforms.includes(platform)) &&
      (s.axle === 'vehicle' || (place !== 'vehicle' && s.axle === place && s.kinds.includes(kindOf(place)))),
  );
  const own = new Set(here.filter((s) => s.platforms).map((s) => s.way));
  return here.filter((s) => s.platforms !== undefined || !own.has(s.way));
}
/** Which of several ways may be gone: the one that the job or else the shop says, where there is such a one; otherwise all but those
 *  that somebody must choose. */
export function allowedWays(
  at: string,
  code: string,
  ways: readonly AccessState[],
  c: Choosing,
): readonly AccessState[] {
  const said = (name: string | undefined) => ways.filter((w) => name !== undefined && w.way === name);
  const [job, habit] = [said(c.ways[at]), said(c.shop.habits[code])];
  const free = ways.filter((w) => !w.byChoice);
  return [job, habit, free].find((l) => l.length > 0) ?? ways;
}
/** The closure of what all the work needs, by the ways that take least together. */
export function accessFor(work: Asked, known: readonly AccessState[], choosing: Choosing): Access {
  const found = new Map<string, readonly AccessState[]>();
  const waysAt = (code: string, place: Place): readonly AccessState[] => {
    const key = `${code} ${place}`;
    const had = found.get(key) ?? waysTo(code, place, known, choosing);
    found.set(key, had);
    return had;
  };
  const at = (code: string, place: Place): string | null => {
    const [s] = waysAt(code, place);
    return s ? stateAt(s.code, s.axle) : null;
  };
  const keysOf = (codes: readonly string[], place: Place) => codes.flatMap((c) => at(c, place) ?? []);
  const missing = new Set<string>();
  const records = new Map<string, AccessState>();
  const ways: AccessWay[] = [];
  const seen = new Set<string>();
  /** all that could come into question, with what stands in its way */
  const collect = (codes: readonly string[], place: Place): void => {
    for (const code of codes) {
      const key = at(code, place);
      if (key === null) {
        missing.add(place === 'vehicle' ? code : `${code} (${place})`);
        continue;
      }
      if (seen.has(key)) continue;
      seen.add(key);
      const all = waysAt(code, place);
      const through = work
        .filter((w) => w.place === place && w.work.needs.includes(code))
        .flatMap((w) => w.work.through ?? []);
      const can = allowedWays(key, code, all, choosing).filter(
        (s) => !s.out.some((o) => through.includes(o)),
      );
      for (const s of can.length > 0 ? can : all) {
        const here = s.axle;
        const needs = [...s.needs, ...blockersOf(s, here, known, choosing).map((b) => b.code)];
        const id = `${key}/${s.way ?? ''}`;
        records.set(id, { ...s, needs });
        ways.push({
          id,
          state: key,
          gives: keysOf(s.gives ?? [], here),
          needs: needs.map((n) => at(n, here) ?? `${n} (${here})`),
          cost: minutesOfWay(s, choosing.looked, choosing.shop.seizedMinutes) ?? UNKNOWN_COST,
        });
        collect([...needs, ...(s.gives ?? [])], here);
      }
    }
  };
  for (const t of work) collect(t.work.needs, t.place);
  const wanted = [...new Set(work.flatMap((t) => keysOf(t.work.needs, t.place)))];
  const chosen = leastWays(wanted, ways);
  if (chosen === null) for (const w of wanted) missing.add(w);
  const states = (chosen ?? []).map((w): OpenState => {
    const state = records.get(w.id);
    if (!state) throw new Error(`a way that nobody wrote: ${w.id}`);
    return { id: w.state, state, place: state.axle };
  });
  const provider = new Map(
    states.flatMap((s) => [...keysOf(s.state.gives ?? [], s.place), s.id].map((k) => [k, s.id])),
  );
  const order = new Map(known.map((s, i) => [`${stateAt(s.code, s.axle)}/${s.way ?? ''}`, i]));
  const listed = (s: OpenState) => order.get(`${s.id}/${s.state.way ?? ''}`) ?? 0;
  const needed = (codes: readonly string[], place: Place) => [
    ...new Set(keysOf(codes, place).flatMap((k) => provider.get(k) ?? [])),
  ];
  const below = new Map(states.map((s) => [s.id, needed(s.state.needs, s.place)]));
  return {
    states: [...states].sort((x, y) => placeRank(x.place) - placeRank(y.place) || listed(x) - listed(y)),
    needed,
    under: (s) => below.get(s.id) ?? [],
    missing: [...missing],
  };
}
/** What stands in the way of a state on this vehicle, and is cleared before. */
const blockersOf = (
  s: AccessState,
  place: Place,
  known: readonly AccessState[],
  c: Choosing,
): readonly AccessState[] =>
  known.filter(
    (b) =>
      b.blocks?.includes(s.code) &&
      b.platforms?.includes(c.platform) &&
      (b.axle === place || b.axle === 'vehicle'),
  );
/** The wheels of the whole vehicle in the air. */
export const UP = stateAt('vehicle-up', 'vehicle');

/** Off before what stands on it, on after all of that is back. */
export const accessNodes = ({ states, under }: Access): readonly StepNode[] =>
  states.flatMap((open, i) => {
    const { id, state, place } = open;
    const [below, upon] = [under(open), states.filter((o) => under(o).includes(id))];
    const rank = (axle: number, vehicle: number, by: number) =>
      place === 'vehicle' ? [vehicle, 0, by] : [1, placeRank(place), axle, by];
    const common = {
      axle: place,
      madeBy: [],
      bySide: state.bySide,
      more: { side: state.side ?? null, way: wayOf(state) },
    };
    return [
      {
        ...common,
        id: turnStep('off', id),
        after: below.map((u) => turnStep('off', u)),
        rank: rank(0, 0, i),
        phase: 'apart' as const,
        work: state.off,
      },
      {
        ...common,
        id: turnStep('on', id),
        after: [turnStep('off', id), ...upon.map((o) => turnStep('on', o.id))],
        rank: rank(4, 2, -i),
        phase: 'together' as const,
        work: state.on,
      },
    ];
  });
/** The nodes with what seized joints make longer: where a side is done by itself, those of that side; of what is not said to be on one,
 *  half on each. */
export const withSeized = (
  nodes: readonly StepNode[],
  { states }: Access,
  looked: readonly Looked[],
  seizedMinutes: number | null,
): readonly StepNode[] =>
  nodes.map((n) => {
    const turn = turnOf(n);
    const state = turn?.turn === 'off' ? states.find((s) => s.id === turn.state)?.state : undefined;
    const here = state
      ? seizedOn(state, looked).filter((l) => !turn?.side || !l.side || l.side === turn.side)
      : [];
    if (here.length === 0) return n;
    const longer = here.reduce(
      (sum, l) => sum + (seizedMinutes ?? 0) * (turn?.side && !l.side ? 1 / SIDES.length : 1),
      0,
    );
    return {
      ...n,
      work: { ...n.work, minutes: n.work.minutes + longer },
      more: { ...n.more, seized: here.map((l) => l.component) },
    };
  });
const wayOf = ({ way, spares = '', risks = '' }: AccessState) =>
  way === undefined ? null : { name: way, spares, risks };

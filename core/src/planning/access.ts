import type { AccessState, Work } from '../catalogue';
import type { Axle, SuspensionKind } from '../suspension';
import { placeRank, type Place, type StepNode } from './step';

interface OpenState {
  readonly id: string;
  readonly state: AccessState;
  readonly place: Place;
}
/** The states of the vehicle that a plan's work needs: each once per axle, with what they stand on. */
export interface Access {
  readonly states: readonly OpenState[];
  /** ids of the states that these codes name at a place */
  readonly needed: (codes: readonly string[], place: Place) => readonly string[];
  /** states that nobody has written */
  readonly missing: readonly string[];
}
/** The closure of what all the work needs. */
export function accessFor(
  work: readonly { readonly place: Place; readonly work: Pick<Work, 'needs'> }[],
  known: readonly AccessState[],
  kindOf: (axle: Axle) => SuspensionKind,
): Access {
  const stateAt = (code: string, place: Place): AccessState | null =>
    known.find(
      (s) =>
        s.code === code &&
        (s.axle === 'vehicle' ||
          (place !== 'vehicle' && s.axle === place && s.kinds.includes(kindOf(place)))),
    ) ?? null;
  const open = new Map<string, OpenState>();
  const missing = new Set<string>();
  const close = (codes: readonly string[], place: Place) => {
    for (const code of codes) {
      const state = stateAt(code, place);
      if (!state) {
        missing.add(place === 'vehicle' ? code : `${code} (${place})`);
        continue;
      }
      const id = idOf(state);
      if (open.has(id)) continue;
      open.set(id, { id, state, place: state.axle });
      close(state.needs, place);
    }
  };
  for (const t of work) close(t.work.needs, t.place);
  const listed = (s: OpenState) => known.indexOf(s.state);
  return {
    states: [...open.values()].sort(
      (x, y) => placeRank(x.place) - placeRank(y.place) || listed(x) - listed(y),
    ),
    needed: (codes, place) =>
      codes.flatMap((code) => {
        const s = stateAt(code, place);
        return s ? [idOf(s)] : [];
      }),
    missing: [...missing],
  };
}
const idOf = (s: AccessState) => `${s.code}@${s.axle}`;
/** The wheels of the whole vehicle in the air. */
export const UP = 'vehicle-up@vehicle';

/** Off before what stands on it, on after all of that is back. */
export const accessNodes = ({ states, needed }: Access): readonly StepNode[] =>
  states.flatMap(({ id, state, place }, i) => {
    const [under, upon] = [
      needed(state.needs, place),
      states.filter((o) => needed(o.state.needs, o.place).includes(id)),
    ];
    const rank = (axle: number, vehicle: number, by: number) =>
      place === 'vehicle' ? [vehicle, 0, by] : [1, placeRank(place), axle, by];
    const common = { axle: place, madeBy: [], more: {} };
    return [
      {
        ...common,
        id: `off ${id}`,
        after: under.map((u) => `off ${u}`),
        rank: rank(0, 0, i),
        phase: 'apart' as const,
        work: state.off,
      },
      {
        ...common,
        id: `on ${id}`,
        after: [`off ${id}`, ...upon.map((o) => `on ${o.id}`)],
        rank: rank(4, 2, -i),
        phase: 'together' as const,
        work: state.on,
      },
    ];
  });

import type { Fault } from '@rigger/contracts';
import {
  changesBetween,
  changesFor,
  itemsOf,
  type Catalogue,
  type CatalogueChange,
  type JobSections,
  type Used,
} from '@rigger/core';
import type { CatalogueStore, State } from '../store/catalogue-store';

/** One state of the catalogue, ready to be asked and to be sent. */
export interface CatalogueState {
  /** 0 for the shop that has none yet */
  readonly number: number;
  /** tells it from one of the same number that a restore took away */
  readonly id: string;
  readonly catalogue: Catalogue;
  readonly text: string;
  /** why it cannot be read; empty when it can */
  readonly faults: readonly Fault[];
}
/** A state as it is sent to a worker, which reads each once. What is kept of one is kept under its id: a restore brings other states of the
 *  same number. */
export type SentCatalogue = Pick<CatalogueState, 'id' | 'text'>;
export const sent = ({ id, text }: CatalogueState): SentCatalogue => ({ id, text });
const NOTHING: Catalogue = {
  platforms: [],
  parts: [],
  kits: [],
  tires: [],
  wheels: [],
  reliefs: [],
  repairs: [],
  joints: [],
  operations: [],
  access: [],
  closing: [],
};
const stateOf = (
  { number, id }: State,
  catalogue: Catalogue,
  faults: readonly Fault[] = [],
): CatalogueState => ({
  number,
  id,
  catalogue,
  text: JSON.stringify(catalogue),
  faults,
});
/** the shop that has no catalogue yet */
const NONE: State = { number: 0, id: 'none' };
/** states that are held ready beside the newest */
const HELD = 12;

/** The states of the shop's catalogue: each is read from the store and held to its contract once. */
export class Catalogues {
  private readonly held = new Map<string, Promise<CatalogueState>>();
  private readonly diffs = new Map<string, readonly CatalogueChange[]>();
  private newest: CatalogueState = stateOf(NONE, NOTHING);

  constructor(private readonly store: CatalogueStore) {}

  get now(): CatalogueState {
    return this.newest;
  }
  /** Looks whether the store has another newest state, and takes it; true when it has. */
  async refresh(): Promise<boolean> {
    const state = (await this.store.newest()) ?? NONE;
    if (state.id === this.newest.id) return false;
    this.newest = await this.ready(state);
    return true;
  }
  /** The state of this number; the newest where nobody has said, or where a restore took it away. */
  async at(number: number | null): Promise<CatalogueState> {
    if (number === null || number === this.newest.number) return this.newest;
    const state = await this.store.state(number);
    return state ? this.ready(state) : this.newest;
  }
  private ready(state: State): Promise<CatalogueState> {
    const known = this.held.get(state.id) ?? this.read(state);
    this.held.delete(state.id);
    this.held.set(state.id, known);
    for (const old of this.held.keys()) if (this.held.size > HELD) this.held.delete(old);
    return known;
  }
  private async read(state: State): Promise<CatalogueState> {
    if (state.number === 0) return stateOf(NONE, NOTHING);
    const r = await this.store.read(state.number);
    return r.ok ? stateOf(state, r.catalogue) : stateOf(state, NOTHING, r.faults);
  }
  /** What of a job changed since the state it was computed with; empty when nothing did. */
  async since(number: number | null, sections: JobSections): Promise<readonly CatalogueChange[]> {
    if (number === null || number === this.newest.number) return [];
    const was = await this.at(number);
    const key = `${was.id} ${this.newest.id}`;
    const all = this.diffs.get(key) ?? changesBetween(itemsOf(was.catalogue), itemsOf(this.newest.catalogue));
    this.diffs.set(key, all);
    return changesFor(all, usedBy(sections, was.catalogue));
  }
}
function usedBy({ vehicle, lookOver, tire, build }: JobSections, c: Catalogue): Used {
  const kits = build.items.filter((i) => i.kind === 'kit').map((i) => i.code);
  const some = (codes: readonly (string | null | undefined)[]) => codes.filter((x): x is string => x != null);
  return {
    platform: vehicle.platform,
    kits,
    parts: [
      ...build.items.filter((i) => i.kind === 'part').map((i) => i.code),
      ...c.kits.filter((k) => kits.includes(k.code)).flatMap((k) => k.parts.map((p) => p.part)),
      ...some(vehicle.changes.map((x) => x.part)),
    ],
    tires: some([tire.tireCode, tire.rear?.tireCode, ...tire.candidates.map((x) => x.tireCode)]),
    wheels: some([tire.wheelCode, tire.rear?.wheelCode]),
    reliefs: tire.reliefs.map((r) => r.relief),
    repairs: c.repairs
      .filter((r) => lookOver.items.some((i) => i.component === r.component && i.remedy === r.remedy))
      .map((r) => r.code),
  };
}

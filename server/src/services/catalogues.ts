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
import type { CatalogueStore } from '../store/catalogue-store';

/** One state of the catalogue, ready to be asked and to be sent. */
export interface CatalogueState {
  /** 0 for the shop that has none yet */
  readonly number: number;
  readonly catalogue: Catalogue;
  readonly text: string;
  /** why it cannot be read; empty when it can */
  readonly faults: readonly Fault[];
}
const NOTHING: Catalogue = {
  platforms: [],
  parts: [],
  kits: [],
  tires: [],
  wheels: [],
  reliefs: [],
  joints: [],
  operations: [],
  access: [],
  closing: [],
};
const stateOf = (number: number, catalogue: Catalogue, faults: readonly Fault[] = []): CatalogueState => ({
  number,
  catalogue,
  text: JSON.stringify(catalogue),
  faults,
});
/** states that are held ready beside the newest */
const HELD = 12;

/** The states of the shop's catalogue: each is read from the store and held to its contract once. */
export class Catalogues {
  private readonly held = new Map<number, Promise<CatalogueState>>();
  private readonly diffs = new Map<string, readonly CatalogueChange[]>();
  private newest: CatalogueState = stateOf(0, NOTHING);

  constructor(private readonly store: CatalogueStore) {}

  get now(): CatalogueState {
    return this.newest;
  }
  /** Looks whether the store has a newer state, and takes it; true when there was one. */
  async refresh(): Promise<boolean> {
    const number = (await this.store.newest()) ?? 0;
    if (number === this.newest.number) return false;
    this.newest = await this.at(number);
    return true;
  }
  at(number: number | null): Promise<CatalogueState> {
    if (number === null || number === this.newest.number) return Promise.resolve(this.newest);
    const known = this.held.get(number) ?? this.read(number);
    this.held.delete(number);
    this.held.set(number, known);
    for (const old of this.held.keys()) if (this.held.size > HELD) this.held.delete(old);
    return known;
  }
  private async read(number: number): Promise<CatalogueState> {
    if (number === 0) return stateOf(0, NOTHING);
    const r = await this.store.read(number);
    return r.ok ? stateOf(number, r.catalogue) : stateOf(number, NOTHING, r.faults);
  }
  /** What of a job changed since the state it was computed with; empty when nothing did. */
  async since(number: number | null, sections: JobSections): Promise<readonly CatalogueChange[]> {
    if (number === null || number === this.newest.number) return [];
    const was = await this.at(number);
    const key = `${number}-${this.newest.number}`;
    const all = this.diffs.get(key) ?? changesBetween(itemsOf(was.catalogue), itemsOf(this.newest.catalogue));
    this.diffs.set(key, all);
    return changesFor(all, usedBy(sections, was.catalogue));
  }
}
function usedBy({ vehicle, tire, build }: JobSections, c: Catalogue): Used {
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
  };
}

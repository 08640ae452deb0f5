import {
  curesOf,
  judgeSources,
  knownVehicle,
  planCase,
  type Catalogue,
  type Cured,
  type JobSections,
  type ShopSettings,
  type SourceVerdict,
} from '@rigger/core';
import { rememberedAxles } from '../data/remembered-axles';

/** Lift sources of both axles judged, and what ends each open need. */
export interface Matched {
  readonly front: readonly SourceVerdict[];
  readonly rear: readonly SourceVerdict[];
  readonly cured: readonly Cured[];
}
/** What Match asks of its worker. The catalogue is handed over once; a job is then matched as often as it changes. */
export interface MatchApi {
  load(catalogue: Catalogue, settings: ShopSettings): void;
  /** null without a vehicle, or before the catalogue */
  match(job: JobSections, day: string): Matched | null;
}
export function createMatchApi(): MatchApi {
  let shop: { readonly catalogue: Catalogue; readonly settings: ShopSettings } | null = null;
  const prepare = rememberedAxles();
  return {
    load(catalogue, settings) {
      shop = { catalogue, settings };
    },
    match(job, day) {
      const vehicle = shop && knownVehicle(job, shop.catalogue);
      if (!shop || !vehicle) return null;
      const c = planCase(job, vehicle, shop.catalogue, shop.settings, { day, prepare });
      return { front: judgeSources('front', c), rear: judgeSources('rear', c), cured: curesOf(c) };
    },
  };
}

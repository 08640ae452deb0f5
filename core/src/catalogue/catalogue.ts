import type { Joint } from './fasteners';
import type { Kit, Part } from './part';
import type { Platform } from './platform';
import type { Repair } from './repair';
import type { TireItem, WheelItem } from './rolling';
import type { AccessState, ClosingStep, Operation, Relief } from './work';

/** Everything a shop knows, as one record. */
export interface Catalogue {
  readonly platforms: readonly Platform[];
  readonly parts: readonly Part[];
  readonly kits: readonly Kit[];
  readonly tires: readonly TireItem[];
  readonly wheels: readonly WheelItem[];
  readonly reliefs: readonly Relief[];
  readonly repairs: readonly Repair[];
  readonly joints: readonly Joint[];
  readonly operations: readonly Operation[];
  readonly access: readonly AccessState[];
  /** the steps that end every plan */
  readonly closing: readonly ClosingStep[];
}

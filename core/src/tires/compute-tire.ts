import { G_M_PER_S2 } from '../units/constants';
import { mountedTire, tireChange, type TireChange, type TireState } from './compare';
import { formatTireSize } from './format-tire-size';
import { loadCapacityKg } from './load-index';
import { parseTireSize, type TireSizeFault } from './parse-tire-size';
import { startingPressureKpa } from './pressure';
import { tireClass, type TireClass, type TireSize } from './tire-size';

/** A tyre as asked about: its sidewall, and how it is mounted and loaded. */
export interface TireQuestion {
  readonly size: string;
  readonly rimWidthIn: number;
  readonly offsetMm: number;
  readonly pressureKpa: number;
  readonly wheelLoadN: number;
  readonly measuredDiameterMm: number | null;
  /** for the starting pressure; null where it is not known */
  readonly maxPressureKpa: number | null;
}
export interface TireAnswer {
  readonly written: string;
  readonly size: TireSize;
  readonly class: TireClass;
  readonly state: TireState;
  readonly capacityKg: number | null;
  readonly startingKpa: number | null;
}
export interface TireRequest {
  readonly tire: TireQuestion;
  /** today's tyre, to compare with */
  readonly against: TireQuestion | null;
}
export type TireResult =
  | {
      readonly ok: true;
      readonly tire: TireAnswer;
      readonly against: TireAnswer | null;
      readonly change: TireChange | null;
    }
  | { readonly ok: false; readonly which: 'tire' | 'against'; readonly fault: TireSizeFault };

/** Everything one or two mounted tyres come to; a size that cannot be read says where. */
export function computeTire({ tire, against }: TireRequest): TireResult {
  const one = answer(tire);
  if (!one.ok) return { ok: false, which: 'tire', fault: one.fault };
  if (!against) return { ok: true, tire: one.value, against: null, change: null };
  const two = answer(against);
  if (!two.ok) return { ok: false, which: 'against', fault: two.fault };
  return {
    ok: true,
    tire: one.value,
    against: two.value,
    change: tireChange(two.value.state, one.value.state),
  };
}

function answer(q: TireQuestion) {
  const parsed = parseTireSize(q.size);
  if (!parsed.ok) return parsed;
  const size = parsed.value;
  const cls = tireClass(size);
  const capacity = size.loadIndex === null ? null : loadCapacityKg(size.loadIndex);
  const capacityKg = capacity?.ok ? capacity.value : null;
  const start =
    capacityKg === null || q.maxPressureKpa === null
      ? null
      : startingPressureKpa(cls, q.wheelLoadN / G_M_PER_S2, capacityKg, q.maxPressureKpa);
  const value: TireAnswer = {
    written: formatTireSize(size),
    size,
    class: cls,
    state: mountedTire({ ...q, size }),
    capacityKg,
    startingKpa: start?.ok ? start.value : null,
  };
  return { ok: true as const, value };
}

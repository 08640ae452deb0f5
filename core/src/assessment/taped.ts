import { isEmptyRound, roundToday, type Tape, type TapeRound, type TapedWhen } from '../job';
import { computed, explain, given, DOUBTS, LEFT_RIGHT_MM, type Figure } from '../evidence';
import { loadedTodayMm, type Forecast } from '../forecast';
import { readRound, type PlanCase } from '../plan-case';
import type { Axle } from '../suspension';
import type { TapeReading } from '../vehicle';

/** What most likely makes an axle stand otherwise than it was forecast. */
export type TapeCause =
  /** one side by itself: its spring is not in its seat, or a spacer is missing or the wrong way up */
  | 'one-side-low'
  | 'one-side-high'
  /** both sides up right after the work: not rolled, or rubber torqued with the wheels hanging holds it there */
  | 'held-up'
  /** both sides up when settled: less in it than was said, or a stiffer spring than its record */
  | 'lighter'
  /** both sides down: more in it than was said, a softer spring, or an end not home */
  | 'heavier';
export interface TapedAxle {
  readonly axle: Axle;
  /** mean of both sides over the hub; null until both are taped */
  readonly got: Figure | null;
  /** what it was forecast to be at that time, with its range; null without a forecast */
  readonly forecast: Figure | null;
  /** what the parts' makers claim it would be; null where none claims */
  readonly claimedMm: number | null;
  readonly offMm: number | null;
  /** outside the range of forecast and tape together */
  readonly outside: boolean;
  readonly cause: TapeCause | null;
  /** the side that the cause is on */
  readonly side: 'left' | 'right' | null;
}
export interface TapedRound {
  readonly id: string;
  readonly reading: TapeReading;
  readonly axles: Readonly<Record<Axle, TapedAxle>>;
}

/** The last round that was taken after the work, with a height on an axle; undefined where there is none. */
export const lastTaped = (taped: readonly TapedRound[], { rounds }: Tape): TapedRound | undefined =>
  taped.findLast(
    (t) =>
      rounds.some((r) => r.id === t.id && r.when !== 'before') &&
      (t.axles.front.got ?? t.axles.rear.got) !== null,
  );
/** Each round of the tape beside what it was forecast to be: before the work as it stands today, right after it on new springs that
 *  have not settled, later settled. Rounds nobody has written into are read, and judged by nothing. */
export function tapedRounds(c: PlanCase): readonly TapedRound[] {
  const { job, vehicle, settings } = c;
  const f = c.forecast();
  const prepared = { front: c.axles.front.prepared, rear: c.axles.rear.prepared };
  const today = roundToday(job.tape);
  return job.tape.rounds.map((round) => {
    const reading =
      round === today
        ? c.tape
        : readRound(
            round,
            vehicle,
            settings,
            () => prepared,
            (axle) =>
              round.when !== 'before' && c.tires.check
                ? c.tires.check[axle].target.state.loadedRadiusMm
                : loadedTodayMm(job.tire, vehicle, axle),
          );
    const axles = {
      front: judged('front', round, reading, f, c),
      rear: judged('rear', round, reading, f, c),
    };
    return { id: round.id, reading, axles };
  });
}

function judged(
  axle: Axle,
  round: TapeRound,
  reading: TapeReading,
  f: Forecast | null,
  c: PlanCase,
): TapedAxle {
  const got = reading[axle];
  const forecast = f && !isEmptyRound(round) ? forecastAt(round.when, axle, f, c) : null;
  const offMm = got && forecast ? got.value - forecast.value : null;
  const range = Math.hypot(forecast?.plusMinus ?? 0, DOUBTS.tapeMm);
  const outside = offMm !== null && Math.abs(offMm) > range;
  const claim = f?.[axle].claim ?? null;
  const claimedMm = claim && f && round.when !== 'before' ? f.today[axle].value + claim.value : null;
  return {
    axle,
    got,
    forecast,
    claimedMm,
    offMm,
    outside,
    ...causeOf(axle, round, reading, outside ? offMm : null, c),
  };
}
/** What the arch was forecast to show at that time. */
function forecastAt(when: TapedWhen, axle: Axle, f: Forecast, c: PlanCase): Figure | null {
  if (when === 'before') {
    // against the record and what is known to be on it, not against itself
    const { archMm, archToleranceMm } = c.vehicle.platform[axle];
    const recordedLiftMm = c.axles[axle].prepared.recordedLiftMm ?? 0;
    return explain(
      'arch-today',
      'mm',
      'arch-plus-lift',
      {
        today: given('arch-stock', archMm, 'mm', c.vehicle.platform.label),
        moves: computed('ride-height', recordedLiftMm, 'mm', [], { formula: 'balance', from: 'as recorded' }),
      },
      { plusMinus: archToleranceMm },
    );
  }
  if (when !== 'down') return f.planned[axle];
  const settles = f[axle].lift.because.find((r) => r.name === 'settled-loss');
  return settles
    ? explain(
        'arch-planned',
        'mm',
        'difference',
        { from: f.planned[axle], less: settles },
        { plusMinus: f.planned[axle].plusMinus },
      )
    : f.planned[axle];
}
function causeOf(
  axle: Axle,
  round: TapeRound,
  reading: TapeReading,
  offMm: number | null,
  c: PlanCase,
): Pick<TapedAxle, 'cause' | 'side'> {
  const sides = reading.sides[axle];
  const before = c.tape.sides[axle];
  const lean = (s: NonNullable<typeof sides>) => s.left.value - s.right.value;
  // a lean that was there before the work is not the work's
  const leans =
    sides && round.when !== 'before'
      ? lean(sides) - (before ? lean(before) : -c.vehicle.platform.leanLeftMm)
      : 0;
  if (Math.abs(leans) > LEFT_RIGHT_MM) {
    const high = (offMm ?? 0) > 0;
    const lowSide = leans < 0 ? 'left' : 'right';
    return high
      ? { cause: 'one-side-high', side: lowSide === 'left' ? 'right' : 'left' }
      : { cause: 'one-side-low', side: lowSide };
  }
  if (offMm === null) return { cause: null, side: null };
  if (offMm < 0) return { cause: 'heavier', side: null };
  return { cause: round.when === 'down' ? 'held-up' : 'lighter', side: null };
}

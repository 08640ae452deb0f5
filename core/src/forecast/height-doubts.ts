import { computed, DOUBTS, given, type Figure, type FigureName } from '../evidence';
import {
  isLeafKind,
  movesBy,
  poseNear,
  preloadNearMm,
  preloadToStandMm,
  type AxleEffect,
  type AxleSetup,
  type Pose,
  type PreparedAxle,
  type RideHeight,
  type SuspensionModel,
} from '../suspension';
import type { AxleView, FittedPart, VehicleAxle } from '../vehicle';

type DoubtName = Extract<FigureName, `${string}-tolerance`>;
/** One input moved by its doubt: the axle as it then is, and how far the body rises at the planned height for it, mm. */
interface Shaken {
  readonly name: DoubtName;
  readonly by: Figure;
  /** null: the linkage stays as it is */
  readonly setup: AxleSetup | null;
  readonly riseMm: number;
}
type Nudge = (e: AxleEffect) => AxleEffect;
const same: Nudge = (e) => e;

/** Effects that hold a length which a maker makes a little longer or shorter. */
function thicker(e: AxleEffect, mm: number): AxleEffect | null {
  switch (e.kind) {
    case 'top-spacer':
    case 'coil-spacer':
    case 'preload-spacer':
      return { ...e, thicknessMm: e.thicknessMm + mm };
    case 'lift-block':
      return { ...e, heightMm: e.heightMm + mm };
    case 'shackle':
      return { ...e, longerMm: e.longerMm + mm };
    case 'subframe-drop':
    case 'relocation':
      return { ...e, dropMm: e.dropMm + mm };
    case 'spindle':
      return { ...e, offsetMm: [e.offsetMm[0], e.offsetMm[1], e.offsetMm[2] - mm] };
    default:
      return null;
  }
}
/** New springs that are longer than their record. */
function longer(e: AxleEffect, leaf: boolean): AxleEffect | null {
  if (e.kind === 'spring')
    return {
      ...e,
      freeLengthDeltaMm: e.freeLengthDeltaMm + (leaf ? DOUBTS.leafArchMm : DOUBTS.freeLengthMm),
    };
  return e.kind === 'add-a-leaf' ? { ...e, archMm: e.archMm + DOUBTS.leafArchMm } : null;
}
/** New springs that are stiffer than their record. */
function stiffer(e: AxleEffect, leaf: boolean): AxleEffect | null {
  const share = leaf ? DOUBTS.leafRateShare : DOUBTS.coilRateShare;
  if (e.kind === 'spring')
    return {
      ...e,
      rateNPerMm: e.rateNPerMm * (1 + share),
      table: e.table?.map(([x, f]) => [x, f * (1 + share)] as const),
    };
  return e.kind === 'add-a-leaf' ? { ...e, rateNPerMm: e.rateNPerMm * (1 + DOUBTS.leafRateShare) } : null;
}

/** Every input of a planned height moved by its doubt, one at a time. The vehicle stands today where it stands, whatever its inputs really
 *  are: its spring is as long as that asks, and the plan is on that spring. */
export function* shakenInputs(
  v: VehicleAxle,
  plan: AxleView,
  here: readonly FittedPart[],
  hardpoints: 'heights' | 'all',
): Generator<Shaken> {
  const [was, is] = [v.today.height(), plan.height()];
  if (!was.ok || !is.ok) return;
  const { prepared, spec } = v;
  const leaf = isLeafKind(prepared.stock.model.kind);
  const keptMm = plan.preloadMm - v.stands.ownMm; // what the springs that are in have lost, where they stay in
  const todayMm = v.today.preloadMm - v.stands.ownMm;
  const { stockLoadN, fitted } = prepared.case;
  const [stopWas, stopIs] = [was.value.onStop && v.today.state.stop(), is.value.onStop && plan.state.stop()];
  const load = (n: number, mass: number) => stockLoadN * (1 + mass) + (n - stockLoadN);
  /** how long its own spring then is, so that it stands today where it stands, mm */
  const ownMm = (axle: PreparedAxle, nudge: Nudge, mass: number): number | null =>
    preloadNearMm(
      axle.edited(fitted.map(nudge), todayMm),
      load(v.today.load.emptyN, mass),
      was.value,
      stopWas,
    );
  const rise = (
    axle: PreparedAxle,
    own: number | null,
    nudgePlan: Nudge,
    mass: number,
  ): readonly [AxleSetup, number] | null => {
    if (own === null) return null;
    const setup = axle.edited(plan.state.effects.map(nudgePlan), own + keptMm);
    const moved = movesBy(setup, load(plan.load.emptyN, mass), is.value, stopIs);
    return moved === null ? null : [setup, -moved];
  };
  // what is on it today is the same piece in the plan
  const onToday =
    (nudgePlan: Nudge): Nudge =>
    (e) =>
      fitted.includes(e) ? nudgePlan(e) : e;
  const shaken = (
    name: DoubtName,
    by: Figure,
    axle: PreparedAxle,
    nudgePlan: Nudge = same,
    mass = 0,
    own = ownMm(axle, onToday(nudgePlan), mass),
  ): readonly Shaken[] => {
    const r = rise(axle, own, nudgePlan, mass);
    return r ? [{ name, by, setup: r[0], riseMm: r[1] }] : [];
  };
  const ownShare = leaf ? DOUBTS.leafRateShare : DOUBTS.coilRateShare;
  const percent = (share: number, from: string) => given('share', share * 100, 'percent', from);
  yield* shaken(
    'own-rate-tolerance',
    percent(ownShare, 'the springs that are in, as they are made'),
    v.stiffer(ownShare),
  );
  yield* shaken(
    'mass-tolerance',
    percent(DOUBTS.massShare, 'curb figures against real vehicles'),
    prepared,
    same,
    DOUBTS.massShare,
  );
  for (const e of new Set(plan.state.effects)) {
    const only = (to: AxleEffect | null): Nudge | null => to && ((x) => (x === e ? to : x));
    const [rate, length, size] = [
      only(stiffer(e, leaf)),
      only(longer(e, leaf)),
      only(thicker(e, DOUBTS.thicknessMm)),
    ];
    if (rate)
      yield* shaken('rate-tolerance', percent(ownShare, 'new springs, as they are made'), prepared, rate);
    if (length)
      yield* shaken(
        'length-tolerance',
        given('slack', leaf ? DOUBTS.leafArchMm : DOUBTS.freeLengthMm, 'mm', 'new springs as delivered'),
        prepared,
        length,
      );
    if (size)
      yield* shaken(
        'part-tolerance',
        given('slack', DOUBTS.thicknessMm, 'mm', 'parts as delivered'),
        prepared,
        size,
      );
  }
  const slack = given('slack', spec.hardpointMm, 'mm', 'how well the hardpoints are known');
  const shakenAxles = v.shaken(hardpoints);
  // they stand today the same whatever is planned
  const own = v.memo(`own springs ${hardpoints}`, () => shakenAxles.map((axle) => ownMm(axle, same, 0)));
  for (const [i, axle] of shakenAxles.entries())
    yield* shaken('hardpoint-tolerance', slack, axle, same, 0, own[i]);
  const raw = was.value.zMm - is.value.zMm;
  const plain = (name: DoubtName, by: Figure, riseMm: number): readonly Shaken[] =>
    riseMm === 0 ? [] : [{ name, by, setup: null, riseMm }];
  yield* plain(
    'bush-tolerance',
    percent(DOUBTS.bushShare, 'what rubber adds to the rate'),
    raw * DOUBTS.bushShare,
  );
  yield* plain(
    'friction-tolerance',
    given('slack', DOUBTS.frictionMm, 'mm', 'after it was rolled'),
    raw === 0 && plan.key === v.today.key ? 0 : DOUBTS.frictionMm,
  );
  const settle = Math.max(0, ...here.map((f) => f.part.settleShare));
  yield* plain(
    'settle-tolerance',
    percent(DOUBTS.settleShare, 'of what new springs settle by'),
    Math.max(0, raw) * settle * DOUBTS.settleShare,
  );
  if (here.some((f) => f.part.claimOnly))
    yield* plain(
      'claim-tolerance',
      percent(DOUBTS.claimOnlyShare, 'dimensions that nobody here has checked'),
      raw * DOUBTS.claimOnlyShare,
    );
}
/** How far a planned height over the ground of its axle is in doubt, mm: where it stands today, and by how much the plan moves it. */
export function heightDoubtMm(v: VehicleAxle, plan: AxleView, here: readonly FittedPart[]): number {
  return Math.hypot(stanceDoubtMm(v, plan), ...liftDoubts(v, plan, here).map((d) => d.value));
}
/** What a lift is in doubt by, each kind of input by itself, largest first: how far the lift moves when it is used up. */
export function liftDoubts(v: VehicleAxle, plan: AxleView, here: readonly FittedPart[]): readonly Figure[] {
  const settle = Math.max(0, ...here.map((f) => f.part.settleShare));
  const claim = here.some((f) => f.part.claimOnly);
  return v.memo(`lift doubts ${plan.key} ${settle} ${claim}`, () => doubtsOf(v, plan, here));
}
function doubtsOf(v: VehicleAxle, plan: AxleView, here: readonly FittedPart[]): readonly Figure[] {
  const kinds = new Map<DoubtName, { by: Figure; square: number }>();
  for (const { name, by, riseMm } of shakenInputs(v, plan, here, 'heights')) {
    const had = kinds.get(name) ?? { by, square: 0 };
    kinds.set(name, { by: had.by, square: had.square + riseMm ** 2 });
  }
  return [...kinds]
    .map(([name, { by, square }]) =>
      computed(name, Math.sqrt(square), 'mm', [by], { formula: 'moved-by-tolerance' }),
    )
    .sort((a, b) => b.value - a.value);
}
/** How far it may stand today from where it is said to, mm: by the tape, or without one by how the factory lets its vehicles stand. */
export const standsDoubtMm = (v: VehicleAxle): number =>
  v.input.tapedMm == null ? v.spec.archToleranceMm : DOUBTS.tapeMm;
/** What the planned height is in doubt by for that, mm: as much, but less where the stop holds it. */
function stanceDoubtMm(v: VehicleAxle, plan: AxleView): number {
  const doubtMm = standsDoubtMm(v);
  const [was, is] = [v.today.height(), plan.height()];
  if (!was.ok || !is.ok || !is.value.onStop) return doubtMm;
  const higherMm = preloadToStandMm(v.today.state, v.today.load.emptyN, was.value.zMm - doubtMm);
  if (higherMm === null) return doubtMm;
  const then = v.prepared.evaluate(plan.state.effects, plan.preloadMm + higherMm).under(plan.load.emptyN);
  return then.ok ? Math.abs(then.value.zMm - is.value.zMm) : doubtMm;
}
/** What an angle of the planned axle is in doubt by, degrees: by how far the height is, and by how the linkage really lies.
 *  `of`: the angle at a pose; null where the axle has none. */
export function angleDoubtDeg(
  v: VehicleAxle,
  plan: AxleView,
  here: readonly FittedPart[],
  of: (model: SuspensionModel, pose: Pose) => number | null,
): number | null {
  const is = plan.height();
  if (!is.ok) return null;
  const base = of(plan.state.setup.model, is.value.pose);
  if (base === null) return null;
  const at = (model: SuspensionModel, near: RideHeight, riseMm: number) => {
    const pose = poseNear(model, near.zMm - riseMm, 0, near.pose);
    return pose.ok ? of(model, pose.value) : null;
  };
  let square = 0;
  const stance: Shaken = {
    name: 'tape-tolerance',
    by: given('slack', standsDoubtMm(v), 'mm', 'where it stands today'),
    setup: null,
    riseMm: stanceDoubtMm(v, plan),
  };
  for (const { setup, riseMm } of [...shakenInputs(v, plan, here, 'all'), stance]) {
    const then = at(setup?.model ?? plan.state.setup.model, is.value, riseMm);
    if (then !== null) square += (then - base) ** 2;
  }
  return Math.sqrt(square);
}

import type { Part } from '../catalogue';
import {
  axleFigures,
  bumpSteer,
  dampingRatio,
  evenGrid,
  linkageAt,
  poseAt,
  rideFrequencyHz,
  springState,
  sweepTravel,
  travelRoom,
  wheelFigures,
  type Axle,
  type AxleFigures,
  type AxleSetup,
  type BumpSteer,
  type Linkage,
  type ReachFault,
  type RideHeightFault,
  type TravelRoom,
  type WheelFigures,
} from '../suspension';
import { G_M_PER_S2, type Result } from '../units';
import {
  afterBuild,
  effectsOn,
  travelLimits,
  vehicleAxle,
  type AxleInput,
  type AxleView,
  type FittedPart,
  type VehicleAxle,
} from '../vehicle';

/** Vertical stiffness of a tyre, today's and the wanted one's, N/mm; null where its size cannot be read. */
export interface TireStiffness {
  readonly today: number | null;
  readonly planned: number | null;
}
/** One axle of a job on the bench; `off`: chosen parts that are switched off to see what each does. */
export interface BenchInput extends AxleInput {
  /** in series with the springs in every frequency; not there: on wheels that do not give */
  readonly tireNPerMm?: TireStiffness | undefined;
  readonly chosen: readonly FittedPart[];
  readonly off: readonly string[];
}
export const CURVES = [
  'camber',
  'toe',
  'caster',
  'cv-outer',
  'ratio',
  'roll-centre',
  'spring-length',
  'damper-length',
  'shift-left',
  'pitch',
  'steer',
] as const;
export type CurveName = (typeof CURVES)[number];
/** Values over the bench's travel; null where the pose does not exist or the axle has no such figure. */
export type Curve = readonly (number | null)[];

export interface BenchState {
  readonly zMm: number;
  readonly springRateNPerMm: number;
  readonly sprungKg: number;
  readonly wheelRateNPerMm: number;
  readonly rideHz: number;
  readonly damping: number | null;
  /** damper travel per wheel travel at ride height; null without a damper of its own */
  readonly damperRatio: number | null;
  readonly room: TravelRoom | null;
  readonly bumpSteer: BumpSteer | null;
  readonly figures: WheelFigures | AxleFigures;
  readonly curves: Readonly<Partial<Record<CurveName, Curve>>>;
}
export interface Bench {
  readonly axle: Axle;
  readonly beam: boolean;
  readonly damperNsPerM: number;
  readonly steers: boolean;
  readonly travelMm: readonly number[];
  readonly now: BenchState;
  readonly planned: BenchState;
  /** travel at which the vehicle stands loaded as the brief says */
  readonly loadedZMm: number;
  /** bands of the platform for a curve, where it names one */
  readonly bands: Readonly<
    Partial<Record<CurveName, { readonly min: number | null; readonly max: number | null }>>
  >;
  readonly ends: readonly { readonly member: string; readonly lastZMm: number }[];
}
const POSES = 101;
/** travel shown beyond what stop and damper leave, mm */
const MARGIN_MM = 12;
const WIDEST_MM = 130;

const inSeries = (wheelNPerMm: number, tireNPerMm: number | null) =>
  tireNPerMm === null ? wheelNPerMm : 1 / (1 / wheelNPerMm + 1 / tireNPerMm);
const active = (input: BenchInput): readonly FittedPart[] =>
  afterBuild(
    input.fitted,
    input.chosen.filter((c) => !input.off.includes(c.part.code)),
  );
/** An axle on the bench: prepared, as it stands, and with the parts that are switched on. */
export interface OnTheBench {
  readonly axle: VehicleAxle;
  readonly planned: AxleView;
}
export function onTheBench(input: BenchInput): OnTheBench {
  const axle = vehicleAxle(input);
  return { axle, planned: axle.with(active(input)) };
}

/** Everything the bench shows of an axle: ride heights, curves of both states over the travel, travel left, bump steer,
 *  frequencies. 101 poses a state. Fails where a state has no ride height, naming what ends it. */
export function benchAxle(input: BenchInput, on = onTheBench(input)): Result<Bench, RideHeightFault> {
  const { axle } = input;
  const { spec } = on.axle;
  const { today } = on.axle;
  const [nowHeight, height, loaded] = [today.height(), on.planned.height(), on.planned.loaded()];
  if (!nowHeight.ok) return nowHeight;
  if (!height.ok) return height;
  if (!loaded.ok) return loaded;
  const [now, planned] = [today.state.setup, on.planned.state.setup];
  const loads = { todayN: today.load.emptyN, plannedN: on.planned.load.emptyN };
  const stock = on.axle.prepared.stock.model;
  const room = (setup: AxleSetup, zMm: number) =>
    travelRoom(setup.model, zMm, travelLimits(spec, stock, setup));
  const { damper } = travelLimits(spec, stock, planned);
  const rooms = [room(now, nowHeight.value.zMm), room(planned, height.value.zMm)] as const;
  const bottom = Math.min(
    nowHeight.value.zMm - (rooms[0]?.droopMm ?? 80),
    height.value.zMm - (rooms[1]?.droopMm ?? 80),
  );
  const top = Math.max(
    nowHeight.value.zMm + (rooms[0]?.bumpMm ?? 80),
    height.value.zMm + (rooms[1]?.bumpMm ?? 80),
  );
  const from = Math.max(-WIDEST_MM, bottom - MARGIN_MM);
  const to = Math.min(WIDEST_MM, top + MARGIN_MM);
  const travelMm = evenGrid(from, to, POSES);
  const ends: { member: string; lastZMm: number }[] = [];
  const state = (
    setup: AxleSetup,
    h: typeof height.value,
    loadN: number,
    room: TravelRoom | null,
    tireNPerMm: number | null,
  ): BenchState => {
    const { model } = setup;
    const sweep = sweepTravel(model, from, to, POSES);
    ends.push(...sweep.ends);
    const at = new Map(sweep.points.map((p) => [Math.round(p.zMm * 1000), p.pose]));
    const over = (f: (pose: NonNullable<ReturnType<typeof at.get>>) => number | null | undefined): Curve =>
      travelMm.map((z) => {
        const pose = at.get(Math.round(z * 1000));
        return pose ? (f(pose) ?? null) : null;
      });
    const seat = model.springs[0];
    const damper = model.dampers[0];
    const r = damper ? springState(model, damper, h.pose).ratio : null;
    const sprungKg = loadN / G_M_PER_S2;
    return {
      zMm: h.zMm,
      springRateNPerMm: setup.spring.rateNPerMm,
      sprungKg,
      wheelRateNPerMm: h.wheelRateNPerMm,
      rideHz: rideFrequencyHz(inSeries(h.wheelRateNPerMm, tireNPerMm), sprungKg),
      damperRatio: r,
      damping: r === null ? null : dampingRatio(spec.damping.nsPerM, r, h.wheelRateNPerMm, sprungKg),
      room,
      bumpSteer: bumpSteer(model, h.zMm),
      figures: model.beam ? axleFigures(model, h.pose) : wheelFigures(model, h.pose),
      curves: {
        ...(model.beam
          ? {
              caster: over((p) => axleFigures(model, p).casterLeftDeg),
              'shift-left': over((p) => axleFigures(model, p).shiftLeftMm),
              pitch: over((p) => axleFigures(model, p).pitchDeg),
              steer: over((p) => axleFigures(model, p).dragSteerDeg),
              'roll-centre': over((p) => axleFigures(model, p).rollCentreMm),
            }
          : {
              camber: over((p) => wheelFigures(model, p).camberDeg),
              toe: over((p) => wheelFigures(model, p).toeDeg),
              caster: over((p) => wheelFigures(model, p).casterDeg),
              'cv-outer': over((p) => wheelFigures(model, p).cvOuterDeg),
              'roll-centre': over((p) => wheelFigures(model, p).rollCentreMm),
            }),
        ratio: over((p) => (seat ? springState(model, seat, p).ratio : null)),
        'spring-length': over((p) => (seat ? springState(model, seat, p).lengthMm : null)),
        'damper-length': over((p) => (damper ? springState(model, damper, p).lengthMm : null)),
      },
    };
  };
  return {
    ok: true,
    value: {
      axle,
      beam: planned.model.beam,
      damperNsPerM: spec.damping.nsPerM,
      steers: planned.model.rackPoint !== null && axle === 'front',
      travelMm,
      now: state(now, nowHeight.value, loads.todayN, rooms[0], input.tireNPerMm?.today ?? null),
      planned: state(planned, height.value, loads.plannedN, rooms[1], input.tireNPerMm?.planned ?? null),
      loadedZMm: loaded.value.zMm,
      ends,
      bands: {
        camber: { min: spec.spec.camberDeg[0], max: spec.spec.camberDeg[1] },
        toe: { min: spec.spec.toeDeg[0], max: spec.spec.toeDeg[1] },
        ...(spec.spec.casterDeg
          ? { caster: { min: spec.spec.casterDeg[0], max: spec.spec.casterDeg[1] } }
          : {}),
        ...(spec.cv ? { 'cv-outer': { min: null, max: spec.cv.runningDeg } } : {}),
        ...(damper ? { 'damper-length': { min: damper.compressedMm, max: damper.extendedMm } } : {}),
      },
    },
  };
}

export interface BenchPose {
  readonly linkage: Linkage;
  readonly figures: WheelFigures | AxleFigures;
}
/** The linkage of one state at a travel (and rack or roll): what a drag shows. */
export function benchPose(
  setup: AxleSetup,
  at: { readonly zMm: number; readonly rackMm: number; readonly rollMm: number },
): Result<BenchPose, ReachFault> {
  const { model } = setup;
  const pose = poseAt(model, at.zMm, at.rackMm, at.rollMm);
  if (!pose.ok) return pose;
  return {
    ok: true,
    value: {
      linkage: linkageAt(model, pose.value, at.rackMm),
      figures: model.beam ? axleFigures(model, pose.value) : wheelFigures(model, pose.value, at.rackMm),
    },
  };
}
/** Chosen parts that act on this axle: what can be switched on the bench. */
export const switchable = (chosen: readonly FittedPart[], axle: Axle): readonly Part[] =>
  chosen.filter((c) => effectsOn([c], axle).length > 0).map((c) => c.part);

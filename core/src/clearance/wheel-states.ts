import {
  add,
  apply,
  bodyPoint,
  carried,
  dot,
  mirrored,
  nearestToZero,
  armAt,
  pointOf,
  poseAt,
  poseNear,
  rotateAbout,
  scale,
  sub,
  unit,
  type Pose,
  type ReachFault,
  type SpringSeat,
  type SuspensionModel,
  type Vec3,
} from '../suspension';
import { RAD_PER_DEG } from '../units';
import type { Cloud } from './kernel';
import type { Obstacle } from './obstacle';

/** What the second direction of a map is: rack, mm toward +y · turn of both wheels about their kingpins, deg, + to the
 *  left · travel of the other wheel of an axle that does not steer, mm. */
export type Across = 'rack-mm' | 'kingpin-deg' | 'other-wheel-mm';
export interface PoseGrid {
  /** travel of the wheel looked at, mm from design */
  readonly zMm: readonly number[];
  readonly across: readonly number[];
  readonly acrossIs: Across;
  /** where the other wheel of a steered beam stands while this one moves: heave and roll of the axle */
  readonly othersMm: readonly (number | 'same')[];
}
/** One wheel in one pose; a right wheel is mirrored, so that it meets the left side's obstacles. */
export interface WheelState {
  readonly side: 'left' | 'right';
  readonly pose: Pose;
  /** the other wheel of a beam in the same pose: its travel, mm from design, and how it stands, mirrored where this one is not */
  readonly other: { readonly zMm: number; readonly stands: () => WheelState } | null;
  readonly centre: Vec3;
  readonly axis: Vec3;
  /** where points of an obstacle are now */
  readonly placing: (o: Pick<Obstacle, 'carriedBy' | 'member'>) => Placing;
}
/** a point as built → the same now; null: it stays where it is */
export type Placing = ((p: Vec3) => Vec3) | null;

/** All wheel states of a grid, row by row outward from the row nearest to design, each pose solved warm from its
 *  neighbour. A cell that the linkage does not reach gives none. Yields after every row. */
export function* wheelStates(
  model: SuspensionModel,
  grid: PoseGrid,
  visit: (row: number, column: number, states: readonly WheelState[]) => void,
): Generator<number, ReachFault | null> {
  const middle = nearestToZero(grid.zMm);
  const start = poseAt(model, grid.zMm[middle] ?? 0);
  if (!start.ok) return start.fault;
  const rows = grid.zMm.map((_, i) => i);
  for (const order of [rows.slice(middle), rows.slice(0, middle).reverse()]) {
    let pose = start.value;
    for (const i of order) {
      const z = grid.zMm[i] ?? 0;
      const straight = poseNear(model, z, 0, pose);
      if (straight.ok) pose = straight.value;
      if (model.beam) beamRow(model, grid, i, pose, visit);
      else independentRow(model, grid, i, pose, visit);
      yield i;
    }
  }
  return null;
}

/** The states of a grid, kept: what stands near the wheel may change while the linkage does not. */
export interface WheelWalk {
  /** how many states each cell has that the linkage reaches */
  readonly cells: readonly (readonly [row: number, column: number, states: number])[];
  /** of all those cells, one after another */
  readonly states: readonly WheelState[];
  /** their centres and axes, six numbers each */
  readonly wheels: Float64Array;
  readonly fault: ReachFault | null;
  /** an obstacle's points against the wheel in every state of the walk, by what the obstacle is */
  readonly measured: Map<string, Cloud>;
}
/** The walk over a grid. Yields after every row. */
export function* walkStates(model: SuspensionModel, grid: PoseGrid): Generator<number, WheelWalk> {
  const cells: (readonly [number, number, number])[] = [];
  const states: WheelState[] = [];
  const fault = yield* wheelStates(model, grid, (row, column, list) => {
    cells.push([row, column, list.length]);
    states.push(...list);
  });
  const wheels = new Float64Array(6 * states.length);
  states.forEach(({ centre, axis }, n) => {
    wheels.set(centre, 6 * n);
    wheels.set(axis, 6 * n + 3);
  });
  return { cells, states, wheels, fault, measured: new Map() };
}
/** Columns from straight ahead outward, both ways. */
function outward(values: readonly number[]): readonly (readonly (readonly [number, number])[])[] {
  const all = values.map((v, j) => [v, j] as const);
  const near = (list: typeof all) => [...list].sort((a, b) => Math.abs(a[0]) - Math.abs(b[0]));
  return [near(all.filter(([v]) => v < 0)), near(all.filter(([v]) => v >= 0))];
}

function independentRow(
  model: SuspensionModel,
  grid: PoseGrid,
  row: number,
  from: Pose,
  visit: Parameters<typeof wheelStates>[2],
): void {
  const z = grid.zMm[row] ?? 0;
  const solve = (rack: number, near: Pose) => {
    const next = poseNear(model, z, rack, near);
    return next.ok ? next : poseAt(model, z, rack);
  };
  for (const columns of outward(grid.across)) {
    let pose = from;
    for (const [value, j] of columns) {
      const rack = grid.acrossIs === 'rack-mm' ? value : 0;
      const next = solve(rack, pose);
      if (!next.ok) break;
      pose = next.value;
      visit(row, j, [independentState(model, pose)]);
    }
  }
}
function independentState(model: SuspensionModel, pose: Pose): WheelState {
  return {
    side: 'left',
    pose,
    other: null,
    centre: carried(pose, pointOf(model.carrier, 'wheelCentre')),
    axis: apply(pose.rotation, model.spinAxis),
    placing: (o) => {
      switch (o.carriedBy) {
        case 'body':
        case 'frame':
        case 'subframe':
          return null;
        case 'carrier':
        case 'knuckle':
          return (p) => carried(pose, p);
        case 'lower':
        case 'upper': {
          const arm = model.arms[o.carriedBy];
          return arm ? armAt(model, arm, pose) : null;
        }
        case 'member':
          return onMember(model, pose, o.member ?? '', 'left');
      }
    },
  };
}

/** Both wheels of a beam in turn are the one looked at, while the other stands elsewhere: heave and roll together. */
function beamRow(
  model: SuspensionModel,
  grid: PoseGrid,
  row: number,
  from: Pose,
  visit: Parameters<typeof wheelStates>[2],
): void {
  const z = grid.zMm[row] ?? 0;
  const solve = (leftMm: number, rightMm: number, near: Pose) => {
    const [heave, roll] = [(leftMm + rightMm) / 2, leftMm - rightMm];
    const next = poseNear(model, heave, 0, near, roll);
    return next.ok ? next : poseAt(model, heave, 0, roll);
  };
  const looked = (otherMm: number, near: readonly [Pose, Pose]) => {
    const [left, right] = [solve(z, otherMm, near[0]), solve(otherMm, z, near[1])];
    return left.ok && right.ok ? ([left.value, right.value] as const) : null;
  };
  const states = ([left, right]: readonly [Pose, Pose], turnDeg: number, otherMm: number) => [
    beamState(model, left, 'left', turnDeg, [z, otherMm]),
    beamState(model, right, 'right', turnDeg, [z, otherMm]),
  ];
  if (grid.acrossIs === 'other-wheel-mm') {
    let pair: readonly [Pose, Pose] = [from, from];
    grid.across.forEach((other, j) => {
      const next = looked(other, pair);
      if (!next) return;
      pair = next;
      visit(row, j, states(next, 0, other));
    });
    return;
  }
  const pairs = grid.othersMm.flatMap((o) => {
    const otherMm = o === 'same' ? z : o;
    const posed = looked(otherMm, [from, from]);
    return posed ? [{ posed, otherMm }] : [];
  });
  if (pairs.length < grid.othersMm.length) return;
  grid.across.forEach((turn, j) => {
    const turnDeg = grid.acrossIs === 'kingpin-deg' ? turn : 0;
    visit(
      row,
      j,
      pairs.flatMap(({ posed, otherMm }) => states(posed, turnDeg, otherMm)),
    );
  });
}
/** `travel`: of this wheel and of the other, mm from design. */
function beamState(
  model: SuspensionModel,
  pose: Pose,
  side: 'left' | 'right',
  turnDeg: number,
  travel: readonly [number, number],
): WheelState {
  const Side = side === 'left' ? 'Left' : 'Right';
  const home = side === 'left' ? (p: Vec3) => p : mirrored;
  const on = (name: string) => carried(pose, pointOf(model.carrier, name));
  const [lower, upper] = [model.carrier[`kingpin${Side}Lower`], model.carrier[`kingpin${Side}Upper`]];
  let steer = (p: Vec3): Vec3 => p;
  let turn = (d: Vec3): Vec3 => d;
  if (lower && upper && turnDeg !== 0) {
    const foot = carried(pose, lower);
    const up = unit(sub(carried(pose, upper), foot));
    turn = (d) => rotateAbout(d, up, turnDeg * RAD_PER_DEG);
    steer = (p) => add(foot, turn(sub(p, foot)));
  }
  const design = side === 'left' ? model.spinAxis : mirrored(model.spinAxis);
  const across = side === 'left' ? 'right' : 'left';
  return {
    side,
    pose,
    other: {
      zMm: travel[1],
      stands: () => beamState(model, pose, across, turnDeg, [travel[1], travel[0]]),
    },
    centre: home(steer(on(`wheel${Side}`))),
    axis: home(turn(apply(pose.rotation, design))),
    placing: (o) => {
      switch (o.carriedBy) {
        case 'body':
        case 'frame':
        case 'subframe':
          return null;
        case 'knuckle':
          return (p) => home(steer(carried(pose, home(p))));
        case 'carrier':
        case 'lower': // a beam has no arms of its own: what would ride on one rides on the beam
        case 'upper':
          return (p) => home(carried(pose, home(p)));
        case 'member': {
          const at = onMember(model, pose, o.member ?? '', side);
          return (p) => home(at(home(p)));
        }
      }
    },
  };
}

/** Points beside a straight member: each keeps its share of the way between the ends and its place beside the line. */
function onMember(
  model: SuspensionModel,
  pose: Pose,
  member: string,
  side: 'left' | 'right',
): (p: Vec3) => Vec3 {
  const name = side === 'right' ? member.replace('Left', 'Right') : member;
  const seat = (list: readonly SpringSeat[]) => list.find((s) => s.side === side) ?? list[0];
  const s = member === 'spring' ? seat(model.springs) : member === 'damper' ? seat(model.dampers) : undefined;
  const l = model.links.find((x) => x.name === name);
  let ends: readonly [Vec3, Vec3, Vec3] | null = null; // body end, other end at design, other end now
  if (s) {
    const arm =
      s.bottomOwner === 'lower' || s.bottomOwner === 'upper' ? model.arms[s.bottomOwner] : undefined;
    const design = s.bottomOwner === 'carrier' ? model.carrier[s.bottom] : model.body[s.bottom];
    if (design)
      ends = [
        pointOf(model.body, s.top),
        design,
        arm ? armAt(model, arm, pose)(design) : s.bottomOwner === 'carrier' ? carried(pose, design) : design,
      ];
  } else if (l) {
    const design = pointOf(model.carrier, l.carrier);
    ends = [bodyPoint(model, l.body, 0), design, carried(pose, design)];
  }
  if (!ends) throw new Error(`an obstacle rides on "${member}", which this ${model.kind} does not have`);
  const [fixed, was, now] = ends;
  const line = sub(was, fixed);
  const moved = sub(now, was);
  const whole = dot(line, line);
  return (p) => add(p, scale(moved, Math.min(1, Math.max(0, dot(sub(p, fixed), line) / whole))));
}

import {
  leastLift,
  clearsOver,
  leastOver,
  leastThat,
  placedOn,
  tireBody,
  usedWindow,
  type MountedBody,
  type PolarTable,
} from '../clearance';
import { minutesOf, wheelOf, type ObstacleKind, type Relief } from '../catalogue';
import type { TireAsked, VehicleAxle } from '../vehicle';
import type { ReliefChoice } from '../job';
import { axleTable, relieved, reliefsOn, rubAxle, type RubAxle, type RubAxleInput } from './rub-axle';
import type { ObstacleResult, RubCure } from './rub-results';

export interface RubStudyInput extends RubAxleInput {
  readonly tire: TireAsked;
}
/** grid of the searches: edges and columns between its lines are read in between */
export const SEARCH_ROWS = 17;
export const SEARCH_COLUMNS = 17;
const MOST_OFFSET_MM = 45;
const MOST_LOCK_LESS = 0.35;

export interface LiftForSet {
  readonly set: 'none' | 'chosen' | 'reversible' | 'all';
  /** least lift over design with these reliefs, mm; null: no lift clears, `obstacle` says what is in the way */
  readonly liftMm: number | null;
  readonly obstacle: ObstacleKind | null;
  /** stop that would have to come earlier for the whole travel, mm; null: no stop is enough */
  readonly stopMm: number | null;
  readonly minutes: number;
  readonly priceMinor: number;
}
/** What can be done about one obstacle, each by itself and computed: every relief with what it leaves, quickest first, then
 *  how much lift, stop, lock, offset, width or diameter would end the rub, where any does. */
export function reliefCuresOf(
  o: ObstacleResult,
  input: RubStudyInput,
  a: RubAxle,
  t: PolarTable,
  w: MountedBody,
): readonly RubCure[] {
  const k = a.kinds.indexOf(o.kind);
  const only = (n: number) => n === k;
  const { marginMm } = o;
  const spec = input.vehicle.platform[input.axle];
  const source = spec.obstacles.find((x) => x.kind === o.kind);
  const done = reliefsOn(input.reliefs, input.axle, input.catalogue)
    .filter((c) => c.kind === o.kind)
    .map((c) => c.relief);
  const out: RubCure[] = [];
  for (const code of source?.reliefs ?? []) {
    const relief = input.catalogue.reliefs.find((r) => r.code === code);
    if (!source || !relief || done.includes(relief)) continue;
    const after = relieved(source, [...done, relief], wheelOf(spec));
    if (!after) {
      out.push({ by: 'relief', relief, afterMm: Infinity });
      continue;
    }
    const table = axleTable({ ...a, obstacles: placedOn(a.setup, [after]) }, SEARCH_ROWS, SEARCH_COLUMNS);
    if (table.ok) out.push({ by: 'relief', relief, afterMm: leastOver(table.value, w, a.usedWindow) });
  }
  out.sort((x, y) =>
    x.by === 'relief' && y.by === 'relief' ? minutesOf(x.relief.work) - minutesOf(y.relief.work) : 0,
  );
  const holds = (body: MountedBody, window = a.usedWindow) => clearsOver(t, body, window, marginMm, only);
  if (o.liftHelps) {
    const most = Math.max(0, a.rideZMm - a.ends.bottomMm);
    const at = (more: number) => holds(w, usedWindow(a.rideZMm - more, a.used, a.ends));
    if (at(most)) out.push({ by: 'lift', moreMm: leastThat(0, most, at) });
  }
  const room = a.usedWindow.toMm - a.rideZMm;
  const stopped = (less: number) => holds(w, { ...a.usedWindow, toMm: a.usedWindow.toMm - less });
  if (room > 0 && stopped(room)) {
    const less = leastThat(0, room, stopped);
    if (less > 0) out.push({ by: 'bump-stop', lowerMm: a.ends.topMm - (a.usedWindow.toMm - less) });
  }
  if (a.ends.lock > 0) {
    const turned = (less: number) => holds(w, { ...a.usedWindow, lock: a.ends.lock * (1 - less / 100) });
    if (turned(MOST_LOCK_LESS * 100))
      out.push({ by: 'steering-stop', lessShare: leastThat(0, MOST_LOCK_LESS * 100, turned) / 100 });
  }
  for (const sign of [1, -1] as const) {
    const moved = (mm: number) => holds({ ...w, outboardMm: w.outboardMm + sign * mm });
    if (moved(MOST_OFFSET_MM)) {
      out.push({ by: 'offset', changeMm: -sign * leastThat(0, MOST_OFFSET_MM, moved) });
      break;
    }
  }
  const { tire } = input;
  const narrow = (less: number) =>
    holds({ ...w, tire: tireBody(tire.sectionMm - less, tire.diameterMm, tire.mud, tire.rimIn) });
  const most = tire.sectionMm * 0.25;
  if (narrow(most)) out.push({ by: 'narrower', sectionMm: tire.sectionMm - leastThat(0, most, narrow) });
  const small = (less: number) =>
    holds({ ...w, tire: tireBody(tire.sectionMm, tire.diameterMm - less, tire.mud, tire.rimIn) });
  const lower = Math.max(0, tire.diameterMm - tire.rimIn * 25.4 - 80);
  if (small(lower)) out.push({ by: 'smaller', diameterMm: tire.diameterMm - leastThat(0, lower, small) });
  return out;
}

/** Every relief that can be done to an axle's obstacles, as choices; those that need an engineer's note are left out. */
export function reliefChoices(
  input: Pick<RubAxleInput, 'vehicle' | 'axle' | 'catalogue'>,
  which: (r: Relief) => boolean,
): readonly ReliefChoice[] {
  return input.vehicle.platform[input.axle].obstacles.flatMap((o) =>
    o.reliefs.flatMap((code): ReliefChoice[] => {
      const relief = input.catalogue.reliefs.find((r) => r.code === code);
      return relief && !relief.structural && which(relief)
        ? [{ axle: input.axle, obstacle: o.kind, relief: code }]
        : [];
    }),
  );
}
/** Least lift of one set of reliefs, and what the set costs. */
export function liftFor(
  set: LiftForSet['set'],
  input: RubStudyInput,
  w: MountedBody,
  prepared: VehicleAxle,
): LiftForSet {
  const reliefs =
    set === 'none'
      ? []
      : set === 'chosen'
        ? input.reliefs
        : reliefChoices(input, (r) => set === 'all' || r.reversible);
  const works = reliefsOn(reliefs, input.axle, input.catalogue).map((c) => c.relief);
  const cost = {
    minutes: works.reduce((s, r) => s + minutesOf(r.work), 0),
    priceMinor: works.reduce((s, r) => s + r.priceMinor, 0),
  };
  const a = rubAxle({ ...input, reliefs }, prepared);
  const table = a.ok ? axleTable(a.value, SEARCH_ROWS, SEARCH_COLUMNS) : null;
  if (!a.ok || !table?.ok) return { set, liftMm: null, obstacle: null, stopMm: null, ...cost };
  const r = leastLift(table.value, w, a.value);
  return r.ok
    ? { set, liftMm: r.value.liftMm, obstacle: null, stopMm: r.value.stopMm, ...cost }
    : { set, liftMm: null, obstacle: r.fault.obstacle as ObstacleKind, stopMm: null, ...cost };
}

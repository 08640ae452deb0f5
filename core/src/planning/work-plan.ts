import type { AccessState, Catalogue, Fastening, Hazard, KnownVehicle, WorkText } from '../catalogue';
import type { ReliefChoice } from '../job';
import { reliefsOn } from '../forecast';
import { type FittedPart } from '../vehicle';
import type { Axle } from '../suspension';

export interface WorkStep {
  readonly number: number;
  readonly phase: 'apart' | 'work' | 'together' | 'ride-height' | 'closing';
  readonly axle: Axle | 'vehicle';
  readonly text: string;
  /** parts the step serves; empty for access and closing */
  readonly parts: readonly string[];
  readonly minutes: number;
  readonly tools: readonly string[];
  readonly hazards: readonly Hazard[];
  readonly fastenings: readonly Fastening[];
}
export interface WorkPlan {
  readonly steps: readonly WorkStep[];
  readonly minutes: number;
  /** index in `steps` from which the wheels are on the ground */
  readonly rideHeightLine: number;
  readonly tools: readonly string[];
  readonly missing: readonly string[];
}

/** One merged order of work.
 *
 *  1. operations of the parts, per axle; each names the access states it needs
 *  2. closure of those states over their own needs, each state once, in order of need
 *  3. vehicle up; per axle front then rear: states off, operations, states on in reverse
 *  4. the ride-height line: every rubber-bushed fastening is taken out of its step and comes here, wheels on the ground
 *  5. closing block
 *  Minutes are those of the merged plan, not the sum of book times. */
export function workPlan(
  parts: readonly FittedPart[],
  vehicle: KnownVehicle,
  catalogue: Pick<Catalogue, 'operations' | 'access' | 'closing' | 'reliefs'>,
  reliefs: readonly ReliefChoice[] = [],
): WorkPlan {
  const steps: Omit<WorkStep, 'number'>[] = [];
  const missing: string[] = [];
  const atRide: { readonly f: Fastening; readonly axle: Axle | 'vehicle' }[] = [];
  const push = (
    phase: WorkStep['phase'],
    axle: Axle | 'vehicle',
    w: WorkText,
    partCodes: readonly string[] = [],
  ) => {
    const late = w.fastenings.filter((f) => f.atRideHeight);
    atRide.push(...late.map((f) => ({ f, axle })));
    steps.push({
      phase,
      axle,
      text: w.text,
      parts: partCodes,
      minutes: w.minutes,
      tools: w.tools,
      hazards: w.hazards,
      fastenings: w.fastenings.filter((f) => !f.atRideHeight),
    });
  };
  const stateOf = (code: string, axle: Axle | 'vehicle'): AccessState | null => {
    const kind = axle === 'vehicle' ? null : vehicle.platform[axle].hardpoints.kind;
    return (
      catalogue.access.find(
        (a) =>
          a.code === code &&
          (a.axle === 'vehicle' || (a.axle === axle && kind !== null && a.kinds.includes(kind))),
      ) ?? null
    );
  };
  const close = (codes: readonly string[], axle: Axle | 'vehicle', into: Map<string, AccessState>) => {
    for (const code of codes) {
      const state = stateOf(code, axle);
      if (!state) {
        missing.push(code);
        continue;
      }
      if (into.has(`${state.axle}/${code}`)) continue;
      close(state.needs, axle, into);
      into.set(`${state.axle}/${code}`, state);
    }
  };
  const jobs = parts.flatMap(({ part, quantity }) => {
    const operation = catalogue.operations.find((o) => o.code === part.operation);
    if (!operation) missing.push(part.operation);
    return operation ? [{ part, quantity, operation }] : [];
  });
  const perAxle = (['front', 'rear'] as const).map((axle) => {
    const here = jobs.filter((j) => j.part.axle === axle || (j.part.axle === 'both' && axle === 'front'));
    const states = new Map<string, AccessState>();
    close(
      here.flatMap((j) => j.operation.needs),
      axle,
      states,
    );
    return { axle, here, states };
  });
  const common = new Map<string, AccessState>();
  for (const a of perAxle) for (const [k, s] of a.states) if (s.axle === 'vehicle') common.set(k, s);
  for (const s of common.values()) push('apart', 'vehicle', s.off);
  for (const { axle, here, states } of perAxle) {
    const own = [...states.values()].filter((s) => s.axle !== 'vehicle');
    for (const s of own) push('apart', axle, s.off);
    // operations of the same kind on the same axle are done once per part, each named
    for (const j of here)
      for (const w of j.operation.steps)
        push('work', j.part.axle === 'both' ? 'vehicle' : axle, w, [j.part.code]);
    for (const r of reliefSteps(reliefs, axle, catalogue)) push('work', axle, r);
    for (const s of [...own].reverse()) push('together', axle, s.on);
  }
  for (const s of [...common.values()].reverse()) push('together', 'vehicle', s.on);
  const rideHeightLine = steps.length;
  if (jobs.length > 0 || reliefs.length > 0) {
    for (const axle of ['front', 'rear', 'vehicle'] as const) {
      const late = atRide.filter((l) => l.axle === axle).map((l) => l.f);
      if (late.length > 0)
        steps.push({
          phase: 'ride-height',
          axle,
          parts: [],
          minutes: 5 + 3 * late.length,
          tools: ['torque wrench'],
          hazards: [],
          text: 'Torque the rubber-bushed pivots now, wheels on the ground and the vehicle rolled',
          fastenings: late.map((f) => ({ ...f, atRideHeight: true })),
        });
    }
    for (const w of catalogue.closing) push('closing', 'vehicle', w);
  }
  return {
    steps: steps.map((s, i) => ({ number: i + 1, ...s })),
    minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
    rideHeightLine,
    tools: [...new Set(steps.flatMap((s) => s.tools))].sort(),
    missing: [...new Set(missing)],
  };
}

/** What the chosen reliefs of an axle add to the work, as steps. */
const reliefSteps = (
  choices: readonly ReliefChoice[],
  axle: Axle,
  catalogue: Pick<Catalogue, 'reliefs'>,
): readonly WorkText[] =>
  reliefsOn(choices, axle, catalogue).map(({ relief: r }) => ({
    text: `${r.step} ${r.rule}`,
    minutes: r.minutes,
    tools: r.tools,
    hazards: r.hazards,
    fastenings: [],
  }));

import {
  mountedBody,
  rubAxle,
  rubChecks,
  rubPose,
  rubStudy,
  spacersMm,
  type MountedBody,
  type ReachFault,
  type Result,
  type RideHeightFault,
  type RubAxle,
  type RubAxleInput,
  type RubCheck,
  type RubPose,
  type RubProgress,
  type RubStudy,
  type RubStudyInput,
  type TireAsked,
} from '@rigger/core';

export type StudyAnswer = Result<RubStudy, RideHeightFault | ReachFault> | 'stopped';
/** The short answers of several tyres, per axle; null where the axle has no pose. */
export interface SideBySide {
  readonly front: readonly RubCheck[] | null;
  readonly rear: readonly RubCheck[] | null;
}
/** What the rub map asks of its worker. A new study, or `stop`, ends the one under way. */
export interface RubApi {
  study(input: RubStudyInput, told: (p: RubProgress) => void): Promise<StudyAnswer>;
  stop(): void;
  /** one cell of the axle that was studied last */
  pose(at: { readonly zMm: number; readonly across: number }): RubPose | null;
  compare(
    axles: { readonly front: RubAxleInput; readonly rear: RubAxleInput },
    tires: readonly TireAsked[],
  ): SideBySide;
}
/** work between two looks at the messages: less than a frame, so that a stop is heard at once */
const SLICE_MS = 12;

export function createRubApi(now: () => number = () => performance.now()): RubApi {
  let running = 0;
  let studied: { readonly axle: RubAxle; readonly wheel: MountedBody } | null = null;
  const pause = () => new Promise<void>((done) => setTimeout(done));
  return {
    async study(input, told) {
      const mine = ++running;
      const axle = rubAxle(input);
      studied = axle.ok
        ? {
            axle: axle.value,
            wheel: mountedBody(input.tire, input.vehicle.platform, spacersMm(input.planned, input.axle)),
          }
        : null;
      const steps = rubStudy(input);
      let since = now();
      for (;;) {
        const step = steps.next();
        if (step.done) return step.value;
        const due = now() - since > SLICE_MS;
        if (due || step.value.soFar) told(step.value);
        if (due) {
          await pause();
          if (mine !== running) return 'stopped';
          since = now();
        }
      }
    },
    stop() {
      running += 1;
    },
    pose(at) {
      const p = studied && rubPose(studied.axle, studied.wheel, at);
      return p?.ok ? p.value : null;
    },
    compare({ front, rear }, tires) {
      const one = (input: RubAxleInput) => {
        const axle = rubAxle(input);
        const r = axle.ok ? rubChecks(input, axle.value, tires) : axle;
        return r.ok ? r.value : null;
      };
      return { front: one(front), rear: one(rear) };
    },
  };
}

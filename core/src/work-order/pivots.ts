import type { Joint, Work } from '../catalogue';
import { TRIFLE_MM, TURNS_BUSH_DEG } from '../evidence';
import type { Assessment } from '../assessment';
import type { Axle, SuspensionKind } from '../suspension';
import { onAxle } from '../vehicle';
import { UP, type Access } from './access';
import { OWN_WORK, placeRank, type Place, type StepNode } from './step';

/** allowances, minutes: mark the cams of an axle; loosen and torque one pivot, both sides; get under an axle to do it */
const MARK_MIN = 2;
const LOOSEN_MIN = 1;
const TORQUE_MIN = 1;
const TORQUE_SETUP_MIN = 2;

/** Minutes for the torques of an axle at ride height. */
export const torqueMinutes = (pivots: number): number => TORQUE_SETUP_MIN + TORQUE_MIN * pivots;

/** Whether the plan turns the pivots of an axle: the pose twists their rubber, or a part that lifts is on it and no height is known. */
export function turnedBy(a: Pick<Assessment, 'forecast' | 'chosen'>, axle: Axle): boolean {
  const f = a.forecast?.[axle];
  return f ? f.bushTwistDeg > TURNS_BUSH_DEG : a.chosen.some((c) => onAxle(c.part, axle));
}
/** Whether the plan changes the height of an axle, or brings what lifts it where no height is known. */
export function raisedBy(a: Pick<Assessment, 'forecast' | 'chosen'>, axle: Axle): boolean {
  const f = a.forecast?.[axle];
  return f
    ? Math.abs(f.planned.zMm - f.today.zMm) > TRIFLE_MM || Math.abs(f.bodyLiftMm) > TRIFLE_MM
    : a.chosen.some((c) => onAxle(c.part, axle));
}
export interface Pivots {
  /** joints that are opened only because the new height turns them, per axle */
  readonly loosened: Readonly<Record<Axle, readonly string[]>>;
  readonly nodes: readonly StepNode[];
}
/** Every rubber pivot that the new height turns, on both axles: cams marked, then loosened, after the wheels are off. What
 *  access or work open anyway is not opened again; its cams are marked all the same. */
export function pivotsOf(
  a: Assessment,
  tasks: readonly { readonly place: Place; readonly work: Pick<Work, 'steps'> }[],
  access: Access,
  joints: readonly Joint[],
  kindOf: (axle: Axle) => SuspensionKind,
): Pivots {
  const openedAt = (place: Place): ReadonlySet<string> =>
    new Set([
      ...access.states.filter((s) => s.place === place).flatMap((s) => s.state.off.loosens),
      ...tasks.filter((t) => t.place === place).flatMap((t) => t.work.steps.flatMap((w) => w.loosens)),
    ]);
  const of = (axle: Axle): { readonly loosened: readonly string[]; readonly nodes: readonly StepNode[] } => {
    const opened = openedAt(axle);
    const here = joints.filter((j) => j.pivotOf.includes(kindOf(axle)));
    const loosened = turnedBy(a, axle) ? here.filter((j) => !opened.has(j.code)) : [];
    const cams = here.filter((j) => j.cam && (loosened.includes(j) || opened.has(j.code)));
    const wheels = access.states
      .filter(
        (s) =>
          s.place === axle &&
          // what stands in the way on one side is in no way of a pivot
          s.state.side === undefined &&
          access.needed(s.state.needs, axle).every((id) => id.endsWith('@vehicle')),
      )
      .map((s) => `off ${s.id}`);
    const common = { phase: 'apart' as const, axle, madeBy: [] };
    const mark: StepNode = {
      ...common,
      id: `mark ${axle}`,
      after: [...wheels, `off ${UP}`],
      rank: [1, placeRank(axle), 0, -1],
      work: { ...OWN_WORK, minutes: MARK_MIN, tools: ['paint pen'] },
      more: { makes: 'mark-cams' },
    };
    const loosen: StepNode = {
      ...common,
      id: `loosen ${axle}`,
      after: [mark.id, ...mark.after],
      rank: [1, placeRank(axle), 2],
      work: {
        ...OWN_WORK,
        minutes: LOOSEN_MIN * loosened.length,
        tools: ['breaker bar'],
        loosens: loosened.map((j) => j.code),
      },
      more: { makes: 'loosen-pivots' },
    };
    return {
      loosened: loosened.map((j) => j.code),
      nodes: [...(cams.length > 0 ? [mark] : []), ...(loosened.length > 0 ? [loosen] : [])],
    };
  };
  const [front, rear] = [of('front'), of('rear')];
  return {
    loosened: { front: front.loosened, rear: rear.loosened },
    nodes: [...front.nodes, ...rear.nodes],
  };
}
/** Names of the steps that marking and loosening are, for whatever waits for them. */
export const pivotSteps = (axle: Axle): readonly string[] => [`mark ${axle}`, `loosen ${axle}`];

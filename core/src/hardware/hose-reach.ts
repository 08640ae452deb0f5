import { finish, wheelStates, type PoseGrid } from '../clearance';
import { distance, type ReachFault, type SuspensionModel, type Vec3 } from '../suspension';
import { bad, good, type Result } from '../units';

export const HOSE_SLACK_MM = 15; // a hose is never drawn straight

export interface HoseReach {
  /** longest way between the clips over travel and lock, mm, and where */
  readonly longestMm: number;
  readonly zMm: number;
  readonly across: number;
  /** free length − slack − longest way, mm; below 0 it is too short */
  readonly spareMm: number;
}
interface Run {
  readonly bodyClip: Vec3;
  readonly wheelClip: Vec3;
  readonly freeMm: number;
}
/** Longest way of each hose or lead between its clips over a grid of poses, against its free length less 15 mm of slack. */
export function hoseReach(
  model: SuspensionModel,
  grid: PoseGrid,
  runs: readonly Run[],
): Result<readonly HoseReach[], ReachFault> {
  const longest = runs.map(() => ({ longestMm: 0, zMm: 0, across: 0 }));
  const clip = { carriedBy: model.beam ? ('carrier' as const) : ('knuckle' as const) };
  const fault = finish(
    wheelStates(model, grid, (i, j, states) => {
      for (const s of states) {
        const now = s.placing(clip);
        runs.forEach((run, k) => {
          const longestMm = distance(now ? now(run.wheelClip) : run.wheelClip, run.bodyClip);
          if (longestMm > (longest[k]?.longestMm ?? 0))
            longest[k] = { longestMm, zMm: grid.zMm[i] ?? 0, across: grid.across[j] ?? 0 };
        });
      }
    }),
  );
  return fault
    ? bad(fault)
    : good(longest.map((l, k) => ({ ...l, spareMm: (runs[k]?.freeMm ?? 0) - HOSE_SLACK_MM - l.longestMm })));
}

import {
  buildModel,
  poseAt,
  stockAxle,
  type Axle,
  type AxleSetup,
  type ReliefChoice,
  type RubAxleInput,
  type SuspensionModel,
} from '..';
import { catalogue, plainJob, platformOf, vehicleOf } from './demo-world';

/** One axle of each kind of suspension at each end, for laws: what every platform must also hold is in `plausibility`. */
export const AXLES = catalogue.platforms
  .flatMap((p) =>
    (['front', 'rear'] as const).map((axle) => ({ code: p.code, axle, kind: p[axle].hardpoints.kind })),
  )
  .filter((a, i, all) => all.findIndex((b) => b.kind === a.kind && b.axle === a.axle) === i);
/** no joint ends the travel */
export const LIMITLESS = { cvExtremeDeg: null, plungeMm: null, ballSwingDeg: { upper: null, lower: null } };
export const specOf = (code: string, axle: Axle) => platformOf(code)[axle];
export const modelOf = (code: string, axle: Axle) => buildModel(specOf(code, axle).hardpoints);
export function stockOf(code: string, axle: Axle): AxleSetup {
  const { hardpoints, subframePoints, springRateNPerMm, sprungLoadN } = specOf(code, axle);
  return stockAxle({ hardpoints, subframePoints, rateNPerMm: springRateNPerMm, loadN: sprungLoadN });
}
/** An axle as built, nothing planned, as clearance asks for it. */
export function plainRubInput(code: string, axle: Axle, reliefs: readonly ReliefChoice[] = []): RubAxleInput {
  const job = plainJob(code);
  return {
    vehicle: vehicleOf(job),
    axle,
    brief: job.brief,
    accessories: [],
    fitted: [],
    planned: [],
    reliefs,
    catalogue,
  };
}
/** The value of a result that must be one. */
export const ok = <T>(r: { ok: true; value: T } | { ok: false; fault: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
};
export const at = (model: SuspensionModel, zMm: number, rackMm = 0, rollMm = 0) =>
  ok(poseAt(model, zMm, rackMm, rollMm));

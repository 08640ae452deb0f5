import {
  assess,
  comesTo,
  elevation,
  type Assessment,
  type AxleInput,
  type Catalogue,
  type Elevation,
  type JobSections,
  type PartsLine,
  type ShopSettings,
  type VehicleAxle,
  type WorkPlan,
} from '@rigger/core';
import { AppError } from '../errors';

/** Prepares an axle of the job: a worker that prints several papers of one job prepares it once. */
export type Prepare = (input: AxleInput) => VehicleAxle;
/** All that the printed sheet and its exports say, as data; computed once, by the core. */
export interface SheetModel {
  readonly number: number;
  readonly sections: JobSections;
  readonly assessment: Assessment;
  readonly plan: WorkPlan;
  readonly lines: readonly PartsLine[];
  readonly drawing: Elevation | null;
  readonly settings: ShopSettings;
  readonly printedOn: string;
}

export function sheetModel(
  number: number,
  sections: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
  printedOn: string,
  prepare?: Prepare,
): SheetModel {
  const assessment = assess(sections, catalogue, settings, { day: printedOn, prepare });
  const { vehicle, forecast } = assessment;
  if (!vehicle) throw new AppError('vehicle-missing');
  const { work: plan, lines } = comesTo(sections, assessment, catalogue, settings);
  return {
    number,
    sections,
    assessment,
    plan,
    lines,
    drawing: forecast
      ? elevation(vehicle.platform, forecast, assessment.tires, sections.brief.heightLimitMm)
      : null,
    settings,
    printedOn,
  };
}

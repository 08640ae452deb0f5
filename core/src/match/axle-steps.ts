import type { Need } from '../evidence';
import type { Catalogue } from '../catalogue';
import type { RideHeightFault } from '../suspension';
import { good, type Result } from '../units';
import { forecastAxle, type AxleForecast } from '../forecast';
import { axleNeeds } from '../rules';
import type { FittedPart } from '../vehicle';
import { clearanceNeeds } from '../rules';
import { curesFor } from './cures';
import { hardwareNeeds } from '../rules';
import { rubAxle, type RubAxleInput, type TireAsked } from '../forecast';
import { rubChecks, type RubCheck } from '../forecast';

type SettleInput = Omit<RubAxleInput, 'reliefs' | 'catalogue'> & {
  readonly chosen: readonly FittedPart[];
  readonly catalogue: Catalogue;
};
type NearInput = SettleInput & Pick<RubAxleInput, 'reliefs'> & { readonly tire: TireAsked | null };
/** One axle with its heights, what they leave to settle, and what settles it. */
export interface SettledAxle {
  readonly forecast: AxleForecast;
  readonly needs: readonly Need[];
}
/** What stands near the wheels of one axle: the wanted tyre's clearance (null without a tyre), hoses, links, studs. */
export interface NearWheels {
  readonly check: RubCheck | null;
  readonly needs: readonly Need[];
}
/** The two pieces of an assessment that pose an axle, and so take nearly all of its time. */
export interface AxleSteps {
  readonly settle: (input: SettleInput) => Result<SettledAxle, RideHeightFault>;
  readonly near: (input: NearInput) => NearWheels;
}

function settle(input: SettleInput): Result<SettledAxle, RideHeightFault> {
  const forecast = forecastAxle(input);
  if (!forecast.ok) return forecast;
  const needs = axleNeeds(forecast.value).map(({ finding, verdict, figure }) => ({
    finding,
    verdict,
    figure,
    cures: curesFor(finding, input, input.catalogue),
  }));
  return good({ forecast: forecast.value, needs });
}

function near(input: NearInput): NearWheels {
  const axle = rubAxle(input);
  if (!axle.ok) return { check: null, needs: [] };
  const checks = input.tire ? rubChecks(input, axle.value, [input.tire]) : null;
  const check = checks?.ok ? (checks.value[0] ?? null) : null;
  return {
    check,
    needs: [
      ...(check ? clearanceNeeds(check, input) : []),
      ...hardwareNeeds(input, axle.value, input.chosen),
    ],
  };
}

export const axleSteps: AxleSteps = { settle, near };

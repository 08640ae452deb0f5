import { vehicleAxle, type AxleInput, type VehicleAxle } from '..';

const axles = new Map<string, VehicleAxle>();
/** Prepares an axle once for all the tests of a file that share it: theirs are the decisions on it, not its poses. */
export function prepare(input: AxleInput): VehicleAxle {
  const key = JSON.stringify(input);
  const kept = axles.get(key) ?? vehicleAxle(input);
  axles.set(key, kept);
  return kept;
}

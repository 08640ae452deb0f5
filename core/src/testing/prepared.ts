import { vehicleAxle, type AxleInput, type VehicleAxle } from '..';

const axles = new Map<string, VehicleAxle>();
// what one test computed must not spare the next one from computing it: else nobody sees which test watches what
beforeEach(() => {
  axles.clear();
});
/** Prepares an axle once for all that a test asks of it: its matter are the decisions on it, not its poses. */
export function prepare(input: AxleInput): VehicleAxle {
  const key = JSON.stringify(input);
  const kept = axles.get(key) ?? vehicleAxle(input);
  axles.set(key, kept);
  return kept;
}

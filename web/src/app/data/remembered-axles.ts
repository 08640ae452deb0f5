import { vehicleAxle, type Axle, type AxleInput, type VehicleAxle } from '@rigger/core';
import { remembering } from './remembering';

/** Prepares an axle and keeps it: an edit that leaves vehicle, load and what is on it as they are finds it prepared, with
 *  every state that was computed on it. One axle of each end is kept, so it never grows. */
export function rememberedAxles(): (input: AxleInput) => VehicleAxle {
  const of: Readonly<Record<Axle, (input: AxleInput) => VehicleAxle>> = {
    front: remembering(vehicleAxle),
    rear: remembering(vehicleAxle),
  };
  return (input) => of[input.axle](input);
}

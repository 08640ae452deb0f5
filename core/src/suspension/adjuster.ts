/** Members whose length is set on the vehicle: the track bar until the axle stands in the middle, the drag link until the steering
 *  wheel is straight. */
export const ADJUSTABLE = ['trackBar', 'drag'] as const;
export type Adjustable = (typeof ADJUSTABLE)[number];
/** What an adjustable member may be set to against the length of the vehicle's own, mm, and what one turn changes it by; null where no
 *  record says it. */
export interface Adjuster {
  readonly member: Adjustable;
  readonly rangeMm: readonly [number, number];
  readonly pitchMm: number | null;
}

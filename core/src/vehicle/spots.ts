import type { AxleSpec, Component, Platform } from '../catalogue';
import type { Spot } from '../job';
import type { Axle, SuspensionKind } from '../suspension';

type Side = 'each side' | 'the axle' | 'the vehicle';
interface Place {
  readonly at: Side;
  readonly on: (a: AxleSpec, axle: Axle, p: Platform) => boolean;
}
const kind =
  (...kinds: readonly SuspensionKind[]) =>
  (a: AxleSpec): boolean =>
    kinds.includes(a.hardpoints.kind);
const steers = (a: AxleSpec) => a.lock !== null;
const has = (point: string) => (a: AxleSpec) => point in a.hardpoints.points;
const ARMS: readonly SuspensionKind[] = ['double-wishbone', 'strut', 'transverse-leaf', 'trailing-arm'];
const LEAVES: readonly SuspensionKind[] = ['leaf-axle', 'transverse-leaf'];
const leaves = (a: AxleSpec) => LEAVES.includes(a.hardpoints.kind);
const jointed = kind('double-wishbone', 'strut', 'transverse-leaf');
const arms = (a: AxleSpec) => ARMS.includes(a.hardpoints.kind);

/** Which components an axle has, and whether each of its sides has one. What nobody has on record is listed rather than left out. */
const PLACES: Readonly<Record<Component, Place>> = {
  'upper-ball-joint': { at: 'each side', on: kind('double-wishbone') },
  'lower-ball-joint': { at: 'each side', on: jointed },
  'arm-bush': { at: 'each side', on: arms },
  'link-bush': { at: 'the axle', on: (a) => !arms(a) && a.hardpoints.kind !== 'leaf-axle' },
  'king-pin': { at: 'each side', on: (a) => steers(a) && !jointed(a) },
  'tie-rod-end': { at: 'each side', on: steers },
  'bar-link': { at: 'each side', on: (a) => a.barNmPerRad > 0 },
  'bar-bush': { at: 'the axle', on: (a) => a.barNmPerRad > 0 },
  'track-bar-bush': { at: 'the axle', on: has('trackBarAxle') },
  'strut-mount': { at: 'each side', on: kind('strut') },
  damper: { at: 'each side', on: () => true },
  spring: { at: 'each side', on: (a) => !leaves(a) },
  'leaf-spring': { at: 'each side', on: leaves },
  'leaf-bush': { at: 'each side', on: leaves },
  'hub-bearing': { at: 'each side', on: () => true },
  'cv-boot': { at: 'each side', on: (a) => a.cv !== null },
  'shaft-joint': { at: 'the axle', on: (a) => a.propshaft !== null || a.solid },
  hose: { at: 'each side', on: (a) => a.hoses.length > 0 },
  line: { at: 'the axle', on: (a) => a.hoses.length > 0 },
  cable: { at: 'the axle', on: (_, axle) => axle === 'rear' },
  'brake-pad': { at: 'the axle', on: () => true },
  'wheel-stud': { at: 'the axle', on: () => true },
  tire: { at: 'each side', on: () => true },
  'frame-rust': { at: 'the vehicle', on: () => true },
  leak: { at: 'the vehicle', on: () => true },
};

/** What is looked at on this vehicle, front to rear, left before right, the vehicle as a whole last. */
export function spotsOf(p: Platform): readonly Spot[] {
  const all = Object.entries(PLACES) as [Component, Place][];
  const onAxle = (axle: Axle) =>
    all
      .filter(([, { at, on }]) => at !== 'the vehicle' && on(p[axle], axle, p))
      .flatMap(([component, { at }]): Spot[] =>
        at === 'each side'
          ? (['left', 'right'] as const).map((side) => ({ component, axle, side }))
          : [{ component, axle, side: null }],
      );
  return [
    ...onAxle('front'),
    ...onAxle('rear'),
    ...all
      .filter(([, { at }]) => at === 'the vehicle')
      .map(([component]): Spot => ({ component, axle: null, side: null })),
  ];
}

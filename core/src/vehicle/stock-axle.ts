import { chosenOptions, type AxleSpec, type KnownVehicle } from '../catalogue';
import {
  stopsOf,
  type Axle,
  type AxleCase,
  type AxleSetup,
  type Hardpoints,
  type StopLaw,
  type SuspensionModel,
  type TravelLimits,
  type Vec3,
} from '../suspension';
import { G_M_PER_S2 } from '../units';

/** The axle of this variant as it left the factory, with how much its options weigh on it, kg. */
export function stockCase(
  vehicle: KnownVehicle,
  axle: Axle,
): Omit<AxleCase, 'fitted' | 'loadN'> & { readonly variantKg: number } {
  const { platform } = vehicle;
  const spec = platform[axle];
  const options = chosenOptions(vehicle);
  const [kgKey, rateKey] =
    axle === 'front' ? (['frontKg', 'frontRateNPerMm'] as const) : (['rearKg', 'rearRateNPerMm'] as const);
  const variantKg = options.reduce((sum, o) => sum + (o[kgKey] ?? 0), 0);
  return {
    hardpoints: spec.hardpoints,
    subframePoints: spec.subframePoints,
    rateNPerMm: options.map((o) => o[rateKey]).find((r) => r !== undefined) ?? spec.springRateNPerMm,
    stockLoadN: spec.sprungLoadN + (variantKg * G_M_PER_S2) / 2,
    variantKg,
    stops: spec.limits,
    adjusters: spec.dragSleeve ? [{ member: 'drag', ...spec.dragSleeve }] : [],
  };
}
/** What ends the travel of an axle as it is edited. `stop`: its bump stop, where somebody has found it already. */
export const travelLimits = (
  spec: AxleSpec,
  stock: SuspensionModel,
  setup: AxleSetup,
  stop: StopLaw | null = null,
): TravelLimits => ({
  ...spec.limits,
  damper: spec.limits.damper && {
    extendedMm: spec.limits.damper.extendedMm + setup.damperLonger.extendedMm,
    compressedMm: spec.limits.damper.compressedMm + setup.damperLonger.compressedMm,
  },
  ...(stop ? { stopMm: stop.touchMm, solidMm: stop.solidMm } : stopsOf(stock, setup, spec.limits)),
  ballSwingDeg: {
    upper: setup.jointSwing.upper ?? spec.limits.ballSwingDeg,
    lower: setup.jointSwing.lower ?? spec.limits.ballSwingDeg,
  },
  rodSwingDeg: { ...spec.limits.rodSwingDeg, ...setup.rodSwing },
  cvExtremeDeg: spec.cv?.extremeDeg ?? null,
  plungeMm: spec.cv?.plungeMm ?? null,
});

/** Points that set the motion ratio; the others hardly move a forecast. */
const RATIO_POINTS =
  /^(lowerFront|lowerRear|lowerBall|strutTop|strutBottom|springTop|springBottom|leafEnd|pivotOuter|(spring|seat)(Left|Right)(Top|Bottom)?)$/;
/** The hardpoints with one such point moved by `mm` sideways or up, one at a time; both sides of a beam move alike. */
export function shakenHardpoints(h: Hardpoints, mm: number): readonly Hardpoints[] {
  const points = h.points as unknown as Readonly<Record<string, Vec3>>;
  const names = Object.keys(points).filter((n) => RATIO_POINTS.test(n) && !n.includes('Right'));
  const shaken = (name: string, dy: number, dz: number) =>
    Object.fromEntries(
      [name, name.replace('Left', 'Right')].flatMap((n) => {
        const p = points[n];
        const outboard = n.includes('Right') ? -dy : dy;
        return p ? [[n, [p[0], p[1] + outboard, p[2] + dz]]] : [];
      }),
    );
  return names.flatMap((name) =>
    (
      [
        [mm, 0],
        [0, mm],
      ] as const
    ).map(([dy, dz]) => ({ ...h, points: { ...points, ...shaken(name, dy, dz) } }) as unknown as Hardpoints),
  );
}

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

/** Points whose place hardly moves a height: shaft joints, kingpins and the ends of what steers. */
const NO_HEIGHT = /^(cv|kingpin|drag|tie)/;
const SIDES = /Left|Right/;
/** The hardpoints with one coordinate of one point moved by `mm`, one at a time; both sides of a beam move alike. `heights`: only what
 *  moves a height. */
export function shakenHardpoints(h: Hardpoints, mm: number, heights: boolean): readonly Hardpoints[] {
  const out: Hardpoints[] = [];
  const axes: readonly Vec3[] = [
    [mm, 0, 0],
    [0, mm, 0],
    [0, 0, mm],
  ];
  const add = (p: Vec3, by: Vec3, side: number): Vec3 => [p[0] + by[0], p[1] + by[1] * side, p[2] + by[2]];
  const moved = (points: Readonly<Record<string, Vec3>>, name: string, by: Vec3) => ({
    ...points,
    ...Object.fromEntries(
      [...new Set([name, name.replace('Left', 'Right')])].flatMap((n) => {
        const p = points[n];
        return p ? [[n, add(p, by, n.includes('Right') ? -1 : 1)]] : [];
      }),
    ),
  });
  const points = h.points as unknown as Readonly<Record<string, Vec3>>;
  for (const name of Object.keys(points)) {
    if ((SIDES.test(name) && name.includes('Right')) || (heights && NO_HEIGHT.test(name))) continue;
    for (const by of axes) out.push({ ...h, points: moved(points, name, by) } as unknown as Hardpoints);
  }
  if ('links' in h)
    h.links.forEach((link, i) => {
      for (const end of ['body', 'knuckle'] as const)
        for (const by of axes)
          out.push({
            ...h,
            links: h.links.map((l, k) => (k === i ? { ...link, [end]: add(link[end], by, 1) } : l)),
          });
    });
  if (!heights && 'steering' in h && h.steering) {
    const { steering } = h;
    const ends = steering.points as unknown as Readonly<Record<string, Vec3>>;
    for (const name of Object.keys(ends)) {
      if (name.includes('Right')) continue;
      for (const by of axes)
        out.push({ ...h, steering: { ...steering, points: moved(ends, name, by) } } as unknown as Hardpoints);
    }
  }
  return out;
}

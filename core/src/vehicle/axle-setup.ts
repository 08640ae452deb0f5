import { G_M_PER_S2 } from '../units';
import type { AxleSpec, Catalogue, KnownVehicle, Part, PartEffect, Platform } from '../catalogue';
import type { Accessory, Brief, JobSections } from '../job';
import {
  addedWheelLoadsN,
  stockAxle,
  stopsOf,
  type Axle,
  type AxleEffect,
  type AxleSetup,
  type Hardpoints,
  type PlacedMass,
  type SuspensionModel,
  type TravelLimits,
  type Vec3,
} from '../suspension';

/** A part that is on the vehicle or will be, with how often. */
export interface FittedPart {
  readonly part: Part;
  readonly quantity: number;
}
/** Effects that do not change the axle's linkage, springs or stops. */
const BESIDE_THE_AXLE: readonly PartEffect['kind'][] = [
  'alignment-range',
  'damper',
  'mass',
  'hose',
  'bar-link',
  'wheel-spacer',
  'spare-carrier',
];
export const isAxleEffect = (e: PartEffect): e is AxleEffect => !BESIDE_THE_AXLE.includes(e.kind);
/** Effects of one kind among the parts on an axle. */
export const effectsOfKind = <K extends PartEffect['kind']>(
  parts: readonly FittedPart[],
  axle: Axle,
  kind: K,
): readonly Extract<PartEffect, { kind: K }>[] =>
  parts
    .filter((f) => onAxle(f.part, axle))
    .flatMap((f) => f.part.effects)
    .filter((e): e is Extract<PartEffect, { kind: K }> => e.kind === kind);
/** Wheel spacers on an axle, mm. */
export const spacersMm = (parts: readonly FittedPart[], axle: Axle): number =>
  effectsOfKind(parts, axle, 'wheel-spacer').reduce((sum, e) => sum + e.thicknessMm, 0);

export const onAxle = (part: Part, axle: Axle): boolean => part.axle === axle || part.axle === 'both';

/** Spring parts replace each other; what stays is everything of another family. */
const SPRING_FAMILIES: readonly string[] = ['coil', 'adjustable-strut', 'donor-strut'];

/** What is on the axle after the build: fitted parts, less those a new one of the same kind replaces. */
export function afterBuild(
  fitted: readonly FittedPart[],
  chosen: readonly FittedPart[],
): readonly FittedPart[] {
  const replaced = (old: Part) =>
    chosen.some(
      ({ part: p }) =>
        (p.axle === old.axle || p.axle === 'both' || old.axle === 'both') &&
        (p.family === old.family ||
          (SPRING_FAMILIES.includes(p.family) && SPRING_FAMILIES.includes(old.family))),
    );
  return [...fitted.filter((f) => !replaced(f.part)), ...chosen];
}

/** Parts of the job as the catalogue knows them: what is fitted today and what the build adds (kits opened up). */
export function partsOfJob(job: JobSections, catalogue: Pick<Catalogue, 'parts' | 'kits'>) {
  const byCode = new Map(catalogue.parts.map((p) => [p.code, p]));
  const kits = new Map(catalogue.kits.map((k) => [k.code, k]));
  const unknown: string[] = [];
  const find = (code: string, quantity: number): FittedPart[] => {
    const part = byCode.get(code);
    if (part) return [{ part, quantity }];
    unknown.push(code);
    return [];
  };
  const fitted = job.vehicle.changes.flatMap((c) => (c.part === null ? [] : find(c.part, 1)));
  const chosen = job.build.items.flatMap((i) => {
    if (i.kind === 'part') return find(i.code, i.quantity);
    const kit = kits.get(i.code);
    if (!kit) {
      unknown.push(i.code);
      return [];
    }
    return kit.parts.flatMap((p) => find(p.part, p.quantity * i.quantity));
  });
  return { fitted, chosen, unknown };
}

function massesOf(
  platform: Platform,
  accessories: readonly Accessory[],
  parts: readonly FittedPart[],
): readonly PlacedMass[] {
  return [
    ...accessories.flatMap((a) =>
      a.massKg === null ? [] : [{ massKg: a.massKg, xMm: platform.places[a.place] }],
    ),
    ...parts.flatMap(({ part, quantity }) =>
      part.effects.flatMap((e) =>
        e.kind === 'mass' ? [{ massKg: e.massKg * quantity, xMm: platform.places[e.place] }] : [],
      ),
    ),
  ];
}
/** What bears on an axle besides the vehicle itself. */
export interface LoadInput {
  readonly vehicle: KnownVehicle;
  readonly axle: Axle;
  readonly brief: Pick<Brief, 'payloadKg' | 'tongueKg'>;
  readonly accessories: readonly Accessory[];
  readonly fitted: readonly FittedPart[];
  readonly planned: readonly FittedPart[];
}
/** Sprung load of one wheel of the axle, N: with what is on it, with the build, and loaded as the brief says. */
export function loadsOn(input: LoadInput) {
  const { vehicle, axle, brief } = input;
  const { platform } = vehicle;
  const side = axle === 'front' ? 'frontN' : 'rearN';
  const added = (masses: readonly PlacedMass[]) => addedWheelLoadsN(masses, platform.wheelbaseMm)[side];
  const { curbN } = stockOf(vehicle, axle);
  const todayN = curbN + added(massesOf(platform, input.accessories, input.fitted));
  const plannedN = curbN + added(massesOf(platform, input.accessories, input.planned));
  return { todayN, plannedN, loadedN: plannedN + added(loadMasses(platform, brief)) };
}
export const loadMasses = (
  platform: Platform,
  brief: Pick<Brief, 'payloadKg' | 'tongueKg'>,
): readonly PlacedMass[] => [
  { massKg: brief.payloadKg ?? 0, xMm: platform.places['load-bed'] },
  { massKg: brief.tongueKg ?? 0, xMm: platform.places.hitch },
];

/** The stock axle of this variant, its spring rate and curb load, N and N/mm. */
export function stockOf(vehicle: KnownVehicle, axle: Axle) {
  const { platform } = vehicle;
  const spec = platform[axle];
  const options = platform.variantFields.flatMap((f) =>
    f.options.filter((o) => o.value === vehicle.variant[f.key]),
  );
  const [kgKey, rateKey] =
    axle === 'front' ? (['frontKg', 'frontRateNPerMm'] as const) : (['rearKg', 'rearRateNPerMm'] as const);
  const variantKg = options.reduce((sum, o) => sum + (o[kgKey] ?? 0), 0);
  const rateNPerMm = options.map((o) => o[rateKey]).find((r) => r !== undefined) ?? spec.springRateNPerMm;
  const curbN = spec.sprungLoadN + (variantKg * G_M_PER_S2) / 2;
  const build = (hardpoints: Hardpoints) =>
    stockAxle({ hardpoints, subframePoints: spec.subframePoints, rateNPerMm, loadN: curbN });
  return { variantKg, rateNPerMm, curbN, build };
}
/** What ends the travel of an axle as it is edited. */
export const travelLimits = (spec: AxleSpec, stock: SuspensionModel, setup: AxleSetup): TravelLimits => ({
  ...spec.limits,
  damper: spec.limits.damper && {
    extendedMm: spec.limits.damper.extendedMm + setup.damperLonger.extendedMm,
    compressedMm: spec.limits.damper.compressedMm + setup.damperLonger.compressedMm,
  },
  ...stopsOf(stock, setup, spec.limits),
  cvExtremeDeg: spec.cv?.extremeDeg ?? null,
  plungeMm: spec.cv?.plungeMm ?? null,
});

export const effectsOn = (parts: readonly FittedPart[], axle: Axle): readonly AxleEffect[] =>
  parts.filter((f) => onAxle(f.part, axle)).flatMap((f) => f.part.effects.filter(isAxleEffect));

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

/** What the brief asks of an axle: all that decides its heights, its clearance and the parts offered for it. The rest of
 *  a brief (notes, money, dates, height limit) leaves an axle as it is. */
export type AxleBrief = Pick<Brief, 'payloadKg' | 'tongueKg' | 'chains' | 'usage' | 'reversibleOnly'>;
export const axleBrief = ({ payloadKg, tongueKg, chains, usage, reversibleOnly }: AxleBrief): AxleBrief => ({
  payloadKg,
  tongueKg,
  chains,
  usage,
  reversibleOnly,
});

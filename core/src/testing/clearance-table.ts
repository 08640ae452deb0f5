import {
  leastLift,
  axleTable,
  mountedBody,
  mountedTire,
  parseTireSize,
  reliefChoices,
  rubAxle,
  rubChecks,
  type Axle,
  type ObstacleKind,
  type RubAxleInput,
  type RubCheck,
  type TireAsked,
} from '..';
import { plainRubInput } from './demo-axles';
import { catalogue } from './demo-world';

interface ClassOf {
  readonly platform: string;
  /** what its class takes in the trade as it stands */
  readonly asBuilt: readonly Tire[];
  /** what it takes with trimmed flap, liner, seam and bumper, and the suspension lift that the trade gives it in front, mm */
  readonly lifted: readonly (Tire & { readonly window: readonly [number, number] })[];
}
interface Tire {
  readonly size: string;
  /** wheel that the trade mounts it on, width in × offset mm; the stock one where nothing is said */
  readonly wheel?: readonly [number, number];
}
/** Twelve platforms by class (what a half-ton, a wide-arch 4×4, a heavy truck, a crossover, a cart takes). */
export const CLASSES: readonly ClassOf[] = [
  {
    platform: 'corvane-halder',
    asBuilt: [{ size: '285/70R17' }],
    lifted: [{ size: '35x12.50R17', wheel: [8.5, 10], window: [50, 65] }],
  },
  {
    platform: 'corvane-halder-l',
    asBuilt: [{ size: '275/70R18' }],
    lifted: [{ size: '35x12.50R18', wheel: [8.5, 18], window: [40, 65] }],
  },
  {
    platform: 'mettrick-fell',
    asBuilt: [{ size: '285/70R17' }, { size: '315/70R17', wheel: [9, -6] }],
    lifted: [{ size: '37x12.50R17', wheel: [9, -6], window: [25, 50] }],
  },
  {
    platform: 'mettrick-fell-carrier',
    asBuilt: [{ size: '285/70R17' }, { size: '315/70R17', wheel: [9, -6] }],
    lifted: [{ size: '37x12.50R17', wheel: [9, -6], window: [25, 50] }],
  },
  {
    platform: 'mettrick-outway',
    asBuilt: [{ size: '275/70R18' }],
    lifted: [{ size: '35x12.50R18', wheel: [8.5, 20], window: [25, 50] }],
  },
  {
    platform: 'corvane-drumlin-heavy',
    asBuilt: [{ size: '35x12.50R18' }],
    lifted: [
      { size: '37x12.50R18', window: [0, 60] },
      { size: '40x13.50R18', wheel: [9, 12], window: [65, 85] },
    ],
  },
  {
    platform: 'hollin-bracken',
    asBuilt: [{ size: '265/70R17' }],
    lifted: [{ size: '285/70R17', window: [25, 50] }],
  },
  {
    platform: 'sarnby-courser',
    asBuilt: [{ size: '245/60R18' }],
    lifted: [{ size: '225/70R18', window: [0, 30] }],
  },
  {
    platform: 'sarnby-courser-upland',
    asBuilt: [{ size: '245/65R18' }],
    lifted: [{ size: '255/65R18', window: [0, 30] }],
  },
  {
    platform: 'sarnby-portage',
    asBuilt: [{ size: '255/60R18' }],
    lifted: [{ size: '255/65R18', window: [0, 30] }],
  },
  {
    platform: 'pellow-fetch',
    asBuilt: [{ size: '205/65R10' }],
    lifted: [{ size: '22x11-10', window: [40, 90] }],
  },
  {
    platform: 'pellow-fetch-mk1',
    asBuilt: [{ size: '205/55R10' }],
    lifted: [{ size: '22x11-10', window: [60, 110] }],
  },
];
const ROWS = 17;
const COLUMNS = 17;
const AXLES = ['front', 'rear'] as const satisfies readonly Axle[];
/** what cuts plastic and folds a seam, and leaves the arch as it is */
const TRIMS = (code: string) => code !== 'roll-arch';

export interface TableRow {
  readonly platform: string;
  readonly label: string;
  readonly size: string;
  readonly axle: Axle;
  readonly check: RubCheck;
  /** least lift as built and with trims, mm; null where no lift clears, with what stays in the way */
  readonly liftMm: number | null;
  readonly trimmedMm: number | null;
  readonly inTheWay: string;
}
function asked(code: string, { size: text, wheel }: Tire): TireAsked {
  const p = catalogue.platforms.find((x) => x.code === code);
  const size = parseTireSize(text);
  if (!p || !size.ok) throw new Error(`${code} ${text}`);
  const [rimWidthIn, offsetMm] = wheel ?? [p.stockWheel.widthIn, p.stockWheel.offsetMm];
  const s = mountedTire({
    size: size.value,
    measuredDiameterMm: null,
    rimWidthIn,
    offsetMm,
    pressureKpa: p.stockPressureKpa,
    wheelLoadN: 5000,
  });
  return {
    label: text,
    sectionMm: s.sectionOnRimMm,
    diameterMm: s.diameterMm,
    measured: false,
    mud: false,
    rimIn: size.value.rimIn,
    rimWidthIn,
    offsetMm,
  };
}
function lift(input: RubAxleInput, tire: TireAsked): { readonly mm: number | null; readonly by: string } {
  const a = rubAxle(input);
  const t = a.ok ? axleTable(a.value, ROWS, COLUMNS) : null;
  if (!a.ok || !t?.ok) throw new Error(`${input.vehicle.platform.code} has no pose`);
  const r = leastLift(t.value, mountedBody(tire, input.vehicle.platform, 0), a.value);
  return r.ok ? { mm: r.value.liftMm, by: '' } : { mm: null, by: r.fault.obstacle.replace(/-/g, ' ') };
}
function row(platform: string, tire: Tire, axle: Axle): TableRow {
  const input = plainRubInput(platform, axle);
  const t = asked(platform, tire);
  const a = rubAxle(input);
  const checks = a.ok ? rubChecks(input, a.value, [t]) : null;
  const check = checks?.ok ? checks.value[0] : undefined;
  if (!check) throw new Error(`${platform} ${axle} has no pose`);
  const trimmed = lift({ ...input, reliefs: reliefChoices(input, (r) => TRIMS(r.code)) }, t);
  const built = lift(input, t);
  return {
    platform,
    label: input.vehicle.platform.label,
    size: tire.size,
    axle,
    check,
    liftMm: built.mm,
    trimmedMm: trimmed.mm,
    inTheWay: built.by || trimmed.by,
  };
}
/** What every platform of the table comes to with every tyre of its class. */
export const clearanceRows = (): readonly TableRow[] =>
  CLASSES.flatMap((c) =>
    [...c.asBuilt, ...c.lifted].flatMap((tire) => AXLES.map((axle) => row(c.platform, tire, axle))),
  );

const minus = (text: string) => text.replace('-', '−');
const near = (kind: ObstacleKind, { clearanceMm }: { readonly clearanceMm: number }) =>
  minus(`${kind.replace(/-/g, ' ')} ${Math.round(clearanceMm)} mm`);
/** The three grades: in every pose, in use only, not even in use. */
function grade(c: RubCheck): string {
  const inUse = near(c.nearest.kind, c.nearest.used);
  if (!c.clears) return `rubs in use: ${inUse}`;
  const { kind, toStop } = c.nearestToStop;
  return toStop.clearanceMm < 0
    ? `clears in use; beyond it ${near(kind, toStop)}`
    : `clears in every pose: ${inUse}`;
}
const written = (mm: number | null, by: string) =>
  mm === null ? `none (${by})` : mm === 0 ? 'none needed' : `${Math.ceil(mm)} mm`;
/** The page of the docs: what clears with what. */
export const clearanceTable = (rows: readonly TableRow[]): string =>
  [
    '| platform and tyre | axle | as built | least lift | with trims |',
    '| --- | --- | --- | --- | --- |',
    ...rows.map(
      (r) =>
        `| ${r.axle === 'front' ? `${r.label}, ${r.size}` : ''} | ${r.axle} | ${grade(r.check)} | ${written(r.liftMm, r.inTheWay)} | ${written(r.trimmedMm, r.inTheWay)} |`,
    ),
  ].join('\n');

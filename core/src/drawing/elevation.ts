import type { Platform, Point2 } from '../catalogue';
import type { MountedSide } from '../vehicle';
import type { Stance, TireReading } from '../forecast';
import type { Axle } from '../suspension';
import { parseTireSize } from '../tires';
import { MM_PER_INCH } from '../units';

/** Side elevation as plain shapes, mm: x to the right is rearward from the front axle, y up from the ground. */
export interface ElevationBody {
  readonly body: readonly Point2[];
  readonly glass: readonly (readonly Point2[])[];
}
export interface ElevationWheel {
  readonly x: number;
  readonly y: number;
  readonly outer: number;
  readonly rim: number;
}
export interface ElevationDimension {
  readonly axle: 'front' | 'rear';
  readonly x: number;
  readonly from: number;
  readonly to: number;
  readonly valueMm: number;
  readonly todayMm: number;
  readonly todayTaped: boolean;
  readonly plusMinusMm: number;
}
export interface Elevation {
  readonly today: ElevationBody;
  readonly planned: ElevationBody;
  readonly wheels: readonly ElevationWheel[];
  readonly wheelsToday: readonly ElevationWheel[];
  readonly dimensions: readonly ElevationDimension[];
  readonly limitMm: number | null;
  readonly bounds: { readonly minX: number; readonly maxX: number; readonly maxY: number };
}
/** Body outline hung on its two arch heights: each point rises by the line through both axles' rises, so rake shows. */
export function hangBody(
  platform: Platform,
  rise: { readonly front: number; readonly rear: number },
): ElevationBody {
  const at = ([x, y]: Point2): Point2 => [
    x,
    y + rise.front + ((rise.rear - rise.front) * x) / platform.wheelbaseMm,
  ];
  return { body: platform.outline.body.map(at), glass: platform.outline.glass.map((g) => g.map(at)) };
}

interface DrawnTire {
  readonly loadedRadiusMm: number;
  readonly diameterMm: number;
  readonly rimIn: number;
}

type DrawnAxles = Readonly<Record<Axle, DrawnTire>>;
/** The tyres to draw, axle by axle: those of the check, else the stock tyre of the platform. */
function drawnTires(
  platform: Platform,
  tires: TireReading,
): { readonly today: DrawnAxles; readonly planned: DrawnAxles } {
  const of = (side: MountedSide): DrawnTire => ({
    loadedRadiusMm: side.state.loadedRadiusMm,
    diameterMm: side.state.diameterMm,
    rimIn: side.size.rimIn,
  });
  const { check } = tires;
  if (check)
    return {
      today: { front: of(check.front.today), rear: of(check.rear.today) },
      planned: { front: of(check.front.target), rear: of(check.rear.target) },
    };
  const stock = parseTireSize(platform.stockTire);
  if (!stock.ok) throw new Error(`platform ${platform.code} has an unreadable stock tyre`);
  const { diameterMm, rimIn } = stock.value;
  const drawn = (axle: Axle): DrawnTire => ({
    loadedRadiusMm: platform[axle].hardpoints.loadedRadiusMm,
    diameterMm,
    rimIn,
  });
  const both = { front: drawn('front'), rear: drawn('rear') };
  return { today: both, planned: both };
}

/** The drawing of one vehicle: now and planned, from its own figures. */
export function elevation(
  platform: Platform,
  { today, planned }: { readonly today: Stance; readonly planned: Stance },
  tireReading: TireReading,
  limitMm: number | null,
): Elevation {
  const tires = drawnTires(platform, tireReading);
  const wheel = (t: DrawnTire, x: number): ElevationWheel => ({
    x,
    y: t.loadedRadiusMm,
    outer: t.diameterMm / 2,
    rim: (t.rimIn * MM_PER_INCH) / 2,
  });
  const wheels = (t: DrawnAxles): readonly ElevationWheel[] => [
    wheel(t.front, 0),
    wheel(t.rear, platform.wheelbaseMm),
  ];
  const bodies = [hangBody(platform, today.rise), hangBody(platform, planned.rise)] as const;
  const xs = bodies.flatMap((b) => b.body.map((p) => p[0]));
  const ys = bodies.flatMap((b) => [...b.body, ...b.glass.flat()].map((p) => p[1]));
  const [minX, maxX] = [Math.min(...xs), Math.max(...xs)];
  const dimension = (axle: 'front' | 'rear'): ElevationDimension => ({
    axle,
    x: axle === 'front' ? minX : maxX,
    from: tires.planned[axle].loadedRadiusMm,
    to: tires.planned[axle].loadedRadiusMm + planned[axle].value,
    valueMm: planned[axle].value,
    todayMm: today[axle].value,
    todayTaped: today[axle].truth === 'measured',
    plusMinusMm: planned[axle].plusMinus ?? 0,
  });
  return {
    today: bodies[0],
    planned: bodies[1],
    wheels: wheels(tires.planned),
    wheelsToday: wheels(tires.today),
    dimensions: [dimension('front'), dimension('rear')],
    limitMm,
    bounds: { minX, maxX, maxY: Math.max(...ys, limitMm ?? 0) },
  };
}

import { DEG_PER_RAD, G_M_PER_S2 } from '../units/constants';

/** Wheel rate and tyre in series, N/mm.
 *  @example rideRateNPerMm(33.53, 240.4) // 29.42580951 */
export const rideRateNPerMm = (wheelRate: number, tireRate: number): number =>
  1 / (1 / wheelRate + 1 / tireRate);

/** Ride frequency of a sprung mass on a ride rate, Hz.
 *  @example rideFrequencyHz(29.42580951, 572.9) // 1.14063037 */
export const rideFrequencyHz = (rideRate: number, sprungMassKg: number): number =>
  Math.sqrt((rideRate * 1000) / sprungMassKg) / (2 * Math.PI);

/** Damping ratio ζ = c·r²/(2√(k_w·m)); c in N·s/m at the damper. Target 0.25–0.40 for a loaded off-road vehicle.
 *  @example dampingRatio(4627, 0.786, 33.53, 572.9) // 0.32610571 */
export const dampingRatio = (
  cNsPerM: number,
  damperRatio: number,
  wheelRate: number,
  sprungMassKg: number,
): number => (cNsPerM * damperRatio ** 2) / (2 * Math.sqrt(wheelRate * 1000 * sprungMassKg));

export interface Stability {
  /** track ÷ twice the height of the centre of gravity */
  readonly staticFactor: number;
  readonly lateralTipDeg: number;
  /** uphill and downhill, from the shorter distance of the centre of gravity to an axle */
  readonly longitudinalTipDeg: number;
}
/** Track over twice the height of the centre of gravity.
 *  @example staticStability(1582, 751.3) // 1.05284174 */
export const staticStability = (trackMm: number, cgMm: number): number => trackMm / (2 * cgMm);

/** Static stability. `cgXMm`: centre of gravity behind the front axle.
 *  @example stability({ trackMm: 1582, cgMm: 751.3, cgXMm: 1400, wheelbaseMm: 3000 }).staticFactor // 1.05284174 */
export function stability(v: {
  readonly trackMm: number;
  readonly cgMm: number;
  readonly cgXMm: number;
  readonly wheelbaseMm: number;
}): Stability {
  const short = Math.min(v.cgXMm, v.wheelbaseMm - v.cgXMm);
  return {
    staticFactor: staticStability(v.trackMm, v.cgMm),
    lateralTipDeg: Math.atan2(v.trackMm / 2, v.cgMm) * DEG_PER_RAD,
    longitudinalTipDeg: Math.atan2(short, v.cgMm) * DEG_PER_RAD,
  };
}

/** Height of the centre of gravity after a build, mm: sprung mass up by suspension and tyre lift, the body's part also by
 *  body lift, unsprung by tyre lift, added masses at their own heights.
 *  @example cgAfterMm({ sprungKg: 1800, unsprungKg: 300, sprungCgMm: 760, unsprungCgMm: 380, suspensionLiftMm: 40, tireLiftMm: 15, bodyLiftMm: 0, bodyKg: 700, added: [] }) // 755 */
export function cgAfterMm(v: {
  readonly sprungKg: number;
  readonly unsprungKg: number;
  readonly sprungCgMm: number;
  readonly unsprungCgMm: number;
  readonly suspensionLiftMm: number;
  readonly tireLiftMm: number;
  readonly bodyLiftMm: number;
  /** the part of the sprung mass that stands on the body mounts */
  readonly bodyKg: number;
  readonly added: readonly { readonly massKg: number; readonly heightMm: number }[];
}): number {
  const sprung = v.sprungKg * (v.sprungCgMm + v.suspensionLiftMm + v.tireLiftMm) + v.bodyKg * v.bodyLiftMm;
  const unsprung = v.unsprungKg * (v.unsprungCgMm + v.tireLiftMm);
  const added = v.added.reduce((s, m) => s + m.massKg * m.heightMm, 0);
  const kg = v.sprungKg + v.unsprungKg + v.added.reduce((s, m) => s + m.massKg, 0);
  return (sprung + unsprung + added) / kg;
}

/** Body roll per g of lateral acceleration, deg/g: sprung weight × its height over the roll axis ÷ roll stiffness of
 *  springs and bars of both axles. Rates N/mm per wheel, tracks mm, bar stiffness N·m per rad at the wheels.
 *  @example rollGradientDegPerG({ sprungKg: 1800, armMm: 450, axles: [{ wheelRate: 35, trackMm: 1580, barNmPerRad: 20000 }, { wheelRate: 30, trackMm: 1560, barNmPerRad: 0 }] }) // 4.93370510 */
export function rollGradientDegPerG(v: {
  readonly sprungKg: number;
  readonly armMm: number;
  readonly axles: readonly {
    readonly wheelRate: number;
    readonly trackMm: number;
    readonly barNmPerRad: number;
  }[];
}): number {
  const stiffness = v.axles.reduce(
    (s, a) => s + (a.wheelRate * 1000 * (a.trackMm / 1000) ** 2) / 2 + a.barNmPerRad,
    0,
  );
  const moment = (v.sprungKg * G_M_PER_S2 * v.armMm) / 1000;
  return (moment / (stiffness - moment)) * DEG_PER_RAD;
}

/** A bump 50 mm high and half a metre long, taken by both axles in turn. */
export interface HalfCar {
  readonly sprungKg: number;
  readonly pitchInertiaKgM2: number;
  /** centre of gravity to front and rear axle, m */
  readonly frontM: number;
  readonly rearM: number;
  /** ride rates of an axle (both wheels), N/m, and damping at the wheels, N·s/m */
  readonly frontRate: number;
  readonly rearRate: number;
  readonly frontDamping: number;
  readonly rearDamping: number;
  readonly speedKmh: number;
}
export interface FlatRide {
  readonly peakPitchDeg: number;
  /** from the front's first contact until pitch stays within a tenth of its peak, s */
  readonly settleS: number;
  readonly peakBounceMm: number;
  readonly samples: readonly {
    readonly timeS: number;
    readonly bounceMm: number;
    readonly pitchDeg: number;
  }[];
}
const BUMP_M = 0.05;
const BUMP_LENGTH_M = 0.5;
const STEP_S = 0.001;
const RUN_S = 4;

/** Half-car with bounce and pitch over the bump, the rear delayed by wheelbase ÷ speed; RK4 with 1 ms. Pitch + nose up. */
export function flatRide(v: HalfCar): FlatRide {
  const speed = v.speedKmh / 3.6;
  const bump = (t: number): readonly [number, number] => {
    const x = t * speed;
    if (x < 0 || x > BUMP_LENGTH_M) return [0, 0];
    const w = Math.PI / BUMP_LENGTH_M;
    return [BUMP_M * Math.sin(w * x), BUMP_M * w * speed * Math.cos(w * x)];
  };
  const delay = (v.frontM + v.rearM) / speed;
  const derive = (t: number, y: number, p: number, vy: number, vp: number): readonly [number, number] => {
    const [hf, sf] = bump(t);
    const [hr, sr] = bump(t - delay);
    const front = v.frontRate * (hf - y - v.frontM * p) + v.frontDamping * (sf - vy - v.frontM * vp);
    const rear = v.rearRate * (hr - y + v.rearM * p) + v.rearDamping * (sr - vy + v.rearM * vp);
    return [(front + rear) / v.sprungKg, (v.frontM * front - v.rearM * rear) / v.pitchInertiaKgM2];
  };
  const samples: { timeS: number; bounceMm: number; pitchDeg: number }[] = [];
  let [y, p, vy, vp] = [0, 0, 0, 0];
  const h = STEP_S;
  for (let i = 0; i <= RUN_S / h; i++) {
    const t = i * h;
    samples.push({ timeS: t, bounceMm: y * 1000, pitchDeg: p * DEG_PER_RAD });
    const [ay1, ap1] = derive(t, y, p, vy, vp);
    const [y2, p2, vy2, vp2] = [y + (h / 2) * vy, p + (h / 2) * vp, vy + (h / 2) * ay1, vp + (h / 2) * ap1];
    const [ay2, ap2] = derive(t + h / 2, y2, p2, vy2, vp2);
    const [y3, p3, vy3, vp3] = [y + (h / 2) * vy2, p + (h / 2) * vp2, vy + (h / 2) * ay2, vp + (h / 2) * ap2];
    const [ay3, ap3] = derive(t + h / 2, y3, p3, vy3, vp3);
    const [y4, p4, vy4, vp4] = [y + h * vy3, p + h * vp3, vy + h * ay3, vp + h * ap3];
    const [ay4, ap4] = derive(t + h, y4, p4, vy4, vp4);
    y += (h / 6) * (vy + 2 * vy2 + 2 * vy3 + vy4);
    p += (h / 6) * (vp + 2 * vp2 + 2 * vp3 + vp4);
    vy += (h / 6) * (ay1 + 2 * ay2 + 2 * ay3 + ay4);
    vp += (h / 6) * (ap1 + 2 * ap2 + 2 * ap3 + ap4);
  }
  const peak = Math.max(...samples.map((s) => Math.abs(s.pitchDeg)));
  const settled = samples.findLastIndex((s) => Math.abs(s.pitchDeg) > peak / 10);
  return {
    peakPitchDeg: peak,
    peakBounceMm: Math.max(...samples.map((s) => Math.abs(s.bounceMm))),
    settleS: (settled + 1) * h,
    samples: samples.filter((_, i) => i % 20 === 0),
  };
}

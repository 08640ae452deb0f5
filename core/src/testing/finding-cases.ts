import {
  NO_USE,
  once,
  type FindingCode,
  type LongerJoint,
  type PartBox,
  type Platform,
  type Spot,
  type Verdict,
} from '..';
import { platformOf } from './demo-world';
import {
  caseOf,
  found,
  on,
  brief,
  tire,
  variant,
  platform,
  axle,
  limit,
  wheel,
  tape,
  part,
  effect,
  apps,
  list,
  HALDER,
  FELL,
  forecast,
  onIt,
  own,
  lookedAt,
  HAIR,
  spacer,
  coilSpacer,
  compressor,
  withTire,
  LOADED,
  type Change,
  type Situation,
} from './situations';

const LOWER: Spot = { component: 'lower-ball-joint', axle: 'front', side: 'left' };
/** A spring of the plan, which takes the worn one off. */
const coil = (axle: 'front' | 'rear') =>
  effect({ kind: 'spring', rateNPerMm: 60, freeLengthDeltaMm: 0 }, { family: 'coil', axle });
type Steps = readonly [from: number, to: number, step: number];
interface Case {
  readonly verdict: Verdict;
  readonly gives: () => Situation;
  /** almost the same, and nothing is found */
  readonly near: () => Situation;
}
const pair = (verdict: Verdict, gives: () => Situation, near: () => Situation): Case => ({
  verdict,
  gives,
  near,
});
/** Of a range that begins without and ends with, the first step that has it where the one before has not. */
function firstWith(has: (n: number) => boolean, [from, to, step]: readonly [number, number, number]): number {
  const at = (i: number) => from + i * step;
  let [without, withIt] = [0, Math.round((to - from) / step)];
  if (has(at(without)) || !has(at(withIt)))
    throw new Error(`begins with it, or never has it, between ${from} and ${to}`);
  while (withIt - without > 1) {
    const middle = Math.floor((without + withIt) / 2);
    if (has(at(middle))) withIt = middle;
    else without = middle;
  }
  return at(withIt);
}
/** Where a figure grows step by step: a step that is found, and the one before, that is not. */
function edge(
  code: FindingCode,
  verdict: Verdict,
  at: (n: number) => Situation,
  range: Steps | (() => Steps),
): Case {
  const steps = once(() => (typeof range === 'function' ? range() : range));
  const where = once(() => firstWith((n) => found(at(n), code).length > 0, steps()));
  return pair(
    verdict,
    () => at(where()),
    () => at(where() - steps()[2]),
  );
}
/** Where something is found up to where the graver thing begins. */
const until =
  (graver: FindingCode, at: (n: number) => Situation, [from, to, step]: Steps) =>
  (): Steps => [from, firstWith((n) => found(at(n), graver).length > 0, [from, to, step]) - step, step];
const camberWindow = (by: number) => {
  const value = forecast(on(HALDER, spacer(20))).geometryPlanned.camberDeg!;
  return on(
    HALDER,
    spacer(20),
    axle('front', (a) => ({
      spec: { ...a.spec, camberDeg: [value - 3, value - 0.5 + by] },
      adjust: { ...a.adjust, camberDeg: [-0.5, 0.5] },
    })),
  );
};
const casterWindow = (by: number) => {
  const value = forecast(on(HALDER, spacer(20))).geometryPlanned.casterDeg!;
  return on(
    HALDER,
    spacer(20),
    axle('front', (a) => ({
      spec: { ...a.spec, casterDeg: [value + 0.5 + by, value + 3] },
      adjust: { ...a.adjust, casterDeg: [-0.5, 0.5] },
    })),
  );
};
const cvLimit = (by: number) => {
  const value = forecast(on(HALDER, spacer(20))).geometryPlanned.cvOuterDeg!;
  return on(
    HALDER,
    spacer(20),
    axle('front', (a) => ({ cv: { ...a.cv!, runningDeg: value + by } })),
  );
};
const heightLimit = (by: number) => {
  const s = on(HALDER, spacer(20), brief({ heightLimitWhat: 'shed' }));
  return brief({ heightLimitMm: caseOf(s).forecast()!.planned.heightMm.value + by })(s);
};
const axleRated = (by: number) => {
  const s = on(HALDER, brief({ payloadKg: 300 }));
  const kg = forecast(s, 'rear').load.loadedKg;
  return axle('rear', () => ({ ratedKg: kg + by }))(s);
};
const total = (by: number) => {
  const s = on(HALDER, spacer(20), limit({ limitMm: 900 }));
  return limit({ limitMm: caseOf(s).forecast()!.planned.rise.front + by })(s);
};
const turned = (mm: number) =>
  Math.abs(
    forecast(
      on(
        FELL,
        coilSpacer(mm),
        axle('front', () => ({ dragSleeve: null })),
      ),
    ).geometryPlanned.steeringWheelDeg ?? 0,
  );
/** The spacer that turns the steering wheel by more than 3 degrees. */
const turningMm = once(() => firstWith((mm) => turned(mm) > 3, [1, 119, 1]));
const CAIRN = 'mettrick-cairn';
const BLOCK = { family: 'lift-block', axle: 'rear' } as const;
const HIGHWAY = { ...NO_USE, highway: 80, gravel: 20 };
const BODY = (heightMm: number) => ({ kind: 'body-lift', heightMm }) as const;
const withWheel = (mm: number, by: Platform['steeringWheelSetBy']) =>
  on(
    FELL,
    coilSpacer(mm),
    platform((p) => ({ ...p, steeringWheelSetBy: by })),
    axle('front', (a) => ({ dragSleeve: by === 'drag-link-sleeve' ? a.dragSleeve : null })),
  );
const crooked = (by: Platform['steeringWheelSetBy']) => withWheel(turningMm(), by);
const straight = (by: Platform['steeringWheelSetBy']) => withWheel(1, by);
const spareRated = (share: number) => {
  const s = withTire(LOADED);
  const kg = caseOf(s).tires.check!.front.figures.mass.target.value;
  return platform((p) => ({ ...p, spare: { ...p.spare!, ratedKg: kg * share } }))(s);
};
const bench = (extended: number, compressed: number) =>
  on(
    FELL,
    effect({ kind: 'damper-length', extendedMm: extended, compressedMm: compressed }, { family: 'damper' }),
  );
/** Upper arms whose joint swings this far. */
const armWith = (swingDeg: number) =>
  effect({ kind: 'ball-joint', joint: 'upper', made: 'sealed', swingDeg }, { family: 'upper-arm' });
/** Dampers that let the front axle hang and cross further, on lower links whose joints have this much. */
const links = (lower: number) => [
  effect({ kind: 'damper-length', extendedMm: 40, compressedMm: 20 }, { family: 'damper' }),
  axle('front', (a) => ({ limits: { ...a.limits, rodSwingDeg: { lower } } })),
];
const rearRate = (share: number) =>
  on(
    'sarnby-courser',
    brief({ usage: HIGHWAY }),
    effect(
      {
        kind: 'spring',
        rateNPerMm: platformOf('sarnby-courser').rear.springRateNPerMm * share,
        freeLengthDeltaMm: 0,
      },
      { family: 'coil', axle: 'rear' },
    ),
  );
const RATIO = (ratio: number) => ({ kind: 'axle-ratio', ratio }) as const;
/** A vehicle whose two driven axles turn with 3.73. */
const geared = (...changes: readonly Change[]) =>
  on(
    HALDER,
    platform((p) => ({ ...p, driven: ['front', 'rear'] })),
    tire({ axleRatio: 3.73 }),
    ...changes,
  );
/** A part whose maker allows 3 mm less than the wanted tyre has, and `by` more. */
const limitedTo = (by: number) => {
  const mm = caseOf(withTire(LOADED)).tires.check!.front.target.state.diameterMm;
  return withTire(LOADED, part({ limits: { tireMm: mm - 3 + by } }));
};
const longerLink = (mm: number) =>
  on(HALDER, effect({ kind: 'bar-link', deltaMm: mm }, { family: 'bar-link' }));
const blocked = (mm: number) => on(CAIRN, effect({ kind: 'lift-block', heightMm: mm, wedgeDeg: 0 }, BLOCK));
/** A drop that makes the subframe's bolts longer, on a vehicle whose bolts are so long; null: nobody has measured them. */
const longerBolts = (byMm: number, lengthMm: number | null, bolts: LongerJoint['bolts'] = 'vehicle') =>
  on(
    'sarnby-courser',
    platform((p) => ({
      ...p,
      fasteners: p.fasteners.map((f) => ({
        ...f,
        bolt: lengthMm === null ? undefined : { lengthMm, stackMm: 62, into: 'steel' as const },
      })),
    })),
    part({ box: { ...PLAIN_BOX, longer: [{ joint: 'subframe', byMm, bolts }] } }),
  );
const PLAIN_BOX: PartBox = {
  pieces: [{ name: 'spacer', count: 4, orientation: '' }],
  hardware: [],
  atTheBench: [],
  oneWay: [],
  longer: [],
  difficulty: 2,
  people: 1,
};
const rearLoad = (payloadKg: number) => brief({ payloadKg });
/** On a rear axle whose stop sits around its damper: it comes on the stop sooner. */
const rearSpacer = (mm: number) =>
  effect({ kind: 'bump-stop', lowerMm: mm }, { family: 'bump-stop', axle: 'rear' });
/** A coil with this bore on a seat for 100. */
const seatOf = (boreMm: number) =>
  on(
    FELL,
    axle('front', () => ({ springBoreMm: 100 })),
    effect(
      { kind: 'spring', rateNPerMm: 32, freeLengthDeltaMm: 20, boreMm },
      { family: 'coil', axle: 'front' },
    ),
  );
/** A spacer on the coil of a front coil-over. */
const preloaded = (mm: number) =>
  effect({ kind: 'preload-spacer', thicknessMm: mm }, { family: 'preload-spacer', axle: 'front' });
const assisted = (mm: number) =>
  on(
    FELL,
    platform((p) => ({ ...p, driverAssist: [{ sensor: 'camera', heightMm: 25, rakeDeg: 5, by: 'shop' }] })),
    coilSpacer(mm),
  );
const hub = (by: number) => platformOf(HALDER).centreBoreMm + by;

/** Every finding: a situation that gives it, a near miss that does not, and what it means. Exhaustive by type. */
export const FINDING_CASES: Readonly<Record<FindingCode, Case>> = {
  'not-listed': pair(
    'no',
    () => on(HALDER, apps({ platform: FELL })),
    () => on(HALDER, apps({})),
  ),
  'wrong-years': pair(
    'no',
    () => on(HALDER, apps({ years: [2021, 2026] })),
    () => on(HALDER, apps({ years: [2020, 2026] })),
  ),
  'variant-excludes': pair(
    'no',
    () => on(HALDER, apps({ conditions: [{ op: 'is', field: 'dampers', value: 'adaptive' }] })),
    () => on(HALDER, apps({ conditions: [{ op: 'is-not', field: 'dampers', value: 'adaptive' }] })),
  ),
  'ask-variant': pair(
    'ask',
    () => on(HALDER, variant({}), apps({ conditions: [{ op: 'is', field: 'dampers', value: 'adaptive' }] })),
    () => on(HALDER, variant({}), apps({})),
  ),
  provenance: pair(
    'fits',
    () => on(HALDER, apps({ provenance: { kind: 'guess' } })),
    () => on(HALDER, apps({ provenance: { kind: 'maker-confirmed', on: '2026-09-14' } })),
  ),
  'wrong-construction': pair(
    'no',
    () => on('sarnby-courser', part({ family: 'body-lift', axle: 'both' })),
    () => on(HALDER, part({ family: 'body-lift', axle: 'both' })),
  ),
  'block-on-steered-axle': pair(
    'no',
    () => on(HALDER, part({ family: 'lift-block', axle: 'front' })),
    () => on(HALDER, part({ family: 'lift-block', axle: 'rear' })),
  ),
  'structural-change': pair(
    'no',
    () => on(HALDER, part({ structural: true })),
    () => on(HALDER, part({})),
  ),
  'structural-relief': pair(
    'no',
    () => on(HALDER, tire({ reliefs: [{ axle: 'front', obstacle: 'body-mount', relief: 'trim-mount' }] })),
    () => on(HALDER, tire({ reliefs: [{ axle: 'front', obstacle: 'flap', relief: 'trim-flap' }] })),
  ),
  'not-reversible': pair(
    'no',
    () => on(HALDER, brief({ reversibleOnly: true }), part({ reversible: false })),
    () => on(HALDER, brief({ reversibleOnly: true }), part({})),
  ),
  'same-place': pair(
    'no',
    () => on(HALDER, part({ family: 'wheel-spacer', axle: 'both' }), part({ family: 'wheel-spacer' })),
    () => on(HALDER, part({ family: 'wheel-spacer', axle: 'rear' }), part({ family: 'wheel-spacer' })),
  ),
  'one-set-only': pair(
    'no',
    () => on(HALDER, part({ family: 'coil-spacer' }, 2)),
    () => on(HALDER, part({ family: 'accessory' }, 2)),
  ),
  'listed-twice': pair(
    'ask',
    () => on(HALDER, list('TL-K28', 'TL-2810')),
    () => on(HALDER, list('TL-K28')),
  ),
  'needs-part': pair(
    'needs',
    () => on(HALDER, part({ requires: [{ part: 'IW-55' }] })),
    () => on(HALDER, list('IW-55'), part({ requires: [{ part: 'IW-55' }] })),
  ),
  'excludes-part': pair(
    'no',
    () => on(HALDER, list('IW-55'), part({ excludes: [{ family: 'differential-drop' }] })),
    () => on(HALDER, list('IW-12'), part({ excludes: [{ family: 'differential-drop' }] })),
  ),
  'comes-late': pair(
    'ask',
    () => on(HALDER, brief({ neededBy: '2026-12-04' }), part({ stock: { onHand: 0, leadDays: 10 } })),
    () => on(HALDER, brief({ neededBy: '2026-12-05' }), part({ stock: { onHand: 0, leadDays: 10 } })),
  ),
  'no-balance': edge(
    'no-balance',
    'no',
    (n) => on(HALDER, effect({ kind: 'preload-spacer', thicknessMm: n }, { family: 'preload-spacer' })),
    [20, 150, 5],
  ),
  'camber-reach': pair(
    'needs',
    () => camberWindow(-HAIR),
    () => camberWindow(HAIR),
  ),
  'caster-reach': pair(
    'needs',
    () => casterWindow(HAIR),
    () => casterWindow(-HAIR),
  ),
  'cv-angle': pair(
    'needs',
    () => cvLimit(-HAIR),
    () => cvLimit(HAIR),
  ),
  'cv-angle-near': pair(
    'advised',
    () => cvLimit(HAIR),
    () => {
      const value = forecast(on(HALDER, spacer(20))).geometryPlanned.cvOuterDeg!;
      return cvLimit(value / 0.85 - value + HAIR);
    },
  ),
  'axle-off-centre': edge(
    'axle-off-centre',
    'needs',
    (n) => on(FELL, effect({ kind: 'link-length', member: 'trackBar', deltaMm: n }, { family: 'track-bar' })),
    [0, 20, 0.25],
  ),
  'steering-wheel-set': pair(
    'fits',
    () => crooked('drag-link-sleeve'),
    () => straight('drag-link-sleeve'),
  ),
  'steering-wheel-ask': pair(
    'ask',
    () => crooked(null),
    () => crooked('dealer'),
  ),
  'steering-wheel-off-centre': pair(
    'needs',
    () => crooked('nobody'),
    () => crooked('drag-link-sleeve'),
  ),
  'damper-match': edge(
    'damper-match',
    'needs',
    (n) =>
      on(
        HALDER,
        effect(
          {
            kind: 'spring',
            rateNPerMm: (forecast(on(HALDER)).rateStockNPerMm * n) / 100,
            freeLengthDeltaMm: 0,
          },
          { family: 'coil' },
        ),
      ),
    [100, 130, 1],
  ),
  'topped-out': edge('topped-out', 'needs', (n) => bench(-n, -n), [0, 120, 2]),
  'joint-swing': pair(
    'advised',
    () => on(HALDER, spacer(30)),
    () => on(HALDER, spacer(30), armWith(45)),
  ),
  'joint-swing-near': edge(
    'joint-swing-near',
    'advised',
    (n) => on(HALDER, spacer(30), armWith(48 - n)),
    [0, 8, 0.25],
  ),
  'rod-swing': edge('rod-swing', 'advised', (n) => on('mettrick-fell', ...links(8 - n)), [0, 4, 0.1]),
  'rod-swing-near': edge(
    'rod-swing-near',
    'advised',
    (n) => on('mettrick-fell', ...links(9 - n)),
    [0, 3.5, 0.1],
  ),
  'droop-short': edge('droop-short', 'advised', (n) => bench(-n, -n), [0, 92, 2]),
  'damper-solid': edge('damper-solid', 'needs', (n) => bench(0, n), [0, 80, 1]),
  'hose-short': edge(
    'hose-short',
    'needs',
    (n) =>
      on(
        HALDER,
        axle('front', (a) => ({ hoses: a.hoses.map((h) => ({ ...h, freeMm: h.freeMm - n })) })),
      ),
    [0, 200, 1],
  ),
  'bar-link-angle': edge(
    'bar-link-angle',
    'needs',
    (n) => on(HALDER, effect({ kind: 'bar-link', deltaMm: n }, { family: 'bar-link' })),
    [0, 150, 2],
  ),
  'bar-link-angle-near': edge(
    'bar-link-angle-near',
    'advised',
    longerLink,
    until('bar-link-angle', longerLink, [0, 150, 1]),
  ),
  'bolt-length-unknown': pair(
    'ask',
    () => longerBolts(25, null),
    () => longerBolts(25, null, 'own'),
  ),
  'bolt-short': edge('bolt-short', 'fits', (n) => longerBolts(n, 90), [1, 40, 1]),
  'bolt-not-made': edge('bolt-not-made', 'no', (n) => longerBolts(n, 190), [60, 180, 5]),
  'stud-proud': edge('stud-proud', 'fits', (n) => longerBolts(n, 90, 'inside'), [60, 1, -1]),
  'stud-engagement': edge(
    'stud-engagement',
    'no',
    (n) =>
      on(
        HALDER,
        effect({ kind: 'wheel-spacer', thicknessMm: n, ownStuds: false }, { family: 'wheel-spacer' }),
      ),
    [5, 40, 1],
  ),
  'stud-cut': edge(
    'stud-cut',
    'ask',
    (n) =>
      on(
        HALDER,
        effect({ kind: 'wheel-spacer', thicknessMm: n, ownStuds: true }, { family: 'wheel-spacer' }),
      ),
    [60, 20, -1],
  ),
  'over-height': pair(
    'no',
    () => heightLimit(-HAIR),
    () => heightLimit(HAIR),
  ),
  'not-level': edge(
    'not-level',
    'needs',
    (n) =>
      on(
        HALDER,
        brief({ stance: 'level' }),
        platform((p) => ({ ...p, levelArchDifferenceMm: p.rear.archMm - p.front.archMm - n })),
      ),
    [0, 20, 1],
  ),
  'nose-too-high': edge(
    'nose-too-high',
    'needs',
    (n) =>
      on(
        HALDER,
        brief({ stance: 'nose-up', noseUpMostMm: 12 }),
        platform((p) => ({ ...p, levelArchDifferenceMm: p.rear.archMm - p.front.archMm + n })),
      ),
    [0, 40, 1],
  ),
  'height-missed': edge(
    'height-missed',
    'needs',
    (n) => on(HALDER, brief({ wish: 'height', frontTargetMm: n, frontToleranceMm: 8 })),
    [0, 40, 1],
  ),
  'height-off': edge(
    'height-off',
    'fits',
    (n) => on(HALDER, brief({ wish: 'height', rearTargetMm: -n })),
    [0, 40, 1],
  ),
  'on-it-unmeasured': pair(
    'ask',
    () => on(HALDER, onIt({ axle: 'front', kind: 'spring', rateNPerMm: 120 })),
    () => on(HALDER, onIt({ axle: 'front', kind: 'spring', rateNPerMm: 120, liftMm: 35 })),
  ),
  'line-unmeasured': pair(
    'ask',
    () => on(HALDER, own({ axle: 'rear', kind: 'other', thicknessMm: 30 })),
    () => on(HALDER, own({ axle: 'rear', kind: 'coil-spacer', thicknessMm: 30 })),
  ),
  'line-not-priced': pair(
    'ask',
    () => on(HALDER, own({ priceMinor: null })),
    () => on(HALDER, own({ priceMinor: 0 })),
  ),
  'repair-not-known': pair(
    'ask',
    () => on(HALDER, lookedAt(LOWER, { found: 'worn', remedy: 'repair' })),
    () => on(HALDER, lookedAt(LOWER, { found: 'worn', remedy: 'replace' })),
  ),
  'repair-not-priced': pair(
    'ask',
    () =>
      on(
        HALDER,
        lookedAt({ component: 'spring', axle: 'rear', side: 'left' }, { found: 'broken', remedy: 'replace' }),
      ),
    () =>
      on(
        HALDER,
        coil('rear'),
        lookedAt({ component: 'spring', axle: 'rear', side: 'left' }, { found: 'broken', remedy: 'replace' }),
      ),
  ),
  'left-worn': pair(
    'fits',
    () => on(HALDER, lookedAt(LOWER, { found: 'worn', remedy: 'leave' })),
    () => on(HALDER, lookedAt(LOWER, { found: 'worn', remedy: 'replace' })),
  ),
  'left-unsafe': pair(
    'no',
    () => on(HALDER, lookedAt(LOWER, { found: 'broken', remedy: 'leave' })),
    () =>
      on(
        HALDER,
        lookedAt({ component: 'damper', axle: 'front', side: 'left' }, { found: 'broken', remedy: 'leave' }),
      ),
  ),
  'out-today': edge('out-today', 'fits', (n) => on(HALDER, onIt({ axle: 'front', liftMm: n })), [0, 120, 1]),
  'shaft-today': edge('shaft-today', 'fits', (n) => on(FELL, onIt({ axle: 'rear', liftMm: n })), [0, 150, 1]),
  'rubs-today': edge(
    'rubs-today',
    'fits',
    (n) => on(HALDER, tire({ currentSize: `${n}/75R17` })),
    [225, 355, 10],
  ),
  'nose-high-loaded': edge(
    'nose-high-loaded',
    'no',
    (n) =>
      on(
        HALDER,
        brief({ payloadKg: 300 }),
        effect({ kind: 'top-spacer', thicknessMm: n }, { family: 'strut-top-spacer', axle: 'front' }),
      ),
    [0, 60, 1],
  ),
  'nose-high': edge(
    'nose-high',
    'fits',
    (n) =>
      on(
        HALDER,
        spacer(1),
        platform((p) => ({ ...p, levelArchDifferenceMm: p.rear.archMm - p.front.archMm + n - 20 })),
      ),
    [0, 60, 1],
  ),
  'over-axle-load': pair(
    'no',
    () => axleRated(-1),
    () => axleRated(1),
  ),
  'place-limit': pair(
    'ask',
    () => total(-HAIR),
    () => total(HAIR),
  ),
  'handling-changed': edge('handling-changed', 'fits', (n) => on(FELL, coilSpacer(n)), [0, 10, 0.5]),
  'rolls-more': edge(
    'rolls-more',
    'fits',
    (n) => on(FELL, brief({ usage: HIGHWAY }), coilSpacer(n), effect(BODY(n), { family: 'body-lift' })),
    [0, 100, 2],
  ),
  'propshaft-ripple': edge(
    'propshaft-ripple',
    'needs',
    (n) => on(CAIRN, effect({ kind: 'lift-block', heightMm: 25, wedgeDeg: n }, BLOCK)),
    [0, 12, 0.5],
  ),
  'propshaft-joint': edge(
    'propshaft-joint',
    'needs',
    (n) => on(CAIRN, effect({ kind: 'lift-block', heightMm: n, wedgeDeg: 0 }, BLOCK)),
    [0, 120, 2],
  ),
  'propshaft-joint-near': edge(
    'propshaft-joint-near',
    'advised',
    blocked,
    until('propshaft-joint', blocked, [0, 120, 1]),
  ),
  'flat-ride-off': edge('flat-ride-off', 'needs', (n) => rearRate(n / 100), [100, 60, -5]),
  headlamps: edge('headlamps', 'fits', (n) => on(FELL, coilSpacer(n)), [0, 40, 1]),
  'rim-refused': edge(
    'rim-refused',
    'no',
    (n) => withTire(LOADED, tire({ wheelWidthIn: n, wheelOffsetMm: 20 })),
    [8, 14, 0.5],
  ),
  'rim-diameter': pair(
    'no',
    () => withTire('265/70R16 112T'),
    () => withTire(LOADED),
  ),
  'rim-over-brakes': pair(
    'no',
    () =>
      withTire(
        LOADED,
        platform((p) => ({ ...p, minRimIn: 18 })),
      ),
    () =>
      withTire(
        LOADED,
        platform((p) => ({ ...p, minRimIn: 17 })),
      ),
  ),
  'bolt-circle': pair(
    'no',
    () => on(HALDER, wheel({ boltCircle: '5×127' })),
    () => on(HALDER, wheel({})),
  ),
  'centre-bore': pair(
    'no',
    () => on(HALDER, wheel({ centreBoreMm: hub(-0.1) })),
    () => on(HALDER, wheel({ centreBoreMm: hub(0) })),
  ),
  'centre-bore-loose': pair(
    'ask',
    () => on(HALDER, wheel({ centreBoreMm: hub(0.4) })),
    () => on(HALDER, wheel({ centreBoreMm: hub(0.2) })),
  ),
  'wheel-load': edge('wheel-load', 'no', (n) => on(HALDER, wheel({ loadKg: n })), [1250, 300, -50]),
  'tire-load': edge('tire-load', 'no', (n) => withTire('265/70R17', tire({ loadIndex: n })), [120, 70, -1]),
  'tire-speed': edge('tire-speed', 'no', (n) => withTire(LOADED, brief({ cruisingKmh: n })), [90, 240, 5]),
  'tire-speed-below-built': pair(
    'fits',
    () => withTire('265/70R17 115Q'),
    () => withTire('265/70R17 115T'),
  ),
  'tire-load-unknown': pair(
    'ask',
    () => withTire('265/70R17'),
    () => withTire(LOADED),
  ),
  'tire-assumed-series': pair(
    'ask',
    () => withTire('7.50R17 116N'),
    () => withTire(LOADED),
  ),
  'over-arch': edge(
    'over-arch',
    'needs',
    (n) =>
      withTire(
        LOADED,
        effect({ kind: 'wheel-spacer', thicknessMm: n, ownStuds: true }, { family: 'wheel-spacer' }),
      ),
    [1, 80, 1],
  ),
  'front-rear-mismatch': pair(
    'no',
    () =>
      withTire(
        LOADED,
        tire({
          rear: {
            size: '255/80R17 115T',
            tireCode: null,
            wheelCode: null,
            wheelWidthIn: null,
            wheelOffsetMm: null,
            loadIndex: null,
          },
        }),
      ),
    () =>
      withTire(
        LOADED,
        tire({
          rear: {
            size: '245/75R17 115T',
            tireCode: null,
            wheelCode: null,
            wheelWidthIn: null,
            wheelOffsetMm: null,
            loadIndex: null,
          },
        }),
      ),
  ),
  calibration: pair(
    'fits',
    () => withTire('285/70R17 121S'),
    () => withTire('265/70R17 115T'),
  ),
  'spare-size': pair(
    'ask',
    () => withTire('35x12.50R17 121Q'),
    () => withTire(LOADED),
  ),
  'spare-load': pair(
    'needs',
    () => spareRated(1 / 1.02),
    () => spareRated(1 / 1.005),
  ),
  'tire-clearance': edge('tire-clearance', 'needs', (n) => withTire(`265/${n}R17 115T`), [60, 90, 1]),
  'tire-to-stop': edge(
    'tire-to-stop',
    'advised',
    (n) => withTire(`265/${n}R17 115T`, spacer(30)),
    [60, 79, 1],
  ),
  'tire-not-priced': pair(
    'ask',
    () => withTire('LT285/70R17'),
    () => withTire('LT285/70R17', tire({ tireCode: 'CT-L285' })),
  ),
  'wheel-not-priced': pair(
    'ask',
    () => withTire(LOADED, tire({ wheelWidthIn: 8 })),
    () => withTire(LOADED, tire({ wheelCode: 'LW-618' })),
  ),
  'tire-over-maker': pair(
    'no',
    () => limitedTo(-1),
    () => limitedTo(1),
  ),
  'offset-off-maker': pair(
    'needs',
    () =>
      withTire(LOADED, tire({ wheelWidthIn: 8, wheelOffsetMm: 9 }), part({ limits: { offsetMm: [10, 30] } })),
    () =>
      withTire(
        LOADED,
        tire({ wheelWidthIn: 8, wheelOffsetMm: 10 }),
        part({ limits: { offsetMm: [10, 30] } }),
      ),
  ),
  'ratios-differ': pair(
    'no',
    () => geared(effect(RATIO(4.1), { family: 'axle-ratio', axle: 'rear' })),
    () => geared(effect(RATIO(4.1), { family: 'axle-ratio', axle: 'both' })),
  ),
  'ratio-not-driven': pair(
    'no',
    () =>
      geared(
        platform((p) => ({ ...p, driven: ['rear'] })),
        effect(RATIO(4.1), { family: 'axle-ratio', axle: 'front' }),
      ),
    () =>
      geared(
        platform((p) => ({ ...p, driven: ['rear'] })),
        effect(RATIO(4.1), { family: 'axle-ratio', axle: 'rear' }),
      ),
  ),
  'ratio-not-priced': pair(
    'ask',
    () => on(HALDER, tire({ axleRatio: 3.42, newAxleRatio: 4.1 })),
    () => on(HALDER, tire({ axleRatio: 4.1, newAxleRatio: 4.1 })),
  ),
  'unknown-assumed': pair(
    'ask',
    () => on(HALDER, variant({})),
    () => on(HALDER),
  ),
  'left-right': pair(
    'ask',
    () => on(HALDER, tape('464', '471')),
    () => on(HALDER, tape('465', '471')),
  ),
  'outside-ordinary': edge(
    'outside-ordinary',
    'ask',
    (n) => on(HALDER, tape(String(n), String(n))),
    [470, 560, 1],
  ),
  'coil-bind': edge(
    'coil-bind',
    'needs',
    (n) =>
      on(
        FELL,
        effect(
          { kind: 'spring', rateNPerMm: 32, freeLengthDeltaMm: 20, boundMm: n },
          { family: 'coil', axle: 'front' },
        ),
      ),
    [100, 420, 1],
  ),
  'coil-compressor': pair(
    'needs',
    () => on(HALDER, preloaded(10), compressor({ mostKg: 300, longestMm: 800 })),
    () => on(HALDER, preloaded(10), compressor({ mostKg: 1500, longestMm: 800 })),
  ),
  'coil-compressor-unknown': pair(
    'ask',
    () => on(HALDER, preloaded(10), compressor({ mostKg: null, longestMm: 800 })),
    () =>
      on(
        FELL,
        effect({ kind: 'hose', what: 'brake-hose', gainMm: 40 }, { family: 'hose-bracket', axle: 'front' }),
        compressor({ mostKg: null, longestMm: 800 }),
      ),
  ),
  'coil-seat': pair(
    'no',
    () => seatOf(90),
    () => seatOf(102),
  ),
  'driver-assist': edge('driver-assist', 'fits', (n) => assisted(n), [0, 60, 1]),
  'does-nothing': pair(
    'needs',
    () =>
      on(
        CAIRN,
        effect({ kind: 'hose', what: 'abs-lead', gainMm: 40 }, { family: 'hose-bracket', axle: 'front' }),
      ),
    () =>
      on(
        HALDER,
        effect({ kind: 'hose', what: 'abs-lead', gainMm: 40 }, { family: 'hose-bracket', axle: 'front' }),
      ),
  ),
  'nothing-to-go-with': pair(
    'needs',
    () => on(HALDER, part({ family: 'skid-spacer', axle: 'front', effects: [] })),
    () =>
      on(
        HALDER,
        part({ family: 'skid-spacer', axle: 'front', effects: [] }),
        effect({ kind: 'differential-drop', dropMm: 20 }, { family: 'differential-drop', axle: 'front' }),
      ),
  ),
  'springs-sagged': edge(
    'springs-sagged',
    'ask',
    (n) => on(HALDER, tape(String(n), String(n))),
    [472, 420, -1],
  ),
  'on-stops': edge('on-stops', 'needs', (n) => on('sarnby-wherry', rearLoad(250), rearSpacer(n)), [0, 40, 1]),
  'on-stops-as-built': edge(
    'on-stops-as-built',
    'advised',
    (n) => on('sarnby-wherry', rearLoad(n)),
    [0, 900, 10],
  ),
  'on-stops-rated': edge(
    'on-stops-rated',
    'fits',
    (n) =>
      on(
        'sarnby-wherry',
        axle('rear', (a) => ({ ratedKg: a.curbKg + n })),
      ),
    [0, 900, 10],
  ),
  'slope-left-in': pair(
    'ask',
    () =>
      on(
        HALDER,
        tape('470', '470', { slopeLeftMm: 10 }),
        platform((p) => ({ ...p, masses: null })),
      ),
    () => on(HALDER, tape('470', '470', { slopeLeftMm: 10 })),
  ),
  'tape-in-doubt': edge('tape-in-doubt', 'ask', (n) => on(HALDER, tape(String(n), String(n))), [600, 700, 1]),
};

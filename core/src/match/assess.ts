import {
  computed,
  given,
  HEADLAMP_DEG,
  KEEP_RAKE_MM,
  LEVEL_MM,
  type Figure,
  type Finding,
  type Need,
  type Verdict,
} from '../evidence';
import {
  openQuestions,
  type Catalogue,
  type KnownVehicle,
  type OpenQuestion,
  type Platform,
} from '../catalogue';
import type { Brief, JobSections, ShopSettings } from '../job';
import { readTape, type TapeReading } from '../vehicle';
import type { RideHeightFault } from '../suspension';
import { formatTireSize } from '../tires';
import { DEG_PER_RAD } from '../units';
import type { AxleForecast } from '../forecast';
import { afterBuild, axleBrief, partsOfJob, type FittedPart } from '../vehicle';
import { axleSteps, type AxleSteps } from './axle-steps';
import { fitmentFinding, standingObjections } from '../rules';
import { checkGearing, type GearingCheck } from '../forecast';
import { spareNeeds } from '../rules';
import type { RubCheck } from '../forecast';
import { asAsked, readCandidates, readTires, tiresOfSize, type TireReading } from '../forecast';

/** Where the vehicle stands: arch heights, rake and roof, mm. */
export interface Stance {
  readonly front: Figure;
  readonly rear: Figure;
  readonly rake: Figure;
  readonly heightMm: Figure;
  /** body rise over the stock body at each axle, tyre included, mm: what the drawing moves by */
  readonly rise: { readonly front: number; readonly rear: number };
}
export interface Forecast {
  readonly front: AxleForecast;
  readonly rear: AxleForecast;
  readonly today: Stance;
  readonly planned: Stance;
  readonly loaded: Stance;
  readonly heightSpareMm: Figure | null;
}
/** All that the core can say about one job with what it has. */
export interface Assessment {
  readonly vehicle: KnownVehicle | null;
  readonly questions: readonly OpenQuestion[];
  readonly tape: TapeReading;
  readonly tires: TireReading;
  readonly forecast: Forecast | null;
  readonly fault: RideHeightFault | null;
  /** the sizes looked at beside the wanted one, each against today's */
  readonly candidates: ReturnType<typeof readCandidates>;
  /** whether the wanted tyre clears, per axle; null without a tyre or a pose */
  readonly clearance: { readonly front: RubCheck | null; readonly rear: RubCheck | null };
  readonly gearing: GearingCheck | null;
  readonly fitted: readonly FittedPart[];
  readonly chosen: readonly FittedPart[];
  readonly unknownCodes: readonly string[];
  readonly needs: readonly Need[];
}

/** The vehicle of a job as far as it is known; null while no platform is chosen or the catalogue lacks it. */
export function knownVehicle(job: JobSections, catalogue: Pick<Catalogue, 'platforms'>): KnownVehicle | null {
  const platform = catalogue.platforms.find((p) => p.code === job.vehicle.platform);
  return platform ? { platform, year: job.vehicle.year, variant: job.vehicle.variant } : null;
}

/** The whole way of the data: sections → vehicle → tape → tyre → ride height → stance → needs. Works with what is there.
 *  `steps`: the work on an axle; whoever asks at every keystroke passes `rememberedSteps()`. */
export function assess(
  job: JobSections,
  catalogue: Catalogue,
  settings: ShopSettings,
  steps: AxleSteps = axleSteps,
): Assessment {
  const vehicle = knownVehicle(job, catalogue);
  const { fitted, chosen, unknown } = partsOfJob(job, catalogue);
  const tape = readTape(job.tape, vehicle, settings.lengthUnit);
  const base = {
    vehicle,
    tape,
    fitted,
    chosen,
    unknownCodes: unknown,
    questions: vehicle ? openQuestions(vehicle, catalogue) : [],
  };
  if (!vehicle)
    return {
      ...base,
      tires: readTires(job.tire, job.brief, null, null, catalogue),
      candidates: [],
      forecast: null,
      fault: null,
      clearance: NO_CLEARANCE,
      gearing: null,
      needs: [],
    };

  const input = {
    vehicle,
    brief: axleBrief(job.brief),
    accessories: job.vehicle.accessories,
    fitted,
    planned: afterBuild(fitted, chosen),
    chosen,
    catalogue,
  };
  const front = steps.settle({ ...input, axle: 'front' });
  const rear = steps.settle({ ...input, axle: 'rear' });
  const loads =
    front.ok && rear.ok
      ? { frontKg: front.value.forecast.loads.loadedKg, rearKg: rear.value.forecast.loads.loadedKg }
      : null;
  const tires = readTires(job.tire, job.brief, vehicle, loads, catalogue);
  if (!front.ok || !rear.ok) {
    const [axle, fault] = front.ok
      ? (['rear', rear.ok ? null : rear.fault] as const)
      : (['front', front.fault] as const);
    return {
      ...base,
      tires,
      candidates: readCandidates(job.tire, job.brief, vehicle, null, catalogue),
      forecast: null,
      fault,
      clearance: NO_CLEARANCE,
      gearing: null,
      needs: fault ? [need({ code: 'no-balance', axle, fault }, 'no')] : [],
    };
  }
  const forecast = stances(vehicle.platform, job, front.value.forecast, rear.value.forecast, tape, tires);
  const check = tires.check;
  const tire = check ? asAsked(check.target, formatTireSize(check.target.size)) : null;
  const near = (['front', 'rear'] as const).map((axle) =>
    steps.near({ ...input, axle, reliefs: job.tire.reliefs, tire }),
  );
  return {
    ...base,
    tires,
    forecast,
    fault: null,
    candidates: readCandidates(job.tire, job.brief, vehicle, loads, catalogue),
    clearance: { front: near[0]?.check ?? null, rear: near[1]?.check ?? null },
    gearing: check ? checkGearing(vehicle, job.tire, check, formatTireSize(check.target.size)) : null,
    needs: [
      ...partNeeds(vehicle, job.brief, chosen),
      ...front.value.needs,
      ...rear.value.needs,
      ...near.flatMap((n) => n.needs),
      ...(check ? spareNeeds(vehicle.platform, check, input, chosen) : []),
      ...(tires.check?.findings ?? []).map((f) => need(f, TIRE_VERDICT[f.code] ?? 'needs')),
      ...limitNeeds(job.brief, settings, forecast, tires, vehicle.platform.wheelbaseMm),
      ...openPrices(job.tire, tires, catalogue),
      ...ratioNeeds(job.tire),
      ...unknownNeeds(base.questions),
    ],
  };
}

const NO_CLEARANCE = { front: null, rear: null } as const;

const need = (finding: Finding, verdict: Verdict, figure: Figure | null = null): Need => ({
  finding,
  verdict,
  figure,
  cures: [],
});
const TIRE_VERDICT: Readonly<Partial<Record<Finding['code'], Verdict>>> = {
  'rim-refused': 'no',
  'rim-diameter': 'no',
  'rim-over-brakes': 'no',
  'bolt-circle': 'no',
  'centre-bore': 'no',
  'wheel-load': 'no',
  'tire-load': 'no',
  'tire-load-unknown': 'ask',
  'tire-assumed-series': 'ask',
  'over-arch': 'needs',
  'centre-bore-loose': 'ask',
  'front-rear-mismatch': 'no',
  calibration: 'fits',
};

function stances(
  platform: Platform,
  job: JobSections,
  front: AxleForecast,
  rear: AxleForecast,
  tape: TapeReading,
  tires: TireReading,
): Forecast {
  const archToday = (f: AxleForecast, taped: Figure | null) =>
    taped ??
    computed(
      'arch-today',
      f.spec.archMm - f.today.zMm,
      'mm',
      [
        given('arch-stock', f.spec.archMm, 'mm', platform.label),
        computed('ride-height', -f.today.zMm, 'mm', [], { formula: 'balance' }),
      ],
      {
        formula: 'arch-plus-lift',
      },
    );
  const today = { front: archToday(front, tape.front), rear: archToday(rear, tape.rear) };
  const planned = (f: AxleForecast, was: Figure) =>
    computed(
      'arch-planned',
      was.value + f.lift.value + f.bodyLiftMm,
      'mm',
      [was, f.lift, ...(f.bodyLiftMm ? [given('body-lift', f.bodyLiftMm, 'mm')] : [])],
      {
        formula: 'arch-plus-lift',
        plusMinus: Math.hypot(f.lift.plusMinus ?? 0, was.plusMinus ?? 0),
      },
    );
  const plan = { front: planned(front, today.front), rear: planned(rear, today.rear) };
  const laden = (f: AxleForecast, was: Figure) =>
    computed(
      'arch-loaded',
      was.value + f.planned.zMm - f.loaded.zMm,
      'mm',
      [was, computed('ride-height', f.planned.zMm - f.loaded.zMm, 'mm', [], { formula: 'balance' })],
      {
        formula: 'arch-plus-lift',
        plusMinus: was.plusMinus,
      },
    );
  const load = { front: laden(front, plan.front), rear: laden(rear, plan.rear) };
  const tireLift = tires.check?.change.tireLiftMm ?? 0;
  const roofItem = Math.max(
    0,
    ...job.vehicle.accessories.filter((a) => a.place === 'roof').map((a) => a.addsHeightMm ?? 0),
  );
  const stance = (a: { front: Figure; rear: Figure }, tireMm: number): Stance => {
    const rise = {
      front: a.front.value - platform.front.archMm + tireMm,
      rear: a.rear.value - platform.rear.archMm + tireMm,
    };
    const share = -platform.roofXMm / platform.wheelbaseMm;
    const heightMm = platform.heightMm + rise.front * (1 - share) + rise.rear * share + roofItem;
    return {
      ...a,
      rise,
      rake: computed(
        'rake',
        a.rear.value - a.front.value - platform.levelArchDifferenceMm,
        'mm',
        [a.rear, a.front, given('level-difference', platform.levelArchDifferenceMm, 'mm', platform.label)],
        {
          formula: 'rear-minus-front',
        },
      ),
      heightMm: computed(
        'overall-height',
        heightMm,
        'mm',
        [
          given('overall-height', platform.heightMm, 'mm', platform.label),
          a.front,
          a.rear,
          ...(tireMm ? [computed('tire-lift', tireMm, 'mm', [], { formula: 'rolling' })] : []),
          ...(roofItem ? [given('roof-item', roofItem, 'mm')] : []),
        ],
        {
          formula: 'roof-between-axles',
          ...(job.brief.heightLimitMm === null ? {} : { limit: { max: job.brief.heightLimitMm } }),
        },
      ),
    };
  };
  const now = stance(today, 0);
  const then = stance(plan, tireLift);
  const limit = job.brief.heightLimitMm;
  return {
    front,
    rear,
    today: now,
    planned: then,
    loaded: stance(load, tireLift),
    heightSpareMm:
      limit === null
        ? null
        : computed(
            'height-spare',
            limit - then.heightMm.value,
            'mm',
            [given('height-limit', limit, 'mm', job.brief.heightLimitWhat), then.heightMm],
            { formula: 'sum' },
          ),
  };
}

function partNeeds(vehicle: KnownVehicle, brief: Brief, chosen: readonly FittedPart[]): readonly Need[] {
  const out: Need[] = [];
  const seen = new Set<string>();
  for (const { part } of chosen) {
    const fit = fitmentFinding(part, vehicle);
    if (fit.verdict !== 'fits') out.push({ ...need(fit.finding, fit.verdict), cures: [] });
    for (const f of standingObjections(part, vehicle, brief)) out.push(need(f, 'no'));
    if (brief.neededBy !== null && part.stock.onHand === 0 && part.stock.leadDays > 0)
      out.push(need({ code: 'comes-late', leadDays: part.stock.leadDays, neededBy: brief.neededBy }, 'ask'));
    const place = `${part.family}/${part.axle}`;
    if (seen.has(place)) out.push(need({ code: 'same-place', family: part.family, axle: part.axle }, 'no'));
    seen.add(place);
  }
  return out;
}

function limitNeeds(
  brief: Brief,
  settings: ShopSettings,
  f: Forecast,
  tires: TireReading,
  wheelbaseMm: number,
): readonly Need[] {
  const out: Need[] = [];
  const { planned, loaded } = f;
  if (brief.heightLimitMm !== null && planned.heightMm.value > brief.heightLimitMm)
    out.push(
      need(
        {
          code: 'over-height',
          heightMm: planned.heightMm.value,
          limitMm: brief.heightLimitMm,
          what: brief.heightLimitWhat,
        },
        'no',
        planned.heightMm,
      ),
    );
  if (loaded.rake.value < -LEVEL_MM)
    out.push(need({ code: 'nose-high-loaded', byMm: -loaded.rake.value }, 'no', loaded.rake));
  const wanted = brief.stance === 'level' ? ([-LEVEL_MM, LEVEL_MM] as const) : KEEP_RAKE_MM;
  if (planned.rake.value < wanted[0] || planned.rake.value > wanted[1])
    out.push(need({ code: 'not-level', rakeMm: planned.rake.value, wanted }, 'needs', planned.rake));
  for (const axle of ['front', 'rear'] as const) {
    const a = f[axle];
    if (a.loads.loadedKg > a.spec.ratedKg)
      out.push(
        need({ code: 'over-axle-load', axle, loadKg: a.loads.loadedKg, ratedKg: a.spec.ratedKg }, 'no'),
      );
  }
  const tireLift = tires.check?.change.tireLiftMm ?? 0;
  const rise = Math.max(planned.rise.front, planned.rise.rear);
  if (rise > settings.localTotalLiftMm)
    out.push(need({ code: 'local-total-lift', liftMm: rise, limitMm: settings.localTotalLiftMm }, 'ask'));
  if (tireLift > settings.localTireLiftMm)
    out.push(need({ code: 'local-tire-lift', liftMm: tireLift, limitMm: settings.localTireLiftMm }, 'ask'));
  const track = 2 * ((tires.check?.today.offsetMm ?? 0) - (tires.check?.target.offsetMm ?? 0));
  if (track > settings.localTrackIncreaseMm)
    out.push(need({ code: 'local-track', increaseMm: track, limitMm: settings.localTrackIncreaseMm }, 'ask'));
  const turn = Math.atan((planned.rake.value - f.today.rake.value) / wheelbaseMm) * DEG_PER_RAD;
  if (Math.abs(turn) > HEADLAMP_DEG) out.push(need({ code: 'headlamps', turnDeg: turn }, 'fits'));
  if (rise > 0 && (f.front.lift.value > 0 || f.rear.lift.value > 0 || tireLift > 0))
    out.push(need({ code: 'handling-changed', riseMm: rise }, 'fits'));
  return out;
}

/** Tyres and wheels that are wanted and stand on no line of the parts list. */
function openPrices(
  section: JobSections['tire'],
  tires: TireReading,
  catalogue: Pick<Catalogue, 'tires'>,
): readonly Need[] {
  const out: Need[] = [];
  const size = tires.check?.target.size;
  if (size && !catalogue.tires.some((t) => t.code === section.tireCode))
    out.push(
      need(
        {
          code: 'tire-not-priced',
          size: formatTireSize(size),
          offers: tiresOfSize(size, catalogue.tires).map((t) => t.code),
        },
        'ask',
      ),
    );
  if (section.wheelCode === null && (section.wheelWidthIn !== null || section.wheelOffsetMm !== null))
    out.push(need({ code: 'wheel-not-priced' }, 'ask'));
  return out;
}

function ratioNeeds({ axleRatio, newAxleRatio }: JobSections['tire']): readonly Need[] {
  return newAxleRatio === null || newAxleRatio === axleRatio
    ? []
    : [need({ code: 'ratio-not-priced', from: axleRatio, to: newAxleRatio }, 'ask')];
}

function unknownNeeds(questions: readonly OpenQuestion[]): readonly Need[] {
  const fields = questions.filter((q) => q.changesForecast).map((q) => q.field.key);
  return fields.length > 0 ? [need({ code: 'unknown-assumed', fields }, 'ask')] : [];
}

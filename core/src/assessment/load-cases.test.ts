import {
  assess,
  AXLES,
  axleFigures,
  listed,
  loadCapacityKg,
  parseTireSize,
  planCase,
  stopForceN,
  vehicleAxle,
  wheelFigures,
  type Axle,
  type JobSections,
  type Part,
  type PartEffect,
} from '..';
import { catalogue, plainJob, settings, vehicleOf, withTape } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

const RAD = Math.PI / 180;
const codes = catalogue.platforms.map((p) => p.code);
const caseOf = (job: JobSections, c = catalogue) =>
  planCase(job, vehicleOf(job), c, settings, { day: DAY, prepare });
/** Parts that do this, made for the vehicle, one for each axle that is named. */
function withEffects(job: JobSections, of: Readonly<Partial<Record<Axle, PartEffect>>>) {
  const [like] = catalogue.parts;
  const parts = AXLES.flatMap((axle): Part[] => {
    const e = of[axle];
    return e && like
      ? [
          {
            ...like,
            code: `X-${axle}`,
            axle,
            family: 'preload-spacer',
            effects: [e],
            settleShare: 0,
            applications: [
              {
                platform: job.vehicle.platform!,
                years: [0, 9999],
                conditions: [],
                provenance: { kind: 'maker-lists' },
              },
            ],
          },
        ]
      : [];
  });
  const all = { ...catalogue, parts: [...catalogue.parts, ...parts] };
  const items = parts.map((p) => listed(p.code, 'part', p.code));
  return caseOf({ ...job, build: { ...job.build, items } }, all);
}
const payload = (job: JobSections, kg: number): JobSections => ({
  ...job,
  brief: { ...job.brief, payloadKg: kg },
});

describe.each(codes)('%s in every case of load', (code) => {
  const job = plainJob(code);
  const { platform } = vehicleOf(job);
  const spareKg = Math.max(0, platform.rear.ratedKg - platform.rear.curbKg);
  it('no height lies past the solid stop, and what is on the stop is carried by spring and stop together', () => {
    for (const kg of [0, 0.6 * spareKg, spareKg, 2 * spareKg]) {
      const c = caseOf(payload(job, kg));
      for (const axle of AXLES) {
        const view = c.axles[axle].prepared.today;
        const stop = view.state.stop()!;
        for (const which of ['empty', 'as-used', 'rated'] as const) {
          const h = view.under(which);
          expect(h.ok).toBe(true);
          if (!h.ok) continue;
          expect(h.value.zMm).toBeLessThanOrEqual(stop.solidMm + 1e-9);
          expect(h.value.onStop !== null).toBe(h.value.zMm > stop.touchMm);
          if (h.value.onStop && !h.value.onStop.solid)
            expect(h.value.onStop.forceN).toBeCloseTo(stopForceN(stop, h.value.zMm), 6);
        }
      }
    }
  });
  it('more load never stands it higher; a tyre and a wheel carry half of what the axle is rated for, whatever is said', () => {
    const axle = 'rear' as const;
    const heights = [0, 0.3, 0.6, 1].map((share) => {
      const h = caseOf(payload(job, share * spareKg)).axles[axle].prepared.today.loaded();
      return h.ok ? -h.value.zMm : NaN;
    });
    for (let i = 1; i < heights.length; i++) expect(heights[i]!).toBeLessThanOrEqual(heights[i - 1]! + 1e-9);
    for (const t of catalogue.tires.filter((_, i) => i % 5 === code.length % 5)) {
      const size = parseTireSize(t.size);
      if (!size.ok || size.value.loadIndex === null || size.value.prefix === 'P') continue;
      const cap = loadCapacityKg(size.value.loadIndex);
      if (!cap.ok) continue;
      const a = caseOf({ ...job, tire: { ...job.tire, tireCode: t.code } });
      const check = a.tires.check!;
      for (const end of AXLES) {
        const byHand = cap.value < Math.max(platform[end].ratedKg, a.burden[end].loadedKg) / 2;
        expect(check[end].capacity!.value < check[end].neededLoad.value).toBe(byHand);
      }
    }
  });
  it('caster is that of the body’s frame less the pitch, exactly; raised at one end it changes by the pitch alone', () => {
    if (platform.front.spec.casterDeg === null) return;
    const lifted = (front: number, rear: number) =>
      withEffects(job, {
        ...(front === 0 ? {} : { front: { kind: 'preload-spacer', thicknessMm: front } as const }),
        ...(rear === 0 ? {} : { rear: { kind: 'preload-spacer', thicknessMm: rear } as const }),
      }).forecast()!;
    const inBody = (f: ReturnType<typeof lifted>) => {
      const { model } = vehicleAxle({
        vehicle: vehicleOf(job),
        axle: 'front',
        brief: { payloadKg: null, tongueKg: null },
        accessories: [],
        fitted: [],
      }).prepared.stock;
      const { pose } = f.front.planned;
      return model.beam ? axleFigures(model, pose).casterLeftDeg! : wheelFigures(model, pose).casterDeg!;
    };
    const [stock, rearUp] = [lifted(0, 0), lifted(0, 25)];
    for (const f of [stock, rearUp, lifted(15, 0), lifted(15, 25)]) {
      const rise = (axle: Axle) => -f[axle].planned.zMm;
      const pitch = Math.atan((rise('rear') - rise('front')) / platform.wheelbaseMm) / RAD;
      expect(f.pitch.planned.value).toBeCloseTo(pitch, 9);
      expect(f.front.geometryPlanned.casterDeg).toBeCloseTo(inBody(f) - pitch, 9);
    }
    // the rear alone: nothing of the front axle moves in the body, and caster falls by the pitch
    expect(rearUp.front.geometryPlanned.casterDeg! - stock.front.geometryPlanned.casterDeg!).toBeCloseTo(
      -rearUp.pitch.planned.value,
      9,
    );
    expect(rearUp.pitch.planned.value).toBeGreaterThan(0);
  });
  it('both ends raised alike tilt nothing', () => {
    const f = caseOf(job).forecast()!;
    expect(f.pitch.planned.value).toBeCloseTo(0, 9);
    expect(f.pitch.today.value).toBeCloseTo(0, 9);
  });
});

describe('the tape', () => {
  const taped = (code: string, frontMm: number) =>
    withTape(plainJob(code), {
      corners: { leftFront: String(frontMm), rightFront: String(frontMm), leftRear: '', rightRear: '' },
    });
  it.each(codes)('%s: geometry starts where it says it stands', (code) => {
    const { archMm } = vehicleOf(plainJob(code)).platform.front;
    for (const offMm of [-40, -8, 0, 12]) {
      const c = caseOf(taped(code, archMm + offMm));
      const h = c.axles.front.prepared.today.height();
      // lower than a tape can show
      if (!c.tape.front) continue;
      expect(h.ok && -h.value.zMm).toBeCloseTo(c.tape.front.value - archMm, 3);
      expect(c.forecast()!.today.front.value).toBeCloseTo(c.tape.front.value, 6);
    }
  });
  it('what sagged springs have lost goes with them, what lies in the tolerance of the factory stays', () => {
    const job = taped('mettrick-fell', 531 - 50);
    const with_ = (e: PartEffect, family: Part['family']) => {
      const c = caseOf(job);
      const part = { ...catalogue.parts[0]!, code: 'N', axle: 'front' as const, family, effects: [e] };
      const h = c.axles.front.prepared.with([{ part, quantity: 1 }]).height();
      return h.ok ? -h.value.zMm : NaN;
    };
    const stock = { kind: 'spring', rateNPerMm: 30, freeLengthDeltaMm: 0 } as const;
    // sixteen of the fifty are how this vehicle stands anyway
    expect(with_(stock, 'coil')).toBeCloseTo(-16, 0);
    expect(with_({ kind: 'coil-spacer', thicknessMm: 20 }, 'coil-spacer')).toBeLessThan(-25);
  });
  it('nose high under a load is held against the same vehicle as built under the same load', () => {
    for (const code of codes) {
      const p = vehicleOf(plainJob(code)).platform;
      for (const share of [0.3, 0.6]) {
        const kg = Math.round(share * (p.rear.ratedKg - p.rear.curbKg));
        const a = assess(payload(plainJob(code), kg), catalogue, settings, { day: DAY, prepare });
        expect(a.needs.filter((n) => n.finding.code === 'nose-high-loaded')).toEqual([]);
      }
    }
  });
});

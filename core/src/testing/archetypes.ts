import {
  assess,
  moneyOf,
  openNeeds,
  partsList,
  workPlan,
  type Assessment,
  type FindingCode,
  type JobSections,
  type Need,
  type WorkPlan,
} from '..';
import { catalogue, demoJob, settings } from './demo-world';
import { prepare } from './prepared';
import { DAY } from './situations';

/** One job as its plan comes out, with what can be asked of it. */
export interface Taken {
  readonly job: JobSections;
  readonly a: Assessment;
  readonly plan: WorkPlan;
  readonly has: (...codes: readonly string[]) => boolean;
  /** findings of one code in this plan */
  readonly of: (code: FindingCode) => readonly Need[];
  /** findings of one code with other things on the list */
  readonly ofWith: (code: FindingCode, change: Change) => readonly Need[];
  readonly steps: (pattern: RegExp) => number;
}
export interface Change {
  readonly without?: readonly string[];
  readonly plus?: readonly string[];
  readonly variant?: Readonly<Record<string, string>>;
  readonly usage?: Partial<JobSections['brief']['usage']>;
  readonly tire?: Partial<JobSections['tire']>;
}
export interface Archetype {
  readonly number: number;
  readonly job: string;
  /** what makes it different, each with its test */
  readonly decides: Readonly<Record<string, (t: Taken) => boolean>>;
  /** what may still be open, because the job says so */
  readonly leaves: readonly FindingCode[];
}

export function changed(
  job: JobSections,
  { without = [], plus = [], variant = {}, usage = {}, tire = {} }: Change,
): JobSections {
  return {
    ...job,
    brief: { ...job.brief, usage: { ...job.brief.usage, ...usage } },
    vehicle: { ...job.vehicle, variant: { ...job.vehicle.variant, ...variant } },
    tire: { ...job.tire, ...tire },
    build: {
      ...job.build,
      items: [
        ...job.build.items.filter((i) => !without.includes(i.code)),
        ...plus.map((code) => ({ id: code, kind: 'part' as const, code, quantity: 1, takenOver: '' })),
      ],
    },
  };
}
const judged = (job: JobSections) => assess(job, catalogue, settings, { day: DAY, prepare });
export function taken(name: string): Taken {
  const job = demoJob(name);
  const a = judged(job);
  const plan = workPlan(a, job, catalogue);
  return {
    job,
    a,
    plan,
    has: (...codes) => codes.every((c) => a.chosen.some((p) => p.part.code === c)),
    of: (code) => a.needs.filter((n) => n.finding.code === code),
    ofWith: (code, change) => judged(changed(job, change)).needs.filter((n) => n.finding.code === code),
    steps: (pattern) => plan.steps.findIndex((s) => pattern.test(s.text)),
  };
}
export const stillOpen = (t: Taken): readonly FindingCode[] => [
  ...new Set(openNeeds(t.a.needs).map((n) => n.finding.code)),
];
export const totalMinor = (t: Taken): number =>
  moneyOf(partsList(t.job, t.a, catalogue), t.plan, settings).totalMinor;

const lift = (t: Taken, axle: 'front' | 'rear') => t.a.forecast![axle].lift.value;
const before = (t: Taken, first: RegExp, then: RegExp) => {
  const [a, b] = [t.steps(first), t.steps(then)];
  return a >= 0 && b >= 0 && a < b;
};
const fastened = (t: Taken, joint: RegExp) =>
  t.plan.steps.some((s) => s.fastenings.some((f) => joint.test(f.what)));

/** The jobs that must work: archetype → the job of the demo world → what decides it. */
export const ARCHETYPES: readonly Archetype[] = [
  {
    number: 1,
    job: 'hut-warden',
    decides: {
      'a wishbone turns 28 mm of spacer into much more at the wheel': (t) => lift(t, 'front') > 1.4 * 28,
      'air springs at the rear rule the spacer out': (t) =>
        t.ofWith('variant-excludes', { variant: { 'rear-springs': 'air' } }).length > 0,
      'the wanted tyre is judged at lock': (t) =>
        t
          .of('tire-clearance')
          .some(({ finding: f }) => f.code === 'tire-clearance' && f.where.startsWith('lock')),
    },
    // how it is trimmed for is the customer's word
    leaves: ['tire-clearance', 'spare-size'],
  },
  {
    number: 2,
    job: 'district-nurse',
    decides: {
      'it starts from the lift that is on it': (t) => t.a.fitted.length > 0,
      'what stands out of its window today is said': (t) => t.of('out-today').length > 0,
      'the wear is a complaint of the brief': (t) => t.job.brief.complaintKind === 'wears-tires',
    },
    leaves: [],
  },
  {
    number: 3,
    job: 'net-mender',
    decides: {
      'the wanted tyre needs no lift in front': (t) =>
        Math.abs(lift(t, 'front')) < 1 && t.a.clearance.front!.clears,
      'brackets for a lead that it has not got do nothing': (t) =>
        t.ofWith('does-nothing', { plus: ['KA-455', 'KA-456'] }).length === 2,
      'gearing is told for the new tyre': (t) => t.a.gearing !== null,
    },
    leaves: [],
  },
  {
    number: 4,
    job: 'bell-founder',
    decides: {
      'the front comes down by spindle, the spring stays': (t) => lift(t, 'front') < -45 && t.has('HF-8900'),
      'a spindle for the other rotor is refused': (t) =>
        t.ofWith('variant-excludes', { variant: { rotor: 'thin' } }).length > 0,
      'arms for the caster are on the list': (t) => t.has('HF-8901'),
      'an axle flip is refused without an engineer’s note': (t) =>
        t.ofWith('structural-change', { plus: ['HF-8904'] }).length > 0,
    },
    leaves: [],
  },
  {
    number: 5,
    job: 'mobile-library',
    decides: {
      'struts of the taller sister come with the plate for their bolt pattern': (t) =>
        t.has('SY-UPL', 'HF-361'),
      'slotting the tower is refused': (t) => t.ofWith('structural-change', { plus: ['HF-905'] }).length > 0,
      'both ends stand on donor parts': (t) =>
        t.a.chosen.filter((p) => p.part.family === 'donor-strut').length === 2,
    },
    leaves: [],
  },
  {
    number: 6,
    job: 'clinic-driver',
    decides: {
      'it has to go under the garage, and does': (t) =>
        t.of('over-height').length === 0 && t.job.brief.heightLimitMm !== null,
      'one class more would not': (t) =>
        t.ofWith('over-height', { without: ['TL-8420'], plus: ['TL-8422'] }).length > 0,
      'the differential comes down with it': (t) => t.has('IW-57'),
    },
    leaves: [],
  },
  {
    number: 7,
    job: 'wedding-photographer',
    decides: {
      'it goes down by 20 mm at both ends': (t) =>
        Math.abs(lift(t, 'front') + 20) < 4 && Math.abs(lift(t, 'rear') + 20) < 4,
      'the adjusters still reach': (t) => t.of('camber-reach').length === 0,
      'every damper has its settings, at its step': (t) =>
        new Set(t.plan.steps.flatMap((s) => s.settings.map((x) => x.part))).size === 2 &&
        t.a.chosen.filter((p) => p.part.family === 'damper').every((p) => p.part.settings !== undefined),
    },
    leaves: [],
  },
  {
    number: 8,
    job: 'joiner',
    decides: {
      'the vehicle’s subframe bolts are found too short, and longer ones are on the list': (t) =>
        t.of('bolt-short').some(({ finding: f }) => f.code === 'bolt-short' && f.engagedMm < f.neededMm) &&
        partsList(t.job, t.a, catalogue).some((l) => l.beside?.why === 'longer'),
      'the subframe comes down before the struts go back': (t) =>
        before(t, /subframe on a cradle/i, /Spacer on the strut top/),
      'camber bolts are on the list': (t) => t.has('HF-350B'),
      'without the subframe drop the shaft joint bends further': (t) =>
        judged(changed(t.job, { without: ['IW-9320'] })).forecast!.front.geometryPlanned.cvOuterDeg! >
        t.a.forecast!.front.geometryPlanned.cvOuterDeg! + 0.3,
    },
    leaves: [],
  },
  {
    number: 9,
    job: 'quarryman',
    decides: {
      'studs that stand proud of the spacer are cut with the nut on': (t) =>
        t.of('stud-proud').length > 0 && t.steps(/Nuts run on beyond the cut/) > 0,
      'arms and differential go with the spacer': (t) => t.has('HF-316C', 'IW-57C', 'IW-8061'),
      'blocks bring new U-bolts': (t) => fastened(t, /U-bolt/i),
      'wheels are on the ground before pivots are torqued': (t) =>
        t.plan.rideHeightLine > 0 && t.plan.rideHeightLine < t.plan.steps.length,
      'its maker’s largest tyre is held': (t) =>
        t.of('tire-over-maker').length === 0 &&
        t.ofWith('tire-over-maker', { tire: { tireCode: null, targetSize: '35x12.50R18' } }).length > 0,
      'the tyre is on the list': (t) => partsList(t.job, t.a, catalogue).some((l) => l.code === 'CT-R275'),
    },
    leaves: [],
  },
  {
    number: 10,
    job: 'peat-cutter',
    decides: {
      'differential and skid come down together': (t) => t.has('IW-8181', 'IW-8182'),
      'wheel nuts are torqued again after 80 km': (t) =>
        t.plan.steps.some((s) => s.fastenings.some((f) => f.note.includes('80 km'))),
    },
    leaves: [],
  },
  {
    number: 11,
    job: 'sheep-shearers',
    decides: {
      'the rear axle is put back in the middle by its track bar': (t) => t.has('HF-332'),
      'the lock nut is closed after it is centred': (t) => before(t, /Track bar out/, /middle/),
      'bar and damper brackets are on the list': (t) => t.has('KA-8120', 'KA-8121'),
    },
    leaves: [],
  },
  {
    number: 12,
    job: 'golf-links',
    decides: {
      'the hub moves, arms and springs do not': (t) => Math.abs(lift(t, 'front') - 100) < 2,
      'nobody sets it level: the rear stands lower': (t) => t.job.brief.stance === null,
      'it has no spare and no road speed to calibrate': (t) => t.of('spare-size').length === 0,
    },
    leaves: ['place-limit'],
  },
  {
    number: 13,
    job: 'beekeeper',
    decides: {
      'without the subframe drop the shaft joint is over its limit': (t) =>
        t.ofWith('cv-angle', { without: ['IW-9380'] }).length > 0,
      'a spring compressor is among the tools or its danger at the step': (t) =>
        t.plan.steps.some((s) => s.hazards.includes('compressed-spring')),
    },
    leaves: [],
  },
  {
    number: 14,
    job: 'island-hotel',
    decides: {
      'spindles and blocks keep it level': (t) => Math.abs(t.a.forecast!.planned.rake.value) < 8,
      'the longer hose is needed': (t) =>
        t.ofWith('hose-short', {
          without: t.a.chosen.filter((p) => p.part.family === 'brake-hose').map((p) => p.part.code),
        }).length > 0,
    },
    leaves: [],
  },
  {
    number: 15,
    job: 'hay-merchant',
    decides: {
      'the smaller size is level': (t) => Math.abs(t.a.forecast!.planned.rake.value) <= 6,
      'the larger one is over level': (t) =>
        t.ofWith('not-level', { without: ['TL-8000'], plus: ['TL-5540'] }).length > 0,
      'damper extenders are on the list': (t) => t.has('KA-8001'),
    },
    leaves: [],
  },
  {
    number: 16,
    job: 'surf-school',
    decides: {
      'the big tyre clears in use with a small lift': (t) =>
        t.a.clearance.front!.clears && lift(t, 'front') < 25,
      'the spare needs its brace': (t) => t.ofWith('spare-load', { without: ['IW-730'] }).length > 0,
      'arms are there for the alignment': (t) => t.has('HF-316M'),
    },
    leaves: [],
  },
  {
    number: 17,
    job: 'boat-haulier',
    decides: {
      'the axle sits 75 mm lower on its own springs': (t) =>
        t.has('HF-8004') && Math.abs(lift(t, 'front') - 75) < 2,
      'and its geometry stays': (t) =>
        Math.abs(
          t.a.forecast!.front.geometryPlanned.casterDeg! - t.a.forecast!.front.geometryToday.casterDeg!,
        ) < 0.3,
      'both ends take the same gear set': (t) =>
        t.ofWith('ratios-differ', { without: ['HF-8006'] }).length > 0 && t.of('ratios-differ').length === 0,
      'the rake for the trailer is kept': (t) => t.of('not-level').length === 0,
    },
    leaves: ['place-limit', 'spare-size'],
  },
  {
    number: 18,
    job: 'slate-roofer',
    decides: {
      'the earlier spacers come off before the new coils go in': (t) =>
        before(t, /Coil spacers of an earlier kit: off/, /New coils in/),
      'with them left on it would stand higher': (t) => {
        const left = {
          ...t.job,
          vehicle: {
            ...t.job.vehicle,
            changes: t.job.vehicle.changes.map((c) => ({ ...c, comesOff: false })),
          },
        };
        return judged(left).forecast!.front.lift.value > lift(t, 'front') + 15;
      },
      'dampers match the springs on both axles': (t) =>
        t.of('damper-match').length === 0 && t.has('SD-8000', 'SD-8001'),
    },
    leaves: [],
  },
  {
    number: 19,
    job: 'hotelier',
    decides: {
      'thickness is not lift': (t) => Math.abs(lift(t, 'front') - 12) > 5,
      'rubber is torqued with the wheels on the ground': (t) =>
        t.plan.steps.some((s) => s.makes === 'torque-pivots'),
      'a differential drop is an option, not a need': (t) => t.of('cv-angle').length === 0,
    },
    leaves: [],
  },
  {
    number: 20,
    job: 'woodcutter',
    decides: {
      'everything comes off again': (t) => t.job.brief.reversibleOnly && t.of('not-reversible').length === 0,
      'what is drilled is refused': (t) => t.ofWith('not-reversible', { plus: ['HF-8605'] }).length > 0,
      'damper brackets are bolted or clamped': (t) => t.has('KA-8601', 'KA-8604'),
    },
    leaves: [],
  },
  {
    number: 21,
    job: 'peat-crew',
    decides: {
      'the heavy engine takes its own front coils': (t) =>
        t.ofWith('variant-excludes', { without: ['BS-5102'], plus: ['BS-5101'] }).length > 0 ||
        t.has('BS-5102'),
      'winch and boards are counted in': (t) => t.job.vehicle.accessories.length === 2,
      'a gear set at one end only is refused': (t) =>
        t.ofWith('ratios-differ', { plus: ['HF-8725'] }).length > 0,
    },
    leaves: ['axle-off-centre', 'spare-load'],
  },
];

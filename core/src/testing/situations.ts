import {
  assessCase,
  emptyChange,
  emptyLine,
  emptyLooked,
  foundBy,
  knownVehicle,
  listed,
  planCase,
  ruleOf,
  type Axle,
  type AxleSpec,
  type Brief,
  type Catalogue,
  type Change as BeforeNow,
  type FindingCode,
  type FreeLine,
  type JobSections,
  type Looked,
  type Need,
  type Part,
  type PartEffect,
  type PlanCase,
  type Platform,
  type PlaceLimit,
  type ShopSettings,
  type Spot,
  type TapeRound,
  type TireSection,
  type SpringCompressor,
  type WheelItem,
} from '..';
import { catalogue, plainJob, platformOf, settings, withTape } from './demo-world';
import { prepare } from './prepared';

/** One vehicle, what is asked of it, and a catalogue and a shop that may be changed for the case. */
export interface Situation {
  readonly job: JobSections;
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
  readonly day: string;
}
export const DAY = '2026-11-25';
export const caseOf = (s: Situation): PlanCase =>
  planCase(s.job, knownVehicle(s.job, s.catalogue)!, s.catalogue, s.settings, { day: s.day, prepare });
export const say = (s: Situation) => assessCase(caseOf(s));
/** What the rule of this code finds, asked alone. */
export const found = (s: Situation, code: FindingCode): readonly Need[] =>
  foundBy(ruleOf(code)!, caseOf(s)).filter((n) => n.finding.code === code);
export type Change = (s: Situation) => Situation;
export const on = (platform: string, ...changes: readonly Change[]): Situation =>
  changes.reduce<Situation>((s, change) => change(s), {
    job: plainJob(platform),
    catalogue,
    settings,
    day: DAY,
  });
export const brief =
  (b: Partial<Brief>): Change =>
  (s) => ({ ...s, job: { ...s.job, brief: { ...s.job.brief, ...b } } });
export const tire =
  (t: Partial<TireSection>): Change =>
  (s) => ({ ...s, job: { ...s.job, tire: { ...s.job.tire, ...t } } });
export const variant =
  (v: Readonly<Record<string, string>>): Change =>
  (s) => ({ ...s, job: { ...s.job, vehicle: { ...s.job.vehicle, variant: v } } });
export const platform =
  (change: (p: Platform) => Platform): Change =>
  (s) => ({
    ...s,
    catalogue: {
      ...s.catalogue,
      platforms: s.catalogue.platforms.map((p) => (p.code === s.job.vehicle.platform ? change(p) : p)),
    },
  });
export const axle = (which: Axle, change: (a: AxleSpec) => Partial<AxleSpec>): Change =>
  platform((p) => ({ ...p, [which]: { ...p[which], ...change(p[which]) } }));
export const limit =
  (l: Partial<PlaceLimit>): Change =>
  (s) => ({
    ...s,
    settings: {
      ...s.settings,
      placeLimits: [{ what: 'total-lift', limitMm: 100, verdict: 'ask', whose: 'the county', ...l }],
    },
  });
/** The shop's spring compressor. */
export const compressor =
  (springCompressor: SpringCompressor): Change =>
  (s) => ({ ...s, settings: { ...s.settings, workshop: { ...s.settings.workshop, springCompressor } } });
export const wheel =
  (w: Partial<WheelItem>): Change =>
  (s) => ({
    ...s,
    catalogue: {
      ...s.catalogue,
      wheels: [
        ...s.catalogue.wheels,
        { ...s.catalogue.wheels.find((x) => x.code === 'LW-618')!, ...w, code: 'W' },
      ],
    },
    job: { ...s.job, tire: { ...s.job.tire, targetSize: '265/70R17 115T', wheelCode: 'W' } },
  });
export const tape =
  (leftFront: string, rightFront: string, more: Partial<TapeRound> = {}): Change =>
  (s) => ({
    ...s,
    job: withTape(s.job, { ...more, corners: { leftFront, rightFront, leftRear: '', rightRear: '' } }),
  });
/** Something on the vehicle that somebody has put there before. */
export const onIt =
  (change: Partial<BeforeNow>): Change =>
  (s) => ({
    ...s,
    job: {
      ...s.job,
      vehicle: { ...s.job.vehicle, changes: [{ ...emptyChange('c'), what: 'old spacer', ...change }] },
    },
  });
/** A line of one's own in the plan. */
export const own =
  (line: Partial<FreeLine>): Change =>
  (s) => ({
    ...s,
    job: {
      ...s.job,
      build: {
        ...s.job.build,
        free: [{ ...emptyLine('f'), what: 'lift of his own', priceMinor: 0, ...line }],
      },
    },
  });
/** A component as the look-over found it. */
export const lookedAt =
  (spot: Spot, more: Partial<Looked>): Change =>
  (s) => ({
    ...s,
    job: {
      ...s.job,
      lookOver: { ...s.job.lookOver, items: [...s.job.lookOver.items, { ...emptyLooked(spot), ...more }] },
    },
  });
/** Adds a made-up part to catalogue and plan. */
export const part =
  (p: Partial<Part>, quantity = 1): Change =>
  (s) => {
    const code = p.code ?? `X-${s.job.build.items.length + 1}`;
    const made: Part = {
      maker: 'Two Larches',
      name: 'made-up part',
      family: 'accessory',
      axle: 'front',
      soldAs: 'set',
      priceMinor: 1000,
      supplier: 'here',
      stock: { onHand: 9, leadDays: 0 },
      effects: [],
      claimLiftMm: null,
      settleShare: 0,
      claimOnly: false,
      reversible: true,
      structural: false,
      cures: [],
      requires: [],
      excludes: [],
      fasteners: [],
      applications: [
        {
          platform: s.job.vehicle.platform!,
          years: platformOf(s.job.vehicle.platform!).years,
          conditions: [],
          provenance: { kind: 'maker-lists' },
        },
      ],
      operation: 'accessory-front',
      note: '',
      ...p,
      code,
    };
    return {
      ...s,
      catalogue: { ...s.catalogue, parts: [...s.catalogue.parts, made] },
      job: {
        ...s.job,
        build: {
          ...s.job.build,
          items: [...s.job.build.items, { ...listed(code, 'part', code), quantity }],
        },
      },
    };
  };
export const effect = (e: PartEffect, more: Partial<Part> = {}) => part({ effects: [e], ...more });
export const apps =
  (a: Partial<Part['applications'][number]>): Change =>
  (s) =>
    part({
      applications: [
        {
          platform: s.job.vehicle.platform!,
          years: platformOf(s.job.vehicle.platform!).years,
          conditions: [],
          provenance: { kind: 'maker-lists' },
          ...a,
        },
      ],
    })(s);
export const list =
  (...codes: readonly string[]): Change =>
  (s) => ({
    ...s,
    job: {
      ...s.job,
      build: {
        ...s.job.build,
        items: codes.map((code, i) =>
          listed(`i${i}`, s.catalogue.kits.some((k) => k.code === code) ? 'kit' : 'part', code),
        ),
      },
    },
  });

export const HALDER = 'corvane-halder';
export const FELL = 'mettrick-fell';
export const forecast = (s: Situation, which: Axle = 'front') => caseOf(s).forecast()![which];
/** A limit a hair on either side of what a situation comes to. */
export const HAIR = 0.01;
export const spacer = (mm: number): Change =>
  effect({ kind: 'top-spacer', thicknessMm: mm }, { family: 'strut-top-spacer' });
export const coilSpacer = (mm: number): Change =>
  effect({ kind: 'coil-spacer', thicknessMm: mm }, { family: 'coil-spacer' });
export const withTire = (size: string, ...changes: readonly Change[]) =>
  on(HALDER, tire({ targetSize: size }), ...changes);
export const LOADED = '265/70R17 115T';

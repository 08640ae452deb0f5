import type { Axle } from '../suspension';

export const PART_FAMILIES = [
  'strut-top-spacer',
  'preload-spacer',
  'coil-spacer',
  'perch-spacer',
  'coil',
  'adjustable-strut',
  'donor-strut',
  'lift-block',
  'add-a-leaf',
  'leaf-pack',
  'shackle',
  'shackle-flip',
  'axle-flip',
  'torsion-key',
  'spindle',
  'arm-set',
  'relocation',
  'body-lift',
  'subframe-drop',
  'differential-drop',
  'skid-spacer',
  'transfer-case-drop',
  'carrier-bearing-drop',
  'pinion-wedge',
  'upper-arm',
  'lower-link',
  'upper-link',
  'camber-bolt',
  'cam-bolt',
  'caster-bush',
  'top-plate',
  'track-bar',
  'track-bar-bracket',
  'drag-link',
  'pitman-arm',
  'bar-link',
  'bar-bracket',
  'damper',
  'damper-bracket',
  'bump-stop',
  'brake-hose',
  'hose-bracket',
  'cable-bracket',
  'tie-rod',
  'steering-stop',
  'headlamp-aim',
  'wheel-spacer',
  'spare-carrier',
  'axle-ratio',
  'accessory',
  'calibration',
] as const;
export type PartFamily = (typeof PART_FAMILIES)[number];

/** What a family is to a vehicle, as data: every rule about places, stacking and counting reads it here. */
export interface Family {
  /** the place on an axle (or the vehicle) that a part of it takes; families of one slot take it from each other */
  readonly slot: string;
  /** two parts in the slot: never, or as many as one likes */
  readonly holds: 'one' | 'many';
  /** slots whose earlier parts go when one of these comes in */
  readonly replaces: readonly string[];
  /** families that must be in the plan or on the vehicle with it, and that must not */
  readonly requires: readonly PartFamily[];
  readonly excludes: readonly PartFamily[];
  /** what a count above one means: more pieces of the same (their masses add), or nothing that can be fitted */
  readonly quantity: 'set' | 'pieces';
  readonly forbidden: readonly Forbidden[];
  /** by itself it raises or lowers the body */
  readonly liftSource: boolean;
  /** its effect is counted in a plan before alignment is judged: something turns, moves or is set at the steering */
  readonly steers: boolean;
}
export type Forbidden =
  { readonly on: 'steered-axle'; readonly axle: Axle } | { readonly on: 'frame' | 'unibody' };

const family = (slot: string, more: Partial<Family> = {}): Family => ({
  slot,
  holds: 'one',
  replaces: [slot],
  requires: [],
  excludes: [],
  quantity: 'set',
  forbidden: [],
  liftSource: false,
  steers: false,
  ...more,
});
const source = (slot: string, more: Partial<Family> = {}) => family(slot, { liftSource: true, ...more });

export const FAMILIES: Readonly<Record<PartFamily, Family>> = {
  'strut-top-spacer': source('strut-top'),
  'preload-spacer': source('preload'),
  'coil-spacer': source('coil-seat'),
  // springs of any kind replace each other
  coil: source('spring'),
  'adjustable-strut': source('spring', { replaces: ['spring', 'damper', 'preload'] }),
  'donor-strut': source('spring', { replaces: ['spring', 'damper', 'preload'] }),
  // never stacked, never on an axle that steers
  'perch-spacer': source('perch'),
  'lift-block': source('block', { forbidden: [{ on: 'steered-axle', axle: 'front' }] }),
  'add-a-leaf': source('leaf'),
  // a new pack is the spring and every leaf in it
  'leaf-pack': source('spring', { replaces: ['spring', 'leaf'] }),
  shackle: source('shackle'),
  // what stands on the shackle's place on the frame takes the shackle's length with it
  'shackle-flip': source('shackle-mount'),
  // the pack goes from under the axle to on top of it, or back: no block fits between any more
  'axle-flip': source('leaf-seat', { excludes: ['lift-block'], forbidden: [{ on: 'unibody' }] }),
  'torsion-key': source('torsion-key'),
  spindle: source('knuckle', { steers: true }),
  // longer arms with what holds them: everything on the knuckle moves along
  'arm-set': source('lower-arm', { excludes: ['spindle'], steers: true }),
  // seats, links, track bar and stops go down together: the axle sits lower and its geometry stays
  relocation: source('link-mounts', { excludes: ['track-bar-bracket', 'subframe-drop'], steers: true }),
  'body-lift': source('body-mount', { forbidden: [{ on: 'unibody' }] }),
  'subframe-drop': family('subframe', { forbidden: [{ on: 'frame' }], steers: true }),
  'differential-drop': family('differential'),
  'skid-spacer': family('skid-plate'),
  'transfer-case-drop': family('transfer-case'),
  'carrier-bearing-drop': family('carrier-bearing'),
  'pinion-wedge': family('spring-seat', { excludes: ['lift-block'] }),
  'upper-arm': family('upper-arm', { steers: true }),
  'lower-link': family('lower-link', { steers: true }),
  'upper-link': family('upper-link', { steers: true }),
  'camber-bolt': family('knuckle-bolt', { steers: true }),
  'cam-bolt': family('cam', { steers: true }),
  'caster-bush': family('caster-bush', { steers: true }),
  'top-plate': family('top-plate', { steers: true }),
  'track-bar': family('track-bar', { steers: true }),
  'track-bar-bracket': family('track-bar-bracket', { steers: true }),
  'drag-link': family('drag-link', { steers: true }),
  'pitman-arm': family('pitman-arm', { requires: ['track-bar-bracket'], steers: true }),
  'bar-link': family('bar-link'),
  'bar-bracket': family('bar-mount'),
  damper: family('damper', { excludes: ['adjustable-strut', 'donor-strut'] }),
  'damper-bracket': family('damper-bracket'),
  'bump-stop': family('bump-stop'),
  'brake-hose': family('brake-hose'),
  'hose-bracket': family('hose-bracket', { holds: 'many' }),
  'tie-rod': family('tie-rod', { steers: true }),
  'cable-bracket': family('parking-cable'),
  'steering-stop': family('steering-stop'),
  'headlamp-aim': family('headlamp'),
  'wheel-spacer': family('wheel-spacer'),
  'spare-carrier': family('spare'),
  'axle-ratio': family('axle-ratio', { requires: ['calibration'] }),
  accessory: family('accessory', { holds: 'many', quantity: 'pieces' }),
  calibration: family('calibration'),
};
/** Families that by themselves raise (or lower) the body. */
export const LIFT_SOURCES: readonly PartFamily[] = PART_FAMILIES.filter((f) => FAMILIES[f].liftSource);

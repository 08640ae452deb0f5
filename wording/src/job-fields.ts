import type { ItemKind, JobSections, SectionName } from '@rigger/core';
import { longDay } from './dates';
import { length, money, quantity, type Style } from './format';
import { CORNER_NAMES } from './intake-words';
import { USE_WORDS } from './words';

type Words = { readonly [S in SectionName]: Readonly<Record<keyof JobSections[S], string>> };
/** What each entry of a job is called where it stands by itself. */
export const FIELD_WORDS: Words = {
  head: {
    customer: 'Customer',
    trade: 'Trade',
    phone: 'Phone',
    email: 'Mail',
    stage: 'Stage',
    promiseDate: 'Promised for',
  },
  brief: {
    usage: 'Use',
    usageWords: 'Use in words',
    complaintKind: 'Complaint',
    complaint: 'What the customer says of it',
    complaintSince: 'Since when',
    wish: 'Wish',
    frontTargetMm: 'Height wished at the front',
    rearTargetMm: 'Height wished at the rear',
    frontToleranceMm: 'Either way at the front',
    rearToleranceMm: 'Either way at the rear',
    driver: 'Who drives it',
    payloadKg: 'Payload',
    tongueKg: 'Tongue load',
    budgetMinor: 'Budget',
    neededBy: 'Needed by',
    reversibleOnly: 'Must be reversible',
    heightLimitMm: 'Height limit',
    heightLimitWhat: 'What sets the height limit',
    stance: 'Stance',
    noseUpMostMm: 'Nose up at most',
    chains: 'Chains',
    cruisingKmh: 'Cruising speed',
    notes: 'Notes of the brief',
  },
  vehicle: {
    query: 'Vehicle as the customer says it',
    plate: 'Plate',
    vin: 'Identification number',
    mileageKm: 'Mileage',
    color: 'Colour',
    platform: 'Vehicle',
    year: 'Year',
    variant: 'Variant',
    changes: 'Already modified',
    accessories: 'Added weight',
  },
  lookOver: {
    items: 'Looked over',
    alignment: 'Alignment when it came',
    road: 'Road test before',
    notes: 'Notes of the look-over',
  },
  tape: { rounds: 'Tape' },
  tire: {
    currentSize: 'Tyre today',
    targetSize: 'Wanted tyre',
    tireCode: 'Tyre from the list',
    currentWheelWidthIn: 'Wheel width today',
    currentWheelOffsetMm: 'Wheel offset today',
    wheelCode: 'Wheel from the list',
    wheelWidthIn: 'Wheel width',
    wheelOffsetMm: 'Wheel offset',
    loadIndex: 'Load index',
    axleRatio: 'Axle ratio',
    newAxleRatio: 'New axle ratio',
    rear: 'Wanted at the rear',
    currentRear: 'At the rear today',
    candidates: 'Also considered',
    reliefs: 'Trimming',
  },
  build: {
    items: 'Parts and kits',
    free: 'Lines of one’s own',
    decisions: 'Accepted and declined',
    locks: 'pins and bans',
    notes: 'Notes of the build',
  },
  quote: {
    alternatives: 'Alternatives',
    freightMinor: 'Freight',
    validUntil: 'The quote holds until',
    notIncluded: 'Not included',
    words: 'To the customer',
  },
  work: {
    ways: 'Ways of taking apart',
    moves: 'Steps that were moved',
    bay: 'Bay',
    startDay: 'First day in the bay',
  },
  boxes: { list: 'Boxes' },
  after: {
    alignment: 'Alignment after',
    contacts: 'Contact at lock and bump',
    road: 'Road test after',
    hoursTaken: 'Hours taken',
    otherwise: 'What went otherwise',
    nextTime: 'For the next one',
  },
  unread: { entries: 'Cannot be read' },
};
/** Names one entry of a job by where it is kept: section, then the way down to it. */
export function fieldText(section: SectionName, path: readonly string[]): string {
  const [field = '', ...down] = path;
  if (section === 'unread' && down[0] !== undefined) {
    const [where = '', ...place] = down[0].split('.');
    return where in FIELD_WORDS ? fieldText(where as SectionName, place) : down[0];
  }
  const words: Readonly<Record<string, string>> = FIELD_WORDS[section];
  const last = down.at(-1) ?? '';
  const inner =
    (CORNER_NAMES as Readonly<Record<string, string>>)[last]?.toLowerCase() ??
    (field === 'usage'
      ? (USE_WORDS as Readonly<Record<string, string>>)[last]?.toLowerCase()
      : (words[last]?.toLowerCase() ??
        {
          quantity: 'count',
          size: 'size',
          treadMm: 'tread left',
          camberDeg: 'camber',
          casterDeg: 'caster',
          toeDeg: 'toe',
          thrustDeg: 'thrust angle',
          steeringWheelDeg: 'steering wheel',
          slopeFrontMm: 'slope along',
          slopeLeftMm: 'slope across',
          liftMm: 'height over stock',
          thicknessMm: 'thickness',
          rateNPerMm: 'rate',
          priceMinor: 'price',
          takenOver: 'why it fits too',
          comesOff: 'comes off in this build',
          orderedOn: 'ordered',
          expectedOn: 'expected',
          receivedOn: 'received',
          tracking: 'tracking',
          counted: 'counted',
          fault: 'fault',
        }[last]));
  return [words[field] ?? field, inner].filter(Boolean).join(', ');
}
export const SECTION_WORDS: Readonly<Record<SectionName, string>> = {
  head: 'Customer and stage',
  brief: 'Brief',
  vehicle: 'Vehicle',
  lookOver: 'Look-over',
  tape: 'Tape',
  tire: 'Tyre',
  build: 'Parts',
  quote: 'Quote',
  work: 'Order of work',
  boxes: 'Boxes',
  after: 'After',
  unread: 'What cannot be read',
};
/** Why a state of a section was written. */
export const REVISED_WORDS = {
  new: 'new job',
  edit: 'changed',
  file: 'read from a file',
  'brought-back': 'brought back from an earlier state',
  kept: 'kept when the program was updated',
} as const;
export const ITEM_KIND_WORDS: Readonly<Record<ItemKind, string>> = {
  platforms: 'Vehicle',
  parts: 'Part',
  kits: 'Kit',
  tires: 'Tyre',
  wheels: 'Wheel',
  reliefs: 'Trimming',
  repairs: 'Repair',
  joints: 'Joint',
  operations: 'Work',
  access: 'Access',
  closing: 'Closing steps',
};
const ITEM_FIELD_WORDS: Readonly<Record<string, string>> = {
  priceMinor: 'price',
  onHand: 'in stock',
  leadDays: 'days to come',
  maker: 'maker',
  name: 'name',
  minutes: 'minutes',
  claimLiftMm: 'lift by its maker',
  massKg: 'mass',
  size: 'size',
  note: 'note',
  supplier: 'supplier',
};
/** One field of an item of the catalogue as it was and as it is: "price 240 mk → 260 mk". */
export function changeText(path: readonly string[], before: unknown, after: unknown, style: Style): string {
  const key = [...path].reverse().find((p) => !/^\d+$/.test(p)) ?? '';
  const name = ITEM_FIELD_WORDS[key] ?? path.join(' ');
  return `${name} ${entryText(path, before, style)} → ${entryText(path, after, style)}`;
}
/** An entry as it is read, with its unit; a row of a list by what it is. */
export function entryText(path: readonly string[], value: unknown, style: Style): string {
  const key = path.at(-1) ?? '';
  if (value === undefined || value === null || value === '') return '(empty)';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') {
    if (key.endsWith('Kg')) return quantity(value, 'kg', style, 0);
    if (key.endsWith('Mm')) return length(value, style);
    if (key.endsWith('Minor')) return money(value, style);
    if (key.endsWith('Kmh')) return quantity(value, 'km/h', style, 0);
    if (key.endsWith('In')) return `${value} in`;
    return path[0] === 'usage' ? `${value} %` : String(value);
  }
  if (typeof value === 'string') return /^\d{4}-\d\d-\d\d$/.test(value) ? longDay(value) : value;
  if (Array.isArray(value))
    return value.length === 0 ? '(empty)' : value.map((v) => entryText([], v, style)).join(', ');
  const row = value as Readonly<Record<string, unknown>>;
  const named = [row.what, row.code, row.size, row.relief].find((v) => typeof v === 'string' && v !== '');
  return typeof named === 'string'
    ? named
    : Object.entries(row)
        .filter(([k, v]) => k !== 'id' && v !== null && v !== '')
        .map(([k, v]) => entryText([k], v, style))
        .join(', ');
}

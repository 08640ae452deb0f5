import { NOT_FINISHED } from './after';
import { NO_BOXES, NOTHING_CHOSEN } from './bay-work';
import type { BuildItem, Change, Described, FreeLine, JobSections, QuoteSection, TireSection } from './job';
import { NOT_LOOKED_OVER } from './look-over';
import { emptyRound } from './tape-round';
import { NO_USE } from './usage';

/** A quote that nobody has written anything for. */
export const NOTHING_QUOTED: QuoteSection = {
  alternatives: [],
  freightMinor: null,
  validUntil: null,
  notIncluded: '',
  words: '',
};
/** A job nobody has filled in yet.
 *  @example emptySections('Hut warden').head.stage // "brief" */
export function emptySections(customer: string): JobSections {
  return {
    head: { customer, trade: '', phone: '', email: '', stage: 'brief', promiseDate: null },
    brief: {
      usage: NO_USE,
      usageWords: '',
      complaintKind: null,
      complaint: '',
      complaintSince: '',
      wish: null,
      frontTargetMm: null,
      rearTargetMm: null,
      frontToleranceMm: null,
      rearToleranceMm: null,
      driver: '',
      payloadKg: null,
      tongueKg: null,
      budgetMinor: null,
      neededBy: null,
      reversibleOnly: false,
      heightLimitMm: null,
      heightLimitWhat: '',
      stance: null,
      noseUpMostMm: null,
      chains: false,
      cruisingKmh: null,
      notes: '',
    },
    vehicle: {
      query: '',
      plate: '',
      vin: '',
      mileageKm: null,
      color: '',
      platform: null,
      year: null,
      variant: {},
      changes: [],
      accessories: [],
    },
    lookOver: NOT_LOOKED_OVER,
    tape: { rounds: [emptyRound('before', 'before', 'hub')] },
    tire: {
      currentSize: '',
      targetSize: '',
      tireCode: null,
      currentWheelWidthIn: null,
      currentWheelOffsetMm: null,
      wheelCode: null,
      wheelWidthIn: null,
      wheelOffsetMm: null,
      loadIndex: null,
      axleRatio: null,
      newAxleRatio: null,
      rear: null,
      currentRear: null,
      candidates: [],
      reliefs: [],
    },
    build: { items: [], free: [], decisions: {}, locks: {}, notes: '' },
    quote: NOTHING_QUOTED,
    work: NOTHING_CHOSEN,
    boxes: NO_BOXES,
    after: NOT_FINISHED,
    unread: { entries: {} },
  };
}

/** The wanted tyres and wheels left out, with what they would take: what stands there today stays.
 *  @example withoutTires(emptySections('x').tire).reliefs.length // 0 */
export const withoutTires = (tire: TireSection): TireSection => ({
  ...tire,
  targetSize: '',
  tireCode: null,
  wheelCode: null,
  rear: null,
  reliefs: [],
});
/** One of a part or kit, put on the list.
 *  @example listed('i1', 'part', 'TL-2810').quantity // 1 */
export const listed = (id: string, kind: BuildItem['kind'], code: string): BuildItem => ({
  id,
  kind,
  code,
  quantity: 1,
  takenOver: '',
});
/** A change that somebody is about to write down.
 *  @example emptyChange('c1').kind // null */
export const emptyChange = (id: string): Change => ({
  ...undescribed(id),
  part: null,
  comesOff: false,
});
/** A line that somebody is about to write into a plan.
 *  @example emptyLine('f1').priceMinor // null */
export const emptyLine = (id: string): FreeLine => ({ ...undescribed(id), priceMinor: null, source: '' });
const undescribed = (id: string): Described => ({
  id,
  what: '',
  maker: '',
  kind: null,
  axle: null,
  thicknessMm: null,
  rateNPerMm: null,
  liftMm: null,
});

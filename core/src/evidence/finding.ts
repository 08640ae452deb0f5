import type {
  HoseRun,
  ObstacleKind,
  PartFamily,
  Platform,
  Provenance,
  Range,
  SpareCarrier,
} from '../catalogue';
import type { Axle, LimitedBy, RideHeightFault } from '../suspension';
import type { Figure } from './figure';

/** Where on the map of travel and lock a tyre comes nearest. */
export type RubWhere = 'always' | 'lock' | 'bump' | 'droop' | 'lock-bump' | 'lock-droop' | 'ride-height';
export type Verdict = 'fits' | 'needs' | 'ask' | 'no';

/** What was found, as code and numbers; the prose lives in `wording`. Angles deg, lengths mm, money minor units. */
export type Finding =
  // fitment
  | { readonly code: 'not-listed'; readonly platform: string }
  | { readonly code: 'wrong-years'; readonly from: number; readonly to: number; readonly year: number | null }
  | { readonly code: 'variant-excludes'; readonly field: string; readonly value: string }
  | { readonly code: 'ask-variant'; readonly fields: readonly string[] }
  | { readonly code: 'unknown-assumed'; readonly fields: readonly string[] }
  | { readonly code: 'provenance'; readonly provenance: Provenance }
  | { readonly code: 'wrong-construction'; readonly wants: Platform['construction'] }
  | { readonly code: 'block-on-steered-axle' }
  | { readonly code: 'structural-change' }
  | { readonly code: 'not-reversible' }
  | { readonly code: 'same-place'; readonly family: PartFamily; readonly axle: Axle | 'both' }
  | { readonly code: 'comes-late'; readonly leadDays: number; readonly neededBy: string }
  // geometry
  | { readonly code: 'no-balance'; readonly axle: Axle; readonly fault: RideHeightFault }
  | {
      readonly code: 'camber-reach' | 'caster-reach';
      readonly axle: Axle;
      readonly valueDeg: number;
      readonly spec: Range;
      readonly reach: Range;
      readonly shortDeg: number;
    }
  | { readonly code: 'cv-angle'; readonly axle: Axle; readonly valueDeg: number; readonly limitDeg: number }
  | { readonly code: 'axle-off-centre'; readonly axle: Axle; readonly shiftLeftMm: number }
  | { readonly code: 'steering-wheel-off-centre'; readonly turnDeg: number }
  | {
      readonly code: 'damper-match';
      readonly axle: Axle;
      readonly fromNPerMm: number;
      readonly toNPerMm: number;
    }
  /** what is left below the wheel; `longerMm`: dampers longer by this leave the advised share, null where joints end it */
  | {
      readonly code: 'topped-out' | 'droop-short';
      readonly axle: Axle;
      readonly droopMm: number;
      readonly bumpMm: number;
      readonly by: LimitedBy;
      readonly longerMm: number | null;
    }
  /** + the damper is solid this far after the stop touches; `lowerMm`: a stop lower by this mends it */
  | {
      readonly code: 'damper-solid';
      readonly axle: Axle;
      readonly reserveMm: number;
      readonly lowerMm: number;
    }
  // stance and limits
  | { readonly code: 'nose-high-loaded'; readonly byMm: number }
  | { readonly code: 'not-level'; readonly rakeMm: number; readonly wanted: Range }
  | {
      readonly code: 'over-height';
      readonly heightMm: number;
      readonly limitMm: number;
      readonly what: string;
    }
  | { readonly code: 'over-budget'; readonly totalMinor: number; readonly budgetMinor: number }
  | {
      readonly code: 'over-axle-load';
      readonly axle: Axle;
      readonly loadKg: number;
      readonly ratedKg: number;
    }
  | { readonly code: 'local-total-lift'; readonly liftMm: number; readonly limitMm: number }
  | { readonly code: 'local-tire-lift'; readonly liftMm: number; readonly limitMm: number }
  | { readonly code: 'local-track'; readonly increaseMm: number; readonly limitMm: number }
  | { readonly code: 'handling-changed'; readonly riseMm: number }
  | { readonly code: 'headlamps'; readonly turnDeg: number }
  // tyre and wheel
  | {
      readonly code: 'tire-clearance';
      readonly axle: Axle;
      readonly obstacle: ObstacleKind;
      readonly clearanceMm: number;
      readonly marginMm: number;
      readonly where: RubWhere;
      /** others that keep their margin no better */
      readonly others: number;
      readonly liftMm: number;
      /** least lift over design; null when no lift clears */
      readonly needsLiftMm: number | null;
      readonly chains: boolean;
    }
  | {
      readonly code: 'tire-to-stop';
      readonly axle: Axle;
      readonly obstacle: ObstacleKind;
      readonly clearanceMm: number;
      readonly where: RubWhere;
    }
  | { readonly code: 'structural-relief'; readonly axle: Axle; readonly obstacle: ObstacleKind }
  | { readonly code: 'front-rear-mismatch'; readonly percent: number; readonly limitPercent: number }
  | { readonly code: 'centre-bore-loose'; readonly wheelMm: number; readonly hubMm: number }
  | {
      readonly code: 'spare-size';
      readonly place: SpareCarrier['place'];
      readonly diameterMm: number;
      readonly sectionMm: number;
      readonly maxDiameterMm: number;
      readonly maxSectionMm: number;
    }
  | {
      readonly code: 'spare-load';
      readonly place: SpareCarrier['place'];
      readonly massKg: number;
      readonly ratedKg: number;
    }
  // hardware
  | {
      readonly code: 'hose-short';
      readonly axle: Axle;
      readonly what: HoseRun['what'];
      readonly shortMm: number;
      readonly freeMm: number;
    }
  | {
      readonly code: 'bar-link-angle';
      readonly axle: Axle;
      readonly valueDeg: number;
      readonly limitDeg: number;
      readonly changeMm: number | null;
    }
  | {
      readonly code: 'stud-engagement';
      readonly axle: Axle;
      readonly engagedMm: number;
      readonly neededMm: number;
      readonly spacerMm: number;
    }
  | { readonly code: 'stud-cut'; readonly axle: Axle; readonly cutMm: number; readonly spacerMm: number }
  | { readonly code: 'spacer-papers'; readonly axle: Axle; readonly spacerMm: number }
  | { readonly code: 'rim-refused'; readonly rimIn: number; readonly minIn: number; readonly maxIn: number }
  | { readonly code: 'rim-diameter'; readonly tireIn: number; readonly wheelIn: number }
  | { readonly code: 'rim-over-brakes'; readonly rimIn: number; readonly minIn: number }
  | { readonly code: 'bolt-circle'; readonly wheel: string; readonly vehicle: string }
  | { readonly code: 'centre-bore'; readonly wheelMm: number; readonly hubMm: number }
  | { readonly code: 'wheel-load'; readonly ratedKg: number; readonly neededKg: number }
  | {
      readonly code: 'tire-load';
      readonly capacityKg: number;
      readonly neededKg: number;
      readonly axle: Axle;
    }
  | { readonly code: 'tire-load-unknown' }
  | { readonly code: 'tire-assumed-series'; readonly diameterMm: number }
  | { readonly code: 'over-arch'; readonly axle: Axle; readonly byMm: number }
  | { readonly code: 'calibration'; readonly percent: number }
  /** a size is wanted and no tyre of it is taken yet, so none is on the list; `offers`: tyres of that size */
  | { readonly code: 'tire-not-priced'; readonly size: string; readonly offers: readonly string[] }
  /** a wheel is written by hand, so none is on the list */
  | { readonly code: 'wheel-not-priced' }
  /** another axle ratio is planned; the catalogue has no sets, so neither parts nor hours are in the total */
  | { readonly code: 'ratio-not-priced'; readonly from: number | null; readonly to: number }
  // tape
  | {
      readonly code: 'left-right';
      readonly axle: Axle;
      readonly differenceMm: number;
      readonly lowSide: 'left' | 'right';
    }
  | {
      readonly code: 'outside-ordinary';
      readonly axle: Axle;
      readonly measuredMm: number;
      readonly ordinary: Range;
    };

/** A finding with where it leads: verdict, the figure behind it, and the parts that cure it. */
export interface Need {
  readonly finding: Finding;
  readonly verdict: Verdict;
  readonly figure: Figure | null;
  readonly cures: readonly Cure[];
}
export interface Cure {
  readonly part: string;
  readonly priceMinor: number;
  /** the need's figure once the part is on; null where the need is not a figure of the geometry */
  readonly after: Figure | null;
  readonly provenance: Provenance | null;
}
/** in the order people deal with them: what cannot stay, what must be added, what must be asked */
const DEALT_WITH: readonly Verdict[] = ['no', 'needs', 'ask', 'fits'];
/** Needs in the order people deal with them; equal ones stay in theirs. */
export const inOrder = (needs: readonly Need[]): readonly Need[] =>
  [...needs].sort((a, b) => DEALT_WITH.indexOf(a.verdict) - DEALT_WITH.indexOf(b.verdict));
/** Needs that somebody still has to settle, in that order. */
export const openNeeds = (needs: readonly Need[]): readonly Need[] =>
  inOrder(needs.filter((n) => n.verdict !== 'fits'));

const ORDER: readonly Verdict[] = ['no', 'ask', 'needs', 'fits'];
/** The gravest of several verdicts: no, then ask, then needs, then fits.
 *  @example worstVerdict(['fits', 'needs', 'ask']) // "ask" */
export const worstVerdict = (verdicts: readonly Verdict[]): Verdict =>
  ORDER.find((v) => verdicts.includes(v)) ?? 'fits';

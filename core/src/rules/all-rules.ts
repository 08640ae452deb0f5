// Made by `npm run rules` from the files of this folder; not edited by hand.
import type { Rule } from './rule';
import { camberReach, casterReach } from './alignment-reach';
import { archCover } from './arch-cover';
import { axleCentre } from './axle-centre';
import { axleLoad } from './axle-load';
import { axleRatio } from './axle-ratio';
import { barLink } from './bar-link';
import { calibration } from './calibration';
import { changedBefore } from './changed-before';
import { coilCompressor } from './coil-compressor';
import { coil } from './coil';
import { cvAngle } from './cv-angle';
import { damperMatch } from './damper-match';
import { damperSolid } from './damper-solid';
import { delivery } from './delivery';
import { doesNothing } from './does-nothing';
import { driverAssist } from './driver-assist';
import { droop } from './droop';
import { fitment } from './fitment';
import { flatRide } from './flat-ride';
import { forbiddenPlace } from './forbidden-place';
import { frontRear } from './front-rear';
import { goesWith } from './goes-with';
import { handling } from './handling';
import { headlamps } from './headlamps';
import { heightLimit } from './height-limit';
import { heightWish } from './height-wish';
import { hoseReach } from './hose-reach';
import { jointSwing } from './joint-swing';
import { longerJoints } from './longer-joints';
import { makerLimits } from './maker-limits';
import { onStops } from './on-stops';
import { openPrices } from './open-prices';
import { placeLimits } from './place-limits';
import { pose } from './pose';
import { propshaft } from './propshaft';
import { reversible } from './reversible';
import { rodSwing } from './rod-swing';
import { roll } from './roll';
import { samePlace } from './same-place';
import { spare } from './spare';
import { stance } from './stance';
import { steeringWheel } from './steering-wheel';
import { structural } from './structural';
import { tape } from './tape';
import { tireClearance } from './tire-clearance';
import { tireLoad } from './tire-load';
import { tireSeries } from './tire-series';
import { today } from './today';
import { unknowns } from './unknowns';
import { wheelFit } from './wheel-fit';
import { wheelStuds } from './wheel-studs';
import { worn } from './worn';

export const RULES = [
  camberReach,
  casterReach,
  archCover,
  axleCentre,
  axleLoad,
  axleRatio,
  barLink,
  calibration,
  changedBefore,
  coilCompressor,
  coil,
  cvAngle,
  damperMatch,
  damperSolid,
  delivery,
  doesNothing,
  driverAssist,
  droop,
  fitment,
  flatRide,
  forbiddenPlace,
  frontRear,
  goesWith,
  handling,
  headlamps,
  heightLimit,
  heightWish,
  hoseReach,
  jointSwing,
  longerJoints,
  makerLimits,
  onStops,
  openPrices,
  placeLimits,
  pose,
  propshaft,
  reversible,
  rodSwing,
  roll,
  samePlace,
  spare,
  stance,
  steeringWheel,
  structural,
  tape,
  tireClearance,
  tireLoad,
  tireSeries,
  today,
  unknowns,
  wheelFit,
  wheelStuds,
  worn,
] as const;
type FindingOf<R> = R extends Rule<infer F> ? F : never;
/** Everything the rules can find, as code and numbers. */
export type Finding = FindingOf<(typeof RULES)[number]>;

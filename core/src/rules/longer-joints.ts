import type { FastenerCard, LongerJoint, Part } from '../catalogue';
import { boltOf, engagedBehind, type BoltPiece } from '../hardware';
import type { Axle } from '../suspension';
import { onAxle } from '../vehicle';
import { AXLES, type PlanCase } from '../plan-case';
import { rule, type Raised } from './rule';

interface AtJoint {
  readonly axle: Axle;
  readonly joint: string;
  /** its name in the trade */
  readonly what: string;
  readonly byMm: number;
}
export type LongerJointFinding =
  | (AtJoint & { readonly code: 'bolt-length-unknown' })
  | (AtJoint & {
      readonly code: 'bolt-short';
      readonly engagedMm: number;
      readonly neededMm: number;
      readonly diameterMm: number;
      readonly pitchMm: number;
      /** the next length that is made and holds */
      readonly buyMm: number;
      /** pieces on the axle; null where the card does not say */
      readonly count: number | null;
    })
  | (AtJoint & { readonly code: 'bolt-not-made'; readonly engagedMm: number; readonly neededMm: number })
  | (AtJoint & { readonly code: 'stud-proud'; readonly cutMm: number });

function found(
  part: Part,
  { joint, byMm, bolts }: LongerJoint,
  axle: Axle,
  c: PlanCase,
): readonly LongerJointFinding[] {
  if (bolts === 'own') return [];
  const what = c.catalogue.joints.find((j) => j.code === joint)?.what ?? joint;
  const at = { axle, joint, what, byMm };
  const card = c.vehicle.platform.fasteners.find((f) => f.joint === joint && f.axle === axle);
  const bolt = card ? pieceOf(card) : null;
  if (!bolt) return [{ code: 'bolt-length-unknown', ...at }];
  if (bolts === 'inside') {
    // out of the strut, through what it holds, into the part: what is longer than its room stands proud
    const cutMm = bolt.lengthMm - bolt.stackMm - byMm;
    return cutMm > 0 ? [{ code: 'stud-proud', ...at, cutMm }] : [];
  }
  const { engagedMm, neededMm, holds } = engagedBehind(bolt, byMm);
  if (holds) return [];
  const buyMm = boltOf(bolt, byMm);
  return [
    buyMm === null
      ? { code: 'bolt-not-made', ...at, engagedMm, neededMm }
      : {
          code: 'bolt-short',
          ...at,
          engagedMm,
          neededMm,
          diameterMm: bolt.diameterMm,
          pitchMm: bolt.pitchMm,
          buyMm,
          count: card?.perSide == null ? null : card.perSide * 2,
        },
  ];
}
/** Bolt or stud of a card; null while its length or its thread is not on record. */
const pieceOf = ({ bolt, thread }: FastenerCard): BoltPiece | null =>
  bolt && thread ? { ...bolt, ...thread } : null;

/** Joints that a part of the plan makes longer: whether the vehicle's bolts still reach, which ones to buy, what stands proud.
 *  Parts that bring bolts of their own are their maker's affair. */
export const longerJoints = rule<LongerJointFinding>({
  findings: {
    'bolt-length-unknown': { verdict: 'ask', topic: 'hardware', blocks: 'work' },
    // the line to buy stands in the parts list
    'bolt-short': { verdict: 'fits', topic: 'hardware', blocks: null },
    'bolt-not-made': { verdict: 'no', topic: 'hardware', blocks: 'work' },
    // the cut stands in the plan
    'stud-proud': { verdict: 'fits', topic: 'hardware', blocks: null },
  },
  scope: 'plan',
  check: (c) =>
    c.chosen.flatMap(({ part }) =>
      (part.box?.longer ?? []).flatMap((l) =>
        AXLES.filter((axle) => onAxle(part, axle)).flatMap((axle) =>
          found(part, l, axle, c).map((finding): Raised<LongerJointFinding> => ({
            finding,
            part: part.code,
            axle,
          })),
        ),
      ),
    ),
});

import { formatDecimal, type Finding, type Platform, type Verdict } from '@rigger/core';
import { longDay } from './dates';
import { degrees, length, money, plural, provenanceText, type Style } from './format';
import { optionText } from './variant';
import { missText, OBSTACLE_WORDS, WHERE_WORDS } from './rub';

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  fits: 'fits',
  needs: 'needs',
  ask: 'ask',
  no: 'no',
};
const SPARE_PLACE = { 'under-bed': 'under the bed', tailgate: 'on the tailgate', inside: 'inside' } as const;
const AXLE = { front: 'front', rear: 'rear', both: 'whole vehicle' } as const;

/** Question of a variant field, in the platform's own words. */
function fieldNames(fields: readonly string[], platform: Platform | null): string {
  return fields
    .map((f) =>
      f === 'year'
        ? 'the model year'
        : (platform?.variantFields
            .find((v) => v.key === f)
            ?.question.replace(/\?$/, '')
            .toLowerCase() ?? f),
    )
    .join('; ');
}
const longerText = (longerMm: number | null, mm: (v: number) => string): string =>
  longerMm === null
    ? 'Longer dampers do not help, the joints end it: less lift.'
    : longerMm === 0
      ? 'Less lift, or springs in place of spacers.'
      : `Dampers longer by ${mm(longerMm)}, an extender bracket, or less lift.`;
const inch = (v: number): string => formatDecimal(v, Number.isInteger(v) ? 0 : 1);

/** A finding as one plain sentence with its figures: what is so, then what to do. The only place with prose for findings. */
export function findingText(f: Finding, style: Style, platform: Platform | null = null): string {
  const mm = (v: number) => length(v, style);
  switch (f.code) {
    case 'not-listed':
      return `Not listed for the ${f.platform}.`;
    case 'wrong-years':
      return `Made for ${f.from}–${f.to}; this one is ${f.year ?? 'of an unknown year'}.`;
    case 'variant-excludes':
      return `Not with ${optionText(f.field, f.value, platform)}.`;
    case 'ask-variant':
      return `Ask first: ${fieldNames(f.fields, platform)}.`;
    case 'unknown-assumed':
      return `Forecast on the base variant until this is known: ${fieldNames(f.fields, platform)}.`;
    case 'provenance':
      return `${provenanceText(f.provenance).replace(/^./, (c) => c.toUpperCase())}.`;
    case 'wrong-construction':
      return f.wants === 'frame'
        ? 'Body lift needs a frame; this body is its own frame.'
        : 'Subframe drop needs a unibody; this one stands on a frame.';
    case 'block-on-steered-axle':
      return 'Lift block on a steered axle: never. It can roll out under braking.';
    case 'structural-change':
      return 'Slotting or filing a mount is a structural change: refused without an engineer’s note.';
    case 'not-reversible':
      return 'Cuts or drills; the brief asks for reversible parts only.';
    case 'same-place':
      return `Two parts of one kind (${f.family.replace(/-/g, ' ')}) in the same place, ${AXLE[f.axle]}: take one out.`;
    case 'comes-late':
      return `Not in stock: ${plural(f.leadDays, 'day')} to come, and the vehicle is needed by ${longDay(f.neededBy)}.`;
    case 'no-balance':
      return f.fault.code === 'no-balance-in-reach'
        ? `The ${f.axle} spring pushes the wheel to the end of its reach at ${mm(f.fault.lastZMm)} (${f.fault.member}): too much spring or spacer for this linkage.`
        : `The ${f.axle} linkage does not close at ${mm(f.fault.zMm)} (${f.fault.member}).`;
    case 'camber-reach':
    case 'caster-reach': {
      const what = f.code === 'camber-reach' ? 'Camber' : 'Caster';
      return `${what} would stand at ${degrees(f.valueDeg)} (window ${degrees(f.spec[0])} to ${degrees(f.spec[1])}); the ${f.axle} adjusters fall ${degrees(f.shortDeg)} short.`;
    }
    case 'cv-angle':
      return `Outer ${f.axle} shaft joint would run at ${degrees(f.valueDeg)} (limit ${degrees(f.limitDeg)} at ride height).`;
    case 'axle-off-centre':
      return `The ${f.axle} axle would sit ${mm(Math.abs(f.shiftLeftMm))} to the ${f.shiftLeftMm > 0 ? 'left' : 'right'}.`;
    case 'steering-wheel-off-centre':
      return `Steering wheel would stand ${degrees(Math.abs(f.turnDeg))} off; set straight at the drag-link sleeve during alignment.`;
    case 'damper-match':
      return `Spring goes from ${formatDecimal(f.fromNPerMm, 0)} to ${formatDecimal(f.toNPerMm, 0)} N/mm ${f.axle}: more than 15 %, so the damper must match.`;
    case 'topped-out':
      return `The ${f.axle} wheels have ${mm(f.droopMm)} left before the ${f.by} ends their droop: it would knock at its end at ride height. ${longerText(f.longerMm, mm)}`;
    case 'droop-short':
      return `Droop ${f.axle} is ${mm(f.droopMm)}, against ${mm(f.bumpMm)} of bump: less than about a third. ${longerText(f.longerMm, mm)}`;
    case 'damper-solid':
      return `${f.reserveMm < 0 ? `The ${f.axle} damper is solid ${mm(-f.reserveMm)} before the bump stop touches` : `Only ${mm(f.reserveMm)} between the ${f.axle} bump stop's touch and a solid damper`}: the damper would be broken. A stop lower by ${mm(f.lowerMm)} of wheel travel, or a damper that goes shorter.`;
    case 'nose-high-loaded':
      return `Loaded, the nose would stand ${mm(f.byMm)} high: refused. Take less front lift or a stiffer rear.`;
    case 'not-level':
      return `Rake empty would be ${mm(f.rakeMm)}; the brief wants ${mm(f.wanted[0])} to ${mm(f.wanted[1])}.`;
    case 'over-height':
      return `${mm(f.heightMm)} high: ${mm(f.heightMm - f.limitMm)} over the ${f.what === '' ? 'limit' : f.what} at ${mm(f.limitMm)}.`;
    case 'over-budget':
      return `${money(f.totalMinor, style)} is ${money(f.totalMinor - f.budgetMinor, style)} over the budget.`;
    case 'over-axle-load':
      return `Loaded, the ${f.axle} axle carries ${formatDecimal(f.loadKg, 0)} kg; rated ${formatDecimal(f.ratedKg, 0)} kg.`;
    case 'local-total-lift':
      return `Total lift ${mm(f.liftMm)} is over the local ${mm(f.limitMm)} without a certificate. Set by the shop; the inspection station decides.`;
    case 'local-tire-lift':
      return `Tyre lift ${mm(f.liftMm)} is over the local ${mm(f.limitMm)}. Set by the shop; the inspection station decides.`;
    case 'local-track':
      return `Track grows by ${mm(f.increaseMm)}, over the local ${mm(f.limitMm)}. Set by the shop; the inspection station decides.`;
    case 'handling-changed':
      return `Body up to ${mm(f.riseMm)} higher: it leans and tips sooner. Tell the customer; it is on the sheet.`;
    case 'headlamps':
      return `Rake changes the beam by ${degrees(Math.abs(f.turnDeg))} ${f.turnDeg > 0 ? 'down' : 'up'}: headlamps are aimed in the plan.`;
    case 'tire-clearance': {
      const near = `${f.axle === 'front' ? 'Front' : 'Rear'} ${OBSTACLE_WORDS[f.obstacle]} ${missText(f.clearanceMm, style)} ${WHERE_WORDS[f.where]}${f.clearanceMm < 0 ? '' : `; ${mm(f.marginMm)} wanted${f.chains ? ' with chains' : ''}`}${f.others > 0 ? `, ${plural(f.others, 'other')} too near as well` : ''}`;
      return `${near}. ${
        f.needsLiftMm === null
          ? 'Lift alone does not clear it: look at the rub map for what does.'
          : f.needsLiftMm <= f.liftMm + 0.5
            ? 'The height is enough: the rub map says which relief.'
            : `Needs ${mm(f.needsLiftMm)} of lift over stock, ${mm(f.needsLiftMm - f.liftMm)} more than planned, or a relief.`
      }`;
    }
    case 'tire-to-stop':
      return `Clears over the travel that is used; at the solid stop the ${f.axle} ${OBSTACLE_WORDS[f.obstacle]} ${missText(f.clearanceMm, style)} ${WHERE_WORDS[f.where]}. A stop extension or a relief ends it, more lift does not.`;
    case 'structural-relief':
      return `Cutting the ${f.axle} ${OBSTACLE_WORDS[f.obstacle]} is a structural change: refused without an engineer’s note.`;
    case 'front-rear-mismatch':
      return `Front and rear tyre differ by ${formatDecimal(Math.abs(f.percent), 1)} % (limit ${formatDecimal(f.limitPercent, 1)} %): stability control reads it as slip and a locked transfer case winds up. Take one size all round.`;
    case 'centre-bore-loose':
      return `Wheel bore ${formatDecimal(f.wheelMm, 1)} mm is loose on the ${formatDecimal(f.hubMm, 1)} mm hub: ask for a centring ring, or a wheel that centres by its nuts.`;
    case 'spare-size':
      return `The spare, ${mm(f.diameterMm)} × ${mm(f.sectionMm)}, is too big for its place ${SPARE_PLACE[f.place]} (${mm(f.maxDiameterMm)} × ${mm(f.maxSectionMm)}): ask where it goes, or carry the old size as a spare for slow use.`;
    case 'spare-load':
      return `The spare weighs ${formatDecimal(f.massKg, 0)} kg; its carrier ${SPARE_PLACE[f.place]} is rated ${formatDecimal(f.ratedKg, 0)} kg and needs reinforcing.`;
    case 'hose-short':
      return `${f.axle === 'front' ? 'Front' : 'Rear'} ${f.what === 'brake-hose' ? 'brake hose' : 'ABS lead'} is ${mm(f.shortMm)} too short at the end of the travel (${mm(f.freeMm)} free): it can tear. No drive before a longer one or a bracket is in.`;
    case 'bar-link-angle':
      return `${f.axle === 'front' ? 'Front' : 'Rear'} anti-roll link would stand ${degrees(Math.abs(f.valueDeg))} from square (limit ${degrees(f.limitDeg)})${f.changeMm === null ? '' : `; ${mm(Math.abs(f.changeMm))} ${f.changeMm > 0 ? 'longer' : 'shorter'} brings it back`}.`;
    case 'stud-engagement':
      return `${f.axle === 'front' ? 'Front' : 'Rear'} studs hold only ${mm(f.engagedMm)} of thread behind the ${mm(f.spacerMm)} spacer; ${mm(f.neededMm)} is the least. Longer studs, or a spacer with its own.`;
    case 'stud-cut':
      return `${f.axle === 'front' ? 'Front' : 'Rear'} studs stand ${mm(f.cutMm)} too far out of the ${mm(f.spacerMm)} spacer: measure the wheel’s pocket; if they must be cut, run a nut on first so that it cleans the thread.`;
    case 'spacer-papers':
      return `Wheel spacers of ${mm(f.spacerMm)} ${f.axle}: only with entry in the vehicle papers. Set by the shop; the inspection station decides.`;
    case 'rim-refused':
      return `Rim width ${inch(f.rimIn)} in is outside the ${inch(f.minIn)}–${inch(f.maxIn)} in this tyre allows: choose another wheel.`;
    case 'rim-diameter':
      return `Tyre for ${inch(f.tireIn)} in rims, wheel of ${inch(f.wheelIn)} in: choose a wheel that matches.`;
    case 'rim-over-brakes':
      return `Wheels of ${inch(f.rimIn)} in do not go over the brakes; ${inch(f.minIn)} in or more do.`;
    case 'bolt-circle':
      return `Wheel is drilled ${f.wheel}, the hub is ${f.vehicle}.`;
    case 'centre-bore':
      return `Wheel bore ${formatDecimal(f.wheelMm, 1)} mm does not go over the ${formatDecimal(f.hubMm, 1)} mm hub.`;
    case 'wheel-load':
      return `Wheel rated ${formatDecimal(f.ratedKg, 0)} kg; it carries ${formatDecimal(f.neededKg, 0)} kg loaded.`;
    case 'tire-load':
      return `Tyre carries ${formatDecimal(f.capacityKg, 0)} kg; the ${f.axle} axle puts ${formatDecimal(f.neededKg, 0)} kg on each.`;
    case 'tire-load-unknown':
      return 'Load index unknown: read it off the sidewall before this tyre is ordered.';
    case 'tire-assumed-series':
      return `No series number in this size: ${mm(f.diameterMm)} is assumed. Ask for the maker’s diameter.`;
    case 'over-arch':
      return `The ${f.axle} tyre stands ${mm(f.byMm)} past the arch: take another offset or an arch extension; local code decides.`;
    case 'tire-not-priced':
      return f.offers.length === 0
        ? `No tyre of ${f.size} is in the catalogue, so none is in this total: ask a supplier for its price.`
        : `No tyre of ${f.size} is taken yet, so none is in this total: pick one of ${f.offers.length} of that size in Tyre.`;
    case 'wheel-not-priced':
      return 'The wheels are written by hand, so none are in this total: pick them from the catalogue, or ask for their price.';
    case 'ratio-not-priced':
      return `Axle ratio goes ${f.from === null ? '' : `from ${formatDecimal(f.from, 2)} `}to ${formatDecimal(f.to, 2)}: sets, bearings, oil and setting up are not in this total. Price them with the supplier, both driven axles alike.`;
    case 'calibration':
      return `Speedometer shows ${formatDecimal(Math.abs(f.percent), 1)} % too ${f.percent > 0 ? 'little' : 'much'}: tyre size is entered in the plan.`;
    case 'left-right':
      return `${f.axle === 'front' ? 'Front' : 'Rear'} stands ${mm(f.differenceMm)} lower on the ${f.lowSide}: look at spring seat and springs before any part is chosen.`;
    case 'outside-ordinary':
      return `${f.axle === 'front' ? 'Front' : 'Rear'} at ${mm(f.measuredMm)} is out of the ordinary ${mm(f.ordinary[0])}–${mm(f.ordinary[1])}: tape again, or ask what was changed before.`;
    default:
      return f satisfies never;
  }
}

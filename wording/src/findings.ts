import {
  boltName,
  formatDecimal,
  type Finding,
  type NothingThere,
  type OverBudget,
  type Platform,
  type Verdict,
} from '@rigger/core';
import { longDay } from './dates';
import {
  capital,
  degrees,
  length,
  lower,
  money,
  plural,
  provenanceText,
  quantity,
  type Style,
} from './format';
import { spotText } from './intake-words';
import { LOAD_CASE_WORDS } from './load-cases';
import { missText, OBSTACLE_WORDS, WHERE_WORDS } from './rub';
import { optionText } from './variant';

/** What a part comes to on this vehicle. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  fits: 'fits',
  advised: 'fits, more advised',
  needs: 'fits with extra work',
  ask: 'ask',
  no: 'does not fit',
};
/** What a need asks for, in front of its sentence. */
export const NEED_WORDS: Readonly<Record<Verdict, string>> = {
  fits: 'note',
  advised: 'advised',
  needs: 'to do',
  ask: 'ask',
  no: 'cannot stay',
};
/** From which load an axle sits on its stops. */
const stopsFrom = ({ fromKg }: { readonly fromKg: number }, kg: (v: number) => string) =>
  fromKg <= 0 ? 'even empty' : `from ${kg(fromKg)} more than empty`;
const longerBy = (byMm: number, turns: number | null, mm: (v: number) => string) =>
  `${mm(Math.abs(byMm))} ${byMm < 0 ? 'shorter' : 'longer'}${turns === null ? '' : `, ${plural(Math.round(Math.abs(turns) * 4) / 4, 'turn')}`}`;
const NOTHING_THERE_WORDS: Readonly<Record<NothingThere, string>> = {
  'no-such-line': 'This axle has no such hose, lead or cable',
  'no-bar-link': 'This axle has no anti-roll bar link',
  'no-propshaft': 'No propshaft goes to this axle',
  'no-shaft-joint': 'This axle has no shafts with joints',
  'not-driven': 'Nothing drives this axle',
  'no-leaf': 'This axle has no leaf springs',
  'no-coil': 'This axle has no coils',
  'no-steering-link': 'This axle has no drag link',
  'no-track-bar': 'This axle has no track bar',
  'no-spare': 'There is no spare on board',
};
const SPARE_PLACE = { 'under-bed': 'under the bed', tailgate: 'on the tailgate', inside: 'inside' } as const;
const AXLE = { front: 'front', rear: 'rear', both: 'front and rear' } as const;
const HOSE_WORDS = {
  'brake-hose': 'brake hose',
  'abs-lead': 'ABS lead',
  'parking-cable': 'parking-brake cable',
} as const;
const END_WORDS = { gearbox: 'gearbox', 'carrier-bearing': 'carrier bearing', axle: 'axle' } as const;
const AXLE_FIRST = { front: 'Front', rear: 'Rear' } as const;
const SET_BY = {
  'drag-link-sleeve': 'at the drag-link sleeve',
  'tie-rod-sleeves': 'at the tie-rod sleeves, both alike',
  dealer: 'by the maker’s dealer, who resets the sensor',
  nobody: 'nowhere on this vehicle',
} as const;
/** What a place may limit. */
export const LIMIT_WORDS = {
  'total-lift': 'Total lift',
  'tire-lift': 'Lift from the tyre',
  'track-increase': 'Track increase',
  'wheel-spacer': 'Wheel spacers',
} as const;

const ratioText = (ratio: number | null) =>
  ratio === null ? 'the one that nobody has read' : formatDecimal(ratio, 2);
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
/** What an excluded option asks for instead: "needs the tow pack" where it is the lack of it that excludes. */
function excludedText(field: string, value: string, platform: Platform | null): string {
  const options = platform?.variantFields.find((f) => f.key === field)?.options ?? [];
  const others = options.filter((o) => o.value !== value);
  const [only] = others;
  if (value === 'no' && only && others.length === 1)
    return `needs the ${optionText(field, only.value, platform)}`;
  return `not with ${optionText(field, value, platform)}`;
}
const ROD_WORDS = {
  lower: 'lower links',
  upper: 'upper links',
  trackBar: 'track bar',
  tieRod: 'tie rods',
  drag: 'drag link',
} as const;
const SWUNG_WORDS = {
  droop: (axle: string) => `With the ${axle} wheels hanging`,
  bump: (axle: string) => `With the ${axle} wheels fully up`,
  crossed: (axle: string) => `With one ${axle} wheel up and the other hanging`,
} as const;
function rodSwingText(f: Extract<Finding, { readonly rod: unknown }>): string {
  const rod = f.radiusArms ? 'radius arms' : ROD_WORDS[f.rod];
  return `${SWUNG_WORDS[f.at](f.axle)}, the joints of the ${rod} are swung ${tenths(f.valueDeg)}`;
}
const longerText = (longerMm: number | null, mm: (v: number) => string): string =>
  longerMm === null
    ? 'Longer dampers do not help, the joints end it: less lift.'
    : longerMm < 1
      ? 'Less lift, or springs in place of spacers.'
      : `Dampers longer by ${mm(longerMm)}, an extender bracket, or less lift.`;
/** beside a limit that is near: whole degrees would be the same number twice */
const tenths = (deg: number): string => `${formatDecimal(deg, 1)}°`;
const inch = (v: number): string => formatDecimal(v, Number.isInteger(v) ? 0 : 1);
const percent = (v: number, digits = 1): string => `${formatDecimal(v, digits)} %`;
const on = (axle: 'front' | 'rear' | null): string => (axle === null ? '' : `, ${axle}`);

/** A finding as one plain sentence with its figures: what is so, then what to do. The only place with prose for findings. */
export function findingText(f: Finding | OverBudget, style: Style, platform: Platform | null = null): string {
  const mm = (v: number) => length(v, style);
  const kg = (v: number) => quantity(v, 'kg', style, 0);
  const rate = (v: number) => quantity(v, 'N/mm', style, 0);
  switch (f.code) {
    case 'not-listed':
      return `Not listed for the ${f.platform}.`;
    case 'wrong-years':
      return `Made for ${f.from}–${f.to}; this one is ${f.year ?? 'of an unknown year'}.`;
    case 'variant-excludes':
      return `${capital(excludedText(f.field, f.value, platform))}.`;
    case 'ask-variant':
      return `Ask first: ${fieldNames(f.fields, platform)}.`;
    case 'unknown-assumed':
      return `Forecast on the base variant until this is known: ${fieldNames(f.fields, platform)}.`;
    case 'provenance':
      return `${capital(provenanceText(f.provenance))}.`;
    case 'wrong-construction':
      return f.wants === 'frame'
        ? 'Body lift needs a frame; this body is its own frame.'
        : 'Subframe drop needs a unibody; this one stands on a frame.';
    case 'block-on-steered-axle':
      return 'Lift block on a steered axle: never. It can roll out under braking.';
    case 'structural-change':
      return 'Slotting or filing a mount is a structural change: refused without an engineer’s note.';
    case 'not-reversible':
      return 'Cuts or drills; the brief asks for what can be put back to stock.';
    case 'same-place':
      return `Takes the same place (${f.slot.replace(/-/g, ' ')}, ${AXLE[f.axle]}) as ${f.with}: choose one of the two.`;
    case 'one-set-only':
      return `${f.quantity} are listed; the vehicle has a place for one set. Set the count to 1.`;
    case 'listed-twice':
      return 'Is on the list twice, by itself and in a kit: it is fitted once. Remove one, or say what the other is for.';
    case 'needs-part':
      return `Does not go on without ${f.what}: add it.`;
    case 'excludes-part':
      return `Cannot be fitted together with ${f.what}: choose one of the two.`;
    case 'comes-late':
      return `Arrives ${longDay(f.arrives)}, after ${f.for === 'promise' ? 'the promised day' : 'the day it is needed by'}, ${longDay(f.due)}: ask the supplier, or move the day.`;
    case 'no-balance':
      return f.fault.code === 'no-balance-in-reach'
        ? `The ${f.axle} spring pushes the wheel to the end of its reach at ${mm(f.fault.lastZMm)} (${f.fault.member}): too much spring or spacer for this linkage. Heights, angles and clearance of this axle are not known until that is corrected.`
        : `The ${f.axle} linkage does not close at ${mm(f.fault.zMm)} (${f.fault.member}). Heights, angles and clearance of this axle are not known until that is corrected.`;
    case 'camber-reach':
    case 'caster-reach': {
      const what = f.code === 'camber-reach' ? 'Camber' : 'Caster';
      return `${what} would stand at ${degrees(f.valueDeg)} (window ${degrees(f.spec[0])} to ${degrees(f.spec[1])}); the ${f.axle} adjusters fall ${degrees(f.shortDeg)} short.`;
    }
    case 'cv-angle':
      return `Outer ${f.axle} CV joint would run at ${degrees(f.valueDeg)} (limit ${degrees(f.limitDeg)} at ride height).`;
    case 'axle-off-centre':
      return `The ${f.axle} axle would sit ${mm(Math.abs(f.shiftLeftMm))} to the ${f.shiftLeftMm > 0 ? 'left' : 'right'}.`;
    case 'steering-wheel-set':
      return `Steering wheel would stand ${degrees(Math.abs(f.turnDeg))} off; it is set straight ${SET_BY[f.by]} during alignment${f.longerMm === null ? '' : `: ${longerBy(f.longerMm, f.turns, mm)}`}.`;
    case 'steering-wheel-ask':
      return `Steering wheel would stand ${degrees(Math.abs(f.turnDeg))} off: where it is set straight on this vehicle, and how far, is in the maker’s manual.`;
    case 'steering-wheel-off-centre':
      return f.endMm === null
        ? `Steering wheel would stand ${degrees(Math.abs(f.turnDeg))} off, and nothing on this vehicle sets it straight: centre the axle first, or take less lift.`
        : `Steering wheel would stand ${degrees(Math.abs(f.turnDeg))} off with the drag link at its end, ${longerBy(f.endMm, null, mm)}: centre the axle first (track bar, drag-link raise), or take less lift.`;
    case 'damper-match':
      return `Spring goes from ${rate(f.fromNPerMm)} to ${rate(f.toNPerMm)} ${f.axle}: more than ${percent(f.mostPercent, 0)}, so the damper must match.`;
    case 'topped-out':
      return `The ${f.axle} wheels have ${mm(f.droopMm)} left before the ${f.by} ends their droop: it would knock at its end at ride height. ${longerText(f.longerMm, mm)}`;
    case 'droop-short':
      return `Droop ${f.axle} is ${mm(f.droopMm)}, against ${mm(f.bumpMm)} of bump: less than ${percent(f.advisedPercent, 0)} of the travel. ${longerText(f.longerMm, mm)}`;
    case 'joint-swing':
      return `The ${f.joint} ball joint ends the ${f.axle} ${f.end} at ${tenths(f.limitDeg)}: it is the stop each time the wheel ${f.end === 'droop' ? 'hangs' : 'is fully up'}, and wears. An arm whose joint swings further, a droop stop, or less lift.`;
    case 'joint-swing-near':
      return `The ${f.joint} ball joint swings ${tenths(f.valueDeg)} at full ${f.end} ${f.axle}, near the ${tenths(f.limitDeg)} that it has. An arm whose joint swings further, or less lift.`;
    case 'rod-swing':
      return `${rodSwingText(f)}, past the ${tenths(f.limitDeg)} that they have: rubber tears, a ball binds and bends its stud. Rods whose joints swing further, or less lift.`;
    case 'rod-swing-near':
      return `${rodSwingText(f)}, near the ${tenths(f.limitDeg)} that they have. Rods whose joints swing further, or less lift.`;
    case 'damper-solid':
      return `${f.reserveMm < 0 ? `The ${f.axle} damper is solid ${mm(-f.reserveMm)} before the bump stop touches` : `Only ${mm(f.reserveMm)} between the ${f.axle} bump stop's touch and a solid damper`}: the damper would be broken. A stop lower by ${mm(f.lowerMm)} of wheel travel, or a damper that goes shorter.`;
    case 'nose-high-loaded':
      return `Loaded as the brief says, the nose would stand ${mm(f.byMm)} high, ${mm(f.thanBuiltMm)} more than this vehicle as built under the same load: refused. Take less front lift or a stiffer rear.`;
    case 'on-stops':
      return `The ${f.axle} axle sits on its bump stops ${stopsFrom(f, kg)}; as used it carries ${kg(f.carriesKg)} more than empty. Fit a stiffer spring there, or carry less.`;
    case 'on-stops-as-built':
      return `The ${f.axle} axle sits on its bump stops ${stopsFrom(f, kg)}, also as built; as used it carries ${kg(f.carriesKg)} more than empty. A stiffer spring there rides off them.`;
    case 'on-stops-rated':
      return `The ${f.axle} axle sits on its bump stops ${stopsFrom(f, kg)}; at its rating it carries ${kg(f.carriesKg)} more than empty.`;
    case 'springs-sagged':
      return `${AXLE_FIRST[f.axle]} at ${mm(f.measuredMm)} stands ${mm(f.lowMm)} under its record (ordinary is ${mm(f.ordinary[0])}–${mm(f.ordinary[1])}): springs have sagged, or a load is in it. Today’s geometry starts there; new springs bring it back.`;
    case 'coil-bind':
      return f.reserveMm <= 0
        ? `The ${f.axle} coils touch ${mm(-f.reserveMm)} before the bump stop is solid: the spring breaks or its seat does. Extend the stop by ${mm(f.lowerMm)} of wheel travel, or take another spring.`
        : `Only ${mm(f.reserveMm)} are left between the ${f.axle} coils at full bump. Extend the stop by ${mm(f.lowerMm)} of wheel travel, or take another spring.`;
    case 'coil-compressor':
      return f.forceKg > f.mostKg
        ? `The ${f.axle} coil presses with ${kg(f.forceKg)} when it comes out (${mm(f.shorterMm)} shorter than free); the shop’s spring compressor is rated ${kg(f.mostKg)}. Use one rated for it, or hand the spring to a specialist.`
        : `The ${f.axle} coil is ${mm(f.freeMm)} long when nothing presses on it; the shop’s spring compressor takes ${mm(f.longestMm)} between its hooks. Use one that takes it, or hand the spring to a specialist.`;
    case 'coil-compressor-unknown':
      return `The ${f.axle} coil comes out only compressed: ${mm(f.shorterMm)} shorter than free, ${kg(f.forceKg)}. What the shop’s spring compressor is rated for is not said: read it off the tool and write it into Workshop.`;
    case 'coil-seat':
      return `The end of this ${f.axle} coil has a bore of ${mm(f.boreMm)}; the seat takes ${mm(f.seatMm)}. It does not sit.`;
    case 'driver-assist':
      return `The ${f.sensor === 'camera' ? 'camera behind the windscreen' : 'radar in the front'} looks from another stance (${mm(Math.abs(f.riseMm))} ${f.riseMm < 0 ? 'lower' : 'higher'}, turned ${degrees(Math.abs(f.turnDeg))}): calibrate it ${f.by === 'dealer' ? 'at the maker’s dealer ' : ''}before handing over. Until then emergency braking and lane keeping may fail.`;
    case 'does-nothing':
      return `${NOTHING_THERE_WORDS[f.why]}: it does nothing here. Take it out.`;
    case 'nothing-to-go-with':
      return 'No differential, subframe or gearbox is lowered in this plan: it has nothing to go with. Take it out.';
    case 'tire-speed':
      return `${AXLE_FIRST[f.axle]} tyre may run ${quantity(f.mostKmh, 'km/h', style, 0)}; the vehicle cruises at ${quantity(f.neededKmh, 'km/h', style, 0)}.`;
    case 'tire-speed-below-built':
      return `${AXLE_FIRST[f.axle]} tyre may run ${quantity(f.mostKmh, 'km/h', style, 0)}; the vehicle was built with one for ${quantity(f.neededKmh, 'km/h', style, 0)}. Ask insurer and inspection.`;
    case 'nose-high':
      return `Empty, the nose would stand ${mm(f.byMm)} high. No load is named; with one in the bed it stands higher still.`;
    case 'nose-too-high':
      return `Empty, the nose would stand ${mm(f.byMm)} high; at most ${mm(f.mostMm)} is fine.`;
    case 'height-missed':
    case 'height-off':
      return `The ${f.axle} would come ${mm(Math.abs(f.byMm))} ${f.byMm > 0 ? 'higher' : 'lower'} than the ${signedHeight(f.wantedMm, mm)} that was wished for${f.toleranceMm === null ? '' : `; ${mm(f.toleranceMm)} either way is fine`}.`;
    case 'on-it-unmeasured':
    case 'line-unmeasured':
      if (f.behindWheel)
        return `${f.what === '' ? 'A spacer behind the wheel' : capital(f.what)} at the ${f.axle}: how thick it is is not said. Measure it: the wheel stands out by it, and the studs hold by what is left.`;
      if (f.code === 'line-unmeasured')
        return `${f.what === '' ? 'The line of your own' : capital(f.what)} at the ${f.axle}: how much it lifts is not said. Write its thickness, or how much higher it stands where it was measured.`;
      return `${f.what === '' ? 'What was changed' : capital(f.what)} at the ${f.axle}: how much higher it stands for it is not said. Measure it against stock, or write its thickness; today starts from it.`;
    case 'line-not-priced':
      return `${f.what === '' ? 'The line of your own' : capital(f.what)} has no price yet: it is not in the total. Ask for one, or write 0 where the customer brings it.`;
    case 'repair-not-known':
      return `${capital(spotText({ ...f, side: null }))}: nobody here has written down what it takes to ${f.remedy} it. Its price and hours are in no total: ask.`;
    case 'repair-not-priced':
      return `${capital(spotText({ ...f, side: null }))}: its price is to be asked; it is not in the total.`;
    case 'left-worn':
      return `Declined: ${lower(spotText(f))} is worn and stays at the customer’s word.`;
    case 'left-unsafe':
      return `${capital(spotText(f))} is broken or missing and would be left: it holds a wheel, steers or brakes. Nothing is fitted over it; repair or replace it first.`;
    case 'out-today':
      return `As it stands today: ${outTodayText(f.found, mm)}`;
    case 'shaft-today':
      return `As it stands today the ${f.axle} propshaft turns unevenly: ${formatDecimal(f.ripple, 0)} rad/s² where ${formatDecimal(f.most, 0)} is felt.`;
    case 'rubs-today':
      return `Today’s tyre rubs already: ${f.axle} ${OBSTACLE_WORDS[f.obstacle]} ${missText(f.clearanceMm, style)} ${WHERE_WORDS[f.where]}.`;
    case 'slope-left-in':
      return 'The floor slopes, and where the masses of this vehicle are is not known: the slope stays in the heights. Tape it on level ground.';
    case 'not-level':
      return `Rake empty would be ${mm(f.rakeMm)}; the brief wants ${mm(f.wanted[0])} to ${mm(f.wanted[1])}.`;
    case 'over-height':
      return `${mm(f.heightMm)} high: ${mm(f.heightMm - f.limitMm)} over the ${f.what === '' ? 'limit' : f.what} at ${mm(f.limitMm)}.`;
    case 'over-budget':
      return `${money(f.totalMinor, style)} is ${money(f.totalMinor - f.budgetMinor, style)} over the budget.`;
    case 'over-axle-load':
      return `Loaded, the ${f.axle} axle carries ${kg(f.loadKg)}; rated ${kg(f.ratedKg)}.`;
    case 'place-limit':
      return f.limitMm === 0
        ? `${LIMIT_WORDS[f.what]} of ${mm(f.valueMm)}${on(f.axle)}: only with an entry in the vehicle papers (${f.whose}). Set by the shop; the inspection station decides.`
        : `${LIMIT_WORDS[f.what]} ${mm(f.valueMm)}${on(f.axle)} is over the ${mm(f.limitMm)} of ${f.whose} without a certificate. Set by the shop; the inspection station decides.`;
    case 'handling-changed':
      return `Body up to ${mm(f.riseMm)} higher than today: it leans${f.lostPercent === null ? ' and tips sooner' : ` more, and what holds it upright in a bend is ${percent(f.lostPercent, 0)} less`}. Tell the customer; it is on the sheet.`;
    case 'rolls-more':
      return `In the same bend the body leans ${degrees(f.degPerG)} per g, ${degrees(f.wasDegPerG)} today: on the highway that is felt. Stiffer springs, a stiffer bar, or less lift.`;
    case 'propshaft-ripple':
      return `The ${f.axle} propshaft would turn unevenly at ${quantity(f.kmh, 'km/h', style, 0)}: ${formatDecimal(f.ripple, 0)} rad/s² against ${formatDecimal(f.most, 0)}, because its two joints do not bend alike. Turn the pinion (wedge, links) until they do.`;
    case 'propshaft-joint-near':
      return `${AXLE_FIRST[f.axle]} propshaft: the joint at the ${END_WORDS[f.end]} would bend ${degrees(f.valueDeg)}, close to the ${degrees(f.window[1])} that it may: it wears sooner.`;
    case 'cv-angle-near':
      return `Outer ${f.axle} CV joint would run at ${degrees(f.valueDeg)}, close to the ${degrees(f.limitDeg)} that it runs at for long: boots and joint wear sooner.`;
    case 'bar-link-angle-near':
      return `${AXLE_FIRST[f.axle]} anti-roll link would stand ${degrees(Math.abs(f.valueDeg ?? 0))} from square, close to its limit of ${degrees(f.limitDeg)}${f.changeMm === null ? '' : `; ${mm(Math.abs(f.changeMm))} ${f.changeMm > 0 ? 'longer' : 'shorter'} brings it back`}.`;
    case 'propshaft-joint':
      return f.valueDeg < f.window[0]
        ? `The ${f.axle} propshaft joint at the ${END_WORDS[f.end]} would stand nearly straight (${degrees(f.valueDeg)}; ${degrees(f.window[0])} is the least): its needles wear in one place.`
        : `The ${f.axle} propshaft joint at the ${END_WORDS[f.end]} would bend ${degrees(f.valueDeg)} (limit ${degrees(f.window[1])} at ride height). Less lift, or a pinion that points at the shaft.`;
    case 'flat-ride-off':
      return `Loaded, the rear springs ${formatDecimal(f.ratio, 2)} times as fast as the front (${formatDecimal(f.wasRatio, 2)} today; ${formatDecimal(f.window[0], 2)} to ${formatDecimal(f.window[1], 2)} keeps it flat): it would pitch after bumps on the highway.`;
    case 'headlamps':
      return `Rake changes the beam by ${degrees(Math.abs(f.turnDeg))} ${f.turnDeg > 0 ? 'down' : 'up'}: headlamps are aimed in the plan.`;
    case 'tire-clearance': {
      const near = `${AXLE_FIRST[f.axle]} ${OBSTACLE_WORDS[f.obstacle]} ${missText(f.clearanceMm, style)} ${WHERE_WORDS[f.where]}${f.loadCase === 'empty' ? '' : `, ${LOAD_CASE_WORDS[f.loadCase]}`}${f.clearanceMm < 0 ? '' : `; ${mm(f.marginMm)} wanted${f.chains ? ' with chains' : ''}`}${f.others > 0 ? `, ${plural(f.others, 'other')} too near as well` : ''}`;
      return `${near}. ${
        f.needsLiftMm === null
          ? 'Lift alone does not clear it: look at the rub map for what does.'
          : f.needsLiftMm <= f.liftMm + 0.5
            ? 'The height is enough: the rub map says which relief.'
            : `Needs ${mm(f.needsLiftMm)} of lift over stock, ${mm(f.needsLiftMm - f.liftMm)} more than planned, or a relief.`
      }`;
    }
    case 'tire-to-stop':
      return `Clears in use; only beyond what a road brings together the ${f.axle} ${OBSTACLE_WORDS[f.obstacle]} ${missText(f.clearanceMm, style)} ${WHERE_WORDS[f.where]}. A stop extension or a relief ends it, more lift does not.`;
    case 'structural-relief':
      return `Cutting the ${OBSTACLE_WORDS[f.obstacle]} is a structural change: refused without an engineer’s note.`;
    case 'front-rear-mismatch':
      return `Front and rear tyre differ by ${percent(Math.abs(f.percent))} (limit ${percent(f.limitPercent)}): stability control reads it as slip and a locked transfer case winds up. Take one size all round.`;
    case 'centre-bore-loose':
      return `Wheel bore ${formatDecimal(f.wheelMm, 1)} mm is loose on the ${formatDecimal(f.hubMm, 1)} mm hub: ask for a centring ring, or a wheel that centres by its nuts.`;
    case 'spare-size':
      return `The spare, ${mm(f.diameterMm)} × ${mm(f.sectionMm)}, is too big for its place ${SPARE_PLACE[f.place]} (${mm(f.maxDiameterMm)} × ${mm(f.maxSectionMm)}): none is on the list. Ask where it goes, or carry the old size as a spare for slow use.`;
    case 'spare-load':
      return `The spare weighs ${kg(f.massKg)}; its carrier ${SPARE_PLACE[f.place]} is rated ${kg(f.ratedKg)} and needs reinforcing.`;
    case 'hose-short':
      return `${AXLE_FIRST[f.axle]} ${HOSE_WORDS[f.what]} is ${mm(f.shortMm)} too short at the end of the travel (${mm(f.freeMm)} free): it can tear. No drive before a longer one or a bracket is in.`;
    case 'ratios-differ':
      return `Front and rear axle would turn against each other: ${ratioText(f.front)} in front, ${ratioText(f.rear)} at the rear. Both ends take the same ratio, or neither.`;
    case 'ratio-not-driven':
      return `The ${f.axle} axle of this vehicle is not driven: a gear set ${ratioText(f.ratio)} has nothing to go into.`;
    case 'tire-over-maker':
      return `${f.what}: its maker allows tyres up to ${mm(f.mostMm)}; the wanted one is ${mm(f.diameterMm)} in diameter.`;
    case 'offset-off-maker':
      return `${f.what}: its maker asks for wheel offsets of ${formatDecimal(f.window[0], 0)} to ${formatDecimal(f.window[1], 0)} mm; with this wheel it comes to ${formatDecimal(f.offsetMm, 0)} mm.`;
    case 'bar-link-angle':
      return f.valueDeg === null
        ? `${AXLE_FIRST[f.axle]} anti-roll link and its bar would not meet at this height: another length, or a drop bracket for the bar.`
        : `${AXLE_FIRST[f.axle]} anti-roll link would stand ${degrees(Math.abs(f.valueDeg))} from square (limit ${degrees(f.limitDeg)})${f.changeMm === null ? '' : `; ${mm(Math.abs(f.changeMm))} ${f.changeMm > 0 ? 'longer' : 'shorter'} brings it back`}.`;
    case 'bolt-length-unknown':
      return `${f.what}, ${f.axle}: ${mm(f.byMm)} more comes between, and nobody has measured the bolts of this vehicle. Measure length, thread and what they clamp before the order.`;
    case 'bolt-short':
      return `${f.what}, ${f.axle}: the vehicle’s bolts would hold only ${mm(Math.max(0, f.engagedMm))} of thread behind ${mm(f.byMm)} more; ${mm(f.neededMm)} is the least. On the list: ${f.count === null ? '' : `${f.count} `}bolts ${boltName(f, f.buyMm)}, of the class that comes out.`;
    case 'bolt-not-made':
      return `${f.what}, ${f.axle}: the vehicle’s bolts would hold only ${mm(Math.max(0, f.engagedMm))} of thread behind ${mm(f.byMm)} more (${mm(f.neededMm)} is the least), and no bolt long enough is made. Less drop, or a set that brings its own.`;
    case 'stud-proud':
      return `${f.what}, ${f.axle}: the vehicle’s studs stand ${mm(f.cutMm)} too far into the spacer. The cut is in the plan: a nut run on beyond it first, so that it cleans the thread.`;
    case 'stud-engagement':
      return `${AXLE_FIRST[f.axle]} studs hold only ${mm(f.engagedMm)} of thread behind the ${mm(f.spacerMm)} spacer; ${mm(f.neededMm)} is the least. ${f.studMm === null ? 'Longer studs' : `Studs of ${mm(f.studMm)}`}, or a spacer with its own.`;
    case 'stud-cut':
      return `${AXLE_FIRST[f.axle]} studs stand ${mm(f.cutMm)} too far out of the ${mm(f.spacerMm)} spacer: measure the wheel’s pocket; if they must be cut, run a nut on first so that it cleans the thread.`;
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
      return `${AXLE_FIRST[f.axle]} wheel is rated ${kg(f.ratedKg)}; at the rating of its axle it carries ${kg(f.neededKg)}.`;
    case 'tire-load':
      return `${AXLE_FIRST[f.axle]} tyre carries ${kg(f.ratedKg)}; at its rating the axle puts ${kg(f.neededKg)} on each.`;
    case 'tire-load-unknown':
      return `Load capacity${f.axle === 'both' ? '' : ` ${f.axle}`} not known: read the load index off the sidewall before this tyre is ordered.`;
    case 'tire-assumed-series':
      return `No series number in this size: ${mm(f.diameterMm)} is assumed. Ask for the maker’s diameter.`;
    case 'over-arch':
      return `The ${f.axle} tyre stands ${mm(f.byMm)} past the arch: take another offset or an arch extension; local code decides.`;
    case 'tire-not-priced':
      return f.offers.length === 0
        ? `No tyre of ${f.size} is in the catalogue, so none is in this total: ask a supplier for its price.`
        : `No tyre of ${f.size} is taken yet, so none is in this total: pick one in Tyre (the catalogue has ${f.offers.length} of that size).`;
    case 'wheel-not-priced':
      return 'The wheels are written by hand, so none are in this total: pick them from the catalogue, or ask for their price.';
    case 'ratio-not-priced':
      return `Axle ratio goes ${f.from === null ? '' : `from ${formatDecimal(f.from, 2)} `}to ${formatDecimal(f.to, 2)}: sets, bearings, oil and setting up are not in this total. Price them with the supplier, both driven axles alike.`;
    case 'calibration':
      return `Speedometer shows ${percent(Math.abs(f.percent))} too ${f.percent > 0 ? 'little' : 'much'}: ${
        {
          shop: 'tyre size is entered in the plan.',
          dealer: 'only the maker’s dealer enters the new size; not in this plan.',
          driver: 'the driver enters the new size in the menu.',
          nobody: 'nothing to enter electronically; the drive gear is the maker’s matter.',
        }[f.by]
      }`;
    case 'left-right':
      return `${AXLE_FIRST[f.axle]} stands ${mm(f.differenceMm)} lower on the ${f.lowSide}: look at spring seat and springs before any part is chosen.`;
    case 'outside-ordinary':
      return `${AXLE_FIRST[f.axle]} at ${mm(f.measuredMm)} is out of the ordinary ${mm(f.ordinary[0])}–${mm(f.ordinary[1])}: tape again, or say under Already modified what was changed.`;
    case 'tape-in-doubt':
      return f.saidFrom === 'hub'
        ? `The ${f.axle} heights look like ground to arch: say so above, or tape from the hub centre. Nothing uses them until then.`
        : `The ${f.axle} heights look like hub centre to arch: say so above, or tape from the ground. Nothing uses them until then.`;
    default:
      return f satisfies never;
  }
}
const signedHeight = (v: number, mm: (v: number) => string): string =>
  v < 0 ? `${mm(-v)} lower` : v === 0 ? 'height of today' : `${mm(v)} higher`;
/** Inside another sentence: what stands outside its window as the vehicle came in. */
function outTodayText(
  f: Extract<Finding, { code: 'out-today' }>['found'],
  mm: (v: number) => string,
): string {
  switch (f.code) {
    case 'camber-reach':
    case 'caster-reach':
      return `${f.axle} ${f.code === 'camber-reach' ? 'camber' : 'caster'} stands at ${degrees(f.valueDeg)} (window ${degrees(f.spec[0])} to ${degrees(f.spec[1])}), and the adjusters fall ${degrees(f.shortDeg)} short.`;
    case 'cv-angle':
    case 'cv-angle-near':
      return `the outer ${f.axle} CV joint runs at ${degrees(f.valueDeg)} (limit ${degrees(f.limitDeg)}).`;
    case 'topped-out':
      return `the ${f.axle} stands ${mm(Math.max(0, f.droopMm))} from the end of its droop.`;
    case 'droop-short':
      return `the ${f.axle} has ${mm(f.droopMm)} of droop against ${mm(f.bumpMm)} of bump.`;
  }
}

/** A need as one sentence, with the part that it is about in front where it is about one. */
export function needText(
  n: { readonly finding: Finding | OverBudget; readonly about: { readonly part: string | null } },
  style: Style,
  platform: Platform | null = null,
): string {
  const text = findingText(n.finding, style, platform);
  return n.about.part === null ? text : `${n.about.part}: ${text.charAt(0).toLowerCase()}${text.slice(1)}`;
}

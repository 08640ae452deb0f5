import {
  workTimes,
  axleOfCorner,
  formatDecimal,
  LEVEL_MM,
  type Axle,
  type Need,
  type Assessment,
  type JobSections,
  type Money,
  type TapedAxle,
  type TapedRound,
  type TapeReading,
  type TapeRound,
  type TireCheck,
  type WorkPlan,
  usageSum,
  USES,
  advisedNeeds,
  openNeeds,
} from '@rigger/core';
import { timesText } from './times';
import { findingText, needText } from './findings';
import { capital, figureText, length, money, offText, plural, quantity, type Style } from './format';
import type { Headline } from './headline';
import { clearanceTail } from './rub';
import { COMPLAINT_WORDS } from './intake-words';
import { USE_WORDS } from './words';

const STAND_WORDS = {
  level: 'wants it level',
  'keep-rake': 'keeps a rake',
  'nose-up': 'nose up is fine',
  'as-is': 'stays as it stands',
} as const;

/** "wants front 50 mm higher, rear 20 mm lower" */
function heightsWished(job: JobSections, style: Style): string {
  const { frontTargetMm, rearTargetMm } = job.brief;
  const at = (axle: string, mm: number | null) =>
    mm === null
      ? []
      : [
          `${axle} ${mm === 0 ? 'as it is' : `${length(Math.abs(mm), style)} ${mm > 0 ? 'higher' : 'lower'}`}`,
        ];
  const all = [...at('front', frontTargetMm), ...at('rear', rearTargetMm)];
  return all.length === 0 ? 'a height is wished for, which one is not said yet' : `wants ${all.join(', ')}`;
}

export function briefHeadline(job: JobSections, style: Style): Headline {
  const sum = usageSum(job.brief.usage);
  const top = [...USES].sort((a, b) => job.brief.usage[b] - job.brief.usage[a])[0];
  const limit = job.brief.heightLimitMm;
  if (sum === 0 || !top)
    return {
      sentence: 'What is the vehicle for? Say it in words, or split it between the uses.',
      consequence: 'Usage decides how high is sensible; it comes before any part.',
    };
  const { complaintKind, wish } = job.brief;
  const rest = [
    ...(complaintKind === null || complaintKind === 'none'
      ? []
      : [COMPLAINT_WORDS[complaintKind].toLowerCase()]),
    ...(wish === 'height' ? [heightsWished(job, style)] : wish === 'repair' ? ['only repair is wanted'] : []),
    ...(job.brief.stance === null
      ? wish === 'repair'
        ? []
        : ['how it should stand is not said yet']
      : [STAND_WORDS[job.brief.stance]]),
    ...(limit === null
      ? []
      : [
          `must stay under ${length(limit, style)}${job.brief.heightLimitWhat === '' ? '' : ` (${job.brief.heightLimitWhat})`}`,
        ]),
    ...(job.brief.reversibleOnly ? ['everything must be reversible'] : []),
    ...(job.brief.chains ? ['room for chains'] : []),
  ];
  return {
    sentence: `Mostly ${USE_WORDS[top].toLowerCase()}, ${formatDecimal((job.brief.usage[top] / sum) * 100, 0)} %; ${rest.join('; ')}.`,
    consequence: 'A lower lift with the tyre that is needed beats a higher one.',
  };
}
export function vehicleHeadline(a: Assessment): Headline {
  if (!a.vehicle)
    return {
      sentence: 'Which vehicle is it? Type what the customer says.',
      consequence: 'Make, model, year, cab, engine: in any order.',
    };
  const n = a.questions.length;
  return n === 0
    ? {
        sentence: `${a.vehicle.platform.label}: everything that matters for fitment is known.`,
        consequence: 'Every part can be judged yes or no.',
      }
    : {
        sentence: `${a.vehicle.platform.label}: ${plural(n, 'question')} still ${n === 1 ? 'decides' : 'decide'} what fits.`,
        consequence: 'What stays unknown stays “ask”, never yes or no.',
      };
}
export function tapeHeadline(t: TapeReading, needs: readonly Need[], style: Style): Headline {
  const doubt = needs.find((n) => n.finding.code === 'tape-in-doubt');
  if (doubt)
    return {
      sentence: findingText(doubt.finding, style),
      consequence: 'Hub centre to arch, or ground to arch: say which way it was read.',
    };
  if (!t.front || !t.rear)
    return {
      sentence: 'Tape hub centre to arch at all four corners, on level ground.',
      consequence: 'This is the “before” that every later claim is held against.',
    };
  const worst = needs.find((n) => n.topic === 'tape');
  if (worst)
    return {
      sentence: findingText(worst.finding, style),
      consequence: `Front ${length(t.front.value, style)}, rear ${length(t.rear.value, style)}.`,
    };
  const rake = t.rake?.value ?? null;
  return {
    sentence: `Front ${length(t.front.value, style)}, rear ${length(t.rear.value, style)}${rake === null ? '' : Math.abs(rake) <= LEVEL_MM ? ': level' : `: ${rake > 0 ? 'nose' : 'tail'} ${length(Math.abs(rake), style)} low`}.`,
    consequence: 'Left and right agree, and the heights are ordinary for this platform.',
  };
}
/** A round of the tape: before the work by what it says of the vehicle, after it by how far it is from the forecast. */
export function tapedHeadline(
  a: Assessment,
  round: TapeRound,
  taped: TapedRound | null,
  style: Style,
): Headline {
  if (round.when === 'before' || !taped) return tapeHeadline(a.tape, a.needs, style);
  const { reading, axles } = taped;
  const [doubted] = reading.inDoubt;
  if (doubted !== undefined)
    return {
      sentence: findingText(
        { code: 'tape-in-doubt', axle: axleOfCorner(doubted), saidFrom: round.readFrom },
        style,
      ),
      consequence: 'Hub centre to arch, or ground to arch: say which way it was read.',
    };
  const { front, rear } = axles;
  if (!front.got || !rear.got)
    return {
      sentence: 'Tape all four corners again, rolled and on level ground.',
      consequence: 'Each height then stands beside its forecast, its claim and what makes it differ.',
    };
  const at = (t: typeof front) =>
    t.offMm === null ? `${t.axle} ${length(t.got?.value ?? 0, style)}` : forecastText(t.axle, t.offMm, style);
  const odd = [front, rear].filter((t) => t.cause !== null);
  return {
    sentence: `${capital(at(front))}, ${at(rear)}.`,
    consequence:
      odd.length === 0
        ? 'Inside what forecast and tape can tell apart.'
        : 'Outside what forecast and tape can tell apart: see the likely cause.',
  };
}
/** "front as forecast", "rear 8 mm lower than forecast" */
export const forecastText = (axle: Axle, offMm: number, style: Style): string => {
  const off = offText(offMm, style);
  return `${axle} ${off}${off === 'as forecast' ? '' : ' than forecast'}`;
};
const CAUSE: Readonly<Record<NonNullable<TapedAxle['cause']>, string>> = {
  'one-side-low': 'its spring end is not in its pocket, or a spacer there is missing or the wrong way up',
  'one-side-high': 'its spring end stands on the edge of its pocket, or a spacer there is in twice',
  'held-up':
    'it was not rolled, or rubber pivots were torqued with the wheels hanging: loosen them, roll it, torque them on the ground',
  lighter: 'there is less in it than was said, or its springs are stiffer than their record',
  heavier:
    'there is more in it than was said, its springs are softer than their record, or an end is not home',
};
/** The likely cause of a height that is not as forecast, and the step to look at. */
export function tapeCauseText(t: TapedAxle, step: number | null, style: Style): string {
  if (t.cause === null) return '';
  const where =
    t.side === null
      ? `${capital(t.axle)} ${t.offMm === null ? '' : `${length(Math.abs(t.offMm), style)} ${t.offMm > 0 ? 'high' : 'low'}`}`
      : `${capital(t.side)} ${t.axle} ${t.cause === 'one-side-low' ? 'low' : 'high'} against the other side`;
  return `${where.trim()}. Most likely ${CAUSE[t.cause]}${step === null ? '' : `; see step ${step}`}.`;
}

export function tireHeadline(c: TireCheck | null, a: Assessment, style: Style): Headline {
  if (!c)
    return {
      sentence: 'Which tyre is wanted? Type its size or pick one.',
      consequence: 'Old against new follows at once.',
    };
  const grow = c.front.change.tireLiftMm;
  const blocked = a.needs.find((n) => n.topic === 'tire' && n.verdict === 'no');
  return {
    sentence: blocked
      ? findingText(blocked.finding, style)
      : `The new tyre lifts the axles ${length(grow, style)}${clearanceTail(a, style)}.`,
    consequence: `Shows ${quantity(100, 'km/h', style, 0)}: true ${quantity(c.front.change.trueAt100, 'km/h', style, 0)}. Pressures are a starting point: check with the tyre maker’s table and by tread contact.`,
  };
}
export function matchHeadline(a: Assessment, m: Money, style: Style): Headline {
  if (!a.vehicle)
    return {
      sentence: 'Say which vehicle it is; then every lift source can be judged.',
      consequence: 'The vehicle section asks only what matters.',
    };
  if (a.fault || !a.forecast)
    return {
      sentence: a.needs[0]
        ? findingText(
            (a.needs.find((n) => n.finding.code === 'no-balance') ?? a.needs[0]).finding,
            style,
            a.vehicle.platform,
          )
        : 'This plan has no ride height.',
      consequence: 'Remove a part, or choose another.',
    };
  const f = a.forecast;
  const open = openNeeds(a.needs);
  const advised = advisedNeeds(a.needs).length;
  const no = open.filter((n) => n.verdict === 'no').length;
  if (a.chosen.length === 0)
    return {
      sentence: 'Nothing chosen yet: the vehicle stands as it does today.',
      consequence: 'Choose a lift source for front and rear below.',
    };
  const body = f.front.bodyLiftMm > 0 ? ` and ${length(f.front.bodyLiftMm, style)} of body lift` : '';
  const first = open.find((n) => n.verdict === 'no') ?? open[0];
  return {
    sentence: `${figureText(f.front.lift, style, 0)} front, ${figureText(f.rear.lift, style, 0)} rear${body}; ${open.length === 0 ? 'nothing is left open' : no > 0 ? `${plural(no, 'thing')} cannot stay as ${no === 1 ? 'it is' : 'they are'}` : `${plural(open.length, 'thing')} still to settle`}${advised > 0 ? `; ${plural(advised, 'thing')} advised` : ''}.`,
    consequence: first
      ? needText(first, style, a.vehicle.platform)
      : `Rake ${length(f.planned.rake.value, style)} empty, ${length(f.loaded.rake.value, style)} loaded. ${money(m.totalMinor, style)} with work and tax.`,
  };
}
export function sheetHeadline(plan: WorkPlan | null, lines: number): Headline {
  if (!plan || plan.steps.length === 0)
    return {
      sentence: 'No parts chosen, so there is nothing to fit yet.',
      consequence: 'Choose lift sources in Match; the work follows from them.',
    };
  return {
    sentence: `${plural(plan.steps.length, 'step')}, ${timesText(workTimes(plan))}, ${plural(lines, 'line')} of parts.`,
    consequence: `Everything on a rubber bush stays loose until step ${plan.rideHeightLine + 1}, wheels on the ground.`,
  };
}

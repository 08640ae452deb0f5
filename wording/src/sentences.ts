import {
  formatDecimal,
  LEVEL_MM,
  type Need,
  type Assessment,
  type JobSections,
  type Money,
  type TapeReading,
  type TireCheck,
  type WorkPlan,
  usageSum,
  USES,
} from '@rigger/core';
import { findingText, needText } from './findings';
import { duration, figureText, length, money, plural, quantity, type Style } from './format';
import type { Headline } from './headline';
import { clearanceTail } from './rub';
import { USE_WORDS } from './words';

const STAND_WORDS = {
  level: 'wants it level',
  'keep-rake': 'keeps a rake',
  'as-is': 'stays as it stands',
} as const;

export function briefHeadline(job: JobSections, style: Style): Headline {
  const sum = usageSum(job.brief.usage);
  const top = [...USES].sort((a, b) => job.brief.usage[b] - job.brief.usage[a])[0];
  const limit = job.brief.heightLimitMm;
  if (sum === 0 || !top)
    return {
      sentence: 'What is the vehicle for? Split 100 % between the uses.',
      consequence: 'Usage decides how high is sensible; it comes before any part.',
    };
  const rest = [
    ...(job.brief.stance === null
      ? ['how it should stand is not said yet']
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
    sentence:
      sum === 100
        ? `Mostly ${USE_WORDS[top].toLowerCase()}, ${formatDecimal(job.brief.usage[top], 0)} %; ${rest.join('; ')}.`
        : `The use adds to ${formatDecimal(sum, 0)} %: ${sum < 100 ? `${formatDecimal(100 - sum, 0)} % still to say` : `${formatDecimal(sum - 100, 0)} % too much`}.`,
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
  const open = a.needs.filter((n) => n.verdict !== 'fits');
  const no = open.filter((n) => n.verdict === 'no').length;
  if (a.chosen.length === 0)
    return {
      sentence: 'Nothing chosen yet: the vehicle stands as it does today.',
      consequence: 'Choose a lift source for front and rear below.',
    };
  const body = f.front.bodyLiftMm > 0 ? ` and ${length(f.front.bodyLiftMm, style)} of body lift` : '';
  const first = open.find((n) => n.verdict === 'no') ?? open[0];
  return {
    sentence: `${figureText(f.front.lift, style, 0)} front, ${figureText(f.rear.lift, style, 0)} rear${body}; ${open.length === 0 ? 'nothing is left open' : no > 0 ? `${plural(no, 'thing')} cannot stay as ${no === 1 ? 'it is' : 'they are'}` : `${plural(open.length, 'thing')} still to settle`}.`,
    consequence: first
      ? needText(first, style, a.vehicle.platform)
      : `Rake ${length(f.planned.rake.value, style)} empty, ${length(f.loaded.rake.value, style)} loaded. ${money(m.totalMinor, style)} with work and tax.`,
  };
}
export function sheetHeadline(plan: WorkPlan | null, lines: number, m: Money, style: Style): Headline {
  if (!plan || plan.steps.length === 0)
    return {
      sentence: 'No parts chosen, so there is nothing to fit yet.',
      consequence: 'Choose lift sources in Match; the work follows from them.',
    };
  return {
    sentence: `${plural(plan.steps.length, 'step')}, ${duration(plan.minutes)} in the bay, ${plural(lines, 'line')} of parts: ${money(m.totalMinor, style)}.`,
    consequence: `Everything on a rubber bush stays loose until step ${plan.rideHeightLine + 1}, wheels on the ground.`,
  };
}

import {
  droveWorse,
  isBad,
  AXLES,
  isOpen,
  lastTaped,
  ROAD_QUESTIONS,
  wasAligned,
  type Assessment,
  type JobSections,
  type Looked,
  type PastCase,
  type RepairCost,
  type RepairWork,
} from '@rigger/core';
import { capital, duration, length, lower, plural, type Style } from './format';
import type { Headline } from './headline';
import { REMEDY_WORDS, ROAD_QUESTION_WORDS, spotText } from './intake-words';
import { forecastText } from './sentences';

/** How the vehicle came in, by the gravest that was found. */
export function lookOverHeadline(items: readonly Looked[], spots: number): Headline {
  const seen = items.filter((i) => i.found !== null);
  const bad = items.filter((i) => isBad(i.found));
  if (seen.length === 0)
    return {
      sentence: 'Look it over before anything is ordered.',
      consequence: 'What is worn and comes off anyway costs least now; found on the lift it stops the bay.',
    };
  const open = bad.filter(isOpen);
  const named = bad
    .slice(0, 3)
    .map((b) => `${lower(spotText(b))} ${b.found ?? ''}`)
    .join('; ');
  const more = bad.length > 3 ? ` and ${bad.length - 3} more` : '';
  return {
    sentence:
      bad.length === 0
        ? `Nothing worn among ${plural(seen.length, 'place')} looked at.`
        : `${capital(named)}${more}.`,
    consequence:
      open.length > 0
        ? `${open.length === 1 ? 'One is' : `${open.length} are`} still to decide: repair, replace, or leave at the customer’s word.`
        : seen.length < spots
          ? `${plural(spots - seen.length, 'place')} not looked at yet.`
          : 'Everything on the list was looked at.',
  };
}
/** What came of the job: how it stands, what touches, what drives worse. */
export function afterHeadline(job: JobSections, a: Assessment, style: Style): Headline {
  const { after, lookOver } = job;
  const last = lastTaped(a.taped, job.tape);
  const touching = after.contacts.filter((c) => c.contact !== 'none');
  const worse = ROAD_QUESTIONS.filter((q) => droveWorse(lookOver.road[q], after.road[q]));
  if (
    !last &&
    after.contacts.length === 0 &&
    Object.keys(after.road).length === 0 &&
    !wasAligned(after.alignment)
  )
    return {
      sentence: 'When it is down: tape it, align it, try lock and bump, drive it.',
      consequence: 'What is written here is what the next one on this platform is judged by.',
    };
  const off = (['front', 'rear'] as const).flatMap((axle) => {
    const mm = last?.axles[axle].offMm ?? null;
    return mm === null ? [] : [forecastText(axle, mm, style)];
  });
  return {
    sentence: `${off.length === 0 ? 'Not taped after the work yet' : capital(off.join(', '))}.`,
    consequence:
      [
        touching.length === 0 ? '' : `A tyre touches in ${plural(touching.length, 'place')}.`,
        worse.length === 0
          ? ''
          : `Not as good as before: ${worse.map((q) => lower(ROAD_QUESTION_WORDS[q])).join('; ')}.`,
      ]
        .filter(Boolean)
        .join(' ') || 'Nothing touches, and nothing drives worse than before, as far as it was tried.',
  };
}
/** A repair by what it is done to, with how many places: "Lower ball joint, front, both sides". */
export function repairText(w: RepairWork): string {
  const sides = w.places.filter((p) => p.side !== null);
  const [only] = sides;
  return sides.length > 1
    ? `${spotText({ ...w, side: null })}, both sides`
    : spotText({ ...w, side: only?.side ?? null });
}
/** What stands beside it: what is done, or what is still open. */
export function repairNote({ work, decided }: Pick<RepairCost, 'work' | 'decided'>): string {
  const what = decided ? REMEDY_WORDS[work.remedy] : 'not decided';
  return work.repair === null ? `${what}; no record of what that takes` : what;
}
/** What came of another job, in one sentence: got against forecast and claim, hours, contact. */
export function pastText(p: PastCase, style: Style): string {
  const axle = (a: 'front' | 'rear') => {
    const { gotMm, forecastMm, claimedMm } = p.lift[a];
    if (gotMm === null) return '';
    const beside = [
      forecastMm === null ? '' : `forecast ${length(forecastMm, style)}`,
      claimedMm === null ? '' : `maker ${length(claimedMm, style)}`,
    ].filter(Boolean);
    return `${a} ${length(gotMm, style)}${beside.length === 0 ? '' : ` (${beside.join(', ')})`}`;
  };
  const heights = AXLES.map(axle).filter(Boolean).join(', ');
  return `${capital(
    [
      heights === ''
        ? 'not taped after the work'
        : `${heights}, ${p.taped === 'down' ? 'just down' : 'settled'}`,
      p.hoursTaken === null
        ? ''
        : `${duration(p.hoursTaken * 60)} in the bay for ${duration(p.plannedMinutes)} planned`,
      p.rubbed === 0 ? '' : `a tyre touched in ${plural(p.rubbed, 'place')}`,
    ]
      .filter(Boolean)
      .join('; '),
  )}.`;
}

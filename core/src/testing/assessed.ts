import { assess, curesOf, planCase, type Figure, type JobSections, type Need } from '..';
import { catalogue, settings, vehicleOf } from './demo-world';
import { prepare } from './prepared';

const options = { day: '2026-11-25', prepare };
/** Nothing is kept from one question to the next: for laws that compare two ways to one answer. */
export const sayAfresh = (job: JobSections) => assess(job, catalogue, settings, { day: options.day });
export const say = (job: JobSections) => assess(job, catalogue, settings, options);
export const caseOf = (job: JobSections) => planCase(job, vehicleOf(job), catalogue, settings, options);
export const cures = (job: JobSections) => curesOf(caseOf(job));
export const curesFor = (job: JobSections, code: string) =>
  cures(job)
    .filter((c) => c.key.startsWith(`${code}/`))
    .flatMap((c) => c.cures);
export const codes = (needs: readonly Need[]) => needs.map((n) => n.finding.code);
export const lift = (job: JobSections, axle: 'front' | 'rear' = 'front') =>
  say(job).forecast![axle].lift.value;
export const briefOf = (job: JobSections, change: Partial<JobSections['brief']>): JobSections => ({
  ...job,
  brief: { ...job.brief, ...change },
});
export const tireOf = (job: JobSections, change: Partial<JobSections['tire']>): JobSections => ({
  ...job,
  tire: { ...job.tire, ...change },
});
export function everyFigure(f: Figure): Figure[] {
  return [f, ...f.because.flatMap(everyFigure)];
}

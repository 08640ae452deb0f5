import { assess, moneyFigures, moneyOf, partsList, workPlan, type JobSections } from '..';
import { catalogue, demoJob, plainJob, settings } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';

/** What a value says, without what says nothing (empty texts, empty lists, null) and without the chain behind a figure. */
const said = (value: unknown): string =>
  JSON.stringify(value, (key, v: unknown) =>
    key === 'because' || v === null || v === '' || (Array.isArray(v) && v.length === 0) ? undefined : v,
  );
/** everything that is sold for a vehicle, on it at once: no plan for a customer, but every kind of work and joint */
const allOf = (platform: string): JobSections =>
  plainJob(
    platform,
    catalogue.parts.filter((p) => p.applications.some((a) => a.platform === platform)).map((p) => p.code),
  );
/** jobs that have a bit of everything; the rest is held by laws */
const WATCHED = ['hut-warden', 'peat-crew', 'farm-vet', 'harbourmaster', 'bird-count', 'seaweed-cutter'];
const JOBS: readonly (readonly [string, () => JobSections])[] = [
  ...WATCHED.map((name) => [name, () => demoJob(name)] as const),
  ...['corvane-halder', 'mettrick-fell', 'sarnby-courser', 'pellow-fetch'].map(
    (platform) => [`everything for ${platform}`, () => allOf(platform)] as const,
  ),
];

// made in each test, so that a change of the code is noticed where it is used
describe.each(JOBS)('%s', (_name, make) => {
  const made = () => {
    const job = make();
    const a = assess(job, catalogue, settings, { day: DAY, prepare });
    return { job, a, plan: workPlan(a, job, catalogue) };
  };
  it('as it is done, step by step', () => {
    const { steps, ...whole } = made().plan;
    expect([...steps.map(said), said(whole)]).toMatchSnapshot();
  });
  it('as it is bought, line by line, with the money', () => {
    const { job, a, plan } = made();
    const lines = partsList(job, a, catalogue);
    const figures = Object.values(moneyFigures(lines, plan, settings));
    expect([
      ...lines.map(said),
      said(moneyOf(lines, plan, settings)),
      ...figures.map(said),
    ]).toMatchSnapshot();
  });
});

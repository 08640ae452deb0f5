import { parseTireSize, type JobSections, type Platform } from '..';
import { catalogue, plainJob } from '../testing/demo-world';
import { askPlans, searchUntil, TO_THE_END } from '../testing/plans-asked';

const brief = (job: JobSections, change: Partial<JobSections['brief']>): JobSections => ({
  ...job,
  brief: { ...job.brief, ...change },
});
const up = (mm: number) => (job: JobSections) =>
  brief(job, { wish: 'height', frontTargetMm: mm, rearTargetMm: mm });
/** the next larger tyre on the same rim that the catalogue has */
function nextTire(job: JobSections, { stockTire }: Platform): JobSections {
  const size = (text: string) => {
    const r = parseTireSize(text);
    if (!r.ok) throw new Error(text);
    return r.value;
  };
  const stock = size(stockTire);
  const [next] = catalogue.tires
    .filter((t) => size(t.size).rimIn === stock.rimIn && size(t.size).diameterMm > stock.diameterMm * 1.01)
    .sort((a, b) => size(a.size).diameterMm - size(b.size).diameterMm);
  return {
    ...brief(job, { wish: 'tire' }),
    tire: { ...job.tire, targetSize: next!.size, tireCode: next!.code },
  };
}
const WISHES: readonly (readonly [string, (job: JobSections, p: Platform) => JobSections])[] = [
  ['25 mm up', up(25)],
  ['50 mm up', up(50)],
  ['level', (job) => brief(job, { wish: 'stance', stance: 'level' })],
  ['the next tyre', nextTire],
];
/** every platform with one of the wishes in every run; with each of them by `npm run exact` */
const cases = catalogue.platforms.flatMap((p, i) =>
  WISHES.filter((_, w) => TO_THE_END || w === i % WISHES.length).map(
    ([name, of]) => [p.code, name, of, p] as const,
  ),
);
describe('what is asked for every day', () => {
  it.each(cases)('%s, %s: the first plan has no *no* in it', (code, _, of, p) => {
    // nothing that it finds later takes the first one without a *no* away
    const r = searchUntil(askPlans(of(plainJob(code), p)), ({ plans }) => plans[0]?.outcome.needs.no === 0);
    if (TO_THE_END) expect(r.complete).toBe(true);
    expect(r.plans[0]!.needs.filter((n) => n.verdict === 'no')).toEqual([]);
  });
});

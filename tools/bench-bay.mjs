import { performance } from 'node:perf_hooks';

/** Lines of the bench about the bay: the largest plan, the same after a finding, a week of forty jobs against the plain order of promises
 *  in the same run, and each paper. */
export async function benchBay({ core, catalogue, settings, jobs, base, ids, timed, line, ms }) {
  const day = new Date().toISOString().slice(0, 10);
  const { workshop } = settings;
  const withPlans = jobs.flatMap((job) => {
    const a = core.assess(job, catalogue, settings, { day });
    const plan = a.vehicle && core.workPlan(a, job, catalogue, workshop);
    return plan && plan.steps.length > 0 ? [{ job, a, plan }] : [];
  });
  const { job, a, plan } = withPlans.sort((x, y) => y.plan.steps.length - x.plan.steps.length)[0];
  timed(
    `work plan of ${plan.steps.length} steps`,
    () => core.workPlan(a, job, catalogue, workshop),
    200,
    'goal 10 ms',
  );
  const seized = {
    ...core.emptyLooked({ component: 'bar-link', axle: 'front', side: 'left' }),
    found: 'seized',
  };
  const found = { ...job, lookOver: { ...job.lookOver, items: [...job.lookOver.items, seized] } };
  timed('the same after a finding', () => core.workPlan(a, found, catalogue, workshop), 200, 'goal 10 ms');
  timed(
    'what each way of taking apart would take',
    () => core.wayChoices(plan, a, job, catalogue, workshop),
    40,
  );
  timed('that plan shared out between two', () => core.bayHours(plan, 2), 100);

  const forty = Array.from({ length: 40 }, (_, i) => {
    const floor = core.floorJob(withPlans[i % withPlans.length].job, catalogue, settings, day);
    return {
      id: `job-${i}`,
      promiseDate: core.dayAfter(day, 3 + ((i * 7) % 19)),
      bay: null,
      startDay: null,
      floor: { ...floor, readyOn: core.dayAfter(day, (i * 5) % 9) },
    };
  });
  const rules = core.shopWeek(forty, workshop, day, 0);
  const searched = core.shopWeek(forty, workshop, day);
  timed('a week of 40 jobs', () => core.shopWeek(forty, workshop, day), 3, 'goal 1 s');
  timed('the same by rules of order alone', () => core.shopWeek(forty, workshop, day, 0), 10);
  const hours = (minutes) => `${(minutes / 60).toFixed(0)} h`;
  line(
    'late in all, searched',
    hours(searched.late),
    `by rules alone ${hours(rules.late)}; no schedule less than ${hours(searched.leastLate)}`,
  );

  for (const [name, path] of [
    ['build sheet', `jobs/${ids.largest}/sheet.pdf`],
    ['rack sheet', `jobs/${ids.largest}/rack.pdf`],
    ['tool list', `jobs/${ids.largest}/tools.pdf`],
    ['labels', `jobs/${ids.largest}/labels-14.pdf`],
    ['quote', `jobs/${ids.largest}/quote.pdf`],
    ['pick list of all jobs', 'pick-list.pdf'],
  ]) {
    const took = async () => {
      const begun = performance.now();
      await (await asked(`${base}api/${path}`)).arrayBuffer();
      return performance.now() - begun;
    };
    const [anew, again] = [[], []];
    for (let i = 0; i < WARMING + MEASURED; i++) {
      await touched(base, ids.largest);
      anew.push(await took());
      again.push(await took());
    }
    const middle = (list) => list.slice(WARMING).sort((x, y) => x - y)[MEASURED / 2];
    line(
      `${name} as PDF, warm`,
      ms(middle(anew)),
      `median of ${MEASURED}, its job saved before each; asked for again ${ms(middle(again))}; goal 0.3 s`,
    );
  }
}
/** papers before the ones that are measured: each worker of the pool has printed some, and its code is compiled */
const WARMING = 12;
const MEASURED = 16;
/** A connection that was kept is closed by the server while the lines above are computed: then once more, on a new one. */
const asked = (url, how = {}) => {
  const ask = () => fetch(url, { ...how, headers: { 'Content-Type': 'application/json' } });
  return ask().catch(ask);
};
/** A job that was saved just now, to begin on another day. */
async function touched(base, id) {
  const { sections } = await (await asked(`${base}api/jobs/${id}`)).json();
  const { version, data } = sections.work;
  const answer = await asked(`${base}api/jobs/${id}/sections/work`, {
    method: 'PUT',
    body: JSON.stringify({ version, data: { ...data, startDay: nextDay() } }),
  });
  if (!answer.ok) throw new Error(`the job of the bench could not be saved: ${answer.status}`);
}
let saves = 0;
/** a day that the job never had, so that no paper of it was printed before */
const nextDay = () => new Date(Date.UTC(2031, 0, 1 + saves++)).toISOString().slice(0, 10);

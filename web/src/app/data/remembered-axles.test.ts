import { assess, axleSteps, type AxleSteps, type JobSections } from '@rigger/core';
import { catalogue, demoJob, demoJobs, settings } from '@rigger/core/testing/demo-world';
import { rememberedSteps } from './remembered-steps';

const plain = (job: JobSections) => assess(job, catalogue, settings);
/** Remembered steps that count how often an axle was really worked on. */
function counted() {
  const steps = rememberedSteps();
  const answers = new Set<object>();
  const look = (work: (input: never) => object) =>
    ((input: never) => {
      const answer = work(input);
      answers.add(answer);
      return answer;
    }) as never;
  const seen: AxleSteps = { settle: look(steps.settle), near: look(steps.near) };
  return {
    assess: (job: JobSections) => assess(job, catalogue, settings, seen),
    worked: () => answers.size,
  };
}

/** One edit after another, as they come from the screens. */
const EDITS: readonly ((job: JobSections) => JobSections)[] = [
  (j) => ({ ...j, brief: { ...j.brief, notes: 'call before noon' } }),
  (j) => ({ ...j, brief: { ...j.brief, budgetMinor: 1_000_00, heightLimitMm: 1900 } }),
  (j) => ({ ...j, brief: { ...j.brief, payloadKg: (j.brief.payloadKg ?? 0) + 150 } }),
  (j) => ({ ...j, brief: { ...j.brief, chains: !j.brief.chains } }),
  (j) => ({ ...j, brief: { ...j.brief, reversibleOnly: !j.brief.reversibleOnly } }),
  (j) => ({ ...j, vehicle: { ...j.vehicle, accessories: [] } }),
  (j) => ({ ...j, build: { ...j.build, items: j.build.items.slice(1) } }),
  (j) => ({ ...j, tire: { ...j.tire, tireCode: null, targetSize: '255/75R17' } }),
  (j) => ({ ...j, tire: { ...j.tire, reliefs: [] } }),
];

describe('the remembered steps of an assessment', () => {
  it.each(demoJobs)('%s: say after every edit what an assessment from nothing says', (name) => {
    const steps = rememberedSteps();
    let job = demoJob(name);
    for (const edit of EDITS) {
      job = edit(job);
      expect(assess(job, catalogue, settings, steps)).toEqual(plain(job));
    }
  });
  it('do not pose an axle again for what leaves it as it is', () => {
    const { assess: say, worked } = counted();
    const job = demoJob('hut-warden');
    say(job);
    expect(worked()).toBe(4); // two axles, each settled and looked around
    const quiet = {
      ...job,
      head: { ...job.head, customer: 'Somebody else' },
      brief: { ...job.brief, notes: 'n', budgetMinor: 1, heightLimitMm: 1800, neededBy: '2027-01-01' },
      tape: { ...job.tape, corners: { ...job.tape.corners, leftFront: '480' } },
    };
    const after = say(quiet);
    expect(worked()).toBe(4);
    expect(after.needs.map((n) => n.finding.code)).toContain('over-height');
    // a relief only changes what stands near; a load changes both
    say({ ...quiet, tire: { ...job.tire, reliefs: [] } });
    expect(worked()).toBe(job.tire.reliefs.length > 0 ? 6 : 4);
    const before = worked();
    say({ ...quiet, brief: { ...quiet.brief, payloadKg: 400 } });
    expect(worked()).toBe(before + 4);
  });
  it('without a tyre nothing is said about its clearance, but hoses and links still are', () => {
    const job = demoJob('hut-warden');
    const none = plain({ ...job, tire: { ...job.tire, tireCode: null, targetSize: '' } });
    expect(none.clearance).toEqual({ front: null, rear: null });
    const input = {
      vehicle: none.vehicle!,
      axle: 'front' as const,
      brief: job.brief,
      accessories: [],
      fitted: [],
      planned: [],
      chosen: [],
      catalogue,
      reliefs: [],
      tire: null,
    };
    expect(axleSteps.near(input)).toEqual({ check: null, needs: [] });
  });
});

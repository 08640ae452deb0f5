import { assess, roundToday, type AxleInput, type JobSections, type VehicleAxle } from '@rigger/core';
import { catalogue, demoJob, demoJobs, settings, withTape } from '@rigger/core/testing/demo-world';
import { rememberedAxles } from './remembered-axles';

type Prepare = (input: AxleInput) => VehicleAxle;
const DAY = '2026-11-25';
const plain = (job: JobSections) => assess(job, catalogue, settings, { day: DAY });
const remembered = (job: JobSections, prepare: Prepare) =>
  assess(job, catalogue, settings, { day: DAY, prepare });
/** Remembered axles that count how often one was really prepared. */
function counted() {
  const prepare = rememberedAxles();
  const made = new Set<VehicleAxle>();
  return {
    say: (job: JobSections) =>
      remembered(job, (input) => {
        const axle = prepare(input);
        made.add(axle);
        return axle;
      }),
    made: () => made.size,
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

describe('remembered axles', () => {
  it.each(demoJobs)('%s: say after every edit what an assessment from nothing says', (name) => {
    const prepare = rememberedAxles();
    let job = demoJob(name);
    for (const edit of EDITS) {
      job = edit(job);
      expect(remembered(job, prepare)).toEqual(plain(job));
    }
  });
  it('are prepared again only for what changes them', () => {
    const { say, made } = counted();
    const job = demoJob('hut-warden');
    say(job);
    expect(made()).toBe(2);
    const quiet = {
      ...job,
      head: { ...job.head, customer: 'Somebody else' },
      brief: { ...job.brief, notes: 'n', budgetMinor: 1, heightLimitMm: 1800, neededBy: '2027-01-01' },
      build: { ...job.build, items: job.build.items.slice(1) },
    };
    expect(say(quiet).needs.map((n) => n.finding.code)).toContain('over-height');
    say({ ...quiet, tire: { ...job.tire, reliefs: [] } });
    expect(made()).toBe(2);
    // geometry starts where the tape says that an axle stands
    say(withTape(job, { corners: { ...roundToday(job.tape).corners, leftFront: '480' } }));
    expect(made()).toBe(3);
    say({ ...quiet, brief: { ...quiet.brief, payloadKg: 400 } });
    expect(made()).toBe(5);
  });
});

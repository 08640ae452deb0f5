import { advisedNeeds, assess, curesOf, knownVehicle, needKey, partCost, planCase } from '..';
import { catalogue, demoJob, partOf, settings } from '../testing/demo-world';
import { DAY } from '../testing/situations';

const job = demoJob('farm-vet');
const a = assess(job, catalogue, settings, { day: DAY });

describe('what is advised', () => {
  const [need] = advisedNeeds(a.needs).filter((n) => n.finding.code === 'cv-angle-near');
  it('is nearly a need, is not open, and has the cure that the need would have', () => {
    expect(need).toMatchObject({ verdict: 'advised', blocks: null });
    const c = planCase(job, knownVehicle(job, catalogue)!, catalogue, settings, { day: DAY });
    const cures = curesOf(c).find((x) => x.key === needKey(need!))!.cures;
    expect(cures.map((x) => x.part)).toContain('IW-360');
    const [before, after] = [cures[0]!.before!.value, cures[0]!.after!.value];
    expect(after).toBeLessThan(before);
  });
  it('costs less now, while it is open, than later by itself, and never less than the part', () => {
    const part = partOf('IW-360');
    const { now, alone } = partCost(part, a, job, catalogue, settings);
    expect(now.minutes).toBeGreaterThan(0);
    expect(now.minutes).toBeLessThan(alone.minutes);
    expect(now.totalMinor).toBeLessThan(alone.totalMinor);
    expect(now.totalMinor).toBeGreaterThan(part.priceMinor);
  });
});

import { AXLES, knownVehicle, planCase, TOPICS } from '..';
import { catalogue, demoJob, demoJobs, settings } from '../testing/demo-world';
import { prepare } from '../testing/prepared';
import { DAY } from '../testing/situations';
import { needsOf, needsOn, needsOnBoth } from './needs';

it('what is found on one axle alone is what is found on it in the whole, on every demo job', () => {
  let found = 0;
  for (const name of demoJobs) {
    const job = demoJob(name);
    const vehicle = knownVehicle(job, catalogue);
    if (!vehicle) continue;
    const c = planCase(job, vehicle, catalogue, settings, { day: DAY, prepare });
    for (const axle of AXLES)
      for (const topics of [TOPICS, ['clearance'] as const]) {
        const alone = needsOn(c, axle, topics);
        expect(alone).toEqual(needsOf(c, topics).filter((n) => n.about.axle === axle));
        found += alone.length;
        expect(needsOnBoth(c, topics)).toEqual(
          needsOf(c, topics).filter((n) => n.about.axle === null || n.about.axle === 'both'),
        );
      }
  }
  expect(found).toBeGreaterThan(20);
});

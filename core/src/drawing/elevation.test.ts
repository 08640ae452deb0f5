import { assess, elevation, hangBody, type JobSections } from '..';
import { catalogue, demoJob, plainJob, platformOf, settings } from '../testing/demo-world';

function drawingOf(job: JobSections, limitMm: number | null = null) {
  const a = assess(job, catalogue, settings);
  return elevation(a.vehicle!.platform, a.forecast!, a.tires, limitMm);
}
const halder = platformOf('corvane-halder');

it('a body hung on equal rises goes up as a whole; on unequal ones it rakes about the axles', () => {
  const flat = hangBody(halder, { front: 30, rear: 30 }).body;
  flat.forEach(([x, y], i) => {
    expect([x, y]).toEqual([halder.outline.body[i]![0], halder.outline.body[i]![1] + 30]);
  });
  const raked = hangBody(halder, { front: 0, rear: 20 });
  const rise = (k: number) => raked.body[k]![1] - halder.outline.body[k]![1];
  halder.outline.body.forEach(([x], k) => {
    expect(rise(k)).toBeCloseTo((20 * x) / halder.wheelbaseMm, 9);
  });
});
it('with nothing chosen, planned lies on today', () => {
  const d = drawingOf(plainJob('mettrick-fell'));
  expect(d.planned).toEqual(d.today);
  expect(d.wheels).toEqual(d.wheelsToday);
});
it('a lift moves body and dimensions by the forecast, the wheels stay', () => {
  const before = drawingOf(plainJob('corvane-halder'));
  const after = drawingOf(plainJob('corvane-halder', ['TL-2810', 'TL-2830']));
  expect(after.wheels).toEqual(before.wheels);
  const [front, rear] = after.dimensions;
  expect(front!.valueMm - front!.todayMm).toBeGreaterThan(40);
  expect(rear!.to - rear!.from).toBeCloseTo(rear!.valueMm, 9);
});
it('a taller tyre lifts hub and body; its circle reaches a little under the ground it is pressed on', () => {
  const job = plainJob('corvane-halder');
  const tall = drawingOf({ ...job, tire: { ...job.tire, targetSize: '285/70R17' } });
  expect(tall.wheels[0]!.y).toBeGreaterThan(tall.wheelsToday[0]!.y + 10);
  expect(tall.wheels[0]!.outer).toBeGreaterThan(tall.wheels[0]!.y);
  expect(tall.wheels[1]!.x).toBe(halder.wheelbaseMm);
});
it('says whether today was taped or computed, and keeps the limit in view', () => {
  expect(drawingOf(demoJob('hut-warden'), 2050)).toMatchObject({
    limitMm: 2050,
    dimensions: [{ todayTaped: true }, { todayTaped: true }],
  });
  const d = drawingOf(plainJob('sarnby-courser'), 2600);
  expect(d.dimensions[0]!.todayTaped).toBe(false);
  expect(d.bounds.maxY).toBe(2600);
});
it('the arches of every outline stand where the platform says they do', () => {
  for (const p of catalogue.platforms)
    for (const axle of ['front', 'rear'] as const) {
      const x = axle === 'front' ? 0 : p.wheelbaseMm;
      const arch = p[axle].hardpoints.loadedRadiusMm + p[axle].archMm;
      // the outline's highest edge over the hub, underneath: two points of one height left and right of it
      const under = p.outline.body.filter(([px, pz]) => Math.abs(px - x) < 400 && Math.abs(pz - arch) < 12);
      expect([p.code, axle, under.length >= 2]).toEqual([p.code, axle, true]);
      expect(Math.max(...p.outline.body.map(([, z]) => z))).toBeGreaterThan(p.heightMm - 12);
    }
});

import { asVariant, drivenAxles, wheelOf } from '..';
import { platformOf } from '../testing/demo-world';

const WIDE = {
  key: 'arches',
  question: 'Which arches?',
  howToTell: 'Flares or none.',
  options: [
    { value: 'plain', label: 'Plain', aliases: [] },
    { value: 'wide', label: 'Wide', aliases: [], archMm: 25, roomMm: 30 },
  ],
};
const fell = { ...platformOf('mettrick-fell'), variantFields: [WIDE] };

describe('a platform as its variant is built', () => {
  it('is the very same where the answers change nothing of the kind', () => {
    expect(asVariant(fell, { arches: 'plain' })).toBe(fell);
    expect(asVariant(fell, {})).toBe(fell);
  });
  it('has higher arches, and what stands on the body as much further from the wheel; nothing else moves', () => {
    const wide = asVariant(fell, { arches: 'wide' });
    for (const axle of ['front', 'rear'] as const) {
      const [was, is] = [fell[axle], wide[axle]];
      expect(is.archMm).toBe(was.archMm + 25);
      const [x, , z] = wheelOf(was);
      const far = (p: readonly number[]) => Math.hypot(p[0]! - x, p[2]! - z);
      was.obstacles.forEach((o, i) => {
        o.points.forEach((p, k) => {
          const moved = far(is.obstacles[i]!.points[k]!) - far(p);
          expect(moved).toBeCloseTo(o.carriedBy === 'body' ? 30 : 0, 9);
          expect(is.obstacles[i]!.points[k]![1]).toBe(p[1]);
        });
      });
    }
  });
});
describe('driven axles', () => {
  const courser = (variant: Readonly<Record<string, string>>) =>
    drivenAxles({ platform: platformOf('sarnby-courser'), year: 2020, variant });
  it('are the platform’s, unless the variant says otherwise', () => {
    expect(courser({})).toEqual(['front', 'rear']);
    expect(courser({ drive: 'fwd' })).toEqual(['front']);
    expect(drivenAxles({ platform: { ...fell, driven: null }, year: null, variant: {} })).toBeNull();
  });
});

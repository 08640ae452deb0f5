import { spotId, spotsOf } from '..';
import { catalogue, platformOf } from '../testing/demo-world';

const ids = (code: string) => spotsOf(platformOf(code)).map(spotId);

describe('what is looked at on a vehicle', () => {
  it('follows its suspension: joints of arms here, king pins and leaves there', () => {
    const truck = ids('corvane-halder');
    expect(truck).toContain('upper-ball-joint:front:left');
    expect(truck).toContain('cv-boot:front:right');
    expect(truck.some((s) => s.startsWith('king-pin') || s.startsWith('leaf'))).toBe(false);
    expect(truck).toContain('track-bar-bush:rear');
    const heavy = ids('corvane-drumlin-heavy');
    expect(heavy).toContain('king-pin:front:left');
    expect(heavy).toContain('link-bush:front');
    expect(heavy.some((s) => s.startsWith('upper-ball-joint'))).toBe(false);
    const leaf = ids('corvane-halder-l');
    expect(leaf).toContain('leaf-bush:rear:right');
    expect(leaf).not.toContain('spring:rear:left');
    const strut = ids('sarnby-courser');
    expect(strut).toContain('strut-mount:front:left');
    expect(strut).not.toContain('upper-ball-joint:front:left');
  });
  it.each(catalogue.platforms.map((p) => p.code))(
    '%s: each place once; both sides or none; the vehicle last',
    (code) => {
      const all = ids(code);
      expect(new Set(all).size).toBe(all.length);
      for (const s of all.filter((x) => x.endsWith(':left')))
        expect(all).toContain(s.replace('left', 'right'));
      expect(all.slice(-2)).toEqual(['frame-rust', 'leak']);
      for (const axle of ['front', 'rear'])
        for (const side of ['left', 'right']) expect(all).toContain(`tire:${axle}:${side}`);
    },
  );
});

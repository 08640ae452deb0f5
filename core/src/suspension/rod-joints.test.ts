import {
  AT_DESIGN,
  axleFigures,
  rodOf,
  rodSwingsDeg,
  rotateAbout,
  sub,
  travelRoom,
  unit,
  type Axle,
  type Rod,
  type Vec3,
} from '..';
import { at, AXLES, LIMITLESS, modelOf, stockOf } from '../testing/demo-axles';

const swing = (code: string, axle: Axle, rod: Rod, zMm: number, rollMm = 0): number => {
  const model = modelOf(code, axle);
  return rodSwingsDeg(model, at(model, zMm, 0, rollMm)).get(rod)!;
};
const FELL = ['mettrick-fell', 'rear'] as const;
const LANNER = ['grayle-lanner', 'rear'] as const;
/** The axle turned about the line of one link, and nothing else: the swing of that link's joints. */
function twisted(code: string, axle: Axle, name: string, deg: number): number {
  const model = modelOf(code, axle);
  const link = model.links.find((l) => l.name === name)!;
  const [from, to] = [model.body[link.body]!, model.carrier[link.carrier]!];
  const along = unit(sub(to, from));
  const turn = (v: Vec3) => rotateAbout(v, along, (deg * Math.PI) / 180);
  const columns = [turn([1, 0, 0]), turn([0, 1, 0]), turn([0, 0, 1])];
  const row = (i: 0 | 1 | 2): Vec3 => [columns[0]![i], columns[1]![i], columns[2]![i]];
  const pose = { ...AT_DESIGN, rotation: [row(0), row(1), row(2)] as const, shift: sub(to, turn(to)) };
  return rodSwingsDeg({ ...model, links: [link], dragLink: null }, pose).get('lower')!;
}

describe('joints of links, bars and rods', () => {
  it.each(AXLES)('$kind $axle: as built no joint is swung', ({ code, axle }) => {
    const model = modelOf(code, axle);
    for (const [, deg] of rodSwingsDeg(model, at(model, 0))) expect(deg).toBeCloseTo(0, 5);
  });
  it('each kind of suspension has its rods, and what has no joint of its own has none', () => {
    const rodsOf = (code: string, axle: Axle) => [
      ...rodSwingsDeg(modelOf(code, axle), at(modelOf(code, axle), 20)).keys(),
    ];
    expect(rodsOf(...FELL)).toEqual(['lower', 'upper', 'trackBar']);
    expect(rodsOf('mettrick-fell', 'front')).toEqual(['lower', 'upper', 'trackBar', 'drag']);
    expect(rodsOf('grayle-lanner', 'rear')).toEqual(['lower', 'upper']);
    expect(rodsOf('corvane-drumlin-heavy', 'front')).toEqual(['lower', 'trackBar', 'drag']);
    expect(rodsOf('corvane-halder', 'front')).toEqual(['tieRod']);
    expect(rodsOf('sarnby-courser', 'rear')).toEqual(['lower', 'upper']);
    expect(rodsOf('sarnby-wherry', 'rear')).toEqual([]);
    expect(['leafLeft', 'armA', 'trailing', 'lower-front', 'upperRight'].map(rodOf)).toEqual([
      null,
      null,
      null,
      'lower',
      'upper',
    ]);
  });
  it('a link that turns about its bolt is not swung; one whose axle rolls has half the roll at each end', () => {
    expect(swing(...LANNER, 'lower', -80)).toBeLessThan(0.2);
    // with a track bar the axle goes sideways as it hangs, and the links lean by that
    const { model } = stockOf(...FELL);
    const aside = axleFigures(model, at(model, -80)).shiftLeftMm / model.links[0]!.lengthMm;
    expect(swing(...FELL, 'lower', -80)).toBeCloseTo((Math.abs(aside) * 180) / Math.PI, 0);
    expect(twisted(...LANNER, 'lowerLeft', 12)).toBeCloseTo(6, 9);
  });
  it('a radius arm, held by two bolts on the axle, has two thirds of the roll in its body bush', () => {
    expect(twisted('corvane-drumlin-heavy', 'front', 'lowerLeft', 12)).toBeCloseTo(8, 9);
  });
  it('either way round a pair of links is swung alike, and the more the further the axle crosses', () => {
    expect(swing(...LANNER, 'lower', 0, 120)).toBeCloseTo(swing(...LANNER, 'lower', 0, -120), 6);
    const grows = [40, 80, 120, 160].map((mm) => swing(...LANNER, 'lower', 0, mm));
    expect(grows).toEqual([...grows].sort((a, b) => a - b));
  });
  it('a tie rod leaves the angle to its stud as its outer end goes up or down', () => {
    const model = modelOf('corvane-halder', 'front');
    const { tieInner: inner } = model.body;
    const { tieOuter: outer } = model.carrier;
    const slope = (dz: number) =>
      Math.atan2(outer![2] + dz - inner![2], Math.abs(outer![1] - inner![1])) * (180 / Math.PI);
    expect(swing('corvane-halder', 'front', 'tieRod', -60)).toBeCloseTo(Math.abs(slope(-60) - slope(0)), 0);
  });
  it('are looked at where the wheels hang, are up, and cross; what has no record is not spoken of', () => {
    const { model } = stockOf(...FELL);
    const limits = { stopMm: 70, solidMm: 98, damper: null, ...LIMITLESS };
    const rodSwingDeg = { lower: 6.5, trackBar: 6 };
    const { rods } = travelRoom(model, 0, { ...limits, rodSwingDeg })!;
    expect(rods.map((r) => [r.rod, r.limitDeg])).toEqual([
      ['lower', 6.5],
      ['trackBar', 6],
    ]);
    expect(rods[0]).toMatchObject({ at: 'crossed' });
    expect(travelRoom(model, 0, limits)!.rods).toEqual([]);
  });
});

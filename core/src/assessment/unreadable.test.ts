import { emptyLooked, emptySections, lacksOf, roundToday, unreadableIn, type JobSections } from '..';
import { catalogue, demoJob, withTape } from '../testing/demo-world';

const job = demoJob('hut-warden');
const typed = (entries: Readonly<Record<string, string>>, j: JobSections = job): JobSections => ({
  ...j,
  unread: { entries },
});
const places = (j: JobSections) => unreadableIn(j).map((u) => [u.section, ...u.path].join('.'));

describe('an entry that cannot be read', () => {
  it('there is none in a job that is in order, nor in an empty one', () => {
    expect(unreadableIn(job)).toEqual([]);
    expect(unreadableIn(emptySections('Hut warden'))).toEqual([]);
  });
  it('of a component that is looked over is found by its spot, whether anything else is known of it or not', () => {
    const spot = emptyLooked({ component: 'tire', axle: 'front', side: 'left' });
    for (const items of [[], [spot]]) {
      const j = typed(
        { [`lookOver.items.${spot.id}.treadMm`]: 'bald' },
        { ...job, lookOver: { ...job.lookOver, items } },
      );
      expect(unreadableIn(j)).toEqual([
        { section: 'lookOver', path: ['items', spot.id, 'treadMm'], text: 'bald' },
      ]);
      expect(lacksOf(j, catalogue).map((l) => [l.section, l.code])).toEqual([['look-over', 'unreadable']]);
    }
  });
  it('is known with its place and text, in the order of the sections', () => {
    const j = typed({
      'tire.wheelWidthIn': '8,5,5',
      'head.promiseDate': 'soonish',
      'brief.payloadKg': '5oo',
    });
    expect(unreadableIn(j)).toEqual([
      { section: 'head', path: ['promiseDate'], text: 'soonish' },
      { section: 'brief', path: ['payloadKg'], text: '5oo' },
      { section: 'tire', path: ['wheelWidthIn'], text: '8,5,5' },
    ]);
  });
  it('in a row that has been taken out, or of a rear axle that is as the front again, is void', () => {
    const accessories = [
      { id: 'winch', what: 'winch', massKg: null, place: 'front-bumper', addsHeightMm: null },
    ] as const;
    const entries = { 'vehicle.accessories.winch.massKg': 'forty', 'tire.rear.wheelWidthIn': 'x' };
    const withWinch = { ...job, vehicle: { ...job.vehicle, accessories } };
    expect(places(typed(entries, withWinch))).toEqual(['vehicle.accessories.winch.massKg']);
    expect(places(typed(entries, { ...job, vehicle: { ...job.vehicle, accessories: [] } }))).toEqual([]);
  });
  it.each(['nowhere.at.all', 'brief.nothing', 'unread.entries', '', 'constructor'])(
    'under a place that no job has (%p) is void',
    (place) => {
      expect(unreadableIn(typed({ [place]: 'x' }))).toEqual([]);
    },
  );
  it('of the tape is no corner that is taped: not readable, or longer than a tape shows there', () => {
    const tape = (leftFront: string, readFrom: 'hub' | 'ground' = 'hub') =>
      places(withTape(job, { readFrom, corners: { ...roundToday(job.tape).corners, leftFront } }));
    expect(tape('31 5/')).toEqual(['tape.rounds.before.corners.leftFront']);
    expect(tape('1500 mm')).toEqual(['tape.rounds.before.corners.leftFront']);
    expect(tape('1500 mm', 'ground')).toEqual([]);
    expect(tape('  ')).toEqual([]);
  });
  it('may be any size that is written, but not one whose tyre was taken from the list', () => {
    const tire = (change: Partial<JobSections['tire']>) =>
      places({ ...job, tire: { ...job.tire, tireCode: null, targetSize: '', ...change } });
    const rear = {
      ...{ tireCode: null, wheelCode: null },
      wheelWidthIn: null,
      wheelOffsetMm: null,
      loadIndex: null,
    };
    expect(tire({ targetSize: '285/7OR17' })).toEqual(['tire.targetSize']);
    expect(tire({ targetSize: '285/7OR17', tireCode: 'CT-L285' })).toEqual([]);
    expect(tire({ currentSize: 'worn' })).toEqual(['tire.currentSize']);
    expect(tire({ rear: { ...rear, size: 'big' } })).toEqual(['tire.rear.size']);
    expect(tire({ rear: { ...rear, tireCode: 'CT-L285', size: 'big' } })).toEqual([]);
    expect(tire({ currentRear: { size: 'big', wheelWidthIn: null, wheelOffsetMm: null } })).toEqual([
      'tire.currentRear.size',
    ]);
    expect(tire({ candidates: [{ id: 'a', size: 'big', tireCode: null }] })).toEqual([
      'tire.candidates.a.size',
    ]);
    expect(tire({ candidates: [{ id: 'a', size: 'big', tireCode: 'CT-L285' }] })).toEqual([]);
  });
  it('is lacking where it is worked on: a stage under Brief, a count under Match', () => {
    const [item] = job.build.items;
    const entries = { 'head.promiseDate': 'soonish', [`build.items.${item!.id}.quantity`]: 'two' };
    expect(lacksOf(typed(entries), catalogue).map((l) => [l.section, l.code])).toEqual([
      ['brief', 'unreadable'],
      ['match', 'unreadable'],
    ]);
  });
});

import {
  assess,
  OBSTACLE_KINDS,
  rubStudy,
  finish,
  studiedTire,
  afterBuild,
  type Relief,
  type RubCure,
  type RubStudy,
} from '@rigger/core';
import { catalogue, demoJob, demoJobs, settings } from '@rigger/core/testing/demo-world';
import {
  clearanceTail,
  cureText,
  gearingHeadline,
  OBSTACLE_WORDS,
  rubHeadline,
  sideBySideSentence,
  studyFaultText,
  missText,
  type Style,
} from '.';

const MM: Style = { length: 'mm', currency: 'mk' };
const IN: Style = { length: 'in', currency: 'mk' };
const BROKEN = /undefined|null|NaN|\[object|Infinity|\{|\}| {2}/;

const studyOf = (name: string, axle: 'front' | 'rear', change: object = {}): RubStudy => {
  const job = demoJob(name);
  const a = assess(job, catalogue, settings);
  const r = finish(
    rubStudy({
      vehicle: a.vehicle!,
      axle,
      brief: { ...job.brief, ...change },
      accessories: job.vehicle.accessories,
      fitted: a.fitted,
      planned: afterBuild(a.fitted, a.chosen),
      reliefs: [],
      catalogue,
      tire: studiedTire(a.tires.check![axle].target, '285s'),
    }),
  );
  if (!r.ok) throw new Error(JSON.stringify(r.fault));
  return r.value;
};
const hut = studyOf('hut-warden', 'front');
const dry = studyOf('hut-warden', 'front', { chains: false });

describe('the sentence over a rub map', () => {
  it('names what is too near, by how much, where, and what more lift would not change', () => {
    const { sentence, consequence } = rubHeadline(hut, MM);
    expect(sentence).toMatch(/^285s: the front .+ clears by \d+ mm .+, 25 mm wanted/);
    expect(consequence).toContain('To the solid stop');
    expect(rubHeadline(hut, IN).sentence).toContain(' in');
  });
  it('says that it clears, with the lift and what is nearest', () => {
    expect(rubHeadline(dry, MM).sentence).toMatch(
      /^285s clears front with 46 mm of lift; nearest is the .+ mm /,
    );
    expect(rubHeadline(dry, MM).consequence).toContain('10 mm kept');
  });
  it('a rub, one obstacle alone, and a tyre no lift clears each have their words', () => {
    const worst = hut.obstacles[0]!;
    const alone: RubStudy = {
      ...hut,
      obstacles: [
        { ...worst, used: { ...worst.used, clearanceMm: -4 } },
        ...hut.obstacles.filter((o) => o.verdict === 'clear'),
      ],
      lifts: hut.lifts.map((l) => ({ ...l, liftMm: null, obstacle: 'liner' as const })),
    };
    expect(rubHeadline(alone, MM).sentence).toMatch(/rubs by 4 mm .+[a-z]\.$/);
    expect(rubHeadline(alone, MM).consequence).toContain('No lift clears it (liner)');
    expect(rubHeadline({ ...hut, lifts: [] }, MM).consequence).not.toMatch(BROKEN);
  });
  it('no word of it is broken, on any demo job and either axle', () => {
    for (const s of [hut, dry, studyOf('peat-crew', 'rear'), studyOf('farm-vet', 'front')]) {
      for (const style of [MM, IN]) {
        const { sentence, consequence } = rubHeadline(s, style);
        expect(`${sentence} ${consequence}`).not.toMatch(BROKEN);
        for (const o of s.obstacles) for (const c of o.cures) expect(cureText(c, style)).not.toMatch(BROKEN);
      }
    }
  });
});

it('every obstacle has its name, and a miss and a rub are told apart', () => {
  expect(Object.keys(OBSTACLE_WORDS).sort()).toEqual([...OBSTACLE_KINDS].sort());
  expect(missText(12, MM)).toBe('clears by 12 mm');
  expect(missText(-3, MM)).toBe('rubs by 3 mm');
});

describe('cures', () => {
  const relief = (code: string): Relief => catalogue.reliefs.find((r) => r.code === code)!;
  it.each<[RubCure, RegExp]>([
    [
      { by: 'relief', relief: relief('trim-flap'), afterMm: 22 },
      /^Trim the mud flaps: clears by 22 mm, 10 min, permanent$/,
    ],
    [
      { by: 'relief', relief: relief('air-dam-off'), afterMm: Infinity },
      /nothing left to touch, 10 min, reversible$/,
    ],
    [{ by: 'relief', relief: relief('fold-seam'), afterMm: 3 }, /40 min, 15\smk, permanent$/],
    [{ by: 'lift', moreMm: 12 }, /^12 mm more lift$/],
    [{ by: 'lift', moreMm: 0.2 }, /^1 mm more lift$/],
    [{ by: 'bump-stop', lowerMm: 20 }, /^bump stop 20 mm earlier$/],
    [{ by: 'bump-stop', lowerMm: 20.1 }, /^bump stop 21 mm earlier$/],
    [{ by: 'steering-stop', lessShare: 0.08 }, /^8 % less lock$/],
    [{ by: 'steering-stop', lessShare: 0.002 }, /^1 % less lock$/],
    [{ by: 'offset', changeMm: -14 }, /14 mm further out \(offset −14 mm\)/],
    [{ by: 'offset', changeMm: 6 }, /6 mm further in \(offset \+6 mm\)/],
    [{ by: 'offset', changeMm: 0.4 }, /1 mm further in/],
    [{ by: 'narrower', sectionMm: 266.7 }, /^a section of 266 mm or less$/],
    [{ by: 'smaller', diameterMm: 827.9 }, /^a diameter of 827 mm or less$/],
  ])('%j', (cure, words) => {
    expect(cureText(cure, MM)).toMatch(words);
  });
});

describe('sizes side by side', () => {
  const one = (label: string, clears: boolean | null, leastLiftMm: number | null = null) => ({
    label,
    clears,
    leastLiftMm,
  });
  it('groups those that clear, that need lift, that need more, that are not known yet', () => {
    expect(
      sideBySideSentence(
        [
          one('265/70R17 115T', true),
          one('275/70R17', false, 31),
          one('35x12.50R17', false),
          one('33x12.50R17', null),
        ],
        MM,
      ),
    ).toBe(
      '265/70R17 clears with this plan; 275/70R17 needs 31 mm of lift; 35x12.50R17 needs reliefs or another wheel; 33x12.50R17 is being looked at.',
    );
  });
  it('lists several of a kind, and says nothing of none', () => {
    expect(sideBySideSentence([one('A', true), one('B', true), one('C', true)], MM)).toBe(
      'A, B and C clear with this plan.',
    );
    expect(sideBySideSentence([], MM)).toBe('');
  });
  it('the tail of the tyre’s sentence follows the clearance of both axles', () => {
    for (const name of demoJobs) {
      const a = assess(demoJob(name), catalogue, settings);
      const tail = clearanceTail(a, MM);
      expect(tail).not.toMatch(BROKEN);
      const open = [a.clearance.front, a.clearance.rear].some((c) => c && !c.clears);
      expect(tail.startsWith('; it clears')).toBe(!open && a.clearance.front !== null);
    }
  });
});

describe('gearing', () => {
  const of = (change: object, style: Style = MM) => {
    const job = demoJob('hut-warden');
    return gearingHeadline(
      assess({ ...job, tire: { ...job.tire, ...change } }, catalogue, settings).gearing,
      style,
    );
  };
  it('tells engine speeds and the ratio that restores', () => {
    expect(of({ axleRatio: 3.42 }).sentence).toMatch(/turns 1373 instead of 1425 rpm with 3\.42 axles/);
    expect(of({ axleRatio: 3.42 }).sentence).toMatch(/^At 90 km\/h/);
    expect(of({ axleRatio: 3.42 }, { ...MM, length: 'in' }).sentence).toMatch(/^At 56 mph/);
    expect(of({ axleRatio: 3.42 }).consequence).toMatch(/so it stays\.$/);
    expect(of({ axleRatio: 3.42, targetSize: '37x12.50R17', tireCode: null }).consequence).toMatch(
      /4\.10 is the nearest listed\.$/,
    );
  });
  it('asks for the ratio, and for a tyre', () => {
    expect(of({ axleRatio: null }).consequence).toContain('Read it off the plate');
    expect(of({ targetSize: '', tireCode: null }).sentence).toContain('Choose vehicle and tyre first');
  });
});

it('a plan without a pose says which member ends it', () => {
  expect(
    studyFaultText(
      { code: 'no-balance-in-reach', direction: 'droop', member: 'upper arm', lastZMm: -96 },
      MM,
    ),
  ).toContain('upper arm');
  expect(studyFaultText({ code: 'out-of-reach', member: 'strut', zMm: -300, lastZMm: null }, MM)).toContain(
    'strut',
  );
});

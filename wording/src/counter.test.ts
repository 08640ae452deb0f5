import { type Asked, type PlanPoint } from '@rigger/core';
import { counterHeadline, FAR_OFF_MM, plansHeadline } from '.';

const MM = { length: 'mm', currency: 'mk' } as const;
const plan = (of: { needs?: number; missMm?: number; reliefs?: number } = {}): PlanPoint => ({
  name: 'TL-2838',
  parts: ['TL-2838'],
  items: [],
  reliefs: Array.from({ length: of.reliefs ?? 0 }, () => ({ axle: 'front', obstacle: 'flap', relief: 'x' })),
  tire: { tireCode: null, wheelCode: null },
  family: 'keep-springs',
  needs: { no: 0, needs: of.needs ?? 0, ask: 1, advised: 0 },
  missMm: of.missMm ?? 0,
  unwishedMoveMm: 0,
  days: 0,
  drivabilityPenalty: 0,
  provenanceRank: 0,
  irreversibleCount: 0,
  rakeMm: 0,
  rakeLoadedMm: 0,
  totalMinor: 100,
  times: { personMinutes: 60, bayMinutes: 40, rackMinutes: 0 },
});
const HEIGHT: Asked = { kind: 'height', said: '+50', mm: 50 };
const TIRE: Asked = { kind: 'tire', said: '33s', size: '285/70R17', diameterMm: 831 };
const said = (
  asked: Asked,
  best: PlanPoint | null,
  more: Partial<Parameters<typeof counterHeadline>[0]> = {},
) =>
  counterHeadline(
    {
      asked,
      best,
      complete: true,
      standsOpen: 1,
      lift: { front: 48, rear: 2 },
      smaller: null,
      assumed: null,
      questions: [],
      ...more,
    },
    MM,
  );
const plain = (text: string) => text.replaceAll('\u00A0', ' ');
const NOTHING = { lift: { front: 0, rear: 0 } };

it.each([
  ['what it takes', said(HEIGHT, plan()), '+50 mm takes 48 mm in front.'],
  ['nearly what is wanted', said(HEIGHT, plan({ missMm: FAR_OFF_MM - 1 })), '+50 mm takes 48 mm in front.'],
  [
    'not what is wanted',
    said(HEIGHT, plan({ missMm: FAR_OFF_MM })),
    '+50 mm is not reached: the nearest plan gives 48 mm in front.',
  ],
  [
    'nothing that raises, by now',
    said(HEIGHT, plan({ missMm: 100 }), { ...NOTHING, complete: false }),
    '+50 mm is not reached: the nearest plan so far raises nothing.',
  ],
  [
    'something open',
    said(TIRE, plan({ needs: 2 }), { smaller: '265/70R17' }),
    '285/70R17: the nearest plan still leaves 2 things open; 265/70R17 goes on as it stands.',
  ],
  [
    'something open, by now',
    said(TIRE, plan({ needs: 1 }), { complete: false }),
    '285/70R17: the nearest plan so far still leaves 1 thing open.',
  ],
  ['cut for', said(TIRE, plan({ reliefs: 2 }), NOTHING), '285/70R17 takes 2 trimmings.'],
  ['a tyre as it stands', said(TIRE, plan(), { standsOpen: 0 }), '285/70R17 goes on as it stands.'],
  ['nothing at all', said(TIRE, null), '285/70R17: no plan was found.'],
])('on the telephone: %s', (_, { sentence }, says) => {
  expect(plain(sentence)).toBe(says);
});
it('says that it still looks, and no longer when it has looked at everything', () => {
  expect(said(HEIGHT, plan(), { complete: false }).consequence).toContain('Still looking');
  expect(said(HEIGHT, plan()).consequence).not.toContain('Still looking');
});
it('what "no better one" was compared by is said, each column by name, once nothing is left to look at', () => {
  const told = {
    shown: [{ ...plan(), special: ['closest'] as const, losesBy: null }],
    all: [plan()],
    tried: 3,
    pruned: 2,
    pairs: 5,
    boundMinor: null,
  };
  const done = plansHeadline({ ...told, complete: true, left: 0 }, false, MM);
  expect(done.sentence).toContain('no better one exists in this catalogue');
  for (const name of [
    'money with tax',
    'person time',
    'how it drives',
    'the stance',
    'what cannot be undone',
  ])
    expect(done.consequence).toContain(name);
  const still = plansHeadline({ ...told, complete: false, left: 2, boundMinor: 100 }, true, MM);
  expect(still.sentence).toContain('still looking');
  expect(still.consequence).not.toContain('Compared by');
});

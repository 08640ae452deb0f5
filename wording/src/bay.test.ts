import type { DeliveryStage, LeftOpen } from '@rigger/core';
import { allTheSameText, stageText } from './bay';

const MM = { length: 'mm', currency: 'mk' } as const;
const IN = { length: 'in', currency: 'mk' } as const;
const visit: DeliveryStage = {
  day: '2026-11-30',
  fits: ['A'],
  waits: ['B'],
  minutes: 190,
  stands: { front: 40, rear: 0 },
  allTheSame: null,
};
const name = (code: string) => ({ A: 'front spacers', B: 'rear blocks' })[code] ?? code;

describe('a visit', () => {
  it('says from when, what is fitted, how long it takes and how it stands after it', () => {
    expect(stageText(visit, MM, name)).toMatch(
      /^From .*30.*: front spacers\. 3 h 10 person time\. Rolls and drives after it, stands 40 mm front, 0 mm rear over today\.$/,
    );
    expect(stageText(visit, IN, name)).toContain('stands 1 9/16 in front');
    expect(stageText({ ...visit, day: null }, MM, name)).toMatch(/^Once the last box has a day: /);
    expect(stageText({ ...visit, fits: [] }, MM, name)).toContain('nothing can be fitted');
    expect(stageText({ ...visit, stands: { front: null, rear: 0 } }, MM, name)).toContain('height not known');
  });
  it('of what waits says whether it could be moved with that on it: never that it drives', () => {
    const open: LeftOpen = { because: [], rolls: true, minutes: 300, stands: { front: 40, rear: 25 } };
    expect(allTheSameText(open, MM)).toBe(
      'Fitted all the same (5 h 00 person time) it rolls in the yard, stands 40 mm front, 25 mm rear over today, and does not drive:',
    );
    expect(allTheSameText({ ...open, rolls: false }, MM)).toContain('is neither driven nor moved:');
  });
});

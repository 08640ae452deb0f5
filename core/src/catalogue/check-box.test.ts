import { boxLacks, checkCatalogue, doesNothing, drivenAxles, isReversible, type Part } from '..';
import { catalogue, partOf, platformOf } from '../testing/demo-world';

describe('a part’s record against itself', () => {
  const relocation = partOf('HF-8004');
  const without = (p: Part, words: RegExp): Part => ({
    ...p,
    box: { ...p.box!, pieces: p.box!.pieces.filter((x) => !words.test(x.name)) },
  });
  it('an effect moves what the box holds and nothing else', () => {
    expect(boxLacks(relocation)).toEqual([]);
    expect(boxLacks(without(relocation, /pitman/))).toEqual([
      'a drop pitman arm or a drag-link bracket, or an effect without it',
    ]);
    expect(boxLacks(without(relocation, /damper/))).toEqual(['damper brackets, or an effect without it']);
    expect(boxLacks(without(partOf('KA-401'), /./))).toEqual([
      'a hose, lead, cable or bracket, or an effect without it',
    ]);
  });
  it('a name counts what is in the box', () => {
    const hoses = partOf('KA-520');
    expect(boxLacks({ ...hoses, name: 'Brake hoses, four' })).toEqual([
      '4 pieces, as its name says; the box holds 2',
    ]);
    const sister = partOf('SD-9260');
    expect(boxLacks(sister)).toEqual([]);
    expect(boxLacks(without(sister, /damper/))).toContain('the dampers of its name');
  });
  it('is found when a catalogue is read, with what to write; the demo world has none', () => {
    const parts = [without(relocation, /pitman/)];
    const faults = checkCatalogue({ ...catalogue, parts: [...catalogue.parts.slice(1), ...parts] });
    expect(faults.filter((f) => f.code === 'box-lacks')).toEqual([
      expect.objectContaining({ among: expect.stringContaining('drop pitman arm') }),
    ]);
    expect(
      checkCatalogue(catalogue).filter((f) => ['box-lacks', 'acts-on-nothing'].includes(f.code)),
    ).toEqual([]);
  });
  it('an application on which a part finds nothing to act on is found too', () => {
    const bracket = partOf('KA-455O');
    const on = (platform: string): Part => ({
      ...bracket,
      code: 'X',
      applications: [{ ...bracket.applications[0]!, platform }],
    });
    expect(doesNothing(bracket, platformOf('mettrick-cairn'), null)).toBe('no-such-line');
    const faults = checkCatalogue({ ...catalogue, parts: [...catalogue.parts, on('mettrick-cairn')] });
    expect(faults.filter((f) => f.code === 'acts-on-nothing')).toHaveLength(1);
  });
  it('what nothing drives has no use for what drives', () => {
    const ratio = catalogue.parts.find((p) => p.family === 'axle-ratio')!;
    const courser = platformOf('sarnby-courser');
    const driven = drivenAxles({ platform: courser, year: 2020, variant: { drive: 'fwd' } });
    expect(doesNothing({ ...ratio, axle: 'rear' }, courser, driven)).toBe('not-driven');
    expect(doesNothing({ ...ratio, axle: 'front' }, courser, driven)).toBeNull();
  });
  it('what can be undone follows from the work: a part that is drilled for stays, whatever its record says', () => {
    const plain = partOf('TL-2810');
    expect(isReversible(plain, catalogue)).toBe(true);
    const drilled: Part = {
      ...plain,
      box: { ...plain.box!, oneWay: [{ act: 'drill', where: 'tower' }] },
    };
    expect(isReversible(drilled, catalogue)).toBe(false);
    const painted: Part = { ...plain, box: { ...plain.box!, oneWay: [{ act: 'paint', where: 'itself' }] } };
    expect(isReversible(painted, catalogue)).toBe(true);
    for (const p of catalogue.parts.filter((x) => x.family === 'body-lift'))
      expect(isReversible({ ...p, reversible: true }, catalogue)).toBe(false);
  });
});

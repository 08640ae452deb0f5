import { findVehicles, readVariant, soundsLike } from '..';
import { catalogue, platformOf } from '../testing/demo-world';

describe('the finder takes what the customer says', () => {
  const best = (text: string) => findVehicles(text, catalogue.platforms)[0];
  it.each([
    ['halder 2021 crew diesel', 'corvane-halder', 2021, { cab: 'crew', engine: 'diesel' }],
    ['diesel crew Corvane halder', 'corvane-halder', null, { cab: 'crew', engine: 'diesel' }],
    ['haldr 2020', 'corvane-halder', 2020, {}],
    ['FELL soft', 'mettrick-fell', null, { top: 'soft' }],
    ['sarnby 2019 awd', 'sarnby-courser', 2019, { drive: 'awd' }],
  ])('%s', (text, platform, year, variant) => {
    expect(best(text)).toMatchObject({ platform: { code: platform }, year, variant });
  });
  it('a year the platform was not made in rules it out, and nothing is guessed from noise', () => {
    expect(best('halder 1999')).toBeUndefined();
    expect(best('zzz')).toBeUndefined();
    expect(best('')).toBeUndefined();
  });
  it('a name that is also in a label still names the vehicle', () => {
    const [first] = findVehicles('mettrick fell', catalogue.platforms);
    expect(first!.platform.code).toMatch(/^mettrick-fell/);
    expect(first!.score).toBeGreaterThan(findVehicles('mettrick', catalogue.platforms)[0]!.score);
  });
  it('keeps the words it could not use, so that they can be shown', () => {
    expect(best('halder purple')!.unread).toEqual(['purple']);
  });
});

describe('the finder, at its edges', () => {
  const codes = (text: string) => findVehicles(text, catalogue.platforms).map((c) => c.platform.code);
  it('forgives one slip in a longer word, and none in a short one', () => {
    for (const slip of ['haldre', 'halde', 'hadler', 'haldder', 'jalder'])
      expect([slip, codes(slip).includes('corvane-halder')]).toEqual([
        slip,
        slip !== 'haldre' && slip !== 'hadler',
      ]);
    expect(codes('hal')).toContain('corvane-halder');
    expect(codes('ha')).toEqual([]);
    expect(codes('fel')).toContain('mettrick-fell');
    expect(codes('fll')).not.toContain('mettrick-fell');
    expect(codes('haxxer')).toEqual([]);
  });
  it('takes a year only as four figures of one of the two centuries, at both ends of the range', () => {
    const [from, to] = platformOf('corvane-halder').years;
    const year = (text: string) => findVehicles(`corvane halder ${text}`, [platformOf('corvane-halder')])[0];
    expect(year(String(from))!.year).toBe(from);
    expect(year(String(to))!.year).toBe(to);
    expect(year(String(from - 1))).toBeUndefined();
    expect(year(String(to + 1))).toBeUndefined();
    expect(year('20211')!.year).toBeNull();
    expect(year('12021')!.year).toBeNull();
    expect(year('20211')!.unread).toEqual(['20211']);
  });
  it('puts the better match first, words without a meaning count against it, ties by code', () => {
    const scores = findVehicles('mettrick', catalogue.platforms);
    expect(scores.length).toBeGreaterThan(2);
    expect(scores.map((c) => c.platform.code)).toEqual([...scores.map((c) => c.platform.code)].sort());
    const score = (text: string) => findVehicles(text, [platformOf('corvane-halder')])[0]?.score ?? 0;
    expect(score('halder')).toBe(3);
    expect(score('corvane halder')).toBe(6);
    expect(score('halder purple')).toBe(2.5);
    expect(score('halder purple green')).toBe(2);
    expect(score('hald')).toBe(2);
    expect(score('halder crew')).toBeGreaterThan(3);
    expect(codes('halder purple green blue pink white brown')).toEqual([]);
    expect(codes('   ')).toEqual([]);
    expect(codes('corvane')[0]).toMatch(/^corvane/);
  });
});
describe('what is denied is never stored as said', () => {
  const said = catalogue.platforms.flatMap((platform) =>
    platform.variantFields.flatMap((field) =>
      field.options.flatMap((option) => option.aliases.map((word) => ({ platform, field, option, word }))),
    ),
  );
  // the same words in the same field read the same on every vehicle
  const spoken = [
    ...new Map(said.map((x) => [JSON.stringify([x.field.options, x.option.value, x.word]), x])).values(),
  ];
  /** "standard" is a damper and a leaf pack: by itself it settles neither */
  const twice = (x: (typeof spoken)[number]) =>
    spoken.some((y) => y.platform === x.platform && y.field !== x.field && y.word === x.word);
  const DENIALS: readonly ((w: string) => string)[] = [
    (w) => `no ${w}`,
    (w) => `not ${w}`,
    (w) => `non-${w}`,
    (w) => `without ${w}`,
    (w) => `w/o ${w}`,
    (w) => `no factory ${w}`,
    (w) => `doesn't have ${w}`,
    (w) => `it isn’t the ${w} one`,
    (w) => `has no ${w}`,
    (w) => `never had ${w}`,
    (w) => `${w}: no`,
    (w) => `${w}, not fitted`,
    (w) => `${w} removed`,
    (w) => `${w} is missing`,
    (w) => `NOT ${w.toUpperCase()}`,
    (w) => `neither ${w}`,
    (w) => `lacks the ${w}`,
    (w) => `not sure about ${w}`,
    (w) => `${w}?`,
    (w) => `maybe ${w}`,
    (w) => `no idea if ${w}`,
    (w) => `no lift ${w}`,
  ];
  it('every variant word of every platform × every way to deny or doubt it', () => {
    expect(spoken.length).toBeGreaterThan(60);
    for (const { platform, field, option, word } of spoken) {
      for (const deny of DENIALS) {
        const { variant } = readVariant(deny(word), platform.variantFields, soundsLike);
        expect([deny(word), variant[field.key]]).not.toEqual([deny(word), option.value]);
      }
      // and the same with the name of the vehicle before it
      const [deny] = DENIALS;
      const text = `${platform.make} ${platform.model} ${deny!(word)}`;
      expect([text, findVehicles(text, [platform])[0]?.variant[field.key]]).not.toEqual([text, option.value]);
    }
  });
  it('a plain word is still taken, with a full stop, in capitals, or in the middle of others', () => {
    for (const { platform, field, option, word } of spoken.filter((x) => !twice(x)))
      for (const text of [word, word.toUpperCase(), `${word}.`, `with ${word}`, `zzz ${word} qqq`]) {
        const read = findVehicles(`${platform.make}, ${platform.model}; ${text}`, [platform])[0];
        expect([platform.code, text, read?.variant[field.key]]).toEqual([platform.code, text, option.value]);
      }
  });
  it('a word of two fields leaves both to ask', () => {
    const both = spoken.filter(twice);
    expect(both.length).toBeGreaterThan(0);
    for (const { platform, field, word } of both)
      expect(findVehicles(`${platform.model} ${word}`, [platform])[0]!.unsure).toContain(field.key);
  });
  const fell = (text: string) => findVehicles(`fell ${text}`, [platformOf('mettrick-fell')])[0]!;
  it.each([
    ['no tow pack', { 'tow-pack': 'no' }],
    ['without tow pack', { 'tow-pack': 'no' }],
    ['no tow', { 'tow-pack': 'no' }],
    ['tow pack: no', { 'tow-pack': 'no' }],
    ['no hard top', { top: 'soft' }],
    ['not late hubs', { hubs: 'early' }],
    ['no tow pack, hard top', { 'tow-pack': 'no', top: 'hard' }],
    ['no tow pack but hard top', { 'tow-pack': 'no', top: 'hard' }],
    ['heavy engine no tow pack soft top', { engine: 'heavy', 'tow-pack': 'no', top: 'soft' }],
    ['no tow pack or hard top', { 'tow-pack': 'no', top: 'soft' }],
    ['early, not late hubs', { hubs: 'early' }],
    ['tow pack', { 'tow-pack': 'yes' }],
  ])('%s', (text, variant) => {
    expect(fell(text)).toMatchObject({ variant, unsure: [] });
  });
  it.each([
    ['not without tow pack', 'tow-pack'],
    ['tow pack no hard top', 'tow-pack'],
    ['hard top or soft top', 'top'],
    ['tow pack?', 'tow-pack'],
    ['late hubs, not sure', 'hubs'],
    ['no tow pack and hard top', 'top'],
    ['neither early nor late', 'hubs'],
  ])('%s: can be read two ways, so %s stays open', (text, field) => {
    expect(fell(text).variant[field]).toBeUndefined();
    expect(fell(text).unsure).toContain(field);
  });
});

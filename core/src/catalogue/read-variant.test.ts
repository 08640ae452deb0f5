import { readVariant, wordsOf, type VariantField } from '..';

const option = (value: string, ...aliases: string[]) => ({ value, label: value, aliases });
const FIELDS: readonly VariantField[] = [
  {
    key: 'tow',
    question: 'Factory tow pack?',
    howToTell: '',
    options: [option('yes', 'tow', 'towpack'), option('no', 'notow')],
  },
  {
    key: 'engine',
    question: 'Which engine?',
    howToTell: '',
    options: [option('petrol', 'petrol'), option('diesel', 'diesel', '3.0')],
  },
  {
    key: 'cab',
    question: 'Which cab?',
    howToTell: '',
    options: [option('crew', 'crew', 'double'), option('king', 'king'), option('single', 'single', 'double')],
  },
];
const exact = (word: string, name: string) => (word === name ? 3 : 0);
const said = (text: string) => {
  const { variant, unsure } = readVariant(text, FIELDS, exact);
  return [...Object.entries(variant).map(([k, v]) => `${k}=${v}`), ...unsure.map((k) => `${k}?`)].join(' ');
};

describe('what a text says about a variant', () => {
  it.each([
    // an option's name says it, a denial turns it round, and what is left of two is the other one
    ['diesel, tow', 'tow=yes engine=diesel'],
    ['no tow', 'tow=no'],
    ['not diesel', 'engine=petrol'],
    ['not a crew', 'cab?'],
    ['not crew, not king', 'cab=single'],
    // what a denial reaches over, and what ends it
    ['no factory tow, diesel', 'tow=no engine=diesel'],
    ['no tow but diesel', 'tow=no engine=diesel'],
    ['no tow diesel', 'tow=no engine=diesel'],
    ['not crew or king', 'cab=single'],
    ['not crew and king', 'cab?'],
    ['no rusty tow', 'tow?'],
    // a denial with nothing after it denies what stands before it
    ['tow: none', 'tow=no'],
    ['tow, not fitted', 'tow=no'],
    ['diesel tow no', 'tow=no engine=diesel'],
    ['w/o tow', 'tow=no'],
    ['hasn’t tow', 'tow=no'],
    // two in a row, a doubt, a question, a name of two things
    ['not no tow', 'tow?'],
    ['maybe tow', 'tow?'],
    ['not sure tow', 'tow?'],
    ['tow?', 'tow?'],
    ['diesel? tow', 'tow=yes engine?'],
    ['tow, no tow', 'tow?'],
    ['petrol, diesel', 'engine?'],
    ['double', 'cab=crew'],
    ['', ''],
    ['purple', ''],
  ])('%s → %s', (text, means) => {
    expect(said(text)).toBe(means);
  });
  it('a word that names options of two fields settles neither', () => {
    const two = [
      FIELDS[1]!,
      { ...FIELDS[2]!, options: [option('crew', 'crew', 'diesel'), option('king', 'king')] },
    ];
    const { variant, unsure } = readVariant('diesel', two, exact);
    expect([variant, unsure]).toEqual([{}, ['engine', 'cab']]);
  });
  it('knows which words it has read, and how well', () => {
    const r = readVariant('purple 3.0 tow pack', FIELDS, exact);
    expect([...r.read]).toEqual([1, 2, 3]);
    expect(r.score).toBe(3);
    expect(readVariant('no tow', FIELDS, exact).read.has(0)).toBe(true);
    expect(readVariant('maybe tow', FIELDS, exact).read.has(0)).toBe(true);
  });
});
describe('words of a text', () => {
  it('end their clause at a comma, a stop, a bracket or a line, and remember a question', () => {
    expect(wordsOf('3.0 diesel, tow? (crew)\nking!')).toEqual([
      { text: '3.0', ends: false, asked: false },
      { text: 'diesel', ends: true, asked: false },
      { text: 'tow', ends: true, asked: true },
      { text: 'crew', ends: true, asked: false },
      { text: 'king', ends: true, asked: false },
    ]);
    expect(wordsOf('W / O tow').map((w) => w.text)).toEqual(['without', 'tow']);
    expect(wordsOf('10.25 in').map((w) => w.text)).toEqual(['10.25', 'in']);
    expect(wordsOf(', ;')).toEqual([]);
  });
});

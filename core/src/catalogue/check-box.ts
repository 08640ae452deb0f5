import type { PartEffect, Part } from './part';

/** What a box must hold for an effect: words of which a piece's name has one, and what to write where none has. */
interface Holds {
  readonly pieces: RegExp;
  readonly write: string;
}
const HOLDS: Readonly<Partial<Record<PartEffect['kind'], Holds>>> = {
  hose: { pieces: /hose|bracket|lead|cable|clip/, write: 'a hose, lead, cable or bracket' },
  'top-spacer': { pieces: /spacer|puck|plate|mount|ring|collar|strut/, write: 'a spacer' },
  'coil-spacer': { pieces: /spacer|ring|collar|puck|cup|coil|block/, write: 'a spacer or block' },
  'preload-spacer': { pieces: /spacer|collar|ring|perch|key|strut|nut|spring/, write: 'a collar or spacer' },
  'lift-block': { pieces: /block|wedge|perch|flip|bracket/, write: 'a block or wedge' },
  spring: { pieces: /spring|coil|strut|pack|leaf|torsion/, write: 'a spring' },
  'add-a-leaf': { pieces: /leaf/, write: 'a leaf' },
  shackle: { pieces: /shackle|hanger/, write: 'a shackle' },
  'damper-length': { pieces: /damper|strut|extender|bracket/, write: 'a damper or bracket' },
  damper: { pieces: /damper|strut|extender/, write: 'a damper' },
  'bar-link': { pieces: /link/, write: 'a bar link' },
  'bar-mount': { pieces: /bracket|spacer|drop/, write: 'a bracket' },
  adjustable: { pieces: /bar|link|rod/, write: 'the bar or link' },
  'link-length': { pieces: /link|bar|arm|rod/, write: 'the link' },
  'bump-stop': { pieces: /stop|extension/, write: 'a stop' },
  'body-lift': { pieces: /puck|block|spacer/, write: 'a puck' },
  'wheel-spacer': { pieces: /spacer|adapter/, write: 'a spacer' },
  'subframe-drop': { pieces: /spacer|sleeve|bush|block/, write: 'a spacer' },
  'differential-drop': { pieces: /bracket|spacer|mount/, write: 'a bracket or spacer' },
  spindle: { pieces: /spindle|knuckle|arm/, write: 'a spindle' },
  'caster-bush': { pieces: /bush/, write: 'a bush' },
  'upper-arm-joint': { pieces: /arm/, write: 'an arm' },
};
/** What each thing that a relocation set lowers needs in the box. */
const LOWERED = {
  springs: { pieces: /spring|seat|coil/, write: 'a spring-seat bracket' },
  links: { pieces: /link/, write: 'link brackets' },
  'track-bar': { pieces: /track/, write: 'a track-bar bracket' },
  'drag-link': { pieces: /pitman|drag/, write: 'a drop pitman arm or a drag-link bracket' },
  dampers: { pieces: /damper/, write: 'damper brackets' },
  stops: { pieces: /stop/, write: 'bump-stop brackets' },
} as const;
const POINTS = [
  { point: /^dragBody/, pieces: /pitman|drag/, write: 'a pitman arm' },
  { point: /^dragAxle/, pieces: /bracket|drag|knuckle/, write: 'a bracket at the knuckle' },
  { point: /^trackBar/, pieces: /bracket/, write: 'a track-bar bracket' },
] as const;
const NUMBERS: Readonly<Record<string, number>> = { two: 2, three: 3, four: 4, six: 6, eight: 8 };
/** What a name says is in the box, by the words for it. */
const NAMED = [
  { word: /\bsprings?\b|\bcoils?\b/, pieces: /spring|coil|strut/, write: 'the springs of its name' },
  { word: /\band dampers?\b/, pieces: /damper/, write: 'the dampers of its name' },
] as const;

/** What a part's record says of itself that does not agree, as what its box would have to hold: an effect moves what is in the box and
 *  nothing else, and a name counts what is in it. Empty where nobody has opened a box of it.
 *  @example boxLacks({ name: 'Brake hoses, four', effects: [{ kind: 'hose', what: 'brake-hose', gainMm: 60 }], box: { pieces: [{ name: 'hose', count: 2, orientation: '' }], hardware: [], atTheBench: [], oneWay: [], longer: [], difficulty: 1, people: 1 } }) // ["4 pieces, as its name says; the box holds 2"] */
export function boxLacks({ name, effects, box }: Pick<Part, 'name' | 'effects' | 'box'>): readonly string[] {
  if (!box) return [];
  const pieces = box.pieces.map((p) => p.name.toLowerCase());
  const holds = (words: RegExp) => pieces.some((p) => words.test(p));
  const lacks = effects.flatMap((e): readonly Holds[] => {
    if (e.kind === 'relocation') return e.moves.map((m) => LOWERED[m]);
    if (e.kind === 'move-point') return POINTS.filter((p) => p.point.test(e.point));
    const one = HOLDS[e.kind];
    return one ? [one] : [];
  });
  const said = name.toLowerCase();
  const counted = Object.entries(NUMBERS).find(([word]) => new RegExp(`\\b${word}\\b`).test(said));
  const count = box.pieces.reduce((sum, p) => sum + p.count, 0);
  const both = NAMED.every((n) => n.word.test(said));
  return [
    ...new Set([
      ...lacks.filter((h) => !holds(h.pieces)).map((h) => `${h.write}, or an effect without it`),
      ...(both ? NAMED.filter((n) => !holds(n.pieces)).map((n) => n.write) : []),
      ...(counted && count < counted[1]
        ? [`${counted[1]} pieces, as its name says; the box holds ${count}`]
        : []),
    ]),
  ];
}

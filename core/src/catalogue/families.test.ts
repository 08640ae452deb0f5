import { FAMILIES, LIFT_SOURCES, PART_FAMILIES, type Family, type PartFamily } from '..';

const those = (which: (f: Family, name: PartFamily) => boolean) =>
  PART_FAMILIES.filter((name) => which(FAMILIES[name], name));

/** The table read the other way round: by what a family is, not by which it is. */
describe('families', () => {
  it('that share a place take it from each other; every other one has a place of its own', () => {
    const shared = new Map<string, PartFamily[]>();
    for (const name of PART_FAMILIES) {
      const { slot } = FAMILIES[name];
      expect(slot).toMatch(/^[a-z][a-z-]+$/);
      shared.set(slot, [...(shared.get(slot) ?? []), name]);
    }
    expect([...shared].filter(([, names]) => names.length > 1)).toEqual([
      ['spring', ['coil', 'adjustable-strut', 'donor-strut', 'leaf-pack']],
    ]);
  });
  it('take out what was in their place, and a whole unit everything that is part of it', () => {
    for (const name of PART_FAMILIES) expect(FAMILIES[name].replaces).toContain(FAMILIES[name].slot);
    expect(those((f) => f.replaces.length > 1).map((n) => [n, FAMILIES[n].replaces])).toEqual([
      ['adjustable-strut', ['spring', 'damper', 'preload']],
      ['donor-strut', ['spring', 'damper', 'preload']],
      ['leaf-pack', ['spring', 'leaf']],
    ]);
  });
  it('of which several may be on an axle, and that are counted in pieces', () => {
    expect(those((f) => f.holds === 'many')).toEqual(['hose-bracket', 'accessory']);
    expect(those((f) => f.quantity === 'pieces')).toEqual(['accessory']);
  });
  it('that raise or lower the body', () => {
    expect(those((f) => f.liftSource)).toEqual([
      'strut-top-spacer',
      'preload-spacer',
      'coil-spacer',
      'perch-spacer',
      'coil',
      'adjustable-strut',
      'donor-strut',
      'lift-block',
      'add-a-leaf',
      'leaf-pack',
      'shackle',
      'shackle-flip',
      'axle-flip',
      'torsion-key',
      'spindle',
      'arm-set',
      'relocation',
      'body-lift',
    ]);
    expect(LIFT_SOURCES).toEqual(those((f) => f.liftSource));
  });
  it('after which the alignment is set', () => {
    expect(those((f) => f.steers)).toEqual([
      'spindle',
      'arm-set',
      'relocation',
      'subframe-drop',
      'upper-arm',
      'lower-link',
      'upper-link',
      'camber-bolt',
      'cam-bolt',
      'caster-bush',
      'top-plate',
      'track-bar',
      'track-bar-bracket',
      'drag-link',
      'pitman-arm',
      'tie-rod',
    ]);
  });
  it('that need another, and that cannot be beside one', () => {
    expect(those((f) => f.requires.length > 0).map((n) => [n, FAMILIES[n].requires])).toEqual([
      ['pitman-arm', ['track-bar-bracket']],
      ['axle-ratio', ['calibration']],
    ]);
    expect(those((f) => f.excludes.length > 0).map((n) => [n, FAMILIES[n].excludes])).toEqual([
      ['axle-flip', ['lift-block']],
      ['arm-set', ['spindle']],
      ['relocation', ['track-bar-bracket', 'subframe-drop']],
      ['pinion-wedge', ['lift-block']],
      ['damper', ['adjustable-strut', 'donor-strut']],
    ]);
  });
  it('that have no place on some vehicles or axles', () => {
    expect(those((f) => f.forbidden.length > 0).map((n) => [n, FAMILIES[n].forbidden])).toEqual([
      ['lift-block', [{ on: 'steered-axle', axle: 'front' }]],
      ['axle-flip', [{ on: 'unibody' }]],
      ['body-lift', [{ on: 'unibody' }]],
      ['subframe-drop', [{ on: 'frame' }]],
    ]);
  });
});

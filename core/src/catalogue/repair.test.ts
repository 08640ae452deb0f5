import { repairFor, type Repair } from '..';
import { catalogue, platformOf } from '../testing/demo-world';

const HALDER = platformOf('corvane-halder');
const FELL = platformOf('mettrick-fell');
const base = catalogue.repairs[0]!;
const record = (code: string, more: Partial<Repair> = {}): Repair => ({
  ...base,
  code,
  component: 'lower-ball-joint',
  remedy: 'replace',
  axle: 'both',
  kinds: [],
  platforms: [],
  ...more,
});
const asked = (more: Partial<Parameters<typeof repairFor>[1]> = {}) =>
  ({ component: 'lower-ball-joint', axle: 'front', remedy: 'replace', ...more }) as const;
const found = (
  records: readonly Repair[],
  more: Partial<Parameters<typeof repairFor>[1]> = {},
  platform = HALDER,
) => repairFor(records, asked(more), platform)?.code ?? null;

describe('the record of a repair', () => {
  const any = record('any');
  const kind = record('kind', { kinds: ['double-wishbone'] });
  const own = record('own', { platforms: ['corvane-halder'] });
  it('is the vehicle’s own before one for its suspension, that before one for any, whatever their order', () => {
    expect(found([any, kind, own])).toBe('own');
    expect(found([own, kind, any])).toBe('own');
    expect(found([any, kind])).toBe('kind');
    expect(found([any])).toBe('any');
    expect(found([])).toBeNull();
  });
  it('is not another vehicle’s, nor one for a suspension that this axle does not have', () => {
    expect(found([own], {}, FELL)).toBeNull();
    expect(found([kind], {}, FELL)).toBeNull();
    expect(found([kind], { axle: 'rear' })).toBeNull();
    expect(found([kind], { axle: null })).toBeNull();
    expect(found([any], { axle: null })).toBe('any');
  });
  it('is for this component, this remedy and this axle', () => {
    expect(found([any], { component: 'damper' })).toBeNull();
    expect(found([any], { remedy: 'repair' })).toBeNull();
    expect(found([record('rear', { axle: 'rear' })])).toBeNull();
    expect(found([record('front', { axle: 'front' })])).toBe('front');
  });
});

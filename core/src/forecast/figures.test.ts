import { AXLES, type Figure, type JobSections } from '..';
import { say } from '../testing/assessed';
import { demoJob } from '../testing/demo-world';

const rounded = (v: number) => Number(v.toPrecision(5));
/** What a figure says and from what, one step deep; of a lift also what each of its doubts comes from. */
function told(f: Figure, depth = f.name === 'lift' ? 2 : 1): unknown {
  const { name, value, unit, plusMinus, limit, loadCase, from, formula } = f;
  const text = [
    `${name} ${rounded(value)} ${unit}`,
    plusMinus === undefined ? '' : `± ${rounded(plusMinus)}`,
    limit ? JSON.stringify(limit, (_, v) => (typeof v === 'number' ? rounded(v) : v)) : '',
    [formula, from, loadCase].filter(Boolean).join(', '),
  ];
  const because = depth === 0 ? [] : f.because.map((b) => told(b, depth - 1));
  const line = text.filter(Boolean).join(' ');
  return because.length > 0 ? { [line]: because } : line;
}
const isFigure = (v: unknown): v is Figure =>
  typeof v === 'object' && v !== null && 'because' in v && 'unit' in v && 'value' in v;
/** All that is said in a forecast; poses and records are the matter of other rooms. */
const ELSEWHERE = ['spec', 'pose', 'size', 'state', 'item', 'wheel', 'change'];
function all(value: unknown): unknown {
  if (isFigure(value)) return told(value);
  if (typeof value === 'number') return rounded(value);
  if (Array.isArray(value)) return value.map(all);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([k, v]) =>
      v === null || v === undefined || typeof v === 'function' || ELSEWHERE.includes(k) ? [] : [[k, all(v)]],
    ),
  );
}
/** a wishbone with arms and camber bolts, links with all that goes with a lift, old leaves, new leaves, a cart, a strut pickup, a heavy
 *  one with a tyre, a body lift */
const WATCHED = [
  'hut-warden',
  'peat-crew',
  'beekeeper',
  'peat-cutter',
  'wedding-photographer',
  'mobile-library',
  'harbourmaster',
  'slate-roofer',
];
// made in each test, so that a change of the code is noticed where it is used
describe.each(WATCHED)('what is forecast for %s', (name) => {
  const of = (): JobSections => demoJob(name);
  it.each(AXLES)('at the %s axle', (axle) => {
    expect(all(say(of()).forecast![axle])).toMatchSnapshot();
  });
  it('of the vehicle as it stands', () => {
    const { today, planned, loaded, rated, pitch, heightSpareMm } = say(of()).forecast!;
    expect(all({ today, planned, loaded, rated, pitch, heightSpareMm })).toMatchSnapshot();
  });
  it('of its tyres and gears', () => {
    const { tires, gearing } = say(of());
    expect(all({ tires, gearing })).toMatchSnapshot();
  });
  it('of the room of its tyre', () => {
    const { clearance } = say(of());
    expect(all(clearance)).toMatchSnapshot();
  });
});

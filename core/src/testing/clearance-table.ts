import {
  leastLift,
  axleTable,
  mountedBody,
  mountedTire,
  parseTireSize,
  reliefChoices,
  rubAxle,
  rubChecks,
  type Axle,
  type RubAxleInput,
  type TireAsked,
} from '..';
import { catalogue, plainJob, vehicleOf } from './demo-world';

/** Six platforms, three tyres each: a little larger, the usual next one, and one that is too much. */
export const TABLE: readonly (readonly [platform: string, sizes: readonly string[]])[] = [
  ['corvane-halder', ['275/70R17', '285/70R17', '35x12.50R17']],
  ['mettrick-fell', ['265/75R17', '285/75R17', '37x12.50R17']],
  ['sarnby-courser', ['235/65R18', '245/65R18', '255/70R18']],
  ['hollin-bracken', ['265/70R17', '285/70R17', '33x12.50R17']],
  ['mettrick-cairn', ['8.25R16', '235/85R16', '265/85R16']],
  ['corvane-drumlin-heavy', ['285/75R18', '295/75R18', '37x12.50R18']],
];
const ROWS = 17;
const COLUMNS = 17;

function asked(code: string, text: string): TireAsked {
  const p = catalogue.platforms.find((x) => x.code === code);
  const size = parseTireSize(text);
  if (!p || !size.ok) throw new Error(`${code} ${text}`);
  const s = mountedTire({
    size: size.value,
    measuredDiameterMm: null,
    rimWidthIn: p.stockWheel.widthIn,
    offsetMm: p.stockWheel.offsetMm,
    pressureKpa: p.stockPressureKpa,
    wheelLoadN: 5000,
  });
  return {
    label: text,
    sectionMm: s.sectionOnRimMm,
    diameterMm: s.diameterMm,
    measured: false,
    mud: false,
    rimIn: size.value.rimIn,
    rimWidthIn: p.stockWheel.widthIn,
    offsetMm: p.stockWheel.offsetMm,
  };
}
function lift(input: RubAxleInput, tire: TireAsked): string {
  const a = rubAxle(input);
  const t = a.ok ? axleTable(a.value, ROWS, COLUMNS) : null;
  if (!a.ok || !t?.ok) throw new Error(`${input.vehicle.platform.code} has no pose`);
  const r = leastLift(t.value, mountedBody(tire, input.vehicle.platform, 0), a.value);
  if (!r.ok) return `none (${r.fault.obstacle})`;
  return r.value.liftMm === 0 ? 'none needed' : `${Math.ceil(r.value.liftMm)} mm`;
}

/** The page of the docs: what clears with what, on today's wheel, as built. */
export function clearanceTable(): string {
  const lines = [
    '| platform and tyre | axle | nearest as built | to the solid stop | least lift | with reversible trims |',
    '| --- | --- | --- | --- | --- | --- |',
  ];
  for (const [code, sizes] of TABLE) {
    const job = plainJob(code);
    const vehicle = vehicleOf(job);
    for (const size of sizes)
      for (const axle of ['front', 'rear'] as const satisfies readonly Axle[]) {
        const input: RubAxleInput = {
          vehicle,
          axle,
          brief: job.brief,
          accessories: [],
          fitted: [],
          planned: [],
          reliefs: [],
          catalogue,
        };
        const tire = asked(code, size);
        const a = rubAxle(input);
        const checks = a.ok ? rubChecks(input, a.value, [tire]) : null;
        const c = checks?.ok ? checks.value[0] : undefined;
        if (!c) throw new Error(`${code} ${axle} has no pose`);
        const near = (o: typeof c.nearest, which: 'used' | 'toStop') =>
          `${o.kind.replace(/-/g, ' ')} ${Math.round(o[which].clearanceMm)} mm`.replace('-', '−');
        lines.push(
          `| ${axle === 'front' ? `${vehicle.platform.label}, ${size}` : ''} | ${axle} | ${near(c.nearest, 'used')}${c.clears ? ', clears' : ''} | ${near(c.nearestToStop, 'toStop')} | ${lift(input, tire)} | ${lift({ ...input, reliefs: reliefChoices(input, (r) => r.reversible) }, tire)} |`,
        );
      }
  }
  return lines.join('\n');
}

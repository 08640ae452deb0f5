import { readFileSync, writeFileSync } from 'node:fs';
import {
  assess,
  FAMILIES,
  LIFT_SOURCES,
  PART_FAMILIES,
  knownVehicle,
  needKey,
  planCase,
  ruleOf,
  type FindingCode,
  type JobSections,
  type Need,
  type PartFamily,
} from '..';
import { changed } from './archetypes';
import { catalogue, demoJob, partOf, plainJob, platformOf, settings } from './demo-world';
import { prepare } from './prepared';
import { DAY } from './situations';

const needsOf = (job: JobSections): readonly Need[] =>
  assess(job, catalogue, settings, { day: DAY, prepare }).needs.filter((n) => n.verdict !== 'fits');
const plain = (platform: string, build: readonly string[], more: Partial<JobSections['tire']> = {}) => {
  const job = plainJob(platform, build);
  return { ...job, tire: { ...job.tire, ...more } };
};
interface Shown {
  /** the plan without the part */
  readonly job: () => JobSections;
  readonly part: string;
  readonly ends: FindingCode;
}
const on = (platform: string, build: readonly string[], part: string, ends: FindingCode): Shown => ({
  job: () => plain(platform, build),
  part,
  ends,
});
const without = (name: string, part: string, ends: FindingCode): Shown => ({
  job: () => changed(demoJob(name), { without: [part] }),
  part,
  ends,
});
/** Each family that ends a need: a vehicle of the demo world on which leaving it out raises the need and putting it in ends it. */
const SHOWN: Readonly<Partial<Record<PartFamily, Shown>>> = {
  'subframe-drop': without('beekeeper', 'IW-9380', 'cv-angle'),
  'differential-drop': on('corvane-halder', ['TL-2810'], 'IW-55', 'cv-angle'),
  'skid-spacer': without('peat-cutter', 'IW-8182', 'needs-part'),
  'transfer-case-drop': on('hollin-scarth', ['HF-8489'], 'IW-8480', 'propshaft-joint-near'),
  'carrier-bearing-drop': on('corvane-halder-l', ['BS-8061', 'IW-8062'], 'IW-9901', 'propshaft-joint-near'),
  'pinion-wedge': on('corvane-wether', ['HF-9901'], 'IW-8186', 'propshaft-ripple'),
  'upper-link': on('mettrick-fell', ['BS-5202', 'TL-5125'], 'HF-9904', 'propshaft-ripple'),
  'upper-arm': on('mettrick-outway', ['TL-2625M'], 'HF-316M', 'joint-swing'),
  'lower-link': on('mettrick-fell', ['BS-5101', 'BS-5202'], 'HF-520', 'caster-reach'),
  'caster-bush': on('mettrick-fell', ['BS-5101', 'BS-5202'], 'HF-525', 'caster-reach'),
  'camber-bolt': on('sarnby-wherry', ['TL-9381'], 'HF-350B', 'camber-reach'),
  'cam-bolt': on('hollin-bracken', ['TL-2625'], 'IW-8420', 'camber-reach'),
  'top-plate': without('mobile-library', 'HF-361', 'needs-part'),
  'track-bar': on('mettrick-fell', ['BS-5101'], 'HF-510', 'axle-off-centre'),
  'track-bar-bracket': on('mettrick-fell', ['BS-5101'], 'HF-540', 'axle-off-centre'),
  'drag-link': without('slate-roofer', 'HF-8001', 'steering-wheel-off-centre'),
  'pitman-arm': on('mettrick-fell-mk1', ['TL-8660', 'HF-8665'], 'HF-8664', 'steering-wheel-off-centre'),
  // what it breaks is found too: outside the arch, and by the rules of the place
  'wheel-spacer': {
    job: () => plain('mettrick-fell', [], { tireCode: 'CT-A318' }),
    part: 'LW-S25M',
    ends: 'tire-clearance',
  },
  'tie-rod': on('corvane-wether', ['TL-8181', 'HF-8180'], 'HF-9912', 'rod-swing'),
  'bar-link': on('corvane-drumlin-heavy', ['BS-8000'], 'KA-460C', 'bar-link-angle-near'),
  'bar-bracket': on('corvane-drumlin-heavy', ['BS-8000'], 'KA-8002', 'bar-link-angle-near'),
  damper: on('corvane-halder', ['BS-4201'], 'SD-7200', 'damper-match'),
  'damper-bracket': on('corvane-drumlin-heavy', ['TL-5540'], 'KA-8001', 'droop-short'),
  'bump-stop': on('corvane-drumlin-heavy', ['KA-8001'], 'KA-8000', 'damper-solid'),
  'brake-hose': on('mettrick-fell', ['HF-8722'], 'KA-520', 'hose-short'),
  'hose-bracket': on('hollin-scarth', ['HF-8489'], 'KA-455H', 'hose-short'),
  'cable-bracket': on('corvane-wether', ['SD-8181'], 'KA-8182', 'hose-short'),
  'steering-stop': {
    job: () => plain('corvane-drumlin-heavy', [], { tireCode: 'CT-A295' }),
    part: 'HF-8000',
    ends: 'tire-clearance',
  },
  'spare-carrier': {
    job: () => plain('mettrick-fell', [], { tireCode: 'CT-L285' }),
    part: 'IW-730',
    ends: 'spare-load',
  },
  'axle-ratio': without('boat-haulier', 'HF-8007', 'ratios-differ'),
  calibration: without('boat-haulier', 'KA-8005', 'needs-part'),
};
/** Families that end no need of a plan, and why. */
const ENDS_NONE: Readonly<Partial<Record<PartFamily, string>>> = {
  'headlamp-aim': 'a setting of the closing block',
  accessory: 'weighs; ends nothing',
};

const ended = (was: readonly Need[], is: readonly Need[]) => {
  const left = new Set(is.map(needKey));
  return was.filter((n) => !left.has(needKey(n)));
};
/** The figure of a need without and with the part, as the page has it. */
function figures({ job, part, ends }: Shown): string {
  const bare = job();
  const plans = [bare, changed(bare, { plus: [part] })].map((j) =>
    planCase(j, knownVehicle(j, catalogue)!, catalogue, settings, { day: DAY, prepare }),
  );
  const [need] = ended(
    needsOf(bare).filter((n) => n.finding.code === ends),
    needsOf(changed(bare, { plus: [part] })),
  );
  const axle = need && 'axle' in need.finding ? need.finding.axle : null;
  if (!need || (axle !== 'front' && axle !== 'rear')) return '–';
  const [was, is] = plans.map((c) => ruleOf(ends)?.measure?.(c, axle, need.finding) ?? null);
  return was && is
    ? `${axle} ${was.value.toFixed(1)} → ${is.value.toFixed(1)} ${was.unit}`.replace(/-(?=\d)/g, '−')
    : '–';
}
const page = `${__dirname}/../../../docs/jobs.md`;
const cells = (text: string) =>
  text
    .split('\n')
    .filter((l) => /^\| [a-z]/.test(l) && !l.startsWith('| family '))
    .map((l) => l.split('|').map((c) => c.trim()));
it('the table of families in the docs is what the core computes (UPDATE_DOCS=1 writes it anew)', () => {
  const rows = Object.entries(SHOWN).map(([family, shown]) => {
    const job = shown.job();
    const plan = job.build.items.map((i) => i.code).join(', ') || 'nothing';
    const said = plan.length > 60 ? `the plan of the ${job.head.customer.toLowerCase()}` : plan;
    return `| ${family.replace(/-/g, ' ')} | ${platformOf(job.vehicle.platform!).label}: ${said} | ${shown.part} | ${shown.ends} | ${figures(shown)} |`;
  });
  const text = readFileSync(page, 'utf8');
  if (process.env.UPDATE_DOCS)
    writeFileSync(
      page,
      `${text.slice(0, text.indexOf('| family'))}| family | vehicle and plan without it | part | need that it ends | figure, without → with |\n| --- | --- | --- | --- | --- |\n${rows.join('\n')}\n\n${text.slice(text.indexOf('## The jobs'))}`,
    );
  expect(cells(readFileSync(page, 'utf8').split('## The jobs')[0]!)).toEqual(cells(rows.join('\n')));
});

describe.each(Object.entries(SHOWN))('%s', (family, { job, part, ends }) => {
  it(`left out the plan has its need (${ends}), put in it has not`, () => {
    expect(partOf(part).family).toBe(family);
    const bare = job();
    const [was, is] = [bare, changed(bare, { plus: [part] })].map(needsOf);
    const mine = was!.filter((n) => n.finding.code === ends);
    expect(mine.length).toBeGreaterThan(0);
    expect(ended(mine, is!).length).toBeGreaterThan(0);
  });
});
describe('lift sources', () => {
  const sold = LIFT_SOURCES.filter((f) => f !== 'body-lift').flatMap((family) => {
    const part = catalogue.parts.find(
      (p) => p.family === family && p.axle !== 'both' && !p.structural && p.claimLiftMm !== null,
    );
    return part ? [[family, part] as const] : [];
  });
  it.each(sold)('%s: the height that it gives is missed without it', (_family, part) => {
    const { axle } = part;
    if (axle === 'both') throw new Error('a source for one axle');
    const { platform, conditions } = part.applications[0]!;
    const base = plainJob(platform);
    const variant = { ...base.vehicle.variant };
    for (const c of conditions)
      variant[c.field] =
        c.op === 'is'
          ? c.value
          : c.op === 'one-of'
            ? c.values[0]!
            : platformOf(platform)
                .variantFields.find((f) => f.key === c.field)!
                .options.find((o) => o.value !== c.value)!.value;
    const known = { ...base, vehicle: { ...base.vehicle, variant } };
    const fitted = changed(known, { plus: [part.code] });
    const liftMm = assess(fitted, catalogue, settings, { prepare }).forecast![axle].lift.value;
    expect(Math.abs(liftMm)).toBeGreaterThan(5);
    const wished = (job: JobSections): JobSections => ({
      ...job,
      brief: {
        ...job.brief,
        wish: 'height',
        [axle === 'front' ? 'frontTargetMm' : 'rearTargetMm']: Math.round(liftMm),
        [axle === 'front' ? 'frontToleranceMm' : 'rearToleranceMm']: 4,
      },
    });
    const missed = (job: JobSections) => needsOf(wished(job)).some((n) => n.finding.code === 'height-missed');
    expect([missed(known), missed(fitted)]).toEqual([true, false]);
  });
  it('are nearly all sold', () => {
    const missing = LIFT_SOURCES.filter((f) => !sold.some(([s]) => s === f));
    expect(missing).toEqual(['axle-flip', 'body-lift']);
  });
});
it('of every family that is a part there are two or more to choose from', () => {
  const few = PART_FAMILIES.filter((f) => catalogue.parts.filter((p) => p.family === f).length < 2);
  // aimed in the closing block: nothing is bought
  expect(few).toEqual(['headlamp-aim']);
});
it('every family is shown, lifts, or says why it ends nothing', () => {
  const rest = PART_FAMILIES.filter((f) => !(f in SHOWN) && !(f in ENDS_NONE) && !FAMILIES[f].liftSource);
  expect(rest).toEqual([]);
});

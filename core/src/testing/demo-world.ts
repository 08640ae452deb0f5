import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  emptySections,
  knownVehicle,
  listed,
  roundToday,
  type Catalogue,
  type JobSections,
  type KnownVehicle,
  type ShopSettings,
  type TapeRound,
} from '..';

const DEMO = join(__dirname, '../../../demo');
const json = (file: string) => JSON.parse(readFileSync(join(DEMO, file), 'utf8'));
const csv = (file: string) => {
  const [head = '', ...rows] = readFileSync(join(DEMO, file), 'utf8').trim().split(/\r?\n/);
  const keys = head.split(',');
  const value = (v: string | undefined) =>
    v === undefined || v === '' ? null : isNaN(Number(v)) ? v : Number(v);
  return rows.map((row) => {
    const cells = row.split(',');
    return Object.fromEntries(keys.map((k, i) => [k, value(cells[i])]));
  });
};

/** The demo catalogue as the core sees it; the server's tests hold the same files to their contracts. */
export const catalogue: Catalogue = {
  platforms: readdirSync(join(DEMO, 'platforms')).map((f) => json(`platforms/${f}`)),
  parts: json('parts.json'),
  kits: json('kits.json'),
  tires: csv('tires.csv') as unknown as Catalogue['tires'],
  wheels: csv('wheels.csv') as unknown as Catalogue['wheels'],
  reliefs: json('reliefs.json'),
  repairs: json('repairs.json'),
  joints: json('joints.json'),
  operations: json('operations.json'),
  access: json('access.json'),
  closing: json('closing.json'),
};
export const settings: ShopSettings = json('settings.json');
export const demoJob = (name: string): JobSections => json(`jobs/${name}.json`).sections;
const jobFiles = readdirSync(join(DEMO, 'jobs')).map((f) => ({
  name: f.replace('.json', ''),
  file: json(`jobs/${f}`) as { readonly number: number; readonly sections: JobSections },
}));
export const jobNumberOf = (name: string) => jobFiles.find((j) => j.name === name)!.file.number;
/** numbers of the jobs that the shop has */
export const jobNumbers = jobFiles.map(({ file }) => file.number);
/** The shop's week: jobs that are on the board. */
export const demoJobs = jobFiles.filter(({ file }) => file.sections.head.stage !== 'done').map((j) => j.name);
/** What the shop learns from: jobs that came back measured. */
export const finishedJobs = jobFiles
  .filter(({ file }) => file.sections.head.stage === 'done')
  .map((j) => j.name);
export const platformOf = (code: string) => catalogue.platforms.find((p) => p.code === code)!;
export const partOf = (code: string) => catalogue.parts.find((p) => p.code === code)!;

/** A job on one platform with every question answered by its first option. */
export function plainJob(platform: string, build: readonly string[] = []): JobSections {
  const job = emptySections('Test bench');
  const fields = platformOf(platform).variantFields;
  return {
    ...job,
    vehicle: {
      ...job.vehicle,
      platform,
      year: platformOf(platform).years[0] + 1,
      variant: Object.fromEntries(fields.map((f) => [f.key, f.options[0]!.value])),
    },
    build: {
      items: build.map((code, i) =>
        listed(`i${i}`, catalogue.kits.some((k) => k.code === code) ? 'kit' : 'part', code),
      ),
      free: [],
      decisions: {},
      locks: {},
      notes: '',
    },
  };
}
export const vehicleOf = (job: JobSections): KnownVehicle => knownVehicle(job, catalogue)!;

/** The job with this in its round of the tape before the work. */
export const withTape = (job: JobSections, change: Partial<TapeRound>): JobSections => ({
  ...job,
  tape: { rounds: [{ ...roundToday(job.tape), id: 'before', ...change }] },
});

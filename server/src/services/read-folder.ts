import {
  CatalogueSchema,
  DemoJobSchema,
  faultsOf,
  SettingsSchema,
  type DemoJob,
  type Fault,
} from '@rigger/contracts';
import { checkCatalogue, type Catalogue, type CatalogueFault, type ShopSettings } from '@rigger/core';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import type * as z from 'zod';

/** Files of a world by their path in its folder, such as `platforms/fell.json`. */
export type Files = ReadonlyMap<string, string>;
/** What a folder brings: a catalogue always, settings and jobs when it has them. */
export interface World {
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings | null;
  readonly jobs: readonly DemoJob[];
}
export interface FileFault extends Fault {
  readonly file: string;
}
export type ReadWorld =
  | { readonly ok: true; readonly world: World }
  | { readonly ok: false; readonly faults: readonly FileFault[] };

/** Each list of a catalogue and the file that holds it; platforms are a file each. */
export const LISTS = {
  parts: 'parts.json',
  kits: 'kits.json',
  tires: 'tires.csv',
  wheels: 'wheels.csv',
  reliefs: 'reliefs.json',
  repairs: 'repairs.json',
  joints: 'joints.json',
  operations: 'operations.json',
  access: 'access.json',
  closing: 'closing.json',
} as const;
/** lists that a world may be without */
const OPTIONAL: readonly string[] = [LISTS.repairs];
/** faults that are told of one reading; a folder that is all wrong costs no more than one that is a little wrong */
const MOST_FAULTS = 200;
const PLATFORMS = 'platforms/';
const JOBS = 'jobs/';

/** The files of a folder that belong to a world; others are left alone. */
export function filesOf(dir: string): Files {
  const names = ['', PLATFORMS, JOBS].flatMap((sub) => {
    const at = join(dir, sub);
    return statSync(at, { throwIfNoEntry: false })?.isDirectory()
      ? readdirSync(at)
          .filter((n) => /\.(json|csv)$/.test(n))
          .map((n) => `${sub}${n}`)
      : [];
  });
  return new Map(names.sort().map((n) => [n, readFileSync(join(dir, n), 'utf8')]));
}

/** Reads a world and holds every record to its contract and every code to the others. All faults at once, each with its file
 *  and path; then nothing is taken. */
export function readWorld(files: Files): ReadWorld {
  const faults: FileFault[] = [];
  const parsed = <T>(file: string, read: (text: string) => T): T | null => {
    const text = files.get(file);
    if (text === undefined) {
      faults.push({ file, path: WHOLE, message: 'is missing' });
      return null;
    }
    try {
      return read(text.replace(/^\uFEFF/, ''));
    } catch (error) {
      faults.push({ file, path: WHOLE, message: (error as Error).message });
      return null;
    }
  };
  const json = (file: string) => parsed(file, (text): unknown => JSON.parse(text));
  const within = (folder: string) =>
    [...files.keys()].filter((f) => f.startsWith(folder) && f.endsWith('.json')).sort();
  const held = <T>(schema: z.ZodType<T>, value: unknown, file: string): T | null => {
    const r = schema.safeParse(value);
    if (r.success) return r.data;
    faults.push(...faultsOf(r.error).map((f) => ({ file, ...f })));
    return null;
  };

  const platformFiles = within(PLATFORMS);
  if (platformFiles.length === 0)
    faults.push({ file: PLATFORMS, path: '(folder)', message: 'has no platform; each is a file of its own' });
  const platforms = platformFiles.map(json);
  const lists = Object.fromEntries(
    Object.entries(LISTS).map(([kind, file]) => [
      kind,
      OPTIONAL.includes(file) && !files.has(file)
        ? undefined
        : file.endsWith('.csv')
          ? parsed(file, csv)
          : json(file),
    ]),
  );
  const settings = files.has('settings.json')
    ? held(SettingsSchema, json('settings.json'), 'settings.json')
    : null;
  const jobs = within(JOBS).map((f) => held(DemoJobSchema, json(f), f));
  if (faults.length > 0) return refused(faults);

  const records: Record<string, unknown[]> = {};
  for (const [kind, schema] of Object.entries(RECORDS)) {
    const list: unknown = kind === 'platforms' ? platforms : (lists[kind] ?? []);
    if (!Array.isArray(list)) {
      faults.push(inFile(kind, 'is no list of records', platformFiles));
      continue;
    }
    records[kind] = [];
    for (const [i, record] of (list as unknown[]).entries()) {
      if (faults.length > MOST_FAULTS) break;
      const r = schema.safeParse(record);
      if (r.success) records[kind].push(r.data);
      else
        for (const f of faultsOf(r.error))
          faults.push(
            inFile(`${kind}[${i}]${f.path === WHOLE ? '' : `.${f.path}`}`, f.message, platformFiles),
          );
    }
  }
  if (faults.length > 0) return refused(faults);
  // each of its lists was read record by record
  const catalogue = records as unknown as Catalogue;
  const wrong = checkCatalogue(catalogue);
  return wrong.length > 0
    ? refused(wrong.map((f) => inFile(f.path, sayFault(f), platformFiles)))
    : { ok: true, world: { catalogue, settings, jobs: jobs.filter((j) => j !== null) } };
}
/** The schema of one record of each list. */
const RECORDS: Readonly<Record<string, z.ZodType>> = Object.fromEntries(
  Object.entries(CatalogueSchema.shape).map(([kind, list]) => [
    kind,
    'element' in list ? list.element : list.unwrap().element,
  ]),
);
const WHOLE = '(whole file)';
/** As many faults as a person puts right at once, and a word when there may be more. */
function refused(faults: readonly FileFault[]): ReadWorld {
  const last = faults[MOST_FAULTS];
  const more = last && {
    file: last.file,
    path: '(and more)',
    message: `only the first ${MOST_FAULTS} are told; put them right and read it in again`,
  };
  return { ok: false, faults: [...faults.slice(0, MOST_FAULTS), ...(more ? [more] : [])] };
}
/** `platforms[2].front.archMm` is `front.archMm` of the third file of platforms. */
function inFile(path: string, message: string, platformFiles: readonly string[]): FileFault {
  const [, kind = '', rest = ''] = /^(\w+)(.*)$/.exec(path) ?? [];
  const [, index = '', inside = ''] = /^\[(\d+)\]\.?(.*)$/.exec(rest) ?? [];
  if (kind === 'platforms')
    return {
      file: platformFiles[Number(index)] ?? PLATFORMS,
      path: inside === '' ? WHOLE : inside,
      message,
    };
  const file = kind in LISTS ? LISTS[kind as keyof typeof LISTS] : kind;
  return { file, path: rest === '' ? WHOLE : rest, message };
}
function sayFault(f: CatalogueFault): string {
  switch (f.code) {
    case 'twice':
      return `${f.value} stands twice`;
    case 'not-there':
      return `${f.value} is not among the ${f.among}`;
    case 'not-an-option':
      return `${f.value} is no answer of ${f.among}`;
    case 'does-not-move':
      return `with this point the axle of ${f.value} does not move`;
    case 'box-lacks':
      return `the box of ${f.value} should hold ${f.among}`;
    case 'acts-on-nothing':
      return `on ${f.value} it does nothing (${f.among.replace(/-/g, ' ')}): take this application out`;
  }
}

/** CSV with a head line; numbers become numbers, an empty cell is null. */
function csv(text: string): unknown[] {
  const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
  const [first] = errors;
  if (first) throw new Error(`row ${first.row ?? '?'}: ${first.message}`);
  return data.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([k, v]) => [k, v === '' ? null : /^-?\d+(\.\d+)?$/.test(v) ? Number(v) : v]),
    ),
  );
}

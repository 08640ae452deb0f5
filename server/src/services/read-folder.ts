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
      faults.push({ file, path: '(whole file)', message: 'is missing' });
      return null;
    }
    try {
      return read(text.replace(/^\uFEFF/, ''));
    } catch (error) {
      faults.push({ file, path: '(whole file)', message: (error as Error).message });
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
  if (faults.length > 0) return { ok: false, faults };

  const read = CatalogueSchema.safeParse({ platforms, ...lists });
  if (!read.success)
    return { ok: false, faults: faultsOf(read.error).map((f) => inFile(f.path, f.message, platformFiles)) };
  const wrong = checkCatalogue(read.data);
  return wrong.length > 0
    ? { ok: false, faults: wrong.map((f) => inFile(f.path, sayFault(f), platformFiles)) }
    : { ok: true, world: { catalogue: read.data, settings, jobs: jobs.filter((j) => j !== null) } };
}
/** `platforms[2].front.archMm` is `front.archMm` of the third file of platforms. */
function inFile(path: string, message: string, platformFiles: readonly string[]): FileFault {
  const [, kind = '', rest = ''] = /^(\w+)(.*)$/.exec(path) ?? [];
  const [, index = '', inside = ''] = /^\[(\d+)\]\.?(.*)$/.exec(rest) ?? [];
  if (kind === 'platforms')
    return {
      file: platformFiles[Number(index)] ?? PLATFORMS,
      path: inside === '' ? '(whole file)' : inside,
      message,
    };
  const file = kind in LISTS ? LISTS[kind as keyof typeof LISTS] : kind;
  return { file, path: rest === '' ? '(whole file)' : rest, message };
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

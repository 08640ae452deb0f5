import { CatalogueSchema, DemoJobSchema, faultsOf, SettingsSchema, type DemoJob } from '@rigger/contracts';
import type { Catalogue, ShopSettings } from '@rigger/core';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import type * as z from 'zod';

export interface DemoWorld {
  readonly catalogue: Catalogue;
  readonly settings: ShopSettings;
  readonly jobs: readonly DemoJob[];
}

/** Reads the demo world from its folder and holds every record to its contract; a fault names file and path. */
export function loadDemo(dir: string): DemoWorld {
  const json = (file: string): unknown => JSON.parse(readFileSync(join(dir, file), 'utf8'));
  const folder = (name: string) =>
    readdirSync(join(dir, name))
      .filter((f) => f.endsWith('.json'))
      .sort()
      .map((f) => `${name}/${f}`);
  const checked = <T>(schema: z.ZodType<T>, value: unknown, file: string): T => {
    const r = schema.safeParse(value);
    if (r.success) return r.data;
    const list = faultsOf(r.error).map((f) => `  ${f.path}: ${f.message}`);
    throw new Error(`demo/${file} does not meet its contract:\n${list.join('\n')}`);
  };
  return {
    catalogue: checked(
      CatalogueSchema,
      {
        platforms: folder('platforms').map(json),
        parts: json('parts.json'),
        kits: json('kits.json'),
        tires: csv(readFileSync(join(dir, 'tires.csv'), 'utf8')),
        wheels: csv(readFileSync(join(dir, 'wheels.csv'), 'utf8')),
        reliefs: json('reliefs.json'),
        joints: json('joints.json'),
        operations: json('operations.json'),
        access: json('access.json'),
        closing: json('closing.json'),
      },
      '(catalogue)',
    ),
    settings: checked(SettingsSchema, json('settings.json'), 'settings.json'),
    jobs: folder('jobs').map((f) => checked(DemoJobSchema, json(f), f)),
  };
}

/** CSV with a head line; numbers become numbers, an empty cell is null. */
function csv(text: string): unknown[] {
  const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
  const [first] = errors;
  if (first) throw new Error(`CSV row ${first.row ?? '?'}: ${first.message}`);
  return data.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([k, v]) => [k, v === '' ? null : /^-?\d+(\.\d+)?$/.test(v) ? Number(v) : v]),
    ),
  );
}

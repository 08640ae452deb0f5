import type { Backup, RestorePreview } from '@rigger/contracts';
import type { Knex } from 'knex';
import { existsSync } from 'node:fs';
import { chmod, copyFile, mkdir, mkdtemp, readdir, rename, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, openStore, pragma } from './open-store';
import { Photos } from './photos';
import { isSealed, under } from './sealed';
import { whenFree, writeTransaction } from './write-transaction';

export type BackupFault = 'not-there' | 'passphrase-wanted' | 'passphrase-wrong' | 'unreadable';
export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: BackupFault };

/** how many backups are kept; the oldest goes when a newer one is made */
const KEPT = 21;
const NAME = /^rigger-\d{8}-\d{6}(-\d+)?\.(sqlite|sealed)$/;
/** in the order in which they can be filled; a test holds them to what the file has */
export const TABLES = [
  'jobs',
  'job_revisions',
  'job_board',
  'quotes',
  'catalogue_imports',
  'catalogue_revisions',
  'settings',
] as const;
const PAGES_AT_ONCE = 500;

interface RawConnection {
  backup(to: string, options: { progress: () => number }): Promise<unknown>;
}

/** Copies of the shop's file, made while it is in use. */
export class Backups {
  readonly photos: Photos;
  constructor(
    private readonly database: string,
    readonly folder: string,
  ) {
    this.photos = new Photos(database);
  }

  /** The newest first. */
  async list(): Promise<Backup[]> {
    const names = (await readdir(this.folder).catch(() => [])).filter((n) => NAME.test(n));
    const all = await Promise.all(
      names.map(async (name) => {
        const { size, mtime } = await stat(join(this.folder, name));
        return { name, at: mtime.toISOString(), bytes: size, sealed: name.endsWith('.sealed') };
      }),
    );
    return all.sort((a, b) => (a.name < b.name ? 1 : -1));
  }
  /** Copies the file by SQLite's own online backup, checks the copy, seals it when a passphrase is given, puts the photographs
   *  that are not there yet beside it, and lets the oldest go.
   *  The copy comes into its place whole: a backup that is killed leaves nothing that looks like one. */
  async make(passphrase = '', now = new Date()): Promise<Backup> {
    await mkdir(this.folder, { recursive: true, mode: 0o700 });
    const stamp = now.toISOString().replaceAll(/[-:]/g, '').replace('T', '-').slice(0, 15);
    const begun = join(this.folder, `.begun-${process.pid}-${stamp}`);
    const sealed = `${begun}.sealed`;
    try {
      await copyOnline(this.database, begun);
      await chmod(begun, 0o600);
      await check(begun);
      if (passphrase !== '') await under(passphrase).seal(begun, sealed);
      const taken = new Set((await this.list()).map((b) => b.name.replace(/\.\w+$/, '')));
      await this.photos.backUp(this.folder, passphrase);
      let name = `rigger-${stamp}`;
      for (let i = 2; taken.has(name); i++) name = `rigger-${stamp}-${i}`;
      name += passphrase === '' ? '.sqlite' : '.sealed';
      await rename(passphrase === '' ? begun : sealed, join(this.folder, name));
      const all = await this.list();
      for (const old of all.slice(KEPT)) await rm(join(this.folder, old.name), { force: true });
      const made = all.find((b) => b.name === name);
      if (!made) throw new Error('the backup is not in its place');
      return made;
    } finally {
      for (const end of ['', '-wal', '-shm', '.sealed']) await rm(`${begun}${end}`, { force: true });
    }
  }
  /** Brings back photographs that are missing here; gives how many the passphrase did not open. */
  bringPhotosBack(passphrase: string): Promise<number> {
    return this.photos.bringBack(this.folder, passphrase);
  }
  /** A backup as a file that can be opened, brought to today's version, looked at by `use`; never the backup itself. */
  async with<T>(name: string, passphrase: string, use: (file: string) => Promise<T>): Promise<Read<T>> {
    if (!NAME.test(name)) return { ok: false, fault: 'not-there' };
    return this.withFile(join(this.folder, name), passphrase, use);
  }
  async withFile<T>(from: string, passphrase: string, use: (file: string) => Promise<T>): Promise<Read<T>> {
    const dir = await mkdtemp(join(tmpdir(), 'rigger-restore-'));
    const file = join(dir, 'backup.sqlite');
    try {
      if (!existsSync(from)) return { ok: false, fault: 'not-there' };
      if (await isSealed(from)) {
        if (passphrase === '') return { ok: false, fault: 'passphrase-wanted' };
        if (!(await under(passphrase).unseal(from, file))) return { ok: false, fault: 'passphrase-wrong' };
      } else await copyFile(from, file);
      try {
        await (await openStore(file)).destroy();
      } catch {
        return { ok: false, fault: 'unreadable' };
      }
      return { ok: true, value: await use(file) };
    } finally {
      await rm(dir, { recursive: true, force: true });
    }
  }
}
async function copyOnline(from: string, to: string): Promise<void> {
  const db = connect(from);
  const client = db.client as {
    acquireConnection(): Promise<RawConnection>;
    releaseConnection(c: RawConnection): Promise<void>;
  };
  try {
    const raw = await client.acquireConnection();
    await whenFree(() => raw.backup(to, { progress: () => PAGES_AT_ONCE }));
    await client.releaseConnection(raw);
  } finally {
    await db.destroy();
  }
}
async function check(file: string): Promise<void> {
  const db = connect(file);
  try {
    if ((await pragma<string>(db, 'integrity_check(1)')) !== 'ok') throw new Error('the copy is damaged');
    await db('jobs').first('id');
  } finally {
    await db.destroy();
  }
}

/** What putting this file's content in the place of the shop's would change. */
export async function previewRestore(db: Knex, file: string): Promise<RestorePreview> {
  return attached(db, file, async () => {
    const states = async (schema: string) =>
      new Map(
        (
          await db.raw<{ id: string; number: number; state: string }[]>(
            `select j.id, j.number, ifnull(j.archived_at, '') || ' ' || group_concat(r.id, ' ') || ' ' ||
               ifnull((select group_concat(q.id, ' ') from (select * from ${schema}.quotes order by id) q where q.job_id = j.id), '')
               as state
             from ${schema}.jobs j left join (select * from ${schema}.job_revisions order by id) r on r.job_id = j.id
             group by j.id`,
          )
        ).map((r) => [r.id, r]),
      );
    const [now, then] = [await states('main'), await states('backup')];
    const both = [...then.values()].filter((t) => now.has(t.id));
    const without = (one: string, other: string, table: string, columns: string) =>
      `select ${columns} from ${one}.${table} except select ${columns} from ${other}.${table}`;
    const differ = async (table: string, columns: string) => {
      const either = [without('main', 'backup', table, columns), without('backup', 'main', table, columns)];
      const rows = await db.raw<unknown[]>(
        `select 1 from (${either[0]}) union all select 1 from (${either[1]}) limit 1`,
      );
      return rows.length > 0;
    };
    const numbers = (jobs: readonly { number: number }[]) => jobs.map((j) => j.number).sort((a, b) => a - b);
    const changes = both.filter((t) => now.get(t.id)?.state !== t.state);
    return {
      comes: numbers([...then.values()].filter((t) => !now.has(t.id))),
      goes: numbers([...now.values()].filter((n) => !then.has(n.id))),
      changes: numbers(changes),
      same: both.length - changes.length,
      catalogue: (await differ('catalogue_revisions', 'id, data')) ? 'changes' : 'same',
      settings: (await differ('settings', 'data')) ? 'changes' : 'same',
    };
  });
}
/** Puts the content of this file in the place of the shop's, in one transaction: who reads meanwhile reads the one or the other. */
export async function restoreFrom(db: Knex, file: string): Promise<void> {
  await attached(db, file, () =>
    writeTransaction(db, async (t) => {
      for (const table of [...TABLES].reverse()) await t.raw(`delete from main.${table}`);
      for (const table of TABLES) {
        const columns = Object.keys(await t(table).columnInfo()).join(', ');
        await t.raw(`insert into main.${table} (${columns}) select ${columns} from backup.${table}`);
      }
    }),
  );
}
/** One connection serves the shop, so the file is attached to the very one that works. */
async function attached<T>(db: Knex, file: string, work: () => Promise<T>): Promise<T> {
  await db.raw('attach database ? as backup', [file]);
  try {
    return await work();
  } finally {
    await db.raw('detach database backup');
  }
}

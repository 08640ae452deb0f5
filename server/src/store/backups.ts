import { BACKUP_KINDS, type Backup, type BackupKind, type RestorePreview } from '@rigger/contracts';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';
import { chmod, copyFile, link, mkdir, mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { mayGo, type Named } from './backup-ages';
import { connect, openStore, pragma } from './open-store';
import { Photos } from './photos';
import { isSealed, under } from './sealed';
import { systemCode } from './store-fault';
import { whenFree, writeTransaction } from './write-transaction';

export type BackupFault = 'not-there' | 'passphrase-wanted' | 'passphrase-wrong' | 'unreadable';
export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: BackupFault };

const NAME =
  /^rigger-(?<day>\d{8})-(?<time>\d{6})(?:-(?<kind>by-clock|before-restore))?(?:-\d+)?\.(?:sqlite|sealed)$/;
/** What a backup's name says; null for a file of another name. One without a kind was made by a person. */
function named(name: string): Named | null {
  const { day, time, kind } = NAME.exec(name)?.groups ?? {};
  if (day === undefined || time === undefined) return null;
  const [y, m, d] = [day.slice(0, 4), day.slice(4, 6), day.slice(6)];
  const at = Date.parse(`${y}-${m}-${d}T${time.slice(0, 2)}:${time.slice(2, 4)}:${time.slice(4)}Z`);
  return Number.isNaN(at) ? null : { name, at, kind: BACKUP_KINDS.find((k) => k === kind) ?? 'by-hand' };
}
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
  prepare(sql: string): { run(): unknown; get(): unknown };
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
    return (await this.there()).map(({ backup }) => backup);
  }
  /** Copies the file as it stands at this moment, checks the copy, seals it when a passphrase is given, puts the photographs
   *  that are not there yet beside it, and lets go what is old (`mayGo`).
   *  The copy comes into its place whole: a backup that is killed leaves nothing that looks like one. */
  async make(passphrase = '', kind: BackupKind = 'by-hand', now = new Date()): Promise<Backup> {
    const made = await this.copy(passphrase, kind, now);
    await this.photos.backUp(this.folder, passphrase);
    const all = (await this.there()).map((b) => b.named);
    for (const old of mayGo(all, now.getTime()))
      if (old.name !== made.name) await rm(join(this.folder, old.name), { force: true });
    return made;
  }
  /** Puts the content of a file in the place of the shop's. What is there is copied in the moment before it goes; its photographs stay.
   *  @returns the copy of what was there */
  async putBack(db: Knex, file: string, passphrase: string): Promise<Backup> {
    await this.photos.backUp(this.folder, passphrase);
    return restoreFrom(db, file, () => this.copy(passphrase, 'before-restore'));
  }
  /** The copy alone, without photographs, and nothing let go for it. */
  private async copy(passphrase: string, kind: BackupKind, now = new Date()): Promise<Backup> {
    await mkdir(this.folder, { recursive: true, mode: 0o700 });
    const stamp = now.toISOString().replaceAll(/[-:]/g, '').replace('T', '-').slice(0, 15);
    const begun = join(this.folder, `.begun-${process.pid}-${randomUUID()}`);
    const sealed = `${begun}.sealed`;
    try {
      await copyOnline(this.database, begun);
      await chmod(begun, 0o600);
      await check(begun);
      if (passphrase !== '') await under(passphrase).seal(begun, sealed);
      const words = ['rigger', stamp, ...(kind === 'by-hand' ? [] : [kind])].join('-');
      const [from, end] = passphrase === '' ? [begun, '.sqlite'] : [sealed, '.sealed'];
      const name = await linkFree(from, this.folder, words, end);
      const made = await this.seen({ name, kind, at: now.getTime() });
      if (!made) throw new Error('the backup is not in its place');
      return made;
    } finally {
      for (const end of ['', '-wal', '-shm', '.sealed']) await rm(`${begun}${end}`, { force: true });
    }
  }
  /** The backups that lie there, the newest first: names say the second, files the moment. */
  private async there(): Promise<{ readonly named: Named; readonly backup: Backup }[]> {
    const names = (await readdir(this.folder).catch(() => [])).flatMap((n) => named(n) ?? []);
    const all = await Promise.all(names.map(async (n) => ({ named: n, backup: await this.seen(n) })));
    return all
      .flatMap(({ named, backup }) => (backup ? [{ named, backup }] : []))
      .sort((x, y) => y.named.at - x.named.at || (x.backup.at < y.backup.at ? 1 : -1));
  }
  /** A file of a backup's name as it lies there; null for a folder, or a link that leads nowhere. */
  private async seen({ name, kind }: Named): Promise<Backup | null> {
    const file = await stat(join(this.folder, name)).catch(() => null);
    if (!file?.isFile()) return null;
    return { name, kind, at: file.mtime.toISOString(), bytes: file.size, sealed: name.endsWith('.sealed') };
  }
  /** Takes away what a program that was killed left behind of backups half made or opened: plain copies of the shop. Asked at start. */
  async sweep(): Promise<void> {
    for (const name of await readdir(this.folder).catch(() => [])) {
      const pid = Number(LEFT.exec(name)?.groups?.pid ?? NaN);
      if (Number.isNaN(pid) || (pid !== process.pid && isRunning(pid))) continue;
      await rm(join(this.folder, name), { recursive: true, force: true });
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
    // where there was room for the backup, and where a start looks for what was left behind
    await mkdir(this.folder, { recursive: true, mode: 0o700 });
    const dir = await mkdtemp(join(this.folder, `.opened-${process.pid}-`));
    const file = join(dir, 'backup.sqlite');
    try {
      if (!(await stat(from).catch(() => null))?.isFile()) return { ok: false, fault: 'not-there' };
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
const LEFT = /^\.(?:begun|opened)-(?<pid>\d+)-/;
function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // somebody else's program, which we may not ask
    return systemCode(error) === 'EPERM';
  }
}
/** Gives a file its name, with a number after it where another has the name already: two that are made at once never take each other's. */
async function linkFree(from: string, folder: string, words: string, end: string): Promise<string> {
  for (let i = 1; ; i++) {
    const name = i === 1 ? words : `${words}-${i}`;
    // one of the same moment under another ending would be taken for the same
    const other = join(folder, name + (end === '.sqlite' ? '.sealed' : '.sqlite'));
    if (await stat(other).catch(() => null)) continue;
    try {
      await link(from, join(folder, name + end));
      return name + end;
    } catch (error) {
      if (systemCode(error) !== 'EEXIST') throw error;
    }
  }
}
/** The file as it stands now: one read transaction, so that whoever writes meanwhile neither waits nor makes the copy begin again. */
async function copyOnline(from: string, to: string): Promise<void> {
  const db = connect(from);
  const client = db.client as {
    acquireConnection(): Promise<RawConnection>;
    releaseConnection(c: RawConnection): Promise<void>;
  };
  try {
    const raw = await client.acquireConnection();
    await whenFree(async () => {
      raw.prepare('BEGIN').run();
      try {
        // the first word that is read fixes what is seen
        raw.prepare('select count(*) from sqlite_master').get();
        await raw.backup(to, { progress: () => PAGES_AT_ONCE });
      } finally {
        raw.prepare('COMMIT').run();
      }
    });
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
/** Puts the content of this file in the place of the shop's, in one transaction: who reads meanwhile reads the one or the other, and who
 *  writes waits. `before` is asked while nobody can write and nothing is changed yet: a copy of what goes is made then, whole.
 *  @returns what `before` gave */
export async function restoreFrom<T>(db: Knex, file: string, before: () => Promise<T>): Promise<T> {
  return attached(db, file, () =>
    writeTransaction(db, async (t) => {
      const kept = await before();
      for (const table of [...TABLES].reverse()) await t.raw(`delete from main.${table}`);
      for (const table of TABLES) {
        const columns = Object.keys(await t(table).columnInfo()).join(', ');
        await t.raw(`insert into main.${table} (${columns}) select ${columns} from backup.${table}`);
      }
      return kept;
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

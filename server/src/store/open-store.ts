import knexFactory, { type Knex } from 'knex';
import {
  chmodSync,
  closeSync,
  existsSync,
  linkSync,
  mkdirSync,
  openSync,
  readSync,
  rmSync,
  statSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { MIGRATIONS } from './migrations';
import { StoreFault, storeFaultOf, systemCode } from './store-fault';
import { APPLICATION_ID, whenFree, writeTransaction } from './write-transaction';

interface Connection {
  pragma(source: string): unknown;
  prepare(sql: string): unknown;
}
/** statements that are kept ready; the few that are made up anew each time come after them and are not */
const KEPT_STATEMENTS = 300;
const IN_MEMORY = ':memory:';
/** a file up to this size is looked through at start; a larger one by `npm run backup`, which checks what it copies */
const LOOKED_THROUGH_BYTES = 256 * 1024 * 1024;
const START_PATIENCE_MS = 5000;

const migrations = {
  migrationSource: {
    getMigrations: () => Promise.resolve([...MIGRATIONS]),
    getMigrationName: (m: (typeof MIGRATIONS)[number]) => m.name,
    getMigration: (m: (typeof MIGRATIONS)[number]) => Promise.resolve(m),
  },
};
/** The file as it is, nothing looked at and nothing migrated. WAL for readers beside the writer; FULL so that an acknowledged
 *  write is on the disk before its answer leaves, whatever dies after. A lock is waited for outside SQLite (`whenFree`). */
export function connect(filename: string): Knex {
  return knexFactory({
    client: 'better-sqlite3',
    connection: { filename },
    useNullAsDefault: true,
    // what goes wrong is thrown, and named by who opens the file
    log: { warn: quiet, error: quiet, debug: quiet, deprecate: quiet },
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: Connection, done: (error: unknown, connection: Connection) => void) {
        try {
          connection.pragma('busy_timeout = 0');
          connection.pragma('synchronous = FULL');
          connection.pragma('foreign_keys = ON');
          keepStatements(connection);
          done(null, connection);
        } catch (error) {
          done(error, connection);
        }
      },
    },
    migrations,
  });
}
/** The same statements are asked for again and again, and making one ready costs about as much as running it. */
function keepStatements(connection: Connection): void {
  const kept = new Map<string, unknown>();
  const prepare = connection.prepare.bind(connection);
  connection.prepare = (sql) => {
    const known = kept.get(sql) ?? prepare(sql);
    if (kept.size < KEPT_STATEMENTS) kept.set(sql, known);
    return known;
  };
}
const quiet = () => undefined;
/** What a pragma answers. */
export const pragma = async <T>(db: Knex, statement: string): Promise<T | undefined> => {
  const [row] = await db.raw<Record<string, T>[]>(`PRAGMA ${statement}`);
  return Object.values(row ?? {})[0];
};

/** Opens (and migrates) the shop's file. A file that cannot be used is named with the way out, and left as it is. */
export async function openStore(filename: string): Promise<Knex> {
  if (filename !== IN_MEMORY && !existsSync(filename)) await make(filename);
  if (filename !== IN_MEMORY && statSync(filename).size === 0) throw new StoreFault('empty-file', filename);
  // SQLite takes a file of a few bytes for one that is to be filled
  if (filename !== IN_MEMORY && !beginsAsDatabase(filename)) throw new StoreFault('not-a-database', filename);
  const db = connect(filename);
  try {
    await whenFree(async () => {
      if (filename !== IN_MEMORY) {
        await look(db, filename);
        restrict(filename);
      }
      await pragma(db, 'journal_mode = WAL');
      await migrate(db);
    }, START_PATIENCE_MS);
    return db;
  } catch (error) {
    await db.destroy();
    throw asFault(error, filename);
  }
}
const HEADER = 'SQLite format 3\0';
function beginsAsDatabase(filename: string): boolean {
  let file: number;
  try {
    file = openSync(filename, 'r');
  } catch (error) {
    throw asFault(error, filename);
  }
  try {
    const bytes = Buffer.alloc(HEADER.length);
    readSync(file, bytes, 0, bytes.length, 0);
    return bytes.toString('latin1') === HEADER;
  } catch (error) {
    throw asFault(error, filename);
  } finally {
    closeSync(file);
  }
}
/** All or nothing: a start that is killed begins again. */
const migrate = (db: Knex) =>
  writeTransaction(db, async (t) => {
    // left by a start that was killed before this was one transaction; the write lock says that nobody else migrates
    if (await t.schema.hasTable('knex_migrations_lock')) await t.migrate.forceFreeMigrationsLock(migrations);
    await t.migrate.latest(migrations);
  });
/** A new file comes into its place whole: one that is there and empty is never ours. For this user alone, since it holds what
 *  customers said. */
async function make(filename: string): Promise<void> {
  const begun = `${filename}.new-${process.pid}`;
  // a new file would be taken for the one that the log was written for, and damaged by it
  if (existsSync(`${filename}-wal`)) throw new StoreFault('log-without-file', filename);
  try {
    mkdirSync(dirname(filename), { recursive: true, mode: 0o700 });
  } catch (error) {
    throw asFault(error, filename);
  }
  try {
    rmSync(begun, { force: true });
    const db = connect(begun);
    await migrate(db).finally(() => db.destroy());
    chmodSync(begun, 0o600);
    // a link, not a move: what another start put there meanwhile stays
    if (!existsSync(filename)) linkSync(begun, filename);
  } catch (error) {
    if (systemCode(error) !== 'EEXIST') throw asFault(error, filename);
  } finally {
    rmSync(begun, { force: true });
  }
}
function restrict(filename: string): void {
  try {
    chmodSync(filename, 0o600);
  } catch {
    // somebody else's file that we may write: its owner says who may read it
  }
}
function asFault(error: unknown, filename: string): unknown {
  const code = storeFaultOf(error);
  if (code) return new StoreFault(code, filename);
  const system = systemCode(error);
  if (system === 'ENOSPC') return new StoreFault('disk-full', filename);
  return system === null ? error : new StoreFault('cannot-open', filename, system);
}
/** Whether the file is ours, whole, and of a version that this one can read. */
async function look(db: Knex, filename: string): Promise<void> {
  const tables = await db<{ name: string; type: string }>('sqlite_master')
    .where({ type: 'table' })
    .pluck('name');
  const known = tables.includes('knex_migrations');
  const id = await pragma<number>(db, 'application_id');
  if (!known && (tables.length > 0 || (id !== 0 && id !== APPLICATION_ID)))
    throw new StoreFault('another-program', filename);
  if (known) {
    const names = await db<{ name: string }>('knex_migrations').pluck('name');
    const unknown = names.find((n) => !MIGRATIONS.some((m) => m.name === n));
    if (unknown) throw new StoreFault('newer-version', filename, unknown);
  }
  if (statSync(filename).size <= LOOKED_THROUGH_BYTES) {
    const said = await pragma<string>(db, 'quick_check(1)');
    if (said !== 'ok') throw new StoreFault('damaged', filename, said?.replaceAll(/\s+/g, ' '));
  }
}

/** Whether the file answers at all. */
export const answers = (db: Knex): Promise<boolean> =>
  db.raw('select 1').then(
    () => true,
    () => false,
  );
/** Asks, each time, whether another connection has written since the last time. */
export async function writtenElsewhere(db: Knex): Promise<() => Promise<boolean>> {
  let seen = await pragma<number>(db, 'data_version');
  return async () => {
    const now = await pragma<number>(db, 'data_version');
    const news = now !== seen;
    seen = now;
    return news;
  };
}
/** Lets the file go; what is in the log goes into it first, so that a copy of it alone is whole. */
export async function closeStore(db: Knex): Promise<void> {
  await db.raw('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined);
  await db.destroy();
}

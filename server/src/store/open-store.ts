import knexFactory, { type Knex } from 'knex';
import { MIGRATIONS } from './migrations';

interface Connection {
  pragma(source: string): unknown;
}

/** Opens (and migrates) the SQLite file. WAL for readers beside the writer; FULL so that an acknowledged write is on
 *  the disk before its answer leaves, whatever dies after. */
export async function openStore(filename: string): Promise<Knex> {
  const db = knexFactory({
    client: 'better-sqlite3',
    connection: { filename },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate(connection: Connection, done: (error: Error | null, connection: Connection) => void) {
        connection.pragma('journal_mode = WAL');
        connection.pragma('synchronous = FULL');
        connection.pragma('foreign_keys = ON');
        done(null, connection);
      },
    },
    migrations: {
      migrationSource: {
        getMigrations: () => Promise.resolve([...MIGRATIONS]),
        getMigrationName: (m: (typeof MIGRATIONS)[number]) => m.name,
        getMigration: (m: (typeof MIGRATIONS)[number]) => Promise.resolve(m),
      },
    },
  });
  await db.migrate.latest();
  return db;
}

import Database from 'better-sqlite3';
import { chmodSync, existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import type { Knex } from 'knex';
import { tempDir } from '../testing/temp';
import { MIGRATIONS } from './migrations';
import { connect, openStore } from './open-store';
import { StoreFault, type StoreFaultCode } from './store-fault';
import { whenFree, writeTransaction } from './write-transaction';

const temp = tempDir();
const open: Knex[] = [];
/** closed after the test, however it ends */
const opened = (file: string): Knex => {
  const db = connect(file);
  open.push(db);
  return db;
};
afterEach(() => Promise.all(open.splice(0).map((db) => db.destroy())));
const faultOf = (file: string): Promise<StoreFaultCode | 'opened'> =>
  openStore(file).then(
    async (db) => {
      await db.destroy();
      return 'opened' as const;
    },
    (e: unknown) => {
      if (e instanceof StoreFault) return e.code;
      throw e;
    },
  );

describe('a file that cannot be used is named, and left as it is', () => {
  const cases: readonly (readonly [StoreFaultCode, (file: string) => void])[] = [
    [
      'empty-file',
      (f) => {
        writeFileSync(f, '');
      },
    ],
    [
      'not-a-database',
      (f) => {
        writeFileSync(f, 'Dear customer, '.repeat(400));
      },
    ],
    [
      'another-program',
      (f) => {
        const db = new Database(f);
        db.exec('create table recipes (id text)');
        db.close();
      },
    ],
    [
      'newer-version',
      (f) => {
        const db = new Database(f);
        db.exec(
          "create table knex_migrations (id integer, name text); insert into knex_migrations values (1, '099-later')",
        );
        db.close();
      },
    ],
  ];
  it.each(cases)('%s', async (code, make) => {
    const file = temp.path('shop.sqlite');
    make(file);
    const before = readFileSync(file);
    await expect(faultOf(file)).resolves.toBe(code);
    expect(readFileSync(file).equals(before)).toBe(true);
  });
  it('a damaged one', async () => {
    const file = temp.path('shop.sqlite');
    const db = await openStore(file);
    await writeTransaction(db, async (t) => {
      for (let i = 0; i < 200; i++)
        await t('jobs').insert({ id: `j${i}`, number: i, created_at: 'a', updated_at: 'a' });
    });
    await db.raw('PRAGMA wal_checkpoint(TRUNCATE)');
    await db.destroy();
    const bytes = readFileSync(file);
    bytes.fill(0x5a, 8192, bytes.length - 4096);
    writeFileSync(file, bytes);
    await expect(faultOf(file)).resolves.toBe('damaged');
  });
  it('one in a folder that is a file', async () => {
    writeFileSync(temp.path('shop'), 'x');
    await expect(faultOf(temp.path('shop/rigger.sqlite'))).resolves.toBe('cannot-open');
  });
  it('one that another program holds is waited for, then said', async () => {
    const file = temp.path('shop.sqlite');
    await (await openStore(file)).destroy();
    const other = new Database(file);
    other.exec('begin immediate');
    const opening = faultOf(file);
    setTimeout(() => other.exec('commit'), 300);
    await expect(opening).resolves.toBe('opened');
    other.exec('begin immediate');
    await expect(whenFree(() => openStoreOnce(file), 200)).rejects.toMatchObject({ code: 'SQLITE_BUSY' });
    other.exec('rollback');
    other.close();
  });
  it('says what a person does about it', () => {
    expect(new StoreFault('damaged', 'shop.sqlite').message).toMatch(/shop\.sqlite is damaged\.\n.*backup/);
  });
});
async function openStoreOnce(file: string): Promise<void> {
  const db = connect(file);
  try {
    await db.raw('begin immediate');
  } finally {
    await db.destroy();
  }
}

describe('a new file', () => {
  it('is for its owner alone, and comes whole: nothing else is left in the folder', async () => {
    const file = temp.path('var/shop.sqlite');
    const db = await openStore(file);
    expect((statSync(file).mode & 0o777).toString(8)).toBe('600');
    expect((statSync(temp.path('var')).mode & 0o777).toString(8)).toBe('700');
    await db.destroy();
    expect(readdirSync(temp.path('var'))).toEqual(['shop.sqlite']);
  });
  it('is made again where a first start was killed half way', async () => {
    const file = temp.path('shop.sqlite');
    // what a killed first start leaves beside the place: never a file in the place itself
    writeFileSync(`${file}.new-1`, 'half');
    await expect(faultOf(file)).resolves.toBe('opened');
    expect(existsSync(file)).toBe(true);
  });
  it('is not made beside the log of one that is gone', async () => {
    const file = temp.path('shop.sqlite');
    writeFileSync(`${file}-wal`, 'the last writes');
    await expect(faultOf(file)).resolves.toBe('log-without-file');
    expect(existsSync(file)).toBe(false);
    rmSync(`${file}-wal`);
    await expect(faultOf(file)).resolves.toBe('opened');
  });
  it('of an earlier version whose migration was killed is freed and goes on', async () => {
    const file = temp.path('shop.sqlite');
    const db = await openStore(file);
    await db('knex_migrations_lock').update({ is_locked: 1 });
    await db.migrate.down().catch(() => undefined);
    await db.destroy();
    await expect(faultOf(file)).resolves.toBe('opened');
  });
  it('is closed to others when an old one stood open', async () => {
    const file = temp.path('shop.sqlite');
    await (await openStore(file)).destroy();
    chmodSync(file, 0o644);
    await (await openStore(file)).destroy();
    expect((statSync(file).mode & 0o777).toString(8)).toBe('600');
  });
});

describe('writing', () => {
  it('holds the lock from its first word: two servers on one file lose nothing', async () => {
    const file = temp.path('shop.sqlite');
    const [a, b] = [await openStore(file), await openStore(file)];
    const add = (db: typeof a) =>
      writeTransaction(db, async (t) => {
        const [row] = await t('jobs').max<{ n: number | null }[]>('number as n');
        const number = (row?.n ?? 0) + 1;
        await t('jobs').insert({ id: `job-${number}`, number, created_at: 'a', updated_at: 'a' });
      });
    await Promise.all(Array.from({ length: 40 }, (_, i) => add(i % 2 === 0 ? a : b)));
    expect(await a('jobs').orderBy('number').pluck('number')).toEqual(
      Array.from({ length: 40 }, (_, i) => i + 1),
    );
    await Promise.all([a.destroy(), b.destroy()]);
  });
});

describe('migrations', () => {
  const names = MIGRATIONS.map((m) => m.name);
  it.each(names.map((name, i) => [name, i] as const))(
    'from %s with data in it, up to the newest and down again, every job is there',
    async (_name, upTo) => {
      const file = temp.path('shop.sqlite');
      const db = opened(file);
      for (let i = 0; i <= upTo; i++) await db.migrate.up();
      await fill(db, upTo);
      const before = await contentOf(db);
      for (let i = upTo + 1; i < names.length; i++) await db.migrate.up();
      expect((await contentOf(db)).jobs).toEqual(before.jobs);
      expect((await contentOf(db)).items).toEqual(before.items);
      for (let i = names.length - 1; i > upTo; i--) await db.migrate.down();
      const after = await contentOf(db);
      expect(after.jobs).toEqual(before.jobs);
      expect(after.items).toEqual(before.items);
      // what the newer ones added is gone again, what was typed is not
      for (const [section, data] of Object.entries(before.sections))
        expect(after.sections[section]).toMatchObject(data);
    },
  );
  it('a file of the first day of 005, whose board and imports had another shape, is taken over with what is in it', async () => {
    const file = temp.path('shop.sqlite');
    const db = opened(file);
    for (const name of names) if (name <= '005-revisions') await db.migrate.up();
    await db.raw('drop index job_board_archived_stage_lacking_index');
    await db.raw('alter table job_board drop column state');
    await db.raw(`alter table catalogue_imports add column hash varchar(255) not null default ''`);
    await fill(db, 4);
    const before = await contentOf(db);
    await db.destroy();
    const shop = await openStore(file);
    const after = await contentOf(shop);
    expect([after.jobs, after.items]).toEqual([before.jobs, before.items]);
    expect(await shop.schema.hasColumn('job_board', 'state')).toBe(true);
    expect(await shop.schema.hasColumn('catalogue_imports', 'hash')).toBe(false);
    expect(after.sections.head).toMatchObject({ customer: 'Peat cutter', phone: '' });
    expect(after.sections.unread).toEqual({ entries: {} });
    await shop.destroy();
  });
  it('import nothing that lives on', () => {
    const dir = __dirname + '/migrations';
    for (const f of readdirSync(dir))
      for (const [, from] of readFileSync(`${dir}/${f}`, 'utf8').matchAll(/from '([^']+)'/g))
        expect(from).toMatch(/^(knex$|\.\/)/);
  });
});
const TYPED: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  head: { customer: 'Peat cutter', stage: 'bay' },
  vehicle: { platform: 'corvane-halder', changes: [{ id: 'c', what: 'old lift', part: null }] },
  tape: { notes: 'windy' },
  tire: { targetSize: '33x12.50R17' },
};
async function fill(db: ReturnType<typeof connect>, upTo: number): Promise<void> {
  const at = { created_at: '2026-01-01', updated_at: '2026-01-02' };
  await db('jobs').insert({ id: 'job', number: 1040, ...at });
  const sections = Object.entries(TYPED).map(([section, data]) => ({
    id: `s-${section}`,
    job_id: 'job',
    section,
    version: 3,
    data: JSON.stringify(data),
    ...at,
  }));
  const items = { id: 'i', kind: 'parts', code: 'X', version: 1, data: '{"made":"by hand"}', ...at };
  const REVISIONS = 4;
  if (upTo < REVISIONS) {
    await db('job_sections').insert(sections);
    await db('catalogue_items').insert(items);
  } else {
    await db('job_revisions').insert(sections.map((s) => ({ ...s, author: 'Ina', why: 'edit' })));
    await db('catalogue_imports').insert({ id: 'n', number: 1, origin: 'own', author: '', ...at });
    await db('catalogue_revisions').insert({ ...items, import: 1 });
  }
  await db('settings').insert({ id: 'shop', version: 2, data: '{"currency":"mk"}', ...at });
}
async function contentOf(db: ReturnType<typeof connect>) {
  const revisions = await db.schema.hasTable('job_revisions');
  const rows = await db<{ section: string; data: string }>(revisions ? 'job_revisions' : 'job_sections');
  const items = await db(revisions ? 'catalogue_revisions' : 'catalogue_items').select(
    'kind',
    'code',
    'version',
    'data',
  );
  return {
    jobs: await db('jobs').select('id', 'number', 'created_at'),
    items,
    sections: Object.fromEntries(
      rows.map((r) => [r.section, JSON.parse(r.data) as Record<string, unknown>] as const),
    ),
  };
}

import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { openServer, type OpenServer } from '../testing/open-server';
import { tempDir } from '../testing/temp';
import { Backups, previewRestore, restoreFrom, TABLES } from './backups';
import { connect } from './open-store';

const temp = tempDir();
let s: OpenServer;
let backups: Backups;
beforeEach(async () => {
  s = await openServer();
  backups = new Backups(s.database, temp.path('backups'));
});
afterEach(() => s.close());
/** every row of every table, as one text */
async function content(db: OpenServer['db']): Promise<string> {
  // the board is said anew from the rest
  const tables = TABLES.filter((t) => t !== 'job_board');
  return JSON.stringify(await Promise.all(tables.map((t) => db(t).orderBy('id'))));
}
it('every table of the file is put back by a restore', async () => {
  const known = (
    await s.db.raw<{ name: string }[]>("select name from sqlite_master where type = 'table'")
  ).map((t) => t.name);
  expect([...TABLES].sort()).toEqual(known.filter((t) => !/^(sqlite|knex)_/.test(t)).sort());
});
const edit = async (number: number, notes: string) => {
  const job = await s.job(number);
  const { version, data } = job.sections.brief;
  await s.api
    .put(`/api/jobs/${job.id}/sections/brief`)
    .send({ version, data: { ...data, notes } })
    .expect(200);
};

describe('a backup', () => {
  it('made while people save is whole, holds what was acknowledged before it, and is for its owner alone', async () => {
    await edit(1012, 'before the backup');
    const made = backups.make();
    await edit(1013, 'while it is made');
    const { name } = await made;
    const db = connect(temp.path(`backups/${name}`));
    const notes = await db('job_revisions').where({ section: 'brief' }).pluck<string[]>('data');
    await db.destroy();
    expect(notes.join()).toContain('before the backup');
    expect((statSync(temp.path(`backups/${name}`)).mode & 0o777).toString(8)).toBe('600');
    expect(readdirSync(temp.path('backups'))).toEqual([name]);
  });
  it('keeps the newest, and lets the oldest go', async () => {
    for (let i = 0; i < 23; i++) await backups.make('', new Date(Date.UTC(2026, 10, 1, i)));
    const names = (await backups.list()).map((b) => b.name);
    expect(names).toHaveLength(21);
    expect(names[0]).toBe('rigger-20261101-220000.sqlite');
    expect(names.at(-1)).toBe('rigger-20261101-020000.sqlite');
  });
  it('under a passphrase is read with it only, and not at all when a byte was changed', async () => {
    const { name, sealed } = await backups.make('three larches');
    expect(sealed).toBe(true);
    const file = temp.path(`backups/${name}`);
    expect(readFileSync(file).includes('Hut warden')).toBe(false);
    const read = (passphrase: string) => backups.with(name, passphrase, () => Promise.resolve('read'));
    expect(await read('')).toEqual({ ok: false, fault: 'passphrase-wanted' });
    expect(await read('two larches')).toEqual({ ok: false, fault: 'passphrase-wrong' });
    expect(await read('three larches')).toEqual({ ok: true, value: 'read' });
    const bytes = readFileSync(file);
    bytes[5000]! ^= 1;
    writeFileSync(file, bytes);
    expect(await read('three larches')).toEqual({ ok: false, fault: 'passphrase-wrong' });
  });
  it.each(['../shop.sqlite', 'rigger-20261101-220000.sqlite', '', 'rigger.sqlite'])(
    '%j is not one',
    async (name) => {
      expect(await backups.with(name, '', () => Promise.resolve(1))).toEqual({
        ok: false,
        fault: 'not-there',
      });
    },
  );
});

describe('a restore', () => {
  it('brings quotes back that were given, and says that a job without one changes', async () => {
    const { id } = await s.job(1012);
    const quote = (revision: number) => ({
      id: `q${revision}`,
      job_id: id,
      revision,
      author: '',
      paper: '{}',
      created_at: '2026-11-25T08:00:00.000Z',
      updated_at: '2026-11-25T08:00:00.000Z',
    });
    await s.db('quotes').insert(quote(1));
    const { name } = await backups.make();
    await s.db('quotes').insert(quote(2));
    await backups.with(name, '', async (file) => {
      expect(await previewRestore(s.db, file)).toMatchObject({ changes: [1012] });
      await restoreFrom(s.db, file);
    });
    expect(await s.db('quotes').pluck('id')).toEqual(['q1']);
  });
  it('says before what it would change, and into a running shop gives every row back', async () => {
    await edit(1012, 'kept');
    const { name } = await backups.make();
    const before = await content(s.db);
    await edit(1012, 'after the backup');
    await s.api.post('/api/jobs').send({ customer: 'Came later' }).expect(201);
    const preview = await backups.with(name, '', (file) => previewRestore(s.db, file));
    expect(preview).toEqual({
      ok: true,
      value: { comes: [], goes: [1016], changes: [1012], same: 5, catalogue: 'same', settings: 'same' },
    });
    expect(await backups.with(name, '', (file) => restoreFrom(s.db, file))).toMatchObject({ ok: true });
    expect(await content(s.db)).toBe(before);
    expect((await s.job(1012)).sections.brief.data.notes).toBe('kept');
    // and the shop goes on
    await edit(1012, 'after the restore');
    expect((await s.job(1012)).sections.brief.data.notes).toBe('after the restore');
  });
  it('a file that is no backup is refused, and the shop stays as it is', async () => {
    await backups.make();
    const { name } = (await backups.list())[0]!;
    writeFileSync(temp.path(`backups/${name}`), 'torn '.repeat(2000));
    const before = await content(s.db);
    expect(await backups.with(name, '', (file) => restoreFrom(s.db, file))).toEqual({
      ok: false,
      fault: 'unreadable',
    });
    expect(await content(s.db)).toBe(before);
  });
});

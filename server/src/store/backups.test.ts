import {
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { openServer, type OpenServer } from '../testing/open-server';
import { tempDir } from '../testing/temp';
import { Backups, previewRestore, restoreFrom, TABLES } from './backups';
import { connect } from './open-store';
import { under } from './sealed';

const temp = tempDir();
const nothing = () => Promise.resolve();
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
  it('ends beside people who save without a pause, as it stood at one moment', async () => {
    // large enough that the copy takes many steps; what it is made of does not matter
    await s.db.raw(
      `insert into quotes (id, job_id, revision, author, paper, created_at, updated_at)
       with recursive n(i) as (select 1 union all select i + 1 from n where i < 1200)
       select 'q' || i, (select id from jobs limit 1), i, '', hex(randomblob(4000)), '', '' from n`,
    );
    const count = async (db: OpenServer['db']) =>
      (await db('job_revisions').count({ n: '*' }))[0]!.n as number;
    const before = await count(s.db);
    const copying = { ended: false };
    const made = backups.make().finally(() => (copying.ended = true));
    let saves = 0;
    while (!copying.ended && saves < 2000) {
      await edit(1012, `while it is made ${saves++}`);
      await new Promise((turn) => setImmediate(turn));
    }
    const { name } = await made;
    expect(saves).toBeLessThan(2000);
    expect(saves).toBeGreaterThan(2);
    const copy = connect(temp.path(`backups/${name}`));
    expect(await count(copy)).toBeGreaterThanOrEqual(before);
    expect(await count(copy)).toBeLessThanOrEqual(before + saves);
    await copy.destroy();
    expect(await count(s.db)).toBe(before + saves);
  }, 60_000);
  it('made by hand again and again pushes out neither what the clock made nor what was there before a restore', async () => {
    const clock = await backups.make('', 'by-clock', new Date('2026-11-24T02:00:00Z'));
    const restore = await backups.make('', 'before-restore', new Date('2026-11-24T03:00:00Z'));
    for (let i = 0; i < 4; i++)
      await backups.make('', 'by-hand', new Date(Date.parse('2026-11-25T09:00:00Z') + 1000 * i));
    const names = (await backups.list()).map((b) => b.name);
    expect(names).toEqual(expect.arrayContaining([clock.name, restore.name]));
    expect(names).toHaveLength(6);
  });
  it('several in one second are several, and what was just made is there after the clock was set back', async () => {
    const at = new Date('2026-11-25T09:00:00Z');
    const all = await Promise.all(Array.from({ length: 5 }, () => backups.make('', 'by-hand', at)));
    expect(new Set(all.map((b) => b.name)).size).toBe(5);
    const back = await backups.make('', 'by-hand', new Date('2026-10-01T09:00:00Z'));
    expect((await backups.list()).map((b) => b.name)).toContain(back.name);
    expect(await backups.list()).toHaveLength(6);
  });
  it('what a killed program left half made or opened is taken away at the next start, and nothing else', async () => {
    const { name } = await backups.make();
    const running = `.begun-${process.ppid}-x`;
    for (const left of [`.begun-4000000-x`, `.begun-${process.pid}-x.sealed`, running])
      writeFileSync(temp.path(`backups/${left}`), 'plain');
    mkdirSync(temp.path('backups/.opened-4000000-x'));
    writeFileSync(temp.path('backups/.opened-4000000-x/backup.sqlite'), 'plain');
    await backups.sweep();
    expect(readdirSync(temp.path('backups')).sort()).toEqual([running, name]);
  });
  it('opened to be looked into leaves nothing, and where it cannot be written no passphrase is called wrong', async () => {
    const { name } = await backups.make('three larches');
    await backups.with(name, 'three larches', () => Promise.resolve(1));
    expect(readdirSync(temp.path('backups'))).toEqual([name]);
    await expect(
      under('three larches').unseal(temp.path(`backups/${name}`), temp.path('no folder/opened')),
    ).rejects.toMatchObject({ code: 'ENOENT' });
  });
  it('a folder and a link that leads nowhere are no backups, whatever they are called', async () => {
    mkdirSync(temp.path('backups/rigger-20261101-220000.sqlite'), { recursive: true });
    symlinkSync('/nowhere', temp.path('backups/rigger-20261101-230000.sqlite'));
    const made = await backups.make();
    expect((await backups.list()).map((b) => b.name)).toEqual([made.name]);
    const looked = await backups.with('rigger-20261101-220000.sqlite', '', () => Promise.resolve(1));
    expect(looked).toEqual({ ok: false, fault: 'not-there' });
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
      await restoreFrom(s.db, file, nothing);
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
    expect(await backups.with(name, '', (file) => restoreFrom(s.db, file, nothing))).toMatchObject({
      ok: true,
    });
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
    expect(await backups.with(name, '', (file) => restoreFrom(s.db, file, nothing))).toEqual({
      ok: false,
      fault: 'unreadable',
    });
    expect(await content(s.db)).toBe(before);
  });
  it('one of a single byte is none', async () => {
    await backups.make();
    const { name } = (await backups.list())[0]!;
    writeFileSync(temp.path(`backups/${name}`), 'x');
    expect(await backups.with(name, '', () => Promise.resolve(1))).toEqual({
      ok: false,
      fault: 'unreadable',
    });
  });
  it('beside people who make jobs loses none: each is in the shop, or in the backup of before', async () => {
    const { body } = await s.api.post('/api/backups').send({}).expect(201);
    let restored = false;
    const acknowledged: string[] = [];
    const writer = async (n: number) => {
      for (let i = 0; !restored && i < 500; i++) {
        const made = await s.api.post('/api/jobs').send({ customer: `Writer ${n} ${i}` });
        if (made.status === 201) acknowledged.push(made.body.id);
      }
    };
    const writers = Promise.all([1, 2, 3, 4].map(writer));
    while (acknowledged.length < 8) await new Promise((turn) => setTimeout(turn, 5));
    const answer = await s.api.post(`/api/backups/${body.name}/restore`).send({}).expect(200);
    restored = true;
    await writers;
    const before = connect(join(dirname(s.database), 'backups', answer.body.before.name));
    const kept = new Set([
      ...(await before('jobs').pluck<string[]>('id')),
      ...(await s.db('jobs').pluck('id')),
    ]);
    await before.destroy();
    expect(answer.body.before.kind).toBe('before-restore');
    expect(acknowledged.length).toBeGreaterThan(8);
    expect(acknowledged.filter((id) => !kept.has(id))).toEqual([]);
  }, 60_000);
});
describe('a file that is taken away while the shop is open', () => {
  it('takes no more saves, says so, and takes them again once it is back', async () => {
    const aside = `${s.database}-aside`;
    renameSync(s.database, aside);
    const refused = await s.api.post('/api/jobs').send({ customer: 'Weir keeper' }).expect(507);
    expect(refused.body.error.code).toBe('store-moved');
    await s.api.get('/api/jobs').expect(200);
    renameSync(aside, s.database);
    await s.api.post('/api/jobs').send({ customer: 'Weir keeper' }).expect(201);
  });
});

import { openServer } from './testing/open-server';

describe('the store', () => {
  it('keeps edits over a restart, and is written through', async () => {
    const first = await openServer();
    const job = await first.job(1012);
    const { version, data } = job.sections.brief;
    await first.api
      .put(`/api/jobs/${job.id}/sections/brief`)
      .send({ version, data: { ...data, notes: 'kept' } })
      .expect(200);
    await first.close(true);
    const second = await openServer({ file: first.database, demo: false });
    expect((await second.job(1012)).sections.brief).toMatchObject({
      version: version + 1,
      data: { notes: 'kept' },
    });
    await second.close();
  });
  it('has foreign keys on, a write-ahead log and full synchronous writes', async () => {
    const s = await openServer();
    const pragma = async (name: string) => {
      const [row] = await s.db.raw<Record<string, unknown>[]>(`PRAGMA ${name}`);
      return Object.values(row ?? {})[0];
    };
    expect(await pragma('foreign_keys')).toBe(1);
    expect(await pragma('journal_mode')).toBe('wal');
    expect(await pragma('synchronous')).toBe(2);
    const row = {
      id: 'x',
      job_id: 'nobody',
      section: 'brief',
      version: 1,
      author: '',
      why: 'edit',
      data: '{}',
      created_at: 'a',
      updated_at: 'a',
    };
    // the driver's errors are of the realm that loaded it first, so only the message is looked at
    const refusal = await s
      .db('job_revisions')
      .insert(row)
      .then(
        () => 'stored',
        (e: unknown) => (e as { message: string }).message,
      );
    expect(refusal).toMatch(/FOREIGN KEY/);
    await s.close();
  });
  it('every row has an id and its times', async () => {
    const s = await openServer();
    const tables = await s
      .db('sqlite_master')
      .where({ type: 'table' })
      .whereNot('name', 'like', 'knex_%')
      .whereNot('name', 'like', 'sqlite_%')
      .pluck<string[]>('name');
    expect(tables.length).toBeGreaterThanOrEqual(4);
    for (const table of tables) {
      const columns = Object.keys(await s.db(table).columnInfo());
      expect(columns).toEqual(expect.arrayContaining(['created_at', 'updated_at']));
      expect(columns.some((c) => c === 'id' || c === 'code')).toBe(true);
    }
    await s.close();
  });
});

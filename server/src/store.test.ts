import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadDemo } from './services/load-demo';
import { DEMO_DIR, openServer } from './testing/open-server';

describe('the demo world', () => {
  const world = loadDemo(DEMO_DIR);
  it('meets its contracts and is as large as it should be', () => {
    expect(world.catalogue.platforms.length).toBeGreaterThanOrEqual(3);
    expect(world.catalogue.parts.length + world.catalogue.kits.length).toBeGreaterThanOrEqual(45);
    expect(world.catalogue.tires).toHaveLength(20);
    expect(world.catalogue.wheels).toHaveLength(8);
    expect(world.jobs.length).toBeGreaterThanOrEqual(6);
    expect(new Set(world.jobs.map((j) => j.sections.head.stage)).size).toBe(6);
  });
  it('refers only to what is in it', () => {
    const { parts, kits, operations, access, platforms, tires, wheels } = world.catalogue;
    const has = (list: readonly { code: string }[], code: string) => list.some((x) => x.code === code);
    for (const p of parts) {
      expect(has(operations, p.operation)).toBe(true);
      for (const a of p.applications) {
        const platform = platforms.find((x) => x.code === a.platform);
        expect(platform).toBeDefined();
        for (const c of a.conditions) {
          const options = platform?.variantFields.find((f) => f.key === c.field)?.options.map((o) => o.value);
          const wanted = c.op === 'one-of' ? c.values : [c.value];
          expect(options).toEqual(expect.arrayContaining([...wanted]));
        }
      }
    }
    for (const k of kits) for (const p of k.parts) expect(has(parts, p.part)).toBe(true);
    for (const o of operations) for (const n of o.needs) expect(has(access, n)).toBe(true);
    for (const j of world.jobs) {
      const { build, tire, vehicle } = j.sections;
      for (const i of build.items) expect(has(i.kind === 'kit' ? kits : parts, i.code)).toBe(true);
      if (tire.tireCode !== null) expect(has(tires, tire.tireCode)).toBe(true);
      if (tire.wheelCode !== null) expect(has(wheels, tire.wheelCode)).toBe(true);
      if (vehicle.platform !== null) expect(has(platforms, vehicle.platform)).toBe(true);
    }
  });
  it('codes are unique', () => {
    for (const list of Object.values(world.catalogue) as (readonly { code?: string }[])[]) {
      const codes = list.flatMap((x) =>
        x.code
          ? [
              `${x.code}/${JSON.stringify((x as { axle?: string }).axle ?? '')}/${JSON.stringify((x as { kinds?: string[] }).kinds ?? '')}`,
            ]
          : [],
      );
      expect(new Set(codes).size).toBe(codes.length);
    }
  });
  it('a broken file is named with the path of its fault', () => {
    const dir = mkdtempSync(join(tmpdir(), 'rigger-demo-'));
    cpSync(DEMO_DIR, dir, { recursive: true });
    const file = join(dir, 'jobs/hut-warden.json');
    writeFileSync(file, readFileSync(file, 'utf8').replace('"payloadKg": 250', '"payloadKg": 99999'));
    expect(() => loadDemo(dir)).toThrow(/jobs\/hut-warden\.json.*\n.*sections\.brief\.payloadKg/);
    rmSync(dir, { recursive: true });
  });
});

describe('the store', () => {
  it('keeps edits over a restart, seeds only once, and is written through', async () => {
    const first = await openServer();
    const job = await first.job(1012);
    const { version, data } = job.sections.brief;
    await first.api
      .put(`/api/jobs/${job.id}/sections/brief`)
      .send({ version, data: { ...data, notes: 'kept' } })
      .expect(200);
    await first.close(true);
    const second = await openServer(undefined, first.database);
    expect(first.seeded).toBe('seeded');
    expect(second.seeded).toBe('kept');
    expect((await second.job(1012)).sections.brief).toMatchObject({
      version: version + 1,
      data: { notes: 'kept' },
    });
    await second.close();
  });
  it('a database of the first version gains what its jobs lack, keeps what was typed, and gets the new catalogue', async () => {
    const first = await openServer();
    const job = await first.job(1012);
    // back to the first version, as a shop that updates finds it
    await first.db.migrate.down({ name: '004-wheels-by-axle' });
    await first.db.migrate.down({ name: '003-name-of-the-shop' });
    await first.db.migrate.down({ name: '002-tires-side-by-side' });
    const shop = await first.db('settings').first();
    expect(JSON.parse(shop.data)).not.toHaveProperty('shopName');
    const old = await first.db('job_sections').where({ job_id: job.id, section: 'tire' }).first();
    const typed = JSON.parse(old.data) as Record<string, unknown>;
    expect(typed).not.toHaveProperty('reliefs');
    await first
      .db('job_sections')
      .where({ id: old.id })
      .update({ data: JSON.stringify({ ...typed, targetSize: '33x12.50R17' }) });
    await first.close(true);
    const second = await openServer(undefined, first.database);
    expect(second.seeded).toBe('kept');
    expect(second.catalogue.reliefs.length).toBeGreaterThan(10);
    expect((await second.job(1012)).sections.tire.data).toMatchObject({
      targetSize: '33x12.50R17',
      reliefs: [],
      candidates: [],
      rear: null,
    });
    const { data } = (await second.api.get('/api/settings').expect(200)).body;
    // the three limits of the place become rows of one list, and a spacer on the studs is asked about
    const { localTotalLiftMm, localTireLiftMm, localTrackIncreaseMm, ...rest } = JSON.parse(shop.data);
    const row = (what: string, limitMm: number) => ({
      what,
      limitMm,
      verdict: 'ask',
      whose: 'set by the shop',
    });
    expect(data).toEqual({
      ...rest,
      shopName: '',
      shopPlace: '',
      placeLimits: [
        row('total-lift', localTotalLiftMm),
        row('tire-lift', localTireLiftMm),
        row('track-increase', localTrackIncreaseMm),
        row('wheel-spacer', 0),
      ],
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
      data: '{}',
      created_at: 'a',
      updated_at: 'a',
    };
    // the driver's errors are of the realm that loaded it first, so only the message is looked at
    const refusal = await s
      .db('job_sections')
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

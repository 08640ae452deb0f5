import { spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir, userInfo } from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './bootstrap.mjs';
import { environmentOf, importDemo, startServer } from './running-product.mjs';

// What the shop loses when everything dies: `npm run torture`, or `npm run torture -- 50` for fewer kills.
ensureInstalled();
ensureBuilt();
const KILLS = Number(process.argv[2] ?? 500);
const FIRST_STARTS = Math.max(1, Math.round(KILLS / 10));
const WRITERS = 4;
/** a user who owns nothing */
const NOBODY = 65_534;
const dir = mkdtempSync(path.join(tmpdir(), 'rigger-torture-'));
const MAIN = path.join(root, 'server/dist/main.js');
const wrong = [];
const check = (what, good, detail = '') => {
  console.log(`${good ? 'holds ' : 'BROKEN'}  ${what}${detail === '' ? '' : `: ${detail}`}`);
  if (!good) wrong.push(what);
};
const pause = (ms) => new Promise((r) => setTimeout(r, ms));
const environment = (database, more) =>
  environmentOf(database, { RIGGER_BACKUP_HOURS: '0', LOG_LEVEL: 'silent', ...more });
const json = async (url, init) => (await fetch(url, init)).json();
const put = (url, body) =>
  fetch(url, { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });

// 1. killed while people save
{
  const database = path.join(dir, 'killed.sqlite');
  importDemo(database);
  const acknowledged = new Map();
  const pickUp = async (base) => {
    const { jobs } = await json(`${base}api/jobs`);
    return Promise.all(jobs.slice(0, WRITERS).map((j) => json(`${base}api/jobs/${j.id}`)));
  };
  let saves = 0;
  let lost = 0;
  let notStarted = 0;
  let counter = 0;
  for (let kill = 0; kill < KILLS - FIRST_STARTS; kill++) {
    let server;
    try {
      server = await startServer(database, environment(database));
    } catch {
      notStarted++;
      continue;
    }
    const jobs = await pickUp(server.base);
    for (const job of jobs) {
      const wanted = acknowledged.get(job.id);
      const found = job.sections.brief.data.notes;
      // what was acknowledged is there, or something newer that was under way when the power went
      if (wanted !== undefined && Number(found) < Number(wanted)) lost++;
    }
    let living = true;
    const writers = jobs.map(async (job) => {
      let { version, data } = job.sections.brief;
      while (living) {
        const notes = String(++counter);
        try {
          const r = await put(`${server.base}api/jobs/${job.id}/sections/brief`, {
            version,
            data: { ...data, notes },
          });
          if (r.ok) {
            version = (await r.json()).version;
            acknowledged.set(job.id, notes);
            saves++;
          } else living = false;
        } catch {
          return; // killed
        }
      }
    });
    await pause(60 + Math.random() * 140);
    await server.kill();
    living = false;
    await Promise.all(writers);
  }
  check(
    `${KILLS - FIRST_STARTS} SIGKILLs under ${WRITERS} writers`,
    lost === 0 && notStarted === 0 && saves > 0,
    `${saves} saves acknowledged, ${lost} lost, ${notStarted} that did not start again`,
  );
}
// 2. killed while the file is made
{
  let notStarted = 0;
  for (let i = 0; i < FIRST_STARTS; i++) {
    const database = path.join(dir, `first-${i}.sqlite`);
    const child = spawn(process.execPath, [MAIN], { env: environment(database), stdio: 'ignore' });
    await pause(150 + (i * 700) / FIRST_STARTS);
    child.kill('SIGKILL');
    await new Promise((r) => child.once('exit', r));
    try {
      const server = await startServer(database, environment(database));
      await server.stop();
    } catch {
      notStarted++;
    }
  }
  check(
    `${FIRST_STARTS} SIGKILLs of a first start`,
    notStarted === 0,
    `${notStarted} that did not start again`,
  );
}
// 3. files that cannot be used: each named with the way out, and left as it is
{
  const good = path.join(dir, 'good.sqlite');
  importDemo(good);
  const start = (database, more, as = {}) =>
    spawnSync(process.execPath, [MAIN], {
      ...as,
      env: environment(database, more),
      encoding: 'utf8',
      timeout: 15_000,
    });
  const named = (what, database, pattern, more, as) => {
    const before = existsSync(database) && statSync(database).isFile() ? readFileSync(database) : null;
    const r = start(database, more, as);
    const untouched = before === null || readFileSync(database).equals(before);
    const said = r.stderr.trim();
    check(
      `${what}: named, left as it is`,
      r.status === 2 && pattern.test(said) && said.split('\n').length <= 2 && untouched,
      said.replaceAll(dir, '').replaceAll('\n', ' / '),
    );
  };
  const file = (name, bytes) => {
    const at = path.join(dir, name);
    writeFileSync(at, bytes);
    return at;
  };
  const bytes = readFileSync(good);
  named('zero bytes', file('zero.sqlite', ''), /not one byte/);
  named('a text file', file('text.sqlite', 'Dear customer '.repeat(999)), /no database/);
  named(
    'a wiped header',
    file('wiped.sqlite', Buffer.concat([Buffer.alloc(100), bytes.subarray(100)])),
    /no database/,
  );
  const torn = Buffer.from(bytes);
  torn.fill(0x5a, 8192, 8192 + 60_000);
  named('damaged pages', file('torn.sqlite', torn), /damaged/);
  const Database = createRequire(path.join(root, 'server/package.json'))('better-sqlite3');
  const newer = path.join(dir, 'newer.sqlite');
  copyFileSync(good, newer);
  const n = new Database(newer);
  n.exec("insert into knex_migrations (name, batch, migration_time) values ('099-later', 9, 0)");
  n.close();
  named('a newer schema', newer, /newer version/);
  const held = path.join(dir, 'held.sqlite');
  copyFileSync(good, held);
  const h = new Database(held);
  h.exec('begin exclusive');
  named('a lock that is held', held, /held by another program/);
  h.exec('rollback');
  h.close();
  named('a bad port', good, /PORT is/, { PORT: '99999' });
  named('a bad log level', good, /LOG_LEVEL is/, { LOG_LEVEL: 'loud' });
  const one = await startServer(path.join(dir, 'one.sqlite'), environment(path.join(dir, 'one.sqlite')));
  const second = path.join(dir, 'second.sqlite');
  const taken = start(second, { PORT: new URL(one.base).port });
  check(
    'a port that is taken: known before anything is written',
    taken.status === 2 && !existsSync(second),
    taken.stderr.trim(),
  );
  await one.stop();
  // whoever may write everything asks as somebody who may not
  const readonly = path.join(dir, 'readonly.sqlite');
  copyFileSync(good, readonly);
  chmodSync(readonly, 0o444);
  chmodSync(dir, 0o755);
  named(
    'read-only',
    readonly,
    /cannot be written|cannot be opened/,
    {},
    userInfo().uid === 0 ? { uid: NOBODY } : {},
  );
  // a full disk: a file system that has no room left, where this machine can make one
  const small = path.join(dir, 'small');
  spawnSync('mkdir', [small]);
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=64k', 'tmpfs', small]).status === 0) {
    const database = path.join(small, 'shop.sqlite');
    const r = start(database);
    check(
      'a full disk at the first start: named',
      r.status === 2 && /disk is full/.test(r.stderr),
      r.stderr.trim().replaceAll('\n', ' / '),
    );
    spawnSync('umount', [small]);
  } else console.log('not asked  disk full: no small file system can be made here');
}
// 4. stopped under load
{
  const database = path.join(dir, 'stopped.sqlite');
  importDemo(database);
  const server = await startServer(database, environment(database));
  const { jobs } = await json(`${server.base}api/jobs`);
  const acknowledged = new Map();
  let stopping = false;
  const writers = jobs.map(async ({ id }, i) => {
    let { version, data } = (await json(`${server.base}api/jobs/${id}`)).sections.brief;
    for (let k = 0; !stopping; k++) {
      try {
        const notes = `${i}-${k}`;
        const r = await put(`${server.base}api/jobs/${id}/sections/brief`, {
          version,
          data: { ...data, notes },
        });
        if (!r.ok) return;
        version = (await r.json()).version;
        acknowledged.set(id, notes);
      } catch {
        return;
      }
    }
  });
  const heavy = jobs.map(({ id }) => fetch(`${server.base}api/jobs/${id}/sheet.pdf`).catch(() => null));
  await pause(400);
  const begun = Date.now();
  const code = await server.stop();
  const tookMs = Date.now() - begun;
  stopping = true;
  await Promise.all([...writers, ...heavy]);
  const again = await startServer(database, environment(database));
  let lost = 0;
  for (const [id, notes] of acknowledged)
    if ((await json(`${again.base}api/jobs/${id}`)).sections.brief.data.notes !== notes) lost++;
  await again.stop();
  check(
    'SIGTERM under load',
    code === 0 && tookMs <= 5000 && lost === 0 && acknowledged.size > 0,
    `exit ${code} after ${tookMs} ms, ${acknowledged.size} writers, ${lost} acknowledged saves lost`,
  );
}
// 5. restored into a running shop
{
  const database = path.join(dir, 'restored.sqlite');
  importDemo(database);
  const server = await startServer(database, environment(database));
  const rows = () => {
    const db = new (createRequire(path.join(root, 'server/package.json'))('better-sqlite3'))(database, {
      readonly: true,
    });
    const all = ['jobs', 'job_revisions', 'catalogue_imports', 'catalogue_revisions', 'settings'].map((t) =>
      db.prepare(`select * from ${t} order by id`).all(),
    );
    db.close();
    return JSON.stringify(all);
  };
  const before = rows();
  const post = (address) =>
    json(`${server.base}${address}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{}',
    });
  const { name } = await post('api/backups');
  const { jobs } = await json(`${server.base}api/jobs`);
  const { version, data } = (await json(`${server.base}api/jobs/${jobs[0].id}`)).sections.brief;
  await put(`${server.base}api/jobs/${jobs[0].id}/sections/brief`, {
    version,
    data: { ...data, notes: 'later' },
  });
  const changed = rows() !== before;
  await post(`api/backups/${name}/restore`);
  check(
    'a restore into a running shop: equal to the last row',
    changed && rows() === before,
    `${before.length} characters of rows`,
  );
  await server.stop();
}
rmSync(dir, { recursive: true, force: true });
console.log(wrong.length === 0 ? 'Nothing was lost.' : `${wrong.length} broken.`);
process.exitCode = wrong.length === 0 ? 0 : 1;

import { spawn, spawnSync } from 'node:child_process';
import { createRequire } from 'node:module';
import path from 'node:path';
import { chromium as chromiumPath, root } from './bootstrap.mjs';

/** Reads the demo world into a database, as `npm run demo` does. */
export function importDemo(database) {
  const done = spawnSync(process.execPath, ['server/dist/import.js', 'demo', '--unless-own'], {
    cwd: root,
    env: environmentOf(database),
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(done.stderr);
}
/** What a server of a script is started with: a free port, and nothing of the shop that is kept here. */
export const environmentOf = (database, more = {}) => ({
  ...process.env,
  PORT: '0',
  RIGGER_DB: database,
  RIGGER_BACKUPS: `${database}-backups`,
  LOG_LEVEL: 'error',
  ...more,
});
/** Starts the built server with its own database; resolves once it serves. `stop` gives its exit code. */
export async function startServer(database, env = environmentOf(database)) {
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js')], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const gone = new Promise((r) => child.once('exit', r));
  const base = await new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => {
      const found = /(http:\/\/[\d.:]+\/)/.exec(String(d));
      if (found) resolve(found[1]);
    });
    void gone.then(() => {
      reject(new Error('the server ended'));
    });
  });
  const end = (signal) => {
    child.kill(signal);
    return gone;
  };
  return { base, stop: () => end('SIGTERM'), kill: () => end('SIGKILL'), pid: child.pid };
}

/** Debian's Chromium under Playwright. */
export function openBrowser() {
  const { chromium } = createRequire(path.join(root, 'e2e/package.json'))('@playwright/test');
  return chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
}

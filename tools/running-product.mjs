import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import path from 'node:path';
import { chromium as chromiumPath, root, run } from './bootstrap.mjs';

/** Reads the demo world into a database, as `npm run demo` does. */
export function importDemo(database) {
  run(process.execPath, ['server/dist/import.js', 'demo', '--unless-own'], { RIGGER_DB: database });
}
/** Starts the built server on a free port with its own database; resolves once it serves. */
export async function startServer(database) {
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.js')], {
    env: { ...process.env, PORT: '0', RIGGER_DB: database, LOG_LEVEL: 'error' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const base = await new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => {
      const found = /(http:\/\/[\d.:]+\/)/.exec(String(d));
      if (found) resolve(found[1]);
    });
    child.once('exit', () => reject(new Error('the server ended')));
  });
  return { base, stop: () => new Promise((r) => child.once('exit', r) && child.kill('SIGTERM')) };
}

/** Debian's Chromium under Playwright. */
export function openBrowser() {
  const { chromium } = createRequire(path.join(root, 'e2e/package.json'))('@playwright/test');
  return chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
}

// Only node's own modules here: it runs before anything is installed.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
export const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/** Runs a command in the project's root and shows what it says; gives back its exit code. */
export function tryRun(command, args, env = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32',
    env: { ...process.env, ...env },
  });
  if (done.error) throw done.error;
  return done.status ?? 1;
}
/** The same, and ends this process where the command fails. */
export function run(command, args, env = {}) {
  const code = tryRun(command, args, env);
  if (code !== 0) process.exit(code);
}

export function ensureInstalled() {
  // npm writes this file last, so a broken-off install is seen as missing
  const marker = path.join(root, 'node_modules', '.package-lock.json');
  const lock = path.join(root, 'package-lock.json');
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync(lock).mtimeMs) return;
  // no prebuilt SQLite can be fetched, so it is compiled here: -O1 halves that time
  run(npm, ['ci', '--no-audit', '--no-fund'], { CFLAGS: '-O1', CXXFLAGS: '-O1' });
}

const BUILT_FROM = [
  'core',
  'contracts',
  'wording',
  'web',
  'server',
  'package-lock.json',
  'tsconfig.base.json',
];
const NOT_SOURCE = new Set(['node_modules', 'dist', '.angular', 'fixtures']);

function newest(file) {
  const s = statSync(file);
  if (!s.isDirectory()) return file.endsWith('.test.ts') ? 0 : s.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(file)
      .filter((name) => !NOT_SOURCE.has(name))
      .map((name) => newest(path.join(file, name))),
  );
}
/** Builds web and server unless both are newer than everything they are made from. */
export function ensureBuilt() {
  const outputs = ['web/dist/browser/index.html', 'server/dist/main.js'].map((f) => path.join(root, f));
  const oldest = Math.min(...outputs.map((f) => (existsSync(f) ? statSync(f).mtimeMs : 0)));
  if (oldest >= Math.max(...BUILT_FROM.map((f) => newest(path.join(root, f))))) return;
  run(npm, ['run', 'build']);
}

export const chromium = () => process.env.CHROMIUM ?? '/usr/bin/chromium';
/** Debian's Chromium, installed with apt where it is missing. */
export function ensureChromium() {
  if (existsSync(chromium())) return;
  if (!existsSync('/usr/bin/apt-get')) {
    console.error(
      `No Chromium at ${chromium()}: install one and set CHROMIUM to its path, then run this again.`,
    );
    process.exit(1);
  }
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    run(command, rest, { DEBIAN_FRONTEND: 'noninteractive' });
  };
  apt('update', '-q');
  apt('install', '-y', '-q', '--no-install-recommends', 'chromium');
}

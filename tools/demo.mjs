import { rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, root, run } from './bootstrap.mjs';

ensureInstalled();
ensureBuilt();
if (process.argv.includes('--reset'))
  for (const end of ['', '-wal', '-shm'])
    rmSync(process.env.RIGGER_DB ? process.env.RIGGER_DB + end : path.join(root, `var/rigger.sqlite${end}`), {
      force: true,
    });
// the demo world is one import among others; a shop's own catalogue is left alone
run(process.execPath, ['server/dist/import.js', 'demo', '--unless-own']);
await import('../server/dist/main.js'); // same process, so signals reach the server itself

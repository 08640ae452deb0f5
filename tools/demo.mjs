import { rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './bootstrap.mjs';

ensureInstalled();
ensureBuilt();
if (process.argv.includes('--reset'))
  for (const end of ['', '-wal', '-shm'])
    rmSync(process.env.RIGGER_DB ? process.env.RIGGER_DB + end : path.join(root, `var/rigger.sqlite${end}`), {
      force: true,
    });
await import('../server/dist/main.js'); // same process, so signals reach the server itself

import { readdirSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { root } from './bootstrap.mjs';

// The worker that keeps the application for a day without the server: it is told every file that was just built.
const out = path.join(root, 'web/dist/browser');
const files = readdirSync(out, { recursive: true, withFileTypes: true })
  .filter((f) => f.isFile())
  .map((f) => path.relative(out, path.join(f.parentPath, f.name)).split(path.sep).join('/'))
  .filter((f) => /-[A-Z0-9]{8}\.(js|css|woff2)$/.test(f));
await build({
  entryPoints: [path.join(root, 'web/src/offline.worker.ts')],
  outfile: path.join(out, 'offline-worker.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: {
    'process.env.NODE_ENV': '"production"',
    FILES: JSON.stringify(files.map((f) => ({ url: `/${f}`, revision: null }))),
  },
  logLevel: 'error',
});

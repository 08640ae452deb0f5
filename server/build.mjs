import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import { build } from 'esbuild';
import { decompress } from 'wawoff2';

// the type of the printed sheet, as plain TrueType
const FACES = {
  archivo: ['400-normal', '600-normal', '400-italic', '600-italic'],
  'spline-sans-mono': ['400-normal', '600-normal'],
};
const fonts = path.join(import.meta.dirname, 'dist/fonts');
await mkdir(fonts, { recursive: true });
const require = createRequire(import.meta.url);
for (const [family, faces] of Object.entries(FACES)) {
  const files = path.join(path.dirname(require.resolve(`@fontsource/${family}/package.json`)), 'files');
  for (const face of faces) {
    const packed = await readFile(path.join(files, `${family}-latin-${face}.woff2`));
    await writeFile(path.join(fonts, `${family}-${face}.ttf`), await decompress(packed));
  }
}

await build({
  entryPoints: [
    ...['main', 'import', 'backup', 'restore'].map((f) => `src/${f}.ts`),
    'src/workers/sheet-worker.ts',
    'src/workers/compute-worker.ts',
  ],
  outdir: 'dist',
  entryNames: '[name]',
  bundle: true,
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
  plugins: [
    {
      name: 'own-packages-in',
      setup(b) {
        // our workspaces are TypeScript source and go in; everything else by bare name stays out
        b.onResolve({ filter: /^[^./]/ }, (a) =>
          a.kind === 'entry-point' || a.path.startsWith('@rigger/')
            ? undefined
            : { path: a.path, external: true },
        );
      },
    },
  ],
});

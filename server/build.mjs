import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import { build } from 'esbuild';
import { decompress } from 'wawoff2';

// the type of the printed sheet, as plain TrueType: the shop's own, and beside it what has the letters that it lacks
const UPRIGHT = ['400-normal', '600-normal'];
const ALL = [...UPRIGHT, '400-italic', '600-italic'];
const FONTS = [
  ['Archivo', 'archivo', 'latin', ALL],
  ['ArchivoExt', 'archivo', 'latin-ext', ALL],
  ['Spline', 'spline-sans-mono', 'latin', UPRIGHT],
  ['SplineExt', 'spline-sans-mono', 'latin-ext', UPRIGHT],
  ['NotoExt', 'noto-sans', 'latin-ext', ALL],
  ['NotoGreek', 'noto-sans', 'greek', ALL],
  ['NotoGreekExt', 'noto-sans', 'greek-ext', ALL],
  ['NotoCyrillic', 'noto-sans', 'cyrillic', ALL],
  ['NotoCyrillicExt', 'noto-sans', 'cyrillic-ext', ALL],
];
const fonts = path.join(import.meta.dirname, 'dist/fonts');
await mkdir(fonts, { recursive: true });
const require = createRequire(import.meta.url);
const fontkit = createRequire(require.resolve('pdfmake'))('fontkit');
/** code points as ranges */
const rangesOf = (points) =>
  points
    .sort((a, b) => a - b)
    .reduce((ranges, p) => {
      const last = ranges.at(-1);
      if (last && p <= last[1] + 1) last[1] = p;
      else ranges.push([p, p]);
      return ranges;
    }, []);
const coverage = {};
for (const [name, family, subset, faces] of FONTS) {
  const files = path.join(path.dirname(require.resolve(`@fontsource/${family}/package.json`)), 'files');
  for (const face of faces) {
    const packed = await readFile(path.join(files, `${family}-${subset}-${face}.woff2`));
    const plain = Buffer.from(await decompress(packed));
    await writeFile(path.join(fonts, `${name}-${face}.ttf`), plain);
    coverage[name] ??= rangesOf([...fontkit.create(plain).characterSet]);
  }
}
await writeFile(path.join(fonts, 'coverage.json'), JSON.stringify(coverage));

await build({
  entryPoints: [
    ...['main', 'import', 'backup', 'restore'].map((f) => `src/${f}.ts`),
    'src/workers/sheet-worker.ts',
    'src/workers/compute-worker.ts',
    'src/workers/plans-worker.ts',
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

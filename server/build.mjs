import { build } from 'esbuild';

await build({
  entryPoints: ['src/main.ts', 'src/workers/sheet-worker.ts', 'src/workers/compute-worker.ts'],
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

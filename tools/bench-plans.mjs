import { performance } from 'node:perf_hooks';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build as bundle } from 'esbuild';
import highs from 'highs';
import { root } from './bootstrap.mjs';

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const most = (list) => Math.max(...list);

/** One search to its end: when its first plan is there, when all of it. */
function search(core, asked) {
  const steps = core.findPlans(asked);
  const begun = performance.now();
  let first = null;
  for (;;) {
    const step = steps.next();
    if (step.done)
      return { first: first ?? performance.now() - begun, all: performance.now() - begun, found: step.value };
    if (first === null && step.value.plans.length > 0) first = performance.now() - begun;
  }
}
/** A made-up choice of cures as an integer program: things in slots, each ends some needs. */
function cover(seed, things) {
  let s = seed;
  const r = () => (s = (s * 48_271) % 2_147_483_647) / 2_147_483_647;
  const needs = ['a', 'b', 'c', 'd', 'e', 'f'];
  const list = Array.from({ length: things }, (_, i) => ({
    cost: 10 + Math.floor(r() * 90),
    slot: Math.floor(r() * things),
    ends: needs.filter(() => r() < 0.3),
    i,
  }));
  return { list, needs: needs.filter((n) => list.some((t) => t.ends.includes(n))) };
}
/** Lines of the bench about plans: every job of the demo week, a synthetic catalogue of 5,000 parts and 200 vehicles, and the choice
 *  of cures by itself against an integer program in the same run. */
export async function benchPlans(core, catalogue, settings, jobs, line, ms) {
  const day = new Date().toISOString().slice(0, 10);
  const asked = (job, of = catalogue) => ({ job, catalogue: of, settings, day, locks: [] });
  const runs = jobs.map((job) => search(core, asked(job)));
  const pruned = runs.map((r) => r.found.pruned / Math.max(1, r.found.pairs));
  line(
    'plans of the demo week: first plan, median',
    ms(median(runs.map((r) => r.first))),
    `most ${ms(most(runs.map((r) => r.first)))}; goal 300 ms`,
  );
  line(
    'the same, to the complete set, median',
    ms(median(runs.map((r) => r.all))),
    `most ${ms(most(runs.map((r) => r.all)))} of ${runs.length} jobs; goal 2 s`,
  );
  line(
    'plans judged whole, median',
    String(median(runs.map((r) => r.found.tried))),
    `of ${median(runs.map((r) => r.found.pairs))} ways to lift both ends, ${Math.round(100 * median(pruned))} % passed over by bounds`,
  );

  const dir = mkdtempSync(path.join(tmpdir(), 'rigger-plans-'));
  const file = path.join(dir, 'made.mjs');
  await bundle({
    stdin: { contents: `export * from './src/testing/make-catalogue';`, resolveDir: path.join(root, 'core') },
    outfile: file,
    bundle: true,
    platform: 'node',
    format: 'esm',
    logLevel: 'warning',
  });
  const { makeCatalogue } = await import(pathToFileURL(file).href);
  rmSync(dir, { recursive: true });
  for (const [platforms, parts] of [
    [24, 600],
    [200, 5000],
  ]) {
    const made = makeCatalogue(catalogue, { platforms, parts, seed: 5 });
    const some = made.platforms.filter((_, i) => i % Math.ceil(platforms / 12) === 0).slice(0, 12);
    const took = some.map((p) => {
      const like = catalogue.platforms.find((d) => p.code.startsWith(`${d.code}-w`));
      const job = core.emptySections('bench');
      const variant = Object.fromEntries(p.variantFields.map((f) => [f.key, f.options[0].value]));
      return search(core, {
        ...asked(
          {
            ...job,
            vehicle: { ...job.vehicle, platform: p.code, year: like.years[0] + 1, variant },
            brief: { ...job.brief, wish: 'height', frontTargetMm: 40, rearTargetMm: 30 },
          },
          made,
        ),
      });
    });
    line(
      `made catalogue, ${parts} parts, ${platforms} vehicles: first`,
      ms(median(took.map((t) => t.first))),
      `complete ${ms(median(took.map((t) => t.all)))}, most ${ms(most(took.map((t) => t.all)))}; 12 vehicles`,
    );
  }
  line('memory after that', `${Math.round(process.memoryUsage().heapUsed / 1e6)} MB`, 'heap of this process');

  const solver = await highs();
  const [ours, theirs] = [[], []];
  for (let seed = 1; seed <= 60; seed++) {
    const { list, needs } = cover(seed, 14);
    const problem = {
      open: (set) => needs.filter((n) => !set.some((i) => list[i].ends.includes(n))),
      curers: (need, set) =>
        list
          .filter((t) => t.ends.includes(need) && set.every((k) => list[k].slot !== t.slot))
          .map((t) => t.i),
      costOf: (set) => set.reduce((sum, i) => sum + list[i].cost, 0),
      fits: (set, i) => set.every((k) => list[k].slot !== list[i].slot),
      apart: (i) => list[i].ends.length <= 1,
      noWorse: () => false,
    };
    let begun = performance.now();
    const sets = core.closedSets([], problem);
    ours.push(performance.now() - begun);
    const sum = (of) => of.map((t) => `x${t.i}`).join(' + ');
    const slots = [...new Set(list.map((t) => t.slot))];
    const lp = [
      'Minimize',
      ` obj: ${list.map((t) => `${t.cost} x${t.i}`).join(' + ')}`,
      'Subject To',
      ...needs.map((n, k) => ` n${k}: ${sum(list.filter((t) => t.ends.includes(n)))} >= 1`),
      ...slots.map((s, k) => ` s${k}: ${sum(list.filter((t) => t.slot === s))} <= 1`),
      'Binary',
      ` ${list.map((t) => `x${t.i}`).join(' ')}`,
      'End',
    ].join('\n');
    begun = performance.now();
    const answer = solver.solve(lp);
    theirs.push(performance.now() - begun);
    const whole = sets.filter((c) => c.open.length === 0);
    if (
      answer.Status === 'Optimal' &&
      Math.min(...whole.map((c) => problem.costOf(c.set))) !== answer.ObjectiveValue
    )
      throw new Error(`seed ${seed}: the cheapest set is not the optimum`);
  }
  line(
    'cheapest set of cures, 14 things, 6 needs',
    ms(median(ours)),
    `HiGHS on the same: ${ms(median(theirs))}, ${(median(theirs) / median(ours)).toFixed(1)} × as long; 60 instances`,
  );
}

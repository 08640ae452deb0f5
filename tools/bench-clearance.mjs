import { performance } from 'node:perf_hooks';

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

/** Lines of the bench about clearance: the full rub map of the Halder's front, what of it is the distance kernel, and how
 *  that stands against a bare loop over the same points in the same run; the least-lift search; a whole study. */
export function benchClearance(core, catalogue, job, assessed, line, ms) {
  const input = {
    vehicle: assessed.vehicle,
    axle: 'front',
    brief: job.brief,
    accessories: job.vehicle.accessories,
    fitted: assessed.fitted,
    planned: core.afterBuild(assessed.fitted, assessed.chosen),
    reliefs: [],
    catalogue,
  };
  const tire = core.studiedTire(assessed.tires.check.front.target, 'wanted');
  const axle = core.rubAxle(input).value;
  const wheel = core.mountedBody(tire, assessed.vehicle.platform, 0);
  const points = axle.obstacles.reduce((n, o) => n + o.points.length, 0);
  const timed = (work, rounds = 25) => {
    for (let i = 0; i < 8; i++) work(); // let it be compiled
    const took = [];
    for (let i = 0; i < rounds; i++) {
      const start = performance.now();
      work();
      took.push(performance.now() - start);
    }
    return median(took);
  };
  const table = core.axleTable(axle, 41, 41).value;
  const whole = timed(() => core.readMap(core.axleTable(axle, 41, 41).value, wheel));
  const reading = timed(() => core.readMap(table, wheel));
  // what stands in the same place in every pose is measured once for all of them
  const list = {
    obstacles: axle.obstacles.flatMap((_, k) => (table.constant[k] ? [] : [k])),
    insideRim: axle.obstacles.map((o) => o.insideRim === true),
  };
  const clouds = list.obstacles.map((k) => table.clouds[k]);
  const measured = clouds.reduce((n, c) => n + c.rho.length, 0);
  const states = table.states.reduce((n, s) => n + s, 0);
  const found = core.nearestOf(axle.obstacles.length);
  const kernel = timed(() => {
    for (let state = 0; state < states; state++) core.scanNearest(wheel, list, table.clouds, state, found);
  });
  line(
    'rub map, 41 × 41 poses × all obstacles, Halder front',
    ms(whole),
    `${axle.obstacles.length} obstacles, ${points} points a pose; posing and measuring ${ms(whole - reading)}, distance kernel ${ms(kernel)}, the map itself ${ms(reading - kernel)}`,
  );
  // the same profile over the same points in one bare loop, nothing kept but the least of all
  const { halfWidthMm, radiusMm, shoulderMm, rimRadiusMm } = wheel.tire;
  let least = 0;
  const bare = timed(() => {
    least = Infinity;
    for (const { rho, along } of clouds)
      for (let n = 0; n < rho.length; n++) {
        const s = Math.abs(along[n] - wheel.outboardMm);
        const a = s - halfWidthMm + shoulderMm;
        const o = rho[n] - radiusMm + shoulderMm;
        let c = (a > 0 && o > 0 ? Math.sqrt(a * a + o * o) : Math.max(a, o)) - shoulderMm;
        const inward = rimRadiusMm - rho[n];
        if (inward <= 0) c = Math.max(c, inward);
        else {
          const beside = s - halfWidthMm;
          c = beside > 0 ? Math.sqrt(beside * beside + inward * inward) : inward;
        }
        if (c < least) least = c;
      }
  });
  line(
    'distance kernel against a bare loop over the same points',
    `${(kernel / bare).toFixed(1)} times`,
    `bare ${ms(bare)} for ${measured} points (goal 2)`,
  );
  // and with the edges and faces: each of them searched in each state, and every point, nothing kept but the least of all
  const into = { mm: 0, t: 0, u: 0 };
  const pieces = axle.obstacles.map(core.piecesOf);
  const searching = timed(() => {
    for (let state = 0; state < states; state++)
      for (const k of list.obstacles) {
        const where = core.inState(table.clouds[k], state);
        for (const piece of pieces[k]) {
          core.nearestOn(piece, wheel, list.insideRim[k], where, into);
          if (into.mm < least) least = into.mm;
        }
      }
  }, 5);
  line(
    'the map against a bare loop over the same points, edges and faces',
    `${(reading / (bare + searching)).toFixed(2)} times`,
    `bare ${ms(bare + searching)} for ${pieces.flat().length} edges and faces (goal 2)`,
  );
  const search = core.axleTable(axle, 17, 17).value;
  line(
    'least-lift search',
    ms(timed(() => core.leastLift(search, wheel, axle))),
    'bisection to 0.25 mm, with the stop',
  );
  line('short answer for one tyre, front', ms(timed(() => core.rubChecks(input, axle, [tire]))));
  const begun = performance.now();
  core.wholeRubStudy({ ...input, tire });
  line(
    'whole study of one axle',
    ms(performance.now() - begun),
    'map, edges, cures, least lifts, sizes; once',
  );
}

const core = (room, more = {}) => ({ dir: `core/src/${room}`, project: 'core', ...more });

/** Rooms whose decisions `npm run mutate` changes: where each is, and the folders of the tests that hold it where that is not the room. */
export const MUTATED = {
  catalogue: core('catalogue'),
  vehicle: core('vehicle'),
  forecast: core('forecast'),
  'plan-case': core('plan-case'),
  rules: core('rules'),
  assessment: core('assessment'),
  'work-order': core('work-order'),
  'build-search': core('build-search'),
  advice: core('advice'),
  shopfloor: core('shopfloor'),
  // what is kept is asked for over HTTP
  store: { dir: 'server/src/store', project: 'server', heldBy: ['server/src'] },
  data: { dir: 'web/src/app/data', project: 'web' },
};

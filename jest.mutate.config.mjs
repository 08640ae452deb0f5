import { fileURLToPath } from 'node:url';
import all from './jest.config.mjs';
import { MUTATED } from './tools/mutated-rooms.mjs';

// A room is held by its own tests: what nobody watches there is not excused by a sum that comes out elsewhere.
const { dir, project, heldBy } = MUTATED[process.env['MUTATED_ROOM']];
const own = all.projects.find((p) => p.displayName === project);
const inProject = JSON.parse(JSON.stringify(own).replaceAll('<rootDir>', `<rootDir>/${project}`));
const environment = project === 'web' ? 'mutate-in-browser.cjs' : 'mutate-in-node.cjs';
export default {
  ...inProject,
  rootDir: '.',
  roots: [`<rootDir>/${project}/src`],
  testMatch: (heldBy ?? [dir]).map((of) => `<rootDir>/${of}/**/*.test.ts`),
  testEnvironment: fileURLToPath(new URL(`tools/${environment}`, import.meta.url)),
  testTimeout: 60_000,
};

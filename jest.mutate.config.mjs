import { fileURLToPath } from 'node:url';
import all from './jest.config.mjs';

// A room is held by its own tests: what nobody watches there is not excused by a sum that comes out elsewhere.
const [core] = all.projects;
const room = process.env['MUTATED_ROOM'];
export default {
  ...core,
  rootDir: '.',
  roots: ['<rootDir>/core/src'],
  testMatch: [`<rootDir>/core/src/${room}/*.test.ts`],
  testEnvironment: fileURLToPath(new URL('tools/mutate-until-noticed.cjs', import.meta.url)),
  testTimeout: 60_000,
};

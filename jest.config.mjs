import presets from 'jest-preset-angular/presets/index.js';

const { createCjsPreset } = presets;

const swc = [
  '@swc/jest',
  {
    jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
    module: { type: 'commonjs' },
    sourceMaps: 'inline',
  },
];
const node = (name) => ({
  displayName: name,
  rootDir: `./${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  transform: { '^.+\\.[cm]?ts$': swc },
  setupFiles: ['<rootDir>/../tools/fixed-seed.cjs'],
  modulePathIgnorePatterns: ['<rootDir>/dist'],
});
const web = {
  ...createCjsPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' }),
  testEnvironment: 'jest-preset-angular/environments/jest-jsdom-env',
  displayName: 'web',
  rootDir: './web',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  setupFiles: ['<rootDir>/../tools/fixed-seed.cjs'],
  setupFilesAfterEnv: ['<rootDir>/src/test-setup.ts'],
  modulePathIgnorePatterns: ['<rootDir>/dist'],
  // a worker needs a browser: in tests the same functions answer in place
  moduleNameMapper: {
    '/start-bench-worker$': '<rootDir>/src/testing/bench-in-place.ts',
    '/start-match-worker$': '<rootDir>/src/testing/match-in-place.ts',
    '/start-plans-worker$': '<rootDir>/src/testing/plans-in-place.ts',
    '/start-rub-worker$': '<rootDir>/src/testing/rub-in-place.ts',
  },
};
export default {
  // on a machine of two cores one would stand still
  maxWorkers: '100%',
  // roomy: what is loaded when first asked for is compiled on the way, and a busy machine is slow, not broken
  testTimeout: 30_000,
  projects: [node('core'), node('contracts'), node('wording'), node('server'), web],
};

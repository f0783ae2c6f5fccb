import { fileURLToPath } from 'node:url';

const project = (name) => ({
  displayName: name,
  rootDir: `<rootDir>/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
});

/** Components are shown in a page without layout; everything else needs none. */
const components = {
  ...project('web'),
  displayName: 'components',
  testEnvironment: fileURLToPath(new URL('./web/test/support/environment.mjs', import.meta.url)),
  testMatch: ['<rootDir>/test/**/*.test.tsx'],
};

// One worker a core: the suites share nothing, and the machine that checks has few.
export default {
  maxWorkers: '100%',
  testTimeout: 30_000,
  projects: [...['core', 'server', 'web', 'cli'].map(project), components],
};

/** Core and store tests. PGlite is an ES module, so Jest runs with Node's module loader (see scripts/test.mjs). */
export default {
  testEnvironment: 'node',
  roots: [
    '<rootDir>/tests/core',
    '<rootDir>/tests/store',
    '<rootDir>/tests/house',
    '<rootDir>/tests/drawing',
    '<rootDir>/tests/ui',
  ],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
  // Next's marker for server code is a module that throws outside it.
  moduleNameMapper: { '^server-only$': '<rootDir>/tests/store/server-only.ts', '^@/(.*)$': '<rootDir>/src/$1' },
  globalSetup: '<rootDir>/tests/template.mjs',
  globalTeardown: '<rootDir>/tests/afterAll.mjs',
  // Both cores: by itself Jest leaves one idle.
  maxWorkers: 2,
  testTimeout: 480000,
};

/** Core and store tests. PGlite is an ES module, so Jest runs with Node's module loader (see scripts/test.mjs). */
export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/tests/core', '<rootDir>/tests/store', '<rootDir>/tests/house'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } } }, module: { type: 'es6' } }] },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  testTimeout: 60000,
};

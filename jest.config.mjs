const swc = [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', decorators: true },
      transform: { legacyDecorator: true, decoratorMetadata: false, useDefineForClassFields: false },
      target: 'es2022',
      experimental: { keepImportAttributes: true },
    },
    module: { type: 'es6' },
  },
]

/** What takes a minute or longer by itself is run by `npm run test:long`, whole. */
const LONG = ['/many-arrivals\\.test', '/attack/floods\\.test']

function project(displayName, more = {}) {
  return {
    displayName,
    rootDir: import.meta.dirname,
    testMatch: [`<rootDir>/${displayName}/**/*.test.ts`],
    testPathIgnorePatterns: ['/node_modules/', '/dist/'],
    modulePathIgnorePatterns: ['/dist/', '/.lodge/'],
    extensionsToTreatAsEsm: ['.ts'],
    transform: { '^.+\\.ts$': swc },
    ...more,
  }
}

export default {
  // Processes are started and killed in some tests, on machines that are shared.
  testTimeout: 150_000,
  projects: [
    project('core'),
    project('web'),
    project('demo'),
    project('standins'),
    project('server', {
      globalSetup: '<rootDir>/server/test/global-setup.ts',
      globalTeardown: '<rootDir>/server/test/global-teardown.ts',
      setupFiles: ['<rootDir>/server/test/trace.mjs'],
      testPathIgnorePatterns: ['/node_modules/', '/dist/', ...(process.env.LODGE_WHOLE ? [] : LONG)],
    }),
  ],
}

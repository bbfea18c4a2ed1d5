/** ES modules run as they are; TypeScript is only stripped here, `tsc -b` checks the types. */
const common = {
  transform: {
    '^.+\\.ts$': [
      'ts-jest',
      {
        useESM: true,
        diagnostics: false,
        tsconfig: { module: 'ESNext', moduleResolution: 'bundler', target: 'ES2022', isolatedModules: true, esModuleInterop: true },
      },
    ],
  },
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    '^@umber/contract/(.*)/schemas$': '<rootDir>/contract/src/$1/schemas.ts',
    '^@umber/(core|contract|demo)/(.*)$': '<rootDir>/$1/src/$2/index.ts',
    '^@umber/(server|corpus)/(.*)$': '<rootDir>/$1/src/$2.ts',
  },
  testEnvironment: 'node',
};

export default {
  projects: [
    { ...common, displayName: 'unit', testMatch: ['<rootDir>/{core,contract,demo,evaluation,web}/src/**/*.spec.ts'] },
    { ...common, displayName: 'integration', testMatch: ['<rootDir>/server/test/**/*.spec.ts'] },
  ],
  testTimeout: 600_000,
  coverageProvider: 'v8',
  collectCoverageFrom: ['core/src/**/*.ts', '!**/*.spec.ts', '!**/index.ts', '!core/src/reading/language/lexicon/??.ts'],
  coverageReporters: ['text', 'text-summary'],
};

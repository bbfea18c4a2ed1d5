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

/** Components as the browser would show them, on a document without layout; their templates are compiled as they are read. */
const components = {
  ...common,
  displayName: 'components',
  testMatch: ['<rootDir>/web/src/**/*.component.spec.ts'],
  testEnvironment: 'jest-preset-angular/environments/jest-jsdom-env',
  setupFilesAfterEnv: ['<rootDir>/web/components.setup.mjs'],
  moduleFileExtensions: ['ts', 'html', 'js', 'mjs', 'json'],
  transformIgnorePatterns: ['node_modules/'],
  transform: {
    '^.+\\.(ts|mjs|html|svg)$': [
      'jest-preset-angular',
      {
        useESM: true,
        diagnostics: false,
        isolatedModules: true,
        tsconfig: '<rootDir>/web/tsconfig.spec.json',
        stringifyContentPathRegex: '\\.(html|svg)$',
      },
    ],
  },
};

export default {
  projects: [
    components,
    {
      ...common,
      displayName: 'unit',
      testMatch: ['<rootDir>/{core,contract,demo,evaluation,web}/src/**/*.spec.ts'],
      testPathIgnorePatterns: ['\\.component\\.spec\\.ts$'],
    },
    { ...common, displayName: 'integration', testMatch: ['<rootDir>/server/test/**/*.spec.ts'] },
  ],
  testTimeout: 600_000,
  coverageProvider: 'v8',
  collectCoverageFrom: ['core/src/**/*.ts', '!**/*.spec.ts', '!**/index.ts', '!core/src/languages/??.ts'],
  coverageReporters: ['text', 'text-summary'],
};

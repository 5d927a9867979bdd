// Packages that come only as ES modules are compiled like our own code.
const modules = [
  'uuid',
  '@sindresorhus/slugify',
  '@sindresorhus/transliterate',
  'escape-string-regexp',
  'p-queue',
  'p-timeout',
  'eventemitter3',
  'fractional-indexing',
  'file-type',
  'strtok3',
  'token-types',
  'uint8array-extras',
  '@tokenizer/inflate',
  '@borewit/text-codec',
  'd3',
  'd3-[a-z-]+',
  'internmap',
  'delaunator',
  'robust-predicates',
  'ical-generator',
  'ical.js',
];

export default {
  testEnvironment: 'node',
  globalSetup: '<rootDir>/tests/copied-installations.ts',
  // Many tests open a database of their own on disk, which a busy machine may take long for.
  testTimeout: 180_000,
  // Each waits for its disk about half of the time, so every processor gets a suite.
  maxWorkers: '100%',
  roots: ['<rootDir>/src'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  transform: {
    '^.+\\.(mjs|[tj]sx?)$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: {
            legacyDecorator: true,
            useDefineForClassFields: false,
            react: { runtime: 'automatic' },
          },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${modules.join('|')})/)`],
  setupFiles: ['reflect-metadata'],
};

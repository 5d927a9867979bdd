// Packages that come only as ES modules are compiled like our own code.
const modules = ['uuid', '@sindresorhus/slugify', '@sindresorhus/transliterate', 'escape-string-regexp', 'p-queue', 'p-timeout', 'eventemitter3', 'fractional-indexing'];

export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/src'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  transform: {
    '^.+\\.(t|j)sx?$': ['@swc/jest', {
      jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true, decorators: true }, transform: { legacyDecorator: true, useDefineForClassFields: false, react: { runtime: 'automatic' } } },
      module: { type: 'commonjs' },
    }],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${modules.join('|')})/)`],
  setupFiles: ['reflect-metadata'],
};

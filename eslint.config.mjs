import boundaries from 'eslint-plugin-boundaries';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Who may import whom, as docs/architecture.md tells it. */
const may = {
  core: [],
  contract: ['core'],
  store: ['core'],
  standins: ['core'],
  services: ['core', 'contract', 'store', 'standins'],
  jobs: ['services', 'store', 'core'],
  site: ['core'],
  door: ['services', 'contract', 'site', 'core'],
  bench: ['ui', 'contract', 'core', 'site', 'workers'],
  ui: ['core', 'contract'],
  workers: ['core'],
  scripts: ['services', 'jobs', 'core'],
  // What measures the store looks into it, and reads the answers that it asks for.
  measure: ['services', 'store', 'core', 'contract', 'scripts'],
};
/** The files of the bench that run on the server and may ask the services; everything else there is the browser's. */
const benchOnServer = [
  'src/app/bench/**/page.tsx',
  'src/app/bench/**/*-page.tsx',
  'src/app/bench/**/layout.tsx',
  'src/app/bench/**/route.ts',
  'src/app/bench/signed-in.ts',
  'src/app/bench/or-not-found.ts',
  'src/app/bench/answers-at-hand.tsx',
  'src/app/bench/asked-early.tsx',
  'src/app/bench/form-at-hand.ts',
];

/** What differs by the kind of a field, or of what fills a page, is asked of the kind. */
const askedOfKinds = [
  'BinaryExpression[left.property.name="kind"][right.type="Literal"]',
  'SwitchStatement[discriminant.property.name="kind"]',
].map((selector) => ({ selector, message: 'Ask the kind (`kindFor`, `answersOf`): kinds are closed.' }));

/** Who has set out for elsewhere while an act was under way would be called back by what leads on from it. */
const goesOn = {
  selector: 'CallExpression[callee.object.name="router"][callee.property.name="push"]',
  message: 'Take `useGoing` of `ui`, which knows who has set out for elsewhere.',
};

const ownLink = {
  regex: '^next/link$',
  message: 'Take the Link of `ui`, which asks for nothing beforehand.',
};

const forbidden = (paths, message) => ({ group: paths, message });

export default tseslint.config(
  { ignores: ['.next/', 'node_modules/', 'next-env.d.ts', 'data/', 'test-results/'] },
  ...tseslint.configs.recommended,
  {
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_', argsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      eqeqeq: 'error',
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
    },
  },
  {
    files: ['src/**/*.{ts,tsx}', 'scripts/**/*.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { alwaysTryTypes: true } },
      'boundaries/include': ['src/**/*', 'scripts/**/*'],
      'boundaries/files': [
        { category: 'on-server', pattern: benchOnServer },
        { category: 'server', pattern: 'src/server.ts' },
      ],
      'boundaries/elements': [
        // What somebody with a link sees is a visitor's page, at an address of the workspaces.
        { type: 'door', partialMatch: false, pattern: 'src/app/bench/draft' },
        { type: 'bench', partialMatch: false, pattern: 'src/app/bench' },
        { type: 'door', partialMatch: false, pattern: 'src/app' },
        { type: 'measure', partialMatch: false, pattern: 'scripts/measure' },
        { type: 'scripts', partialMatch: false, pattern: 'scripts' },
        ...['core', 'contract', 'store', 'standins', 'services', 'jobs', 'site', 'ui', 'workers'].map(
          (type) => ({ type, partialMatch: false, pattern: `src/${type}` }),
        ),
      ],
    },
    rules: {
      'boundaries/no-unknown-files': 'error',
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            ...Object.entries(may).map(([from, to]) => ({
              from: { element: { type: from } },
              allow: { to: { element: { types: { anyOf: [from, ...to] } } } },
            })),
            { from: { file: { categories: 'on-server' } }, allow: { to: { element: { type: 'services' } } } },
            {
              from: { file: { categories: 'server' } },
              allow: { to: { element: { types: { anyOf: ['services', 'jobs'] } } } },
            },
            { allow: { to: { module: { origin: ['external', 'core'] } } } },
          ],
        },
      ],
    },
  },
  {
    // The job knows no screen, no database and no framework.
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            forbidden(
              [
                'react',
                'react-dom',
                'next',
                'next/*',
                'sequelize',
                'sqlite3',
                '@mui/*',
                'node:*',
                'fs',
                'path',
              ],
              'Core does no I/O and knows no framework.',
            ),
          ],
        },
      ],
    },
  },
  {
    // The contract's classes read at the door what comes in; behind it they are only the types of what is passed on.
    files: ['src/services/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: 'contract/(?!session-cookie)',
              allowTypeImports: true,
              message: 'Services take what is parsed already: import types only.',
            },
          ],
        },
      ],
    },
  },
  {
    // Each room of the services hands out by its index what others may use.
    // The world to measure is filled by ways that no screen has.
    files: ['src/app/**/*.{ts,tsx}', 'src/server.ts', 'scripts/**/*.ts'],
    ignores: ['**/*.test.ts', 'scripts/measure/world.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: 'services/[^/]+/', message: 'A room of the services is entered by its index.' },
            ownLink,
          ],
        },
      ],
    },
  },
  {
    files: ['src/ui/**/*.{ts,tsx}'],
    ignores: ['src/ui/link.tsx'],
    rules: { 'no-restricted-imports': ['error', { patterns: [ownLink] }] },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/kinds/**', 'src/core/model/page-source.ts', 'src/site/**', '**/*.test.{ts,tsx}'],
    rules: { 'no-restricted-syntax': ['error', ...askedOfKinds, goesOn] },
  },
  {
    files: ['src/ui/going.ts'],
    rules: { 'no-restricted-syntax': ['error', ...askedOfKinds] },
  },
  {
    // Visitors' pages are rendered once to plain HTML.
    files: ['src/site/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...askedOfKinds,
        {
          selector: 'CallExpression[callee.name=/^use[A-Z]/]',
          message: 'Hooks cannot be used in what is rendered for visitors; pass props.',
        },
        {
          selector: 'CallExpression[callee.name=/^(createContext|useContext)$/]',
          message: 'Context cannot be used in what is rendered for visitors; pass props.',
        },
      ],
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: 'react',
              importNames: ['useState', 'useEffect', 'useContext', 'createContext', 'useMemo', 'useRef'],
              message: 'Hooks and context cannot be used here.',
            },
          ],
        },
      ],
    },
  },
  { files: ['src/ui/**/*.{ts,tsx}', 'src/app/bench/**/*.{ts,tsx}'], ...reactHooks.configs.flat.recommended },
);

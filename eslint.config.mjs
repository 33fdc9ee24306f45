import js from '@eslint/js'
import { importX } from 'eslint-plugin-import-x'
import regexp from 'eslint-plugin-regexp'
import vue from 'eslint-plugin-vue'
import typescript from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'
import words from './scripts/eslint/no-literal-text.mjs'

/** What a room may not import; the boundaries of docs/architecture.md. */
function mayNotImport(files, names, message, others = []) {
  const patterns = names.map((name) => ({
    group: [`@lodge/${name}`, `@lodge/${name}/*`, `**/${name}/src/**`],
    message,
  }))
  return { files, rules: { 'no-restricted-imports': ['error', { patterns: [...patterns, ...others] }] } }
}

const outside = ['node:*', 'koa', 'mysql2', 'mysql2/*', 'vue', 'pinia']

export default typescript.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.lodge/**',
      '.mutation/**',
      'core/mutation/all-tests.*',
      'web/src/components.d.ts',
      '**/test-results/**',
    ],
  },
  js.configs.recommended,
  ...typescript.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: typescript.parser, sourceType: 'module' } },
  },
  {
    // A pattern takes time in proportion to its text: no nested quantifiers, no ends sought from every place.
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'certain' }],
      'regexp/no-super-linear-move': 'error',
    },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      'no-console': ['error', { allow: ['log', 'error'] }],
      'no-undef': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/attributes-order': 'off',
    },
  },
  mayNotImport(['core/**/*.ts'], ['server', 'web', 'standins', 'demo', 'bench'], 'core imports nothing of ours.'),
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: outside, message: 'core has no I/O and no interface.' },
            { group: ['@lodge/*'], message: 'core imports nothing of ours.' },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'Date', 'fetch', 'setTimeout', 'setInterval', 'process', 'crypto'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'core has no randomness.' }],
    },
  },
  {
    // The account is what all rules are about: it knows none of them.
    files: ['core/src/account/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: outside, message: 'core has no I/O and no interface.' },
            { group: ['@lodge/*'], message: 'core imports nothing of ours.' },
            {
              group: ['access', 'seats', 'changes', 'departures', 'views'].map((room) => `../${room}/**`),
              message: 'The account imports from no room above it.',
            },
          ],
        },
      ],
    },
  },
  {
    // Types that hold: nothing is taken for what it was not read as, no promise is left alone, no case forgotten.
    files: ['core/src/**/*.ts', 'server/src/**/*.ts', 'web/src/**/*.ts'],
    languageOptions: { parserOptions: { project: ['tsconfig.json'], tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-unsafe-argument': 'error',
      '@typescript-eslint/no-unsafe-assignment': 'error',
      '@typescript-eslint/no-unsafe-call': 'error',
      '@typescript-eslint/no-unsafe-member-access': 'error',
      '@typescript-eslint/no-unsafe-return': 'error',
    },
  },
  {
    // What must be there is said by `must` and `entryAt`, which throw what was missing.
    files: [
      'core/src/**/*.ts',
      'server/src/**/*.ts',
      'web/src/**/*.ts',
      'web/src/**/*.vue',
      '{demo,standins}/src/**/*.ts',
    ],
    // Where each decision reads, a check beside it costs more than the reading: measured, a third of a decision and
    // twice the time to follow a place (docs/bench.md). What is read there is proven by comparing it with the walk.
    ignores: ['access-index', 'interned', 'place-numbers', 'packed-lists'].map(
      (name) => `core/src/access/indexed/${name}.ts`,
    ),
    rules: { '@typescript-eslint/no-non-null-assertion': 'error' },
  },
  {
    // What is taken for something it was not read as stands in a few places, each with its reason.
    files: ['core/src/**/*.ts', 'server/src/**/*.ts', 'web/src/**/*.ts', 'web/src/**/*.vue'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['TSAsExpression > TSAsExpression > TSUnknownKeyword', 'TSAsExpression > TSNeverKeyword'].map(
          (selector) => ({
            selector,
            message: 'Say of what type it is where it comes from, or why that cannot be seen here.',
          }),
        ),
      ],
    },
  },
  {
    // Every text that people read has its code in a catalogue, so that another language needs no code.
    files: ['core/src/**/*.ts', 'server/src/**/*.ts', 'web/src/**/*.ts', 'web/src/**/*.vue'],
    plugins: { words },
    rules: { 'words/no-literal-text': 'error' },
  },
  {
    files: ['web/src/**/*.vue'],
    rules: {
      'vue/no-restricted-syntax': [
        'error',
        { selector: 'VElement TSNonNullExpression', message: 'Say in the script what has to be there.' },
      ],
      'vue/no-bare-strings-in-template': [
        'error',
        // Punctuation, marks, and what is written so in every language.
        { allowlist: ['CSV', 'PDF', 'Ctrl K', ...'()[],.:;·…×‹›→–—“”+−/%&*'] },
      ],
    },
  },
  {
    // What knows all kinds of change knows them last: no kind, and nothing beneath it, comes back to it.
    files: ['core/src/**/*.ts'],
    plugins: { 'import-x': importX },
    settings: { 'import-x/extensions': ['.ts'], 'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] } },
    rules: { 'import-x/no-cycle': 'error' },
  },
  mayNotImport(['server/src/**/*.ts'], ['web', 'standins', 'demo'], 'server and web never import each other.'),
  {
    // The store is beneath all rooms that answer: it knows SQL, and none of them.
    files: ['server/src/store/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['work', 'http', 'door', 'account', 'files', 'protocols'].map((room) => `../${room}/*`),
              message: 'The store imports from no room above it.',
            },
            {
              group: ['@lodge/web', '@lodge/standins', '@lodge/demo'],
              message: 'server and web never import each other.',
            },
          ],
        },
      ],
    },
  },
  // What is tested against the world outside is tested against its stand-ins.
  mayNotImport(['server/test/**/*.ts'], ['web', 'demo'], 'server and web never import each other.'),
  mayNotImport(
    ['web/**/*.ts', 'web/**/*.vue'],
    ['server', 'standins', 'demo'],
    'server and web never import each other.',
  ),
  {
    files: ['web/src/**/*.ts', 'web/src/**/*.vue'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          paths: [
            { name: '@lodge/core', allowTypeImports: true, message: 'The web decides nothing: import types only.' },
          ],
        },
      ],
    },
  },
  // What every view is made of knows none of them.
  mayNotImport(
    ['web/src/{basics,logic,state,api,marks}/**'],
    ['server', 'standins', 'demo'],
    'server and web never import each other.',
    [{ group: ['**/pages/**'], message: 'What is shared by views imports from none of them.' }],
  ),
  mayNotImport(['standins/**/*.ts'], ['core', 'server', 'web', 'demo'], 'A stand-in knows protocols only.'),
)

import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Coordinates, loop indices, the letters of a type. */
const COORDINATES = ['_', 'i', 'j', 'k', 'x', 'y', 'z', 'T', 'K'];

export default tseslint.config(
  { ignores: ['dist/**', '.test/**', '.data/**', '.astro/**', 'node_modules/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['{src,scripts,worlds,tests}/**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeCheckedOnly],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      // `CupId | 'another'` says more than `string`.
      '@typescript-eslint/no-redundant-type-constituents': 'off',
      '@typescript-eslint/no-floating-promises': [
        'error',
        { allowForKnownSafeCalls: [{ from: 'package', name: 'test', package: 'node:test' }] },
      ],
    },
  },
  {
    // The shape of an answer is what each test asserts of it.
    files: ['tests/**'],
    rules: {
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'no-useless-rename': 'error',
      'object-shorthand': ['error', 'properties'],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    files: ['**/*.{ts,tsx,mjs}'],
    rules: {
      'id-length': ['error', { min: 2, properties: 'never', exceptions: COORDINATES }],
    },
  },
  // A file is a small chapter; tables of data are as long as they are.
  {
    files: ['{src,scripts,tests,worlds}/**'],
    ignores: ['scripts/demo/moulds.ts', 'scripts/bench/endpoints.ts'],
    rules: { 'max-lines': ['error', 250], 'max-len': ['error', 120] },
  },
  // A property draws as many things as it wants.
  {
    files: ['{src,scripts,worlds}/**'],
    rules: { 'max-params': ['error', 4], complexity: ['error', 15] },
  },
  {
    files: ['src/core/**'],
    rules: {
      'no-restricted-globals': ['error', 'document', 'window', 'localStorage', 'fetch', 'process'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock: pass the time in' },
        { object: 'Math', property: 'random', message: 'core has no chance: pass a seed in' },
        {
          object: 'Object',
          property: 'assign',
          message: 'it takes anything: alter() of session/alter.ts',
        },
      ],
    },
  },
  { files: ['src/core/session/alter.ts'], rules: { 'no-restricted-properties': 'off' } },
  {
    files: ['**/*.{mjs,cjs,js}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        AbortSignal: 'readonly',
        module: 'writable',
        performance: 'readonly',
        document: 'readonly',
        requestAnimationFrame: 'readonly',
        MutationObserver: 'readonly',
      },
    },
  },
);

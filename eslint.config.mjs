import js from '@eslint/js';
import { defineConfig } from 'eslint/config';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

export default defineConfig(
  { ignores: ['**/node_modules', '**/dist', '.data*', 'test-results'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // Wrong about widened initial states and literal records.
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
      // An async handler handed to the router or to a form is how both are used.
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
    },
  },
  {
    files: ['apps/web/**/*.{ts,tsx}'],
    extends: [reactHooks.configs.flat.recommended],
    languageOptions: { globals: globals.browser },
  },
  {
    files: ['packages/core/src/**/*.ts', 'packages/drawings/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        {
          object: 'Math',
          property: 'random',
          message: 'The core is deterministic: take a seeded generator.',
        },
        { object: 'Date', property: 'now', message: 'The core has no clock: take the time as an input.' },
      ],
    },
  },
  {
    files: ['tools/**/*.mjs', '*.mjs', '**/*.cjs', 'tools/**/*.js'],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
  },
);

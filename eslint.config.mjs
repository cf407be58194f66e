import expo from 'eslint-config-expo/flat.js';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

const NOT_IN_CORE = ['react', 'react-*', 'tamagui', '@tamagui/*', 'expo', 'expo-*', '@reduxjs/*', 'express', 'drizzle-*', 'better-sqlite3', 'comlink', 'node:*', 'fs', 'path', '@yibbo/*'];

export default tseslint.config(
  { ignores: ['**/node_modules/**', 'app/dist/**', 'app/public/**', 'app/.expo/**', '**/dist/**', 'test-results/**', 'app/expo-env.d.ts'] },
  ...expo,
  ...tseslint.configs.recommended,
  prettier,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-require-imports': 'off',
      'max-lines': ['error', { max: 320, skipBlankLines: true, skipComments: true }],
      // What the compiler sees to: these took two thirds of the time.
      'import/no-unresolved': 'off',
      'import/namespace': 'off',
      'import/export': 'off',
      'import/default': 'off',
      'import/named': 'off',
      'import/no-named-as-default-member': 'off',
      'import/no-named-as-default': 'off',
    },
  },
  {
    files: ['{core,app,server}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'no-restricted-syntax': [
        'error',
        { selector: "CallExpression[callee.property.name='push'] > SpreadElement", message: 'A long list overflows the stack as arguments: push in a loop, or concat.' },
        { selector: "CallExpression[callee.object.name='Math'] > SpreadElement", message: 'A long list overflows the stack as arguments: use least or most.' },
      ],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ group: NOT_IN_CORE, message: 'core knows no interface, server, browser or Node library.' }] }],
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'fetch', 'process', 'Buffer', 'localStorage', 'setTimeout', 'Date'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Chance comes in through the context.' }],
    },
  },
  { files: ['core/src/audio/**/*.ts'], ignores: ['**/*.test.ts'], rules: { 'no-restricted-properties': ['error', ...['sin', 'cos', 'tan', 'exp', 'pow', 'tanh', 'random', 'log'].map((property) => ({ object: 'Math', property, message: 'Its last digits differ between browsers; use audio/math.' }))] } },
  { files: ['app/**/*.{ts,tsx}'], rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['@yibbo/server', '**/server/**'], message: 'The app knows the server by HTTP only.' }] }] } },
  { files: ['server/**/*.ts'], rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['@yibbo/app', '**/app/src/**'], message: 'The server does not know the app.' }] }] } },
);

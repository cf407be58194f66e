import expo from 'eslint-config-expo/flat.js';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

const NOT_IN_CORE = ['react', 'react-*', 'tamagui', '@tamagui/*', 'expo', 'expo-*', '@reduxjs/*', 'express', 'drizzle-*', 'better-sqlite3', 'comlink', 'node:*', 'fs', 'path', '@yibbo/*'];

/** The rooms of each package, lowest first: each may import from those before it and from itself. Rooms of one step know nothing of each other. */
const CORE_ROOMS = [['time'], ['model'], ['chance', 'change', 'gesture', 'theory'], ['notes'], ['audio', 'lanes'], ['actions', 'hits', 'shelf', 'sounds'], ['select'], ['playback'], ['input'], ['midi', 'render'], ['api', 'measure', 'song'], ['recording']];
const SERVER_ROOMS = [['database'], ['http'], ['access', 'files', 'songs'], ['live'], ['keeping'], ['heavy', 'routes']];
const APP_ROOMS = [['browser', 'theme'], ['controls', 'workers', 'sync', 'audio'], ['state'], ['acts'], ['editor'], ['pages'], ['root']];

/** Rules that hold the rooms of a package in their order. */
function inOrder(part, steps, others = []) {
  return steps.flatMap((rooms, step) =>
    rooms.map((room) => {
      const above = [...rooms.filter((each) => each !== room), ...steps.slice(step + 1).flat()].join('|');
      const order = { regex: `^(?:\\.\\./)+(?:${above})(?:/|$)`, message: `${room} lies below: let that come in from outside, or move what both need further down.` };
      return { files: [`${part}/src/${room}/**/*.{ts,tsx}`], ignores: ['**/*.test.{ts,tsx}'], rules: { 'no-restricted-imports': ['error', { patterns: above ? [order, ...others] : others }] } };
    }),
  );
}

/** Rules of React, for whom there is none of it: they read every file anew, which was half the time. */
const REACT_RULES = Object.fromEntries(
  expo.flatMap(({ rules = {} }) => Object.keys(rules).filter((name) => name.startsWith('react')).map((name) => [name, 'off'])),
);

export default tseslint.config(
  { ignores: ['**/node_modules/**', 'app/dist/**', 'app/public/**', 'app/.expo/**', '**/dist/**', 'test-results/**', 'app/expo-env.d.ts'] },
  ...expo,
  ...tseslint.configs.recommended,
  prettier,
  { files: ['{core,server,e2e,bench,scripts}/**/*.{ts,js,mjs,cjs}', '**/*.test.{ts,tsx}', '*.{js,mjs,cjs}'], rules: REACT_RULES },
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
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'fetch', 'process', 'Buffer', 'localStorage', 'setTimeout', 'Date'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Chance comes in through the context.' }],
    },
  },
  ...inOrder('core', CORE_ROOMS, [{ group: NOT_IN_CORE, message: 'core knows no interface, server, browser or Node library.' }]),
  { files: ['core/src/audio/**/*.ts'], ignores: ['**/*.test.ts'], rules: { 'no-restricted-properties': ['error', ...['sin', 'cos', 'tan', 'exp', 'pow', 'tanh', 'random', 'log'].map((property) => ({ object: 'Math', property, message: 'Its last digits differ between browsers; use audio/math.' }))] } },
  ...inOrder('app', APP_ROOMS, [{ group: ['@yibbo/server', '**/server/**'], message: 'The app knows the server by HTTP only.' }]),
  ...inOrder('server', SERVER_ROOMS, [{ group: ['@yibbo/app', '**/app/src/**'], message: 'The server does not know the app.' }]),
);

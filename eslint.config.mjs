import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { coreRooms, guardRooms, webRooms } from './rooms.mjs';

const outside = [
  'react',
  'react-*',
  'three',
  'express',
  'drizzle-orm',
  '@jade/web',
  '@jade/server',
  'node:*',
  'fs',
  'path',
];

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      'test-results/**',
      'playwright-report/**',
      'server/drizzle/**',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-restricted-syntax': [
        'error',
        { selector: 'TSEnumDeclaration', message: 'Use a union of string literals.' },
      ],
    },
  },
  {
    // The core is pure: no page, no Node, no clock, no unseeded chance.
    files: ['core/src/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'localStorage',
        'process',
        'performance',
        'fetch',
        'Date',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Use a seeded chance.' },
      ],
    },
  },
  ...guardRooms('core/src', coreRooms, [{ group: outside, message: 'The core is pure.' }]),
  ...guardRooms('web/src', webRooms),
  // Demo dates are fixed texts made into times; nothing reads the clock.
  { files: ['core/src/demo/**'], rules: { 'no-restricted-globals': 'off' } },
  {
    files: ['web/src/**'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
    languageOptions: { globals: globals.browser },
  },
  { files: ['web/sw/sw.js'], languageOptions: { globals: globals.serviceworker } },
  { files: ['**/*.mjs', '**/*.mts', 'server/**', 'cli/**'], languageOptions: { globals: globals.node } },
  prettier,
);

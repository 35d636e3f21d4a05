import boundaries from 'eslint-plugin-boundaries'
import importX from 'eslint-plugin-import-x'
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import parser from 'vue-eslint-parser'
import { builtinModules } from 'node:module'
import plainTemplate from './scripts/eslint/plain-template.mjs'

const NODE = [...builtinModules, ...builtinModules.map((name) => `node:${name}`)]
const resolver = [createTypeScriptImportResolver({ project: ['tests/tsconfig.json'] })]

export default ts.config(
  { ignores: ['.nuxt/', '.output/', '.data/', 'node_modules/', 'test-results/', 'bench/empty/'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.{ts,mjs,vue}'],
    plugins: { boundaries, 'import-x': importX },
    languageOptions: {
      parser,
      parserOptions: { parser: ts.parser, extraFileExtensions: ['.vue'], sourceType: 'module' },
    },
    settings: {
      'import-x/resolver-next': resolver,
      'import-x/extensions': ['.ts', '.mjs', '.vue'],
      'import-x/parsers': {
        '@typescript-eslint/parser': ['.ts', '.mjs'],
        'vue-eslint-parser': ['.vue'],
      },
      'import/resolver': { typescript: { project: ['tests/tsconfig.json'] } },
      'boundaries/elements': [
        'core',
        'shared',
        'server',
        'app',
        'demo',
        'tests',
        'scripts',
        'bench',
      ].map((type) => ({ type, pattern: `${type}/**`, partialMatch: false })),
    },
    rules: {
      'no-undef': 'off',
      'no-console': 'off',
      'no-nested-ternary': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'separate-type-imports', disallowTypeAnnotations: false },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/multi-word-component-names': 'off',
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      // Each layer knows only the ones below it.
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [
            { from: { element: { type: 'core' } }, allow: { to: { element: { type: 'core' } } } },
            {
              from: { element: { type: 'shared' } },
              allow: { to: { element: { type: ['core', 'shared'] } } },
            },
            {
              from: { element: { type: 'server' } },
              allow: { to: { element: { type: ['core', 'shared', 'server'] } } },
            },
            {
              from: { element: { type: 'app' } },
              allow: { to: { element: { type: ['core', 'shared', 'app'] } } },
            },
            {
              from: { element: { type: 'demo' } },
              allow: { to: { element: { type: ['core', 'shared', 'server', 'demo'] } } },
            },
            {
              from: { element: { type: ['tests', 'scripts', 'bench'] } },
              allow: {
                to: {
                  element: {
                    type: ['core', 'shared', 'server', 'app', 'demo', 'tests', 'scripts', 'bench'],
                  },
                },
              },
            },
          ],
        },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: NODE.map((name) => ({ name, message: 'Core has no Node modules.' })),
          patterns: [
            {
              group: [
                'vue',
                'vue/*',
                '@vue/*',
                '@vueuse/*',
                'nuxt',
                'nuxt/*',
                '#app',
                '#imports',
                'pinia',
                'pg',
                'h3',
                '~/*',
                '\\#server/*',
                '\\#shared/*',
              ],
              message: 'Core has no interface, server or database code.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'localStorage',
        'Date',
        'navigator',
      ],
    },
  },
  {
    files: ['tests/server/**/*.ts'],
    ignores: ['tests/server/ask.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        { name: 'fetch', message: 'ask() takes a connection of its own.' },
      ],
    },
  },
  {
    files: ['app/**/*.vue'],
    plugins: { house: { rules: { 'plain-template': plainTemplate } } },
    rules: { 'house/plain-template': 'error' },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['\\#server/*', '~~/server/*', '**/server/**', 'pg', 'node:*'],
              message: 'The app reaches the server through its API.',
            },
          ],
        },
      ],
    },
  },
)

import { createConfigForNuxt } from '@nuxt/eslint-config/flat'
import prettier from 'eslint-config-prettier'
import { FOLDERS, LAYERS, SQL_ROOMS } from './packages/core/layers.mjs'

/** Arrows point down. */
const above = folder => LAYERS.slice(LAYERS.findIndex(layer => layer.includes(folder)) + 1).flat()

/** Rooms of `sql` that a room may not import: all but those below it. */
function otherRooms(room) {
  const at = SQL_ROOMS.findIndex(rooms => rooms.includes(room))
  return SQL_ROOMS.slice(at)
    .flat()
    .filter(other => other !== room)
}

const OUTSIDE = [
  'vue',
  'vue/*',
  'nuxt',
  'nuxt/*',
  '#*',
  '~*',
  '@/*',
  'h3',
  'knex',
  'pg',
  'pinia',
  'node:*',
  'fs',
  'path',
]

const LONGEST = {
  code: 140,
  ignoreStrings: true,
  ignoreTemplateLiterals: true,
  ignoreRegExpLiterals: true,
  ignoreUrls: true,
}

/** What only the types know: promises that nobody waits for, `any` that spreads, cases that nobody thought of. */
const TYPED = {
  '@typescript-eslint/no-floating-promises': 'error',
  '@typescript-eslint/no-misused-promises': 'error',
  '@typescript-eslint/no-unsafe-assignment': 'error',
  '@typescript-eslint/no-unsafe-call': 'error',
  '@typescript-eslint/no-unsafe-member-access': 'error',
  '@typescript-eslint/no-unsafe-return': 'error',
  '@typescript-eslint/no-unsafe-argument': 'error',
  '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
}
/** Answers of other programs and of the database's own catalogs are read as they come. */
const UNTYPED_IN_TESTS = Object.fromEntries(
  Object.keys(TYPED)
    .filter(name => name.includes('no-unsafe'))
    .map(name => [name, 'off']),
)

export default createConfigForNuxt({
  features: { tooling: true, stylistic: false },
  dirs: { src: ['app'] },
}).append(
  { ignores: ['.build/**', '.data/**', '.output/**', '.nuxt/**', 'node_modules/**', 'docs/**'] },
  {
    rules: {
      'vue/no-v-html': 'error',
      // Comments are sentences, hardly one has a tag: what looks for tags in each of them takes a tenth of the time.
      'jsdoc/check-access': 'off',
      'jsdoc/check-property-names': 'off',
      'jsdoc/require-property': 'off',
      'jsdoc/require-property-description': 'off',
      'jsdoc/require-property-name': 'off',
      'jsdoc/empty-tags': 'off',
      'jsdoc/no-multi-asterisks': 'off',
      'vue/multi-word-component-names': 'off',
      'regexp/no-unused-capturing-group': 'off',
      'unicorn/prefer-dom-node-text-content': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/unified-signatures': 'off',
    },
  },
  // How a page looks is Prettier's to say; what it leaves long is cut by hand.
  prettier,
  // Chains in templates say what is shown; in code they are ifs.
  { files: ['**/*.ts', '**/*.mts', '**/*.mjs'], rules: { 'no-nested-ternary': 'error' } },
  { files: ['**/*.vue'], rules: { 'no-nested-ternary': 'off' } },
  { files: ['**/*.ts', '**/*.mts', '**/*.mjs'], rules: { 'max-len': ['error', LONGEST] } },
  {
    files: ['**/*.vue'],
    rules: {
      'vue/max-len': [
        'error',
        { ...LONGEST, template: 140, ignoreHTMLTextContents: true, ignoreHTMLAttributeValues: true },
      ],
    },
  },
  {
    files: ['packages/core', 'server', 'shared', 'cli', 'files', 'db', 'sandbox', 'tests', 'bench'].map(
      folder => `${folder}/**/*.ts`,
    ),
    languageOptions: {
      parserOptions: { project: './tsconfig.programs.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: TYPED,
  },
  { files: ['tests/**/*.ts', 'bench/**/*.ts', 'packages/core/test/**/*.ts'], rules: UNTYPED_IN_TESTS },
  {
    files: ['packages/core/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: OUTSIDE, message: 'The core knows no interface, server or machine.' }] },
      ],
      'max-lines-per-function': ['error', { max: 100, skipComments: true, skipBlankLines: true }],
    },
  },
  ...FOLDERS.filter(folder => above(folder).length > 0).map(folder => ({
    files: [`packages/core/src/${folder}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: OUTSIDE, message: 'The core knows no interface, server or machine.' },
            {
              group: above(folder).flatMap(other => ['..', '../..', '../../..'].map(up => `${up}/${other}`)),
              message: `${folder} lies below it: arrows point down.`,
            },
          ],
        },
      ],
    },
  })),
  ...SQL_ROOMS.flatMap(rooms =>
    rooms
      .filter(room => otherRooms(room).length > 0)
      .map(room => ({
        files: [`packages/core/src/sql/${room}/**/*.ts`],
        rules: {
          '@typescript-eslint/no-restricted-imports': [
            'error',
            {
              patterns: [
                {
                  group: otherRooms(room).map(other => `../${other}/*`),
                  message: `${room} lies below it, or beside it: arrows point down.`,
                },
              ],
            },
          ],
        },
      })),
  ),
  {
    files: ['shared/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['../server/*', '../app/*', 'knex', 'h3', 'vue'],
              message: 'shared is spoken by both sides: it imports the core only.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/server/*', 'knex', 'pg', 'pg-boss', 'h3', 'node:*'],
              message: 'The interface speaks to the server by its routes.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['server/**/*.ts', 'cli/**/*.ts', 'db/**/*.ts', 'files/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/app/*', 'vue', 'pinia'],
              message: 'Arrows point one way: nothing below imports the interface.',
            },
          ],
        },
      ],
    },
  },
)

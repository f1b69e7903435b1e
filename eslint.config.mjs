import { createConfigForNuxt } from '@nuxt/eslint-config/flat'

/** What each folder of the core may import: arrows point down (docs/ARCHITECTURE.md). */
const LAYERS = [['findings'], ['dependencies', 'schema'], ['sql', 'rows'], ['dictionary'], ['diagram'], ['alignment'], ['rules'], ['claims'], ['marking'], ['formats']]
const above = folder => LAYERS.slice(LAYERS.findIndex(layer => layer.includes(folder)) + 1).flat()

const OUTSIDE = ['vue', 'vue/*', 'nuxt', 'nuxt/*', '#*', '~*', '@/*', 'h3', 'knex', 'pg', 'pinia', 'node:*', 'fs', 'path']

export default createConfigForNuxt({ features: { tooling: true, stylistic: { quotes: 'single', semi: false, indent: 2 } }, dirs: { src: ['app'] } })
  .append(
    { ignores: ['.build/**', '.data/**', '.output/**', '.nuxt/**', 'node_modules/**', 'docs/**'] },
    {
      rules: {
        'vue/max-attributes-per-line': 'off',
        'vue/singleline-html-element-content-newline': 'off',
        'vue/multiline-html-element-content-newline': 'off',
        'vue/html-self-closing': 'off',
        'vue/first-attribute-linebreak': 'off',
        'vue/html-closing-bracket-newline': 'off',
        'vue/no-v-html': 'error',
        'vue/multi-word-component-names': 'off',
        '@stylistic/max-statements-per-line': 'off',
        '@stylistic/quote-props': 'off',
        '@stylistic/member-delimiter-style': 'off',
        'regexp/no-unused-capturing-group': 'off',
        'unicorn/prefer-dom-node-text-content': 'off',
        '@stylistic/no-tabs': 'error',
        '@typescript-eslint/no-explicit-any': 'error',
        '@typescript-eslint/unified-signatures': 'off',
      },
    },
    {
      files: ['**/*.ts', '**/*.mjs'],
      rules: { 'max-len': ['error', { code: 230, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true }] },
    },
    {
      files: ['packages/core/src/**/*.ts'],
      rules: {
        'no-restricted-imports': ['error', { patterns: [{ group: OUTSIDE, message: 'The core knows no interface, server or machine.' }] }],
        'max-lines-per-function': ['error', { max: 60, skipComments: true, skipBlankLines: true }],
      },
    },
    ...LAYERS.flat().filter(folder => above(folder).length > 0).map(folder => ({
      files: [`packages/core/src/${folder}/**/*.ts`],
      rules: {
        'no-restricted-imports': ['error', { patterns: [
          { group: OUTSIDE, message: 'The core knows no interface, server or machine.' },
          { group: above(folder).map(other => `../${other}`), message: `${folder} lies below it: arrows point down.` },
        ] }],
      },
    })),
    {
      files: ['shared/**/*.ts'],
      rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['../server/*', '../app/*', 'knex', 'h3', 'vue'], message: 'shared is spoken by both sides: it imports the core only.' }] }] },
    },
    {
      files: ['app/**/*.{ts,vue}'],
      rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['**/server/*', 'knex', 'pg', 'pg-boss', 'h3', 'node:*'], message: 'The interface speaks to the server by its routes.' }] }] },
    },
    {
      files: ['server/**/*.ts', 'cli/**/*.ts', 'db/**/*.ts'],
      rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['**/app/*', 'vue', 'pinia'], message: 'Arrows point one way: nothing below imports the interface.' }] }] },
    },
  )

import type { Entry } from './entry'

export const ATOMICITY = {
  'atomicity.list': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" holds a list, ${p.why}. Each value wants a row of its own, in a table of its own.`,
    why: 'Which trips had the collector Aalto? In a list one has to search inside the text, and finds Aaltonen as well.',
  },
  'atomicity.array': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type}: many values in one field. No reference and no key reaches into it.`,
    why: 'A row for each value can be referred to, counted and kept unique.',
  },
  'atomicity.numbered': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `${p.columns} of "${p.table}" are one fact, several times. A table of its own takes any number of them.`,
    why: 'Whoever has a third phone number needs a new column, and whoever has none leaves all empty.',
  },
  'atomicity.several-facts': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" may hold several facts in one. If one of them is ever asked for alone, it wants a column.`,
    why: 'Sorted by family name, a column full_name is no help.',
  },
} as const satisfies Record<string, Entry>

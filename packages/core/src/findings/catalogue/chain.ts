import type { Entry } from './entry'

export const CHAIN = {
  'chain.table-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.table}" is in your ${p.sheet}, not in your script.`,
    why: 'The script is derived from what was drawn and described before it. What is left out on the way was either superfluous there, or is missing here.',
  },
  'chain.table-more': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}" is in your script, not in your ${p.sheet}.`,
    why: 'A table that comes in while the script is written belongs into the diagram as well: else the two describe different vaults.',
  },
  'chain.column-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.column}" of ${p.table} is in your ${p.sheet}, not in your script.`,
    why: 'Every fact of a card becomes a column, or is told in a table of its own.',
  },
  'chain.column-more': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}.${p.column}" is in your script, not in your ${p.sheet}.`,
    why: 'A fact that is stored and was never described: who is to know what it means?',
  },
  'chain.type-changed': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.table}.${p.column}" was ${p.was} in your ${p.sheet} and is ${p.is} here.`,
    why: 'A type that changes on the way takes other values than were agreed: 0417 as a number is 417.',
  },
  'chain.required-changed': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In your ${p.sheet} "${p.column}" of ${p.table} ${p.was}; in your script it is the other way round.`,
    why: 'Whether a value may be missing is a rule of the vault, not of the script.',
  },
  'chain.key-changed': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" was identified by ${p.was} in your ${p.sheet} and is identified by ${p.is} here.`,
    why: 'What tells two of them apart does not change because a table is made of it. A number of its own is fine beside the key: keep that UNIQUE.',
  },
  'chain.reference-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" refers to "${p.target}" in your ${p.sheet}; your script declares no such reference.`,
    why: 'A line between two cards becomes a foreign key, or a table between them.',
  },
  'chain.reference-more': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}" refers to "${p.target}" here; your ${p.sheet} has no such line.`,
    why: 'A reference is a relationship: it wants a line, and its two questions answered.',
  },
} as const satisfies Record<string, Entry>

import type { Entry } from './entry'

/** `sheet` is the earlier sheet, `here` the one that is otherwise; `perhaps` what is left over and may be it. */
export const CHAIN = {
  'chain.table-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      p.perhaps
        ? `"${p.table}" of your ${p.sheet} was not found in your ${p.here}, unless it is ${p.perhaps}.`
        : `"${p.table}" is in your ${p.sheet}, not in your ${p.here}.`,
    why: 'Each sheet is derived from those before it. What is left out on the way was either superfluous there, or is missing here.',
  },
  'chain.table-more': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}" is in your ${p.here}, not in your ${p.sheet}.`,
    why: 'What comes in on the way belongs into the sheets before as well: else they describe different vaults.',
  },
  'chain.link-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In your ${p.sheet} "${p.a}" and "${p.b}" are joined many to many; your ${p.here} has nothing that holds the pairs.`,
    why: 'A reference in one of the two names one of the others. Pairs want a table of their own, with a reference to each.',
  },
  'chain.link-more': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `"${p.table}" joins "${p.a}" and "${p.b}" many to many here; your ${p.sheet} has no such line.`,
    why: 'A table of pairs is a relationship: it wants a line, and its two questions answered.',
  },
  'chain.line-widened': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In your ${p.sheet} each "${p.table}" has at most one "${p.target}"; here "${p.between}" between them takes many.`,
    why: 'A table of pairs takes any number on either side, unless a key of it says once only.',
  },
  'chain.column-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      p.perhaps
        ? `"${p.column}" of ${p.table} in your ${p.sheet} was not found in your ${p.here}, unless it is ${p.perhaps}.`
        : `"${p.column}" of ${p.table} is in your ${p.sheet}, not in your ${p.here}.`,
    why: 'Every fact goes on from sheet to sheet: it becomes a column, or is told in a table of its own.',
  },
  'chain.column-more': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}.${p.column}" is in your ${p.here}, not in your ${p.sheet}.`,
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
      `In your ${p.sheet} "${p.column}" of ${p.table} ${p.was}; in your ${p.here} it is the other way round.`,
    why: 'Whether a value may be missing is a rule of the vault, not of the script.',
  },
  'chain.key-changed': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" was identified by ${p.was} in your ${p.sheet} and is identified by ${p.is} here.`,
    why: 'What tells two of them apart does not change because a table is made of it. A number of its own is fine beside the key: keep that UNIQUE.',
  },
  'chain.unique-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `In your ${p.sheet} no two "${p.table}" have the same ${p.was}; your ${p.here} lets them.`,
    why: 'A second thing that tells two apart, and a one-to-one line, each become UNIQUE.',
  },
  'chain.reference-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" refers to "${p.target}" in your ${p.sheet}; your ${p.here} has no such reference.`,
    why: 'A line between two cards becomes a foreign key, or a table between them.',
  },
  'chain.reference-more': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}" refers to "${p.target}" here; your ${p.sheet} has no such line.`,
    why: 'A reference is a relationship: it wants a line, and its two questions answered.',
  },
  'chain.attribute-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.attribute}" of the ${p.sheet} has no place in your ${p.here}.`,
    why: 'What the dependencies speak of is stored somewhere, or follows from what is.',
  },
  'chain.part-missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `The part "${p.part}" of your split has no counterpart in your ${p.here}: nothing there is identified by ${p.by}.`,
    why: 'The parts of a split are the tables to come: each has a card, and a table in the end.',
  },
  'chain.determinant-no-key': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `By the ${p.sheet} ${p.dependency}; in your ${p.here} nothing is identified by ${p.by}, so it can be told twice and differently.`,
    why: 'What determines a fact tells the rows of its table apart. Where it does not, the same fact stands in many rows.',
  },
} as const satisfies Record<string, Entry>

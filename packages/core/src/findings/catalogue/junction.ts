import type { Entry } from './entry'

export const JUNCTION = {
  'junction.unresolved': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `Between ${p.between} there can be many each way: at this level that needs a card between.`,
    why: 'No single column can hold many references. A card between refers to both, and may carry facts of the pair: which role a collector had on a trip.',
  },
  'junction.no-key': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" stands between "${p.first}" and "${p.second}" and has no key: the same pair can be entered twice. Make ${p.columns} its key, or part of it.`,
    why: 'The collector Aalto on trip T-014 would count twice.',
  },
  'junction.surrogate-only': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" has a number alone as its primary key: the same pair of "${p.first}" and "${p.second}" can be entered twice. Add UNIQUE over ${p.columns}, with whatever lets a pair repeat.`,
    why: 'A number of its own does no harm, but does not replace the key of the pair.',
  },
  'junction.key-lacks-part': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `The key of "${p.table}" is ${p.key} alone, so each "${p.first}" or "${p.second}" can stand in one pair only. A pair needs both.`,
    why: 'If a trip could have one collector only, the table between would not be needed.',
  },
  'junction.one-reference': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" is called like a table between "${p.has}" and "${p.lacks}", but does not refer to "${p.lacks}".`,
    why: 'A table between two others refers to both; otherwise it holds pairs with somebody who is not there.',
  },
  'junction.numbered-references': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `${p.columns} of "${p.table}" all refer to "${p.target}": many to many, in columns. A table between both takes any number.`,
    why: "A third collector would need a third column, and looking for a collector's trips would search all of them.",
  },
} as const satisfies Record<string, Entry>

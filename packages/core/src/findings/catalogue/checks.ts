import type { Entry } from './entry'

/** What a condition of a CHECK says otherwise than it was meant. */
export const CHECKS = {
  'checks.chained': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `The CHECK of "${p.table}" compares three things at once (${p.text}). SQL compares two: write both comparisons, with AND between.`,
    why: 'What a < b < c means in mathematics takes two comparisons: a < b AND b < c. Most servers refuse the short form; MySQL and SQLite take it, and compare the truth of the first comparison, 0 or 1, with c.',
  },
  'checks.no-condition': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `In the CHECK of "${p.table}" ${p.text} stands where a condition must stand: say what it is compared with.`,
    why: "role = 'a' OR 'b' does not mean one of both: after OR a whole condition stands. IN ('a', 'b') says it shortly. Servers that take it read the text as a truth value.",
  },
  'checks.foreign-function': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `${p.name} is a function of ${p.of}; ${p.server} has none of that name${p.near ? `: there it is ${p.near}` : ''}.`,
    why: 'Servers call many functions by names of their own. The statement is refused as a whole.',
  },
  'checks.unknown-function': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `I know no function ${p.name}. Unless it is made before this statement, ${p.server} refuses it${p.near ? `; did you mean ${p.near}?` : '.'}`,
    why: 'A CHECK may call what the server has, and what was made with CREATE FUNCTION before.',
  },
  'checks.types-differ': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `The CHECK of "${p.table}" compares "${p.column}" (${p.type}) with ${p.value}: one is ${p.is}, the other ${p.with}.`,
    why: 'A text is compared with a text in quotes, a number with a number, a day with a day. Some servers refuse it, others turn one into the other and compare what was not meant.',
  },
  'checks.null-compared': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `The CHECK of "${p.table}" compares with NULL (${p.text}): that is never true and never false, so nothing is refused by it. Write ${p.meant}.`,
    why: 'NULL is no value, so comparing with it tells nothing. IS NULL and IS NOT NULL ask whether a value is there; for a column that must always have one there is NOT NULL.',
  },
  'checks.date-unquoted': {
    severity: 'error',
    concerns: 'writing',
    message: p => `${p.text} without quotes is a subtraction, ${p.value}: a day stands in quotes.`,
    why: "2024-05-01 is 2024 less 5 less 1. '2024-05-01' in single quotes is the day.",
  },
  'checks.never': {
    severity: 'flaw',
    concerns: 'writing',
    message: p => `No value passes the CHECK of "${p.table}" (${p.text}): no row with one can be entered.`,
    why: 'Two conditions with AND must hold at once. Perhaps OR was meant, or the bounds stand the wrong way round.',
  },
  'checks.always': {
    severity: 'flaw',
    concerns: 'writing',
    message: p => `Every value passes the CHECK of "${p.table}" (${p.text}): it refuses nothing.`,
    why: "x <> 'a' OR x <> 'b' holds for all that there is: what is 'a' differs from 'b'. NOT IN ('a', 'b') refuses both.",
  },
  'checks.refuses-default': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `The default of "${p.table}.${p.column}" (${p.value}) is refused by its own CHECK: a row that leaves it out cannot be entered.`,
    why: 'A default stands for what is most often meant; it must be among what is allowed.',
  },
} as const satisfies Readonly<Record<string, Entry>>

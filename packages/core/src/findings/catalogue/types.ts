import type { Entry } from './entry'

export const TYPES = {
  'types.unknown': {
    severity: 'remark',
    concerns: 'design',
    message: p => `I do not know the type "${p.type}" of "${p.column}".`,
    why: 'The column is kept. If the type is made in another script, tell your instructor.',
  },
  'types.money-as-float': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type}, which keeps decimals only nearly. For money take numeric with the digits you need, such as numeric(6,2).`,
    why: 'A float stores 0.10 as the nearest binary fraction; sums of prices drift by cents.',
  },
  'types.counter-not-time': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is TIMESTAMP: in SQL Server that is a number which the server raises with each change of the row, not a time. DATETIME2 keeps a moment.`,
    why: "Elsewhere TIMESTAMP is a date with a time. The server's own counter is called ROWVERSION today; the old word is kept and misleads.",
  },
  'types.check-today': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `The CHECK of "${p.table}" looks at the current date, and ${p.server} refuses that in a CHECK.`,
    why: 'What passed yesterday may fail today without a change, so some servers take only conditions that stay as they are. There a trigger or the program keeps such a rule.',
  },
  'types.leading-zeros': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type}: a number keeps no leading zeros and no signs. Take a text.`,
    why: 'What is never added up is no number: 0417 would come back as 417.',
  },
  'types.date-as-text': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.table}.${p.column}" is ${p.type}, which takes the 31st of June as well. Take DATE.`,
    why: 'Dates in a text are neither checked nor sorted: 9.5. would come after 10.4.',
  },
  'types.number-as-text': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type}, though its name says a number. Numbers in a text cannot be added and sort wrongly.`,
    why: 'As texts, 100 seeds come before 20.',
  },
  'types.scale-above-total': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" has ${p.scale} digits after the point of ${p.total} in all. The first number counts all digits.`,
    why: 'numeric(6,2) holds 9999.99: six digits, two of them after the point.',
  },
  'types.default-does-not-fit': {
    severity: 'error',
    concerns: 'writing',
    message: p => `The default ${p.value} does not fit "${p.table}.${p.column}", which is ${p.type}.`,
    why: 'A default is a value of its column, as if it had been entered: a text in quotes and short enough, a day as a day, a number without quotes.',
  },
  'types.default-too-long': {
    severity: 'error',
    concerns: 'writing',
    message: p => `The default ${p.value} is too long for "${p.table}.${p.column}", which is ${p.type}.`,
    why: 'Some servers refuse the table, the others each row that leaves the column out.',
  },
  'types.default-needs-brackets': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `MySQL takes a default that is reckoned only in brackets: DEFAULT (${p.value}). MariaDB takes both.`,
    why: 'Without brackets MySQL takes plain values, and CURRENT_TIMESTAMP for columns of that kind.',
  },
  'types.no-digits': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type}: that keeps no digits after the point, so 12.50 becomes 13. Say how many, such as ${p.meant}.`,
    why: 'DECIMAL without a second number has none after the point, and in most servers few before it: prices are rounded without a word.',
  },
  'types.stored-age': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is wrong after the next birthday. Keep the day of birth; the age follows from it.`,
    why: 'What changes by itself cannot be kept right by anybody. A view can show it.',
  },
  'types.size-out-of-range': {
    severity: 'error',
    concerns: 'writing',
    message: p => `"${p.table}.${p.column}" is ${p.type}: a size is at least 1.`,
    why: 'A text of no characters holds nothing.',
  },
} as const satisfies Record<string, Entry>

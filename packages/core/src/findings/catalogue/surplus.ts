import type { Entry } from './entry'

/** What an answer refuses though no rule of the exercise forbids it. */
export const SURPLUS = {
  'surplus.key': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `A key of "${p.table}" keeps ${p.columns} unique. No rule asks for that: rows are refused which nothing forbids.`,
    why: 'A constraint that nobody asked for is as wrong as one that is missing: the day comes on which a true fact cannot be entered.',
  },
  'surplus.required': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `"${p.table}" must have a value for ${p.columns}. No rule asks for that: a row without is refused which nothing forbids.`,
    why: 'Where a value must be there and is not known, people write something that is not true.',
  },
  'surplus.check': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `"${p.table}" refuses rows by CHECK (${p.check}). No rule speaks of what may stand in ${p.columns}.`,
    why: 'A CHECK is a rule of the business. If it holds, it stands on the rule sheet; if it does not, true facts are refused.',
  },
} as const satisfies Record<string, Entry>

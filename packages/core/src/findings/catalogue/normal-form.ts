import type { Entry } from './entry'

export const NORMAL_FORM = {
  'normal-form.partial': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In "${p.table}" ${p.from} determines ${p.to}, but is only a part of the key: ${p.to} is written again with every row of the same ${p.from}.`,
    why: 'Changed in one row and forgotten in another, the vault has two answers. What depends on a part of the key wants a table of that part.',
  },
  'normal-form.transitive': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In "${p.table}" ${p.from} determines ${p.to}, and is no key: ${p.to} is written again for every row with the same ${p.from}.`,
    why: "A garden's address stands with each dispatch; if the garden moves, every row has to change, and a garden without a dispatch has no address.",
  },
  'normal-form.determinant': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In "${p.table}" ${p.from} determines ${p.to}, and is no key there: the pair is written again with every row that has it.`,
    why: 'Whatever determines something else is a key of a table: then each fact stands once.',
  },
  'normal-form.multivalued': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In "${p.table}" each ${p.from} has its ${p.to}, whatever ${p.rest} is: every one of the first is written with every one of the second.`,
    why: 'A trip has its collectors and its tools, and neither is about the other: together in one table, one collector more takes as many rows as there are tools. Two tables say each once.',
  },
} as const satisfies Record<string, Entry>

import type { Param, Phrase } from '../../param'
import { own } from '../../reason'
import { say } from '../say'

/** Where the left side is columns alone it is said of rows, and in the terms of the trade. */
const isOfColumns = (from: readonly Param[], { phrase }: Phrase): boolean =>
  from.every(param => typeof param === 'string') && (phrase === 'one-row' || phrase === 'one-value')

function reached(from: readonly Param[], to: Phrase): string {
  if (!isOfColumns(from, to)) return `So knowing ${say(from)} leads to ${say(to)}.`
  const { table = '', columns = [] } = to.names
  return to.phrase === 'one-row'
    ? `So no two rows of ${say(table)} have the same ${say(from)}.`
    : `So ${say(from)} ${from.length === 1 ? 'determines' : 'determine'} ${say(columns)}.`
}

function missed(from: readonly Param[], to: Phrase): string {
  if (!isOfColumns(from, to))
    return `Knowing ${say(from)} does not lead to ${say(to)}: two rows may agree on the one and differ in the other.`
  const { table = '', columns = [] } = to.names
  return to.phrase === 'one-row'
    ? `Two rows of ${say(table)} with the same ${say(from)} are accepted: nothing keeps ${say(from)} unique there.`
    : `Two rows with the same ${say(from)} may differ in ${say(columns)}: ${say(from)} ${from.length === 1 ? 'does' : 'do'} not determine it.`
}

/** What a derivation leads to, and which keys are at work. */
export const REASONING = {
  'key-leads-to-row': own<{ key: Phrase; table: string }>(
    p => `${say(p.key)} of ${p.table} keeps its rows apart.`,
  ),
  'reference-leads-to-row': own<{ table: string; target: string }>(
    p => `The foreign key of ${p.table} leads to one row of ${p.target}.`,
  ),
  'all-reached': own<{ from: readonly Param[]; to: Phrase }>(p => reached(p.from, p.to)),
  'not-reached': own<{ from: readonly Param[]; to: Phrase }>(p => missed(p.from, p.to)),
  'no-key-of': own<{ table: string }>(p => `${p.table} has no key at all.`),
  'nullable-key': own<{ column: string; table: string }>(
    p =>
      `${p.column} of ${p.table} may be empty: a row without it is accepted, and UNIQUE does not compare empty values.`,
  ),
  'key-part-missing': own<{ keys: readonly Phrase[]; table: string }>(
    p => `What ${p.table} keeps unique is ${p.keys.map(say).join('; ')}.`,
  ),
  'part-suffices': own<{ columns: readonly Param[]; key: Phrase }>(
    p =>
      `${say(p.key)} keeps ${say(p.columns)} unique on its own: a second row with the same value there is refused.`,
  ),
  'held-back-by-key': own<{ key: Phrase; table: string }>(
    p => `${say(p.key)} of ${p.table} refuses the second row.`,
  ),
  'not-held-back': own<{ columns: readonly Param[]; table: string }>(
    p => `No key of ${p.table} refuses a second row with the same ${say(p.columns)}.`,
  ),
}

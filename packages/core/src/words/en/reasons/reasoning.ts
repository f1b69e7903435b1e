import type { Param, Phrase } from '../../param'
import { own } from '../../reason'
import { say } from '../say'

/** What a derivation leads to, and which keys are at work. */
export const REASONING = {
  'key-leads-to-row': own<{ key: Phrase; table: string }>(
    p => `${say(p.key)} of ${p.table} leads to one row.`,
  ),
  'reference-leads-to-row': own<{ table: string; target: string }>(
    p => `The reference of ${p.table} leads to one row of ${p.target}.`,
  ),
  'all-reached': own<{ from: readonly Param[]; to: Phrase }>(
    p => `So knowing ${say(p.from)} leads to ${say(p.to)}.`,
  ),
  'not-reached': own<{ from: readonly Param[]; to: Phrase }>(
    p =>
      `Knowing ${say(p.from)} does not lead to ${say(p.to)}: two rows may agree on the one and differ in the other.`,
  ),
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

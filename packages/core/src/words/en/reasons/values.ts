import { capital } from '../../../language'
import type { Names, Phrase } from '../../param'
import { own } from '../../reason'
import { say } from '../say'

/** What values a column takes, keeps and refuses. */
export const VALUES = {
  'value-kept': own<{ column: string; table: string; type: string; value: string }>(
    p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is read back as it was written.`,
  ),
  'value-changed': own<{
    becomes: string | Phrase
    column: string
    table: string
    type: string
    value: string
  }>(
    p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is accepted and read back as ${say(p.becomes)}.`,
  ),
  'value-refused': own<{ column: string; table: string; type: string; value: string | Phrase }>(
    p => `${p.column} of ${p.table} is ${p.type}: ${say(p.value)} is refused.`,
  ),
  'value-unknown': own<{ type: string; value: string | Phrase }>(
    p => `Whether ${p.type} keeps ${say(p.value)} as written is outside what can be said without running it.`,
  ),
  'value-accepted': own<{ column: string; table: string; type: string; value: string | Phrase }>(
    p => `Nothing refuses ${say(p.value)} in ${p.column} of ${p.table}, which is ${p.type}.`,
  ),
  'value-admitted': own<{ column: string; table: string; type: string; value: string | Phrase }>(
    p => `${p.column} of ${p.table} is ${p.type}, and nothing refuses ${say(p.value)}.`,
  ),
  'check-refuses': own<{ check: string; column: string; table: string; value: string | Phrase }>(
    p => `CHECK (${p.check}) of ${p.table} refuses ${say(p.value)} in ${p.column}.`,
  ),
  'other-notation': own<{ column: string; table: string; type: string; value: string | Phrase }>(
    p =>
      `${p.column} of ${p.table} is ${p.type} and keeps this in another notation: what becomes of ${say(p.value)} there is not to be said.`,
  ),
  'check-unknown': own<{ check: string; table: string }>(
    p => `What CHECK (${p.check}) of ${p.table} does is outside what can be said without running it.`,
  ),
  'slot-refuses': own<{ column: string; value: string; what: Phrase }>(
    p => `${capital(say(p.what))} of ${p.column} refuses ${p.value}.`,
  ),
  'slot-unknown': own<{ column: string; value: string; what: Phrase }>(
    p => `Whether ${capital(say(p.what))} of ${p.column} admits ${p.value} is outside what can be said.`,
  ),
  'rule-unread': own<{ column: string }>(
    p => `The rule that is written beside ${p.column} is outside what can be read.`,
  ),
  'list-table': own<{ column: string; table: string; target: string }>(
    p => `${p.column} of ${p.table} refers to the list in ${p.target}: what is on the list is accepted.`,
  ),
  'list-refuses': own<{ column: string; table: string; target: string; value: string }>(
    p =>
      `${p.column} of ${p.table} refers to the list in ${p.target}: ${p.value} is refused as long as it is not on it.`,
  ),
  'atomic': own<{ column: string; table: string }>(
    p => `${p.column} of ${p.table} holds one value to a row.`,
  ),
  'list-column': own<{ column: string; table: string }>(
    p =>
      `${p.column} of ${p.table} holds a list: its values cannot be referred to or kept unique one by one.`,
  ),
  'numbered-columns': own<{ columns: Names; table: string }>(
    p => `${say(p.columns)} of ${p.table} are one fact numbered: one more needs another column.`,
  ),
}

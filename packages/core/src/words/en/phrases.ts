import type { Names, Param, Phrase } from '../param'

type Words<P> = (names: P, say: (param: Param) => string) => string
const phrase = <P extends object>(words: Words<P>): Words<P> => words

const columns = (names: Names): string => `(${names.join(', ')})`

/**
 * Parts of sentences that are more than a name. They are stored by their codes: never rename or reuse one.
 */
export const PHRASES = {
  // Keys, as a script writes them and as people speak of cards.
  'primary-key': phrase<{ columns: Names }>(p => `PRIMARY KEY ${columns(p.columns)}`),
  'unique': phrase<{ columns: Names }>(p => `UNIQUE ${columns(p.columns)}`),
  'told-apart': phrase<{ columns: Names }>(p => `"identified by ${p.columns.join(', ')}"`),
  'claimed-key': phrase<{ columns: Names }>(p => `the key {${p.columns.join(', ')}}`),
  'layout': phrase<object>(() => 'its layout'),

  // What is reached, or stands on the left.
  'one-row': phrase<{ table: string }>(p => `one row of ${p.table}`),
  'one-value': phrase<{ columns: Names }>((p, say) => `one value of ${say(p.columns)}`),
  'row': phrase<{ table: string }>(p => `the row of ${p.table}`),

  // What refuses.
  'key-of': phrase<{ key: Phrase; table: string }>((p, say) => `${say(p.key)} of ${p.table}`),
  'primary-key-of': phrase<{ table: string }>(p => `the primary key of ${p.table}`),
  'not-null': phrase<{ column: string }>(p => `NOT NULL of ${p.column}`),
  'must-be-there': phrase<{ column: string }>(p => `${p.column}, which must be there`),
  'must-have-value': phrase<{ column: string }>(p => `${p.column} must have a value`),
  'of-type': phrase<{ column: string; type: string }>(p => `${p.column} is ${p.type}`),
  'type': phrase<{ type: string }>(p => `the type ${p.type}`),
  'check': phrase<{ check: string }>(p => `CHECK (${p.check})`),
  'some-check': phrase<{ table: string }>(p => `a CHECK of ${p.table}`),
  'reference': phrase<{ table: string; columns: Names }>(
    (p, say) => `the reference of ${p.table} (${say(p.columns)})`,
  ),
  'reference-to': phrase<{ target: string }>(p => `the reference to ${p.target}`),
  'constraint-of': phrase<{ constraint: string; table: string }>(p => `${p.constraint} of ${p.table}`),
  'engine-words': phrase<{ words: string }>(p => `the engine ("${p.words}")`),
  'dependency': phrase<{ dependency: string }>(p => p.dependency),
  'at-least-one': phrase<object>(() => '"at least one"'),

  // A slot of a dictionary, which is read as a CHECK.
  'slot-format': phrase<{ written: string }>(p => `the format ${p.written}`),
  'slot-rule': phrase<{ written: string }>(p => `the rule "${p.written}"`),

  // What has a name.
  'named-table': phrase<object>(() => 'the table'),
  'named-primary-key': phrase<{ table: string }>(p => `the primary key of ${p.table}`),
  'named-unique': phrase<{ table: string }>(p => `the UNIQUE of ${p.table}`),
  'named-reference': phrase<{ table: string }>(p => `the reference of ${p.table}`),
  'named-check': phrase<{ table: string }>(p => `the CHECK of ${p.table}`),
  'without-name': phrase<object>(() => '(without a name)'),

  // What a pairing may be.
  'element': phrase<{ element: string }>(p => `"${p.element}"`),
  'the-pairing': phrase<object>(() => 'the pairing'),
  'one': phrase<object>(() => 'one'),
  'another': phrase<object>(() => 'another'),
  'nothing': phrase<object>(() => 'nothing'),

  // What is outside of what can be said.
  'on-table': phrase<{ what: string; table: string }>(p => `${p.what} on ${p.table}`),
  'trigger-on': phrase<{ name: string; table: string }>(p => `What the trigger ${p.name} on ${p.table} does`),
  'unread-statement': phrase<object>(() => 'A statement that is not read'),
  'on-day': phrase<{ value: string; day: string }>(p => `${p.value}, asked on ${p.day},`),
  'something-else': phrase<object>(() => 'something else'),
  'deed': phrase<{ on: 'DELETE' | 'UPDATE'; action: string }>(p => `ON ${p.on} ${p.action.toUpperCase()}`),

  /** Words as they were stored before phrases were. */
  'as-stored': phrase<{ text: string }>(p => p.text),
}

export type PhraseCode = keyof typeof PHRASES
export type PhraseNames<C extends PhraseCode> = Parameters<(typeof PHRASES)[C]>[0]

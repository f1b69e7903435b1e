import type { Span } from '../findings'
import { sameColumns, type Key, type Table } from '../schema'
import type { Because, BecauseCode } from './verdict'

type Placed = { readonly span: Span; readonly given?: boolean } | undefined

/** A reason with its place in the script; parts that the exercise gave have no place there. */
export function becauseOf(code: BecauseCode, params: Because['params'], placed?: Placed): Because {
  return placed ? { code, params, place: placed.span } : { code, params }
}

export function keyInWords(table: Table, key: Key): string {
  const isPrimary = table.primaryKey !== null && sameColumns(table.primaryKey.columns, key.columns)
  return `${isPrimary ? 'PRIMARY KEY' : 'UNIQUE'} (${key.columns.join(', ')})`
}

const WORDS: Readonly<Record<BecauseCode, (p: Because['params']) => string>> = {
  'columns-of-row': p => `A row of ${p.table} has one value in each column.`,
  'key-leads-to-row': p => `${p.key} of ${p.table} leads to one row.`,
  'reference-leads-to-row': p => `The reference of ${p.table} leads to one row of ${p.target}.`,
  'reference-equals': p => `${p.from} and ${p.to} are equal by the reference.`,
  'all-reached': p => `So knowing ${p.from} leads to ${p.to}.`,
  'not-reached': p =>
    `Knowing ${p.from} does not lead to ${p.to}: two rows may agree on the one and differ in the other.`,
  'no-key-of': p => `${p.table} has no key at all.`,
  'nullable-key': p =>
    `${p.column} of ${p.table} may be empty: a row without it is accepted, and UNIQUE does not compare empty values.`,
  'key-part-missing': p => `What ${p.table} keeps unique is ${p.keys}.`,
  'part-suffices': p =>
    `${p.key} keeps ${p.columns} unique on its own: a second row with the same value there is refused.`,
  'held-back-by-key': p => `${p.key} of ${p.table} refuses the second row.`,
  'not-held-back': p => `No key of ${p.table} refuses a second row with the same ${p.columns}.`,
  'required': p => `${p.columns} of ${p.table} must have a value.`,
  'optional': p => `${p.columns} of ${p.table} may be empty.`,
  'required-path': p => `${p.columns} of ${p.table} must have a value.`,
  'detour-optional': p =>
    `The link stands in ${p.between}: a row of ${p.table} without one there is accepted.`,
  'reference-declared': p => `${p.columns} of ${p.table} is declared to refer to ${p.target}.`,
  'reference-missing': p =>
    `${p.columns} of ${p.table} is not declared to refer to ${p.target}: a value that stands nowhere there is accepted.`,
  'reference-differs': p =>
    `${p.column} of ${p.table} is ${p.is}, and ${p.target}, which it refers to, is ${p.targetIs}: it is not described as that key.`,
  'slot-refuses': p => `${p.what} of ${p.column} refuses ${p.value}.`,
  'slot-unknown': p => `Whether ${p.what} of ${p.column} admits ${p.value} is outside what can be said.`,
  'rule-unread': p => `The rule that is written beside ${p.column} is outside what can be read.`,
  'reference-nowhere': p =>
    `${p.columns} of ${p.table} is not declared to refer to anything, and no table was found for what it names.`,
  'by-layout': p => `Both stand in one row of ${p.table}, so there is nothing that could be missing.`,
  'far-side-free': p => `A row of ${p.table} needs no row of ${p.near}.`,
  'far-side-inside': p =>
    `The facts about ${p.target} stand only in rows of ${p.table}: without such a row there is no place for them.`,
  'far-side-required': p =>
    `${p.columns} of ${p.table} must have a value, so a row of it cannot stand alone.`,
  'value-kept': p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is read back as it was written.`,
  'value-changed': p =>
    `${p.column} of ${p.table} is ${p.type}: ${p.value} is accepted and read back as ${p.becomes}.`,
  'value-refused': p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is refused.`,
  'value-unknown': p =>
    `Whether ${p.type} keeps ${p.value} as written is outside what can be said without running it.`,
  'not-total-part': p =>
    `${p.columns} stands in ${p.part}, and a row of ${p.table} without one there is accepted.`,
  'check-demands': p => `CHECK (${p.check}) is false where ${p.columns} of ${p.table} is empty.`,
  'check-refuses': p => `CHECK (${p.check}) of ${p.table} refuses ${p.value} in ${p.column}.`,
  'check-unknown': p =>
    `What CHECK (${p.check}) of ${p.table} does is outside what can be said without running it.`,
  'value-accepted': p => `Nothing refuses ${p.value} in ${p.column} of ${p.table}, which is ${p.type}.`,
  'value-admitted': p => `${p.column} of ${p.table} is ${p.type}, and nothing refuses ${p.value}.`,
  'list-table': p =>
    `${p.column} of ${p.table} refers to the list in ${p.target}: what is on the list is accepted.`,
  'list-refuses': p =>
    `${p.column} of ${p.table} refers to the list in ${p.target}: ${p.value} is refused as long as it is not on it.`,
  'update-refused': p =>
    `The reference of ${p.table} refuses to let the key of ${p.target} be changed while it is referred to.`,
  'update-follows': p => `ON UPDATE ${p.action}: the rows of ${p.table} follow.`,
  'update-surrogate': p =>
    `${p.table} refers to ${p.target} by a number that never changes: there is nothing to follow.`,
  'update-unlinked': p => `ON UPDATE ${p.action}: the change is done, and the link is gone.`,
  'update-dangling': p =>
    `No reference of ${p.table} is declared to ${p.target}: the change is done, and the rows of ${p.table} name what is no longer there.`,
  'null-refused': p =>
    `${p.action} would empty ${p.columns} of ${p.table}, which must have a value: the whole is refused.`,
  'atomic': p => `${p.column} of ${p.table} holds one value to a row.`,
  'list-column': p =>
    `${p.column} of ${p.table} holds a list: its values cannot be referred to or kept unique one by one.`,
  'numbered-columns': p => `${p.columns} of ${p.table} are one fact numbered: one more needs another column.`,
  'written-once': p => `${p.to} stands with ${p.from} only where ${p.from} tells the rows apart.`,
  'written-again': p =>
    `${p.table} writes ${p.to} again with every row of the same ${p.from}, which does not tell its rows apart.`,
  'in-a-key': p => `${p.to} is part of a key of ${p.table}, so 3NF lets it stand.`,
  'copy-differs': p => `${p.column} of ${p.table} repeats ${p.to}, and nothing keeps the two alike.`,
  'names-follow': p => `${p.count} as the pattern ${p.pattern} says.`,
  'name-differs': p => `${p.what} ${p.name} should be called ${p.wanted}.`,
  'nothing-to-name': p => `There is nothing of the kind: ${p.what}.`,
  'row-accepted': p => `Row ${p.row} (${p.values}) is accepted.`,
  'row-refused': p => `Row ${p.row} (${p.values}) is refused: ${p.by}.`,
  'rows-as-wanted': p => `${p.accepted} rows are accepted and ${p.refused} refused, as they should be.`,
  'layout-outside': p =>
    `How "${p.entity}" is laid out here is outside what can be said about given rows without running them.`,
  'pairing-open': p =>
    `It depends on what ${p.element} is: with ${p.first} it is ${p.verdict}, with ${p.other} ${p.otherVerdict}.`,
  'delete-refused': p =>
    `The reference of ${p.table} refuses to let a row of ${p.target} be deleted while it is referred to.`,
  'delete-gone': p =>
    `${p.action ? `ON DELETE ${p.action}: d` : 'D'}eleting it takes the rows of ${p.table} along.`,
  'delete-unlinked': p =>
    `${p.action ? `ON DELETE ${p.action}: d` : 'D'}eleting it is done, and the link is gone.`,
  'delete-dangling': p =>
    `No reference of ${p.table} is declared to ${p.target}: deleting is done, and the rows of ${p.table} name something that is no longer there.`,
  'entity-absent': p => `Nothing was found that stands for "${p.entity}".`,
  'attribute-absent': p => `No column was found for "${p.attribute}".`,
  'role-absent': p => `Nothing was found that links "${p.entity}" to its ${p.role}.`,
  'identifier-absent': p => `No column was found for ${p.members}, by which "${p.entity}" is told apart.`,
  'diagram-says': p => `The diagram says: ${p.sentence}`,
  'answer-open': p => `How many is not answered yet: ${p.sentence}`,
  'drawn-fault': p => p.message!,
  'check-fault': p => p.message!,
  'checked-well': () => 'The checks of the script find nothing of the kind.',
  'drawn-well': () => 'Everything that the level asks for here is there.',
  'unmodelled': p => `${p.what} is outside what can be said without running it.`,
}

/** For the reasons that name elements of the model answer: what a student reads instead. */
const TOLD: Partial<Record<BecauseCode, (p: Because['params']) => string>> = {
  'entity-absent': () => 'Nothing of yours was found that stands for this.',
  'attribute-absent': () => 'No column was found for this.',
  'role-absent': () => 'Nothing was found that links the two.',
  'identifier-absent': () => 'No column was found by which they are told apart.',
  'pairing-open': () => 'It is not clear which of your tables or columns is meant here.',
  'far-side-inside': p =>
    `What the rule speaks of stands only in rows of ${p.table}: without such a row there is no place for it.`,
  'written-once': () => 'It stands only where it belongs, once.',
  'written-again': p => `${p.table} writes it again with every row of the same kind.`,
  'in-a-key': p => `It is part of a key of ${p.table}, so 3NF lets it stand.`,
  'layout-outside': () =>
    'How this is laid out is outside what can be said about given rows without running them.',
  'update-surrogate': p => `${p.table} refers by a number that never changes: there is nothing to follow.`,
}

/**
 * What a student is told of a reason: the student's own names, never those of the model answer. Undefined
 * where that is the sentence itself.
 */
export function becauseForStudent({ code, params }: Because): string | undefined {
  return TOLD[code]?.(params)
}

/** The sentence of a reason. It names the answer's own things, and for what is missing the exercise's. */
export function becauseInWords({ code, params }: Because): string {
  return WORDS[code](params)
}

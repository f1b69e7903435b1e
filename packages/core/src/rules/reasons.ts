/** The sentence of a reason, from its names. */
type Words<P extends string> = (params: Readonly<Record<P, string>>) => string

/** What is read by the instructor, and by the student. */
interface Reason<P extends string> {
  readonly full: Words<P>
  readonly told: Words<P>
}

/** Names only what is the answer's own: a student reads the same. */
const own = <P extends string>(full: Words<P>): Reason<P> => ({ full, told: full })

/** Names elements of the model answer, or may: a student reads a sentence without them. */
const guarded = <P extends string>(full: Words<P>, told: Words<P>): Reason<P> => ({ full, told })

/**
 * Every reason that a verdict can have. Which names it takes, and what a student is told of it, is said here
 * or it does not compile.
 */
export const REASONS = {
  'columns-of-row': own<'table'>(p => `A row of ${p.table} has one value in each column.`),
  'key-leads-to-row': own<'key' | 'table'>(p => `${p.key} of ${p.table} leads to one row.`),
  'reference-leads-to-row': own<'table' | 'target'>(
    p => `The reference of ${p.table} leads to one row of ${p.target}.`,
  ),
  'reference-equals': own<'from' | 'to'>(p => `${p.from} and ${p.to} are equal by the reference.`),
  'all-reached': own<'from' | 'to'>(p => `So knowing ${p.from} leads to ${p.to}.`),
  'not-reached': own<'from' | 'to'>(
    p => `Knowing ${p.from} does not lead to ${p.to}: two rows may agree on the one and differ in the other.`,
  ),
  'no-key-of': own<'table'>(p => `${p.table} has no key at all.`),
  'nullable-key': own<'column' | 'table'>(
    p =>
      `${p.column} of ${p.table} may be empty: a row without it is accepted, and UNIQUE does not compare empty values.`,
  ),
  'key-part-missing': own<'keys' | 'table'>(p => `What ${p.table} keeps unique is ${p.keys}.`),
  'part-suffices': own<'columns' | 'key'>(
    p => `${p.key} keeps ${p.columns} unique on its own: a second row with the same value there is refused.`,
  ),
  'held-back-by-key': own<'key' | 'table'>(p => `${p.key} of ${p.table} refuses the second row.`),
  'not-held-back': own<'columns' | 'table'>(
    p => `No key of ${p.table} refuses a second row with the same ${p.columns}.`,
  ),
  'required': own<'columns' | 'table'>(p => `${p.columns} of ${p.table} must have a value.`),
  'optional': own<'columns' | 'table'>(p => `${p.columns} of ${p.table} may be empty.`),
  'detour-optional': own<'between' | 'table'>(
    p => `The link stands in ${p.between}: a row of ${p.table} without one there is accepted.`,
  ),
  'reference-declared': own<'columns' | 'table' | 'target'>(
    p => `${p.columns} of ${p.table} is declared to refer to ${p.target}.`,
  ),
  'reference-missing': own<'columns' | 'table' | 'target'>(
    p =>
      `${p.columns} of ${p.table} is not declared to refer to ${p.target}: a value that stands nowhere there is accepted.`,
  ),
  'reference-differs': own<'column' | 'is' | 'table' | 'target' | 'targetIs'>(
    p =>
      `${p.column} of ${p.table} is ${p.is}, and ${p.target}, which it refers to, is ${p.targetIs}: it is not described as that key.`,
  ),
  'slot-refuses': own<'column' | 'value' | 'what'>(p => `${p.what} of ${p.column} refuses ${p.value}.`),
  'slot-unknown': own<'column' | 'value' | 'what'>(
    p => `Whether ${p.what} of ${p.column} admits ${p.value} is outside what can be said.`,
  ),
  'rule-unread': own<'column'>(
    p => `The rule that is written beside ${p.column} is outside what can be read.`,
  ),
  'reference-nowhere': own<'columns' | 'table'>(
    p =>
      `${p.columns} of ${p.table} is not declared to refer to anything, and no table was found for what it names.`,
  ),
  'by-layout': own<'table'>(
    p => `Both stand in one row of ${p.table}, so there is nothing that could be missing.`,
  ),
  'far-side-free': own<'near' | 'table'>(p => `A row of ${p.table} needs no row of ${p.near}.`),
  'far-side-inside': guarded<'table' | 'target'>(
    p =>
      `The facts about ${p.target} stand only in rows of ${p.table}: without such a row there is no place for them.`,
    p =>
      `What the rule speaks of stands only in rows of ${p.table}: without such a row there is no place for it.`,
  ),
  'far-side-required': own<'columns' | 'table'>(
    p => `${p.columns} of ${p.table} must have a value, so a row of it cannot stand alone.`,
  ),
  'value-kept': own<'column' | 'table' | 'type' | 'value'>(
    p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is read back as it was written.`,
  ),
  'value-changed': own<'becomes' | 'column' | 'table' | 'type' | 'value'>(
    p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is accepted and read back as ${p.becomes}.`,
  ),
  'value-refused': own<'column' | 'table' | 'type' | 'value'>(
    p => `${p.column} of ${p.table} is ${p.type}: ${p.value} is refused.`,
  ),
  'value-unknown': own<'type' | 'value'>(
    p => `Whether ${p.type} keeps ${p.value} as written is outside what can be said without running it.`,
  ),
  'not-total-part': own<'columns' | 'part' | 'table'>(
    p => `${p.columns} stands in ${p.part}, and a row of ${p.table} without one there is accepted.`,
  ),
  'check-demands': own<'check' | 'columns' | 'table'>(
    p => `CHECK (${p.check}) is false where ${p.columns} of ${p.table} is empty.`,
  ),
  'check-refuses': own<'check' | 'column' | 'table' | 'value'>(
    p => `CHECK (${p.check}) of ${p.table} refuses ${p.value} in ${p.column}.`,
  ),
  'check-unknown': own<'check' | 'table'>(
    p => `What CHECK (${p.check}) of ${p.table} does is outside what can be said without running it.`,
  ),
  'value-accepted': own<'column' | 'table' | 'type' | 'value'>(
    p => `Nothing refuses ${p.value} in ${p.column} of ${p.table}, which is ${p.type}.`,
  ),
  'value-admitted': own<'column' | 'table' | 'type' | 'value'>(
    p => `${p.column} of ${p.table} is ${p.type}, and nothing refuses ${p.value}.`,
  ),
  'list-table': own<'column' | 'table' | 'target'>(
    p => `${p.column} of ${p.table} refers to the list in ${p.target}: what is on the list is accepted.`,
  ),
  'list-refuses': own<'column' | 'table' | 'target' | 'value'>(
    p =>
      `${p.column} of ${p.table} refers to the list in ${p.target}: ${p.value} is refused as long as it is not on it.`,
  ),
  'update-refused': own<'table' | 'target'>(
    p =>
      `The reference of ${p.table} refuses to let the key of ${p.target} be changed while it is referred to.`,
  ),
  'update-follows': own<'action' | 'table'>(p => `ON UPDATE ${p.action}: the rows of ${p.table} follow.`),
  'update-surrogate': guarded<'table' | 'target'>(
    p => `${p.table} refers to ${p.target} by a number that never changes: there is nothing to follow.`,
    p => `${p.table} refers by a number that never changes: there is nothing to follow.`,
  ),
  'update-unlinked': own<'action'>(p => `ON UPDATE ${p.action}: the change is done, and the link is gone.`),
  'update-dangling': own<'table' | 'target'>(
    p =>
      `No reference of ${p.table} is declared to ${p.target}: the change is done, and the rows of ${p.table} name what is no longer there.`,
  ),
  'null-refused': own<'action' | 'columns' | 'table'>(
    p => `${p.action} would empty ${p.columns} of ${p.table}, which must have a value: the whole is refused.`,
  ),
  'atomic': own<'column' | 'table'>(p => `${p.column} of ${p.table} holds one value to a row.`),
  'list-column': own<'column' | 'table'>(
    p =>
      `${p.column} of ${p.table} holds a list: its values cannot be referred to or kept unique one by one.`,
  ),
  'numbered-columns': own<'columns' | 'table'>(
    p => `${p.columns} of ${p.table} are one fact numbered: one more needs another column.`,
  ),
  'written-once': guarded<'from' | 'to'>(
    p => `${p.to} stands with ${p.from} only where ${p.from} tells the rows apart.`,
    () => 'It stands only where it belongs, once.',
  ),
  'written-again': guarded<'from' | 'table' | 'to'>(
    p =>
      `${p.table} writes ${p.to} again with every row of the same ${p.from}, which does not tell its rows apart.`,
    p => `${p.table} writes it again with every row of the same kind.`,
  ),
  'in-a-key': guarded<'table' | 'to'>(
    p => `${p.to} is part of a key of ${p.table}, so 3NF lets it stand.`,
    p => `It is part of a key of ${p.table}, so 3NF lets it stand.`,
  ),
  'copy-differs': own<'column' | 'table' | 'to'>(
    p => `${p.column} of ${p.table} repeats ${p.to}, and nothing keeps the two alike.`,
  ),
  'names-follow': own<'count' | 'pattern'>(p => `${p.count} as the pattern ${p.pattern} says.`),
  'name-differs': own<'name' | 'wanted' | 'what'>(p => `${p.what} ${p.name} should be called ${p.wanted}.`),
  'nothing-to-name': own<'what'>(p => `There is nothing of the kind: ${p.what}.`),
  'row-accepted': guarded<'row' | 'values'>(
    p => `Row ${p.row} (${p.values}) is accepted.`,
    p => `Row ${p.row} is accepted.`,
  ),
  'row-refused': guarded<'by' | 'row' | 'values'>(
    p => `Row ${p.row} (${p.values}) is refused: ${p.by}.`,
    p => `Row ${p.row} is refused: ${p.by}.`,
  ),
  'rows-as-wanted': own<'accepted' | 'refused'>(
    p => `${p.accepted} rows are accepted and ${p.refused} refused, as they should be.`,
  ),
  'layout-outside': guarded<'entity'>(
    p =>
      `How "${p.entity}" is laid out here is outside what can be said about given rows without running them.`,
    () => 'How this is laid out is outside what can be said about given rows without running them.',
  ),
  'pairing-open': guarded<'element' | 'first' | 'other' | 'otherVerdict' | 'verdict'>(
    p =>
      `It depends on what ${p.element} is: with ${p.first} it is ${p.verdict}, with ${p.other} ${p.otherVerdict}.`,
    () => 'It is not clear which of your tables or columns is meant here.',
  ),
  'delete-refused': own<'table' | 'target'>(
    p =>
      `The reference of ${p.table} refuses to let a row of ${p.target} be deleted while it is referred to.`,
  ),
  'delete-gone': own<'action' | 'table'>(
    p => `${p.action ? `ON DELETE ${p.action}: d` : 'D'}eleting it takes the rows of ${p.table} along.`,
  ),
  'delete-unlinked': own<'action'>(
    p => `${p.action ? `ON DELETE ${p.action}: d` : 'D'}eleting it is done, and the link is gone.`,
  ),
  'delete-dangling': own<'table' | 'target'>(
    p =>
      `No reference of ${p.table} is declared to ${p.target}: deleting is done, and the rows of ${p.table} name something that is no longer there.`,
  ),
  'entity-absent': guarded<'entity'>(
    p => `Nothing was found that stands for "${p.entity}".`,
    () => 'Nothing of yours was found that stands for this.',
  ),
  'attribute-absent': guarded<'attribute'>(
    p => `No column was found for "${p.attribute}".`,
    () => 'No column was found for this.',
  ),
  'role-absent': guarded<'entity' | 'role'>(
    p => `Nothing was found that links "${p.entity}" to its ${p.role}.`,
    () => 'Nothing was found that links the two.',
  ),
  'identifier-absent': guarded<'entity' | 'members'>(
    p => `No column was found for ${p.members}, by which "${p.entity}" is told apart.`,
    () => 'No column was found by which they are told apart.',
  ),
  'diagram-says': own<'sentence'>(p => `The diagram says: ${p.sentence}`),
  'answer-open': own<'sentence'>(p => `How many is not answered yet: ${p.sentence}`),
  'drawn-fault': own<'message'>(p => p.message),
  'check-fault': own<'message'>(p => p.message),
  'checked-well': own<never>(() => 'The checks of the script find nothing of the kind.'),
  'drawn-well': own<never>(() => 'Everything that the level asks for here is there.'),
  'unmodelled': own<'what'>(p => `${p.what} is outside what can be said without running it.`),
  'key-undecided': guarded<'table' | 'to'>(
    p => `Whether ${p.to} is part of a key of ${p.table} is outside what can be said without running it.`,
    p => `Whether it is part of a key of ${p.table} is outside what can be said without running it.`,
  ),
} as const

export type BecauseCode = keyof typeof REASONS
/** The names that a reason takes. */
export type ParamsOf<C extends BecauseCode> =
  (typeof REASONS)[C] extends Reason<infer P> ? Readonly<Record<P, string>> : never

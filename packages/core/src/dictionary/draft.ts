import { isRequired, type Column, type DataType, type Reference, type Schema, type Table } from '../schema'
import { profileColumn, valuesOf, type ColumnProfile, type FlatTable, type SplitProposal } from '../rows'
import { defaultInWords, numberingInWords } from './column-marks'
import { NEW_ENTRY, type Dictionary, type DictionaryEntry } from './document'

/** Type and size in a dictionary's own words. */
export function describeType(type: DataType): Pick<DictionaryEntry, 'type' | 'size'> {
  switch (type.family) {
    case 'char':
      return { type: 'code', size: String(type.length ?? 1) }
    case 'varchar':
      return { type: 'text', size: type.length === null ? '' : String(type.length) }
    case 'text':
      return { type: 'text', size: '' }
    case 'integer':
      return { type: 'whole number', size: '' }
    case 'decimal':
      return { type: 'number', size: type.precision === null ? '' : `${type.precision},${type.scale ?? 0}` }
    case 'timestamp':
      return { type: 'date and time', size: '' }
    case 'boolean':
      return { type: 'yes/no', size: '' }
    case 'date':
    case 'time':
      return { type: type.family, size: '' }
    default:
      return { type: type.text, size: '' }
  }
}

/** A draft from a script: what its tables say. Examples, formats and meanings are for people. */
export function dictionaryFromSchema(schema: Schema): Dictionary {
  return {
    entries: schema.tables
      .filter(({ given }) => !given)
      .flatMap(table => table.columns.map(column => entryFrom(table, column))),
  }
}

function entryFrom(table: Table, column: Column): DictionaryEntry {
  const is = (names: readonly string[] | undefined): boolean => names?.includes(column.name) ?? false
  const reference = table.references.find(({ columns }) => is(columns))
  const unique = table.uniques.findIndex(({ columns }) => is(columns))
  return {
    ...NEW_ENTRY,
    entity: table.name,
    field: column.name,
    ...describeType(column.type),
    required: isRequired(table, column.name) ? 'yes' : 'no',
    key: is(table.primaryKey?.columns) ? 'primary' : uniqueWord(table, unique),
    refersTo: reference
      ? `${reference.table}${reference.targetColumns.length > 0 ? `.${reference.targetColumns[reference.columns.indexOf(column.name)] ?? ''}` : ''}`
      : '',
    ...(reference ? actionsIn(reference) : {}),
    default: column.numbering ? '' : defaultInWords(column.default),
    numbering: column.numbering
      ? numberingInWords({ start: Number(column.numbering.start), step: Number(column.numbering.step) })
      : '',
    meaning: column.comment ?? '',
  }
}

/** What every server does by itself is not said. */
const actionsIn = ({ onDelete, onUpdate }: Reference): Pick<DictionaryEntry, 'onDelete' | 'onUpdate'> => ({
  onDelete: onDelete === 'no action' ? '' : onDelete,
  onUpdate: onUpdate === 'no action' ? '' : onUpdate,
})

/** As which key a column stands that is in the unique constraint at that place; -1 is none. */
function uniqueWord({ uniques }: Table, at: number): DictionaryEntry['key'] {
  if (at < 0) return ''
  return uniques[at]!.columns.length === 1 ? 'unique' : uniqueGroup(at)
}

function uniqueGroup(at: number): DictionaryEntry['key'] {
  return (['unique 1', 'unique 2', 'unique 3', 'unique 4'] as const)[at % 4]!
}

/**
 * A draft from rows: each part of a split an entity, its columns described as the rows show them. A column
 * that is the whole key of another part and stands in this one refers to it, and is described as that.
 */
export function dictionaryFromRows(table: FlatTable, { parts, unfolded }: SplitProposal): Dictionary {
  const listed = new Map(
    unfolded.flatMap(fact => {
      const values = table.rows.flatMap(row => valuesOf(table, fact, row))
      const width = fact.groups?.length ?? 1
      return fact.part.columns.slice(-width).map((name, at) => [name, values.map(of => of[at]!)] as const)
    }),
  )
  const all = [...parts, ...unfolded.map(({ part }) => part)]
  const profiles = new Map<string, ColumnProfile>()
  const profileOf = (name: string): ColumnProfile => {
    const known =
      profiles.get(name) ??
      profileColumn(name, listed.get(name) ?? table.rows.map(row => row[table.columns.indexOf(name)]!))
    profiles.set(name, known)
    return known
  }
  return {
    entries: all.flatMap(part => {
      const [key = []] = part.keys
      return part.columns.map((name): DictionaryEntry => {
        const found = profileOf(name)
        const home = all.find(
          other => other !== part && other.keys[0]?.length === 1 && other.keys[0][0] === name,
        )
        const isAlone = part.keys.slice(1).some(other => other.length === 1 && other[0] === name)
        const alone = isAlone ? 'unique' : ''
        return {
          ...NEW_ENTRY,
          entity: part.name,
          field: name,
          ...describeType(found.type),
          format: found.format ?? '',
          required: found.required || key.includes(name) ? 'yes' : 'no',
          key: key.includes(name) ? 'primary' : alone,
          refersTo: home ? `${home.name}.${name}` : '',
          example: found.examples[0] ?? '',
          rule: found.members ? `one of ${found.members.join(', ')}` : '',
        }
      })
    }),
  }
}

import type { Finding, FindingCode } from '../findings'
import {
  checkSchema,
  findColumn,
  findTable,
  fit,
  storedAs,
  isRequired,
  sameName,
  typesMatch,
  type Column,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { fitsMask, itemsOf, numberedColumns } from '../rows'
import type { Dictionary, DictionaryEntry } from './document'
import { checksMask, dayByFormat, plainMask } from './masks'
import { fieldName, placeOf } from './place'
import { dictionaryFinding, type ReadDictionary } from './read-dictionary'

/** Findings of a schema that a dictionary can have as well; the rest are of scripts. */
const OF_SCHEMAS: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'keys.no-primary',
  'keys.duplicate',
  'references.not-a-key',
  'references.no-target-key',
  'references.count-differs',
  'references.partly-null',
  'types.money-as-float',
])

/** What is well formed and unwise, or does not fit together, each at its slot. */
export function checkDictionary(
  dictionary: Dictionary,
  { schema }: Pick<ReadDictionary, 'schema'>,
): Finding[] {
  const own = schema.tables.filter(({ given }) => !given)
  return [
    ...checkSchema(schema)
      .filter(({ code }) => OF_SCHEMAS.has(code))
      .map((finding): Finding => ({
        ...finding,
        sheet: 'dictionary',
        field: fieldName(placeOf(finding.place)),
        place: { start: 0, end: 0 },
      })),
    ...own.flatMap(table =>
      table.references.flatMap(reference => describedOtherwise(dictionary, schema, table, reference)),
    ),
    ...own.flatMap(table => [
      ...severalInOne(table),
      ...table.columns.flatMap(column => checkField(dictionary, table, column)),
    ]),
  ]
}

/** One fact in several fields, numbered, and fields that are called like lists. */
function severalInOne({ name: entity, columns }: Table): Finding[] {
  const fieldAt = (name: string): Parameters<typeof dictionaryFinding>[1] => ({
    entry: placeOf(columns.find(column => column.name === name)!.nameSpan).entry,
    slot: 'field',
  })
  return [
    ...numberedColumns(columns.map(({ name }) => name)).map(names =>
      dictionaryFinding('dictionary.several-fields', fieldAt(names[0]!), {
        entity,
        fields: names.join(', '),
      }),
    ),
    ...columns
      .filter(({ name }) => /(?:^|[\s_])list$|\(s\)$/i.test(name.trim()))
      .map(({ name }) => dictionaryFinding('dictionary.list-field', fieldAt(name), { entity, field: name })),
  ]
}

/**
 * One field that is described otherwise than the key it refers to: in what, and how each of the two is
 * described in that.
 */
export interface KeyDifference {
  readonly column: Column
  readonly key: Column
  readonly target: Table
  readonly what: 'type' | 'size' | 'format'
  readonly is: string
  readonly targetIs: string
}

/**
 * How a referring field differs from the key it refers to; empty when it is described exactly as that. Its
 * numbering and whether it is required are its own.
 */
export function differencesFromKey(
  dictionary: Dictionary,
  schema: Schema,
  table: Table,
  reference: Reference,
): KeyDifference[] {
  const target = findTable(schema, reference.table)
  if (!target) return []
  return reference.columns.flatMap((name, i): KeyDifference[] => {
    const column = findColumn(table, name)
    const key = findColumn(target, reference.targetColumns[i] ?? '')
    if (!column || !key || column.type.text === 'no type' || key.type.text === 'no type') return []
    const types = { column, key, target, is: column.type.text, targetIs: key.type.text }
    if (column.type.family !== key.type.family) return [{ ...types, what: 'type' }]
    if (typesMatch(column.type, key.type) !== 'exactly') return [{ ...types, what: 'size' }]
    const [is, targetIs] = [column, key].map(
      of => dictionary.entries[placeOf(of.nameSpan).entry]?.format.trim() ?? '',
    ) as [string, string]
    // What is left blank says nothing against what is written elsewhere.
    const isContrary = is !== '' && targetIs !== '' && is !== targetIs
    return !target.given && isContrary ? [{ column, key, target, what: 'format', is, targetIs }] : []
  })
}

function describedOtherwise(
  dictionary: Dictionary,
  schema: Schema,
  table: Table,
  reference: Reference,
): Finding[] {
  return differencesFromKey(dictionary, schema, table, reference).map(
    ({ column, key, target, what, is, targetIs }) =>
      dictionaryFinding(
        'dictionary.reference-differs',
        { entry: placeOf(column.nameSpan).entry, slot: what },
        { field: column.name, is, target: `${target.name}.${key.name}`, targetIs, what },
      ),
  )
}

function checkField(dictionary: Dictionary, table: Table, column: Column): Finding[] {
  const { entry } = placeOf(column.nameSpan)
  const written = dictionary.entries[entry]!
  return [
    ...checkExample(written, entry, column),
    ...(written.required === 'no' &&
    (table.primaryKey?.columns.some(name => sameName(name, column.name)) ?? false)
      ? [dictionaryFinding('dictionary.optional-key', { entry, slot: 'required' }, { field: column.name })]
      : []),
    ...(written.required === '' && !isRequired(table, column.name)
      ? [dictionaryFinding('dictionary.required-open', { entry, slot: 'required' }, { field: column.name })]
      : []),
    ...(written.meaning.trim() === ''
      ? [dictionaryFinding('dictionary.no-meaning', { entry, slot: 'meaning' }, { field: column.name })]
      : []),
  ]
}

/**
 * A day as its own format writes it; without one day first, or month first where it can only be that: people read it
 * so, and whoever enters it writes it otherwise.
 */
function dayMeant(value: string, format: string, { type }: Pick<Column, 'type'>): string {
  if (type.family !== 'date' && type.family !== 'timestamp') return value
  const [, first, second, year] = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{4})$/.exec(value) ?? []
  if (format.trim() !== '' || year === undefined) return dayByFormat(value, format) ?? value
  const [day, month] = Number(second) > 12 ? [second!, first!] : [first!, second!]
  return `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
}

/** A word or two: what a list in a cell consists of. An address has numbers, a sentence has more words. */
const ITEM = /^[\p{L}'’.-]{2,}(?: [\p{L}'’.-]+)?$/u

/**
 * Whether an example reads like several values: words set apart by semicolons or bars, or at least three by
 * commas; two, where the field is called in the plural.
 */
function isSeveral(value: string, { name, type }: Pick<Column, 'name' | 'type'>): boolean {
  if (!['char', 'varchar', 'text', 'other'].includes(type.family)) return false
  const separator = [';', '|', ','].find(sign => value.includes(sign))
  if (separator === undefined) return false
  const items = itemsOf(value, separator)
  const isPlural = /[^siu]s$|(?:^|[\s_])list$/i.test(name.trim())
  const least = separator === ',' && !isPlural ? 3 : 2
  return items.length >= least && items.every(item => ITEM.test(item))
}

/** Whether the example could stand in the field: what would become of it, if not. */
export function checkExample(
  written: DictionaryEntry,
  entry: number,
  column: Pick<Column, 'name' | 'type'>,
): Finding[] {
  const value = written.example.trim()
  if (value === '')
    return [dictionaryFinding('dictionary.no-example', { entry, slot: 'example' }, { field: column.name })]
  const place = { entry, slot: 'example' } as const
  if (isSeveral(value, column))
    return [
      dictionaryFinding('dictionary.list-example', { entry, slot: 'example' }, { field: column.name, value }),
    ]
  const fits = fit(dayMeant(value, written.format, column), column.type)
  if (fits === 'refused')
    return [
      dictionaryFinding('dictionary.example-refused', place, {
        field: column.name,
        value,
        type: column.type.text,
        length: String([...value].length),
      }),
    ]
  if (fits === 'changed')
    return [
      dictionaryFinding('dictionary.example-changed', place, {
        field: column.name,
        value,
        type: column.type.text,
        becomes: storedAs(value, column.type) ?? 'something else',
      }),
    ]
  const mask = plainMask(written.format)
  return checksMask(mask, column.type.family) && !fitsMask(value, mask)
    ? [
        dictionaryFinding('dictionary.example-other-format', place, {
          field: column.name,
          value,
          format: written.format.trim(),
        }),
      ]
    : []
}

/**
 * Each referring field described as the key that it refers to: type, size and format, where they differ or are
 * open. Answers how many fields that changes.
 */
export function describedAsKeys(
  dictionary: Dictionary,
  { schema }: Pick<ReadDictionary, 'schema'>,
): { readonly dictionary: Dictionary; readonly fields: number } {
  const entries = [...dictionary.entries]
  let fields = 0
  for (const table of schema.tables.filter(({ given }) => !given))
    for (const reference of table.references) {
      const target = findTable(schema, reference.table)
      for (const [i, name] of reference.columns.entries()) {
        const column = findColumn(table, name)
        const key = target && !target.given && findColumn(target, reference.targetColumns[i] ?? '')
        if (!column || !key) continue
        const [at, from] = [placeOf(column.nameSpan).entry, placeOf(key.nameSpan).entry]
        const { type, size, format } = entries[from]!
        const next = { ...entries[at]!, type, size, format }
        if (type.trim() === '' || JSON.stringify(next) === JSON.stringify(entries[at])) continue
        entries[at] = next
        fields++
      }
    }
  return { dictionary: { entries }, fields }
}

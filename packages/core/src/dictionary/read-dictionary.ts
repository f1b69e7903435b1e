import { CATALOGUE, type Finding, type FindingCode, type Params } from '../findings'
import {
  asGiven,
  findColumn,
  findTable,
  sameName,
  type Check,
  type Column,
  type Key,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { defaultFrom, numberingFrom } from './column-marks'
import { entitiesOf, writtenAt, type Dictionary, type DictionaryEntry } from './document'
import { maskCheck } from './masks'
import { fieldName, spanOf, type DictionaryPlace } from './place'
import { ruleCheck } from './rule-text'
import { readType } from './types'

/** A dictionary as a schema: each entity a table. What a dictionary has no slot for (checks over several fields) is not there. */
export interface ReadDictionary {
  readonly schema: Schema
  /** What cannot be read, at its slot. What is well formed but unwise is `checkDictionary`'s. */
  readonly findings: readonly Finding[]
}

export function dictionaryFinding(
  code: FindingCode,
  place: DictionaryPlace,
  params: Params = {},
  fix?: Finding['fix'],
): Finding {
  const finding = {
    code,
    severity: CATALOGUE[code].severity,
    sheet: 'dictionary' as const,
    field: fieldName(place),
    place: { start: 0, end: 0 },
    params,
  }
  return fix ? { ...finding, fix } : finding
}

/**
 * Reads a dictionary: never fails, and loses nothing that a person would recognise. Places of the schema's
 * parts are slots, see `placeOf`. References to one entity by several fields are one reference of several
 * columns where they name different fields of its key. Linear in the entries, for each entity.
 */
export function readDictionary(
  dictionary: Dictionary,
  options: { readonly given?: Schema } = {},
): ReadDictionary {
  const findings: Finding[] = []
  const given = asGiven(options.given ?? { tables: [] })
  const drafts = entitiesOf(dictionary).map(({ name, at }) => draftOf(dictionary, name, at, findings))
  const known: Schema = { tables: [...given.tables, ...drafts.map(({ table }) => table)] }
  const own = drafts.map(({ table, at }) => ({
    ...table,
    references: referencesOf(dictionary, at, known, findings),
  }))
  return { schema: { tables: [...given.tables, ...own] }, findings }
}

interface Draft {
  readonly table: Table
  readonly at: readonly number[]
}

function draftOf(dictionary: Dictionary, name: string, at: readonly number[], findings: Finding[]): Draft {
  const first = { entry: at[0]!, slot: 'entity' } as const
  if (name === '') findings.push(dictionaryFinding('dictionary.no-entity', first))
  const columns: Column[] = []
  const checks: Check[] = []
  const kept: number[] = []
  for (const entry of at) {
    const written = dictionary.entries[entry]!
    const field = written.field.trim()
    if (field === '')
      findings.push(dictionaryFinding('dictionary.no-field', { entry, slot: 'field' }, { entity: name }))
    else if (columns.some(other => sameName(other.name, field)))
      findings.push(
        dictionaryFinding('dictionary.field-twice', { entry, slot: 'field' }, { entity: name, field }),
      )
    else {
      const column = columnOf(written, entry, findings)
      columns.push(column)
      checks.push(...checksOf(written, entry, column, findings))
      kept.push(entry)
    }
  }
  const primary = kept.filter(entry => dictionary.entries[entry]!.key === 'primary')
  const table: Table = {
    name: name || 'unnamed',
    namespace: null,
    columns,
    primaryKey: primary.length > 0 ? keyOf(dictionary, primary) : null,
    uniques: uniquesOf(dictionary, kept),
    references: [],
    checks,
    unmodelled: [],
    span: spanOf(first),
    nameSpan: spanOf(first),
    given: false,
  }
  return { table, at: kept }
}

function columnOf(written: DictionaryEntry, entry: number, findings: Finding[]): Column {
  const { type, isKnown, lacksSize } = readType(written.type, written.size)
  const name = written.field.trim()
  const typePlace = { entry, slot: 'type' } as const
  if (written.type.trim() === '')
    findings.push(dictionaryFinding('dictionary.no-type', typePlace, { field: name }))
  else if (!isKnown)
    findings.push(
      dictionaryFinding('dictionary.type-unknown', typePlace, { field: name, written: written.type.trim() }),
    )
  if (lacksSize)
    findings.push(
      dictionaryFinding(
        'dictionary.no-size',
        { entry, slot: 'size' },
        { field: name, type: written.type.trim() },
      ),
    )
  return {
    name,
    type,
    notNull: written.required === 'yes',
    ...(written.required === 'no' ? { saysNull: spanOf({ entry, slot: 'required' }) } : {}),
    default: defaultFrom(writtenAt(written, 'default'), type),
    numbering: numberingOf(written, entry, findings),
    generated: false,
    span: spanOf(typePlace),
    nameSpan: spanOf({ entry, slot: 'field' }),
  }
}

function numberingOf(described: DictionaryEntry, entry: number, findings: Finding[]): Column['numbering'] {
  const written = writtenAt(described, 'numbering')
  if (written.trim() === '') return null
  const numbering = numberingFrom(written)
  if (!numbering)
    findings.push(
      dictionaryFinding(
        'dictionary.numbering-unread',
        { entry, slot: 'numbering' },
        { field: described.field.trim() },
      ),
    )
  return numbering ? { start: String(numbering.start), step: String(numbering.step) } : null
}

function checksOf(
  written: DictionaryEntry,
  entry: number,
  { name, type }: Column,
  findings: Finding[],
): Check[] {
  const mask = maskCheck(name, written.format, type)
  const rule = ruleCheck(name, written.rule, type)
  if (rule === undefined)
    findings.push(dictionaryFinding('dictionary.rule-unread', { entry, slot: 'rule' }, { field: name }))
  return [
    ...(mask ? [{ name: null, expression: mask, span: spanOf({ entry, slot: 'format' }) }] : []),
    ...(rule ? [{ name: null, expression: rule, span: spanOf({ entry, slot: 'rule' }) }] : []),
  ]
}

function keyOf({ entries }: Dictionary, at: readonly number[]): Key {
  return {
    name: null,
    columns: at.map(entry => entries[entry]!.field.trim()),
    nullsNotDistinct: false,
    span: spanOf({ entry: at[0]!, slot: 'key' }),
  }
}

function uniquesOf(dictionary: Dictionary, at: readonly number[]): Key[] {
  const groups = new Map<string, number[]>()
  for (const entry of at) {
    const { key } = dictionary.entries[entry]!
    if (!key.startsWith('unique')) continue
    const group = key === 'unique' ? `alone ${entry}` : key
    groups.set(group, [...(groups.get(group) ?? []), entry])
  }
  return [...groups.values()].map(group => keyOf(dictionary, group))
}

interface Target {
  readonly entry: number
  readonly column: string
  readonly table: Table
  readonly target: string | null
}

function referencesOf(
  dictionary: Dictionary,
  at: readonly number[],
  known: Schema,
  findings: Finding[],
): Reference[] {
  const targets = at.flatMap((entry): Target[] => {
    const { refersTo, field } = dictionary.entries[entry]!
    if (refersTo.trim() === '') return []
    const found = targetOf(refersTo, known)
    if ('unknown' in found)
      findings.push(
        dictionaryFinding(
          'dictionary.unknown-target',
          { entry, slot: 'refersTo' },
          { field: field.trim(), target: found.unknown },
        ),
      )
    return 'unknown' in found
      ? []
      : [{ entry, column: field.trim(), table: found.table, target: found.column }]
  })
  const references: Reference[] = []
  const waiting = [...targets]
  while (waiting.length > 0) {
    const group = together(waiting)
    for (const used of group) waiting.splice(waiting.indexOf(used), 1)
    references.push(referenceOf(dictionary, group))
  }
  return references
}

function targetOf(
  written: string,
  known: Schema,
): { table: Table; column: string | null } | { unknown: string } {
  const [name = '', column] = written
    .replace(/^\s*→/, '')
    .split(/[.(]/)
    .map(part => part.replace(')', '').trim())
  const table = findTable(known, name)
  if (!table) return { unknown: name || written.trim() }
  if (!column)
    return { table, column: table.primaryKey?.columns.length === 1 ? table.primaryKey.columns[0]! : null }
  const found = findColumn(table, column)
  return found ? { table, column: found.name } : { unknown: `${table.name}.${column}` }
}

/**
 * The first reference that waits, with those to other parts of the same key: a key of several parts is
 * referred to by all of them together.
 */
function together(waiting: readonly Target[]): Target[] {
  const [first] = waiting as [Target]
  const key = first.table.primaryKey?.columns ?? []
  if (key.length < 2 || (first.target !== null && !key.some(name => sameName(name, first.target!))))
    return [first]
  const parts = key.flatMap((name): Target[] => {
    const exact = waiting.find(
      other => other.table === first.table && other.target !== null && sameName(other.target, name),
    )
    return exact ? [exact] : []
  })
  const loose = waiting.filter(other => other.table === first.table && other.target === null)
  return parts.includes(first) ? parts : loose.slice(0, key.length)
}

function referenceOf({ entries }: Dictionary, group: readonly Target[]): Reference {
  const [first] = group as [Target]
  const key = first.table.primaryKey?.columns ?? []
  /** One of its fields says it for all. */
  const said = (event: 'onDelete' | 'onUpdate'): Reference['onDelete'] =>
    group.map(({ entry }) => entries[entry]![event]).find(action => action) || 'no action'
  return {
    name: null,
    columns: group.map(({ column }) => column),
    table: first.table.name,
    targetColumns: group.every(({ target }) => target !== null)
      ? group.map(({ target }) => target!)
      : key.slice(0, group.length),
    onDelete: said('onDelete'),
    onUpdate: said('onUpdate'),
    deferrable: false,
    span: spanOf({ entry: first.entry, slot: 'refersTo' }),
  }
}

import { listInWords } from '../language'
import {
  NOWHERE,
  dataType,
  sameName,
  type Column,
  type DataType,
  type Reference,
  type Schema,
  type Table,
} from '../schema'

/** What is wrong with relations as they are written, with the line (from 1). */
export interface NotationFault {
  readonly line: number
  readonly message: string
}

export interface ReadRelations {
  readonly schema: Schema
  /** What was understood of each, in a sentence. */
  readonly understood: readonly string[]
  readonly faults: readonly NotationFault[]
}

interface WrittenAttribute {
  readonly name: string
  readonly isKey: boolean
}
interface WrittenReference {
  readonly columns: readonly string[]
  readonly target: string
}
interface WrittenRelation {
  readonly name: string
  readonly line: number
  readonly attributes: readonly WrittenAttribute[]
  readonly references: readonly WrittenReference[]
}

const LONGEST = 100_000
const NAME = /^[\p{L}_][\p{L}\p{N}_]*$/u
/** `TRIP(` at the beginning of a line: what opens a relation. */
const OPENING = /^\s*([\p{L}_][\p{L}\p{N}_ ]{0,60}?)\s*[(:]/u
const ARROW = /→|->|=>|↑|\breferences\b/iu

/** Whether a text is relations and nothing else: each of its lines opens one, or goes on with it. */
export function looksLikeRelations(text: string): boolean {
  const { schema, faults } = readRelations(text)
  return schema.tables.length > 0 && faults.length === 0
}

/**
 * Reads relations as courses write them: `TRIP(trip_no, day, site → SITE)`, one after another, several attributes
 * together as `(hall, bay_no) → BAY`. Key attributes are underlined (`_trip_no_`, or by combining signs), or marked
 * `#`, `*` or `(PK)`; where none is, the first is taken. Types are not said: they are guessed from the names, and those
 * of references are those of what they lead to. Linear in the text.
 */
export function readRelations(text: string): ReadRelations {
  const faults: NotationFault[] = []
  const written = relationsIn(text.slice(0, LONGEST), faults)
  const tables = written.map(relation => tableOf(relation, written, faults))
  return {
    schema: { tables },
    faults,
    understood: written.map((relation, i) => inWords(relation, tables[i]!)),
  }
}

/** Each relation's text with the line on which it begins; a bracket may close on a later line. */
function relationsIn(text: string, faults: NotationFault[]): readonly WrittenRelation[] {
  const found: WrittenRelation[] = []
  const lines = text.split('\n')
  for (let i = 0; i < lines.length; i++) {
    if (lines[i]!.trim() === '') continue
    const opening = OPENING.exec(lines[i]!)
    if (!opening) {
      faults.push({ line: i + 1, message: 'A relation is written as NAME(attribute, attribute).' })
      continue
    }
    const begun = i
    let body = lines[i]!.slice(opening[0].length)
    while (depthOf(body) > -1 && lines[i + 1] !== undefined && !OPENING.test(lines[i + 1]!))
      body += ` ${lines[++i]!}`
    const name = opening[1]!.trim().replaceAll(/\s+/g, '_')
    const relation = relationFrom(name, begun + 1, withoutEnd(body), faults)
    if (relation.attributes.length === 0)
      faults.push({ line: begun + 1, message: `${name} has no attribute.` })
    else if (found.some(other => sameName(other.name, name)))
      faults.push({ line: begun + 1, message: `${name} is written twice.` })
    else found.push(relation)
  }
  return found
}

/** How many brackets are open at the end; -1 where the one that was opened first is closed. */
function depthOf(body: string): number {
  let depth = 0
  for (const sign of body) {
    if (sign === '(') depth++
    if (sign === ')') depth--
  }
  return depth
}

/** Without the bracket that closes it, and what ends the line. */
const withoutEnd = (body: string): string => body.trim().replace(/[.;]$/, '').trimEnd().replace(/\)$/, '')

function relationFrom(name: string, line: number, body: string, faults: NotationFault[]): WrittenRelation {
  const attributes: WrittenAttribute[] = []
  const references: WrittenReference[] = []
  for (const piece of piecesOf(body)) {
    const at = ARROW.exec(piece)
    const left = at ? piece.slice(0, at.index) : piece
    const target = at
      ? piece
          .slice(at.index + at[0].length)
          .replaceAll(/[()]/g, ' ')
          .trim()
      : ''
    const names =
      left.trim().startsWith('(') && left.includes(',')
        ? left
            .trim()
            .slice(1)
            .replace(/\)\s*$/, '')
            .split(',')
        : [left]
    const own = names.map(attributeFrom)
    for (const attribute of own) {
      if (!NAME.test(attribute.name))
        faults.push({
          line,
          message: `“${attribute.name || piece.trim()}” in ${name} is no name of an attribute.`,
        })
      else if (attributes.some(other => sameName(other.name, attribute.name)))
        faults.push({ line, message: `${attribute.name} stands twice in ${name}.` })
      else attributes.push(attribute)
    }
    if (at)
      references.push({
        columns: own.map(attribute => attribute.name),
        target: target.split(/[\s.]/)[0] ?? '',
      })
  }
  return { name, line, attributes, references }
}

/** At commas outside brackets. */
function piecesOf(body: string): readonly string[] {
  const pieces: string[] = []
  let depth = 0
  let piece = ''
  for (const sign of body) {
    if (sign === '(') depth++
    if (sign === ')') depth--
    if (sign === ',' && depth <= 0) {
      pieces.push(piece)
      piece = ''
    } else piece += sign
  }
  return [...pieces, piece].filter(part => part.trim() !== '')
}

/** The combining signs by which a text underlines. */
const UNDERLINES = /[\u0332\u0331\u0333]/g
const KEY_MARK = /#|\*|\bpk\b|\bkey\b|<\/?u>/i

function attributeFrom(text: string): WrittenAttribute {
  const written = text.trim()
  const isUnderlined = UNDERLINES.test(written) || /^_[^_].*_$/.test(written)
  UNDERLINES.lastIndex = 0
  const name = written
    .replaceAll(UNDERLINES, '')
    .replaceAll(/<\/?u>|[#*]|\(\s*(?:pk|fk|key|pk\s*,\s*fk)\s*\)|\b(?:pk|fk)\b/gi, ' ')
    .trim()
    .replace(/^_([^_].*)_$/, '$1')
    .replaceAll(/\s+/g, '_')
  return { name, isKey: isUnderlined || KEY_MARK.test(written) }
}

function keyOf({ attributes }: WrittenRelation): readonly string[] {
  const marked = attributes.filter(({ isKey }) => isKey).map(({ name }) => name)
  return marked.length > 0 ? marked : attributes.slice(0, 1).map(({ name }) => name)
}

function tableOf(relation: WrittenRelation, all: readonly WrittenRelation[], faults: NotationFault[]): Table {
  const key = keyOf(relation)
  const references = relation.references.flatMap((written): Reference[] => {
    const target = all.find(({ name }) => sameName(name, written.target))
    if (!target) {
      faults.push({
        line: relation.line,
        message: `${relation.name} leads to ${written.target || 'nothing'}, which is not there.`,
      })
      return []
    }
    const targetColumns = keyOf(target)
    if (targetColumns.length !== written.columns.length) {
      const [own, key] = [listInWords(written.columns), listInWords(targetColumns)]
      const hint = targetColumns.length > 1 ? ` Write (${targetColumns.join(', ')}) → ${target.name}.` : ''
      faults.push({
        line: relation.line,
        message: `${own} of ${relation.name} cannot lead to ${target.name}, whose key is ${key}.${hint}`,
      })
      return []
    }
    return [
      {
        name: null,
        columns: written.columns,
        table: target.name,
        targetColumns,
        onDelete: 'no action',
        onUpdate: 'no action',
        deferrable: false,
        span: NOWHERE,
      },
    ]
  })
  return {
    name: relation.name,
    namespace: null,
    columns: relation.attributes.map(({ name }) => columnOf(relation, name, all)),
    primaryKey: { name: null, columns: key, nullsNotDistinct: false, span: NOWHERE },
    uniques: [],
    references,
    checks: [],
    unmodelled: [],
    span: NOWHERE,
    nameSpan: NOWHERE,
    given: false,
  }
}

const columnOf = (relation: WrittenRelation, name: string, all: readonly WrittenRelation[]): Column => ({
  name,
  type: typeOf(relation, name, all, 0),
  notNull: true,
  default: null,
  numbering: null,
  generated: false,
  span: NOWHERE,
  nameSpan: NOWHERE,
})

const DEEPEST = 20

/** The type of what it leads to, where it leads anywhere; else by its name. */
function typeOf(
  relation: WrittenRelation,
  name: string,
  all: readonly WrittenRelation[],
  depth: number,
): DataType {
  for (const { columns, target } of relation.references) {
    const at = columns.indexOf(name)
    const found = all.find(other => sameName(other.name, target))
    const key = found && keyOf(found)
    if (at >= 0 && found && key?.length === columns.length && depth < DEEPEST)
      return typeOf(found, key[at]!, all, depth + 1)
  }
  return guessed(name)
}

const GUESSES: readonly (readonly [RegExp, DataType])[] = [
  [/(?:^|_)(?:date|day|born|since|until|on)$/i, dataType('DATE', [], 'date')],
  [
    /(?:price|amount|cost|fee|pay|weight|percent|temperature)/i,
    dataType('NUMERIC', ['10', '2'], 'numeric(10,2)'),
  ],
  [
    /(?:^|_)(?:no|nr|number|id|count|quantity|year|age|seats|pieces|size)$/i,
    dataType('INTEGER', [], 'integer'),
  ],
]
const TEXT = dataType('VARCHAR', ['80'], 'varchar(80)')

const guessed = (name: string): DataType => GUESSES.find(([pattern]) => pattern.test(name))?.[1] ?? TEXT

function inWords(relation: WrittenRelation, { columns, references }: Table): string {
  const key = keyOf(relation)
  const isSaid = relation.attributes.some(({ isKey }) => isKey)
  const leads = references.map(({ columns: own, table }) => `${listInWords(own)} leads to ${table}`)
  const count = columns.length === 1 ? '1 attribute' : `${columns.length} attributes`
  const apart = `told apart by ${listInWords(key)}${isSaid ? '' : ' (the first: none is marked)'}`
  return `${[`${relation.name}: ${count}, ${apart}`, ...leads].join('; ')}.`
}

import { scriptFinding, type Finding, type Span } from '../../findings'
import { plural } from '../../language'
import { DIALECT, sameName, type Dialect, type Table } from '../../schema'
import { inQuotes } from '../text/quote-name'
import { reservedIn } from '../text/reserved'
import { nameByPattern, type Habits, type PatternValues } from '../text/habits'
import type { ScriptToCheck } from './input'

/** Reserved words, names that are too long, and the course's ways of naming. */
export function checkNames(input: ScriptToCheck, table: Table): Finding[] {
  const findings: Finding[] = []
  checkName(input, findings, table.name, table.nameSpan, 'table')
  for (const { name, nameSpan } of table.columns) checkName(input, findings, name, nameSpan, 'column')
  if (input.habits) findings.push(...checkNumber(input.habits, table), ...checkConstraints(input, table))
  return findings
}

/** The same of a table that is described, not written: its words have no quotes, its constraints no names. */
export function namesOfTable(
  { dialect, habits }: Pick<ScriptToCheck, 'dialect' | 'habits'>,
  { name, nameSpan, columns }: Table,
): Finding[] {
  const named = [
    { name, nameSpan, kind: 'table' as const },
    ...columns.map(column => ({ ...column, kind: 'column' as const })),
  ]
  return named.flatMap(({ name: own, nameSpan: place, kind }) => [
    ...(reservedIn(own).includes(dialect)
      ? [scriptFinding('names.reserved', place, { name: own, here: DIALECT[dialect].name })]
      : []),
    ...checkStyle(habits, own, place, kind),
    ...(kind === 'table' ? checkNumber(habits, { name: own, nameSpan: place }) : []),
  ])
}

function checkName(
  input: ScriptToCheck,
  findings: Finding[],
  name: string,
  place: Span,
  kind: 'table' | 'column',
): void {
  const reserving = reservedIn(name)
  if (reserving.length > 0) findings.push(...checkWord(input, reserving, name, place))
  if (name.length > 30) findings.push(...checkLength(input, name, place))
  if (input.habits) findings.push(...checkStyle(input.habits, name, place, kind))
}

function checkWord(
  { script, dialect }: ScriptToCheck,
  reserving: readonly Dialect[],
  name: string,
  place: Span,
): Finding[] {
  const here = DIALECT[dialect].name
  if (!reserving.includes(dialect))
    return reserving.length >= 4
      ? [
          scriptFinding('names.risky', place, {
            name,
            here,
            where: reserving.map(other => DIALECT[other].name).join(', '),
          }),
        ]
      : []
  const isQuoted = /^["`[']/.test(script.slice(place.start, place.end).split('.').at(-1) ?? '')
  const text = inQuotes(name, dialect)
  return isQuoted
    ? [scriptFinding('names.risky', place, { name, here, where: 'everywhere it is used' })]
    : [scriptFinding('names.reserved', place, { name, here }, { span: place, text, label: `Write ${text}` })]
}

function checkLength({ dialect }: ScriptToCheck, name: string, place: Span): Finding[] {
  const { longestName, name: here } = DIALECT[dialect]
  return longestName !== null && name.length > longestName
    ? [scriptFinding('names.too-long', place, { name, here, most: String(longestName) })]
    : []
}

const STYLES: Readonly<Record<NonNullable<Habits['tables']>, RegExp>> = {
  snake_case: /^[a-z][a-z0-9]*(?:_[a-z0-9]+)*$/,
  camelCase: /^[a-z][a-zA-Z0-9]*$/,
  PascalCase: /^[A-Z][a-zA-Z0-9]*$/,
  UPPER_CASE: /^[A-Z][A-Z0-9]*(?:_[A-Z0-9]+)*$/,
}

function checkStyle(
  habits: Habits | undefined,
  name: string,
  place: Span,
  kind: 'table' | 'column',
): Finding[] {
  const style = kind === 'table' ? habits?.tables : habits?.columns
  return style && !STYLES[style].test(name)
    ? [scriptFinding('names.style', place, { name, kind, style, example: inStyle(name, style) })]
    : []
}

function inStyle(name: string, style: NonNullable<Habits['tables']>): string {
  const words = name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .split(/[^A-Z0-9]+/i)
    .filter(word => word !== '')
    .map(word => word.toLowerCase())
  const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1)
  switch (style) {
    case 'snake_case':
      return words.join('_')
    case 'UPPER_CASE':
      return words.join('_').toUpperCase()
    case 'PascalCase':
      return words.map(capital).join('')
    case 'camelCase':
      return words.map((word, i) => (i === 0 ? word : capital(word))).join('')
  }
}

function checkNumber(
  habits: Habits | undefined,
  { name, nameSpan }: Pick<Table, 'name' | 'nameSpan'>,
): Finding[] {
  if (!habits?.number || name.length < 3) return []
  const isPlural = /ies$/i.test(name) || (/[^s]s$/i.test(name) && !/(?:us|is)$/i.test(name))
  if (isPlural === (habits.number === 'plural')) return []
  return [
    scriptFinding('names.number', nameSpan, {
      name,
      number: habits.number,
      example: isPlural ? name.replace(/ies$/i, 'y').replace(/s$/i, '') : plural(name),
    }),
  ]
}

interface Constraint {
  readonly name: string | null
  readonly span: Span
  readonly kind: string
  readonly pattern: string | undefined
  readonly values: PatternValues
}

function constraintsOf(habits: Habits | undefined, table: Table): Constraint[] {
  const own = { table: table.name }
  return [
    ...(table.primaryKey
      ? [
          {
            ...table.primaryKey,
            kind: 'primary key',
            pattern: habits?.primaryKey,
            values: { ...own, columns: table.primaryKey.columns },
          },
        ]
      : []),
    ...table.uniques.map(key => ({
      ...key,
      kind: 'UNIQUE',
      pattern: habits?.unique,
      values: { ...own, columns: key.columns },
    })),
    ...table.references.map(reference => ({
      name: reference.name,
      span: reference.span,
      kind: 'reference',
      pattern: habits?.reference,
      values: { ...own, columns: reference.columns, target: reference.table },
    })),
    ...table.checks.map((check, i) => ({
      ...check,
      kind: 'CHECK',
      pattern: habits?.check,
      values: { ...own, number: i + 1 },
    })),
  ]
}

function checkConstraints({ habits }: ScriptToCheck, table: Table): Finding[] {
  if (!habits) return []
  return constraintsOf(habits, table).flatMap(({ name, span, kind, pattern, values }) => {
    const wanted = pattern === undefined ? undefined : nameByPattern(pattern, values)
    if (name === null)
      return habits.named || wanted !== undefined
        ? [scriptFinding('names.unnamed', span, { table: table.name, kind, wanted: wanted ?? '' })]
        : []
    if (wanted !== undefined)
      return sameName(name, wanted) ||
        (pattern!.includes('{number}') && sameName(name.replace(/\d+$/, ''), wanted.replace(/\d+$/, '')))
        ? []
        : [scriptFinding('names.pattern', span, { name, kind, wanted })]
    return habits.named && !name.toLowerCase().includes(table.name.toLowerCase())
      ? [scriptFinding('names.constraint-table', span, { name, table: table.name })]
      : []
  })
}

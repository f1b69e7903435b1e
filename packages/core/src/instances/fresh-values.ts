import { findAttribute, type WorldAttribute } from '../alignment'
import {
  findColumn,
  findTable,
  fit,
  foldName,
  sameName,
  type Column,
  type DataType,
  type Table,
  type TypeFamily,
} from '../schema'
import { checksOn, dayText, literalsFor, momentFrom } from '../sql'
import { dayMeant, speaksOfToday, stepToTarget, type Reading, type Rule } from '../rules'

/** So many values are made of one sample; where few of them may stand there, so many. */
const MOST_MADE = 10
const MOST_MADE_THEN = 40
/** So many that may stand there are enough for any rows. */
const ENOUGH = 6

/**
 * Values for facts, a new one each time it is asked: those of the exercise first, then what follows them in
 * their own manner. The same in every run.
 */
export class FreshValues {
  private readonly made = new Map<string, readonly string[]>()
  private readonly used = new Map<string, number>()
  private readonly taken = new Set<string>()

  constructor(
    private readonly reading: Reading,
    private readonly rules: readonly Rule[],
  ) {}

  /** Begins anew: each state is made by itself, with the best values first. */
  restart(): void {
    this.used.clear()
    this.taken.clear()
  }

  /** The value is given to something already. */
  take(entity: string, attribute: string, value: string): void {
    this.taken.add(foldName(`${entity}.${attribute}=`) + value)
  }

  /** One that was not given yet, and the last one where no more are to be had. */
  next(entity: string, attribute: string): string {
    const key = foldName(`${entity}.${attribute}`)
    const values = this.valuesFor(entity, attribute)
    let at = this.used.get(key) ?? 0
    while (at < values.length && this.taken.has(`${key}=${values[at]}`)) at++
    this.used.set(key, at + 1)
    const value = values[Math.min(at, values.length - 1)] ?? String(at + 1)
    this.take(entity, attribute, value)
    return value
  }

  /** Some values for a fact that are not given to anything yet. */
  candidates(entity: string, attribute: string, most: number): readonly string[] {
    const key = foldName(`${entity}.${attribute}`)
    return this.valuesFor(entity, attribute)
      .filter(value => !this.taken.has(`${key}=${value}`))
      .slice(0, most)
  }

  private valuesFor(entity: string, attribute: string): readonly string[] {
    const key = foldName(`${entity}.${attribute}`)
    const known = this.made.get(key)
    if (known) return known
    const first = this.makeValues(entity, attribute, MOST_MADE)
    const values = first.enough ? first.values : this.makeValues(entity, attribute, MOST_MADE_THEN).values
    this.made.set(key, values)
    return values
  }

  private makeValues(
    entity: string,
    attribute: string,
    most: number,
  ): { readonly values: readonly string[]; readonly enough: boolean } {
    const world = this.reading.entity(entity)
    const fact = world && findAttribute(world, attribute)
    const places = placesOf(this.reading, entity, attribute)
    const { good, bad } = this.listed(entity, attribute)
    const literals = places.flatMap(({ table, column }) => literalsFor(table, column.name))
    const given = [...new Set([...(fact?.samples ?? []), ...good, ...literals])]
    const made = fact
      ? [
          ...given.slice(0, 4).flatMap(sample => following(sample, fact, most)),
          ...plainValues(fact.type, most),
          ...places.flatMap(({ column }) => plainValues(column.type, most)),
        ]
      : []
    const isLegal = within(good, bad)
    const all = [...new Set([...given.filter(value => !speaksOfToday(value)), ...made])].filter(isLegal)
    const suits = (value: string, wanted: 'passes' | 'unknown'): boolean =>
      places.every(
        ({ table, column }) =>
          fit(value, column.type) === 'kept' && checksOn(table, column.name, value).outcome === wanted,
      ) &&
      (!fact || fit(value, fact.type) !== 'refused')
    // What no column that refers to it can hold comes after the rest.
    const referring = places.flatMap(place => referringTo(this.reading, place))
    const isHeld = (value: string): boolean => referring.every(({ type }) => fit(value, type) === 'kept')
    const passing = all
      .filter(value => suits(value, 'passes'))
      .toSorted((a, b) => Number(isHeld(b)) - Number(isHeld(a)))
    const rest = all.filter(value => !passing.includes(value))
    return {
      values: [...passing, ...rest.filter(value => suits(value, 'unknown')), ...rest],
      enough: passing.filter(isHeld).length >= ENOUGH,
    }
  }

  /** The values that the exercise and its rules name for a fact. */
  given(entity: string, attribute: string): readonly string[] {
    const world = this.reading.entity(entity)
    const samples = (world && findAttribute(world, attribute)?.samples) ?? []
    const { good } = this.listed(entity, attribute)
    return [...new Set([...samples, ...good])].filter(value => !speaksOfToday(value))
  }

  /** What rules say is accepted and kept, and what is refused. */
  private listed(entity: string, attribute: string): Listed {
    const good: string[] = []
    const bad: string[] = []
    for (const rule of this.rules) {
      if (!('values' in rule) || !sameName(rule.entity, entity) || !sameName(rule.attribute, attribute))
        continue
      if (rule.kind === 'refusesValue') bad.push(...rule.values)
      else good.push(...rule.values)
    }
    return { good, bad }
  }
}

interface Listed {
  readonly good: readonly string[]
  readonly bad: readonly string[]
}

/**
 * Whether a value is none of the bad ones, nor beyond them as seen from the good ones: what rules say of bounds,
 * of numbers and days.
 */
function within(good: readonly string[], bad: readonly string[]): (value: string) => boolean {
  const amounts = good.flatMap(value => amountOf(value) ?? [])
  const limits = bad.flatMap(value => amountOf(value) ?? [])
  const [least, most] = [Math.min(...amounts), Math.max(...amounts)]
  const floor = Math.max(...limits.filter(limit => limit < least))
  const ceiling = Math.min(...limits.filter(limit => limit > most))
  return value => {
    const amount = amountOf(value)
    return !bad.includes(value) && (amount === undefined || (amount > floor && amount < ceiling))
  }
}

/** A number, or a day as one; of one reckoned from today that of some day. */
function amountOf(value: string): number | undefined {
  const day =
    dayMeant(value, momentFrom(SOME_DAY)!) ?? (/^\d{4}-\d\d-\d\d/.test(value) ? momentFrom(value) : undefined)
  if (day !== undefined) return day
  return /^-?\d+(\.\d+)?$/.test(value) ? Number(value) : undefined
}

const SOME_DAY = '2026-03-14'

interface Place {
  readonly table: Table
  readonly column: Column
}

/** All places where a fact is written: its own and its copies. */
export function placesOf({ alignment, schema }: Reading, entity: string, attribute: string): Place[] {
  return [...alignment.attributes, ...alignment.copies]
    .filter(other => sameName(other.entity, entity) && sameName(other.attribute, attribute))
    .flatMap(other => {
      const table = findTable(schema, other.table)
      const column = table && findColumn(table, other.column)
      return table && column ? [{ table, column }] : []
    })
}

/** Columns that refer to this one, by a declared reference or by what stands for a role. */
function referringTo({ schema, alignment }: Reading, { table, column }: Place): Column[] {
  const declared = schema.tables.flatMap(from =>
    from.references
      .filter(reference => sameName(reference.table, table.name))
      .map(reference => ({
        from: from.name,
        columns: reference.columns.map((own, i) => [own, reference.targetColumns[i] ?? ''] as const),
      })),
  )
  const implied = alignment.roles.flatMap(({ layout }) => {
    const step = stepToTarget(layout)
    return step && sameName(step.toTable, table.name) ? [{ from: step.fromTable, columns: step.columns }] : []
  })
  return [...declared, ...implied].flatMap(({ from, columns }) => {
    const own = columns.find(([, key]) => sameName(key, column.name))?.[0]
    const host = findTable(schema, from)
    return (own !== undefined && host && findColumn(host, own)) || []
  })
}

/** What comes after a value, in its manner: the next number, the next day, the next one of a list. */
function following(sample: string, { type }: WorldAttribute, most: number): string[] {
  const steps = Array.from({ length: most }, (_, i) => i + 1)
  if (/^\d{4}-\d\d-\d\d$/.test(sample)) {
    const day = momentFrom(sample)
    return day === undefined ? [] : steps.map(step => dayText(day + step))
  }
  const number = /^((?:.*\D)?)(\d+)(\D*)$/s.exec(sample)
  if (number) {
    const [, before = '', digits = '', after = ''] = number
    return steps.map(
      step => `${before}${String(BigInt(digits) + BigInt(step)).padStart(digits.length, '0')}${after}`,
    )
  }
  if (type.family === 'boolean' || type.family === 'enum') return []
  return steps.map(step => `${sample} ${step + 1}`)
}

/** Values of a type alone. */
export function plainValues(type: DataType, most = MOST_MADE_THEN): readonly string[] {
  if (type.family === 'enum') return type.members
  const key = `${type.family} ${most}`
  const values = plain.get(key) ?? makePlain(type.family, most)
  plain.set(key, values)
  return values
}

const plain = new Map<string, readonly string[]>()

function makePlain(family: TypeFamily, most: number): string[] {
  const steps = Array.from({ length: most }, (_, i) => i + 1)
  switch (family) {
    case 'integer':
    case 'decimal':
    case 'float':
      return [...steps.map(String), '0']
    case 'date':
      return ['2025-09-01', ...FAR_DAYS].flatMap(first =>
        steps.map(step => dayText(momentFrom(first)! + step)),
      )
    case 'timestamp':
      return steps.map(step => `${dayText(momentFrom('2025-09-01')! + step)} 09:00`)
    case 'time':
      return steps.map(step => `${String(8 + (step % 12)).padStart(2, '0')}:${String(step).padStart(2, '0')}`)
    case 'boolean':
      return ['true', 'false']
    case 'uuid':
      return steps.map(step => `00000000-0000-4000-8000-${String(step).padStart(12, '0')}`)
    case 'json':
      return steps.map(step => `{"n": ${step}}`)
    case 'interval':
      return steps.map(step => `${step} days`)
    case 'binary':
      return steps.map(step => `\\x${step.toString(16).padStart(2, '0')}`)
    default:
      return [...LETTERS, ...steps.map(step => `${LETTERS[step % LETTERS.length]}${step}`)]
  }
}

/** For what is measured against the current date. */
const FAR_DAYS = ['1961-05-01', '1996-05-01', '2090-05-01']

const LETTERS = [...'abcdefghijklmnopqrstuvwxyz']

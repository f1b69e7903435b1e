import { datesIn } from './dates'
import { formatOf } from './mask'
import type { FlatTable } from './table'

/** Names of columns that tell things apart, whatever stands in them. */
const IDENTIFYING =
  /(?:^|[_\s])(?:no|nr|num|number|id|code|key|ref|isbn|sku|plate|serial|symbol|abbr)$|[a-z](?:No|Nr|Id|ID|Code|Num)$/
/** Names of columns that are told of things, though they may look like codes. */
const TELLING =
  /phone|tel|fax|zip|post|mail|date|(?:^|_)(?:on|at)$|price|amount|qty|quantity|hours|rate|grade|unit/i

/** Each of these that a chance is below speaks for what holds; the last two by themselves for a name. */
const UNLIKELY = [0.1, 0.005, 1e-6, 1e-9]

/** What a column is likely to be for, by its name and its values. */
type Role = 'identifies' | 'measures' | 'tells'

function roleOf(name: string, values: readonly string[]): Role {
  if (IDENTIFYING.test(name)) return 'identifies'
  if (datesIn(values) !== null) return 'measures'
  const areNumbers = values.length > 0 && values.every(value => /^-?\d+(?:[.,]\d+)?$/.test(value))
  if (TELLING.test(name)) return areNumbers ? 'measures' : 'tells'
  const format = formatOf(values)
  // Words of one length are no codes: those have digits, or nothing but capitals.
  if (format !== null && !areNumbers && format.length > 1 && !/[a ]/.test(format)) return 'identifies'
  return areNumbers ? 'measures' : 'tells'
}

/** How likely it is, as a logarithm, that rows in groups would agree in a column by chance. */
type Chance = (from: readonly number[], to: number) => number

/**
 * What the columns of a table look like to its designer: which tell things apart, what stands beside what, and
 * how much of what holds could be chance. Linear in the cells; each question is linear in the rows.
 */
export class Looks {
  private readonly roles: readonly Role[]
  /** Columns of dates. */
  private readonly moments: readonly boolean[]
  private readonly chance: Chance
  /** What is known already of two columns: whether the first fixes the second. */
  private readonly fixing = new Map<string, boolean>()

  constructor(private readonly table: FlatTable) {
    const values = table.columns.map((_, at) => valuesOf(table, at))
    this.roles = table.columns.map((name, at) => roleOf(name, values[at]!))
    this.moments = values.map(of => datesIn(of) !== null)
    this.chance = chanceIn({ columns: table.columns, rows: table.rows.slice(0, MOST_ROWS) })
  }

  /**
   * Of several keys the one that means something: of columns that identify, then of what may tell a moment
   * apart; then the shorter, then the one that stands first.
   */
  bestKey(keys: readonly (readonly number[])[]): readonly number[] | undefined {
    const weight = (key: readonly number[]): number =>
      key.reduce(
        (sum, at) => sum + { identifies: 0, tells: 2, measures: this.isMoment(at) ? 1 : 4 }[this.roles[at]!],
        0,
      )
    return [...keys].sort(
      (a, b) =>
        weight(a) - weight(b) || a.length - b.length || Math.max(...a) - Math.max(...b) || a[0]! - b[0]!,
    )[0]
  }

  /** Whether somebody who designed the table is likely to have meant that `from` fixes `to`. */
  isMeant(from: readonly number[], to: number, support: number): boolean {
    if (support < 2) return false
    if (from.some(at => this.roles[at] === 'measures' && !(from.length > 1 && this.isMoment(at))))
      return false
    if (!from.some(at => this.roles[at] === 'identifies')) return this.isMeantByName(from, to)
    // A name does not fix the number that stands for it, though it may in the rows.
    if (this.roles[to] === 'identifies' && from.some(at => this.isNameOf(at, to))) return false
    const telling = from.filter(at => this.roles[at] === 'tells').length
    if (telling > 1 || (telling > 0 && from.length === 1)) return false
    // A name beside what identifies stands for its own number; and a number may stand for the whole left side.
    if (
      from.length > 1 &&
      (from.some(at => this.roles[at] === 'tells' && this.hasNumber(at)) || this.standsFor(to, from))
    )
      return false
    // One column that identifies needs little besides; several together may do so by chance.
    return this.evidence(from, to) >= (from.length === 1 ? 1 : 3)
  }

  /** A name fixes something where nothing that identifies stands for the same. */
  private isMeantByName(from: readonly number[], to: number): boolean {
    const [at] = from
    if (from.length > 1 || at === undefined || this.roles[to] === 'identifies' || this.hasNumber(at))
      return false
    return this.evidence(from, to) >= 3
  }

  /**
   * What speaks for it: where it stands, what it is called, and how unlikely it is by chance. Several columns
   * that fix one may stand together by design; that they fix it in the rows says little.
   */
  private evidence(from: readonly number[], to: number): number {
    const last = Math.max(...from)
    const areTogether = last - Math.min(...from) === from.length - 1
    const isBeside = areTogether && this.runAfter(last) >= to && to > last
    const isCalled = from.some(at => sharesStem(this.table.columns[at]!, this.table.columns[to]!))
    const chance = this.chance(from, to)
    const unlikely = UNLIKELY.filter(below => chance < Math.log(below)).length
    return (
      (isBeside ? 2 : 0) +
      (isCalled ? 2 : 0) +
      (from.length > 1 && areTogether ? 1 : 0) +
      Math.min(unlikely, from.length > 1 ? 1 : UNLIKELY.length) -
      (!isBeside && this.standsByAnother(from, to) ? 1 : 0)
    )
  }

  /** Whether a column stands behind another one that identifies, and is fixed by that. */
  private standsByAnother(from: readonly number[], to: number): boolean {
    return this.roles.some(
      (role, other) =>
        role === 'identifies' &&
        !from.includes(other) &&
        other < to &&
        this.runAfter(other) >= to &&
        this.fixes(other, to),
    )
  }

  /** The last column of what stands behind one that identifies: up to the next that does, with it. */
  private runAfter(at: number): number {
    const next = this.roles.findIndex((role, other) => other > at && role === 'identifies')
    return next < 0 ? this.table.columns.length - 1 : next
  }

  /** Whether a column that identifies stands for the same as this one, each fixing the other. */
  private hasNumber(at: number): boolean {
    return this.roles.some(
      (role, other) =>
        role === 'identifies' && other !== at && this.fixes(at, other) && this.fixes(other, at),
    )
  }

  private fixes(from: number, to: number): boolean {
    const pair = `${from} ${to}`
    const known = this.fixing.get(pair) ?? doesFixAlone(this.table, from, to)
    this.fixing.set(pair, known)
    return known
  }

  private isNameOf(at: number, number: number): boolean {
    return this.roles[at] === 'tells' && sharesStem(this.table.columns[number]!, this.table.columns[at]!)
  }

  private standsFor(at: number, others: readonly number[]): boolean {
    return this.roles[at] === 'identifies' && others.every(other => this.fixes(at, other))
  }

  private isMoment(at: number): boolean {
    return this.roles[at] === 'measures' && this.moments[at]!
  }
}

/** So many values of a column say what it is for, and so many rows how much is chance. */
const MOST_VALUES = 500
const MOST_ROWS = 2000

const valuesOf = ({ rows }: FlatTable, at: number): string[] =>
  [...new Set(rows.map(row => row[at]!))].filter(value => value !== '').slice(0, MOST_VALUES)

/** Whether one column fixes another; ends at the first row that speaks against it. */
function doesFixAlone({ rows }: FlatTable, from: number, to: number): boolean {
  const seen = new Map<string, string>()
  return rows.every(row => {
    const known = seen.get(row[from]!) ?? row[to]!
    seen.set(row[from]!, known)
    return known === row[to]
  })
}

/** The name without what says that it is a number: trip of trip_no. */
const stemsOf = (name: string): string =>
  name
    .replace(/([a-z])([A-Z])/g, '$1_$2')
    .toLowerCase()
    .replace(/[_\s]*(?:no|nr|num|number|id|code|key|ref|name)$/, '')

function sharesStem(a: string, b: string): boolean {
  const [x, y] = [stemsOf(a), b.replace(/([a-z])([A-Z])/g, '$1_$2').toLowerCase()]
  return x.length > 1 && (y === x || y.startsWith(`${x}_`) || y.startsWith(`${x} `) || stemsOf(b) === x)
}

/** For rows drawn as often as each value stands there: that all of a group agree, for all groups. */
function chanceIn({ rows, columns }: FlatTable): Chance {
  const frequencies = columns.map((_, at) => {
    const counts = new Map<string, number>()
    for (const row of rows) counts.set(row[at]!, (counts.get(row[at]!) ?? 0) + 1)
    return [...counts.values()].map(count => count / rows.length)
  })
  return (from, to) => {
    const groups = new Map<string, Set<string>>()
    const restOf = (row: readonly string[]): string => JSON.stringify(row.filter((__, at) => at !== to))
    for (const row of rows) {
      const key = JSON.stringify(from.map(at => row[at]))
      groups.set(key, (groups.get(key) ?? new Set()).add(restOf(row)))
    }
    return [...groups.values()].reduce(
      (sum, { size }) =>
        size < 2 ? sum : sum + Math.log(frequencies[to]!.reduce((all, share) => all + share ** size, 0)),
      0,
    )
  }
}

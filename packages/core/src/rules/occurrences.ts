import {
  Universe,
  closureWithSteps,
  derivationSteps,
  type AttributeSet,
  type Dependency,
} from '../dependencies'
import { invariant } from '../findings'
import {
  declaredKeys,
  findTable,
  foldName,
  isRequired,
  sameColumns,
  sameName,
  type Key,
  type Schema,
  type Table,
} from '../schema'
import type { Step } from '../alignment'

/** One row variable: a table reached by a certain path. A table reached by two paths is two occurrences. */
export interface Occurrence {
  readonly id: number
  readonly table: Table
  /** Columns that a backward step joined on: a value there is never NULL. */
  readonly joinColumns: readonly string[]
}

export interface ColumnAt {
  readonly at: Occurrence
  readonly column: string
}

/** Where a dependency comes from: for the derivation in words. */
export type Origin =
  | { readonly kind: 'columns'; readonly at: Occurrence }
  | { readonly kind: 'key'; readonly at: Occurrence; readonly key: Key }
  | { readonly kind: 'row'; readonly from: Occurrence; readonly to: Occurrence }
  | { readonly kind: 'equal'; readonly from: ColumnAt; readonly to: ColumnAt }

interface Join {
  readonly from: Occurrence
  readonly to: Occurrence
  readonly direction: 'forward' | 'backward'
  readonly step: Step
}

/**
 * The tree of occurrences that one rule needs, and the dependencies of section 3 of the semantics over it:
 * (1) a row fixes its columns; (2) a key fixes its row, if its columns cannot be NULL here; (3) a reference
 * fixes the row it leads to, and equates its columns pairwise.
 */
export class OccurrenceTree {
  readonly occurrences: Occurrence[] = []
  private readonly joins: Join[] = []

  /** `isTotal` says whether a column of a table always has a value; by default what the table declares. */
  constructor(
    private readonly schema: Schema,
    private readonly isTotal: (table: Table, column: string) => boolean = isRequired,
    private readonly onAsk?: (asked: Implication) => void,
  ) {}

  root(table: string): Occurrence {
    return this.add(table, [])
  }

  private add(name: string, joinColumns: readonly string[]): Occurrence {
    const table = findTable(this.schema, name)
    invariant(table, `table ${name} of an alignment is not in the schema`)
    const occurrence = { id: this.occurrences.length, table, joinColumns }
    this.occurrences.push(occurrence)
    return occurrence
  }

  /**
   * Along the reference `step` of `from`'s table; the same step from the same place leads to the same
   * occurrence.
   */
  forward(from: Occurrence, step: Step): Occurrence {
    return this.join(from, step, 'forward')
  }

  /** Against the reference `step`, to a row that refers to `from`. */
  backward(from: Occurrence, step: Step): Occurrence {
    return this.join(from, step, 'backward')
  }

  private join(from: Occurrence, step: Step, direction: Join['direction']): Occurrence {
    const known = this.joins.find(
      join => join.from === from && join.direction === direction && sameStep(join.step, step),
    )
    if (known) return known.to
    const to =
      direction === 'forward'
        ? this.add(step.toTable, [])
        : this.add(
            step.fromTable,
            step.columns.map(([column]) => column),
          )
    this.joins.push({ from, to, direction, step })
    return to
  }

  private rowName({ id }: Occurrence): string {
    return `${id}`
  }

  private columnName({ at, column }: ColumnAt): string {
    return `${at.id}.${foldName(column)}`
  }

  /**
   * The question `left → right` over this tree, which must be complete. `rows` stand on the left as well: the
   * same row, whatever is in it. The keys of the table at `keyless` count for nothing.
   */
  ask(left: readonly ColumnAt[], rows: readonly Occurrence[] = [], keyless?: Occurrence): Implication {
    const names = this.occurrences.flatMap(at => [
      this.rowName(at),
      ...at.table.columns.map(({ name }) => this.columnName({ at, column: name })),
    ])
    const universe = new Universe([...new Set(names)])
    const equalities = this.equalities()
    const given = new Set(left.map(column => this.columnName(column)))
    const known = equated(
      given,
      equalities.map(({ from, to }) => [this.columnName(from), this.columnName(to)]),
    )
    const made: { dependency: Dependency; origin: Origin }[] = []
    const add = (from: string[], to: string[], origin: Origin): void => {
      if ([...from, ...to].every(name => names.includes(name)))
        made.push({ dependency: universe.dependency(from, to), origin })
    }
    for (const at of this.occurrences) {
      add(
        [this.rowName(at)],
        at.table.columns.map(({ name }) => this.columnName({ at, column: name })),
        { kind: 'columns', at },
      )
      for (const key of at === keyless ? [] : declaredKeys(at.table)) {
        const usable =
          key.nullsNotDistinct ||
          key.columns.every(
            column =>
              this.isTotal(at.table, column) ||
              this.leadsToKnown(at, column, known) ||
              known.has(this.columnName({ at, column })) ||
              at.joinColumns.some(name => sameName(name, column)),
          )
        if (usable)
          add(
            key.columns.map(column => this.columnName({ at, column })),
            [this.rowName(at)],
            { kind: 'key', at, key },
          )
      }
    }
    for (const { from, to } of equalities) {
      add([this.columnName(from)], [this.columnName(to)], { kind: 'equal', from, to })
      add([this.columnName(to)], [this.columnName(from)], { kind: 'equal', from: to, to: from })
    }
    for (const { from, to, direction, step } of this.joins) {
      const [referring, target] = direction === 'forward' ? [from, to] : [to, from]
      if (target === keyless || !leadsToKey(target.table, step)) continue
      add([this.rowName(referring)], [this.rowName(target)], { kind: 'row', from: referring, to: target })
      if (direction === 'forward')
        add(
          step.columns.map(([column]) => this.columnName({ at: referring, column })),
          [this.rowName(target)],
          { kind: 'row', from: referring, to: target },
        )
    }
    const asked = new Implication(
      universe,
      made,
      universe.set([...given, ...rows.map(at => this.rowName(at))]),
      at => this.rowName(at),
      column => this.columnName(column),
      this.occurrences,
    )
    this.onAsk?.(asked)
    return asked
  }

  /** Whether the column is of a reference to a row of which something is given: then it has a value. */
  private leadsToKnown(at: Occurrence, column: string, known: ReadonlySet<string>): boolean {
    return this.joins.some(
      ({ from, to, direction, step }) =>
        direction === 'forward' &&
        from === at &&
        step.columns.some(([own]) => sameName(own, column)) &&
        to.table.columns.some(({ name }) => known.has(this.columnName({ at: to, column: name }))),
    )
  }

  /** Pairs of columns that a step makes equal. */
  equalities(): { readonly from: ColumnAt; readonly to: ColumnAt }[] {
    return this.joins.flatMap(({ from, to, direction, step }) =>
      step.columns.map(([own, key]) =>
        direction === 'forward'
          ? { from: { at: from, column: own }, to: { at: to, column: key } }
          : { from: { at: to, column: own }, to: { at: from, column: key } },
      ),
    )
  }
}

function leadsToKey(table: Table, step: Step): boolean {
  const columns = step.columns.map(([, key]) => key)
  return declaredKeys(table).some(key => sameColumns(key.columns, columns))
}

function sameStep(a: Step, b: Step): boolean {
  return (
    sameName(a.fromTable, b.fromTable) &&
    sameName(a.toTable, b.toTable) &&
    a.columns.length === b.columns.length &&
    a.columns.every(([column], i) => sameName(column, b.columns[i]![0]))
  )
}

/** All names joined to a given one by equalities. */
function equated(given: ReadonlySet<string>, pairs: readonly (readonly [string, string])[]): Set<string> {
  const known = new Set(given)
  for (let grew = true; grew;) {
    grew = false
    for (const [a, b] of pairs) {
      if (known.has(a) === known.has(b)) continue
      known.add(a).add(b)
      grew = true
    }
  }
  return known
}

/**
 * A dependency made from an answer, to be read: `accession.accession_no → row of accession`, with where it
 * comes from.
 */
export function dependencyInWords({
  dependency,
  origin,
}: {
  readonly dependency: { readonly from: readonly string[]; readonly to: readonly string[] }
  readonly origin: Origin
}): string {
  return `${dependency.from.join(', ')} → ${dependency.to.join(', ')}   ${originInWords(origin)}`
}

function originInWords(origin: Origin): string {
  switch (origin.kind) {
    case 'columns':
      return 'a row fixes its columns'
    case 'key':
      return `${origin.at.table.primaryKey === origin.key ? 'PRIMARY KEY' : 'UNIQUE'} (${origin.key.columns.join(', ')})`
    case 'row':
      return 'a reference leads to one row'
    case 'equal':
      return 'equal by a reference'
  }
}

/** What a left side determines in a tree of occurrences. */
export class Implication {
  readonly closure: AttributeSet
  private readonly dependencies: readonly Dependency[]

  constructor(
    private readonly universe: Universe,
    private readonly rows: readonly { readonly dependency: Dependency; readonly origin: Origin }[],
    private readonly left: AttributeSet,
    private readonly rowName: (at: Occurrence) => string,
    private readonly columnName: (column: ColumnAt) => string,
    private readonly occurrences: readonly Occurrence[],
  ) {
    this.dependencies = rows.map(({ dependency }) => dependency)
    this.closure = closureWithSteps(universe.size, left, this.dependencies).closure
  }

  /** All dependencies of the tree as sentences, the left side first. A table reached twice is numbered. */
  inWords(): string[] {
    const name = (raw: string): string => this.readable(raw)
    const names = (set: AttributeSet): string[] => this.universe.list(set).map(name)
    return [
      `given: ${names(this.left).join(', ')}`,
      ...this.rows.map(({ dependency, origin }) =>
        dependencyInWords({ dependency: { from: names(dependency.from), to: names(dependency.to) }, origin }),
      ),
    ]
  }

  private readable(raw: string): string {
    const [id, ...column] = raw.split('.')
    const at = this.occurrences[Number(id)]!
    const twins = this.occurrences.filter(other => other.table === at.table)
    const table = twins.length > 1 ? `${at.table.name}#${twins.indexOf(at) + 1}` : at.table.name
    return column.length === 0 ? `row of ${table}` : `${table}.${column.join('.')}`
  }

  reachesRow(at: Occurrence): boolean {
    return this.closure.has(this.universe.position(this.rowName(at)))
  }

  reachesColumn(column: ColumnAt): boolean {
    return this.closure.has(this.universe.position(this.columnName(column)))
  }

  /**
   * The dependencies that lead from the left side to the row or columns, none unused; empty when they are not
   * reached.
   */
  derivation(goal: { readonly row: Occurrence } | { readonly columns: readonly ColumnAt[] }): Origin[] {
    const names =
      'row' in goal ? [this.rowName(goal.row)] : goal.columns.map(column => this.columnName(column))
    const steps = derivationSteps(this.universe.size, this.left, this.universe.set(names), this.dependencies)
    return (steps ?? []).map(({ dependency }) => this.rows[dependency]!.origin)
  }
}

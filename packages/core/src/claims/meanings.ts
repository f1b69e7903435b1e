import { nameWords } from '../alignment'
import {
  declaredKeys,
  findColumn,
  findTable,
  foldName,
  sameName,
  type Key,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import type { AttributeSet, Universe } from '../dependencies'

/** So far a reference is followed. */
const FURTHEST = 40

/**
 * Which attributes of a relation the columns of tables stand for: one that is called like it, alone or after
 * its table (`name` of `taxon` for `taxon_name`), or like its table where it tells the rows apart (`taxon`);
 * a column that refers stands for what it leads to. Linear in the columns, for each attribute.
 */
export class Meanings {
  /** By exact name, and by the words of it that no other attribute has. */
  private readonly called = new Map<string, string>()

  private readonly keys = new Map<string, AttributeSet | undefined>()

  constructor(
    private readonly universe: Universe,
    private readonly schema: Schema,
  ) {
    const words = universe.names.map(wordsOf)
    universe.names.forEach((name, i) => {
      if (words.indexOf(words[i]!) === words.lastIndexOf(words[i]!)) this.called.set(words[i]!, name)
    })
    for (const name of universe.names) this.called.set(foldName(name), name)
  }

  /** The attribute that a column stands for. */
  of(table: Table, column: string, depth = 0): string | undefined {
    const own = this.byName(table, column)
    if (own !== undefined || depth > FURTHEST) return own
    const reference = referenceOf(table, column)
    const target = reference && findTable(this.schema, reference.table)
    const there = reference?.targetColumns[reference.columns.findIndex(name => sameName(name, column))]
    return target && there !== undefined ? this.of(target, there, depth + 1) : undefined
  }

  /**
   * The attributes that a key stands for; nothing where one of its columns stands for none. Each key is worked
   * out once, and one that leads round to itself stands for nothing.
   */
  ofKey(table: Table, { columns }: Pick<Key, 'columns'>, depth = 0): AttributeSet | undefined {
    if (depth > FURTHEST) return undefined
    const id = JSON.stringify([foldName(table.name), columns.map(foldName)])
    if (this.keys.has(id)) return this.keys.get(id)
    this.keys.set(id, undefined)
    const found = columns.reduce<AttributeSet | undefined>((all, column) => {
      const set = all && this.ofColumn(table, column, depth)
      return set && all.union(set)
    }, this.universe.set([]))
    this.keys.set(id, found)
    return found
  }

  /** A number without a meaning stands for what else tells its rows apart. */
  private ofColumn(table: Table, column: string, depth: number): AttributeSet | undefined {
    const name = this.of(table, column)
    if (name !== undefined) return this.universe.set([name])
    const target = findTable(this.schema, referenceOf(table, column)?.table ?? '')
    for (const key of target ? declaredKeys(target) : []) {
      const set = this.ofKey(target!, key, depth + 1)
      if (set) return set
    }
    return undefined
  }

  private byName(table: Table, column: string): string | undefined {
    const [own, of] = [wordsOf(column), wordsOf(table.name)]
    const exact =
      this.called.get(`${foldName(table.name)}_${foldName(column)}`) ?? this.called.get(foldName(column))
    const alike = exact ?? this.called.get(`${of} ${own}`) ?? this.called.get(own)
    return alike ?? (isAlone(table, column) ? this.called.get(of) : undefined)
  }
}

const wordsOf = (name: string): string => nameWords(name).join(' ')

const referenceOf = (table: Table, column: string): Reference | undefined =>
  table.references.find(({ columns }) => columns.some(name => sameName(name, column)))

/** Whether a column tells the rows of its table apart by itself, and is no number that the table keeps. */
function isAlone(table: Table, column: string): boolean {
  return (
    findColumn(table, column)?.numbering === null &&
    declaredKeys(table).some(({ columns }) => columns.length === 1 && sameName(columns[0]!, column))
  )
}

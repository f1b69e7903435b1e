import { foldName, type Column, type Dialect, type Schema, type Table } from '../../schema'
import { tokenize, type SqlToken } from './tokens'

/** A place of a script where a table, or a column of one, is named. */
export interface Mention {
  readonly token: SqlToken
  readonly table: Table
  /** Absent where the table itself is named. */
  readonly column?: Column
}

const BEFORE_TABLE: ReadonlySet<string> = new Set([
  'REFERENCES',
  'INTO',
  'TABLE',
  'ONLY',
  'UPDATE',
  'FROM',
  'EXISTS',
  'ON',
  'JOIN',
])
/** After these a bracket holds columns of the table in hand. */
const BEFORE_OWN: ReadonlySet<string> = new Set([
  'KEY',
  'UNIQUE',
  'CHECK',
  'CLUSTERED',
  'NONCLUSTERED',
  'INDEX',
])
const BEFORE_COLUMN: ReadonlySet<string> = new Set(['COLUMN', 'MODIFY', 'CHANGE'])

/**
 * Where a script names its tables and their columns, in the order of the text: where they are declared,
 * referred to, changed, filled, indexed, commented and held to conditions. What stands in comments, texts and
 * statements that are not read is left alone.
 */
export function mentionsIn(script: string, schema: Schema, dialect: Dialect): Mention[] {
  return new Walk(schema, tokenize(script, dialect).tokens).all()
}

class Walk {
  private readonly tables: ReadonlyMap<string, Table>
  private readonly found: Mention[] = []
  /** The table that is created or altered. */
  private own: Table | undefined

  constructor(
    schema: Schema,
    private readonly tokens: readonly SqlToken[],
  ) {
    this.tables = new Map(
      schema.tables.filter(({ given }) => !given).map(table => [foldName(table.name), table]),
    )
  }

  all(): Mention[] {
    for (let i = 0; i < this.tokens.length; i++) i = this.step(i)
    return this.found
  }

  /** Looks at one token, and answers the last one that was taken with it. */
  private step(i: number): number {
    const token = this.tokens[i]!
    const before = this.tokens[i - 1]?.upper ?? ''
    if (token.text === ';') this.own = undefined
    if (token.text === '(' && this.own && this.opensOwn(i)) return this.columnsWithin(i, this.own)
    if (!isName(token)) return i
    if (BEFORE_TABLE.has(before) || this.declares(token)) return this.tableAt(i, before)
    if (BEFORE_COLUMN.has(before)) return this.columnAt(i)
    const column = this.own?.columns.find(({ nameSpan }) => nameSpan.start === token.start)
    if (column) this.found.push({ token, table: this.own!, column })
    return i
  }

  /** PRIMARY KEY (, and UNIQUE KEY name ( of MySQL. */
  private opensOwn(i: number): boolean {
    const [before, further] = [this.tokens[i - 1], this.tokens[i - 2]]
    return (
      BEFORE_OWN.has(before?.upper ?? '') ||
      (before !== undefined && isName(before) && ['KEY', 'UNIQUE', 'INDEX'].includes(further?.upper ?? ''))
    )
  }

  private declares({ text, start, end }: SqlToken): boolean {
    const table = this.tables.get(foldName(text))
    return table !== undefined && start >= table.nameSpan.start && end <= table.nameSpan.end
  }

  private tableAt(from: number, before: string): number {
    let i = from
    while (this.tokens[i + 1]?.text === '.' && this.tokens[i + 2] && isName(this.tokens[i + 2]!)) i += 2
    const token = this.tokens[i]!
    const table = this.tables.get(foldName(token.text))
    if (!table) return i
    this.found.push({ token, table })
    const isChanged = ['TABLE', 'EXISTS', 'ONLY'].includes(before) || this.declares(token)
    if (isChanged) this.own = table
    return !isChanged && this.tokens[i + 1]?.text === '(' ? this.columnsWithin(i + 1, table) : i
  }

  /** ALTER COLUMN name; COMMENT ON COLUMN table.name. */
  private columnAt(i: number): number {
    const isDotted = this.tokens[i + 1]?.text === '.'
    const table = isDotted ? this.tables.get(foldName(this.tokens[i]!.text)) : this.own
    if (isDotted && table) this.found.push({ token: this.tokens[i]!, table })
    const token = this.tokens[isDotted ? i + 2 : i]
    if (table && token) this.columnOf(table, token)
    return isDotted ? i + 2 : i
  }

  /** Up to the bracket that closes the one at `open`. */
  private columnsWithin(open: number, table: Table): number {
    let depth = 0
    for (let i = open; i < this.tokens.length; i++) {
      const token = this.tokens[i]!
      if (token.text === '(') depth++
      else if (token.text === ')' && --depth === 0) return i
      else if (token.text === ';' || token.kind === 'end') return i - 1
      else if (isName(token) && this.tokens[i + 1]?.text !== '(') this.columnOf(table, token)
    }
    return this.tokens.length
  }

  private columnOf(table: Table, token: SqlToken): void {
    const column = table.columns.find(({ name }) => foldName(name) === foldName(token.text))
    if (column) this.found.push({ token, table, column })
  }
}

function isName({ kind }: SqlToken): boolean {
  return kind === 'word' || kind === 'quoted'
}

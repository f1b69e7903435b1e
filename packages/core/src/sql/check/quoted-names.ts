import { scriptFinding, type Finding, type Span } from '../../findings'
import { foldName, type Column, type Dialect, type Table } from '../../schema'
import { tokenize, type SqlToken } from '../tokens'
import type { ScriptToCheck } from './input'

/** What a name without quotation marks is read as; dialects in which capitals never count are left out. Sources: ISO 9075-2, 5.2 (capitals); PostgreSQL, "Identifiers and Key Words" (small letters). */
const READ_AS: Readonly<Partial<Record<Dialect, (name: string) => string>>> = { postgresql: name => name.toLowerCase(), oracle: name => name.toUpperCase(), iso: name => name.toUpperCase() }
/** Names in quotes that are not what they would be without: only with one of them in the script can anything differ. */
const TELLING: Readonly<Partial<Record<Dialect, RegExp>>> = { postgresql: /"[^"\n]*\p{Lu}/u, oracle: /"[^"\n]*\p{Ll}/u, iso: /"[^"\n]*\p{Ll}/u }
const BEFORE_TABLE: ReadonlySet<string> = new Set(['REFERENCES', 'INTO', 'TABLE', 'ONLY', 'UPDATE', 'FROM', 'EXISTS'])
const BEFORE_OWN: ReadonlySet<string> = new Set(['KEY', 'UNIQUE'])

/** Names that are written in quotes here and without there, so that the server takes them for two: each mention that does not meet what it means. */
export function checkQuotedNames(input: ScriptToCheck): Finding[] {
  const readAs = READ_AS[input.dialect]
  if (!readAs || !TELLING[input.dialect]!.test(input.script)) return []
  const { tokens } = tokenize(input.script, input.dialect)
  return new Mentions(input, tokens, readAs).all()
}

class Mentions {
  private readonly tables: ReadonlyMap<string, Table>
  private readonly findings: Finding[] = []

  constructor(private readonly input: ScriptToCheck, private readonly tokens: readonly SqlToken[], private readonly readAs: (name: string) => string) {
    this.tables = new Map(input.schema.tables.filter(({ given }) => !given).map(table => [foldName(table.name), table]))
  }

  all(): Finding[] {
    let own: Table | undefined
    this.tokens.forEach((token, i) => {
      const before = this.tokens[i - 1]?.upper ?? ''
      const declared = this.declaredAt(token)
      if (declared) own = declared
      else if (BEFORE_TABLE.has(before) && isName(token)) this.tableMention(i, before)
      else if (token.text === '(' && BEFORE_OWN.has(before) && own) this.columnMentions(i, own)
    })
    return this.findings
  }

  /** The table whose name is declared at the token. */
  private declaredAt(token: SqlToken): Table | undefined {
    const table = isName(token) ? this.tables.get(foldName(token.text)) : undefined
    return table && token.start >= table.nameSpan.start && token.end <= table.nameSpan.end ? table : undefined
  }

  private tableMention(at: number, before: string): void {
    let i = at
    while (this.tokens[i + 1]?.text === '.') i += 2
    const token = this.tokens[i]!
    const table = this.tables.get(foldName(token.text))
    if (!table) return
    this.compare(token, table.name, table.nameSpan, 'table')
    if ((before === 'REFERENCES' || before === 'INTO') && this.tokens[i + 1]?.text === '(') this.columnMentions(i + 1, table)
  }

  private columnMentions(open: number, { columns }: Table): void {
    for (let i = open + 1; i < this.tokens.length && this.tokens[i]!.text !== ')' && this.tokens[i]!.text !== '('; i++) {
      const token = this.tokens[i]!
      const column: Column | undefined = isName(token) ? columns.find(({ name }) => foldName(name) === foldName(token.text)) : undefined
      if (column) this.compare(token, column.name, column.nameSpan, 'column')
    }
  }

  private compare(token: SqlToken, name: string, declared: Span, kind: 'table' | 'column'): void {
    const { script } = this.input
    const written = script.slice(declared.start, declared.end).split('.').at(-1)!
    const means = written.startsWith('"') ? name : this.readAs(name)
    const reads = token.kind === 'quoted' ? token.text : this.readAs(token.text)
    if (means === reads) return
    const place = { start: token.start, end: token.end }
    this.findings.push(scriptFinding('names.capitals', place, { written: script.slice(token.start, token.end), reads, kind, means }, { span: place, text: written, label: `Write ${written}` }))
  }
}

function isName({ kind }: SqlToken): boolean {
  return kind === 'word' || kind === 'quoted'
}

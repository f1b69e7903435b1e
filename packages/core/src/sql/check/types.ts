import { scriptFinding, type Finding, type FindingCode } from '../../findings'
import { numberedColumns } from '../../rows'
import { DIALECT, foldName, isRequired, type Column, type Dialect, type Table } from '../../schema'
import { readExpression } from '../text/expression'
import { looksAtToday } from '../text/expression-parts'
import type { ScriptToCheck } from './input'

const DATE_NAME = /(?:^|_)(?:date|birthday|deadline)(?:_|$)|_(?:on|at|since|until)$/
const COUNT_NAME =
  /(?:^|_)(?:count|quantity|qty|amount|weight|height|width|price|total|percent|percentage)(?:_|$)/
const CODE_NAME = /(?:^|_)(?:phone|telephone|postcode|zip|zipcode|postal_code|isbn|iban)(?:_|$)/
const LIST_NAME =
  /(?:^|_)list(?:_|$)|_ids$|(?:^|_)(?:phones|emails|tags|numbers|names|addresses|members|collectors|authors|keywords)$/
const SEVERAL_NAME = /^(?:full_?name|\w+_and_\w+|address|full_address)$/

/** What a name says of its column. */
type Hint = 'date' | 'count' | 'code' | 'list' | 'several'

/**
 * Names that were looked at before; a cache of bounded size, since a script is read again with every letter.
 */
const hints = new Map<string, readonly Hint[]>()

function hintsOf(name: string): readonly Hint[] {
  let known = hints.get(name)
  if (!known) {
    if (hints.size > 20_000) hints.clear()
    const own = foldName(name.replace(/([a-z])([A-Z])/g, '$1_$2'))
    known = [
      ...(DATE_NAME.test(own) && !/(?:^|_)(?:up_?to|format|text|words?)(?:_|$)/.test(own)
        ? ['date' as const]
        : []),
      ...(COUNT_NAME.test(own) ? ['count' as const] : []),
      ...(CODE_NAME.test(own) ? ['code' as const] : []),
      ...(LIST_NAME.test(own) ? ['list' as const] : []),
      ...(SEVERAL_NAME.test(own) ? ['several' as const] : []),
    ]
    hints.set(name, known)
  }
  return known
}

/** Types that do not suit what the name of the column says, and columns that hold more than one fact. */
export function checkColumns({ script, dialect }: ScriptToCheck, table: Table): Finding[] {
  const findings: Finding[] = []
  for (const column of table.columns) {
    const code = faultOfType(column)
    findings.push(...sizes(table, column))
    if (isCounter(dialect, column)) findings.push(counterNotTime(script, table, column))
    if (code)
      findings.push(
        scriptFinding(code, column.span, {
          table: table.name,
          column: column.name,
          type: column.type.text,
          total: String(column.type.precision),
          scale: String(column.type.scale),
          why: 'by its name',
        }),
      )
  }
  findings.push(...checksOfToday(dialect, table))
  return table.columns.some(({ name }) => /\d/.test(name)) ? [...findings, ...numbered(table)] : findings
}

const MONEY = /(?:^|_)(?:price|cost|fee|fare|salary|wage|rent|deposit|balance)(?:_|$)/
const IN_CENTS = /cent|pence|penny|ore(?:_|$)/
const AGE = /^(?:\w+_)?age$/
const BOUND = /^(?:min|max|least|legal|required|recommended|from|to|up_to|average|mean)/

/** Sizes of nothing, money without digits after the point, ages that are kept. */
function sizes(table: Table, { name, type, span, generated }: Column): Finding[] {
  const params = { table: table.name, column: name, type: type.text }
  const own = foldName(name.replace(/([a-z])([A-Z])/g, '$1_$2'))
  const isNone = type.length === 0 && (type.family === 'char' || type.family === 'varchar')
  if (isNone || (type.family === 'decimal' && type.precision === 0))
    return [scriptFinding('types.size-out-of-range', span, params)]
  if (type.family === 'decimal' && type.scale === 0 && MONEY.test(own) && !IN_CENTS.test(own)) {
    const digits = Math.max(8, (type.precision ?? 0) + 2)
    return [scriptFinding('types.no-digits', span, { ...params, meant: `DECIMAL(${digits},2)` })]
  }
  return type.family === 'integer' && !generated && AGE.test(own) && !BOUND.test(own)
    ? [scriptFinding('types.stored-age', span, params)]
    : []
}

/** CHECKs against the current date, where the server takes none. */
function checksOfToday(dialect: Dialect, table: Table): Finding[] {
  const { name: server, refusesTodayInChecks } = DIALECT[dialect]
  if (!refusesTodayInChecks) return []
  return table.checks
    .filter(({ expression }) => looksAtToday(readExpression(expression)))
    .map(({ span }) => scriptFinding('types.check-today', span, { table: table.name, server }))
}

function isCounter(dialect: Dialect, { type }: Column): boolean {
  return dialect === 'sqlserver' && /^TIMESTAMP$/i.test(type.text)
}

function counterNotTime(script: string, table: Table, { name, nameSpan, span }: Column): Finding {
  const at = script.slice(nameSpan.end, span.end).search(/TIMESTAMP/i)
  const place = {
    start: nameSpan.end + Math.max(0, at),
    end: nameSpan.end + Math.max(0, at) + 'TIMESTAMP'.length,
  }
  return scriptFinding(
    'types.counter-not-time',
    place,
    { table: table.name, column: name },
    at < 0 ? undefined : { span: place, text: 'DATETIME2', label: 'Write DATETIME2' },
  )
}

function faultOfType({ name, type }: Column): FindingCode | undefined {
  const { family } = type
  if (family === 'decimal' && type.precision !== null && type.scale !== null && type.scale > type.precision)
    return 'types.scale-above-total'
  if (family === 'other' && /\[\s*(?:\d+\s*)?\]$|\bARRAY$/i.test(type.text)) return 'atomicity.array'
  const said = hintsOf(name)
  if (said.length === 0) return undefined
  if (family === 'integer' || family === 'decimal' || family === 'float')
    return said.includes('code') ? 'types.leading-zeros' : undefined
  if (family !== 'varchar' && family !== 'text' && family !== 'char') return undefined
  if (said.includes('date')) return 'types.date-as-text'
  if (said.includes('count')) return 'types.number-as-text'
  if (family === 'char') return undefined
  if (said.includes('list')) return 'atomicity.list'
  if (said.includes('several')) return 'atomicity.several-facts'
  return undefined
}

function numbered(table: Table): Finding[] {
  return numberedColumns(table.columns.map(({ name }) => name)).flatMap(names => {
    const first = table.columns.find(({ name }) => name === names[0])!
    const isReference = table.references.some(({ columns }) => columns.includes(names[0]!))
    return isReference ||
      names.every(name => isRequired(table, name) && table.primaryKey?.columns.includes(name))
      ? []
      : [
          scriptFinding('atomicity.numbered', first.nameSpan, {
            table: table.name,
            columns: names.map(name => `"${name}"`).join(', '),
          }),
        ]
  })
}

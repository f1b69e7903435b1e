import { wording, type Severity } from '../findings'
import { lineIndex } from '../language'
import { isRequired, type DataType, type Dialect, type Key, type Schema } from '../schema'
import { oncePerKind, reviewScript } from '../sql'

interface Range {
  readonly line: number
  readonly column: number
  readonly endLine: number
  readonly endColumn: number
}

/**
 * What `nomenklatura script` prints: public and stable, keys may be added. Lines and columns count from 1.
 */
export interface ScriptReport {
  readonly dialect: string
  readonly tables: readonly {
    readonly name: string
    readonly namespace: string | null
    readonly columns: readonly {
      readonly name: string
      readonly type: Pick<DataType, 'text' | 'family' | 'length' | 'precision' | 'scale'> & {
        /** The precision, as it was called before. */
        readonly total: number | null
      }
      readonly required: boolean
      readonly default: string | null
      readonly numbering: { readonly start: number; readonly step: number } | null
      readonly line: number
    }[]
    readonly primaryKey: { readonly name: string | null; readonly columns: readonly string[] } | null
    readonly uniques: readonly { readonly name: string | null; readonly columns: readonly string[] }[]
    readonly references: readonly {
      readonly name: string | null
      readonly columns: readonly string[]
      readonly table: string
      readonly targetColumns: readonly string[]
      readonly onDelete: string
      readonly onUpdate: string
    }[]
    readonly checks: readonly { readonly name: string | null; readonly expression: string }[]
    readonly line: number
  }[]
  readonly diagnostics: readonly ({
    readonly code: string
    readonly severity: Severity
    readonly message: string
    readonly fix: (Range & { readonly text: string }) | null
  } & Range)[]
  readonly opaque: readonly { readonly line: number; readonly text: string }[]
}

export function scriptReport(text: string, dialect: Dialect, given?: Schema): ScriptReport {
  const { schema, findings, statements } = reviewScript(text, { dialect, ...(given ? { given } : {}) })
  const lines = lineIndex(text)
  const range = ({ start, end }: { start: number; end: number }): Range => {
    const from = lines.at(start)
    const to = lines.at(end)
    return { line: from.line, column: from.column, endLine: to.line, endColumn: to.column }
  }
  const key = ({ name, columns }: Key) => ({ name, columns })
  return {
    dialect,
    tables: schema.tables
      .filter(table => !table.given)
      .map(table => ({
        name: table.name,
        namespace: table.namespace,
        columns: table.columns.map(({ name, type, default: value, numbering, span }) => ({
          name,
          type: {
            text: type.text,
            family: type.family,
            length: type.length,
            precision: type.precision,
            total: type.precision,
            scale: type.scale,
          },
          required: isRequired(table, name),
          default: value,
          numbering: numbering && { start: Number(numbering.start), step: Number(numbering.step) },
          line: lines.at(span.start).line,
        })),
        primaryKey: table.primaryKey && key(table.primaryKey),
        uniques: table.uniques.map(key),
        references: table.references.map(
          ({ name, columns, table: target, targetColumns, onDelete, onUpdate }) => ({
            name,
            columns,
            table: target,
            targetColumns,
            onDelete,
            onUpdate,
          }),
        ),
        checks: table.checks.map(({ name, expression }) => ({ name, expression })),
        line: lines.at(table.span.start).line,
      })),
    diagnostics: oncePerKind(text, findings).map(finding => ({
      code: finding.code,
      severity: finding.severity,
      message: wording(finding).message,
      ...range(finding.place),
      fix: finding.fix ? { ...range(finding.fix.span), text: finding.fix.text } : null,
    })),
    opaque: statements
      .filter(({ kind }) => kind === 'other')
      .map(({ span }) => ({ line: lines.at(span.start).line, text: text.slice(span.start, span.end) })),
  }
}

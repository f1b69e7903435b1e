import { Diagram, aloud, checkDiagram, diagramFromSchema, schemaFromDiagram } from '@nomenklatura/core/diagram'
import { wording } from '@nomenklatura/core/findings'
import { documentFaults } from '@nomenklatura/core/formats'
import { isRequired } from '@nomenklatura/core/schema'
import { readScript } from '@nomenklatura/core/sql'
import { CallError, parseJson, printJson, readInputs, type Call, type Input } from './call'

/** What `nomenklatura diagram --json` prints: public and stable, keys may be added. `tables` is what the diagram maps to, `steps` how. */
interface DiagramReport {
  readonly level: string
  readonly findings: readonly { readonly code: string, readonly severity: string, readonly element: string, readonly message: string }[]
  readonly sentences: readonly string[]
  readonly steps: readonly { readonly step: number, readonly element: string, readonly sentence: string }[]
  readonly tables: readonly {
    readonly name: string
    readonly columns: readonly { readonly name: string, readonly type: string, readonly required: boolean }[]
    readonly primaryKey: readonly string[] | null
    readonly uniques: readonly (readonly string[])[]
    readonly references: readonly { readonly columns: readonly string[], readonly table: string, readonly targetColumns: readonly string[] }[]
  }[]
}

export function runDiagram({ files, json, strict }: Call): number {
  const reports = readInputs(files, ['.json', '.sql']).map(input => ({ file: input.name, value: reportOf(readDiagram(input)) }))
  if (json) printJson(reports)
  else for (const { file, value } of reports) console.log(`${reports.length > 1 ? `${file}\n` : ''}${inWords(value)}\n`)
  return strict && reports.some(({ value }) => value.findings.some(({ severity }) => severity === 'error')) ? 1 : 0
}

/** A diagram as a document, or what a script describes; from standard input whichever it looks like. */
function readDiagram(input: Input): Diagram {
  if (input.name.endsWith('.sql') || (input.name === '-' && !input.text.trimStart().startsWith('{'))) return diagramFromSchema(readScript(input.text).schema)
  const parsed = Diagram.safeParse(parseJson(input))
  if (!parsed.success) throw new CallError(`${input.name}: ${documentFaults(parsed.error).slice(0, 5).join('; ')}`)
  return parsed.data
}

function reportOf(diagram: Diagram): DiagramReport {
  const { schema, steps } = schemaFromDiagram(diagram)
  return {
    level: diagram.level, steps, sentences: aloud(diagram).map(({ text }) => text),
    findings: checkDiagram(diagram).map(finding => ({ code: finding.code, severity: finding.severity, element: finding.field ?? '', message: wording(finding).message })),
    tables: schema.tables.map(table => ({
      name: table.name, columns: table.columns.map(({ name, type }) => ({ name, type: type.text, required: isRequired(table, name) })), primaryKey: table.primaryKey?.columns ?? null,
      uniques: table.uniques.map(({ columns }) => columns), references: table.references.map(({ columns, table: target, targetColumns }) => ({ columns, table: target, targetColumns })),
    })),
  }
}

function inWords({ findings, sentences, tables, steps }: DiagramReport): string {
  return [
    ...sentences, '', ...findings.map(({ severity, message }) => `${severity}: ${message}`), ...findings.length > 0 ? [''] : [],
    ...tables.map(({ name, columns, primaryKey, references }) =>
      `${name} (${columns.map(column => `${column.name}${column.required ? '' : '?'}`).join(', ')}) ${primaryKey ? `key (${primaryKey.join(', ')})` : 'no key'}${references.map(({ columns: own, table }) => `, (${own.join(', ')}) → ${table}`).join('')}`),
    '', ...steps.map(({ step, sentence }) => `${step}. ${sentence}`),
  ].join('\n')
}

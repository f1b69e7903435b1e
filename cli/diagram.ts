import { writeFileSync } from 'node:fs'
import type { Diagram } from '@nomenklatura/core/diagram'
import { aloud, checkDiagram, schemaFromDiagram, svgOf, withChoices } from '@nomenklatura/core/diagram'
import { wording } from '@nomenklatura/core/findings'
import { diagramToGraphml } from '@nomenklatura/core/formats'
import { DIALECTS, isDialect, isRequired } from '@nomenklatura/core/schema'
import { writeScript } from '@nomenklatura/core/sql'
import { printWritten } from './written'
import { readDiagram } from '../files/answers'
import { setOut } from '../files/set-out'
import { CallError, printJson, readInputs, type Call } from './call'

/**
 * What `nomenklatura diagram --json` prints: public and stable, keys may be added. `tables` is what the
 * diagram maps to, `steps` how.
 */
interface DiagramReport {
  readonly level: string
  readonly findings: readonly {
    readonly code: string
    readonly severity: string
    readonly element: string
    readonly message: string
  }[]
  readonly sentences: readonly string[]
  readonly steps: readonly { readonly step: number; readonly element: string; readonly sentence: string }[]
  readonly tables: readonly {
    readonly name: string
    readonly columns: readonly { readonly name: string; readonly type: string; readonly required: boolean }[]
    readonly primaryKey: readonly string[] | null
    readonly uniques: readonly (readonly string[])[]
    readonly references: readonly {
      readonly columns: readonly string[]
      readonly table: string
      readonly targetColumns: readonly string[]
    }[]
  }[]
}

export async function runDiagram({
  files,
  json,
  strict,
  svg,
  graphml,
  toScript,
  oneToOne = 'referenced',
  kinds = 'several',
  dialect,
}: Call): Promise<number> {
  if (toScript !== undefined && !isDialect(toScript))
    throw new CallError(`there is no dialect "${toScript}"; there are ${DIALECTS.join(', ')}`)
  const diagrams = readInputs(files, ['.json', '.graphml', '.sql']).map(input => ({
    file: input.name,
    diagram: withChoices(readDiagram(input, dialect), { oneToOne, kinds }),
  }))
  const [only] = diagrams
  if ((svg ?? graphml) !== undefined && diagrams.length !== 1)
    throw new CallError('one picture or graph is made of one diagram')
  if (svg !== undefined && only) writeFileSync(svg, svgOf(await setOut(only.diagram)))
  if (graphml !== undefined && only) writeFileSync(graphml, diagramToGraphml(only.diagram))
  if (toScript !== undefined) {
    for (const { diagram } of diagrams)
      printWritten(writeScript(schemaFromDiagram(diagram).schema, { to: toScript }))
    return 0
  }
  const reports = diagrams.map(({ file, diagram }) => ({ file, value: reportOf(diagram) }))
  if (json) printJson(reports)
  else
    for (const { file, value } of reports)
      console.log(`${reports.length > 1 ? `${file}\n` : ''}${inWords(value)}\n`)
  return strict && reports.some(({ value }) => value.findings.some(({ severity }) => severity === 'error'))
    ? 1
    : 0
}

function reportOf(diagram: Diagram): DiagramReport {
  const { schema, steps } = schemaFromDiagram(diagram)
  return {
    level: diagram.level,
    steps,
    sentences: aloud(diagram).map(({ text }) => text),
    findings: checkDiagram(diagram).map(finding => ({
      code: finding.code,
      severity: finding.severity,
      element: finding.field ?? '',
      message: wording(finding).message,
    })),
    tables: schema.tables.map(table => ({
      name: table.name,
      columns: table.columns.map(({ name, type }) => ({
        name,
        type: type.text,
        required: isRequired(table, name),
      })),
      primaryKey: table.primaryKey?.columns ?? null,
      uniques: table.uniques.map(({ columns }) => columns),
      references: table.references.map(({ columns, table: target, targetColumns }) => ({
        columns,
        table: target,
        targetColumns,
      })),
    })),
  }
}

function inWords({ findings, sentences, tables, steps }: DiagramReport): string {
  return [
    ...sentences,
    '',
    ...findings.map(({ severity, message }) => `${severity}: ${message}`),
    ...(findings.length > 0 ? [''] : []),
    ...tables.map(
      ({ name, columns, primaryKey, references }) =>
        `${name} (${columns.map(column => `${column.name}${column.required ? '' : '?'}`).join(', ')}) ${primaryKey ? `key (${primaryKey.join(', ')})` : 'no key'}${references.map(({ columns: own, table }) => `, (${own.join(', ')}) → ${table}`).join('')}`,
    ),
    '',
    ...steps.map(({ step, sentence }) => `${step}. ${sentence}`),
  ].join('\n')
}

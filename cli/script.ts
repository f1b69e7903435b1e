import { scriptReport, type ScriptReport } from '@nomenklatura/core/formats'
import { printJson, readInputs, type Call } from './call'

export function runScript({ files, json, strict, dialect = 'postgresql' }: Call): number {
  const reports = readInputs(files, ['.sql']).map(({ name, text }) => ({
    file: name,
    value: scriptReport(text, dialect),
  }))
  if (json) printJson(reports)
  else
    for (const { file, value } of reports)
      console.log(`${reports.length > 1 ? `${file}\n` : ''}${inWords(value)}\n`)
  const failed = reports.some(({ value }) => value.diagnostics.some(({ severity }) => severity === 'error'))
  return strict && failed ? 1 : 0
}

function inWords({ tables, diagnostics }: ScriptReport): string {
  const lines = tables.map(table =>
    [
      `${table.name}: ${table.columns.map(({ name, type, required }) => `${name} ${type.text}${required ? '' : ' (may be empty)'}`).join(', ')}`,
      table.primaryKey ? `  key (${table.primaryKey.columns.join(', ')})` : '  no key',
      ...table.references.map(({ columns, table: target }) => `  (${columns.join(', ')}) → ${target}`),
    ].join('\n'),
  )
  return [
    ...lines,
    ...diagnostics.map(({ line, column, severity, message }) => `${line}:${column} ${severity}: ${message}`),
  ].join('\n')
}

import { shorten } from '../language'
import { parseTrial, type Step } from './document'

/** A kept trial as a person reads it, a line for each step and each line that waits. */
export function readableTrial(text: string): string {
  const trial = parseTrial(text)
  if (!trial) return text
  const waiting = trial.waiting.map(line => `waits: ${rowText(line.table, line.cells)}`)
  return [...trial.steps.flatMap(stepLines), ...waiting].join('\n') || 'Nothing.'
}

function stepLines(step: Step): string[] {
  switch (step.is) {
    case 'enter':
      return step.lines
        .filter(({ isTaken }) => !isTaken)
        .map(({ table, cells }) => `entered: ${rowText(table, cells)}`)
    case 'strike':
      return [`struck out: ${rowText(step.row.table, step.row.cells)}`]
    case 'change':
      return [`changed: ${rowText(step.row.table, step.row.cells)} to ${cellsText(step.to)}`]
    case 'ask':
      return [step.title ?? step.statement]
    case 'witness':
      return [`${step.title}: ${step.tried.join(' ')}`]
  }
}

const rowText = (table: string, cells: Readonly<Record<string, string | null>>): string =>
  `${table} (${cellsText(cells)})`

const cellsText = (cells: Readonly<Record<string, string | null>>): string =>
  Object.entries(cells)
    .map(([name, value]) => `${name} ${value === null ? 'NULL' : shorten(value, 60)}`)
    .join(', ')

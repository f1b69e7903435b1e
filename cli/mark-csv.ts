import { closeSync, openSync, writeSync } from 'node:fs'
import { CallError } from './call'
import type { MarkReport } from './mark-report'

const HEAD = ['student', 'file', 'rule', 'sheet', 'verdict', 'follows', 'confidence', 'points', 'open', 'of']

/**
 * A table of marks, a line for each rule of each sheet of each answer, written as it comes: what is there when a run
 * is broken off is whole. RFC 4180 with a header; what a spreadsheet would take for a formula is neutralised.
 */
export class MarksTable {
  private readonly file: number

  constructor(path: string) {
    try {
      this.file = openSync(path, 'w')
    } catch (error) {
      throw new CallError(`${path}: cannot be written (${(error as Error).message})`)
    }
    this.write(HEAD)
  }

  add({ student, file, cells }: MarkReport): void {
    for (const { rule, sheet, verdict, follows, confidence, points } of cells)
      this.write([
        student,
        file,
        rule,
        sheet,
        verdict,
        follows ?? '',
        confidence,
        points.got,
        points.open,
        points.of,
      ])
  }

  close(): void {
    closeSync(this.file)
  }

  private write(values: readonly (string | number)[]): void {
    writeSync(this.file, `${values.map(csvCell).join(',')}\r\n`)
  }
}

function csvCell(value: string | number): string {
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { CallError } from './call'
import type { MarkReport } from './mark-report'

const totalOf = ({ got, open, of }: MarkReport['points']): string =>
  `${got}${open > 0 ? ` + ${open} open` : ''} of ${of}`

/** A report as text: one line where it is one of many, else the account with the reasons and what was found. */
export function reportInWords(report: MarkReport, isOneOfMany: boolean): string {
  const { student, points, account, findings, cells } = report
  const head = `${student}: ${totalOf(points)}`
  if (isOneOfMany) return head
  return [
    head,
    ...account.map(line => `  ${line}`),
    ...cells
      .filter(({ verdict }) => verdict !== 'upheld')
      .flatMap(({ rule, sheet, because }) =>
        because.map(reason => `  rule ${rule.slice(1)}, ${sheet}: ${reason}`),
      ),
    ...findings.map(({ line, column, message }) => `  ${line}:${column} ${message}`),
  ].join('\n')
}

/** What a student may read: verdicts with their reasons, and never a name of the model answer. */
function feedbackOf(
  { student, points, cells, findings }: MarkReport,
  { title, rules }: ExerciseDocument,
): string {
  const several = new Set(cells.map(({ sheet }) => sheet)).size > 1
  const missed = cells.filter(({ verdict }) => verdict !== 'upheld')
  const lines = missed.flatMap(({ rule, sheet, verdict, told, points: own }) => [
    '',
    `${rules.find(({ id }) => id === rule)?.sentence ?? rule}`,
    `  ${verdict}${several ? `, ${sheet}` : ''}: ${totalOf(own)}`,
    ...told.map(reason => `  ${reason}`),
  ])
  return `${[
    title,
    `${student}: ${totalOf(points)}`,
    ...(missed.length === 0 ? ['', 'Every rule is upheld.'] : lines),
    ...(findings.length > 0 ? ['', 'Besides:'] : []),
    ...findings.map(({ line, column, message }) => `  line ${line}, column ${column}: ${message}`),
  ].join('\n')}\n`
}

/** A text file for each student, in a folder that is made where it is not there. */
export class FeedbackFolder {
  private readonly taken = new Set<string>()

  constructor(
    private readonly folder: string,
    private readonly document: ExerciseDocument,
  ) {
    try {
      mkdirSync(folder, { recursive: true })
    } catch (error) {
      throw new CallError(`${folder}: cannot be made (${(error as Error).message})`)
    }
  }

  add(report: MarkReport): void {
    writeFileSync(join(this.folder, this.nameFor(report.student)), feedbackOf(report, this.document))
  }

  /** A name that any system takes, and no other student has. */
  private nameFor(student: string): string {
    const safe =
      student
        .replaceAll(/[^\p{L}\p{N} ._-]+/gu, '-')
        .replace(/^\.+/, '')
        .slice(0, 100) || 'student'
    for (let i = 1; ; i++) {
      const name = i === 1 ? `${safe}.txt` : `${safe} ${i}.txt`
      if (this.taken.has(name.toLowerCase())) continue
      this.taken.add(name.toLowerCase())
      return name
    }
  }
}

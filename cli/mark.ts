import { writeFileSync } from 'node:fs'
import {
  ANSWER_FORMAT,
  AnswerDocument,
  EXERCISE_FORMAT,
  ExerciseDocument,
  documentFaults,
  upgradeDocument,
} from '@nomenklatura/core/exercise'
import { wording } from '@nomenklatura/core/findings'
import { lineIndex } from '@nomenklatura/core/language'
import { dictionaryFromCsv, placeInField } from '@nomenklatura/core/dictionary'
import {
  personalExercise,
  prepareExercise,
  type MarkableAnswer,
  type PreparedExercise,
} from '@nomenklatura/core/exercise'
import type { SandboxEngine } from '@nomenklatura/core/instances'
import { accountInWords, markAnswer, markedPoints, planAnswer } from '@nomenklatura/core/marking'
import { unknownElements } from '@nomenklatura/core/rules'
import type { Dialect } from '@nomenklatura/core/schema'
import { reasonInWords, say } from '@nomenklatura/core/words'
import type { EnginePool } from '../sandbox/pool'
import { readDiagram } from './diagram'
import {
  CallError,
  parseJson,
  printJson,
  readInput,
  readInputs,
  studentOf,
  type Call,
  type Input,
} from './call'

/**
 * What `nomenklatura mark --json` prints per answer: public and stable, keys may be added. Points are in
 * whole and part points.
 */
interface MarkReport {
  readonly file: string
  readonly student: string
  readonly points: { readonly got: number; readonly open: number; readonly of: number }
  readonly executed: boolean
  readonly cells: readonly {
    readonly rule: string
    readonly sheet: string
    readonly verdict: string
    readonly follows: string | null
    readonly confidence: string
    readonly doubt: string | null
    readonly because: readonly string[]
    readonly witness: unknown
  }[]
  readonly findings: readonly {
    readonly code: string
    readonly severity: string
    readonly message: string
    readonly line: number
    readonly column: number
  }[]
  readonly pairing: readonly {
    readonly answer: string
    readonly model: string
    readonly confidence: string
    readonly reasons: readonly string[]
  }[]
  /** Position of the model answer that it was marked against. */
  readonly model: number
  readonly account: readonly string[]
}

/** A rule that names what the model answer does not have could never be upheld: it is refused by its name. */
function refuseUnknown({ document, world, model }: PreparedExercise, file: string): void {
  for (const entry of document.rules) {
    const unknown = entry.off ? [] : unknownElements(world, entry, model.schema)
    if (unknown.length > 0) throw new CallError(`${file}: rule ${entry.id.slice(1)}: ${unknown.join(' ')}`)
  }
}

export async function runMark({ files, json, strict, csv, dialect, run, jobs }: Call): Promise<number> {
  const [exerciseFile, ...answerFiles] = files
  if (exerciseFile === undefined) throw new CallError('name an exercise, then answers')
  const exercise = prepareExercise(readExercise(readInput(exerciseFile)))
  refuseUnknown(exercise, exerciseFile)
  const engines = run ? await startEngines(jobs) : null
  const reports: MarkReport[] = []
  const inputs = readInputs(answerFiles, ['.sql', '.json', '.csv', '.graphml'])
  for await (const report of inTurn(inputs, jobs, input => markOne(exercise, input, dialect, engines))) {
    reports.push(report)
    if (json && inputs.length > 1) console.log(JSON.stringify(report))
    if (!json) console.log(inWords(report, inputs.length > 1))
    if (process.stderr.isTTY)
      process.stderr.write(
        `\r${reports.length} of ${inputs.length}${reports.length === inputs.length ? '\n' : ''}`,
      )
  }
  await engines?.close()
  if (json && reports.length === 1) printJson([{ file: reports[0]!.file, value: reports[0]! }])
  if (csv !== undefined) writeFileSync(csv, toCsv(exercise, reports))
  return strict && reports.some(({ findings }) => findings.some(({ severity }) => severity === 'error'))
    ? 1
    : 0
}

function readExercise(input: Input): ExerciseDocument {
  const parsed = ExerciseDocument.safeParse(upgradeDocument(EXERCISE_FORMAT, parseJson(input)))
  if (!parsed.success)
    throw new CallError(`${input.name}: ${documentFaults(parsed.error).slice(0, 5).join('; ')}`)
  return parsed.data
}

/** An answer: a document, a diagram, a dictionary as CSV, or a script alone. */
function answerOf(input: Input): MarkableAnswer & { readonly seed?: string | undefined } {
  if (input.name.endsWith('.csv')) {
    const dictionary = dictionaryFromCsv(input.text)
    if (!dictionary) throw new CallError(`${input.name}: is no dictionary: its first line names no "field"`)
    return { script: '', dictionary }
  }
  if (input.name.endsWith('.graphml')) return { script: '', diagram: readDiagram(input) }
  if (!input.name.endsWith('.json')) return { script: input.text }
  const json = parseJson(input)
  if (typeof json === 'object' && json !== null && 'format' in json && json.format === 'nomenklatura-diagram')
    return { script: '', diagram: readDiagram(input) }
  const parsed = AnswerDocument.safeParse(upgradeDocument(ANSWER_FORMAT, json))
  if (!parsed.success) throw new CallError(`${input.name}: ${documentFaults(parsed.error).join('; ')}`)
  return parsed.data
}

/** The text that a finding's place is in. */
function textOf({ script, claims, dictionary }: MarkableAnswer, field: string | undefined): string {
  const slot = field === undefined ? undefined : placeInField(field)
  if (slot) return dictionary?.entries[slot.entry]?.[slot.slot] ?? ''
  if (field === undefined || !claims) return script
  const closure = /^closure (\d+)$/.exec(field)
  return closure
    ? (claims.closures[Number(closure[1])] ?? '')
    : String(claims[field as keyof typeof claims] ?? '')
}

/** Engines for `--run`, as many as are worked on at a time; they start from what `bin/support/run.mjs` put there. */
async function startEngines(jobs: number): Promise<EnginePool> {
  const folder = process.env.NOMENKLATURA_SANDBOX
  if (folder === undefined) throw new CallError('--run: there are no engines beside this program')
  const { EnginePool } = await import('../sandbox/pool')
  return new EnginePool({ folder, engines: jobs })
}

/** The results in the order of the inputs, so many worked on at a time. */
async function* inTurn<In, Out>(
  inputs: readonly In[],
  jobs: number,
  work: (input: In) => Promise<Out>,
): AsyncGenerator<Out> {
  const begun: Promise<Out>[] = []
  for (let at = 0; at < inputs.length; at++) {
    while (begun.length < inputs.length && begun.length < at + jobs) {
      const result = work(inputs[begun.length]!)
      result.catch(() => {}) // it is told when its turn comes
      begun.push(result)
    }
    yield await begun[at]!
  }
}

async function markOne(
  given: PreparedExercise,
  input: Input,
  dialect: Dialect | undefined,
  engines: SandboxEngine | null,
): Promise<MarkReport> {
  const answer = { ...(dialect ? { dialect } : {}), ...answerOf(input) }
  const exercise =
    answer.seed === undefined ? given : prepareExercise(personalExercise(given.document, answer.seed))
  const plan = engines ? planAnswer(exercise, answer) : undefined
  const report = plan && engines ? await engines.run(plan.work) : undefined
  const { cells, pairing, findings, model } = markAnswer(exercise, answer, { report })
  const points = markedPoints(exercise, cells)
  return {
    file: input.name,
    student: studentOf(input.name),
    executed: report !== undefined,
    points: { got: points.got / 1000, open: points.open / 1000, of: points.of / 1000 },
    cells: cells.map(({ rule, sheet, verdict, follows, confidence, doubt = null, because, witness }) => ({
      rule,
      sheet,
      verdict,
      follows,
      confidence,
      doubt,
      because: because.map(reasonInWords),
      witness: witness && { ...witness, by: witness.by && say(witness.by) },
    })),
    findings: findings.map(finding => ({
      code: finding.code,
      severity: finding.severity,
      message: wording(finding).message,
      ...(finding.field === undefined ? {} : { field: finding.field }),
      ...lineIndex(textOf(answer, finding.field)).at(finding.place.start),
    })),
    pairing: pairing.map(({ answer, model: element, confidence, reasons }) => ({
      answer,
      model: element,
      confidence,
      reasons,
    })),
    model,
    account: accountInWords(points, exercise.document.rules),
  }
}

function inWords({ student, points, account, findings }: MarkReport, isOneOfMany: boolean): string {
  const head = `${student}: ${points.got}${points.open > 0 ? ` + ${points.open} open` : ''} of ${points.of}`
  if (isOneOfMany) return head
  return [
    head,
    ...account.map(line => `  ${line}`),
    ...findings.map(({ line, column, message }) => `  ${line}:${column} ${message}`),
  ].join('\n')
}

/** RFC 4180, with a header; what a spreadsheet would take for a formula is neutralised. */
function toCsv({ document }: PreparedExercise, reports: readonly MarkReport[]): string {
  const rules = document.rules.filter(({ off }) => !off).map(({ id }) => id)
  const cell = (value: string | number): string => {
    const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value)
    return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
  }
  const rows = reports.map(({ student, points, cells }) => [
    student,
    points.got,
    points.open,
    points.of,
    ...rules.map(rule => cells.find(other => other.rule === rule)?.verdict ?? ''),
  ])
  return (
    [['student', 'got', 'open', 'of', ...rules], ...rows].map(row => row.map(cell).join(',')).join('\r\n') +
    '\r\n'
  )
}

import { prepareExercise, type PreparedExercise } from '@nomenklatura/core/exercise'
import { unknownElements } from '@nomenklatura/core/rules'
import { UnreadableFile, type Answer } from '../files/answers'
import { CallError, printJson, readInput, type Call } from './call'
import { inTurn, startEngines } from './engines'
import { readExercise } from './exercise-file'
import { collectAnswers } from './mark-answers'
import { MarksTable } from './mark-csv'
import { reportOn, type MarkReport } from './mark-report'
import { FeedbackFolder, reportInWords } from './mark-words'

/**
 * Marks the answers in files, folders and zips. What cannot be read is named on standard error, and the rest is
 * marked; the exit status is then 2.
 */
export async function runMark(call: Call): Promise<number> {
  const [exerciseFile, ...paths] = call.files
  if (exerciseFile === undefined) throw new CallError('name an exercise, then answers')
  const document = readExercise(readInput(exerciseFile))
  const exercise = prepareExercise(document)
  refuseUnknown(exercise, exerciseFile)
  const { answers, passedOver, faults } = await collectAnswers(paths)
  for (const fault of faults) complain(fault)
  if (passedOver.length > 0) complain(passedOverInWords(passedOver))
  if (answers.length === 0 && faults.length === 0)
    throw new CallError(
      paths.length === 0
        ? 'name a file, or - for standard input'
        : `there is no .sql, .txt, .json, .csv or .graphml file in ${paths.join(', ')}`,
    )
  const folder = call.feedback === undefined ? null : new FeedbackFolder(call.feedback, document)
  const { failed, errors } = await markAll(exercise, answers, call, folder)
  if (failed + faults.length > 0) return 2
  return call.strict && errors > 0 ? 1 : 0
}

const complain = (text: string): void => console.error(`nomenklatura: ${text}`)

function passedOverInWords(files: readonly string[]): string {
  const [shown, more] = [files.slice(0, 5).join(', '), files.length - 5]
  const count = files.length === 1 ? '1 file was' : `${files.length} files were`
  return `${count} passed over: ${shown}${more > 0 ? ` and ${more} more` : ''}`
}

/** Marks and tells each as it comes, in order; answers how many could not be read, and how many have an error. */
async function markAll(
  exercise: PreparedExercise,
  answers: readonly Answer[],
  { json, csv, dialect, run, jobs }: Call,
  folder: FeedbackFolder | null,
): Promise<{ readonly failed: number; readonly errors: number }> {
  const engines = run ? await startEngines(jobs) : null
  const table = csv === undefined ? null : new MarksTable(csv)
  let [done, failed, errors] = [0, 0, 0]
  const isOneOfMany = answers.length > 1
  for await (const result of inTurn(answers, jobs, answer =>
    reportOrFault(() => reportOn(exercise, answer, dialect, engines)),
  )) {
    done++
    if ('fault' in result) {
      failed++
      complain(result.fault)
    } else {
      const { report } = result
      if (report.findings.some(({ severity }) => severity === 'error')) errors++
      if (json && isOneOfMany) console.log(JSON.stringify(report))
      else if (json) printJson([{ file: report.file, value: report }])
      else console.log(reportInWords(report, isOneOfMany))
      table?.add(report)
      folder?.add(report)
    }
    if (process.stderr.isTTY)
      process.stderr.write(`\r${done} of ${answers.length}${done === answers.length ? '\n' : ''}`)
  }
  await engines?.close()
  table?.close()
  return { failed, errors }
}

async function reportOrFault(
  mark: () => Promise<MarkReport>,
): Promise<{ readonly report: MarkReport } | { readonly fault: string }> {
  try {
    return { report: await mark() }
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error
    return { fault: error.message }
  }
}

/** A rule that names what the model answer does not have could never be upheld: it is refused by its name. */
function refuseUnknown({ document, world, model }: PreparedExercise, file: string): void {
  for (const entry of document.rules) {
    const unknown = entry.off ? [] : unknownElements(world, entry, model.schema)
    if (unknown.length > 0) throw new CallError(`${file}: rule ${entry.id.slice(1)}: ${unknown.join(' ')}`)
  }
}

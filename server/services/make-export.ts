import { zipSync, type Zippable } from 'fflate'
import type { FeedbackAnswer } from '#shared/answers'
import { fileNameOf } from '#shared/words'
import { feedbackSheet } from '../pdf/feedback-sheet'
import type { Db } from '../repositories/database'
import { findExercise } from '../repositories/exercises'
import { failExport, finishExport, recordExport, type ExportKey } from '../repositories/exports'
import { findHandIn } from '../repositories/hand-ins'
import { classState, toldIn } from './class-state'
import { showFeedback } from './feedback'
import { logFault, reasonOf } from './log'
import { Refusal } from './problem'
import { RESULTS_KINDS, resultsAs } from './results-file'

/**
 * One job: a zip of marks, verdicts and results, and a sheet for each student whose marks are told. It ends as soon as
 * it is stopped or asked for anew. A fault is told to who asked; running it again begins anew.
 */
export async function makeExport(db: Db, key: ExportKey): Promise<void> {
  try {
    const file = await zipFor(db, key)
    if (file) await finishExport(db, key, file)
  } catch (error) {
    logFault('export', error, { exerciseId: key.exerciseId })
    await failExport(db, key, reasonOf(error))
  }
}

async function zipFor(db: Db, key: ExportKey): Promise<Buffer | undefined> {
  const exercise = await findExercise(db, key.exerciseId)
  if (!exercise) return undefined
  const { handIns, releases } = await classState(db, exercise.id)
  const told = handIns.filter(({ id }) => toldIn(releases.get(id)))
  const of = told.length + 1
  const files: Zippable = {}
  const names = new Set<string>()
  for (const [done, { id, name }] of told.entries()) {
    if (!(await recordExport(db, key, done, of))) return undefined
    const feedback = await toldTo(db, id)
    if (!feedback) continue
    const sheet = await feedbackSheet(feedback, name)
    // PDF is packed already.
    files[`feedback/${freeName(name, names)}.pdf`] = [new Uint8Array(sheet), { level: 0 }]
  }
  if (!(await recordExport(db, key, told.length, of))) return undefined
  for (const kind of RESULTS_KINDS) {
    const { bytes } = await resultsAs(db, exercise, kind)
    files[kind] = new Uint8Array(bytes)
  }
  const zip = Buffer.from(zipSync(files))
  return (await recordExport(db, key, of, of)) ? zip : undefined
}

/** What a student is told; nothing where it was taken back meanwhile. */
async function toldTo(db: Db, handInId: string): Promise<FeedbackAnswer | undefined> {
  try {
    return await showFeedback(db, (await findHandIn(db, handInId))!)
  } catch (error) {
    if (error instanceof Refusal) return undefined
    throw error
  }
}

/** A name for a file that no other has. */
function freeName(name: string, taken: Set<string>): string {
  const plain = fileNameOf(name)
  for (let i = 1; ; i++) {
    const free = i === 1 ? plain : `${plain}-${i}`
    if (taken.has(free)) continue
    taken.add(free)
    return free
  }
}

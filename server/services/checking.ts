import type { MarkableAnswer, HelpLevel } from '@nomenklatura/core/exercise'
import type { SandboxReport, SandboxWork } from '@nomenklatura/core/instances'
import type { CheckAnswer, MyState, Role } from '#shared/answers'
import { TooMuch, compute } from '../pool/compute'
import type { ExerciseRef } from '../pool/tasks'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { logFault } from './log'
import { Refusal } from './problem'
import { runOnce } from './running'
import { seedOf } from './sheets'
import { hasOpened, isOpen, myState } from './student-state'
import { revisionFor, visibleExercise } from './worksheets'

const CHECK_MS = 2000
const FINDINGS_MS = 1000
/** So long a check waits for rows to be run; then it answers by reasoning. */
const RUN_MS = 1000
/** After a check that took too long, so long only the reading is told. */
const REST_MS = 10_000

/** Who is being checked, and who rests until when: one check at a time for each person, in this process. */
const checking = new Set<string>()
const resting = new Map<string, number>()

/** What Check tells, by the exercise's help level: the server decides, whatever the browser asks. */
export async function check(
  db: Db,
  exerciseId: string,
  personId: string,
  role: Role,
  answer: MarkableAnswer,
  now = new Date(),
): Promise<CheckAnswer> {
  const exercise = await visibleExercise(db, exerciseId, role)
  const { id, number, document } = await revisionFor(db, exerciseId, role)
  if (role === 'student' && !hasOpened(exercise, now))
    throw new Refusal(409, 'not-open', 'This exercise has not opened yet.')
  const tellsVerdicts =
    document.helpLevel !== 'assessed' &&
    (role !== 'student' ||
      mayTell(exercise, await myState(db, exercise, personId, { now }), document.helpLevel, now))
  const ref: ExerciseRef = { key: `${id}:${number}`, document, seed: seedOf(exerciseId, personId) }
  return {
    helpLevel: document.helpLevel,
    checkedAt: now.toISOString(),
    ...(await oneAtATime(personId, () => run(db, personId, ref, answer, document.helpLevel, tellsVerdicts))),
  }
}

/**
 * After closing, verdicts of what is handed in are told by the release; in practice there is nothing to wait
 * for.
 */
function mayTell(exercise: Exercise, mine: MyState, helpLevel: HelpLevel, now: Date): boolean {
  return helpLevel === 'practice' || isOpen(exercise, mine.dueAt, now) || mine.points !== null
}

async function oneAtATime<Answer>(personId: string, run: () => Promise<Answer>): Promise<Answer> {
  if (checking.has(personId))
    throw new Refusal(429, 'checking', 'Your last check is still running: wait for it.')
  checking.add(personId)
  try {
    return await run()
  } finally {
    checking.delete(personId)
  }
}

type Told = Pick<CheckAnswer, 'findings' | 'findingsLeft' | 'verdicts' | 'ran' | 'isBeingRun' | 'tooMuch'>

async function run(
  db: Db,
  personId: string,
  exercise: ExerciseRef,
  answer: MarkableAnswer,
  helpLevel: HelpLevel,
  tellsVerdicts: boolean,
): Promise<Told> {
  if ((resting.get(personId) ?? 0) > Date.now()) return justReading(exercise, answer, helpLevel)
  try {
    const work = tellsVerdicts ? await compute('plan', { exercise, answer }, { ms: CHECK_MS }) : null
    const report = work ? await runWithin(db, work) : null
    const told = await compute(
      'check',
      {
        exercise,
        answer,
        helpLevel,
        tellsVerdicts,
        report: report === 'later' ? undefined : (report ?? undefined),
      },
      { ms: CHECK_MS },
    )
    return { ...told, isBeingRun: report === 'later', tooMuch: null }
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error
    for (const [person, until] of resting) if (until < Date.now()) resting.delete(person)
    resting.set(personId, Date.now() + REST_MS)
    return justReading(exercise, answer, helpLevel)
  }
}

/** What came of running it, if it comes soon. */
async function runWithin(db: Db, work: SandboxWork): Promise<SandboxReport | null | 'later'> {
  const running = runOnce(db, work).catch((error: unknown) => {
    logFault('sandbox', error)
    return null
  })
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<'later'>(resolve => {
    timer = setTimeout(resolve, RUN_MS, 'later')
  })
  try {
    return await Promise.race([running, late])
  } finally {
    clearTimeout(timer)
  }
}

const TOO_MUCH = 'Too much to check at once'

/** What can be told all the same: what is said of how it is written. */
async function justReading(
  exercise: ExerciseRef,
  answer: MarkableAnswer,
  helpLevel: HelpLevel,
): Promise<Told> {
  try {
    const told = await compute('findings', { exercise, answer, helpLevel }, { ms: FINDINGS_MS })
    return {
      ...told,
      verdicts: [],
      ran: null,
      isBeingRun: false,
      tooMuch: `${TOO_MUCH}: only how it is written was looked at. Take parts out, and check again.`,
    }
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error
    return {
      findings: [],
      findingsLeft: 0,
      verdicts: [],
      ran: null,
      isBeingRun: false,
      tooMuch: `${TOO_MUCH}: take parts out, and check again.`,
    }
  }
}

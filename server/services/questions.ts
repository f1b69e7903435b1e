import type { Sheet } from '@nomenklatura/core/findings'
import type { RowTrialDocument } from '@nomenklatura/core/row-trial'
import type { Verdict } from '@nomenklatura/core/rules'
import type { QuestionLine, Role } from '#shared/answers'
import type { Db } from '../repositories/database'
import { findExercise } from '../repositories/exercises'
import { findReleased, lockHandIns, type HandIn } from '../repositories/hand-ins'
import { findMarkingById } from '../repositories/markings'
import { insertQuestionLine, listQuestionLines } from '../repositories/questions'
import { setVerdict } from './decisions'
import { Refusal, notFound } from './problem'
import { tellAnew } from './releases'

/** So much may be said about one verdict. */
const MOST_LINES = 20

interface Cell {
  readonly rule: string
  readonly sheet: string
}

/**
 * Doubts a verdict that was told, with a reason and, where wanted, rows that were tried. While it is not answered
 * more may be said.
 */
export async function ask(
  db: Db,
  handIn: HandIn,
  cell: Cell,
  { text, trial }: { readonly text: string; readonly trial: RowTrialDocument | null },
): Promise<void> {
  const { marking } = await toldMarking(db, handIn)
  const found = marking.verdicts.cells.find(({ rule, sheet }) => rule === cell.rule && sheet === cell.sheet)
  if (!found) throw notFound()
  const lines = await linesOf(db, handIn.id, cell)
  await add(db, {
    handInId: handIn.id,
    rule: found.rule,
    sheet: found.sheet,
    number: lines.length + 1,
    by: handIn.personId,
    isAnswer: false,
    text,
    trial,
  })
}

/** An answer: in words, and where `verdict` is given with another verdict, which is told at once. */
export async function answerQuestion(
  db: Db,
  handIn: HandIn,
  cell: Cell,
  said: {
    readonly text: string
    readonly verdict: Exclude<Verdict, 'cannot tell'> | null
    readonly after: number
  },
  { id: by, role }: { readonly id: string; readonly role: Role },
): Promise<void> {
  if (said.verdict !== null && role !== 'instructor')
    throw new Refusal(
      403,
      'forbidden',
      'Only instructors move a mark that was told. Answer in words, or ask one.',
    )
  await db.transaction(async trx => {
    await lockHandIns(trx, { id: handIn.id })
    const lines = await linesOf(trx, handIn.id, cell)
    const [first] = lines
    if (!first) throw notFound()
    if (lines.length !== said.after)
      throw new Refusal(409, 'said-meanwhile', 'Something was said meanwhile. Read it, then answer.')
    const moved = said.verdict === null ? null : await move(trx, handIn, first, said.verdict, said.text, by)
    await add(trx, {
      handInId: handIn.id,
      rule: first.rule,
      sheet: first.sheet,
      number: lines.length + 1,
      by,
      isAnswer: true,
      text: said.text,
      moved,
    })
  })
}

/** Sets another verdict and tells the marks anew; answers from what to what. */
async function move(
  db: Db,
  handIn: HandIn,
  { rule, sheet }: QuestionLine,
  verdict: Exclude<Verdict, 'cannot tell'>,
  reason: string,
  by: string,
): Promise<NonNullable<QuestionLine['moved']>> {
  const { released, marking } = await toldMarking(db, handIn)
  const isCell = (other: Cell): boolean => other.rule === rule && other.sheet === sheet
  const from =
    released.told?.overrides.find(isCell)?.verdict ??
    marking.verdicts.cells.find(isCell)?.verdict ??
    'cannot tell'
  const exercise = await findExercise(db, handIn.exerciseId)
  await setVerdict(db, exercise!, handIn, { rule, sheet }, { verdict, reason: reason.slice(0, 500) }, by)
  const after = await tellAnew(db, handIn, by)
  return { from, to: verdict, before: released.points.got, after }
}

async function toldMarking(db: Db, handIn: HandIn) {
  const released = await findReleased(db, handIn.id)
  if (!released || released.takenBackAt !== null)
    throw new Refusal(409, 'not-told', 'These marks are not told: they may be looked at again just now.')
  return { released, marking: await findMarkingById(db, released.markingId) }
}

async function linesOf(db: Db, handInId: string, { rule, sheet }: Cell): Promise<QuestionLine[]> {
  return (await listQuestionLines(db, handInId)).filter(line => line.rule === rule && line.sheet === sheet)
}

async function add(
  db: Db,
  line: Parameters<typeof insertQuestionLine>[1] & { readonly sheet: Sheet },
): Promise<void> {
  if (line.number > MOST_LINES)
    throw new Refusal(
      409,
      'too-long',
      `${MOST_LINES} lines were said about this verdict: speak with each other.`,
    )
  if (!(await insertQuestionLine(db, line)))
    throw new Refusal(409, 'said-meanwhile', 'Something was said meanwhile. Read it, then say yours.')
}

import type { Sheet } from '@nomenklatura/core/findings'
import type { QuestionLine } from '#shared/answers'
import { rowsOf, toJsonb, type Db } from './database'
import type { QuestionLineRow } from './rows'

/** What was asked and answered about a hand-in, cell by cell, the first line first. */
export async function listQuestionLines(db: Db, handInId: string): Promise<QuestionLine[]> {
  const rows = (await db('question_lines as q')
    .join('people as p', 'p.id', 'q.said_by')
    .where('q.hand_in_id', handInId)
    .orderBy(['q.rule', 'q.sheet', 'q.number'])
    .select('q.*', 'p.name')) as (QuestionLineRow & { name: string })[]
  return rows.map(row => ({
    rule: row.rule,
    sheet: row.sheet,
    number: row.number,
    by: row.name,
    at: row.said_at.toISOString(),
    isAnswer: row.is_answer,
    text: row.text,
    trial: row.trial,
    moved: row.moved,
  }))
}

/** Adds a line at its number; false where somebody said something meanwhile. */
export async function insertQuestionLine(
  db: Db,
  line: {
    readonly handInId: string
    readonly rule: string
    readonly sheet: Sheet
    readonly number: number
    readonly by: string
    readonly isAnswer: boolean
    readonly text: string
    readonly trial?: unknown
    readonly moved?: unknown
  },
): Promise<boolean> {
  const added = await db('question_lines')
    .insert({
      hand_in_id: line.handInId,
      rule: line.rule,
      sheet: line.sheet,
      number: line.number,
      said_by: line.by,
      is_answer: line.isAnswer,
      text: line.text,
      trial: line.trial ? toJsonb(line.trial) : null,
      moved: line.moved ? toJsonb(line.moved) : null,
    })
    .onConflict(['hand_in_id', 'rule', 'sheet', 'number'])
    .ignore()
    .returning('number')
  return added.length === 1
}

/** How many verdicts of each hand-in are asked about and not answered. */
export async function countOpenQuestions(db: Db, handInIds: readonly string[]): Promise<Map<string, number>> {
  const rows = await rowsOf<{ hand_in_id: string; n: number }>(
    db,
    `SELECT hand_in_id, count(*)::int AS n FROM (
        SELECT DISTINCT ON (hand_in_id, rule, sheet) hand_in_id, is_answer FROM question_lines
        WHERE hand_in_id = ANY(:ids::uuid[]) ORDER BY hand_in_id, rule, sheet, number DESC) last
      WHERE NOT is_answer GROUP BY hand_in_id`,
    { ids: [...handInIds] },
  )
  return new Map(rows.map(row => [row.hand_in_id, row.n]))
}

import { pointsOfCell, type Marking } from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import type { GroupDecision, GroupDecisionAnswer, MistakeGroup, MistakeLine } from '#shared/answers'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { findHandIn } from '../repositories/hand-ins'
import { listMissedCells } from '../repositories/markings'
import { classState, overridesOf, pointsIn, toldIn, totalsOf, type ClassState } from './class-state'
import { decideIn } from './decisions'
import { Refusal, notFound } from './problem'

type Cell = Marking['cells'][number]

/**
 * How a rule was missed, over the class: those whose verdict and reasons are of the same kind in one group, the
 * largest first. The engine's verdicts make the groups; what was decided by hand stands with each.
 */
export async function showMistakes(db: Db, exerciseId: string, rule: string): Promise<MistakeGroup[]> {
  const state = await classState(db, exerciseId)
  if (!state.revision.document.rules.some(({ id, off }) => id === rule && !off)) throw notFound()
  return groupsOf(state, await missedIn(db, state, rule)).map(({ cells }) => ({
    sheet: cells[0]!.cell.sheet,
    verdict: cells[0]!.cell.verdict,
    because: cells[0]!.cell.because.map(reasonInWords),
    handIns: cells.map(({ handInId, cell }) => lineOf(state, handInId, cell)),
  }))
}

/** The same mistakes over all rules, the largest group first: what one decides once for many. */
export async function showAllMistakes(db: Db, exerciseId: string): Promise<MistakeLine[]> {
  const state = await classState(db, exerciseId)
  return groupsOf(state, await missedIn(db, state)).map(({ cells }) => {
    const [{ cell, handInId }] = cells as [Missed]
    const isDecided = (one: Missed): boolean =>
      overridesOf(state.decisions.get(one.handInId) ?? []).some(
        ({ rule, sheet }) => rule === cell.rule && sheet === cell.sheet,
      )
    return {
      rule: cell.rule,
      sheet: cell.sheet,
      verdict: cell.verdict,
      because: cell.because[0] ? reasonInWords(cell.because[0]) : '',
      handIns: cells.length,
      decided: cells.filter(isDecided).length,
      first: handInId,
    }
  })
}

interface Missed {
  readonly handInId: string
  readonly cell: Cell
}

const missedIn = (db: Db, { markings }: ClassState, rule?: string): Promise<Missed[]> =>
  listMissedCells(
    db,
    [...markings.values()].map(({ id }) => id),
    rule,
  )

/** Cells of one rule, sheet, verdict and kind of reasons together; the hand-ins of each by name. */
function groupsOf(
  { handIns }: ClassState,
  missed: readonly Missed[],
): { readonly cells: readonly Missed[] }[] {
  const places = new Map([...handIns].sort((a, b) => (a.name < b.name ? -1 : 1)).map(({ id }, i) => [id, i]))
  const groups = new Map<string, Missed[]>()
  for (const one of missed) {
    const { rule, sheet, verdict, because } = one.cell
    const kind = [rule, sheet, verdict, ...because.map(({ code }) => code)].join(' ')
    groups.set(kind, [...(groups.get(kind) ?? []), one])
  }
  return [...groups.values()]
    .map(cells => ({ cells: cells.sort((a, b) => places.get(a.handInId)! - places.get(b.handInId)!) }))
    .sort((a, b) => b.cells.length - a.cells.length)
}

function lineOf(state: ClassState, id: string, cell: Cell): MistakeGroup['handIns'][number] {
  const handIn = state.handIns.find(other => other.id === id)!
  const decisions = state.decisions.get(id) ?? []
  const isCell = (other: { rule: string; sheet: string }): boolean =>
    other.rule === cell.rule && other.sheet === cell.sheet
  const decided = overridesOf(decisions).find(isCell)
  const points = pointsIn(state, handIn)
  const { got, of } = pointsOfCell(points, cell)
  return {
    id,
    name: handIn.name,
    version: decisions.find(isCell)?.version ?? 0,
    decided: decided ? { verdict: decided.verdict, reason: decided.reason, by: decided.by } : null,
    isReleased: toldIn(state.releases.get(id)) !== null,
    points: totalsOf(points),
    ofRule: { got, of },
  }
}

/**
 * Decides one cell of several hand-ins at once. Each is taken or left by itself: what is released, or was decided
 * by somebody else meanwhile, stays as it is and is named.
 */
export async function decideForAll(
  db: Db,
  exercise: Exercise,
  cell: { readonly rule: string; readonly sheet: string },
  decisions: readonly GroupDecision[],
  by: string,
): Promise<GroupDecisionAnswer> {
  const answer = { decided: [] as string[], left: [] as { handInId: string; why: string }[] }
  for (const { handInId, ...decision } of decisions) {
    const handIn = await findHandIn(db, handInId)
    if (handIn?.exerciseId !== exercise.id) throw notFound()
    try {
      await decideIn(db, exercise, handIn, cell, decision, by)
      answer.decided.push(handInId)
    } catch (problem) {
      if (!(problem instanceof Refusal) || problem.status !== 409) throw problem
      answer.left.push({ handInId, why: problem.message })
    }
  }
  return answer
}

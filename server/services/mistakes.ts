import type { Marking } from '@nomenklatura/core/marking'
import { pointsOfCell } from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import type { GroupDecision, GroupDecisionAnswer, MistakeGroup } from '#shared/answers'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { findHandIn } from '../repositories/hand-ins'
import { listCellsOfRule } from '../repositories/markings'
import { classState, overridesOf, pointsIn, type ClassState } from './class-state'
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
  const cells = await listCellsOfRule(
    db,
    [...state.markings.values()].map(({ id }) => id),
    rule,
  )
  const groups = new Map<string, { cell: Cell; handIns: MistakeGroup['handIns'][number][] }>()
  for (const { handInId, cell } of cells) {
    if (cell.verdict === 'upheld') continue
    const kind = [cell.sheet, cell.verdict, ...cell.because.map(({ code }) => code)].join(' ')
    const group = groups.get(kind) ?? { cell, handIns: [] }
    groups.set(kind, group)
    group.handIns.push(lineOf(state, handInId, cell))
  }
  return [...groups.values()]
    .map(({ cell, handIns }) => ({
      sheet: cell.sheet,
      verdict: cell.verdict,
      because: cell.because.map(reasonInWords),
      handIns: handIns.sort((a, b) => (a.name < b.name ? -1 : 1)),
    }))
    .sort((a, b) => b.handIns.length - a.handIns.length)
}

function lineOf(state: ClassState, id: string, cell: Cell): MistakeGroup['handIns'][number] {
  const handIn = state.handIns.find(other => other.id === id)!
  const decisions = state.decisions.get(id) ?? []
  const isCell = (other: { rule: string; sheet: string }): boolean =>
    other.rule === cell.rule && other.sheet === cell.sheet
  const decided = overridesOf(decisions).find(isCell)
  const release = state.releases.get(id)
  const points = pointsIn(state, handIn)
  const { got, of } = pointsOfCell(points, cell)
  return {
    id,
    name: handIn.name,
    version: decisions.find(isCell)?.version ?? 0,
    decided: decided ? { verdict: decided.verdict, reason: decided.reason, by: decided.by } : null,
    isReleased: release !== undefined && release.takenBackAt === null,
    points: { got: points.got, open: points.open, of: points.of },
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

import type { Sheet } from '@nomenklatura/core/findings'
import { agreementOf, pointsOfCell } from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import type {
  AgreementLine,
  GroupDecision,
  GroupDecisionAnswer,
  MistakeGroup,
  MistakeLine,
  Precedent,
  StoredOverride,
  Totals,
} from '#shared/answers'
import type { Db } from '../repositories/database'
import type { Exercise } from '../repositories/exercises'
import { findHandIn, type HandIn } from '../repositories/hand-ins'
import { listMissed, listWholeCells, type MissedCell } from '../repositories/markings'
import { byHandIn, classState, overridesOf, pointsIn, toldIn, totalsOf, type ClassState } from './class-state'
import { totalOf } from './marking'
import { decideIn } from './decisions'
import { Refusal, notFound } from './problem'

/**
 * How a rule was missed, over the class: those whose verdict and reasons are of the same kind in one group, the
 * largest first. The engine's verdicts make the groups; what was decided by hand stands with each.
 */
export async function showMistakes(db: Db, exerciseId: string, rule: string): Promise<MistakeGroup[]> {
  const state = await classState(db, exerciseId)
  if (!state.revision.document.rules.some(({ id, off }) => id === rule && !off)) throw notFound()
  const groups = groupsOf(state, await missedIn(db, state, rule))
  const reasons = await reasonsOf(db, groups)
  return groups.map(([first, ...others], i) => ({
    sheet: first.sheet,
    verdict: first.verdict,
    because: reasons[i]!,
    handIns: [first, ...others].map(cell => lineOf(state, cell)),
  }))
}

/** The same mistakes over all rules, made by several, the largest group first: what one decides once for many. */
export async function showAllMistakes(db: Db, exerciseId: string): Promise<MistakeLine[]> {
  const state = await classState(db, exerciseId)
  const groups = groupsOf(state, await missedIn(db, state)).filter(({ length }) => length > 1)
  const reasons = await reasonsOf(db, groups)
  return groups.map((cells, i) => ({
    rule: cells[0].rule,
    sheet: cells[0].sheet,
    verdict: cells[0].verdict,
    because: reasons[i]![0] ?? '',
    handIns: cells.length,
    decided: cells.filter(cell => decisionOn(state, cell) !== undefined).length,
    differently: differently(cells.flatMap(cell => decisionOn(state, cell) ?? [])),
    first: cells[0].handInId,
  }))
}

/**
 * How each two of those who decided by hand agree: over the mistakes of which both decided at least one, by what
 * each decided most often.
 */
export async function showAgreement(db: Db, exerciseId: string): Promise<AgreementLine[]> {
  const state = await classState(db, exerciseId)
  const groups = groupsOf(state, await missedIn(db, state))
  const said = groups.map(cells => saidBy(cells.flatMap(cell => decisionOn(state, cell) ?? [])))
  const who = [...new Set(said.flatMap(by => [...by.keys()]))].sort()
  const pairs = who.flatMap((first, i) => who.slice(i + 1).map((second): [string, string] => [first, second]))
  const lines = await Promise.all(
    pairs.map(async ([first, second]): Promise<AgreementLine> => {
      const both = groups.flatMap((cells, i) => {
        const [a, b] = [said[i]!.get(first), said[i]!.get(second)]
        return a && b ? [{ cells, said: [a, b] as const }] : []
      })
      const apart = both.filter(({ said: [a, b] }) => a !== b)
      const reasons = await reasonsOf(
        db,
        apart.map(({ cells }) => cells),
      )
      return {
        who: [first, second],
        ...agreementOf(both.map(({ said: pair }) => pair)),
        apart: apart.map(({ cells: [{ rule, sheet }], said: pair }, i) => ({
          rule,
          sheet,
          because: reasons[i]?.[0] ?? '',
          said: pair,
        })),
      }
    }),
  )
  return lines.filter(({ of }) => of > 0)
}

/** What each decided of a mistake: the verdict given most often; of two given as often the first. */
function saidBy(decided: readonly StoredOverride[]): ReadonlyMap<string, StoredOverride['verdict']> {
  const who = [...new Set(decided.map(({ by }) => by))]
  return new Map(
    who.map(name => {
      const verdicts = decided.filter(({ by }) => by === name).map(({ verdict }) => verdict)
      const times = (verdict: string): number => verdicts.filter(other => other === verdict).length
      return [name, verdicts.toSorted((a, b) => times(b) - times(a))[0]!]
    }),
  )
}

/** The verdicts that were decided of one mistake, with who decided so; nothing where all decided the same. */
function differently(decided: readonly StoredOverride[]): MistakeLine['differently'] {
  const by = new Map<StoredOverride['verdict'], Set<string>>()
  for (const { verdict, by: who } of decided) by.set(verdict, (by.get(verdict) ?? new Set()).add(who))
  return by.size < 2 ? [] : [...by].map(([verdict, who]) => ({ verdict, by: [...who] }))
}

/**
 * What was decided by hand of the mistakes that a hand-in has, for others who made the same: by rule and sheet the
 * decision that was made most often. It is offered to who decides, never given.
 */
export async function precedentsFor(db: Db, { id, exerciseId }: HandIn): Promise<Precedent[]> {
  const state = await classState(db, exerciseId)
  const groups = groupsOf(state, await missedIn(db, state))
  return groups.flatMap(cells => {
    const own = cells.find(({ handInId }) => handInId === id)
    const decided = cells.flatMap(cell => (cell === own ? [] : (decisionOn(state, cell) ?? [])))
    const said = own && mostOften(decided)
    return own && said ? [{ rule: own.rule, sheet: own.sheet, ...said }] : []
  })
}

function mostOften(decided: readonly StoredOverride[]): Omit<Precedent, 'rule' | 'sheet'> | undefined {
  const counted = new Map<string, Omit<Precedent, 'rule' | 'sheet'>>()
  for (const { verdict, reason, by } of decided) {
    const key = `${verdict} ${reason}`
    counted.set(key, { verdict, reason, by, times: (counted.get(key)?.times ?? 0) + 1 })
  }
  return [...counted.values()].toSorted((a, b) => b.times - a.times)[0]
}

/** Cells of the same mistake; the first by name stands for all. */
type Group = readonly [MissedCell, ...MissedCell[]]

const missedIn = (db: Db, { markings }: ClassState, rule?: string): Promise<MissedCell[]> =>
  listMissed(
    db,
    [...markings.values()].map(({ id }) => id),
    rule,
  )

/** The reasons of each group in words, as its first has them. */
async function reasonsOf(db: Db, groups: readonly Group[]): Promise<string[][]> {
  const cells = await listWholeCells(
    db,
    groups.map(([first]) => first),
  )
  return cells.map(cell => cell?.because.map(reasonInWords) ?? [])
}

/** Equal for the same mistake. */
export const mistakeKey = ({ rule, sheet, verdict, reasons }: MissedCell): string =>
  [rule, sheet, verdict, ...reasons].join(' ')

/** Cells of one rule, sheet, verdict and kind of reasons together; the hand-ins of each by name. */
function groupsOf({ handIns }: ClassState, missed: readonly MissedCell[]): Group[] {
  const places = new Map([...handIns].sort((a, b) => (a.name < b.name ? -1 : 1)).map(({ id }, i) => [id, i]))
  const groups = new Map<string, [MissedCell, ...MissedCell[]]>()
  for (const cell of missed) {
    const kind = mistakeKey(cell)
    const group = groups.get(kind)
    if (group) group.push(cell)
    else groups.set(kind, [cell])
  }
  return [...groups.values()]
    .map(cells => cells.sort((a, b) => places.get(a.handInId)! - places.get(b.handInId)!))
    .sort((a, b) => b.length - a.length)
}

const decisionOn = ({ decisions }: ClassState, { handInId, rule, sheet }: MissedCell) =>
  overridesOf(decisions.get(handInId) ?? []).find(other => other.rule === rule && other.sheet === sheet)

function lineOf(state: ClassState, cell: MissedCell): MistakeGroup['handIns'][number] {
  const id = cell.handInId
  const handIn = state.handIns.find(other => other.id === id)!
  const version = state.decisions
    .get(id)
    ?.find(({ rule, sheet }) => rule === cell.rule && sheet === cell.sheet)?.version
  const decided = decisionOn(state, cell)
  const points = pointsIn(state, handIn)
  const { got, of } = pointsOfCell(points, cell)
  return {
    id,
    name: handIn.name,
    version: version ?? 0,
    decided: decided ? { verdict: decided.verdict, reason: decided.reason, by: decided.by } : null,
    isReleased: toldIn(state.releases.get(id)) !== null,
    points: totalsOf(points),
    ofRule: { got, of },
  }
}

/** What some hand-ins would come to with another verdict of one cell, by hand-in: nothing is decided by it. */
export async function previewVerdict(
  db: Db,
  exerciseId: string,
  { rule, sheet }: { readonly rule: string; readonly sheet: Sheet },
  {
    verdict,
    handIns,
  }: { readonly verdict: StoredOverride['verdict'] | null; readonly handIns: readonly string[] },
): Promise<Record<string, Totals>> {
  const state = await classState(db, exerciseId)
  const asked = new Set(handIns)
  return Object.fromEntries(
    state.handIns.flatMap(({ id, lateBySeconds }) => {
      const marking = state.markings.get(id)
      if (!asked.has(id) || !marking) return []
      const { overrides, given } = byHandIn(state, id)
      const others = overrides.filter(other => other.rule !== rule || other.sheet !== sheet)
      const changed = verdict === null ? others : [...others, { rule, sheet, verdict, reason: '' }]
      const total = totalOf(
        state.exercise,
        state.revision,
        marking,
        { overrides: changed, given },
        lateBySeconds,
      )
      return [[id, totalsOf(total)] as const]
    }),
  )
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

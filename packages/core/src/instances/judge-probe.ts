import { findColumn, fit, foldName, sameName, type Table } from '../schema'
import type { Refusal, TrialOutcome } from './engine'
import type { Row } from './fill'
import type { PlannedProbe } from './plan'

/**
 * What a trial says of its rule: it went as the rule wants, it went otherwise, or it says nothing (it was
 * refused for another reason, or not what was entered stands there).
 */
export type Said = 'as wanted' | 'otherwise' | 'nothing'

export interface JudgedProbe extends PlannedProbe {
  readonly outcome: TrialOutcome
  readonly said: Said
  /** What a deed led to. */
  readonly becomes?: Becomes
  /** A fact that was read back as something else. */
  readonly readBack?: string
}

export type Becomes = 'refused' | 'gone' | 'unlinked' | 'dangling' | 'follows'

export interface JudgeOptions {
  /** What holds rows back here is not all read: any refusal may be the rule's. */
  readonly isUnmodelled: boolean
  /** What a deed is to lead to. */
  readonly wanted?: Becomes
}

export function judgeProbe(planned: PlannedProbe, outcome: TrialOutcome, options: JudgeOptions): JudgedProbe {
  const base = { ...planned, outcome }
  if (outcome.is === 'not ready') return { ...base, said: 'nothing' }
  if (planned.probe.deed) return judgeDeed(base, outcome, options)
  const { wants } = planned.probe
  if (outcome.is === 'refused') {
    if (!counts(planned, outcome.refusal, outcome.at, options)) return { ...base, said: 'nothing' }
    return { ...base, said: wants === 'refused' ? 'as wanted' : 'otherwise' }
  }
  const { kept } = planned.probe
  if (kept?.decides) return judgeKept(base, outcome.looks)
  if (kept && judgeKept(base, outcome.looks).said === 'otherwise') return { ...base, said: 'nothing' }
  if (!allThere(planned, outcome.looks)) return { ...base, said: 'nothing' }
  return { ...base, said: wants === 'accepted' ? 'as wanted' : 'otherwise' }
}

/** Whether it is the rule that refuses: by an error of its kind, over something that the rule speaks of. */
function counts(
  planned: PlannedProbe,
  refusal: Refusal,
  at: number,
  { isUnmodelled }: JudgeOptions,
): boolean {
  const { probe } = planned
  const { state, columns } = refusal
  if (isUnmodelled && !/^(42|53|54|57|58|XX)/.test(state)) return true
  if (!probe.refusedBy.some(begin => state.startsWith(begin))) return false
  const row = refusedRow(planned, refusal, at)
  if (!row) return false
  if (columns.length === 0)
    return isOnlyValueInDoubt(row, probe.areAllOwn ? probe.touches : probe.touches.slice(0, 1))
  const touched = columns.filter(name => isTouched(row, name, probe.touches))
  // A check over other columns as well may be about those: with other values it might have passed.
  return touched.length > 0 && (state !== '23514' || touched.length === columns.length)
}

/** The row that was not taken, where the statement enters several by the table that the engine names. */
export function refusedRow({ entries }: PlannedProbe, { table }: Refusal, at: number): Row | undefined {
  const rows = entries[Math.min(at, entries.length - 1)]?.rows ?? []
  return rows.find(row => table !== null && sameName(row.table.name, table)) ?? rows.at(-1)
}

function isTouched({ cells }: Row, column: string, touches: readonly string[]): boolean {
  const of = cells.get(foldName(column))?.of
  return of !== undefined && touches.includes(foldName(of))
}

/** An error of a value names no column: it is the rule's own that stands there, and all others fit their types. */
function isOnlyValueInDoubt({ table, cells }: Row, own: readonly string[]): boolean {
  const isOwn = (of: string): boolean => own.includes(foldName(of))
  return (
    [...cells.values()].some(({ of }) => isOwn(of)) &&
    [...cells].every(([name, { value, of }]) => isOwn(of) || value === null || isKept(table, name, value))
  )
}

const isKept = (table: Table, name: string, value: string): boolean => {
  const column = findColumn(table, name)
  return column !== undefined && fit(value, column.type) === 'kept'
}

/** What was entered stands there. */
function allThere({ counted }: PlannedProbe, looks: readonly (string | null)[]): boolean {
  return looks.slice(0, counted).every(count => Number(count ?? 0) >= 1)
}

function judgeKept(
  base: PlannedProbe & { readonly outcome: TrialOutcome },
  looks: readonly (string | null)[],
): JudgedProbe {
  const [text, isEqual] = looks.slice(base.counted)
  const { value } = base.probe.kept!
  if (text === undefined || text === null) return { ...base, said: 'nothing' }
  const isWritten = text === value || (isEqual === 'true' && !(/^0\d/.test(value) && /^[1-9]/.test(text)))
  if (isWritten) return { ...base, said: 'as wanted' }
  return { ...base, said: 'otherwise', readBack: text }
}

function judgeDeed(
  base: PlannedProbe & { readonly outcome: TrialOutcome },
  outcome: Exclude<TrialOutcome, { is: 'not ready' }>,
  { wanted, isUnmodelled }: JudgeOptions,
): JudgedProbe {
  if (outcome.is === 'refused' && !isUnmodelled && !isRefusedByLink(base, outcome.refusal))
    return { ...base, said: 'nothing' }
  const becomes = outcome.is === 'refused' ? 'refused' : becomesBy(outcome.looks)
  return { ...base, becomes, said: becomes === wanted ? 'as wanted' : 'otherwise' }
}

/** Whether it is the link of the rule that stands against it, and not one of another rule. */
function isRefusedByLink({ probe, ready }: PlannedProbe, { state, table, columns }: Refusal): boolean {
  const [own] = probe.touches
  return (
    state.startsWith('23') &&
    ready.some(
      row =>
        (table === null || sameName(row.table.name, table)) &&
        row.thing === probe.deed!.other &&
        columns.some(name => foldName(row.cells.get(foldName(name))?.of ?? '') === own),
    )
  )
}

/** By how many of the other there are still, with their links, with none, and with one that leads to the thing. */
function becomesBy(looks: readonly (string | null)[]): Becomes {
  const [left, links, empty, led] = looks.map(look => Number(look ?? 0))
  if (left === 0) return 'gone'
  if (links === 0 || empty! > 0) return 'unlinked'
  return led! > 0 ? 'follows' : 'dangling'
}

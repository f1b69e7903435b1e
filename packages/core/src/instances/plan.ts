import { declaredKeys, findTable, foldName, sameName, type Table } from '../schema'
import type { Reading, Rule } from '../rules'
import { deedLooks } from './deed-looks'
import type { SandboxWork, Trial } from './engine'
import { Filling, type Row } from './fill'
import { FreshValues } from './fresh-values'
import { probesFor } from './kinds'
import { standsFor } from './members'
import { Populating } from './populate'
import type { Kept, Probe } from './probe'
import { Realising } from './realise'
import { baseOf, type SheetRun } from './runnable'
import { EntryOrder, StatementWriter, type Entry } from './statements'
import type { State } from './things'

/** A probe as rows and statements; `at` is the place of its trial in the work. */
export interface PlannedProbe {
  readonly probe: Probe
  readonly ready: readonly Row[]
  readonly tried: readonly Row[]
  /** The rows that each statement tried enters. */
  readonly entries: readonly Entry[]
  /** Where what is only named would stand. */
  readonly absent: readonly Absent[]
  readonly trial: Trial
  /** So many of the looks count the rows that were entered. */
  readonly counted: number
  at: number
}

/** A table in which a row is named that is not there, with the columns by which it is. */
export interface Absent {
  readonly table: Table
  readonly columns: readonly string[]
}

/** A rule, and the pairing under which it was judged. */
export interface JudgedRule {
  readonly rule: Rule
  readonly reading: Reading
}

interface Tools {
  readonly writer: StatementWriter
  readonly values: FreshValues
}

/** Why a probe is not run: the answer cannot say what is forbidden, or has no rows for what is meant. */
export type NotRun = 'inexpressible' | 'no rows'

/** What is tried for each part of the rules, in their order. */
export interface Plan {
  readonly work: SandboxWork
  readonly parts: readonly { readonly planned: readonly PlannedProbe[]; readonly notRun: readonly NotRun[] }[]
}

/**
 * The rows that show what an answer does with each rule, and the statements that try them. Deterministic; time
 * linear in rules, with some rows for each.
 */
export function planRun(judged: readonly JudgedRule[], run: SheetRun): Plan {
  const { script } = run
  const rules = judged.map(({ rule }) => rule)
  const made = new Map<Reading, Tools>()
  const toolsFor = (reading: Reading): Tools => {
    const known = made.get(reading)
    const tools = known ?? {
      writer: new StatementWriter(new EntryOrder(reading.schema), script.spelling),
      values: new FreshValues(reading, rules),
    }
    if (!known) made.set(reading, tools)
    return tools
  }
  const parts = judged.map(({ rule, reading }) => {
    const { writer, values } = toolsFor(reading)
    return planRule(rules, rule, { reading, writer, values, run })
  })
  const inOrder = parts
    .flatMap(({ planned }) => planned)
    .toSorted((a, b) => compare(a.trial.before.join(';'), b.trial.before.join(';')))
  inOrder.forEach((planned, i) => {
    planned.at = i
  })
  const work: SandboxWork = {
    statements: script.statements.map(({ text }) => text),
    meant: baseOf(script, table => judged.some(({ reading }) => standsFor(reading, table))),
    trials: inOrder.map(({ trial }) => trial),
  }
  return { work, parts }
}

const compare = (a: string, b: string): number => (a < b ? -1 : Number(a > b))

interface Planning extends Tools {
  readonly reading: Reading
  readonly run: SheetRun
}

function planRule(rules: readonly Rule[], rule: Rule, planning: Planning): Plan['parts'][number] {
  const planned: PlannedProbe[] = []
  const notRun: NotRun[] = []
  for (const probe of probesOf(rules, rule, planning)) {
    const made = planProbe(probe, planning)
    if (typeof made === 'string') notRun.push(made)
    else planned.push(made)
  }
  return { planned, notRun }
}

/** None where the world of the exercise has no such thing: the rule is said to be so elsewhere. */
function probesOf(rules: readonly Rule[], rule: Rule, { reading, values }: Planning): Probe[] {
  if (!reading.entity(rule.entity) || !reading.placement(rule.entity)) return []
  return probesFor(() => new Populating(reading, rules, values), rule)
}

function planProbe(probe: Probe, { reading, writer, run }: Planning): PlannedProbe | NotRun {
  const filling = new Filling(reading, new Realising(reading), probe.unlisted)
  const rows = (state: State): Row[] => filling.rows(state)
  const before = rows(probe.before)
  filling.isTorn = false
  const after = rows(probe.after)
  if (filling.isTorn) return 'no rows'
  if (probe.deed) return planDeed(reading, probe, after, writer)
  if (probe.instead && sameRows(rows(probe.instead), after)) return 'inexpressible'
  const { ready, tried } = split(before, after)
  if (tried.length === 0) return 'inexpressible'
  // Where all is read that may change a row, what is accepted stands there.
  const counting = run.isUnmodelled(tried.map(({ table }) => table.name))
    ? tried.map(row => writer.counting(row))
    : []
  const looks = [...counting, ...(probe.kept ? keptLooks(probe.kept, tried, writer) : [])]
  const entries = writer.entering(tried)
  return {
    probe,
    ready,
    tried: writer.sorted(tried),
    entries,
    absent: absentIn(probe.after, reading),
    trial: { before: texts(writer.entering(ready)), tried: texts(entries), looks },
    counted: counting.length,
    at: -1,
  }
}

/** What is there already, and what is tried: all that is new, and what cannot stand without it. */
function split(before: readonly Row[], after: readonly Row[]): { ready: Row[]; tried: Row[] } {
  let ready = after.filter(row => before.some(other => isSameRow(row, other)))
  for (;;) {
    const missing = after.filter(row => !ready.includes(row))
    const kept = ready.filter(row => !missing.some(other => leadsTo(row, other)))
    if (kept.length === ready.length) return { ready, tried: missing }
    ready = kept
  }
}

/** Whether the row refers to the other one. */
function leadsTo(row: Row, other: Row): boolean {
  return row.table.references.some(
    ({ table, columns, targetColumns }) =>
      sameName(table, other.table.name) &&
      columns.every((column, i) => {
        const value = row.cells.get(foldName(column))?.value ?? null
        return value !== null && value === other.cells.get(foldName(targetColumns[i]!))?.value
      }),
  )
}

/** Where the things would stand that are only named, with what tells them apart. */
function absentIn({ missing }: State, reading: Reading): Absent[] {
  return [...missing.values()].flatMap(({ entity }) => {
    const placed = reading.placement(entity)
    const table = placed && findTable(reading.schema, placed.table)
    if (!table) return []
    const [key] = declaredKeys(table)
    return [{ table, columns: key?.columns ?? table.columns.slice(0, 1).map(({ name }) => name) }]
  })
}

/** What stands in the column of the fact, as the database writes it, and whether it takes it for equal. */
function keptLooks({ thing, attribute }: Kept, tried: readonly Row[], writer: StatementWriter): string[] {
  const isIt = (of: string): boolean => foldName(of).endsWith(`.${foldName(attribute)}`)
  for (const row of tried) {
    const found = row.thing === thing && [...row.cells].find(([, { of }]) => isIt(of))
    if (found) return writer.reading(row, found[0], found[1].value!)
  }
  return []
}

function planDeed(
  reading: Reading,
  probe: Probe,
  rows: readonly Row[],
  writer: StatementWriter,
): PlannedProbe | NotRun {
  const made = deedLooks(reading, probe.deed!, rows, writer)
  if (!made) return 'no rows'
  const { statement, row, looks } = made
  return {
    probe,
    ready: writer.sorted(rows),
    tried: [row],
    entries: [{ text: statement, rows: [row] }],
    absent: [],
    trial: { before: texts(writer.entering(rows)), tried: [statement], looks },
    counted: 0,
    at: -1,
  }
}

const texts = (entries: readonly Entry[]): string[] => entries.map(({ text }) => text)

function isSameRow(a: Row, b: Row): boolean {
  return a.key === b.key && a.cells.size === b.cells.size && said(a) === said(b)
}

/** What a row says, whatever it is called. */
const said = ({ table, cells }: Row): string =>
  JSON.stringify([
    table.name,
    [...cells].map(([name, { value }]) => [name, value]).toSorted(([a], [b]) => compare(a!, b!)),
  ])

function sameRows(a: readonly Row[], b: readonly Row[]): boolean {
  return (
    a.length === b.length && JSON.stringify(a.map(said).toSorted()) === JSON.stringify(b.map(said).toSorted())
  )
}

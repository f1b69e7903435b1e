import { findColumn, foldName, type Table } from '../schema'
import type { Witness, WitnessTable } from '../rules'
import { phrase, type Phrase } from '../words'
import type { Refusal } from './engine'
import type { Row } from './fill'
import { refusedRow, type JudgedProbe } from './judge-probe'

/** The rows of a trial as a witness, with what was run and what the engine said. */
export function witnessOf(judged: JudgedProbe): Witness {
  const { outcome, ready, tried, probe, trial } = judged
  const refused = outcome.is === 'accepted' ? null : outcome.refusal
  const bad = outcome.is === 'refused' ? refusedRow(judged, outcome.refusal, outcome.at) : tried.at(-1)
  const entered = probe.deed ? ready : [...ready, ...tried]
  return {
    outcome: refused ? 'refused' : 'accepted',
    by: refused && refusedBy(refused, bad?.table),
    tables: [...absentTables(judged, entered), ...tablesOf(entered, bad, probe.touches)],
    wanted: judged.said !== 'otherwise',
    run: {
      before: trial.before,
      tried: trial.tried,
      said: refused ? refused.message : null,
      constraint: refused?.constraint ?? null,
    },
    ...(judged.readBack !== undefined && probe.kept
      ? { readBack: { value: probe.kept.value, as: judged.readBack } }
      : {}),
  }
}

function tablesOf(rows: readonly Row[], bad: Row | undefined, touches: readonly string[]): WitnessTable[] {
  const tables = [...new Set(rows.map(({ table }) => table))]
  return tables.map(table => {
    const own = rows.filter(row => row.table === table)
    const columns = columnsOf(table, own, touches)
    return {
      table: table.name,
      columns: columns.map(name => findColumn(table, name)!.name),
      rows: own.map(row => ({
        cells: columns.map(name => row.cells.get(name)?.value ?? null),
        bad: row === bad,
      })),
    }
  })
}

/** What is named and not there: its table without a row, unless others stand in it. */
const absentTables = ({ absent }: JudgedProbe, entered: readonly Row[]): WitnessTable[] =>
  absent
    .filter(({ table }) => !entered.some(row => row.table === table))
    .map(({ table, columns }) => ({
      table: table.name,
      columns: columns.map(name => findColumn(table, name)?.name ?? name),
      rows: [],
    }))

/** Columns that any of the rows says something in, and those that the rule is about, in the order of the table. */
function columnsOf(table: Table, rows: readonly Row[], touches: readonly string[]): string[] {
  const isShown = (name: string): boolean =>
    rows.some(({ cells }) => {
      const cell = cells.get(name)
      return cell !== undefined && (cell.value !== null || touches.includes(foldName(cell.of)))
    })
  return table.columns.map(({ name }) => foldName(name)).filter(isShown)
}

function refusedBy({ state, constraint, column, message }: Refusal, table: Table | undefined): Phrase {
  if (state === '23502' && column !== null) return phrase('not-null', { column })
  if (constraint !== null) return phrase('constraint-of', { constraint, table: table?.name ?? '' })
  return phrase('engine-words', { words: message })
}

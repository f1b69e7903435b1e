import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dictionaryFromRows } from '@nomenklatura/core/dictionary'
import { markAnswer, planAnswer } from '@nomenklatura/core/marking'
import {
  askStatement,
  trialOfSplit,
  trialTables,
  writeStep,
  type RowTrialDocument,
} from '@nomenklatura/core/row-trial'
import {
  findInRows,
  meantDependencies,
  profile,
  proposeSplit,
  repeatingFacts,
  type FlatTable,
} from '@nomenklatura/core/rows'
import { readScript } from '@nomenklatura/core/sql'
import { WITNESS_EXAMPLES, exerciseOfExample } from '../../app/utils/witness-examples'
import { EnginePool } from '../../sandbox/pool'

let engine: EnginePool
beforeAll(() => {
  engine = new EnginePool({ folder: process.env.NOMENKLATURA_SANDBOX!, engines: 1 })
})
afterAll(() => engine.close())

describe('the examples of what a witness is', () => {
  it.each(WITNESS_EXAMPLES.map(example => [example.title, example] as const))(
    '%s',
    async (title, example) => {
      const exercise = exerciseOfExample(example)
      const plan = planAnswer(exercise, { script: example.script })!
      const report = await engine.run(plan.work)
      const [cell] = markAnswer(exercise, { script: example.script }, { report }).cells
      expect(title.toLowerCase().startsWith(cell!.verdict)).toBe(true)
      expect(cell!.witness?.run).toBeDefined()
      expect(cell!.witness!.outcome).toBe(/refused,/.test(title.toLowerCase()) ? 'refused' : 'accepted')
    },
  )
})

describe('the parts of a split', () => {
  const {
    rows: [table],
  } = JSON.parse(readFileSync('db/demo/exercises/the-intake-ledger.json', 'utf8')) as {
    rows: [FlatTable]
  }
  const found = findInRows(table)
  const repeating = repeatingFacts(table.columns, profile(table))
  const proposal = proposeSplit(table, meantDependencies(found, repeating), repeating)
  const { tables, document, ready } = trialOfSplit(table, proposal, dictionaryFromRows(table, proposal))
  const show = (kept: RowTrialDocument) => {
    const text = tables.map(statement => `${statement};`).join('\n')
    const on = trialTables(text, readScript(text), { starter: '' })
    return engine.show({ tables: on.statements, steps: kept.steps.map(step => writeStep(step, on)) })
  }

  it('take all rows along, and their join looks like the old table', async () => {
    const report = await show(askStatement(document, ready[0]!.statement))
    expect(report.tables.every(refusal => refusal === null)).toBe(true)
    expect(report.steps[0]!.outcomes.every(({ refusal }) => refusal === null)).toBe(true)
    const { columns, rows } = report.steps[1]!.outcomes[0]!.told!
    const places = columns.map(name => table.columns.indexOf(name))
    const old = table.rows.map(row => JSON.stringify(places.map(at => row[at])))
    expect(rows.map(row => JSON.stringify(row)).toSorted()).toEqual(old.toSorted())
  })

  it('show a change that is made once, in all rows of the join', async () => {
    const changed = askStatement(askStatement(document, ready[1]!.statement), ready[0]!.statement)
    const report = await show(changed)
    expect(report.steps[1]!.outcomes[0]!.told!.touched).toBe(1)
    const before = (await show(askStatement(document, ready[0]!.statement))).steps[1]!.outcomes[0]!.told!.rows
    const after = report.steps[2]!.outcomes[0]!.told!.rows
    const known = new Set(before.map(row => JSON.stringify(row)))
    expect(after.filter(row => !known.has(JSON.stringify(row))).length).toBeGreaterThan(1)
  })
})

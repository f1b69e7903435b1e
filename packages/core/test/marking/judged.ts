import { expect } from 'vitest'
import { emptyExercise, prepareExercise } from '../../src/exercise'
import { markScript } from '../../src/marking'
import type { Rule, RuleEntry, Verdict } from '../../src/rules'
import type { Dialect } from '../../src/schema'
import { reasonInWords } from '../../src/words'

/** An answer to a few rules, with the verdicts that were written down before the engine was run. */
export interface Case {
  readonly model: string
  /** What the answer is, where it is not the model itself. */
  readonly answer?: string
  readonly rules: readonly Rule[]
  readonly wanted: readonly Verdict[]
  readonly dialect?: Dialect
  readonly samples?: Readonly<Record<string, string[]>>
}

/** The rules as a sheet, a point each. */
export const entriesOf = (rules: readonly Rule[]): RuleEntry[] =>
  rules.map((rule, i) => ({
    id: `r${i + 1}`,
    sentence: `rule ${i + 1}`,
    group: 'all',
    points: 1,
    rule,
  }))

export function cellsOf({ model, answer = model, rules, dialect = 'postgresql', samples = {} }: Case) {
  const exercise = prepareExercise({
    ...emptyExercise('The boat house'),
    dialect: 'postgresql',
    models: [{ name: 'model', script: model }],
    samples,
    rules: entriesOf(rules),
  })
  return markScript(exercise, answer, { dialect }).cells
}

/** Marks the answer and compares; where they differ the reasons are told. */
export function judged(of: Case): void {
  const cells = cellsOf(of)
  const said = cells.map(({ verdict, because }) => `${verdict}: ${because.map(reasonInWords).join(' ')}`)
  expect(
    cells.map(({ verdict }) => verdict),
    said.join('\n'),
  ).toEqual(of.wanted)
}

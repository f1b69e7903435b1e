import { describe, expect, it } from 'vitest'
import { proposeSheet } from '../../src/marking'
import { emptyExercise } from '../../src/exercise'
import { Rule, partsOf, valueToRun } from '../../src/rules'
import type { Dialect } from '../../src/schema'
import { judged } from './judged'

const table = (check: string): string =>
  `CREATE TABLE swimmer (swimmer_no char(4) PRIMARY KEY, name varchar(30) NOT NULL, born date NOT NULL ${check});`
const MODEL = table("CHECK (born <= CURRENT_DATE - INTERVAL '6 years')")
const about = { entity: 'swimmer', attribute: 'born' }
const SIX: readonly Rule[] = [
  { kind: 'refusesValue', ...about, values: ['today - 6 years + 1 day'] },
  { kind: 'admitsValue', ...about, values: ['today - 6 years', 'today - 70 years'] },
]

describe('rules that measure against the current date', () => {
  it.each<[Dialect, string]>([
    ['postgresql', "CHECK (born <= CURRENT_DATE - INTERVAL '6 years')"],
    ['postgresql', "CHECK (born + INTERVAL '6 years' <= now())"],
    ['postgresql', "CHECK (age(born) >= '6 years'::interval)"],
    ['postgresql', 'CHECK (EXTRACT(YEAR FROM age(CURRENT_DATE, born)) >= 6)'],
    ['postgresql', "CHECK (date_part('year', age(born)) > 5)"],
    ['postgresql', "CHECK (age(born) >= '6 years')"],
    ['sqlserver', 'CHECK (born <= DATEADD(YEAR, -6, GETDATE()))'],
    ['sqlserver', 'CHECK (DATEADD(yy, 6, born) <= CAST(GETDATE() AS DATE))'],
    ['mysql', 'CHECK (TIMESTAMPDIFF(YEAR, born, CURDATE()) >= 6)'],
    ['mysql', 'CHECK (born <= DATE_SUB(CURRENT_DATE, INTERVAL 6 YEAR))'],
    ['mysql', 'CHECK (born <= CURRENT_DATE() - INTERVAL 6 YEAR)'],
    ['oracle', 'CHECK (born <= ADD_MONTHS(SYSDATE, -72))'],
    ['oracle', 'CHECK (MONTHS_BETWEEN(SYSDATE, born) / 12 >= 6)'],
    ['sqlite', "CHECK (born <= date('now', '-6 years'))"],
  ])('%s %s keeps who is too young out', (dialect, check) => {
    judged({ model: MODEL, answer: table(check), rules: SIX, wanted: ['upheld', 'upheld'], dialect })
  })

  it.each<[string, [string, string]]>([
    // No check at all; a fixed day; the wrong age; years that turn with the calendar; days without leap years.
    ['', ['broken', 'upheld']],
    ["CHECK (born <= DATE '2019-11-28')", ['broken', 'too strict']],
    ["CHECK (born <= CURRENT_DATE - INTERVAL '5 years')", ['broken', 'upheld']],
    ["CHECK (born <= CURRENT_DATE - INTERVAL '7 years')", ['upheld', 'too strict']],
    ['CHECK (EXTRACT(YEAR FROM CURRENT_DATE) - EXTRACT(YEAR FROM born) >= 6)', ['broken', 'upheld']],
    ['CHECK (born <= CURRENT_DATE - 6 * 365)', ['broken', 'upheld']],
    ['CHECK (old_enough(born))', ['cannot tell', 'cannot tell']],
  ])('%s is told', (check, wanted) => {
    judged({ model: MODEL, answer: table(check), rules: SIX, wanted: wanted as never })
  })

  it('reads a date that is written out as far from today, where the model answer looks at today', () => {
    const rules: readonly Rule[] = [
      { kind: 'refusesValue', ...about, values: ['2023-05-04'] },
      { kind: 'admitsValue', ...about, values: ['1980-05-04'] },
    ]
    judged({ model: MODEL, rules, wanted: ['upheld', 'upheld'] })
    judged({
      model: MODEL,
      answer: table("CHECK (born <= DATE '2019-01-01')"),
      rules,
      wanted: ['broken', 'too strict'],
    })
    // Where the model itself has a fixed day, so has the rule.
    const fixed = table("CHECK (born <= DATE '2019-01-01')")
    judged({ model: fixed, rules, wanted: ['upheld', 'upheld'] })
  })

  it('proposes the day before and the day after', () => {
    const document = {
      ...emptyExercise('Pool'),
      dialect: 'postgresql' as const,
      models: [{ name: 'm', script: MODEL }],
    }
    const parts = proposeSheet(document).flatMap(entry => partsOf(entry))
    expect(parts.filter(({ kind }) => kind === 'refusesValue' || kind === 'admitsValue')).toEqual([
      { kind: 'refusesValue', ...about, values: ['today - 6 years + 1 day'] },
      { kind: 'admitsValue', ...about, values: ['today - 6 years - 1 day', 'today - 6 years'] },
    ])
  })

  it('refuses a day that is not understood', () => {
    const said = Rule.safeParse({ kind: 'refusesValue', ...about, values: ['today minus six years'] })
    expect(said.success).toBe(false)
    expect(said.error?.issues[0]?.message).toContain('"today - 16 years + 1 day"')
  })

  it.each([
    // Two days beyond months and years: in months of 31 days the first is counted as a full one where ages are compared.
    ['today - 6 years + 1 day', false, 'today - 6 years + 2 days'],
    ['today - 6 years', false, 'today - 6 years'],
    ['today - 6 years - 1 day', false, 'today - 6 years - 1 day'],
    ['today + 1 day', false, 'today + 1 day'],
    // A written day keeps its distance from the day of writing.
    ['2020-01-02', true, 'today - 71 months - 30 days'],
    ['2026-01-01', true, 'today'],
    ['2026-02-03', true, 'today + 1 months + 2 days'],
    ['2020-01-02', false, '2020-01-02'],
  ])('%s is run as a value of the day on which it is', (value, byToday, wanted) => {
    expect(valueToRun(value, byToday)).toBe(wanted)
  })

  it('a column may be called now', () => {
    const model = 'CREATE TABLE gauge (gauge_no integer PRIMARY KEY, now integer NOT NULL CHECK (now > 3));'
    judged({
      model,
      rules: [{ kind: 'refusesValue', entity: 'gauge', attribute: 'now', values: ['3'] }],
      wanted: ['upheld'],
    })
  })
})

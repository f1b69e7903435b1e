import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise } from '../../src/exercise'
import { wording } from '../../src/findings'
import { markScript, wellMadeRules } from '../../src/marking'
import type { Rule } from '../../src/rules'
import { entriesOf, judged } from './judged'

const MODEL = `CREATE TABLE port (code char(3) PRIMARY KEY, name varchar(30) NOT NULL);
  CREATE TABLE berth (port char(3) REFERENCES port, berth_no integer, depth numeric(3,1), PRIMARY KEY (port, berth_no));`
const RULES: readonly Rule[] = [
  { kind: 'identifies', entity: 'port', by: ['code'] },
  { kind: 'mustHave', entity: 'port', path: 'name' },
  { kind: 'identifies', entity: 'berth', by: ['port', 'berth_no'] },
  { kind: 'manyAllowed', entity: 'berth', role: 'port' },
]
const NOTHING: Rule = { kind: 'nothingMore', entity: 'script' }

function found(script: string): string[] {
  const exercise = prepareExercise({
    ...emptyExercise('Ports'),
    dialect: 'postgresql',
    models: [{ name: 'model', script: MODEL }],
    rules: entriesOf(RULES),
  })
  return markScript(exercise, script)
    .findings.filter(({ code }) => code.startsWith('surplus.'))
    .map(finding => wording(finding).message)
}

describe('what an answer refuses and no rule speaks of', () => {
  it('is nothing in the model answer, nor where surrogates and defaults are', () => {
    expect(found(MODEL)).toEqual([])
    judged({
      model: MODEL,
      rules: [...RULES, NOTHING],
      wanted: ['upheld', 'upheld', 'upheld', 'upheld', 'upheld'],
    })
    expect(
      found(
        `CREATE TABLE port (port_id serial PRIMARY KEY, code char(3) NOT NULL UNIQUE, name varchar(30) NOT NULL);
         CREATE TABLE berth (berth_id serial PRIMARY KEY, port_id integer NOT NULL REFERENCES port, berth_no integer NOT NULL,
           depth numeric(3,1) NOT NULL DEFAULT 0, made_on date NOT NULL DEFAULT CURRENT_DATE, UNIQUE (port_id, berth_no));`,
      ),
    ).toEqual([])
  })

  it('is a remark for each constraint, and a rule of its own can make it cost', () => {
    const answer = MODEL.replace('name varchar(30) NOT NULL', 'name varchar(30) NOT NULL UNIQUE').replace(
      'depth numeric(3,1)',
      'depth numeric(3,1) NOT NULL CHECK (depth > 2)',
    )
    expect(found(answer)).toEqual([
      'A key of "port" keeps name unique. No rule asks for that: rows are refused which nothing forbids.',
      '"berth" must have a value for depth. No rule asks for that: a row without is refused which nothing forbids.',
      '"berth" refuses rows by CHECK (depth > 2). No rule speaks of what may stand in depth.',
    ])
    judged({
      model: MODEL,
      answer,
      rules: [...RULES, NOTHING],
      wanted: ['upheld', 'upheld', 'upheld', 'upheld', 'too strict'],
    })
  })

  it('is asked with the checks that an instructor adds', () => {
    expect(wellMadeRules().at(-1)!.rule).toEqual(NOTHING)
  })

  it('is left to the rule that permits what it refuses', () => {
    expect(found(MODEL.replace('berth_no integer,', 'berth_no integer, UNIQUE (port),'))).toEqual([])
  })
})

import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise, type ExerciseDocument } from '../../src/exercise'
import { markScript, missingBeforePublishing, proposeSheet } from '../../src/marking'
import type { Rule } from '../../src/rules'
import { reasonInWords } from '../../src/words'
import { entriesOf } from './judged'

const MODEL = `CREATE TABLE pond (pond_no integer PRIMARY KEY, depth_m numeric(4,1) NOT NULL);
CREATE TABLE frog (frog_no integer PRIMARY KEY, kind varchar(20) NOT NULL, pond_no integer NOT NULL REFERENCES pond);`

const document = (rules: readonly Rule[], model = MODEL): ExerciseDocument => ({
  ...emptyExercise('The ponds'),
  brief: 'Frogs are counted pond by pond.',
  dialect: 'postgresql',
  dialects: ['mysql'],
  models: [{ name: 'model', script: model }],
  rules: entriesOf(rules),
})
const RUNS = prepareExercise(document([{ kind: 'scriptRuns', entity: 'script' }]))
const said = (script: string, dialect: 'postgresql' | 'mysql' | 'oracle' = 'postgresql') => {
  const [cell] = markScript(RUNS, script, { dialect }).cells
  return [cell!.verdict, cell!.because.map(reasonInWords).join(' ')] as const
}

describe('a script that runs, or does not', () => {
  it('is upheld where every statement is accepted in its order', () => {
    expect(said(MODEL)[0]).toBe('upheld')
    expect(said(MODEL, 'mysql')[0]).toBe('upheld')
  })
  it('is broken with the first statement that would be refused, and the design is judged all the same', () => {
    const [verdict, why] = said(MODEL.replace('integer NOT NULL REFERENCES', 'integer NOT NUL REFERENCES'))
    expect(verdict).toBe('broken')
    expect(why).toContain('NUL')
    expect(said(MODEL.split('\n').toReversed().join('\n'))[0]).toBe('broken')
    const design = prepareExercise(document([{ kind: 'mustHave', entity: 'frog', path: 'kind' }]))
    expect(markScript(design, MODEL.replace('PRIMARY KEY', 'PRIMRY KEY')).cells[0]!.verdict).toBe('upheld')
  })
  it('is broken for a server that the exercise does not allow', () => {
    expect(said(MODEL, 'oracle')).toEqual([
      'broken',
      'It is written for Oracle; the exercise is for PostgreSQL and MySQL.',
    ])
  })
  it('is not shown where there is no statement', () => {
    expect(said('')[0]).toBe('not shown')
  })
  it('is broken by rows that are refused, not by what is only unwise', () => {
    expect(said(`${MODEL}INSERT INTO frog VALUES (1, 'tree', 9);INSERT INTO pond VALUES (9, 1.5);`)[0]).toBe(
      'broken',
    )
    expect(said(MODEL.replace('numeric(4,1)', 'real'))[0]).toBe('upheld')
  })
  it('is broken by an action that the server refuses with the table, and only by that server', () => {
    const emptied = `${MODEL.slice(0, -2)} ON DELETE SET NULL);`
    expect(said(emptied)[0]).toBe('upheld')
    expect(said(emptied, 'mysql')[0]).toBe('broken')
  })
  it('is proposed with a tenth of the points of the script', () => {
    const rules = proposeSheet(document([]))
    const runs = rules.filter(({ rule }) => rule.kind === 'scriptRuns')
    expect(runs.map(({ points }) => points)).toEqual([4])
    expect(rules.reduce((sum, { points }) => sum + points, 0)).toBe(40)
    expect(
      proposeSheet({ ...document([]), sheets: ['dictionary'] }).some(
        ({ rule }) => rule.kind === 'scriptRuns',
      ),
    ).toBe(false)
  })
})

describe('the model answer and its own rule sheet', () => {
  const missing = (rule: Rule): string[] =>
    missingBeforePublishing(document([rule])).map(({ sentence }) => sentence)

  it('agree, or publishing waits', () => {
    expect(missing({ kind: 'mustHave', entity: 'frog', path: 'pond' })).toEqual([])
    expect(missing({ kind: 'mayLack', entity: 'frog', path: 'pond' })).toEqual([
      'The model answer is too strict for rule 1 (Script): rule 1',
    ])
    expect(missing({ kind: 'refusesValue', entity: 'frog', attribute: 'kind', values: ['newt'] })).toEqual([
      'The model answer breaks rule 1 (Script): rule 1',
    ])
  })
  it('what is missing besides is told alone', () => {
    const bare = document([{ kind: 'mayLack', entity: 'frog', path: 'pond' }])
    expect(missingBeforePublishing({ ...bare, brief: '' }).map(({ part }) => part)).toEqual(['the brief'])
  })
})

import { describe, expect, it } from 'vitest'
import { reasonInWords } from '../../src/words'
import { NEW_TASK } from '../../src/claims'
import { prepareExercise, type MarkableExercise } from '../../src/exercise'
import { markScript, markedPoints, proposeSheet, wellMadeRules } from '../../src/marking'
import { CHECK_GROUPS } from '../../src/sql'

const MODEL =
  'CREATE TABLE trip (trip_no integer PRIMARY KEY, begun date NOT NULL);\nCREATE TABLE accession (accession_no varchar(9) PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip (trip_no));'
const base: MarkableExercise = {
  dialects: ['mysql'],
  starter: null,
  models: [{ name: 'Model', script: MODEL }],
  glossary: [],
  samples: {},
  rules: [],
  rubric: { tooStrict: 0.5, permissiveNeedsConstraint: true, consequencesCost: false, roundTo: 0 },
}
const exercise = prepareExercise({
  ...base,
  rules: [
    ...proposeSheet(base),
    ...wellMadeRules().map((rule, i) => ({ ...rule, id: `r${900 + i}`, points: 1 })),
  ],
})
const broken = (script: string): string[] => {
  const { cells } = markScript(exercise, script)
  return cells
    .filter(({ rule, verdict }) => Number(rule.slice(1)) >= 900 && verdict === 'broken')
    .map(({ rule }) => CHECK_GROUPS[Number(rule.slice(1)) - 900]!)
}

describe('the checks of a script as groups of the rubric', () => {
  it('the model answer upholds them all', () => {
    const { cells } = markScript(exercise, MODEL)
    expect(cells.filter(({ verdict }) => verdict !== 'upheld')).toEqual([])
    expect(markedPoints(exercise, cells).got).toBe(markedPoints(exercise, cells).of)
  })

  it.each([
    ['syntax', MODEL.replace('CREATE TABLE trip', 'CRAETE TABLE trip')],
    ['names', MODEL.replaceAll('begun', 'order')],
    ['keys', MODEL.replace('trip_no integer PRIMARY KEY', 'trip_no integer UNIQUE')],
    ['references', `${MODEL.split('\n')[1]}\n${MODEL.split('\n')[0]}`],
    ['types', MODEL.replace('begun date', 'begun_date varchar(10)')],
    ['atomicity', MODEL.replace('begun date', 'phones text NOT NULL, begun date')],
    [
      'rows',
      `${MODEL}\nINSERT INTO accession VALUES ('SKV-00417', 7);\nINSERT INTO trip VALUES (7, '2025-05-04');`,
    ],
  ])('%s, and nothing else', (group, script) => expect(broken(script)).toEqual([group]))

  it('each broken group says why, at its place; an empty script shows nothing', () => {
    const script = MODEL.replace('CREATE TABLE trip', 'CRAETE TABLE trip')
    const cell = markScript(exercise, script).cells.find(({ rule }) => rule === 'r900')!
    expect(reasonInWords(cell.because[0]!)).toBe('"CRAETE" is not a word of SQL here. I read it as CREATE.')
    expect(cell.because[0]!.place).toEqual({ start: 0, end: 6 })
    expect(
      markScript(exercise, '').cells.every(
        ({ rule, verdict }) => Number(rule.slice(1)) < 900 || verdict === 'not shown',
      ),
    ).toBe(true)
  })
})

describe('an exercise that says what fixes what', () => {
  const relation = {
    ...NEW_TASK,
    name: 'trip',
    attributes: ['trip_no', 'garden', 'city', 'collector', 'tool'],
    dependencies: 'trip_no -> garden\ngarden -> city\ntrip_no ->> collector',
    isGiven: true,
  }
  const asked = prepareExercise({
    ...exercise.document,
    relation,
    samples: { 'trip.city': ['Skarholm', 'Alva'] },
  })
  const form = `r${900 + CHECK_GROUPS.indexOf('normal form')}`
  const cellOf = (script: string) => markScript(asked, script).cells.find(({ rule }) => rule === form)!
  it('a table that repeats a fact breaks the group, with rows that show it', () => {
    const cell = cellOf(
      'CREATE TABLE trip (trip_no integer PRIMARY KEY, garden text NOT NULL, city text NOT NULL);',
    )
    expect(cell.verdict).toBe('broken')
    expect(JSON.stringify(cell.exhibits)).toContain('Skarholm')
  })
  it('a table of two lists does too; each alone does not', () => {
    expect(
      reasonInWords(
        cellOf(
          'CREATE TABLE crew (trip_no integer, collector text, tool text, PRIMARY KEY (trip_no, collector, tool));',
        ).because[0]!,
      ),
    ).toContain('whatever "tool" is')
    expect(
      cellOf(
        'CREATE TABLE crew (trip_no integer, collector text, PRIMARY KEY (trip_no, collector)); CREATE TABLE kit (trip_no integer, tool text, PRIMARY KEY (trip_no, tool));',
      ).verdict,
    ).toBe('upheld')
  })
})

describe('an answer in another dialect', () => {
  const mysql =
    '-- dialect: mysql\nCREATE TABLE `trip` (`trip_no` INT AUTO_INCREMENT PRIMARY KEY, `begun` DATE NOT NULL) ENGINE=InnoDB;\nCREATE TABLE `accession` (`accession_no` VARCHAR(9) PRIMARY KEY, `trip_no` INT NOT NULL, FOREIGN KEY (`trip_no`) REFERENCES `trip` (`trip_no`));'
  it('is read as its first line says, where the exercise lets students choose', () => {
    expect(broken(mysql)).toEqual([])
    expect(
      markScript(exercise, mysql).cells.filter(
        ({ rule, verdict }) => Number(rule.slice(1)) < 900 && verdict !== 'upheld',
      ),
    ).toEqual([])
  })
  it('else in the exercise’s dialect, with its words understood and named', () => {
    const strict = prepareExercise({ ...exercise.document, dialects: [] })
    const { cells } = markScript(strict, mysql)
    expect(cells.find(({ rule }) => rule === 'r900')!.verdict).toBe('broken')
    const design = cells.filter(({ rule }) => Number(rule.slice(1)) < 900)
    const runs = exercise.document.rules.find(({ rule }) => rule.kind === 'scriptRuns')!.id
    expect(design.filter(({ verdict }) => verdict !== 'upheld').map(({ rule }) => rule)).toEqual([runs])
  })
})

import { describe, expect, it } from 'vitest'
import {
  emptyExercise,
  type ExerciseDocument,
  prepareExercise,
  type MarkableAnswer,
} from '@nomenklatura/core/exercise'
import { diagramFromSchema, givenDiagram, type Diagram } from '@nomenklatura/core/diagram'
import { dictionaryFromSchema, type Dictionary } from '@nomenklatura/core/dictionary'
import { accountInWords, markAnswer, markedPoints, proposeSheet } from '@nomenklatura/core/marking'
import { readScript, reviewScript } from '@nomenklatura/core/sql'

/**
 * Every set of sheets, with and without given tables: whatever is asked together, an answer is marked, and no
 * place points into what was given.
 */
const GIVEN = `CREATE TABLE taxon (code char(6) PRIMARY KEY, name varchar(80) NOT NULL UNIQUE, family varchar(40) NOT NULL);
CREATE TABLE accession (no char(9) PRIMARY KEY, taxon_code char(6) NOT NULL REFERENCES taxon, stored_on date NOT NULL);`
const OWN = `CREATE TABLE trial (no integer PRIMARY KEY, accession_no char(9) NOT NULL REFERENCES accession, begun_on date NOT NULL, percent_viable numeric(5,2));
CREATE TABLE count_day (trial_no integer NOT NULL REFERENCES trial, day integer NOT NULL, sprouted integer NOT NULL, PRIMARY KEY (trial_no, day));`

const SHEETS = ['dependencies', 'dictionary', 'diagram', 'script'] as const
const COMBINATIONS = Array.from({ length: 15 }, (_, i) => SHEETS.filter((_, bit) => ((i + 1) >> bit) & 1))
const RELATION: NonNullable<ExerciseDocument['relation']> = {
  name: 'counts',
  attributes: ['trial', 'accession', 'day', 'sprouted'],
  dependencies: 'trial -> accession\ntrial, day -> sprouted',
  isGiven: false,
  isFresh: false,
  asks: { keys: true, prime: true, form: true, split: '3NF', closures: [] },
}

function exerciseOf(sheets: readonly (typeof SHEETS)[number][], starter: string | null): ExerciseDocument {
  const script = starter === null ? `${GIVEN}\n${OWN}` : OWN
  const document: ExerciseDocument = {
    ...emptyExercise('Trials'),
    sheets: [...sheets],
    starter,
    models: [{ name: 'Model answer', script }],
    ...(sheets.includes('dependencies') ? { relation: RELATION } : {}),
  }
  return { ...document, rules: proposeSheet(document) }
}

/** What the student's own tables are on each sheet. */
function answerFrom(
  script: string,
  starter: string | null,
): MarkableAnswer & { dictionary: Dictionary; diagram: Diagram } {
  const given = starter === null ? { tables: [] } : readScript(starter).schema
  const read = reviewScript(script, { given })
  const drawn = diagramFromSchema(read.schema)
  return {
    script,
    dictionary: dictionaryFromSchema({ tables: read.schema.tables.filter(table => !table.given) }),
    diagram: { ...drawn, entities: drawn.entities, level: 'physical' },
    claims: undefined,
  }
}

describe.each(COMBINATIONS.map(sheets => [sheets.join(', '), sheets] as const))('%s', (_, sheets) => {
  describe.each([
    ['with a starter', GIVEN],
    ['without', null],
  ] as const)('%s', (__, starter) => {
    const document = exerciseOf(sheets, starter)
    const exercise = prepareExercise(document)
    const own = starter === null ? `${GIVEN}\n${OWN}` : OWN
    const answers: Readonly<Record<string, MarkableAnswer>> = {
      'the model itself': answerFrom(own, starter),
      'nothing': { script: '' },
      'what is given, untouched': {
        script: '',
        diagram: starter === null ? undefined : givenDiagram(readScript(starter).schema, 'physical'),
      },
      'one table of two, with slips': answerFrom(
        `${own.split('CREATE TABLE count_day')[0]!.replace('REFERENCES accession', 'REFERENCES nowhere').replace('PRIMARY KEY', '')}`,
        starter,
      ),
    }

    it.each(Object.entries(answers))('%s is marked', (name, answer) => {
      const marking = markAnswer(exercise, answer)
      const points = markedPoints(exercise, marking.cells)
      expect(accountInWords(points, document.rules).length).toBeGreaterThanOrEqual(2)
      const { entries = [] } = answer.dictionary ?? {}
      const places = marking.cells.flatMap(({ sheet, because }) =>
        because.flatMap(({ place }) => (place ? [{ sheet, place }] : [])),
      )
      for (const { sheet, place } of places) {
        expect(place.start).toBeGreaterThanOrEqual(0)
        if (sheet === 'script') expect(place.end).toBeLessThanOrEqual(answer.script.length)
        if (sheet === 'dictionary') expect(Number(place.field?.split(' ')[0])).toBeLessThan(entries.length)
      }
      for (const { sheet, field } of marking.findings)
        if (sheet === 'dictionary') expect(Number(field?.split(' ')[0])).toBeLessThan(entries.length)
      if (name === 'the model itself') {
        const script = marking.cells.filter(({ sheet }) => sheet === 'script' || sheet === 'dictionary')
        expect(
          script.filter(
            ({ verdict }) => verdict === 'broken' || verdict === 'too strict' || verdict === 'not shown',
          ),
        ).toEqual([])
      }
    })
  })
})

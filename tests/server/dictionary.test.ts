import { readFileSync } from 'node:fs'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { EMPTY_DICTIONARY, type Dictionary } from '@nomenklatura/core/dictionary'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { trialDictionary } from '../../db/demo/answers-trials'
import { check } from '../../server/services/checking'
import { decide } from '../../server/services/decisions'
import { release } from '../../server/services/releases'
import { showDesk } from '../../server/services/desk'
import { showFeedback } from '../../server/services/feedback'
import { showHandIn } from '../../server/services/hand-in-view'
import { showLedger } from '../../server/services/ledger'
import { missingBeforePublishing } from '@nomenklatura/core/marking'
import { handIn } from '../../server/services/handing-in'
import { markHandIn, unmarked } from '../../server/services/marking'
import { begin, saveSheet, showWorksheet } from '../../server/services/worksheets'
import { findHandIn } from '../../server/repositories/hand-ins'
import { startServer } from './support/server'
import { makeClassRoom, setOpenExercise, type ClassRoom } from './support/world'

const TRIALS = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/trial-by-trial.json', 'utf8')),
)
let server: Awaited<ReturnType<typeof startServer>> | undefined
const db = () => server!.db
let room: ClassRoom
let exerciseId: string

const setExercise = (document: ExerciseDocument): Promise<string> => setOpenExercise(db(), room, document)

const save = (id: string, sheet: string, content: string, base = 0) =>
  saveSheet(db(), id, room.people.student, 'student', { sheet, content, base })

async function handInDictionary(dictionary: Dictionary, id = exerciseId, script?: string): Promise<string> {
  await begin(db(), id, room.people.student, 'student')
  const { number } = await save(id, 'dictionary', JSON.stringify(dictionary))
  if (script !== undefined) await save(id, 'script', script)
  const receipt = await handIn(db(), id, room.people.student, {
    dictionary: number,
    ...(script === undefined ? {} : { script: 1 }),
  })
  for (const job of await unmarked(db(), { exerciseId: id }))
    await markHandIn(db(), job.handInId, job.revisionId)
  return receipt.id
}

beforeEach(async () => {
  await server?.stop()
  server = await startServer()
  room = await makeClassRoom(db())
  exerciseId = await setExercise(TRIALS)
})

afterAll(() => server?.stop())

describe('an exercise with a dictionary and rows', () => {
  it('gives a student the rows, and nothing of the model answer', async () => {
    const answer = await showWorksheet(db(), exerciseId, room.people.student, 'student')
    expect(answer).toMatchObject({ asked: ['dictionary'], relation: null, rows: [{ name: 'trial_log' }] })
    expect(answer.rows[0]!.rows).toHaveLength(15)
    expect(JSON.stringify(answer)).not.toContain('code on the keeper')
  })

  it('keeps a dictionary as it is typed, and refuses what is none with the place of the fault', async () => {
    await begin(db(), exerciseId, room.people.student, 'student')
    const content = JSON.stringify(trialDictionary('plain'))
    await save(exerciseId, 'dictionary', content)
    expect((await showWorksheet(db(), exerciseId, room.people.student, 'student')).sheets).toMatchObject({
      dictionary: { content, number: 1 },
    })
    await expect(save(exerciseId, 'dictionary', '{"entries":[{"entity":"trip"}]}', 1)).rejects.toMatchObject({
      status: 422,
      extra: expect.arrayContaining([expect.stringContaining('entries.0.field')]),
    })
    await expect(
      save(
        exerciseId,
        'dictionary',
        JSON.stringify({ entries: [{ ...trialDictionary('plain').entries[0], key: 'maybe' }] }),
        1,
      ),
    ).rejects.toMatchObject({ status: 422 })
    await expect(save(exerciseId, 'script', 'x')).rejects.toMatchObject({ status: 404 })
  })

  it('refuses a hand-in in which nothing is described', async () => {
    await expect(
      handInDictionary({
        entries: [
          {
            ...trialDictionary('plain').entries[0]!,
            entity: ' ',
            field: '',
            type: '',
            size: '',
            format: '',
            required: '',
            key: '',
            example: '',
            meaning: '',
          },
        ],
      }),
    ).rejects.toMatchObject({ code: 'empty' })
    await expect(handInDictionary(EMPTY_DICTIONARY)).rejects.toThrow()
  })

  it('tells verdicts with places and values by the help level, and in an assessed exercise what is well formed only', async () => {
    const dictionary = trialDictionary('plain', ['codes are numbers', 'keeper described otherwise'])
    const { verdicts, findings } = await check(db(), exerciseId, room.people.student, 'student', {
      script: '',
      dictionary,
    })
    expect(verdicts.find(({ rule }) => rule === 'r7')).toMatchObject({
      verdict: 'broken',
      because: [
        {
          sentence: expect.stringContaining('007 is accepted and read back as 7'),
          place: { field: '3 type' },
        },
      ],
    })
    expect(findings.map(({ code, field }) => `${code} ${field}`)).toContain(
      'dictionary.reference-differs 8 type',
    )
    const assessed = await setExercise({ ...TRIALS, helpLevel: 'assessed' })
    const told = await check(db(), assessed, room.people.student, 'student', { script: '', dictionary })
    expect(told.verdicts).toEqual([])
    expect(told.findings.map(({ code }) => code)).not.toContain('dictionary.reference-differs')
  })

  it('is marked, decided, released and read with the dictionary beside it', async () => {
    const handInId = await handInDictionary(
      trialDictionary('plain', ['phone of eleven', 'no bounds of temperature']),
    )
    const answer = await showHandIn(db(), handInId)
    expect(answer.answer.dictionary?.entries).toHaveLength(17)
    expect(
      answer.marking?.cells
        .filter(({ verdict }) => verdict !== 'upheld')
        .map(({ rule, verdict }) => `${rule} ${verdict}`),
    ).toEqual(['r8 too strict', 'r15 broken'])
    expect((await showDesk(db(), exerciseId, 'instructor')).model.dictionary?.entries).toHaveLength(17)
    await decide(
      db(),
      (await findHandIn(db(), handInId))!,
      { rule: 'r8', sheet: 'dictionary' },
      { verdict: 'upheld', reason: 'eleven without the space', version: 0 },
      room.people.instructor,
    )
    await release(db(), exerciseId, room.people.instructor)
    const feedback = await showFeedback(db(), (await findHandIn(db(), handInId))!)
    expect(feedback).toMatchObject({
      points: { got: 39_000, of: 40_000 },
      answer: { dictionary: { entries: expect.any(Array) } },
    })
    expect(JSON.stringify(feedback)).not.toContain('code on the keeper')
  })

  it('beside a script, each sheet has its cells, and the ledger a column for each', async () => {
    const both = await setExercise({ ...TRIALS, sheets: ['dictionary', 'script'] })
    const handInId = await handInDictionary(
      trialDictionary('plain'),
      both,
      'CREATE TABLE keeper (keeper_code integer PRIMARY KEY, name varchar(80), phone char(12));',
    )
    const { marking } = await showHandIn(db(), handInId)
    const of = (sheet: string) =>
      marking!.cells.find(cell => cell.rule === 'r7' && cell.sheet === sheet)?.verdict
    expect([of('dictionary'), of('script')]).toEqual(['upheld', 'broken'])
    const { lines, rules } = await showLedger(db(), both)
    expect(lines[0]!.cells['r7 dictionary']).toMatchObject({ verdict: 'upheld' })
    expect(lines[0]!.cells['r7 script']).toMatchObject({ verdict: 'broken' })
    expect(rules.find(({ id }) => id === 'r7')!.sheets).toEqual(['dictionary', 'script'])
  })

  it('cannot be published without a model answer that fits its rules', () => {
    const sentences = (document: ExerciseDocument): string[] =>
      missingBeforePublishing(document).map(({ sentence }) => sentence)
    expect(sentences(TRIALS)).toEqual([])
    expect(sentences({ ...TRIALS, models: [] })).toContain('There is no model answer with a table.')
    const entries = TRIALS.models[0]!.dictionary!.entries.map(entry =>
      entry.field === 'keeper_code' && entry.entity === 'trial'
        ? { ...entry, refersTo: 'keepers.code' }
        : entry,
    )
    expect(
      sentences({
        ...TRIALS,
        models: [{ name: 'Model', script: '', dictionary: { entries } }],
      }),
    ).toContain('The model answer has errors.')
  })

  it('refuses rows that are not rows, with the place', () => {
    expect(
      ExerciseDocument.safeParse({ ...TRIALS, rows: [{ ...TRIALS.rows![0]!, rows: [['one']] }] }).error
        ?.issues[0],
    ).toMatchObject({
      path: ['rows', 0, 'rows'],
      message: 'Every row needs as many cells as there are columns.',
    })
    expect(
      ExerciseDocument.safeParse({ ...TRIALS, rows: [{ name: 'x', columns: ['a', 'A'], rows: [] }] }).success,
    ).toBe(false)
    const named = (...names: string[]): object => ({
      ...TRIALS,
      rows: names.map(name => ({ name, columns: ['a'], rows: [] })),
    })
    const faultOf = (document: object): string | undefined =>
      ExerciseDocument.safeParse(document).error?.issues[0]?.message
    expect(faultOf(named('trips', 'bays'))).toBeUndefined()
    expect(faultOf(named('trips', 'Trips'))).toBe('Two tables of rows have the same name.')
  })
})

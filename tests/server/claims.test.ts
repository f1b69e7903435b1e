import { readFileSync } from 'node:fs'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import {
  NO_CLAIMS,
  freshTask,
  proposeClaimRules,
  relationOf,
  type DependencyClaims,
} from '@nomenklatura/core/claims'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { ledgerClaims } from '../../db/demo/answers-ledger'
import { check } from '../../server/services/checking'
import { showDesk } from '../../server/services/desk'
import { showFeedback } from '../../server/services/feedback'
import { showHandIn } from '../../server/services/hand-in-view'
import { release } from '../../server/services/releases'
import { handIn } from '../../server/services/handing-in'
import { markHandIn, unmarked } from '../../server/services/marking'
import { begin, saveSheet, showWorksheet } from '../../server/services/worksheets'
import { findHandIn } from '../../server/repositories/hand-ins'
import { startServer } from './support/server'
import { makeClassRoom, setOpenExercise, type ClassRoom } from './support/world'

const LEDGER = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/the-intake-ledger.json', 'utf8')),
)
let server: Awaited<ReturnType<typeof startServer>> | undefined
const db = () => server!.db
let room: ClassRoom
let exerciseId: string

const setExercise = (document: ExerciseDocument): Promise<string> => setOpenExercise(db(), room, document)

async function handInClaims(person: string, claims: DependencyClaims, id = exerciseId): Promise<string> {
  await begin(db(), id, person, 'student')
  const { number } = await saveSheet(db(), id, person, 'student', {
    sheet: 'dependencies',
    content: JSON.stringify(claims),
    base: 0,
  })
  const receipt = await handIn(db(), id, person, { dependencies: number })
  for (const job of await unmarked(db(), { exerciseId: id }))
    await markHandIn(db(), job.handInId, job.revisionId)
  return receipt.id
}

beforeEach(async () => {
  await server?.stop()
  server = await startServer()
  room = await makeClassRoom(db())
  exerciseId = await setExercise(LEDGER)
})

afterAll(() => server?.stop())

describe('an exercise about a relation', () => {
  it('shows a student the attributes and what is asked, and nothing of the answer', async () => {
    const answer = await showWorksheet(db(), exerciseId, room.people.student, 'student')
    expect(answer).toMatchObject({
      asked: ['dependencies'],
      relation: { name: 'intake_ledger', given: null },
      sheets: null,
    })
    expect(JSON.stringify(answer)).not.toContain('->')
  })

  it('keeps claims as they are typed, and refuses what are none with the place of the fault', async () => {
    await begin(db(), exerciseId, room.people.student, 'student')
    const content = JSON.stringify({ ...NO_CLAIMS, keys: 'accession_no' })
    await saveSheet(db(), exerciseId, room.people.student, 'student', {
      sheet: 'dependencies',
      content,
      base: 0,
    })
    expect((await showWorksheet(db(), exerciseId, room.people.student, 'student')).sheets).toMatchObject({
      dependencies: { content, number: 1 },
    })
    for (const wrong of ['{', '[]', '{"keys":7}']) {
      await expect(
        saveSheet(db(), exerciseId, room.people.student, 'student', {
          sheet: 'dependencies',
          content: wrong,
          base: 1,
        }),
      ).rejects.toMatchObject({ status: 422 })
    }
    await expect(
      saveSheet(db(), exerciseId, room.people.student, 'student', { sheet: 'script', content: 'x', base: 0 }),
    ).rejects.toMatchObject({ status: 404 })
  })

  it('refuses a hand-in with nothing on the sheet, and one of an older revision', async () => {
    await begin(db(), exerciseId, room.people.student, 'student')
    const save = (claims: DependencyClaims, base: number) =>
      saveSheet(db(), exerciseId, room.people.student, 'student', {
        sheet: 'dependencies',
        content: JSON.stringify(claims),
        base,
      })
    await save(NO_CLAIMS, 0)
    await expect(handIn(db(), exerciseId, room.people.student, { dependencies: 1 })).rejects.toMatchObject({
      code: 'empty',
    })
    await save({ ...NO_CLAIMS, form: '1NF' }, 1)
    await expect(handIn(db(), exerciseId, room.people.student, { dependencies: 1 })).rejects.toMatchObject({
      code: 'stale',
    })
  })

  it('tells verdicts with evidence by the help level', async () => {
    const { verdicts, findings } = await check(db(), exerciseId, room.people.student, 'student', {
      script: '',
      claims: ledgerClaims('plain', ['name fixes code', 'two halves']),
    })
    expect(verdicts.find(({ rule }) => rule === 'r9')).toMatchObject({
      verdict: 'too strict',
      witness: { outcome: 'refused' },
    })
    expect(verdicts.find(({ rule }) => rule === 'r16')?.exhibits?.map(({ kind }) => kind)).toEqual(['rows'])
    expect(findings.map(({ code, field }) => [code, field])).toEqual([
      ['dependencies.surplus', 'dependencies'],
    ])
    const key = verdicts.find(({ rule }) => rule === 'r11')!
    expect(key.verdict).toBe('upheld')
    const assessed = await setExercise({ ...LEDGER, helpLevel: 'assessed' })
    const told = await check(db(), assessed, room.people.student, 'student', {
      script: '',
      claims: ledgerClaims('plain', ['name fixes code', 'accession alone is key']),
    })
    expect(told).toMatchObject({ verdicts: [], findings: [] })
  })

  it('while answers are not supplied, judges what is claimed and does not say what is missing', async () => {
    const told = async (level: 'practice' | 'guided') => {
      const id = await setExercise({ ...LEDGER, helpLevel: level })
      const { verdicts } = await check(db(), id, room.people.student, 'student', {
        script: '',
        claims: {
          ...ledgerClaims('plain'),
          keys: 'accession_no',
          prime: 'trip_no',
          form: '3NF',
          closures: ['trip_no'],
        },
      })
      return JSON.stringify(
        verdicts
          .filter(({ verdict }) => verdict !== 'upheld')
          .map(({ sentence, because, exhibits }) => ({ sentence, because, exhibits })),
      )
    }
    const guided = await told('guided')
    for (const answer of ['collector_code', 'altitude', 'taxon']) expect(guided).not.toContain(answer)
    const practice = await told('practice')
    for (const answer of ['collector_code', 'altitude', 'taxon']) expect(practice).toContain(answer)
  })

  it('marks, shows the desk what holds, and the student after the release only what was claimed', async () => {
    const id = await handInClaims(room.people.student, ledgerClaims('by grid', ['third form']))
    const shown = await showHandIn(db(), id)
    expect(shown.points).toMatchObject({ got: 36_000, of: 38_000 })
    expect(shown.relation?.dependencies).toBe(LEDGER.relation!.dependencies)
    expect((await showDesk(db(), exerciseId, 'instructor')).sheets).toEqual(['dependencies'])
    await release(db(), exerciseId, room.people.instructor)
    const feedback = await showFeedback(db(), (await findHandIn(db(), id))!)
    expect(feedback.rules.filter(({ verdict }) => verdict !== 'upheld')).toMatchObject([
      { rule: 'r14', verdict: 'broken', exhibits: [{ kind: 'rows' }] },
    ])
    expect(JSON.stringify(feedback)).not.toContain('accession_no -> taxon, seeds, trip_no')
  })
})

describe('a task that is fresh for each student', () => {
  it('has names of its own for each, and is marked under them', async () => {
    const relation = { ...LEDGER.relation!, isGiven: true, isFresh: true }
    const fresh = await setExercise({ ...LEDGER, relation, rules: proposeClaimRules(relation) })
    const [mine, theirs] = await Promise.all(
      [room.people.student, room.people.classmate].map(person =>
        showWorksheet(db(), fresh, person, 'student'),
      ),
    )
    expect(mine!.relation!.attributes).not.toEqual(theirs!.relation!.attributes)
    expect(mine!.relation!.given).toContain('->')
    const own = relationOf(freshTask(relation, `${fresh}:${room.people.student}`).task)
    const key = own.universe.list(own.keys.keys[0]!)
    expect(mine!.relation!.attributes).toEqual(own.universe.names)
    const verdictsOf = async (person: string) =>
      (
        await showHandIn(db(), await handInClaims(person, { ...NO_CLAIMS, keys: key.join(', ') }, fresh))
      ).marking!.cells.find(({ rule }) => rule === 'r2')!.verdict
    expect(await verdictsOf(room.people.student)).toBe('upheld')
    expect(await verdictsOf(room.people.classmate)).not.toBe('upheld')
  })
})

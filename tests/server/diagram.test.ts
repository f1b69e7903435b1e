import { readFileSync } from 'node:fs'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { givenDiagram, type Diagram } from '@nomenklatura/core/diagram'
import { ExerciseDocument } from '@nomenklatura/core/exercise'
import { readScript } from '@nomenklatura/core/sql'
import { drawerDiagram } from '../../db/demo/answers-drawers'
import { check } from '../../server/services/checking'
import { release } from '../../server/services/releases'
import { showDesk } from '../../server/services/desk'
import { showFeedback } from '../../server/services/feedback'
import { showHandIn } from '../../server/services/hand-in-view'
import { handIn } from '../../server/services/handing-in'
import { markHandIn, unmarked } from '../../server/services/marking'
import { begin, saveSheet, showWorksheet } from '../../server/services/worksheets'
import { findHandIn } from '../../server/repositories/hand-ins'
import { startServer } from './support/server'
import { makeClassRoom, setOpenExercise, type ClassRoom } from './support/world'

const DRAWERS = ExerciseDocument.parse(
  JSON.parse(readFileSync('db/demo/exercises/a-drawer-for-every-packet.json', 'utf8')),
)
let server: Awaited<ReturnType<typeof startServer>> | undefined
const db = () => server!.db
let room: ClassRoom
let exerciseId: string

const save = (content: string, base = 0) =>
  saveSheet(db(), exerciseId, room.people.student, 'student', { sheet: 'diagram', content, base })

async function handInDiagram(diagram: Diagram): Promise<string> {
  await begin(db(), exerciseId, room.people.student, 'student')
  const { number } = await save(JSON.stringify(diagram))
  const receipt = await handIn(db(), exerciseId, room.people.student, { diagram: number })
  for (const job of await unmarked(db(), { exerciseId })) await markHandIn(db(), job.handInId, job.revisionId)
  return receipt.id
}

beforeEach(async () => {
  await server?.stop()
  server = await startServer()
  room = await makeClassRoom(db())
  exerciseId = await setOpenExercise(db(), room, DRAWERS)
})

afterAll(() => server?.stop())

describe('an exercise with a diagram and what is given', () => {
  it('tells a student the level and what is given, and nothing of the model answer', async () => {
    const answer = await showWorksheet(db(), exerciseId, room.people.student, 'student')
    expect(answer).toMatchObject({ asked: ['diagram'], level: 'logical', starter: DRAWERS.starter })
    expect(JSON.stringify(answer)).not.toContain('Placement')
  })

  it('keeps a diagram as it is drawn, and refuses what is none with the place of the fault', async () => {
    await begin(db(), exerciseId, room.people.student, 'student')
    const content = JSON.stringify(drawerDiagram('plain'))
    await save(content)
    expect((await showWorksheet(db(), exerciseId, room.people.student, 'student')).sheets).toMatchObject({
      diagram: { content, number: 1 },
    })
    await expect(save(content.replace('"level":"logical"', '"level":"highest"'), 1)).rejects.toMatchObject({
      status: 422,
      extra: [expect.stringContaining('level')],
    })
    await expect(save('{', 1)).rejects.toMatchObject({ status: 422 })
  })

  it('refuses a hand-in on which only what is given stands', async () => {
    await expect(
      handInDiagram(givenDiagram(readScript(DRAWERS.starter!).schema, 'logical')),
    ).rejects.toMatchObject({ code: 'empty' })
  })

  it('tells verdicts with the elements they rest on, and in an assessed exercise what is well formed only', async () => {
    const diagram = drawerDiagram('plain', ['packet may never be placed', 'one way not said'])
    const { verdicts } = await check(db(), exerciseId, room.people.student, 'student', {
      script: '',
      diagram,
    })
    const broken = verdicts.find(({ rule }) => rule === 'r10')!
    expect(broken).toMatchObject({
      sheet: 'diagram',
      verdict: 'broken',
      because: expect.arrayContaining([
        expect.objectContaining({ sentence: 'The diagram says: One packet has any number of placements.' }),
      ]),
    })
    expect(diagram.relationships.map(({ id }) => id)).toContain(broken.because[0]!.place!.field)
    exerciseId = await setOpenExercise(db(), room, { ...DRAWERS, helpLevel: 'assessed' })
    const assessed = await check(db(), exerciseId, room.people.student, 'student', { script: '', diagram })
    expect(assessed.verdicts).toEqual([])
    expect(assessed.findings.map(({ code }) => code)).toContain('diagram.end-open')
  })

  it('is marked by the queue; the desk has both drawings, the feedback the student’s alone', async () => {
    const diagram = drawerDiagram('trays', ['packet may never be placed'])
    const id = await handInDiagram(diagram)
    expect(await showHandIn(db(), id)).toMatchObject({
      answer: { diagram },
      points: { got: 37_500, of: 40_000 },
    })
    expect((await showDesk(db(), exerciseId, 'instructor')).model.diagram).toEqual(DRAWERS.models[0]!.diagram)
    await release(db(), exerciseId, room.people.instructor)
    const feedback = await showFeedback(db(), (await findHandIn(db(), id))!)
    expect(feedback.answer.diagram).toEqual(diagram)
    expect(
      feedback.rules.filter(({ verdict }) => verdict !== 'upheld').map(({ rule, sheet }) => [rule, sheet]),
    ).toEqual([['r10', 'diagram']])
    expect(JSON.stringify(feedback)).not.toContain('Placement')
  })
})

import { readFileSync, readdirSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ExerciseDocument, prepareExercise } from '@nomenklatura/core/exercise'
import { markScript } from '@nomenklatura/core/marking'
import { MORE_WORLDS, WORLDS, exerciseOf } from '../reference/four-worlds'
import { closeServer, falseProofs, openServer } from './proofs'

beforeAll(openServer)
afterAll(closeServer)

describe('the rows that verdicts show prove what they say', () => {
  it.each([...WORLDS, ...MORE_WORLDS].map(world => [world.name, world] as const))('%s', async (_, world) => {
    const exercise = exerciseOf(world)
    let tried = 0
    for (const { note, script, dialect = 'postgresql' } of world.answers) {
      if (dialect !== 'postgresql') continue
      const proof = await falseProofs(script, markScript(exercise, script))
      expect(proof.faults, note).toEqual([])
      tried += proof.tried
    }
    expect(tried).toBeGreaterThan(4)
  })

  it('the frozen answers', async () => {
    const load = (name: string) =>
      prepareExercise(
        ExerciseDocument.parse(JSON.parse(readFileSync(`db/demo/exercises/${name}.json`, 'utf8'))),
      )
    let tried = 0
    for (const file of readdirSync('tests/reference/frozen').filter(name => name.endsWith('.sql'))) {
      const script = readFileSync(`tests/reference/frozen/${file}`, 'utf8')
      const exercise = load(/-- exercise: (.*)/.exec(script)![1]!)
      const whole = `${exercise.document.starter ?? ''}\n${script}`
      const proof = await falseProofs(whole, markScript(exercise, script)).catch(() => undefined)
      if (!proof) continue
      expect(proof.faults, file).toEqual([])
      tried += proof.tried
    }
    expect(tried).toBeGreaterThan(8)
  })
})

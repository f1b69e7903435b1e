import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import * as engines from '../../server/pool/engines'
import { check } from '../../server/services/checking'
import { showHandIn } from '../../server/services/hand-in-view'
import { tidyUp } from '../../server/services/tidying'
import { startServerWithEngine } from './support/server'
import { DAY_MS, RIGHT, WRONG, handInMarked, makeClassRoom, type ClassRoom, emptyAll } from './support/world'

/** What is handed in and checked is run on an engine, once for the same script and rules. */
let server: Awaited<ReturnType<typeof startServerWithEngine>>
let room: ClassRoom
beforeAll(async () => {
  server = await startServerWithEngine()
})
afterAll(() => server.stop())
beforeEach(async () => {
  vi.restoreAllMocks()
  await emptyAll(server.db)
  await server.db('runs').delete()
  room = await makeClassRoom(server.db)
})

let written = 40
/** The script as nobody wrote it before: what was run in this process is remembered. */
const anew = (script: string): string => script.replace('varchar(30)', `varchar(${written++})`)

const runs = async (): Promise<number> => (await server.db('runs').select('work_hash')).length

describe('what is handed in', () => {
  it('is marked with rows that were run, and the tables they were run on', async () => {
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, WRONG)
    const { marking } = await showHandIn(server.db, id)
    const broken = marking!.cells.find(({ verdict }) => verdict === 'broken')!
    expect(broken.witness).toMatchObject({ outcome: 'accepted', run: { said: null } })
    expect(broken.witness!.run!.tried).toHaveLength(1)
    const upheld = marking!.cells.find(
      ({ verdict, witness }) => verdict === 'upheld' && witness?.outcome === 'refused',
    )!
    expect(upheld.witness).toMatchObject({ wanted: true, run: { said: expect.stringMatching(/violates/) } })
    expect(marking!.ran!.tables.join('\n')).toMatch(/CREATE TABLE trip[\s\S]*CREATE TABLE participation/)
  })

  it('is run once for the same script, whoever wrote it', async () => {
    const asked = vi.spyOn(engines, 'runInSandbox')
    const [script, other] = [anew(RIGHT), anew(WRONG)]
    await handInMarked(server.db, room.exerciseId, room.people.student, script)
    await handInMarked(server.db, room.exerciseId, room.people.classmate, `-- mine\n${script}`)
    expect([await runs(), asked.mock.calls.length]).toEqual([1, 1])
    await handInMarked(server.db, room.exerciseId, room.people.classmate, other)
    expect(await runs()).toBe(2)
  })

  it('is forgotten after a month', async () => {
    await handInMarked(server.db, room.exerciseId, room.people.student, anew(RIGHT))
    expect(await runs()).toBe(1)
    await tidyUp(server.db, new Date(Date.now() + 31 * DAY_MS))
    expect(await runs()).toBe(0)
  })

  it('is marked by reasoning where no engine can be had', async () => {
    vi.spyOn(engines, 'runInSandbox').mockResolvedValue(null)
    const id = await handInMarked(server.db, room.exerciseId, room.people.student, anew(WRONG))
    const { marking } = await showHandIn(server.db, id)
    expect(marking!.ran).toBeUndefined()
    expect(marking!.cells.some(({ verdict }) => verdict === 'broken')).toBe(true)
  })
})

describe('a check', () => {
  const checkIt = (script: string) =>
    check(server.db, room.exerciseId, room.people.student, 'student', { script })

  it('tells what was run, in the student’s own names', async () => {
    const { ran, isBeingRun, verdicts } = await checkIt(WRONG)
    expect([ran?.stopped, isBeingRun]).toEqual([null, false])
    expect(verdicts.filter(({ witness }) => witness?.run).length).toBeGreaterThan(5)
  })

  it('answers by reasoning while a script runs long, and says more when asked again', async () => {
    const slow = `${RIGHT}
CREATE FUNCTION slowly() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM pg_sleep(60); RETURN NEW; END $$;
CREATE TRIGGER slowly BEFORE INSERT ON participation FOR EACH ROW EXECUTE FUNCTION slowly();`
    const begun = Date.now()
    const first = await checkIt(slow)
    expect([first.isBeingRun, first.verdicts.length > 0]).toEqual([true, true])
    expect(Date.now() - begun).toBeLessThan(4000)
    await vi.waitFor(
      async () => {
        const { isBeingRun, ran } = await checkIt(slow)
        expect([isBeingRun, ran?.stopped]).toEqual([false, 'time'])
      },
      { timeout: 20_000, interval: 1000 },
    )
  })
})

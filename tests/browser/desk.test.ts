import createKnex, { type Knex } from 'knex'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { arrive, demo } = useDemo()
let db: Knex
beforeAll(() => {
  db = createKnex({ client: 'pg', connection: demo().databaseUrl })
})
afterAll(() => db?.destroy())

async function openDesk(visitor: Visitor, title: string): Promise<string> {
  const exercise = await visitor.exerciseId(title)
  await visitor.go(`/exercises/${exercise}/desk`)
  await visitor.page.waitForSelector('.queue [aria-current=true]')
  await visitor.settle()
  return exercise
}

/** The lines of the account on the page, and those that the server answers for the hand-in that is shown. */
async function accounts(visitor: Visitor): Promise<{ shown: string[]; told: string[] }> {
  return visitor.page.evaluate(async () => {
    const id = new URL(location.href).searchParams.get('handIn')!
    const { points } = (await (await fetch(`/api/hand-ins/${id}`)).json()) as {
      points: { account: { rule: string }[] } | null
    }
    const shown = [...document.querySelectorAll('[aria-label=Account] td button')].map(
      button => /^rule (\d+)/.exec(button.textContent!.trim())![1]!,
    )
    return { shown, told: (points?.account ?? []).map(({ rule }) => rule.slice(1)) }
  })
}

describe('the desk', () => {
  it('shows the account of the hand-in in hand, and none of the one before', async () => {
    const ada = await arrive('Ada Brandvold')
    await openDesk(ada, 'A drawer for every packet')
    const lengths = new Set<number>()
    for (let i = 0; i < 12; i++) {
      await ada.page.keyboard.press('j')
      await ada.settle()
      const { shown, told } = await accounts(ada)
      expect(shown).toEqual(told)
      lengths.add(told.length)
    }
    expect(lengths.size).toBeGreaterThan(2)
    expect(ada.faults).toEqual([])
  })

  /** Whoever comes second reads along until they take over; what the first is writing stays with them. */
  async function takeOver(visitor: Visitor): Promise<void> {
    await visitor.sees('has this in hand', '.holder')
    await visitor.page.keyboard.press('t')
    await visitor.page.waitForSelector('.verdicts button:not(:disabled)')
  }

  it('keeps the reason of who decides second, and shows what the first said', async () => {
    const [ada, bo] = [await arrive('Ada Brandvold'), await arrive('Bo Achterberg')]
    for (const visitor of [ada, bo]) {
      await openDesk(visitor, 'Exchange with partner gardens')
      await visitor.page.keyboard.press('1')
      await visitor.page.keyboard.press('Enter')
      if (visitor === bo) await takeOver(bo)
      await visitor.page.keyboard.press('b')
      await visitor.page.waitForSelector('#reason:focus')
    }
    await ada.page.bringToFront()
    await ada.typeLikeAPerson('Not what was asked.')
    await ada.page.keyboard.press('Enter')
    await ada.sees('decided by Ada Brandvold', '.evidence')
    await bo.page.bringToFront()
    await bo.typeLikeAPerson('The brief says so.')
    await bo.page.keyboard.press('Enter')
    await bo.sees('Ada Brandvold set this to broken meanwhile: “Not what was asked.”', '[role=alert]')
    expect(await bo.page.$eval('#reason', element => (element as HTMLTextAreaElement).value)).toBe(
      'The brief says so.',
    )
    expect(await bo.violations()).toEqual([])
    await bo.page.focus('#reason')
    await bo.page.keyboard.press('Enter')
    await bo.sees('decided by Bo Achterberg', '.evidence')
    const { reason } = (await db('overrides').orderBy('decided_at', 'desc').first('reason'))!
    expect(reason).toBe('The brief says so.')
  })

  it('offers an assistant no release, which is for instructors', async () => {
    const bo = await arrive('Bo Achterberg')
    await openDesk(bo, 'A drawer for every packet')
    await bo.sees('Next', '.done')
    expect(await bo.read('header button, .done button')).not.toMatch(/[Rr]elease|Take .* back/)
  })

  it('tells what nobody caught, wherever it happened', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.page.setRequestInterception(true)
    ada.page.on('request', request => {
      const isSignOut = request.method() === 'DELETE' && request.url().endsWith('/api/session')
      void (isSignOut ? request.abort('connectionrefused') : request.continue())
    })
    await ada.press('header button', 'Ada')
    await ada.press('[role=menuitem]', 'Sign out')
    await ada.sees('The server cannot be reached.', '[role=alert]')
    // The menu hides all else until it is closed.
    await ada.page.waitForFunction(() => document.querySelector('[role=menu]') === null)
    expect(await ada.violations()).toEqual([])
    await ada.press('[role=alert] button', 'Understood')
    await ada.page.waitForFunction(() => document.querySelector('[role=alert] button') === null)
  })

  it('tells what came after closing, what could not be collected, and what could not be marked', async () => {
    const { exercise_id: exerciseId } = (await db('exercise_revisions')
      .whereRaw("document->>'title' = ?", ['Exchange with partner gardens'])
      .first('exercise_id'))!
    const worksheet = await db('worksheets').where({ exercise_id: exerciseId }).first('id')
    await db('late_saves').insert({
      worksheet_id: worksheet!.id,
      sheet: 'script',
      number: 1,
      base_number: 1,
      content: '-- came late',
    })
    const { id: courseId } = (await db('courses').first('id'))!
    const newcomer = async (name: string, email: string): Promise<string> => {
      const [person] = await db('people').insert({ name, email, password_hash: 'x' }).returning('id')
      await db('memberships').insert({ course_id: courseId, person_id: person!.id, role: 'student' })
      return person!.id
    }
    const [begun] = await db('worksheets')
      .insert({
        exercise_id: exerciseId,
        person_id: await newcomer('Brage Bakken', 'brage.bakken@skarholm.example'),
      })
      .returning('id')
    await db('collecting_failures').insert({ worksheet_id: begun!.id, reason: 'the sheet is not one' })
    const [revision] = await db('exercise_revisions')
      .where({ exercise_id: exerciseId })
      .orderBy('number', 'desc')
    const answer = JSON.stringify({
      format: 'nomenklatura-answer',
      version: 1,
      script: 'CREATE TABLE t (a int);',
      dialect: 'none',
    })
    await db('hand_ins').insert({
      exercise_id: exerciseId,
      person_id: await newcomer('Aase Aamodt', 'aase.aamodt@skarholm.example'),
      attempt: 1,
      exercise_revision_id: revision!.id,
      answer,
    })
    for (let i = 0; i < 100 && !(await db('marking_failures').where('tries', '>=', 3).first()); i++)
      await new Promise(done => setTimeout(done, 500))

    const ada = await arrive('Ada Brandvold')
    await openDesk(ada, 'Exchange with partner gardens')
    await ada.press('.queue button', 'Aase Aamodt')
    await ada.sees('It could not be marked, after three tries', '.centre')
    await ada.press('summary', 'The work of 1 student could not be collected')
    await ada.sees('the sheet is not one')
    expect(await ada.violations()).toEqual([])
    await ada.press('button', 'Of 1 student something came after closing')
    await ada.sees('-- came late', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    expect(ada.faults).toEqual([])
  })
})

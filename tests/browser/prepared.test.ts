import { beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

/** A published exercise is changed: nothing moves before it is taken, and what was told stays told. */
const { everybody, arrive } = useDemo()

describe('a weight of a published exercise', () => {
  let ada: Visitor
  let ilse: Visitor
  let exercise: string

  async function writePoints(points: string): Promise<void> {
    await ada.go(`/exercises/${exercise}/set?leaf=rules`)
    await ada.page.waitForSelector('.points input')
    await ada.page.click('.points input', { count: 3 })
    await ada.typeLikeAPerson(points)
    await ada.page.keyboard.press('Tab')
    await ada.sees('Prepared, not yet taken.', '.prepared')
    await ada.sees('saved', '.state')
  }
  const firstPoints = (): Promise<string> =>
    ada.page.$eval('.points input', input => (input as HTMLInputElement).value)
  async function seeWhoMoves(): Promise<void> {
    await ada.press('.prepared button', 'See who moves')
    await ada.sees('students move: ', '[role=dialog]')
  }
  const rowOf = (name: string): Promise<string> =>
    ada.page.$$eval(
      '[role=dialog] tbody tr',
      (rows, wanted) =>
        (rows as HTMLElement[])
          .find(row => row.textContent!.includes(wanted))
          ?.innerText.replace(/\s+/g, ' ') ?? 'nobody',
      name,
    )
  async function openDesk(name: string): Promise<void> {
    await ada.go(`/exercises/${exercise}/desk`)
    await ada.press('.queue button', name)
    await ada.sees(name, '.rules')
  }
  const toldTo = async (): Promise<string> => {
    await ilse.go('/')
    await ilse.press('a', 'Exchange with partner gardens')
    await ilse.settle()
    return ilse.read('body')
  }

  beforeAll(async () => {
    ada = await arrive('Ada Brandvold')
    ilse = await arrive('Ilse Nygaard')
    exercise = await ada.exerciseId('Exchange with partner gardens')
  })

  it('is prepared, looked at, and dropped: all is as it was', async () => {
    await ada.go(`/exercises/${exercise}/set?leaf=rules`)
    await ada.page.waitForSelector('.points input')
    const before = await firstPoints()
    await writePoints('5')
    await ada.sees('rule 1: 5 points instead of', '.prepared')
    await seeWhoMoves()
    expect(await ada.violationsOfDialog()).toEqual([])
    expect(await rowOf('Ilse Nygaard')).toMatch(/^Ilse Nygaard 35 of 40 38 of 43 rule 1: 2 → 5$/)
    await ada.press('[role=dialog] button', 'Drop it')
    await ada.dialogGone()
    await ada.page.waitForFunction(() => document.querySelector('.prepared') === null)
    expect(await firstPoints()).toBe(before)
    await openDesk('Ilse Nygaard')
    expect(await ada.read('[data-sum]')).toBe('35')
  }, 120_000)

  it('is taken, and one is told, then all; who was told reads the old until the new is told', async () => {
    await writePoints('5')
    await seeWhoMoves()
    await ada.press('[role=dialog] button', 'Take it')
    await ada.dialogGone()
    await ada.page.waitForFunction(() => document.querySelector('.prepared') === null)
    await openDesk('Ilse Nygaard')
    expect(await ada.read('[data-sum]')).toBe('38')
    await ada.press('.done button', 'Release this one')
    await ada.sees('Ilse Nygaard: released.', 'header')
    expect(await toldTo()).toContain('38 of 43')

    await ada.page.bringToFront()
    await writePoints('3')
    await seeWhoMoves()
    expect(await rowOf('Ilse Nygaard')).toContain('told already')
    await ada.press('[role=dialog] button', 'Take it')
    await ada.dialogGone()
    expect(await toldTo()).toContain('38 of 43')
    await ada.page.bringToFront()
    await openDesk('Ilse Nygaard')
    await ada.sees('Told: 38 of 43. As it stands now:', '[aria-label=Account]')
    expect(await ada.violations()).toEqual([])

    await ada.press('header button', 'Release …')
    await ada.sees('told 38, now 36', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'All')
    await ada.press('[role=dialog] button', 'Release')
    await ada.dialogGone()
    await ada.sees('marks released.', 'header')
    expect(await toldTo()).toContain('36 of 41')
  }, 180_000)

  it('can be taken up again as it once was', async () => {
    await ada.page.bringToFront()
    await ada.go(`/exercises/${exercise}/set?leaf=rules`)
    await ada.press('.foot button', 'Earlier versions')
    await ada.sees('rule 1: 3 points instead of 5', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    const versions = await ada.page.$$('[role=dialog] li > button')
    await versions.at(-1)!.click()
    await ada.dialogGone()
    await ada.sees('rule 1: 2 points instead of 3', '.prepared')
    await ada.press('.prepared button', 'Drop it')
    await ada.page.waitForFunction(() => document.querySelector('.prepared') === null)
  }, 60_000)

  it('erred nowhere, and asked nothing of another machine', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})

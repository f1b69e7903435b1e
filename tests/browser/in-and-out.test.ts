import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

/** Hand-ins from files, and results as files. */
const { everybody, arrive } = useDemo()
const folder = mkdtempSync(join(tmpdir(), 'nomenklatura-files-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const SCRIPT = `CREATE TABLE partner_garden (code CHAR(4) PRIMARY KEY, name VARCHAR(80) NOT NULL);`
function file(path: string, text: string): string {
  const whole = join(folder, path)
  mkdirSync(join(whole, '..'), { recursive: true })
  writeFileSync(whole, text)
  return whole
}

describe('a class that works elsewhere', () => {
  let ada: Visitor
  let id: string
  beforeAll(async () => {
    ada = await arrive('Ada Brandvold')
    id = await ada.exerciseId('Exchange with partner gardens')
    await ada.go(`/exercises/${id}/desk`)
    await ada.page.waitForSelector('[data-rule]')
  })

  it('is brought in: whose each file is is shown, asked where it is not plain, and then marked', async () => {
    await ada.press('header button', 'Bring in …')
    await ada.sees('all words of whose name', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    const input = (await ada.page.$('[role=dialog] input[multiple]')) as ElementHandle<HTMLInputElement>
    await input.uploadFile(
      file('Zhao_Wen_final.sql', SCRIPT),
      file('nygaard.sql', SCRIPT),
      file('nobody knows.sql', SCRIPT),
      file('nothing.sql', '   '),
      file('notes.pdf', 'x'),
    )
    await ada.sees('4 answers', '[role=dialog] .sum')
    await ada.sees('2 to be handed in, 1 to be said, 1 left out', '[role=dialog] .sum')
    await ada.sees('1 student handed in before', '[role=dialog] .sum')
    await ada.sees('1 file passed over', '[role=dialog]')
    await ada.sees('by the family name', '[role=dialog] tbody')
    await ada.sees('nothing stands on a sheet that is asked', '[role=dialog] tbody')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.lightIs('dark')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.lightIs('light')
    expect(
      await ada.page.$eval(
        '[role=dialog] footer button:last-child, [role=dialog] button[disabled]',
        () => true,
      ),
    ).toBe(true)
    await ada.page.focus('[role=dialog] select')
    await ada.typeLikeAPerson('nobody')
    await ada.page.keyboard.press('Enter')
    await ada.sees('2 to be handed in, 2 left out', '[role=dialog] .sum')
    await ada.press('[role=dialog] button', 'Bring in 2')
    await ada.dialogGone()
    await ada.sees('Wen Zhao', '.queue')
    await ada.page.waitForFunction(() => !/Marking \d/.test(document.querySelector('header')!.textContent!), {
      timeout: 60_000,
    })
    await ada.press('.queue button', 'Wen Zhao')
    await ada.sees('Wen Zhao', '.rules thead')
    await ada.sees('of 40', '[data-sum], .account')
  }, 90_000)

  it('and what cannot be read is refused with why, and nothing comes of it', async () => {
    await ada.press('header button', 'Bring in …')
    await ada.page.waitForSelector('[role=dialog] input[multiple]')
    const input = (await ada.page.$('[role=dialog] input[multiple]')) as ElementHandle<HTMLInputElement>
    await input.uploadFile(file('broken.zip', 'PK this is no archive'))
    await ada.sees('The archive is not read', '[role=dialog] [role=alert]')
    await ada.press('[role=dialog] button', 'Leave it')
    await ada.dialogGone()
  }, 60_000)
})

describe('a course', () => {
  it('is put away, reached by nobody, and taken out again', async () => {
    const [ada, wen] = [await arrive('Ada Brandvold'), await arrive('Wen Zhao')]
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Put the course away')
    await ada.sees('Nobody reaches the course', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'Put it away')
    await ada.dialogGone()
    await ada.page.waitForFunction(() => location.pathname === '/')
    await wen.go('/')
    await wen.sees('No course yet.')
    await ada.press('summary', 'What was put away')
    await ada.sees('Relational Design', 'details')
    expect(await ada.violations()).toEqual([])
    await ada.press('details button', 'Take it out again')
    await ada.sees('You teach')
    await wen.go('/')
    await wen.sees('Exchange with partner gardens')
  }, 90_000)
})

describe('an exercise that is tried as a student', () => {
  it('is handed in as a trial, and told as it would be', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.go(`/exercises/${await ada.exerciseId('Exchange with partner gardens')}/work`)
    await ada.press('button', 'Start')
    await ada.page.waitForSelector('.sheet .cm-content')
    await ada.page.click('.sheet .cm-content')
    await ada.typeLikeAPerson('CREATE TABLE trip (trip_no integer);')
    await ada.press('button', 'Hand in, as a trial')
    await ada.sees('It is kept nowhere')
    await ada.sees('CREATE TABLE trip (trip_no integer)')
    expect(await ada.violations()).toEqual([])
    await ada.page.goBack()
    await ada.page.waitForSelector('.sheet .cm-content')
  }, 90_000)
})

describe('results', () => {
  it('are taken out as files, and all of them as one, which can be stopped', async () => {
    const ada = await arrive('Ada Brandvold')
    const id = await ada.exerciseId('Exchange with partner gardens')
    await ada.go(`/exercises/${id}/ledger`)
    await ada.press('header button', 'Take out …')
    await ada.sees('OneRoster 1.1', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    const marks = await ada.page.evaluate(
      async () =>
        await (await fetch(document.querySelector<HTMLAnchorElement>('[role=dialog] a')!.href)).text(),
    )
    expect(marks).toContain('Hiroshi Tanabe')
    await ada.press('[role=dialog] button', 'Make it')
    await ada.sees('Save the file', '[role=dialog]')
    const start = await ada.page.evaluate(async () => {
      const link = [...document.querySelectorAll<HTMLAnchorElement>('[role=dialog] a')].at(-1)!
      const bytes = new Uint8Array(await (await fetch(link.href)).arrayBuffer())
      return String.fromCharCode(...bytes.slice(0, 2))
    })
    expect(start).toBe('PK')
    expect(await ada.violationsOfDialog()).toEqual([])
  }, 90_000)

  it('erred nowhere, and asked nothing of another machine', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})

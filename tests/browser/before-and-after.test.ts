import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { everybody, arrive } = useDemo()

async function openWork(visitor: Visitor, title: string): Promise<void> {
  await visitor.go(`/exercises/${await visitor.exerciseId(title)}/work`)
  await visitor.startWhereAsked()
}

describe('what a student wrote before', () => {
  let ilse: Visitor

  it('is among the versions: what was handed in is read, compared and taken back', async () => {
    ilse = await arrive('Ilse Nygaard')
    await openWork(ilse, 'Exchange with partner gardens')
    await ilse.write('CREATE TABLE garden (code char(4) PRIMARY KEY);')
    await ilse.sees('saved', '.state')
    await ilse.settle()
    await ilse.press('.line button', 'Versions')
    await ilse.press('.moments button', 'handed in')
    await ilse.sees('CREATE TABLE expedition (', '.version .then')
    await ilse.sees('CREATE TABLE garden (code char(4) PRIMARY KEY);', '.version .now')
    expect(await ilse.violationsOfDialog()).toEqual([])
    await ilse.press('[role=dialog] button', 'Take this one back')
    await ilse.sees('It is what stands now.', '[role=dialog]')
    await ilse.press('[role=dialog] button', 'Undo')
    await ilse.sees('CREATE TABLE expedition (', '.version .then')
    await ilse.press('[role=dialog] button', 'Take this one back')
    await ilse.press('[role=dialog] button', 'Go on working')
    await ilse.dialogGone()
    await ilse.sees('CREATE TABLE expedition (', '.cm-content')
  })

  it('is not handed in a second time without asking; the receipt has a number, and so has the sheet', async () => {
    await ilse.settle()
    await ilse.press('header button', 'Hand in')
    await ilse.press('[role=dialog] button', 'Hand in')
    await ilse.sees('Nothing has changed since your last hand-in', '[role=dialog]')
    await ilse.press('[role=dialog] button', 'Hand in the same again')
    await ilse.sees('number H-', '[role=dialog]')
    expect(await ilse.violationsOfDialog()).toEqual([])
    await ilse.press('[role=dialog] button', 'Good')
    await ilse.dialogGone()
    await ilse.sees(', H-', '.banner')
  })

  it('and the last check are there after a reload', async () => {
    await ilse.press('header button', 'Check')
    await ilse.sees('30 upheld', '.margin')
    await ilse.reload()
    await ilse.sees('30 upheld', '.margin')
    await ilse.sees('checked', '.margin')
  })

  it('and says of the words of the case what it says of the rules that come from them', async () => {
    if (!(await ilse.page.$('.brief-side'))) await ilse.press('.rail button', 'Brief')
    const said = await ilse.page.$$eval('.brief .bound[role=note]', all =>
      all.map(one => [one.className, one.ariaLabel ?? '']),
    )
    expect(
      said.some(
        ([kind, words]) =>
          kind!.includes('broken') && words!.startsWith('stands at most once in each: broken'),
      ),
    ).toBe(true)
    expect(said.filter(([kind]) => kind!.includes('upheld')).length).toBeGreaterThan(15)
    await ilse.page.focus('.brief .bound[role=note]')
    await ilse.page.waitForSelector('.brief .said')
    const focused = (): Promise<string> => ilse.page.evaluate(() => document.activeElement?.textContent ?? '')
    expect(await focused()).toBe('Each garden is known by a code of four letters')
    await ilse.page.keyboard.press('ArrowRight')
    expect(await focused()).toBe('has a name and a postal address')
    expect(await ilse.page.$$eval('.brief .bound[tabindex="0"]', all => all.length)).toBe(1)
    expect(await ilse.violations({ within: '.brief-side' })).toEqual([])
  })

  it('can be reached from the palette by what it is called', async () => {
    await ilse.chord(['Control'], 'k')
    await ilse.page.waitForSelector('[role=dialog] input')
    await ilse.typeLikeAPerson('versions')
    await ilse.sees('versions of Script', '[role=dialog]')
    await ilse.page.keyboard.press('Enter')
    await ilse.sees('Versions of Script', '[role=dialog]')
    await ilse.page.keyboard.press('Escape')
  })
})

describe('several sheets', () => {
  it('are counted as they are begun, and new cards do not cover each other', async () => {
    const ada = await arrive('Ada Brandvold')
    await openWork(ada, 'Keepers and bays')
    await ada.sees('0 of 2 sheets begun', 'header')
    await ada.press('[role=tab]', 'Diagram')
    await ada.page.waitForSelector('.board')
    for (const name of ['Hall', 'Bay', 'Keeper']) {
      await ada.press('.tools button', 'New card')
      await ada.page.waitForSelector('.facts .name')
      await ada.typeLikeAPerson(name)
      await ada.page.keyboard.press('Enter')
      await ada.typeLikeAPerson('no')
      await ada.page.keyboard.press('Enter')
      await ada.page.keyboard.press('Escape')
      await ada.page.waitForFunction(() => document.querySelector('.facts') === null)
    }
    await ada.sees('1 of 2 sheets begun', 'header')
    const covered = await ada.page.$$eval(
      '[data-card]',
      cards =>
        cards.flatMap((card, i) => {
          const a = card.getBoundingClientRect()
          return cards.slice(i + 1).filter(other => {
            const b = other.getBoundingClientRect()
            return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
          })
        }).length,
    )
    expect(covered).toBe(0)
    const reached = (): Promise<string | undefined> =>
      ada.page.evaluate(() => document.activeElement?.getAttribute('aria-label')?.split(',')[0])
    const first = await reached()
    await ada.page.keyboard.press('PageDown')
    const second = await reached()
    await ada.page.keyboard.press('PageDown')
    expect(new Set([first, second, await reached()]).size).toBe(3)
  })
  it('keys go to notes and regions and back, and a board is shown on a telephone', async () => {
    const ada = await arrive('Ada Brandvold')
    await openWork(ada, 'Keepers and bays')
    await ada.press('[role=tab]', 'Diagram')
    await ada.page.waitForSelector('.board')
    await ada.page.click('.entry input')
    await ada.typeLikeAPerson('Well stands in one yard\n')
    await ada.sees('not yet said', '.margin')
    const region = (): Promise<string> =>
      ada.page.evaluate(
        () => document.activeElement?.closest('[data-region]')?.getAttribute('aria-label') ?? 'none',
      )
    // F8 leads to what a note speaks of, never into what cannot be seen.
    await ada.page.keyboard.press('F8')
    await ada.page.waitForFunction(() => {
      const rect = document.activeElement?.getBoundingClientRect()
      return (
        document.activeElement !== document.body && rect !== undefined && rect.width > 1 && rect.height > 1
      )
    })
    expect(await ada.page.evaluate(() => document.activeElement!.closest('ol, [role=status]'))).toBeNull()
    await ada.page.keyboard.press('F6')
    const there = await region()
    await ada.page.keyboard.press('F6')
    expect(await region()).not.toBe(there)
    await ada.chord(['Shift'], 'F6')
    expect(await region()).toBe(there)
    await ada.page.setViewport({ width: 390, height: 844 })
    await ada.press('.views button', 'Board')
    await ada.page.waitForSelector('.shown svg')
    expect(await ada.read('.shown')).toContain('Well')
  })
})

it('no page erred, and no request left the machine', () => {
  expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
})

import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { arrive } = useDemo()
const scriptOf = (visitor: Visitor): Promise<string> =>
  visitor.page.$eval('.sheet .cm-content', element =>
    [...element.querySelectorAll('.cm-line')].map(line => line.textContent).join('\n'),
  )

async function openExchange(visitor: Visitor): Promise<void> {
  await visitor.go(`/exercises/${await visitor.exerciseId('Exchange with partner gardens')}/work`)
  const begins = await visitor.page.$$eval('button', buttons =>
    buttons.some(button => button.textContent?.includes('Start')),
  )
  if (begins) await visitor.press('button', 'Start')
  await visitor.page.waitForSelector('.sheet .cm-content')
}

describe('two people in one browser', () => {
  it('nothing of the one is taken for the other’s: the page says who is signed in now, and what was not sent comes back to its owner', async () => {
    const wen = await arrive('Wen Zhao')
    await openExchange(wen)
    await wen.write('')
    await wen.typeLikeAPerson('-- by Wen')
    await wen.sees('saved', '.state')
    await wen.page.setOfflineMode(true)
    await wen.typeLikeAPerson(', offline')
    await wen.sees('kept in this browser', '.state')

    const other = await wen.anotherWindow()
    await other.go('/')
    await other.page.evaluate(() => fetch('/api/session', { method: 'DELETE' }))
    await other.comeInAs('Ilse Nygaard')
    await wen.page.setOfflineMode(false)
    await wen.page.bringToFront()
    await wen.sees('Ilse Nygaard is signed in now', '[role=dialog]')
    expect(await wen.violationsOfDialog()).toEqual([])
    await wen.press('[role=dialog] button', 'Go on as Ilse Nygaard')
    await wen.page.waitForFunction(() => location.pathname === '/')
    await wen.settle()
    await openExchange(wen)
    expect(await scriptOf(wen)).not.toContain('Wen')

    await wen.page.evaluate(() => fetch('/api/session', { method: 'DELETE' }))
    await wen.comeInAs('Wen Zhao')
    await openExchange(wen)
    await wen.page.waitForFunction(() =>
      document.querySelector('.sheet .cm-content')?.textContent?.includes('-- by Wen, offline'),
    )
    await wen.sees('saved', '.state')
  }, 120_000)

  it('who is signed out signs in again on the page, as nobody else', async () => {
    const wen = await arrive('Wen Zhao')
    await openExchange(wen)
    await wen.page.evaluate(() => fetch('/api/session', { method: 'DELETE' }))
    await wen.page.focus('.sheet .cm-content')
    await wen.typeLikeAPerson('-- x')
    await wen.sees('Sign in again to go on', '[role=dialog]')
    await wen.sees('Wen Zhao', '[role=dialog]')
    expect(await wen.violationsOfDialog()).toEqual([])
    await wen.page.focus('[role=dialog] input[type=password]')
    await wen.typeLikeAPerson('vault-demo-pass')
    await wen.page.keyboard.press('Enter')
    await wen.dialogGone()
    await wen.sees('sent', '.state')
  }, 120_000)
})

describe('people of a course', () => {
  it('are asked in by a link, where they choose a password, and sign out everywhere', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('a', 'and who else is here')
    await ada.sees('Ask people in')
    await ada.press('.end button', 'Take out')
    await ada.sees('Another link brings them back.', '[role=dialog]')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'Not now')
    await ada.dialogGone()
    await ada.page.focus('.ask textarea')
    await ada.typeLikeAPerson('Runa Vik, runa.vik@fjord.example')
    await ada.press('button', 'Make 1 link')
    await ada.sees('Hand these links on')
    expect(await ada.violations()).toEqual([])
    const url = (await ada.read('.made code')).trim()

    const runa = await arrive()
    await runa.go(new URL(url).pathname)
    await runa.sees('You are asked to take part in Relational Design')
    expect(await runa.violations()).toEqual([])
    await runa.page.focus('input[type=password]')
    await runa.typeLikeAPerson('salt reed thaw')
    await runa.page.keyboard.press('Enter')
    await runa.page.waitForFunction(() => location.pathname.startsWith('/courses/'))
    await runa.sees('To do')
    await runa.go('/account')
    await runa.press('button', 'Sign out everywhere else')
    await runa.sees('You were signed in nowhere else')
    expect(await runa.violations()).toEqual([])

    const again = await arrive()
    await again.go(new URL(url).pathname)
    await again.sees('no longer good')
    await ada.go('/')
    expect(ada.faults).toEqual([])
    expect(runa.faults).toEqual([])
  }, 120_000)
})

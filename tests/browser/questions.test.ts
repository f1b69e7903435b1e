import { describe, expect, it } from 'vitest'
import { useDemo } from './support'

/** A verdict that was told is asked about with rows, answered, and moved; what is taken for granted is read. */
const { everybody, arrive } = useDemo()

describe('a verdict that was told', () => {
  it('is asked about with rows by its student, answered at the desk by another verdict, and read by both', async () => {
    const ada = await arrive('Ada Brandvold')
    const id = await ada.exerciseId('Exchange with partner gardens')
    await ada.go(`/exercises/${id}/desk`)
    await ada.press('header button', 'Release …')
    await ada.press('[role=dialog] button', 'Release 2')
    await ada.dialogGone()
    await ada.sees('released', 'header')

    const ilse = await arrive('Ilse Nygaard')
    await ilse.go(`/exercises/${id}/work`)
    await ilse.press('a', 'read the marks')
    await ilse.sees('35 of 40', '.mark')
    await ilse.press('[data-rule=r20] button', 'Ask about this verdict')
    await ilse.page.waitForSelector('[role=dialog] textarea')
    await ilse.page.focus('[role=dialog] textarea')
    await ilse.typeLikeAPerson('Is my key not enough?')
    await ilse.page.click('[role=dialog] input[type=checkbox]')
    await ilse.page.waitForSelector(
      '[role=dialog] .trial .statement textarea, [role=dialog] .trial textarea',
      {
        timeout: 60_000,
      },
    )
    expect(await ilse.violationsOfDialog()).toEqual([])
    await ilse.press('[role=dialog] button[type=submit]', 'Ask')
    await ilse.dialogGone()
    await ilse.sees('Is my key not enough?', '[data-rule=r20] .thread')

    await ada.reload()
    await ada.sees('asks about 1 verdict', '.queue')
    await ada.press('.queue button', 'asks about 1 verdict')
    await ada.page.waitForSelector('[data-rule=r20].chosen')
    await ada.sees('Is my key not enough?', '.question')
    expect(await ada.violations()).toEqual([])
    await ada.page.focus('.question textarea')
    await ada.typeLikeAPerson('It was said so.')
    await ada.page.select('.question select', 'upheld')
    await ada.press('.question button', 'Answer, and tell the marks anew')
    await ada.sees('broken → upheld; points 35 → 38', '.question')
    await ada.sees('38', '[data-sum]')

    await ilse.reload()
    await ilse.sees('38 of 40', '.mark')
    await ilse.sees('It was said so.', '.thread')
    expect(await ilse.violations()).toEqual([])
  }, 120_000)

  it('and what is taken for granted is kept with the work', async () => {
    const wen = await arrive('Wen Zhao')
    const id = await wen.exerciseId('Exchange with partner gardens')
    await wen.go(`/exercises/${id}/work`)
    await wen.press('button', 'Start')
    await wen.press('.rail button', 'Brief')
    await wen.press('.below-case summary', 'What I take for granted')
    await wen.page.click('[aria-label="What I take for granted"]')
    await wen.typeLikeAPerson('A dispatch has one day.')
    await wen.sees('Saved', 'header')
    await wen.reload()
    await wen.page.waitForFunction(
      () =>
        document.querySelector<HTMLTextAreaElement>('[aria-label="What I take for granted"]')?.value ===
        'A dispatch has one day.',
    )
    expect(await wen.violations()).toEqual([])
  }, 60_000)

  it('erred nowhere, and asked nothing of another machine', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})

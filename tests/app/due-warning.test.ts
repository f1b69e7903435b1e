import { describe, expect, it } from 'vitest'
import { dueSoonInWords, dueStep } from '../../app/utils/due-warning'

describe('a word before the due moment', () => {
  it.each([
    [61, undefined],
    [60, 60],
    [10.1, 60],
    [10, 10],
    [0.2, 10],
    [0, undefined],
    [-5, undefined],
    [Infinity, undefined],
  ])('%d minutes before: %s', (minutes, step) => {
    expect(dueStep(minutes)).toBe(step)
  })

  it('says how long, when, and what becomes of the work', () => {
    const due = { minutes: 42.3, clock: '18:00', isHandedIn: false, isCollected: true }
    expect(dueSoonInWords(due)).toBe('Due in 43 minutes, at 18:00. What is saved then is handed in for you.')
    expect(dueSoonInWords({ ...due, isCollected: false })).toBe(
      'Due in 43 minutes, at 18:00. You have not handed in.',
    )
    expect(dueSoonInWords({ ...due, minutes: 0.5, isHandedIn: true })).toBe('Due in a minute, at 18:00.')
  })
})

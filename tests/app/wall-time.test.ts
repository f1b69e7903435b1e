import { describe, expect, it } from 'vitest'
import { momentOfWall, wallTime, weeksLater, weeksUntilAhead } from '../../app/utils/wall-time'
import type { Schedule } from '../../shared/answers'

const SCHEDULE: Schedule = {
  opensAt: null,
  dueAt: '2026-10-23T16:00:00.000Z',
  attempts: 2,
  lateDays: 0,
  lateLoss: 0,
  collectsAtDue: false,
  saysWorkIsRead: true,
  toldModel: null,
  isAnonymous: false,
  counted: 'last',
}

describe('dates of the next term', () => {
  it('keep weekday and hour by the clock on the wall, over a change of time', () => {
    const later = weeksLater(SCHEDULE, 2, 'Europe/Oslo')
    expect(wallTime(SCHEDULE.dueAt, 'Europe/Oslo')).toBe('2026-10-23T18:00')
    expect(wallTime(later.dueAt, 'Europe/Oslo')).toBe('2026-11-06T18:00')
    expect(later).toEqual({ ...SCHEDULE, dueAt: '2026-11-06T17:00:00.000Z' })
    expect(weeksLater(SCHEDULE, 0, 'Europe/Oslo')).toEqual(SCHEDULE)
  })

  it('lie ahead after as few weeks as can be', () => {
    const now = new Date('2026-11-30T12:00:00Z')
    const weeks = weeksUntilAhead(SCHEDULE.dueAt, now)
    const due = (count: number): number => Date.parse(weeksLater(SCHEDULE, count, 'Europe/Oslo').dueAt!)
    expect(due(weeks)).toBeGreaterThan(now.getTime())
    expect(due(weeks - 1)).toBeLessThan(now.getTime())
    expect([weeksUntilAhead(null, now), weeksUntilAhead('2027-01-01T00:00:00Z', now)]).toEqual([0, 0])
  })

  it('come back from the wall as they went there', () => {
    for (const zone of ['UTC', 'Europe/Oslo', 'America/New_York', 'Asia/Kolkata'])
      for (const iso of ['2026-03-28T23:30:00.000Z', '2026-10-25T03:10:00.000Z', '2026-07-01T00:00:00.000Z'])
        expect(momentOfWall(wallTime(iso, zone), zone)).toBe(iso)
    expect(momentOfWall('nonsense', 'UTC')).toBeNull()
  })
})

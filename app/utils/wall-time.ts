import type { Schedule } from '#shared/answers'

/** The value of a date-and-time slot: the wall time of a zone. Empty for no moment. */
export function wallTime(iso: string | null, timeZone: string): string {
  if (!iso) return ''
  const parts = Object.fromEntries(
    new Intl.DateTimeFormat('en-CA', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    })
      .formatToParts(new Date(iso))
      .map(({ type, value }) => [type, value]),
  )
  return `${parts.year}-${parts.month}-${parts.day}T${parts.hour}:${parts.minute}`
}

/**
 * The moment that a wall time of a zone means: found by asking the zone twice, which settles all but the missing hour
 * of spring. Null for what is no such time.
 */
export function momentOfWall(slot: string, timeZone: string): string | null {
  if (!/^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(slot)) return null
  const wall = Date.parse(`${slot}:00Z`)
  if (Number.isNaN(wall)) return null
  let at = wall
  for (let i = 0; i < 2; i++) at += wall - Date.parse(`${wallTime(new Date(at).toISOString(), timeZone)}:00Z`)
  return new Date(at).toISOString()
}

const WEEK_MS = 7 * 86_400_000

/** The same dates so many weeks later: the same weekdays at the same hours by the clock on the wall. */
export function weeksLater(schedule: Schedule, weeks: number, timeZone: string): Schedule {
  const moved = (iso: string | null): string | null => {
    if (!iso) return null
    const wall = Date.parse(`${wallTime(iso, timeZone)}:00Z`) + weeks * WEEK_MS
    return momentOfWall(new Date(wall).toISOString().slice(0, 16), timeZone)
  }
  return { ...schedule, opensAt: moved(schedule.opensAt), dueAt: moved(schedule.dueAt) }
}

/** The fewest weeks after which a date lies ahead. */
export function weeksUntilAhead(iso: string | null, now = new Date()): number {
  const passed = iso ? now.getTime() - Date.parse(iso) : 0
  return passed < 0 ? 0 : Math.floor(passed / WEEK_MS) + (iso ? 1 : 0)
}

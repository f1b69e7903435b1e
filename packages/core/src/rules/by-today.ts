import { dayText, fullMonths, intervalFrom, momentFrom, plusMonths, type Moment } from '../sql'

/**
 * Values that mean another day every day: `today`, `today - 16 years`, `today + 1 year - 1 day`. A date that is
 * written out for what the model answer measures against the current date (see `WorldAttribute.byToday`) is meant
 * so too, as it was far from `WRITTEN_ON`.
 */

/** The day on which a written date counts as read: a day of its own, so that no mark moves with the calendar. */
const WRITTEN_ON = momentFrom('2026-01-01')!

/**
 * The days on which such a value is tried: what is so on each of them does not hang on a fixed date. All are in the
 * middle of an April, a month of thirty days: no month is cut short there, and who compares an AGE with a span is
 * right as well, which in months of 31 days lets everybody in one day early (PostgreSQL's manual, 8.5.4: an interval
 * is compared by months of thirty days; found by running it on a first of December).
 */
const TRIED_ON: readonly Moment[] = [
  '2026-04-14',
  '2006-04-13',
  '1966-04-15',
  '2046-04-12',
  '2086-04-16',
].map(day => momentFrom(day)!)

const PATTERN = /^today((?:\s*[+-]\s*\d{1,4}\s+[a-z]+)*)$/i
const STEP = /([+-])\s*(\d{1,4}\s+[a-z]+)/gi

/** The day that is meant on a day; undefined where the value does not speak of today, or not of days. */
export function dayMeant(value: string, today: Moment): Moment | undefined {
  const match = PATTERN.exec(value.trim())
  if (!match) return undefined
  let day = today
  for (const [, sign, text] of match[1]!.matchAll(STEP)) {
    const interval = intervalFrom(text!)
    if (!interval) return undefined
    const by = sign === '-' ? -1 : 1
    day = plusMonths(day, by * interval.months) + by * interval.days
  }
  return day
}

/**
 * The value as it is tried on an engine, whatever the day is there: a written date as far from today as it was from
 * the day of writing; and where months or years are counted, two days beyond them instead of one, since months of
 * 31 days make the first say nothing (see `TRIED_ON`).
 */
export function valueToRun(value: string, byToday: boolean): string {
  const written = byToday ? momentFrom(value) : undefined
  if (written !== undefined) return fromToday(Math.floor(written))
  const isBeyondMonths = /\b(?:months?|years?)\s*\+\s*1\s+day$/i.test(value.trim()) && speaksOfToday(value)
  return isBeyondMonths ? value.trim().replace(/1\s+day$/i, '2 days') : value
}

/** A day as spans from today, as it lies from the day of writing. */
function fromToday(day: Moment): string {
  const months = fullMonths(WRITTEN_ON, day)
  const days = day - plusMonths(WRITTEN_ON, months)
  const span = (count: number, unit: string): string =>
    count === 0 ? '' : ` ${count < 0 ? '-' : '+'} ${Math.abs(count)} ${unit}`
  return `today${span(months, 'months')}${span(days, 'days')}`
}

/** Whether it is written as a value that speaks of today, though perhaps wrongly. */
export function speaksOfToday(value: string): boolean {
  return /^today\b/i.test(value.trim())
}

export interface OnDay {
  readonly value: string
  readonly today: Moment
}

/**
 * What the value is on each of the days on which it is tried; nothing where it means the same every day.
 */
export function onDays(value: string, byToday: boolean): readonly OnDay[] {
  const written = byToday ? momentFrom(value) : undefined
  return TRIED_ON.flatMap(today => {
    const day = written === undefined ? dayMeant(value, today) : today + Math.floor(written) - WRITTEN_ON
    return day === undefined ? [] : [{ value: dayText(day), today }]
  })
}

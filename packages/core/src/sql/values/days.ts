/** A moment: days since 1970-01-01, with a part of one for its time. */
export type Moment = number

const DAY = 86_400_000

/** What a text says as a day, or a day and a time; undefined where it is none. */
export function momentFrom(text: string): Moment | undefined {
  const match = /^(\d{4})-(\d\d)-(\d\d)(?:[ T](\d\d):(\d\d)(?::(\d\d)(?:\.\d+)?)?)?$/.exec(text.trim())
  if (!match) return undefined
  const [, year, month, day, hours = '0', minutes = '0', seconds = '0'] = match
  const date = new Date(Date.UTC(Number(year), Number(month) - 1, Number(day)))
  if (date.getUTCMonth() !== Number(month) - 1 || date.getUTCDate() !== Number(day)) return undefined
  return date.getTime() / DAY + (Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds)) / 86_400
}

/** The day of a moment as YYYY-MM-DD. */
export function dayText(moment: Moment): string {
  return new Date(Math.floor(moment) * DAY).toISOString().slice(0, 10)
}

/** So many months later; the last day of the month where the day is too late for it. */
export function plusMonths(moment: Moment, months: number): Moment {
  const { year, month, day } = partsOfDay(moment)
  const count = year * 12 + (month - 1) + months
  const last = lastDay(Math.floor(count / 12), count % 12)
  const date = Date.UTC(Math.floor(count / 12), count % 12, Math.min(day, last))
  return date / DAY + (moment - Math.floor(moment))
}

const lastDay = (year: number, month: number): number => new Date(Date.UTC(year, month + 1, 0)).getUTCDate()

export function daysInMonth(moment: Moment): number {
  const { year, month } = partsOfDay(moment)
  return lastDay(year, month - 1)
}

export function partsOfDay(moment: Moment): {
  readonly year: number
  readonly month: number
  readonly day: number
} {
  const date = new Date(Math.floor(moment) * DAY)
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() }
}

/** How many full months lie between, negative where `to` is before `from`. */
export function fullMonths(from: Moment, to: Moment): number {
  if (to < from) return -fullMonths(to, from)
  const [a, b] = [partsOfDay(from), partsOfDay(to)]
  const months = (b.year - a.year) * 12 + b.month - a.month
  return plusMonths(from, months) > to ? months - 1 : months
}

import { listInWords } from '@nomenklatura/core/language'
import type { StudentRelation } from '#shared/answers'
import type { Verdict } from '@nomenklatura/core/rules'

/** Making a format is slow, and a list has hundreds of times: each is made once. */
const formats = new Map<string, Intl.DateTimeFormat>()
function formatOf(timeZone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${timeZone} ${JSON.stringify(options)}`
  const known = formats.get(key)
  if (known) return known
  const format = new Intl.DateTimeFormat('en-GB', { timeZone, ...options })
  formats.set(key, format)
  return format
}

const DAY = { year: 'numeric', month: '2-digit', day: '2-digit' } as const
const CLOCK = { hour: 'numeric', minute: '2-digit' } as const
/** Nearer than so many days a weekday says which day is meant; within so many, a day and month do. */
const WEEK_DAYS = 6
const YEAR_DAYS = 300

/** Times and amounts as people read them. Times are in the course's zone. */
export function timeInWords(iso: string | null | undefined, timeZone: string, now = new Date()): string {
  if (!iso) return ''
  const at = new Date(iso)
  const day = formatOf(timeZone, DAY)
  const clock = formatOf(timeZone, CLOCK).format(at)
  if (day.format(at) === day.format(now)) return clock
  return `${formatOf(timeZone, dateOptions(at, now)).format(at)} ${clock}`
}

function dateOptions(at: Date, now: Date): Intl.DateTimeFormatOptions {
  const days = Math.abs(at.getTime() - now.getTime()) / 86_400_000
  if (days < WEEK_DAYS) return { weekday: 'short' }
  return { day: 'numeric', month: 'short', ...(days > YEAR_DAYS ? { year: 'numeric' } : {}) }
}

export function clockInWords(iso: string, timeZone: string, seconds = false): string {
  return formatOf(timeZone, { ...CLOCK, ...(seconds ? { second: '2-digit' } : {}) }).format(new Date(iso))
}

/** The whole date, for what is kept: "30 November 2026". */
export function dateInWords(iso: string, timeZone: string): string {
  return formatOf(timeZone, { dateStyle: 'long' }).format(new Date(iso))
}

export function pointsText(thousandths: number): string {
  return String(thousandths / 1000)
}

export function lateInWords(seconds: number): string {
  if (seconds <= 0) return ''
  const hours = Math.floor(seconds / 3600)
  if (hours >= 48) return `late by ${Math.floor(hours / 24)} days`
  if (hours >= 1) return `late by ${hours} h`
  return `late by ${Math.max(1, Math.round(seconds / 60))} min`
}

export function countOf(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`
}

export { handInNumber } from '#shared/words'

export const VERDICT_KEY: Readonly<Record<Exclude<Verdict, 'cannot tell'>, string>> = {
  'upheld': 'U',
  'broken': 'B',
  'too strict': 'S',
  'not shown': 'N',
}

const ORDER: Readonly<Record<Verdict, number>> = {
  'broken': 0,
  'too strict': 1,
  'cannot tell': 2,
  'not shown': 3,
  'upheld': 4,
}

/** What needs a look first. */
export function byUrgency(a: { verdict: Verdict }, b: { verdict: Verdict }): number {
  return ORDER[a.verdict] - ORDER[b.verdict]
}

/**
 * What a Dependencies sheet asks for: "the dependencies of intake_ledger, its keys, its normal form and a
 * split into BCNF".
 */
export function askedInWords(relation: StudentRelation | null): string {
  if (!relation) return ''
  const { asks, given, name } = relation
  const parts = [
    given === null ? 'its dependencies' : '',
    ...asks.closures.map(of => `what ${of.join(', ')} determines`),
    asks.keys ? 'its candidate keys' : '',
    asks.prime ? 'its prime attributes' : '',
    asks.form ? 'its normal form and why it is no higher' : '',
    asks.split ? `a split into ${asks.split}` : '',
  ].filter(part => part !== '')
  return `of the relation ${name}: ${listInWords(parts)}`
}

/** Points with what is still open: "31 + 4 open". */
export function totalText({ got, open }: { readonly got: number; readonly open: number }): string {
  return `${pointsText(got)}${open > 0 ? ` + ${pointsText(open)} open` : ''}`
}

/** "Ada Brandvold" is AB. */
export function initials(name: string): string {
  return name
    .split(/\s+/)
    .map(part => part[0])
    .join('')
    .slice(0, 3)
    .toUpperCase()
}

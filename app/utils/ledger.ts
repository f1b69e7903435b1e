import type { Sheet } from '@nomenklatura/core/findings'
import { distribution, type Scored } from '@nomenklatura/core/marking'
import type { Verdict } from '@nomenklatura/core/rules'
import type { LedgerAnswer } from '#shared/answers'

/** One column of the ledger: a rule in a sheet. */
export interface LedgerColumn {
  readonly key: string
  readonly rule: LedgerAnswer['rules'][number]
  readonly sheet: Sheet
}

export const columnsOf = ({ rules }: LedgerAnswer): LedgerColumn[] =>
  rules.flatMap(rule => rule.sheets.map(sheet => ({ key: `${rule.id} ${sheet}`, rule, sheet })))

/** What share of a cell counts, for figures of a class; what is open is left out. */
const SHARE: Readonly<Record<Verdict, number | null>> = {
  'upheld': 1,
  'too strict': 0.5,
  'broken': 0,
  'not shown': 0,
  'cannot tell': null,
}

export const scoredOf = ({ lines }: LedgerAnswer): Scored[] =>
  lines.map(({ points, cells }) => ({
    got: points.got,
    of: points.of,
    shares: Object.fromEntries(
      Object.entries(cells).flatMap(([key, { verdict }]) => {
        const share = SHARE[verdict]
        return share === null ? [] : [[key, share]]
      }),
    ),
  }))

/** A picture of a class: bars, and the same as rows of a table. */
export interface ClassPicture {
  readonly title: string
  /** What stands under the bars and in the head of the table. */
  readonly of: string
  readonly counts: string
  readonly bars: readonly { readonly label: string; readonly value: number; readonly note?: string }[]
  readonly isLying?: boolean
}

/** How many reached how much of the whole. */
export function marksPicture(ledger: LedgerAnswer): ClassPicture {
  const whole = Math.max(0, ...ledger.lines.map(({ points }) => points.of)) / 1000
  const edge = (i: number): string => String(Math.round(((whole * i) / 10) * 10) / 10)
  return {
    title: 'Marks',
    of: 'points',
    counts: 'students',
    bars: distribution(ledger.lines.map(({ points }) => points)).map((value, i) => ({
      label: `${edge(i)}–${edge(i + 1)}`,
      value,
    })),
  }
}

const MOST_RULES = 8

const isMissed = (verdict: Verdict | undefined): boolean =>
  verdict === 'broken' || verdict === 'too strict' || verdict === 'not shown'

/** The rules that most did not uphold. */
export function missedPicture(ledger: LedgerAnswer): ClassPicture {
  const several = new Set(ledger.rules.flatMap(({ sheets }) => sheets)).size > 1
  const missed = columnsOf(ledger).map(({ key, rule, sheet }) => ({
    label: `${rule.id.slice(1)}${several ? ` ${sheet}` : ''}`,
    note: rule.sentence,
    value: ledger.lines.filter(({ cells }) => isMissed(cells[key]?.verdict)).length,
  }))
  return {
    title: 'Rules missed most',
    of: 'rule',
    counts: 'students',
    isLying: true,
    bars: missed
      .filter(({ value }) => value > 0)
      .sort((a, b) => b.value - a.value)
      .slice(0, MOST_RULES),
  }
}

const HOUR_MS = 3_600_000
const BEFORE: readonly (readonly [hours: number, label: string])[] = [
  [0, 'late'],
  [1, 'last hour'],
  [6, '1–6 h before'],
  [24, '6–24 h before'],
  [72, '1–3 days before'],
  [Infinity, 'earlier'],
]

/** How long before the due moment each handed in; null where there is none. */
export function timesPicture({ exercise, lines }: LedgerAnswer): ClassPicture | null {
  if (exercise.dueAt === null) return null
  const due = Date.parse(exercise.dueAt)
  const own = lines.filter(({ isAutomatic }) => !isAutomatic)
  const hours = own.map(({ handedInAt }) => (due - Date.parse(handedInAt)) / HOUR_MS)
  return {
    title: 'Handed in before the due moment',
    of: 'time',
    counts: 'students',
    isLying: true,
    bars: [
      ...BEFORE.toReversed().map(([until, label], i, all) => ({
        label,
        value: hours.filter(before => before <= until && before > (all[i + 1]?.[0] ?? -Infinity)).length,
      })),
      { label: 'collected', value: lines.length - own.length },
    ],
  }
}

/** What those have on average who handed in once, twice and so on; null where all did so once. */
export function attemptsPicture({ lines }: LedgerAnswer): ClassPicture | null {
  const most = Math.max(0, ...lines.map(({ attempt }) => attempt))
  if (most < 2) return null
  return {
    title: 'Attempts, and what came of them',
    of: 'attempts',
    counts: '% of the points, on average',
    bars: Array.from({ length: most }, (_, i) => {
      const own = lines.filter(({ attempt }) => attempt === i + 1)
      const share = own.reduce((sum, { points }) => sum + (points.of > 0 ? points.got / points.of : 0), 0)
      return {
        label: String(i + 1),
        value: own.length > 0 ? Math.round((100 * share) / own.length) : 0,
        note: `${own.length} ${own.length === 1 ? 'student' : 'students'}`,
      }
    }),
  }
}

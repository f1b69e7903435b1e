import { FREELY, type Criterion, type GivenPoints, type GroupPolicy, type Policy } from '../exercise'
import type { RuleEntry } from '../rules'

/** Points are counted in integer thousandths, so that nothing drifts. */
export type Thousandths = number

/** Points, or a part of them. */
export interface Sum {
  got: Thousandths
  open: Thousandths
  of: Thousandths
}

export function add(to: Sum, { got, open, of }: Sum): void {
  to.got += got
  to.open += open
  to.of += of
}

/** What changes the sum beside the cells: a group's policy, what a person gave, a bonus, the cap. */
export interface SumLine {
  readonly kind: 'group' | 'criterion' | 'open criterion' | 'extra' | 'bonus' | 'cap'
  /** The group, the criterion's or the rule's sentence. */
  readonly name: string
  /** What is lost, or open; less than 0 where it is a gain. */
  readonly thousandths: Thousandths
  /** What was said with it. */
  readonly reason?: string
}

/** A rule that is asked, with what its cells give. */
export interface JudgedRule {
  readonly entry: RuleEntry
  /** Whether something is lost for certain. */
  readonly isMissed: boolean
  readonly sum: Readonly<Sum>
}

export interface SummedUp extends Readonly<Sum> {
  /** The most that could be got. */
  readonly most: Thousandths
  readonly lines: readonly SumLine[]
}

const inThousandths = (points: number): Thousandths => Math.round(points * 1000)

/**
 * The sum of judged rules (semantics, section 8, the order of arithmetic): group policies and floors, the sum, what
 * was given by hand, bonus, cap. What is open may still give all or nothing.
 */
export function summedUp(judged: readonly JudgedRule[], policy: Policy): SummedUp {
  const lines: SumLine[] = []
  const whole = policy.groups?.length ? sumOfGroups(judged, policy.groups, lines) : plainSum(judged)
  const given = policy.given ?? []
  for (const criterion of policy.criteria ?? []) addCriterion(whole, lines, criterion, given)
  const extra = given.find(({ criterion }) => criterion === FREELY)
  if (extra) {
    // Nobody is left with less than nothing.
    const taken = Math.min(-extra.thousandths, whole.got)
    whole.got -= taken
    lines.push({ kind: 'extra', name: '', thousandths: taken, reason: extra.reason })
  }
  const bonuses = judged.filter(isBonus)
  for (const { entry, sum } of bonuses) {
    whole.got += sum.got
    whole.open += sum.open
    if (sum.got > 0) lines.push({ kind: 'bonus', name: entry.sentence, thousandths: -sum.got })
  }
  const most = whole.of + mostBeside(bonuses, policy)
  return capped(whole, most, lines, policy.cap ?? null)
}

const isBonus = ({ entry }: JudgedRule): boolean => entry.bonus === true

/** Of rules that count each by itself. */
function plainSum(judged: readonly JudgedRule[]): Sum {
  const sum: Sum = { got: 0, open: 0, of: 0 }
  for (const rule of judged) if (!isBonus(rule)) add(sum, rule.sum)
  return sum
}

function sumOfGroups(judged: readonly JudgedRule[], policies: readonly GroupPolicy[], lines: SumLine[]): Sum {
  const whole: Sum = { got: 0, open: 0, of: 0 }
  for (const name of new Set(judged.map(({ entry }) => entry.group))) {
    const rules = judged.filter(rule => rule.entry.group === name && !isBonus(rule))
    const plain = plainSum(rules)
    const counted = underPolicy(
      rules,
      plain,
      policies.find(({ group }) => group === name),
    )
    if (counted.got !== plain.got) lines.push({ kind: 'group', name, thousandths: plain.got - counted.got })
    add(whole, counted)
  }
  return whole
}

function underPolicy(rules: readonly JudgedRule[], plain: Sum, policy: GroupPolicy | undefined): Sum {
  if (!policy) return plain
  const missed = rules.filter(({ isMissed }) => isMissed).length
  const undecided = rules.filter(({ isMissed, sum }) => !isMissed && sum.open > 0).length
  const after = (mistakes: number): Thousandths => {
    if (mistakes === 0) return plain.of
    if (policy.kind === 'all or nothing') return 0
    const floor = Math.min(inThousandths(policy.floor), plain.of)
    return Math.max(floor, plain.of - mistakes * inThousandths(policy.off))
  }
  const got = after(missed + undecided)
  return { got, open: after(missed) - got, of: plain.of }
}

/** What is not judged yet is open; a bonus that nobody gave is none. */
function addCriterion(
  whole: Sum,
  lines: SumLine[],
  { id, sentence, points, bonus }: Criterion,
  given: readonly GivenPoints[],
): void {
  const of = inThousandths(points)
  const one = given.find(({ criterion }) => criterion === id)
  const reason = one && one.reason !== '' ? { reason: one.reason } : {}
  if (bonus) {
    if (!one || one.thousandths === 0) return
    whole.got += one.thousandths
    lines.push({ kind: 'bonus', name: sentence, thousandths: -one.thousandths, ...reason })
    return
  }
  whole.of += of
  if (!one) {
    whole.open += of
    lines.push({ kind: 'open criterion', name: sentence, thousandths: of })
    return
  }
  const got = Math.min(of, one.thousandths)
  whole.got += got
  if (got < of || one.reason !== '')
    lines.push({ kind: 'criterion', name: sentence, thousandths: of - got, ...reason })
}

/** What can be got beside what can be lost. */
function mostBeside(bonuses: readonly JudgedRule[], { criteria = [], given = [] }: Policy): Thousandths {
  const extra = given.find(({ criterion }) => criterion === FREELY)?.thousandths ?? 0
  return (
    bonuses.reduce((sum, { sum: { of } }) => sum + of, 0) +
    criteria.filter(({ bonus }) => bonus).reduce((sum, { points }) => sum + inThousandths(points), 0) +
    Math.max(0, extra)
  )
}

function capped(whole: Sum, most: Thousandths, lines: SumLine[], cap: number | null): SummedUp {
  if (cap === null) return { ...whole, most, lines }
  const limit = inThousandths(cap)
  const got = Math.min(limit, whole.got)
  if (got < whole.got) lines.push({ kind: 'cap', name: '', thousandths: whole.got - got })
  return {
    got,
    open: Math.min(limit, whole.got + whole.open) - got,
    of: whole.of,
    most: Math.min(limit, most),
    lines,
  }
}

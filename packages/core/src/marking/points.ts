import type { Policy } from '../exercise'
import { SHEETS, type Sheet } from '../findings'
import {
  elementsOf,
  isDemand,
  isPermission,
  partsAsked,
  partsOf,
  type Rule,
  type RuleEntry,
  type Verdict,
} from '../rules'
import type { Cell } from '../sheets'
import {
  add,
  summedUp,
  type SumLine,
  type Thousandths,
  type JudgedRule,
  type Sum,
  type SummedUp,
} from './sum'

export interface Override {
  readonly rule: string
  readonly sheet: Sheet
  readonly verdict: Exclude<Verdict, 'cannot tell'>
  readonly reason: string
}

/** Why a cell has less than its weight, or what is still open. */
export interface CellLine {
  readonly rule: string
  readonly sheet: Sheet
  readonly kind:
    'broken' | 'too strict' | 'not shown' | 'open' | 'needs constraint' | 'follows' | 'carried over'
  /** What is lost, or open; 0 for a line that only explains. */
  readonly thousandths: Thousandths
  readonly overridden: boolean
}

/** One line of the account. */
export type AccountLine = CellLine | SumLine

export const isCellLine = (line: AccountLine): line is CellLine => 'rule' in line

export interface Points {
  /** What is certain: open cells count nothing here. */
  readonly got: Thousandths
  /** What open cells could still add. */
  readonly open: Thousandths
  readonly of: Thousandths
  /** Taken off for lateness, before rounding. */
  readonly late: Thousandths
  readonly byRule: Readonly<Record<string, Readonly<Sum>>>
  /** The share of each cell, by rule and sheet ("r4 script"); lacking in what was told before it was kept. */
  readonly byCell?: Readonly<Record<string, Readonly<Sum>>>
  readonly account: readonly AccountLine[]
}

/** The cells with the overrides applied. An overridden cell follows from nothing. */
export function decidedCells(cells: readonly Cell[], overrides: readonly Override[]): readonly Cell[] {
  if (overrides.length === 0) return cells
  return cells.map(cell => {
    const override = overrides.find(other => other.rule === cell.rule && other.sheet === cell.sheet)
    return override ? { ...cell, verdict: override.verdict, follows: null } : cell
  })
}

/**
 * Points from verdicts (semantics, section 8): cells, rules, group policies, sum, what was given by hand, bonus, cap,
 * lateness, rounding. Pure: the same cells, overrides and policy give the same account. Rules without a cell drop
 * out of the total. What a rule and a cell give is said before the policy of their group.
 */
export function points(
  rules: readonly RuleEntry[],
  cells: readonly Cell[],
  overrides: readonly Override[],
  policy: Policy,
): Points {
  const byRule: Record<string, Sum> = {}
  const byCell: Record<string, Sum> = {}
  const whole = total(rules, cells, overrides, policy, ({ rule, sheet }, sum) => {
    add((byRule[rule] ??= { got: 0, open: 0, of: 0 }), sum)
    byCell[`${rule} ${sheet}`] = sum
  })
  return { ...whole, byRule, byCell }
}

/** What one cell gives; of what was told before that was kept, what its rule gives. */
export const pointsOfCell = (
  { byRule, byCell }: Points,
  { rule, sheet }: { readonly rule: string; readonly sheet: Sheet },
): Readonly<Sum> => byCell?.[`${rule} ${sheet}`] ?? byRule[rule] ?? { got: 0, open: 0, of: 0 }

/** The points of a whole answer, with what is lost, as a list of answers shows them. */
export type Total = Omit<Points, 'byRule' | 'byCell'>

/**
 * As `points`, without the points of each rule: a list of five hundred is worked out while somebody waits.
 */
export function total(
  rules: readonly RuleEntry[],
  cells: readonly Cell[],
  overrides: readonly Override[],
  policy: Policy,
  each?: (cell: Cell, sum: Sum) => void,
): Total {
  const byId = groupByRule(decidedCells(cells, overrides))
  const account: AccountLine[] = []
  const judged: JudgedRule[] = []
  for (const entry of rules) {
    const asked = byId.get(entry.id)
    if (entry.off || asked === undefined) continue
    const shares = divide(
      Math.round(entry.points * 1000),
      asked.map(({ sheet }) => policy.sheetShares?.[sheet] ?? 1),
    )
    const whole: Sum = { got: 0, open: 0, of: 0 }
    let isMissed = false
    asked.forEach((cell, i) => {
      const of = shares[i]!
      const line = cellLine(entry, cell, of, {
        rules,
        byId,
        policy,
        overridden: overrides.some(other => other.rule === cell.rule && other.sheet === cell.sheet),
      })
      const lost = line?.thousandths ?? 0
      const sum: Sum = { got: of - lost, open: line?.kind === 'open' ? lost : 0, of }
      isMissed ||= lost > 0 && line?.kind !== 'open'
      // Of a bonus nothing is lost.
      if (line && (!entry.bonus || line.kind === 'open')) account.push(line)
      each?.(cell, sum)
      add(whole, sum)
    })
    judged.push({ entry, isMissed, sum: whole })
  }
  const sum = summedUp(judged, policy)
  account.push(...sum.lines)
  return { ...rounded(sum, policy), account }
}

function groupByRule(cells: readonly Cell[]): ReadonlyMap<string, readonly Cell[]> {
  const groups = new Map<string, Cell[]>()
  for (const cell of cells) {
    const group = groups.get(cell.rule)
    if (group) group.push(cell)
    else groups.set(cell.rule, [cell])
  }
  return groups
}

interface Context {
  readonly rules: readonly RuleEntry[]
  readonly byId: ReadonlyMap<string, readonly Cell[]>
  readonly policy: Policy
  readonly overridden: boolean
}

function cellLine(
  entry: RuleEntry,
  cell: Cell,
  share: Thousandths,
  { rules, byId, policy, overridden }: Context,
): CellLine | undefined {
  const line = (kind: CellLine['kind'], thousandths: Thousandths): CellLine => ({
    rule: entry.id,
    sheet: cell.sheet,
    kind,
    thousandths,
    overridden,
  })
  switch (cell.verdict) {
    case 'upheld': {
      const stands =
        overridden ||
        !policy.permissiveNeedsConstraint ||
        !partsAsked(entry, cell.sheet).every(isPermission) ||
        hasConstraint(entry, rules, byId)
      return stands ? undefined : line('needs constraint', share)
    }
    case 'broken': {
      if (policy.carriedOverCountsOnce && isCarriedOver(cell, byId.get(cell.rule) ?? []))
        return line('carried over', 0)
      const isSpared =
        cell.follows !== null &&
        !policy.consequencesCost &&
        (!policy.permissiveNeedsConstraint || hasConstraint(entry, rules, byId))
      return isSpared ? line('follows', 0) : line('broken', share)
    }
    case 'too strict':
      return line('too strict', share - Math.floor((share * Math.round(policy.tooStrict * 1000)) / 1000))
    case 'not shown':
      return line('not shown', share)
    case 'cannot tell':
      return line('open', share)
  }
}

/**
 * Whether another rule that demands something about the same elements is upheld; where no rule does, one
 * about the same entity. Without it neither a permission nor a mere consequence counts, so that a heap of
 * unconstrained tables collects nothing.
 */
function hasConstraint(
  entry: RuleEntry,
  rules: readonly RuleEntry[],
  byId: ReadonlyMap<string, readonly Cell[]>,
): boolean {
  const demands = demandsBeside(entry, rules)
  return (
    demands.length === 0 ||
    demands.some(id => byId.get(id)?.some(({ verdict }) => verdict === 'upheld' || verdict === 'cannot tell'))
  )
}

const demandsFor = new WeakMap<readonly RuleEntry[], Map<RuleEntry, readonly string[]>>()

/**
 * The ids of the rules of which one must be upheld for the entry to count; worked out once for a rule sheet.
 */
function demandsBeside(entry: RuleEntry, rules: readonly RuleEntry[]): readonly string[] {
  const known = demandsFor.get(rules) ?? new Map<RuleEntry, readonly string[]>()
  demandsFor.set(rules, known)
  const found = known.get(entry)
  if (found) return found
  const demanding = rules.filter(
    other =>
      other !== entry &&
      !other.off &&
      partsOf(other).some(isDemand) &&
      other.rule.entity === entry.rule.entity,
  )
  const close = demanding.filter(other =>
    partsOf(other).some(rule => isDemand(rule) && partsOf(entry).some(own => sharesElement(rule, own))),
  )
  const ids = (close.length > 0 ? close : demanding).map(({ id }) => id)
  known.set(entry, ids)
  return ids
}

/** Broken alike in an earlier sheet. */
function isCarriedOver(cell: Cell, ofRule: readonly Cell[]): boolean {
  return ofRule.some(
    other => other.verdict === 'broken' && SHEETS.indexOf(other.sheet) < SHEETS.indexOf(cell.sheet),
  )
}

function sharesElement(a: Rule, b: Rule): boolean {
  const elements = elementsOf(b)
  return elementsOf(a).some(element => elements.includes(element))
}

/**
 * Divides a whole number of thousandths by weights so that the parts sum to it: the first parts take the
 * remainder. Weights of 0 alone count alike.
 */
export function divide(amount: Thousandths, weights: readonly number[]): Thousandths[] {
  if (weights.length === 1) return [amount]
  const sum = weights.reduce((a, b) => a + b, 0)
  const shares =
    sum > 0
      ? weights.map(weight => Math.floor((amount * weight) / sum))
      : weights.map(() => Math.floor(amount / weights.length))
  let left = amount - shares.reduce((a, b) => a + b, 0)
  return shares.map((share, i) => ((sum === 0 || weights[i]! > 0) && left-- > 0 ? share + 1 : share))
}

/** The sum, less what lateness takes, rounded. Rounding gives nobody more than can be got. */
function rounded(
  { got: raw, open, of, most }: SummedUp,
  policy: Policy,
): Pick<Points, 'got' | 'open' | 'of' | 'late'> {
  const afterLate = (amount: Thousandths): Thousandths =>
    Math.round((amount * (100 - (policy.lateLoss ?? 0))) / 100)
  const round = (amount: Thousandths): Thousandths => {
    const step = Math.round(policy.roundTo * 1000)
    return step > 0 ? Math.min(most, Math.floor((2 * amount + step) / (2 * step)) * step) : amount
  }
  const got = round(afterLate(raw))
  return { got, open: round(afterLate(raw + open)) - got, of, late: raw - afterLate(raw) }
}

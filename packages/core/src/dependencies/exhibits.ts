import type { Exhibit, ExhibitRow, Frame } from '../findings'
import { listInWords } from '../language'
import type { AttributeSet } from './attribute-set'
import { losslessJoin, spuriousRows, type ChaseStep, type Row } from './chase'
import { closureWithSteps } from './closure'
import { derivation, type ProofLine } from './derivation'
import type { Relation } from './relation'
import { repeatedFact } from './repeated-facts'
import type { Dependency, Multivalued } from './universe'
import { braces } from '../words'
import { dependencyInWords } from './words'
import { inFront, type Values } from './values'

/**
 * A proof by Armstrong's rules, line by line; undefined where the goal does not follow from the functional
 * dependencies alone.
 */
export function proofExhibit(
  { size, universe, constraints }: Relation,
  goal: Dependency,
): Exhibit | undefined {
  const lines = derivation(size, constraints.functional, goal)
  if (!lines || lines.length === 0) return undefined
  const why = ({ rule, from, by }: ProofLine): string => {
    const uses = from.map(line => line + 1).join(' and ')
    switch (rule) {
      case 'given':
        return 'stands there'
      case 'reflexivity':
        return 'a part of the left side'
      case 'augmentation':
        return `line ${uses}, with ${braces(universe.list(by!))} on both sides`
      case 'transitivity':
        return `lines ${uses} in a row`
    }
  }
  return {
    kind: 'proof',
    title: `Why ${dependencyInWords(universe, goal)} follows`,
    lines: lines.map(line => ({ text: dependencyInWords(universe, line.dependency), why: why(line) })),
  }
}

/** A closure grown step by step, with what never joined it. */
export function closureExhibit(relation: Relation, start: AttributeSet): Exhibit {
  const { size, universe } = relation
  const { closure, steps } = closureWithSteps(size, start, relation.known)
  return {
    kind: 'closure',
    title: `The closure of ${braces(universe.list(start))}`,
    start: universe.list(start),
    steps: steps.map(({ dependency, added }) => ({
      by: dependencyInWords(universe, relation.known[dependency]!),
      added: universe.list(added),
    })),
    missing: universe.list(universe.all.minus(closure)),
  }
}

/** Repeated facts on rows, with the anomalies that they permit. */
export function repeatedExhibit(
  relation: Relation,
  violation: Dependency | Multivalued,
  values: Values,
): Exhibit | undefined {
  const found = repeatedFact(relation, violation)
  if (!found) return undefined
  const { universe } = relation
  const order = inFront(universe, violation.from, violation.to, found.needed)
  const cells = found.rows.map(row => values.cells(row, order))
  const marked = [...found.fact]
  const first = found.rows[0]!
  const repeats = found.rows.filter(row => marked.every(at => row[at] === first[at])).length
  const [left, right] = [universe.list(violation.from), universe.list(violation.to)]
  const needed = listInWords(universe.list(found.needed))
  const isMulti = 'multi' in violation
  /**
   * The fact, in the rows that have it; of a multivalued one what is combined, in all rows but the other one.
   */
  const repeatedIn = (r: number): number[] => {
    if (isMulti) return r < cells.length - 1 ? [...violation.to] : []
    return marked.every(at => found.rows[r]![at] === first[at]) ? marked : []
  }
  const valuesOf = (set: AttributeSet): string => [...set].map(at => cells[0]![order.indexOf(at)]).join(', ')
  const one = valuesOf(violation.to)
  const of = left.length === 0 ? 'every row' : valuesOf(violation.from)
  return {
    kind: 'rows',
    title: isMulti
      ? `${listInWords(right)} written again for every other value`
      : `${listInWords(right)} written again with each row of the same ${listInWords(left) || 'relation'}`,
    columns: order.map(at => universe.names[at]!),
    rows: cells.map((row, r): ExhibitRow => ({
      cells: row,
      marked: repeatedIn(r).map(at => order.indexOf(at)),
    })),
    notes: [
      isMulti
        ? `Change: to correct one of the values of ${listInWords(right)}, several rows must be changed alike.`
        : `Change: if ${one} were wrong for ${of}, ${repeats} rows must be changed; forget one, and they contradict each other.`,
      `Insert: the ${listInWords(right)} of a new ${listInWords(left) || 'row'} cannot be noted before there is a value for ${needed}.`,
      `Delete: with the last row of ${of}, its ${listInWords(right)} is lost as well.`,
    ],
  }
}

const OUTCOMES = {
  true: 'One row has the common value everywhere: joining the parts gives back just the rows there were.',
  undefined: 'Not decided within the limit of steps.',
  false: 'No row has the common value everywhere: a join can make up rows that were never there.',
} as const

/**
 * The chase of the tableau of some parts, frame by frame, and the rows it ends with: what a join would make
 * up is marked.
 */
export function joinExhibits(
  relation: Relation,
  parts: readonly AttributeSet[],
  titles: readonly string[],
  values: Values,
): { lossless: boolean | undefined; exhibits: Exhibit[] } {
  const { size, universe, constraints } = relation
  const start = parts.map((part, r): Row => Array.from({ length: size }, (_, a) => (part.has(a) ? 0 : r + 1)))
  const { lossless, rows, steps } = losslessJoin(size, parts, constraints, {
    limit: parts.length + MOST_ADDED,
  })
  const tableau: Exhibit = {
    kind: 'tableau',
    title: 'Do the parts give back the same rows?',
    columns: universe.names,
    frames: framesOf(relation, start, steps, titles),
    outcome: OUTCOMES[`${lossless}`],
  }
  if (lossless !== false) return { lossless, exhibits: [tableau] }
  return { lossless, exhibits: [tableau, madeUp(relation, rows, parts, values)] }
}

function madeUp(
  { size, universe }: Relation,
  rows: readonly Row[],
  parts: readonly AttributeSet[],
  values: Values,
): Exhibit {
  const spurious = spuriousRows(rows, parts, size).slice(0, 6)
  const covered = parts.reduce((all, part) => all.union(part))
  const gone = universe.list(universe.all.minus(covered))
  return {
    kind: 'rows',
    title:
      gone.length > 0
        ? `${listInWords(gone)} is in none of the parts`
        : 'Split these rows, and join them again',
    columns: universe.names,
    rows: [
      ...rows.map(row => ({ cells: values.cells(row), marked: [] })),
      ...(gone.length > 0
        ? []
        : spurious.map(row => ({
            cells: values.cells(row),
            marked: row.map((_, at) => at),
            label: 'made up by the join',
          }))),
    ],
    notes:
      gone.length > 0
        ? [`What stood there is lost with the split.`]
        : [
            'Every dependency allows the first rows. The marked ones were never there, and nobody can tell them apart from the others.',
          ],
  }
}

/** Rows that multivalued dependencies may add before a tableau is given up. */
const MOST_ADDED = 40
const MOST_FRAMES = 30

/** The tableau before the first step and after each, with what changed. */
function framesOf(
  relation: Relation,
  start: readonly Row[],
  steps: readonly ChaseStep[],
  titles: readonly string[],
): Frame[] {
  const { universe, constraints } = relation
  let rows = start.map(row => [...row])
  let before = rows
  const frame = (note: string): Frame => ({
    note,
    rows: rows.map((row, r) => ({
      label: titles[r] ?? 'added',
      cells: row.map((symbol, at) => ({
        text: symbol === 0 ? 'a' : `b${symbol}`,
        isCommon: symbol === 0,
        isNew: before[r]?.[at] !== symbol,
      })),
    })),
  })
  const frames = [
    frame('One row for each part: “a” where the part has the attribute, a value of its own elsewhere.'),
  ]
  for (const step of steps.slice(0, MOST_FRAMES)) {
    before = rows
    if (step.kind === 'added') rows = [...rows, [...step.row]]
    else
      rows = rows.map(row =>
        row.map((symbol, at) => (at === step.attribute && symbol === step.replaced ? step.kept : symbol)),
      )
    const dependency = (step.kind === 'added' ? constraints.multivalued : constraints.functional)[
      step.dependency
    ]!
    frames.push(
      frame(
        step.kind === 'added'
          ? `${dependencyInWords(universe, dependency)} demands a row more.`
          : `${dependencyInWords(universe, dependency)}: rows that agree on ${braces(universe.list(dependency.from))} get the same ${universe.names[step.attribute]}.`,
      ),
    )
  }
  if (steps.length > MOST_FRAMES) frames.push(frame(`… and ${steps.length - MOST_FRAMES} steps more.`))
  return frames
}

import {
  Aligner,
  type Alignment,
  type AlignOptions,
  type OpenElement,
  type Pin,
  type World,
} from '../alignment'
import { foldName, type Schema } from '../schema'
import { phrase, type Phrase } from '../words'
import { becauseOf } from './because'
import { lookAt, type Looked } from './evaluate'
import { Reading } from './reading'
import type { Rule } from './rule'
import type { Evaluation } from './verdict'

type Judge = (rule: Rule, evaluation: Evaluation, reading: Reading) => Evaluation

/** As many pairings are tried for a rule. */
const MOST_READINGS = 6
/**
 * Tables paired anew for one answer, over all its rules: what a student writes is tried in every way, what is
 * a hundred times as long in none.
 */
const MOST_TABLES = 200

/**
 * An answer under all the pairings that may be meant (semantics, sections 7 and 9): the best, those in which
 * a doubtful pair is replaced by its rival, and for each rule those in which what it asks for stands in a
 * place that is left over.
 */
export class Readings {
  /** Under the best pairing. */
  readonly best: Reading
  private readonly aligner: Aligner
  private readonly doubtful: readonly Reading[]
  private readonly made = new Map<string, Reading>()
  private readonly mostMade: number

  constructor(
    private readonly world: World,
    private readonly schema: Schema,
    options: AlignOptions,
    private readonly rules: readonly Rule[],
    /** What the sheet makes of an evaluation of its tables, under the same pairing. */
    private readonly judge: Judge = (_, evaluation) => evaluation,
  ) {
    this.aligner = new Aligner(world, schema, options)
    const [best, ...others] = this.aligner.candidates().map(alignment => this.under(alignment))
    this.best = best!
    this.doubtful = others
    this.mostMade = Math.floor(MOST_TABLES / Math.max(1, schema.tables.length))
  }

  private under(alignment: Alignment): Reading {
    return new Reading(this.world, this.schema, alignment, this.rules)
  }

  /** The pairing made anew around more pins; remembered. Undefined where enough was made. */
  private with(pins: readonly Pin[]): Reading | undefined {
    const key = JSON.stringify(pins)
    const known = this.made.get(key)
    if (known || this.made.size >= this.mostMade) return known
    const reading = this.under(this.aligner.align(pins))
    this.made.set(key, reading)
    return reading
  }

  /**
   * The verdict that all pairings which may be meant agree on, shown as open where one of them is doubtful;
   * else nothing can be told. The evidence is that of the likeliest.
   */
  evaluate(rule: Rule): Evaluation {
    return this.judgeRule(rule).evaluation
  }

  /** The same, with the likeliest pairing. */
  judgeRule(rule: Rule): { readonly evaluation: Evaluation; readonly reading: Reading } {
    const inParts = this.writtenInParts(rule)
    if (inParts) return { evaluation: inParts, reading: this.best }
    const [first, ...rest] = this.underAll(rule)
    // What stands in a place that was only left for it is open, also where that is the only one.
    const lower = first!.pins.length > 0 ? { confidence: 'weak' as const } : {}
    const own: Evaluation = { ...first!.evaluation, ...lower }
    const other = [
      ...rest,
      ...this.doubtful.map(reading => ({ reading, ...this.lookAt(reading, rule) })),
    ].find(({ evaluation }) => evaluation.verdict !== own.verdict)
    const { reading } = first!
    return { reading, evaluation: other ? undecided(own, reading, other.evaluation, other.reading) : own }
  }

  private lookAt(reading: Reading, rule: Rule): Looked {
    const { evaluation, elements } = lookAt(reading, rule)
    return { evaluation: this.judge(rule, evaluation, reading), elements }
  }

  /** What rests on an element that may be written in several columns at once is not to be said. */
  private writtenInParts(rule: Rule): Evaluation | undefined {
    const { open } = this.best.alignment
    if (open.every(({ parts }) => parts === undefined)) return undefined
    const { evaluation, elements } = this.lookAt(this.best, rule)
    const found = open.find(({ element, parts }) => parts !== undefined && elements.has(foldName(element)))
    if (!found || evaluation.verdict === 'upheld') return undefined
    const names = { element: phrase('element', { element: found.element }), columns: found.parts! }
    return {
      verdict: 'cannot tell',
      doubt: 'pairing',
      witness: null,
      tables: evaluation.tables,
      confidence: 'weak',
      because: [becauseOf('pairing-in-parts', names)],
    }
  }

  private underAll(rule: Rule): Tried[] {
    const tried: Tried[] = []
    const tryUnder = (reading: Reading, pins: readonly Pin[]): void => {
      if (tried.length >= MOST_READINGS) return
      const { evaluation, elements } = this.lookAt(reading, rule)
      const next = choicesOf(reading.alignment.open, elements).flatMap(choice => {
        const made = this.with([...pins, ...choice])
        return made ? [{ made, choice }] : []
      })
      if (next.length === 0) tried.push({ reading, evaluation, pins })
      for (const { made, choice } of next) tryUnder(made, [...pins, ...choice])
    }
    tryUnder(this.best, [])
    return tried
  }
}

interface Tried {
  readonly reading: Reading
  readonly evaluation: Evaluation
  readonly pins: readonly Pin[]
}

/** Every way of placing the open elements that were looked for, each place taken once; the likeliest first. */
function choicesOf(open: readonly OpenElement[], elements: ReadonlySet<string>): (readonly Pin[])[] {
  const looked = open.filter(({ element }) => elements.has(foldName(element)))
  if (looked.length === 0) return []
  let choices: (readonly Pin[])[] = [[]]
  for (const { element, places } of looked) {
    const more = choices.flatMap(pins => {
      const left = places.filter(place => !pins.some(({ to }) => to.includes(place)))
      return left.length === 0 ? [pins] : left.map(place => [...pins, { element, to: [place] }])
    })
    choices = more.slice(0, MOST_READINGS)
  }
  return choices.filter(pins => pins.length > 0)
}

function undecided(own: Evaluation, here: Reading, other: Evaluation, there: Reading): Evaluation {
  const { element, first, other: second } = difference(here, there)
  return {
    verdict: 'cannot tell',
    doubt: 'pairing',
    witness: null,
    tables: own.tables,
    confidence: 'weak',
    because: [
      becauseOf('pairing-open', {
        element,
        first,
        other: second,
        verdict: own.verdict,
        otherVerdict: other.verdict,
      }),
      ...own.because,
    ],
  }
}

interface Difference {
  readonly element: Phrase
  readonly first: string | Phrase
  readonly other: string | Phrase
}

/** The first element that two pairings place differently, for the sentence that says what to pair. */
function difference(a: Reading, b: Reading): Difference {
  const nothing = phrase('nothing', {})
  for (const { entity, table } of a.alignment.entities) {
    const other = b.placement(entity)?.table
    if (other !== table)
      return { element: phrase('element', { element: entity }), first: table, other: other ?? nothing }
  }
  for (const { entity, attribute, table, column } of a.alignment.attributes) {
    const other = b.attribute(entity, attribute)
    if (other?.column !== column)
      return {
        element: phrase('element', { element: `${entity}.${attribute}` }),
        first: `${table}.${column}`,
        other: other ? `${other.table}.${other.column}` : nothing,
      }
  }
  for (const { entity, role, layout } of a.alignment.roles) {
    const other = b.rolePlacement(entity, role)?.layout
    const columns = (of: typeof layout | undefined): string | undefined => {
      if (of?.kind === 'via') return of.toTarget.columns.map(([column]) => column).join('+')
      return of?.kind === 'forward' ? of.step.columns.map(([column]) => column).join('+') : of?.kind
    }
    if (columns(other) !== columns(layout))
      return {
        element: phrase('element', { element: `${entity}.${role}` }),
        first: columns(layout) ?? nothing,
        other: columns(other) ?? nothing,
      }
  }
  return { element: phrase('the-pairing', {}), first: phrase('one', {}), other: phrase('another', {}) }
}

import type { RoleLayout, Step, World } from '../alignment'
import {
  Diagram,
  EMPTY_DIAGRAM,
  LEVELS,
  aloud,
  checkDiagram,
  findRelationship,
  givenDiagram,
  schemaFromDiagram,
  type DiagramEnd,
  type Level,
  type MappedDiagram,
} from '../diagram'
import type { MarkableAnswer, PreparedExercise } from '../exercise'
import { CATALOGUE, type Finding, type FindingCode, type Params } from '../findings'
import {
  becauseOf,
  emptyFarSide,
  moduleOf,
  type Because,
  type EndQuestion,
  type Evaluation,
  type Reading,
  type Rule,
  type Verdict,
  type Witness,
} from '../rules'
import { asGiven, findColumn, findTable, sameColumns, sameName, type Schema } from '../schema'
import { mapPhrases, type Phrase } from '../words'
import { fromJson, type TableSheetModule } from './module'
import type { TableSheet } from './table-sheet'

/** Cards and lines; what the exercise gives is not the student's. */
export const diagram: TableSheetModule<Diagram> = {
  name: 'diagram',
  field: 'diagram',
  shape: Diagram,
  empty: EMPTY_DIAGRAM,
  parse: fromJson(Diagram, EMPTY_DIAGRAM),
  readable: content =>
    aloud(content)
      .map(({ text }) => text)
      .join('\n'),
  begin: ({ tables, level }) => (tables.tables.length === 0 ? EMPTY_DIAGRAM : givenDiagram(tables, level)),
  schemaOf: (content, { withSurrogates = false }) => schemaFromDiagram(content, { withSurrogates }).schema,
  hasOwn: ({ entities, relationships }) => [...entities, ...relationships].some(({ given }) => !given),
  form: () => [],
  read: readDiagramSheet,
}

/**
 * A diagram as a sheet that describes tables (semantics, section 4): it is mapped with a number for whatever
 * nothing tells apart, so that every line counts, and evaluated like any schema. What only a diagram says,
 * how many at least on either side, and that an answer is still open, is judged from its ends.
 */
export function readDiagramSheet(
  { given, document, world }: PreparedExercise,
  { diagram: drawn = EMPTY_DIAGRAM }: Pick<MarkableAnswer, 'diagram'>,
): TableSheet {
  const asked = document.level ?? 'logical'
  const diagram = { ...drawn, level: higher(drawn.level, asked) }
  const mapped = schemaFromDiagram(diagram, { withSurrogates: true })
  const lost = given.tables.filter(table => !findTable(mapped.schema, table.name))
  const schema: Schema = { tables: [...mapped.schema.tables, ...asGiven({ tables: lost }).tables] }
  const findings = [
    ...reached(drawn.level, asked),
    ...lost.map(({ name }) => finding('diagram.given-lost', { entity: name })),
    ...checkDiagram(diagram),
  ]
  const ends = new EndsOf(diagram, mapped)
  return {
    name: 'diagram',
    schema,
    findings,
    asks: rule => asksInDiagram(world, rule, asked),
    placed: ({ start }) => ({ start: 0, end: 0, field: mapped.elements[start] ?? '' }),
    judge: (rule, evaluation, reading) =>
      judge(ends, findings, rule, inCardWords(ends, rule, evaluation, reading), reading),
  }
}

const higher = (a: Level, b: Level): Level => (LEVELS.indexOf(a) > LEVELS.indexOf(b) ? a : b)

function finding(code: FindingCode, params: Params): Finding {
  return { code, severity: CATALOGUE[code].severity, sheet: 'diagram', place: { start: 0, end: 0 }, params }
}

function reached(level: Level, asked: Level): Finding[] {
  return LEVELS.indexOf(level) < LEVELS.indexOf(asked)
    ? [finding('diagram.level-not-reached', { level, asked })]
    : []
}

/** Whether the level asks for what the rule asks (each kind says from which level on). */
function asksInDiagram({ entities }: World, rule: Rule, level: Level): boolean {
  const entity = entities.find(({ name }) => sameName(name, rule.entity))
  const isRole = (member: string): boolean =>
    entity?.roles.some(({ name }) => sameName(name, member)) ?? false
  const from = moduleOf(rule).level?.(rule, isRole) ?? 'conceptual'
  return LEVELS.indexOf(level) >= LEVELS.indexOf(from)
}

/** How many there are for one on the other side, as a diagram says it: undefined where nothing is drawn. */
interface Amounts {
  readonly toTarget: Pick<DiagramEnd, 'least' | 'most'>
  readonly toEntity: Pick<DiagramEnd, 'least' | 'most'>
  readonly relationships: readonly string[]
}

const WHOLE = { least: 1, most: 'one' } as const

class EndsOf {
  constructor(
    readonly diagram: Diagram,
    private readonly mapped: MappedDiagram,
  ) {}

  /** The two answers about a role, by how it is laid out. */
  of(layout: RoleLayout): Amounts | undefined {
    switch (layout.kind) {
      case 'forward':
        return this.along(layout.step)
      case 'backward':
        return turned(this.along(layout.step))
      case 'via':
        return joined(
          turned(this.along(layout.toEntity)),
          this.along(layout.toTarget),
          this.isOne(layout.toEntity, layout.toTarget)
            ? this.across(layout.toEntity, layout.toTarget)
            : undefined,
        )
      default:
        return undefined
    }
  }

  /** From a table along one of its references: from a table between there is exactly one target. */
  private along(step: Step): Amounts | undefined {
    const link = this.link(step)
    const relationship = link && findRelationship(this.diagram, link.relationship)
    if (!link || !relationship) return undefined
    const far = relationship.ends[link.end]!
    const other = relationship.ends.length === 2 ? relationship.ends[1 - link.end]! : undefined
    const relationships = [relationship.id]
    if (!link.isBetween)
      return { toTarget: far, toEntity: other ?? { least: null, most: null }, relationships }
    return { toTarget: WHOLE, toEntity: other ?? { least: far.least, most: 'many' }, relationships }
  }

  private link({ fromTable, columns }: Step): MappedDiagram['links'][number] | undefined {
    return this.mapped.links.find(
      link =>
        sameName(link.table, fromTable) &&
        sameColumns(
          link.columns,
          columns.map(([column]) => column),
        ),
    )
  }

  private isOne(a: Step, b: Step): boolean {
    const [x, y] = [this.link(a), this.link(b)]
    return x !== undefined && x.isBetween && x.relationship === y?.relationship
  }

  /** Both references come from one relationship of two ends: its own answers. */
  private across(toEntity: Step, toTarget: Step): Amounts | undefined {
    const [own, far] = [this.link(toEntity)!, this.link(toTarget)!]
    const relationship = findRelationship(this.diagram, own.relationship)!
    return relationship.ends.length === 2
      ? {
          toTarget: relationship.ends[far.end]!,
          toEntity: relationship.ends[own.end]!,
          relationships: [relationship.id],
        }
      : undefined
  }

  /** What the diagram says of some relationships, as sentences. */
  sentences(ids: readonly string[]): Because[] {
    return aloud(this.diagram)
      .filter(({ element }) => ids.includes(element))
      .map(({ element, text }) =>
        becauseOf('diagram-says', { sentence: text }, { span: this.place(element) }),
      )
  }

  place(element: string): { start: number; end: number } {
    const at = this.mapped.elements.indexOf(element)
    return { start: at, end: at + 1 }
  }
}

const turned = (amounts: Amounts | undefined): Amounts | undefined =>
  amounts && { ...amounts, toTarget: amounts.toEntity, toEntity: amounts.toTarget }

function leastOver(a: DiagramEnd['least'], b: DiagramEnd['least']): DiagramEnd['least'] {
  if (a === 0 || b === 0) return 0
  return a === null || b === null ? null : a * b
}

function mostOver(a: DiagramEnd['most'], b: DiagramEnd['most']): DiagramEnd['most'] {
  if (a === null || b === null) return null
  return a === 'one' && b === 'one' ? 'one' : 'many'
}

/** Over a card between: there must be one both ways, and one at most both ways. */
function joined(
  first: Amounts | undefined,
  second: Amounts | undefined,
  across: Amounts | undefined,
): Amounts | undefined {
  if (across) return across
  if (!first || !second) return undefined
  const both = (a: Amounts['toTarget'], b: Amounts['toTarget']): Amounts['toTarget'] => ({
    least: leastOver(a.least, b.least),
    most: mostOver(a.most, b.most),
  })
  return {
    toTarget: both(first.toTarget, second.toTarget),
    toEntity: both(second.toEntity, first.toEntity),
    relationships: [...first.relationships, ...second.relationships],
  }
}

function judge(
  ends: EndsOf,
  findings: readonly Finding[],
  rule: Rule,
  evaluation: Evaluation,
  reading: Reading,
): Evaluation {
  if (rule.kind === 'drawn') return judgeDrawn(ends, findings, rule.about)
  if (rule.kind === 'stores') return withoutType(rule, evaluation, reading)
  const question = moduleOf(rule).end?.(rule)
  const layout = question && reading.rolePlacement(rule.entity, question.role)?.layout
  if (!layout) return evaluation
  const amounts = ends.of(layout)
  if (amounts)
    return byEnds(ends, amounts, question, evaluation, least =>
      witnessOfLeast(rule, question, least, reading),
    )
  const isAskedOfLine = question.ask === 'least' && question.of === 'toTarget'
  if (!isAskedOfLine || ends.diagram.level === 'physical') return evaluation
  return {
    ...evaluation,
    verdict: 'not shown',
    witness: null,
    because: [becauseOf('no-line', {})],
  }
}

function witnessOfLeast(
  { entity }: Rule,
  question: EndQuestion,
  otherwise: Verdict,
  reading: Reading,
): Witness | null {
  return question.ask === 'least'
    ? emptyFarSide(reading, entity, question.role, question.of, otherwise)
    : null
}

/** None means that there may be none; any other number is met by that many and more. */
function isLeast(answer: number, wanted: number): boolean {
  return wanted === 0 ? answer === 0 : answer >= wanted
}

/** What the two answers of a line say to the question; with the rows of the tables, or ones made for it. */
function byEnds(
  ends: EndsOf,
  amounts: Amounts,
  question: EndQuestion,
  evaluation: Evaluation,
  witnessFor: (verdict: Verdict) => Witness | null,
): Evaluation {
  const because = ends.sentences(amounts.relationships)
  const asTables = (): Evaluation => ({ ...evaluation, because })
  const upheld = (): Evaluation => ({ ...evaluation, verdict: 'upheld', because, witness: null })
  if (question.ask === 'line') return evaluation.verdict === 'upheld' ? asTables() : evaluation
  const answer = amounts[question.of][question.ask]
  if (answer === null)
    return {
      ...evaluation,
      verdict: 'not shown',
      witness: null,
      because: because.map(reason => ({ ...reason, code: 'answer-open' as const })),
    }
  if (question.ask === 'least') {
    const verdict = question.otherwise
    if (isLeast(Number(answer), question.wanted)) return upheld()
    return { ...evaluation, verdict, because, witness: evaluation.witness ?? witnessFor(verdict) }
  }
  if (question.wanted === 'one') return answer === 'one' ? upheld() : asTables()
  // The line allows many, and what tells the card apart does not: then that is the reason.
  return answer !== 'one' && evaluation.verdict !== 'upheld' ? evaluation : asTables()
}

/** A fact whose type is not said yet shows nothing of what is kept. */
function withoutType(
  rule: Extract<Rule, { kind: 'stores' }>,
  evaluation: Evaluation,
  reading: Reading,
): Evaluation {
  const placed = reading.attribute(rule.entity, rule.attribute)
  const column = placed && findColumn(reading.table(placed.table), placed.column)
  if (!placed || !column || column.type.family !== 'other' || !column.type.text.startsWith('no type'))
    return evaluation
  const { doubt: _, ...rest } = evaluation
  return {
    ...rest,
    verdict: 'not shown',
    witness: null,
    because: [becauseOf('no-type', { column: placed.column, table: placed.table }, column)],
  }
}

/** Whether anything is there of which it could be said: nothing drawn is nothing well drawn. */
function hasAny({ entities, relationships }: Diagram, about: keyof typeof ABOUT): boolean {
  if (about === 'answers' || about === 'between') return relationships.some(({ given }) => !given)
  return [...entities, ...relationships].some(({ given, attributes }) => !given && attributes.length > 0)
}

const ABOUT: Readonly<Record<Extract<Rule, { kind: 'drawn' }>['about'], readonly FindingCode[]>> = {
  answers: ['diagram.end-open', 'diagram.end-missing'],
  between: ['junction.unresolved', 'diagram.several-unresolved'],
  types: ['diagram.no-type'],
  sizes: ['diagram.no-size'],
}

function judgeDrawn(ends: EndsOf, findings: readonly Finding[], about: keyof typeof ABOUT): Evaluation {
  const base = { witness: null, tables: [], confidence: 'sure' } as const
  if (!hasAny(ends.diagram, about))
    return {
      ...base,
      verdict: 'not shown',
      because: [becauseOf('nothing-drawn', {})],
    }
  const faults = findings.filter(({ code }) => ABOUT[about].includes(code))
  if (faults.length === 0) return { ...base, verdict: 'upheld', because: [becauseOf('drawn-well', {})] }
  return {
    ...base,
    verdict: 'broken',
    because: faults.map(fault =>
      becauseOf(
        'fault',
        { code: fault.code, params: fault.params },
        fault.field ? { span: ends.place(fault.field) } : undefined,
      ),
    ),
  }
}

/** Steps of reasoning over tables that a card says in a sentence of its own. */
const STEPS: ReadonlySet<string> = new Set(['key-leads-to-row', 'reference-leads-to-row', 'all-reached'])

/** What a script declares, as it is said of a card. */
function asOfCard(said: Phrase): Phrase {
  switch (said.phrase) {
    case 'primary-key':
    case 'unique':
      return { ...said, phrase: 'told-apart' }
    case 'not-null':
      return { ...said, phrase: 'must-be-there' }
    default:
      return said
  }
}

/**
 * Keys as people speak of cards, not as a script writes them; what tells a card apart is said by its
 * sentence.
 */
function inCardWords(ends: EndsOf, rule: Rule, evaluation: Evaluation, reading: Reading): Evaluation {
  const table = 'by' in rule ? reading.placement(rule.entity)?.table : undefined
  const card = ends.diagram.entities.find(
    ({ id, name }) => table !== undefined && sameName(name.trim() || id, table),
  )
  const told = card ? ends.sentences([card.id]).slice(0, 1) : []
  const { witness } = evaluation
  return {
    ...evaluation,
    witness: witness?.by ? { ...witness, by: mapPhrases(witness.by, asOfCard) } : witness,
    because: [
      ...told,
      ...evaluation.because.filter(
        ({ code }) => !STEPS.has(code) || (!card && evaluation.verdict !== 'upheld'),
      ),
    ].map(reason => ({ ...reason, params: mapPhrases(reason.params, asOfCard) })),
  }
}

import type { RoleLayout, Step, World } from '../alignment'
import {
  Diagram,
  EMPTY_DIAGRAM,
  LEVELS,
  aloud,
  checkDiagram,
  findRelationship,
  givenDiagram,
  referenceWritten,
  schemaFromDiagram,
  type DiagramEnd,
  type DiagramRelationship,
  type Level,
  type MappedDiagram,
} from '../diagram'
import type { MarkableAnswer, PreparedExercise } from '../exercise'
import { CATALOGUE, type Finding, type FindingCode, type Params } from '../findings'
import {
  becauseOf,
  emptyFarSide,
  moduleOf,
  stepToTarget,
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
import { actionUnsaid, isAction } from './actions'
import { fromJson, type TableSheetModule } from './module'
import { namesOnSheet } from './names-on-sheet'
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
  describes: (content, { withSurrogates = false }) => {
    const mapped = schemaFromDiagram(content, { withSurrogates })
    return { schema: mapped.schema, placed: placedAt(mapped) }
  },
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
    ...(asked === 'physical' ? namesOnSheet('diagram', mapped.schema, document, placedAt(mapped)) : []),
  ]
  const ends = new EndsOf(diagram, mapped, drawn.level)
  // What becomes of those that refer is asked where the model answer's own diagram says it.
  const saysActions = (document.models[0]?.diagram?.relationships ?? []).some(relationship =>
    relationship.ends.some(({ onDelete, onUpdate }) => onDelete !== undefined || onUpdate !== undefined),
  )
  return {
    name: 'diagram',
    schema,
    findings,
    asks: rule => asksInDiagram(world, rule, asked) && (!isAction(rule) || saysActions),
    placed: placedAt(mapped),
    excuses: (found, reading) =>
      found.code === 'diagram.one-to-one' && isSettled(ends, found.field ?? '', reading),
    judge: (rule, evaluation, reading) =>
      judge(ends, findings, rule, inCardWords(ends, rule, evaluation, reading), reading),
  }
}

/** The element that a place of the schema speaks of. */
const placedAt =
  ({ elements }: MappedDiagram): TableSheet['placed'] =>
  ({ start }) => ({ start: 0, end: 0, field: elements[start] ?? '' })

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
    private readonly drawnAt: Level,
  ) {}

  /** The two answers about a role of what stands in a table, by how it is laid out. */
  of(layout: RoleLayout, own: string): Amounts | undefined {
    switch (layout.kind) {
      case 'forward':
        return this.atKind(this.along(layout.step), own, layout.step.fromTable)
      case 'backward':
        return turned(this.along(layout.step))
      case 'via':
        if (this.kindOf(own, layout.table)) return this.atKind(this.along(layout.toTarget), own, layout.table)
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

  /** The card of a kind, among those of a wider card. */
  private kindOf(general: string, special: string): Diagram['kinds'][number] | undefined {
    const called = (id: string, table: string): boolean =>
      this.diagram.entities.some(entity => entity.id === id && sameName(entity.name.trim() || id, table))
    return this.diagram.kinds.find(
      kind => called(kind.general, general) && kind.special.some(id => called(id, special)),
    )
  }

  /** What hangs at a kind that is not all of them, the others have none of. */
  private atKind(amounts: Amounts | undefined, own: string, table: string): Amounts | undefined {
    const kind = sameName(own, table) ? undefined : this.kindOf(own, table)
    const isAll = kind === undefined || (kind.isTotal && this.isAtEach(kind.special, amounts))
    return amounts && !isAll ? { ...amounts, toTarget: { ...amounts.toTarget, least: 0 } } : amounts
  }

  /** Whether each of the kinds has a line of its own to the card that the amounts speak of, with one at least. */
  private isAtEach(kinds: readonly string[], amounts: Amounts | undefined): boolean {
    const [id = ''] = amounts?.relationships ?? []
    const target = findRelationship(this.diagram, id)?.ends.find(
      ({ entity }) => !kinds.includes(entity),
    )?.entity
    const hasLine = (kind: string): boolean =>
      this.diagram.relationships.some(
        ({ ends }) =>
          ends.some(({ entity }) => entity === kind) &&
          ends.some(({ entity, least }) => entity === target && (least ?? 0) > 0),
      )
    return kinds.every(hasLine)
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

  /** What speaks against the reference of a line as it is drawn; nothing where it is right, or not to be drawn. */
  referenceFault({ kind, ...layout }: RoleLayout): Because | undefined {
    const step = kind === 'forward' && 'step' in layout ? layout.step : undefined
    const link = step && this.link(step)
    const relationship = link && findRelationship(this.diagram, link.relationship)
    if (!step || !link || link.isBetween || relationship?.ends.length !== 2 || relationship.given)
      return undefined
    const [target, own] = [relationship.ends[link.end]!, relationship.ends[1 - link.end]!]
    const place = { span: this.place(relationship.id) }
    const at = this.standsAt(relationship, target)
    if (own.columns && own.columns.length > 0 && !at)
      return becauseOf('reference-other-side', names(step, own.columns), place)
    const there = own.most === 'one' ? undefined : this.writtenAt(relationship, own, target)
    if (there && !at) return becauseOf('reference-other-side', names(step, there), place)
    return this.drawnAt === 'physical' && !at
      ? becauseOf('reference-undrawn', { table: step.fromTable, target: step.toTable }, place)
      : undefined
  }

  /** The columns by which the other card refers to the end: named there, or written among its facts. */
  private standsAt(relationship: DiagramRelationship, target: DiagramEnd): readonly string[] | undefined {
    if (target.columns && target.columns.length > 0) return target.columns
    const own = relationship.ends.find(end => end !== target)!
    return this.writtenAt(relationship, target, own)
  }

  /** The facts on the card of `holder` that are a reference to the card of `end`. */
  private writtenAt(
    relationship: DiagramRelationship,
    end: DiagramEnd,
    holder: DiagramEnd,
  ): readonly string[] | undefined {
    const card = this.diagram.entities.find(({ id }) => id === holder.entity)
    const referred = this.diagram.entities.find(({ id }) => id === end.entity)
    const key = findTable(this.mapped.schema, referred?.name.trim() || end.entity)?.primaryKey?.columns ?? []
    if (!card || !referred || key.length === 0) return undefined
    const target = referred.name.trim() || referred.id
    return referenceWritten(this.diagram, card, relationship, end, { key, target, isTaken: () => false })
  }

  /** Whether the end that a reference leads to says what becomes of those that refer. */
  says(step: Step, event: 'onDelete' | 'onUpdate'): boolean {
    const link = this.link(step)
    const end = link && findRelationship(this.diagram, link.relationship)?.ends[link.end]
    return end?.[event] !== undefined
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

const names = ({ fromTable, toTable }: Step, columns: readonly string[]) => ({
  columns,
  table: fromTable,
  target: toTable,
})

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
  if (rule.kind === 'onDelete' || rule.kind === 'onUpdate')
    return isActionSaid(ends, rule, reading) ? evaluation : actionUnsaid(rule, evaluation)
  if ((rule.kind === 'mustHave' || rule.kind === 'mayLack') && isUnsaid(ends, rule, reading))
    return {
      ...evaluation,
      verdict: 'not shown',
      witness: null,
      because: [becauseOf('mark-unsaid', { fact: rule.path })],
    }
  const question = moduleOf(rule).end?.(rule)
  const layout = question && reading.rolePlacement(rule.entity, question.role)?.layout
  if (!layout) return evaluation
  const amounts = ends.of(layout, reading.placement(rule.entity)?.table ?? '')
  if (amounts)
    return byEnds(ends, { amounts, layout }, question, evaluation, least =>
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
  { amounts, layout }: { readonly amounts: Amounts; readonly layout: RoleLayout },
  question: EndQuestion,
  evaluation: Evaluation,
  witnessFor: (verdict: Verdict) => Witness | null,
): Evaluation {
  const because = ends.sentences(amounts.relationships)
  const asTables = (): Evaluation => ({ ...evaluation, because })
  const upheld = (): Evaluation => ({ ...evaluation, verdict: 'upheld', because, witness: null })
  if (question.ask === 'line') {
    const fault = ends.referenceFault(layout)
    if (fault)
      return {
        ...evaluation,
        verdict: fault.code === 'reference-undrawn' ? 'not shown' : 'broken',
        witness: null,
        because: [...because, fault],
      }
    return evaluation.verdict === 'upheld' ? asTables() : evaluation
  }
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
  // What it is identified within may have one of it at most: no key says so, but the line does.
  if (answer === 'one' && evaluation.verdict === 'upheld')
    return { ...evaluation, verdict: 'too strict', because, witness: null }
  // The line allows many, and what tells the card apart does not: then that is the reason.
  return answer !== 'one' && evaluation.verdict !== 'upheld' ? evaluation : asTables()
}

/** Whether a rule says how many there are at most on the other side of a line: then nobody is asked again. */
function isSettled(ends: EndsOf, line: string, reading: Reading): boolean {
  return reading.rules.some(rule => {
    const role = settledRole(rule)
    const layout = role === undefined ? undefined : reading.rolePlacement(rule.entity, role)?.layout
    const own = reading.placement(rule.entity)?.table ?? ''
    return layout !== undefined && (ends.of(layout, own)?.relationships.includes(line) ?? false)
  })
}

/** The role of which a rule says how many may share it. */
function settledRole(rule: Rule): string | undefined {
  if (rule.kind === 'identifies') return rule.by.length === 1 ? rule.by[0] : undefined
  if (rule.kind === 'determines') return rule.from.length === 1 ? rule.from[0] : undefined
  const question = moduleOf(rule).end?.(rule)
  return question?.ask === 'most' && question.of === 'toEntity' ? question.role : undefined
}

/** Whether the line of a role says what becomes of it. */
function isActionSaid(
  ends: EndsOf,
  { kind, entity, role }: Extract<Rule, { kind: 'onDelete' | 'onUpdate' }>,
  reading: Reading,
): boolean {
  const layout = reading.rolePlacement(entity, role)?.layout
  const step = layout && stepToTarget(layout)
  return step === undefined || ends.says(step, kind)
}

/** Whether the diagram does not say of a fact, though it is asked, if it may be missing. */
function isUnsaid(
  { diagram }: EndsOf,
  { entity, path }: Extract<Rule, { kind: 'mustHave' | 'mayLack' }>,
  reading: Reading,
): boolean {
  const placed = reading.attribute(entity, path)
  const card = placed && diagram.entities.find(({ id, name }) => sameName(name.trim() || id, placed.table))
  const fact = card?.attributes.find(({ name }) => sameName(name.trim(), placed!.column))
  return diagram.level === 'physical' && fact?.required === null && !fact.identifies
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
  if (about === 'answers' || about === 'verbs' || about === 'between')
    return relationships.some(({ given }) => !given)
  if (about === 'identifiers') return entities.some(({ given }) => !given)
  return [...entities, ...relationships].some(({ given, attributes }) => !given && attributes.length > 0)
}

/** Whether any fact of the student's own has a type: without one there is no size. */
const hasTypes = ({ entities, relationships }: Diagram): boolean =>
  [...entities, ...relationships].some(
    ({ given, attributes }) => !given && attributes.some(({ type }) => type.trim() !== ''),
  )

const ABOUT: Readonly<Record<Extract<Rule, { kind: 'drawn' }>['about'], readonly FindingCode[]>> = {
  answers: ['diagram.end-open', 'diagram.end-missing'],
  verbs: ['diagram.no-verb'],
  identifiers: ['diagram.no-identifier'],
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
  if (about === 'sizes' && !hasTypes(ends.diagram))
    return { ...base, verdict: 'not shown', because: [becauseOf('nothing-drawn', {})] }
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

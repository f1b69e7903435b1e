import { capital, listInWords, plural } from '../language'
import { amountInWords, isDemanded } from './amounts'
import { DELETED, UPDATED } from './becomes-in-words'
import {
  findEntityById,
  ownersOf,
  type Diagram,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramKinds,
  type DiagramRelationship,
} from './document'
import { asOneWord, factInWords, factMarks } from './fact-in-words'
import { linesFrom, type Seen } from './line/far-end'

/** One sentence of a diagram, with the element it speaks of. */
export interface Sentence {
  readonly element: string
  readonly text: string
}

/**
 * The diagram as sentences: for screen readers, and to be held beside the brief. Entity by entity, each
 * relationship both ways.
 */
export function aloud(diagram: Diagram): Sentence[] {
  return [
    ...diagram.entities.flatMap(entity => aboutEntity(diagram, entity)),
    ...diagram.relationships.flatMap(relationship =>
      aboutRelationship(diagram, relationship).map(text => ({ element: relationship.id, text })),
    ),
    ...diagram.kinds.map(kinds => ({
      element: kinds.id,
      text: `${capital(one(nameOf(diagram, kinds.general)))} ${kindsInWords(kinds)} ${listInWords(kinds.special.map(other => nameOf(diagram, other)))}.`,
    })),
    // What speaks of a line stands behind it.
    ...diagram.entities.flatMap(entity =>
      entity.uniques.filter(set => !isOfFacts(entity, set)).map(set => noTwo(diagram, entity, set)),
    ),
  ]
}

const isOfFacts = ({ attributes }: DiagramEntity, set: readonly string[]): boolean =>
  set.every(id => attributes.some(fact => fact.id === id))

function noTwo(diagram: Diagram, entity: DiagramEntity, set: readonly string[]): Sentence {
  const members = listInWords(set.map(id => memberName(diagram, entity, id)))
  return {
    element: entity.id,
    text: `No two ${plural((entity.name.trim() || 'of these').toLowerCase())} have the same ${members}.`,
  }
}

/** "is one of", "may be any of": whether each must be one of the kinds, and only one. */
export function kindsInWords({ isTotal, isDisjoint }: Pick<DiagramKinds, 'isTotal' | 'isDisjoint'>): string {
  return `${isTotal ? 'is' : 'may be'} ${isDisjoint ? 'one of' : 'any of'}`
}

const nameOf = (diagram: Diagram, id: string): string =>
  findEntityById(diagram, id)?.name.trim() || 'something without a name'
const one = (name: string): string => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${name.toLowerCase()}`

function aboutEntity(diagram: Diagram, entity: DiagramEntity): Sentence[] {
  const name = entity.name.trim() || 'Something without a name'
  const say = (text: string): Sentence => ({ element: entity.id, text })
  const identifiers = entity.attributes
    .filter(({ identifies }) => identifies)
    .map(attribute => attribute.name)
  const owners = ownersOf(diagram, entity.id).map(({ end }) => nameOf(diagram, end.entity).toLowerCase())
  const facts = entity.attributes.filter(
    fact => !fact.identifies || factMarks(fact, diagram.level).length > 0,
  )
  const by = identifiers.length > 0 ? ` by ${listInWords(identifiers)}` : ''
  const within = owners.length > 0 ? ` within ${listInWords(owners)}` : ''
  const told = `${by}${within}`
  return [
    // Said last where it is nothing: else the first fact would be read as what identifies.
    ...(told === '' ? [] : [say(`${name} is identified${told}.`)]),
    ...(facts.length > 0
      ? [say(`${name} has ${listInWords(facts.map(fact => factInWords(fact, diagram.level)))}.`)]
      : []),
    ...(told === '' ? [say(`${name} is identified by nothing yet.`)] : []),
    ...entity.uniques.filter(set => isOfFacts(entity, set)).map(set => noTwo(diagram, entity, set)),
  ]
}

/** A fact by its name, a relationship by what it leads to. */
function memberName(diagram: Diagram, entity: DiagramEntity, id: string): string {
  const fact = entity.attributes.find(attribute => attribute.id === id)
  const line = linesFrom(diagram, entity.id).find(({ relationship }) => relationship.id === id)
  return fact?.name ?? (line ? farName(diagram, line, name => name) : 'something else')
}

/** An end by its role, or by its card. */
const calledIn = (diagram: Diagram, { entity, role }: DiagramEnd): string =>
  role || nameOf(diagram, entity).toLowerCase()

/** What a line leads to, in one or many; where another leads to what is called so as well, with its verb. */
function farName(diagram: Diagram, { relationship, at }: Seen, many: (name: string) => string): string {
  const called = (end: DiagramEnd): string => calledIn(diagram, end)
  const name = called(relationship.ends[1 - at]!)
  const twins = linesFrom(diagram, relationship.ends[at]!.entity).filter(
    other => called(other.relationship.ends[1 - other.at]!) === name,
  )
  const verb = at === 0 ? relationship.name : relationship.back
  return twins.length > 1 && verb !== '' ? `${many(name)} it ${verb}` : many(name)
}

function aboutRelationship(diagram: Diagram, relationship: DiagramRelationship): string[] {
  const { name, back, ends, attributes } = relationship
  const [a, b] = ends as [DiagramEnd, DiagramEnd]
  const called = (end: DiagramEnd): string => calledIn(diagram, end)
  const carried =
    attributes.length > 0
      ? [`It carries ${listInWords(attributes.map(fact => factInWords(fact, diagram.level)))}.`]
      : []
  if (ends.length > 2) return [...aboutMeeting(diagram, name, ends), ...carried]
  const as = ({ role }: DiagramEnd): string => (role.trim() === '' ? '' : ` as ${asOneWord(role.trim())}`)
  const card = (end: DiagramEnd): string => nameOf(diagram, end.entity).toLowerCase()
  const from = (end: DiagramEnd): string => `One ${card(end)}${as(end)}`
  const to = (end: DiagramEnd): string =>
    `${amountInWords(end)} ${end.most === 'one' ? card(end) : plural(card(end))}${as(end)}`
  return [
    `${from(a)} ${name || 'goes with'} ${to(b)}.`,
    `${from(b)} ${back || 'goes with'} ${to(a)}.`,
    ...carried,
    ...(diagram.level === 'physical'
      ? ([0, 1] as const).flatMap(at =>
          actionsInWords(ends[at]!, called(ends[at]!), farName(diagram, { relationship, at }, plural)),
        )
      : []),
  ]
}

/** What three and more meet in: for one each of the others how many there are, and who takes part. */
function aboutMeeting(diagram: Diagram, verb: string, ends: readonly DiagramEnd[]): string[] {
  const called = (end: DiagramEnd): string => calledIn(diagram, end)
  const name = verb || 'something without a name'
  const many = ({ most }: DiagramEnd): boolean => most !== 'one'
  return [
    `${capital(listInWords(ends.map(end => `${nameOf(diagram, end.entity).toLowerCase()}${end.role === '' ? '' : ` as ${end.role}`}`)))} meet in ${name}.`,
    ...ends.map(
      (end, i) =>
        `For ${listInWords(ends.filter((_, j) => j !== i).map(other => `one ${called(other)}`))}: ${amountInWords({ ...end, least: null })} ${many(end) ? plural(called(end)) : called(end)} in ${name}.`,
    ),
    ...ends
      .filter(({ least }) => least !== null)
      .map(end =>
        isDemanded(end)
          ? `Every ${called(end)} takes part in ${name}.`
          : `${capital(one(called(end)))} need not take part in ${name}.`,
      ),
  ]
}

/** What becomes of the others: "When a trip is deleted, its accessions are deleted too." */
function actionsInWords({ onDelete, onUpdate }: DiagramEnd, single: string, other: string): string[] {
  return [
    ...(onDelete ? [`When ${one(single)} is deleted, its ${other} ${DELETED[onDelete]}.`] : []),
    ...(onUpdate ? [`When the key of ${one(single)} changes, its ${other} ${UPDATED[onUpdate]}.`] : []),
  ]
}

/**
 * The card that most lines serve, where one has three at least and more than any other: what the diagram is
 * about, most likely.
 */
export function busiestCard({
  entities,
  relationships,
  kinds,
}: Diagram): { element: string; lines: number } | null {
  const counted = entities
    .map(({ id }) => ({
      element: id,
      lines:
        relationships.filter(({ ends }) => ends.some(({ entity }) => entity === id)).length +
        kinds.filter(({ general, special }) => general === id || special.includes(id)).length,
    }))
    .sort((a, b) => b.lines - a.lines)
  const [first, second] = counted
  return first && first.lines >= 3 && first.lines > (second?.lines ?? 0) ? first : null
}

/** The same as a sentence, for the foot of the reading. */
export function busiestInWords(diagram: Diagram): Sentence | null {
  const found = busiestCard(diagram)
  return (
    found && {
      element: found.element,
      text: `Most lines meet at ${nameOf(diagram, found.element)}: ${found.lines} of ${diagram.relationships.length + diagram.kinds.length}.`,
    }
  )
}

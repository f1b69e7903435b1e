import { numberingInWords } from '../dictionary'
import type { ReferentialAction } from '../schema'
import { capital, listInWords, plural } from '../language'
import { amountInWords, isDemanded } from './amounts'
import {
  findEntityById,
  ownersOf,
  type Diagram,
  type DiagramAttribute,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramKinds,
  type DiagramRelationship,
  type Level,
} from './document'

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
  ]
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
  const owners = ownersOf(diagram, entity.id).map(
    ({ end }) => end.role || nameOf(diagram, end.entity).toLowerCase(),
  )
  const facts = entity.attributes.filter(
    fact => !fact.identifies || factMarks(fact, diagram.level).length > 0,
  )
  return [
    say(
      identifiers.length === 0 && owners.length === 0
        ? `${name} is identified by nothing yet.`
        : `${name} is identified by ${listInWords(identifiers.length > 0 ? identifiers : owners)}${identifiers.length > 0 && owners.length > 0 ? ` within ${listInWords(owners)}` : ''}.`,
    ),
    ...entity.uniques.map(set =>
      say(
        `No two ${plural(name.toLowerCase())} have the same ${listInWords(set.map(id => memberName(diagram, entity, id)))}.`,
      ),
    ),
    ...(facts.length > 0
      ? [say(`${name} has ${listInWords(facts.map(fact => factInWords(fact, diagram.level)))}.`)]
      : []),
  ]
}

/** A fact by its name, a relationship by what it leads to. */
function memberName(diagram: Diagram, entity: DiagramEntity, id: string): string {
  const fact = entity.attributes.find(attribute => attribute.id === id)
  const far = diagram.relationships
    .find(relationship => relationship.id === id)
    ?.ends.find(end => end.entity !== entity.id)
  return fact?.name ?? (far ? far.role || nameOf(diagram, far.entity).toLowerCase() : 'something else')
}

/** A fact with its marks in brackets, as the entry line reads them. */
function factInWords(fact: DiagramAttribute, level: Level): string {
  const marks = factMarks(fact, level)
  return marks.length > 0 ? `${fact.name} (${marks.join(', ')})` : fact.name
}

/** What there is to say of a fact at a level: its type from the logical one on, whether it must be there at the physical one. */
function factMarks(fact: DiagramAttribute, level: Level): string[] {
  const { several: isSeveral, derived, parts, required, identifies, numbering, note } = fact
  const isPhysical = level === 'physical'
  const marks = [
    isSeveral ? 'several' : '',
    derived ? 'worked out' : '',
    parts.length > 0 ? `parts ${parts.join(' + ')}` : '',
    required === false ? 'may lack' : '',
    isPhysical && required === true && !identifies ? 'required' : '',
    level === 'conceptual' ? '' : `${fact.type} ${fact.size.replace(',', ' ')}`.trim(),
    isPhysical && numbering ? numberingInWords(numbering) : '',
    isPhysical && fact.default ? `default ${said(fact.default)}` : '',
    note ? `note ${said(note)}` : '',
  ]
  return marks.filter(mark => mark !== '')
}

/** As one word of the entry line. */
const said = (text: string): string =>
  /^[^\s,;()+"“”«»]+$/u.test(text) ? text : `“${text.replace(/["“”«»]/gu, '’').replace(/\s+/g, ' ')}”`

function aboutRelationship(
  diagram: Diagram,
  { name, back, ends, attributes }: DiagramRelationship,
): string[] {
  const [a, b] = ends as [DiagramEnd, DiagramEnd]
  const called = ({ entity, role }: DiagramEnd): string => role || nameOf(diagram, entity).toLowerCase()
  const carried =
    attributes.length > 0
      ? [`It carries ${listInWords(attributes.map(fact => factInWords(fact, diagram.level)))}.`]
      : []
  const takesPart = (end: DiagramEnd): string => {
    if (end.least === null) return ''
    return isDemanded(end) ? `; every ${called(end)} takes part` : `; ${one(called(end))} need not take part`
  }
  if (ends.length > 2) {
    return [
      `${capital(listInWords(ends.map(called)))} meet in ${name || 'something without a name'}.`,
      ...ends.map(
        (end, i) =>
          `For one ${listInWords(ends.filter((_, j) => j !== i).map(called))}: ${end.most === null ? 'an open number of' : end.most} ${end.most === 'one' ? called(end) : plural(called(end))}${takesPart(end)}.`,
      ),
      ...carried,
    ]
  }
  const as = ({ role }: DiagramEnd): string => (role.trim() === '' ? '' : ` as ${said(role.trim())}`)
  const card = (end: DiagramEnd): string => nameOf(diagram, end.entity).toLowerCase()
  const from = (end: DiagramEnd): string => `One ${card(end)}${as(end)}`
  const to = (end: DiagramEnd): string =>
    `${amountInWords(end)} ${end.most === 'one' ? card(end) : plural(card(end))}${as(end)}`
  return [
    `${from(a)} ${name || 'goes with'} ${to(b)}.`,
    `${from(b)} ${back || 'goes with'} ${to(a)}.`,
    ...carried,
    ...(diagram.level === 'physical'
      ? [a, b].flatMap((end, i) => actionsInWords(end, called(end), called(i === 0 ? b : a)))
      : []),
  ]
}

/** What becomes of the others: "When a trip is deleted, its accessions are deleted too." */
function actionsInWords({ onDelete, onUpdate }: DiagramEnd, single: string, other: string): string[] {
  return [
    ...(onDelete ? [`When ${one(single)} is deleted, its ${plural(other)} ${DELETED[onDelete]}.`] : []),
    ...(onUpdate
      ? [`When the key of ${one(single)} changes, its ${plural(other)} ${UPDATED[onUpdate]}.`]
      : []),
  ]
}

const DELETED: Readonly<Record<ReferentialAction, string>> = {
  'no action': 'must be gone by then',
  'restrict': 'prevent it',
  'cascade': 'are deleted too',
  'set null': 'name none any more',
  'set default': 'take their default',
}
const UPDATED: Readonly<Record<ReferentialAction, string>> = {
  ...DELETED,
  'no action': 'must name it no more by then',
  'cascade': 'follow',
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

import {
  changeEnd,
  changeEntity,
  changeFacts,
  findEntityById,
  newFact,
  ownersOf,
  relate,
  removeElements,
  changeRelationship,
  LEVELS,
  type Diagram,
  type DiagramAttribute,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramRelationship,
} from '../../diagram'
import type { Change, Kind } from '../kind'

const ownCards = ({ entities }: Diagram): readonly DiagramEntity[] => entities.filter(({ given }) => !given)
const ownLines = ({ relationships }: Diagram): readonly DiagramRelationship[] =>
  relationships.filter(({ given }) => !given)
const isAtLeast = ({ level }: Diagram, least: Diagram['level']): boolean =>
  LEVELS.indexOf(level) >= LEVELS.indexOf(least)

const nameOf = (diagram: Diagram, id: string): string => findEntityById(diagram, id)?.name ?? ''

/** A line by the cards at its ends. */
const lineName = (diagram: Diagram, { ends }: DiagramRelationship): string =>
  ends.map(({ entity, role }) => role || nameOf(diagram, entity)).join(' and ')

const withFact = (
  diagram: Diagram,
  owner: DiagramEntity,
  fact: DiagramAttribute,
  change: Partial<DiagramAttribute>,
): Diagram =>
  changeFacts(
    diagram,
    owner.id,
    owner.attributes.map(other => (other === fact ? { ...other, ...change } : other)),
  )

interface PlacedFact {
  readonly card: DiagramEntity
  readonly fact: DiagramAttribute
}
const ownFacts = (diagram: Diagram): readonly PlacedFact[] =>
  ownCards(diagram).flatMap(card => card.attributes.map(fact => ({ card, fact })))

const noCard: Kind<Diagram> = {
  id: 'card-missing',
  title: 'An entity left out',
  make: diagram =>
    ownCards(diagram).map(({ id, name }) => ({
      said: `${name} is not there.`,
      content: removeElements(diagram, [id]).diagram,
    })),
}

const noLine: Kind<Diagram> = {
  id: 'line-missing',
  title: 'A relationship left out',
  make: diagram =>
    ownLines(diagram).map(line => ({
      said: `No line between ${lineName(diagram, line)}.`,
      content: removeElements(diagram, [line.id]).diagram,
    })),
}

const noFact: Kind<Diagram> = {
  id: 'attribute-missing',
  title: 'An attribute left out',
  make: diagram =>
    ownFacts(diagram)
      .filter(({ fact }) => !fact.identifies)
      .map(({ card, fact }) => ({
        said: `${card.name} lacks ${fact.name}.`,
        content: removeElements(diagram, [fact.id]).diagram,
      })),
}

const noIdentifier: Kind<Diagram> = {
  id: 'identifier-missing',
  title: 'An identifier, or a part of it, not marked',
  make: diagram =>
    ownFacts(diagram)
      .filter(({ fact }) => fact.identifies)
      .map(({ card, fact }) => ({
        said: `${fact.name} does not tell one ${card.name} from another.`,
        content: withFact(diagram, card, fact, { identifies: false }),
      })),
}

const identifierTooWide: Kind<Diagram> = {
  id: 'identifier-too-wide',
  title: 'An attribute too many in the identifier',
  make: diagram =>
    ownCards(diagram).flatMap(card =>
      card.attributes
        .filter(({ identifies, derived, several }) => !identifies && !derived && !several)
        .slice(0, 2)
        .map(fact => ({
          said: `${fact.name} tells one ${card.name} from another as well.`,
          content: withFact(diagram, card, fact, { identifies: true }),
        })),
    ),
}

const noOwner: Kind<Diagram> = {
  id: 'owner-not-identifying',
  title: 'A weak entity told apart without its owner',
  make: diagram =>
    ownCards(diagram).flatMap(card =>
      ownersOf(diagram, card.id)
        .filter(({ relationship }) => !relationship.given)
        .map(({ end, relationship }) => ({
          said: `${card.name} is told apart without its ${nameOf(diagram, end.entity)}.`,
          content: changeEnd(diagram, relationship.id, relationship.ends.indexOf(end), { identifies: false }),
        })),
    ),
}

/** Each answered end of each line, changed. */
const atEnds = (
  id: string,
  title: string,
  change: (
    end: DiagramEnd,
    line: DiagramRelationship,
  ) => { to: Partial<DiagramEnd>; said: string } | undefined,
): Kind<Diagram> => ({
  id,
  title,
  make: diagram =>
    ownLines(diagram).flatMap(line =>
      line.ends.flatMap((end, at): Change<Diagram>[] => {
        const changed = change(end, line)
        if (!changed) return []
        const others = line.ends
          .filter((_, i) => i !== at)
          .map(other => other.role || nameOf(diagram, other.entity))
        return [
          {
            said: `For one ${others.join(' and ')}, ${changed.said} ${end.role || nameOf(diagram, end.entity)}.`,
            content: changeEnd(diagram, line.id, at, changed.to),
          },
        ]
      }),
    ),
})

const mostOtherwise = atEnds('most-otherwise', 'One for many, or many for one', ({ most, identifies }) => {
  if (most === null || (most === 'one' && identifies)) return undefined
  return most === 'one'
    ? { to: { most: 'many' }, said: 'many' }
    : { to: { most: 'one' }, said: 'at most one' }
})

const leastOtherwise = atEnds(
  'least-otherwise',
  'Optional for mandatory, or mandatory for optional',
  ({ least, identifies }) => {
    if (least === null || (least > 0 && identifies)) return undefined
    return least > 0 ? { to: { least: 0 }, said: 'perhaps no' } : { to: { least: 1 }, said: 'at least one' }
  },
)

const unanswered = atEnds('question-open', 'A question left open', ({ most }) =>
  most === null ? undefined : { to: { most: null, least: null }, said: 'nothing is said of how many' },
)

const otherCard: Kind<Diagram> = {
  id: 'line-to-another-card',
  title: 'A relationship with another entity',
  make: diagram =>
    ownLines(diagram).flatMap(line =>
      line.ends.flatMap((end, at) => {
        const other = diagram.entities.find(({ id }) => line.ends.every(({ entity }) => entity !== id))
        return other
          ? [
              {
                said: `The line of ${lineName(diagram, line)} leads to ${other.name}, not to ${nameOf(diagram, end.entity)}.`,
                content: changeEnd(diagram, line.id, at, { entity: other.id }),
              },
            ]
          : []
      }),
    ),
}

/** A card that two owners tell apart, or whose key is two lines: what stands between. */
function betweens(
  diagram: Diagram,
): readonly { readonly card: DiagramEntity; readonly lines: readonly DiagramRelationship[] }[] {
  return ownCards(diagram).flatMap(card => {
    const lines = ownLines(diagram).filter(
      ({ ends }) =>
        ends.length === 2 &&
        ends.some(({ entity }) => entity === card.id) &&
        ends.some(({ entity, most }) => entity !== card.id && most === 'one'),
    )
    const others = diagram.relationships.filter(({ ends }) => ends.some(({ entity }) => entity === card.id))
    return lines.length === 2 && others.length === 2 ? [{ card, lines }] : []
  })
}

const farEnd = ({ ends }: DiagramRelationship, card: string): string =>
  ends.find(({ entity }) => entity !== card)?.entity ?? card

const folded: Kind<Diagram> = {
  id: 'card-between-missing',
  title: 'A card between left out: a line in its place',
  make: diagram =>
    betweens(diagram).flatMap(({ card, lines }) => {
      const [a, b] = lines.map(line => farEnd(line, card.id)) as [string, string]
      const without = removeElements(diagram, [card.id]).diagram
      const draw = (most: readonly ['one' | 'many', 'one' | 'many'], said: string): Change<Diagram> => {
        const made = relate(without, [a, b])
        const ends = made.diagram.relationships
          .find(({ id }) => id === made.id)!
          .ends.map((end, i) => ({ ...end, least: 0, most: most[i]! }))
        return { said, content: changeRelationship(made.diagram, made.id, { ends }) }
      }
      const [one, other] = [nameOf(diagram, a), nameOf(diagram, b)]
      return [
        draw(
          ['many', 'many'],
          `A line of many to many between ${one} and ${other}, in place of ${card.name}.`,
        ),
        draw(['one', 'many'], `One ${other} has one ${one}; ${card.name} is not there.`),
        draw(['many', 'one'], `One ${one} has one ${other}; ${card.name} is not there.`),
      ]
    }),
}

const elsewhere: Kind<Diagram> = {
  id: 'attribute-at-another-entity',
  title: 'An attribute at another entity',
  make: diagram =>
    ownFacts(diagram)
      .filter(({ fact }) => !fact.identifies)
      .flatMap(({ card, fact }) => {
        const near = diagram.relationships
          .filter(({ ends }) => ends.some(({ entity }) => entity === card.id))
          .flatMap(({ ends }) => ends.map(({ entity }) => entity))
        const to = ownCards(diagram).find(({ id }) => id !== card.id && near.includes(id))
        if (!to) return []
        const moved = newFact(to, fact.name, { ...fact, id: newFact(to, fact.name).id })
        return [
          {
            said: `${fact.name} stands at ${to.name}, not at ${card.name}.`,
            content: changeEntity(removeElements(diagram, [fact.id]).diagram, to.id, {
              attributes: [...to.attributes, moved],
            }),
          },
        ]
      }),
}

const several: Kind<Diagram> = {
  id: 'attribute-several',
  title: 'An attribute said to have several values',
  make: diagram =>
    ownFacts(diagram)
      .filter(({ fact }) => !fact.identifies && !fact.several && !fact.derived)
      .map(({ card, fact }) => ({
        said: `${fact.name} of ${card.name} has several values.`,
        content: withFact(diagram, card, fact, { several: true }),
      })),
}

const noType: Kind<Diagram> = {
  id: 'type-missing',
  title: 'A type left out',
  make: diagram =>
    isAtLeast(diagram, 'logical')
      ? ownFacts(diagram)
          .filter(({ fact }) => fact.type !== '')
          .map(({ card, fact }) => ({
            said: `${fact.name} of ${card.name} has no type.`,
            content: withFact(diagram, card, fact, { type: '', size: '' }),
          }))
      : [],
}

const TEXT_TYPES = /text|code|char|string/i

const otherType: Kind<Diagram> = {
  id: 'type-otherwise',
  title: 'A type that does not hold the values',
  make: diagram =>
    isAtLeast(diagram, 'logical')
      ? ownFacts(diagram)
          .filter(
            ({ fact }) =>
              fact.type !== '' &&
              (TEXT_TYPES.test(fact.type) || /,|decimal|numeric/i.test(`${fact.type} ${fact.size}`)),
          )
          .map(({ card, fact }) => ({
            said: `${fact.name} of ${card.name} is a whole number.`,
            content: withFact(diagram, card, fact, { type: 'integer', size: '' }),
          }))
      : [],
}

const tooShort: Kind<Diagram> = {
  id: 'size-too-small',
  title: 'A size too small',
  make: diagram =>
    isAtLeast(diagram, 'physical')
      ? ownFacts(diagram)
          .filter(({ fact }) => TEXT_TYPES.test(fact.type) && Number(fact.size) > 1)
          .map(({ card, fact }) => ({
            said: `${fact.name} of ${card.name} holds ${Math.floor(Number(fact.size) / 2)} characters.`,
            content: withFact(diagram, card, fact, { size: String(Math.floor(Number(fact.size) / 2)) }),
          }))
      : [],
}

const requiredOtherwise: Kind<Diagram> = {
  id: 'required-otherwise',
  title: 'Required for optional, or optional for required',
  make: diagram =>
    isAtLeast(diagram, 'logical')
      ? ownFacts(diagram)
          .filter(({ fact }) => fact.required !== null && !fact.identifies)
          .map(({ card, fact }) => ({
            said: `${fact.name} of ${card.name} ${fact.required ? 'may be missing' : 'must be there'}.`,
            content: withFact(diagram, card, fact, { required: !fact.required }),
          }))
      : [],
}

/** The typical mistakes of a drawing. */
export const DIAGRAM_MISTAKES: readonly Kind<Diagram>[] = [
  noCard,
  noLine,
  noFact,
  noIdentifier,
  identifierTooWide,
  noOwner,
  mostOtherwise,
  leastOtherwise,
  unanswered,
  otherCard,
  folded,
  elsewhere,
  several,
  noType,
  otherType,
  tooShort,
  requiredOtherwise,
]

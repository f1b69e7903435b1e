import { areMany } from './amounts'
import { betweenName, putCardBetween } from './between'
import {
  addEntity,
  changeEnd,
  changeEntity,
  changeFacts,
  changeRelationship,
  freeName,
  newFact,
  relate,
} from './edit'
import { LEVELS, type Diagram, type Level } from './document'
import { schemaFromDiagram } from './to-schema'

/** One change that a higher level asks for, as a sentence to be agreed to. */
export interface LevelStep {
  readonly id: string
  readonly sentence: string
  readonly apply: (diagram: Diagram) => Diagram
}

/**
 * What must be made to go up from a diagram's level to a higher one; nothing is changed. Going down asks for
 * nothing: it only hides.
 */
export function stepsToLevel(diagram: Diagram, level: Level): LevelStep[] {
  const [from, to] = [diagram.level, level].map(name => LEVELS.indexOf(name)) as [number, number]
  return [
    ...(from < 1 && to >= 1 ? toLogical(diagram) : []),
    ...(from < 2 && to >= 2 ? toPhysical(diagram) : []),
  ]
}

/** The diagram at the level, with the steps that were agreed to. */
export function atLevel(diagram: Diagram, level: Level, steps: readonly LevelStep[] = []): Diagram {
  return { ...steps.reduce((next, step) => step.apply(next), diagram), level }
}

function toLogical(diagram: Diagram): LevelStep[] {
  const nameOf = (id: string): string => diagram.entities.find(entity => entity.id === id)?.name ?? ''
  const between = diagram.relationships
    .filter(({ ends, given }) => !given && ends.length === 2 && ends.every(areMany))
    .map(({ id, ends }): LevelStep => {
      const name = betweenName(diagram, id)
      return {
        id,
        sentence: `A card “${name}” stands between ${nameOf(ends[0]!.entity)} and ${nameOf(ends[1]!.entity)}, identified by both.`,
        apply: of =>
          putCardBetween(of, id, { name: betweenName(of, id), key: 'both', repeatsBy: null }).diagram,
      }
    })
  const lists = diagram.entities
    .filter(({ given }) => !given)
    .flatMap(({ id, name, attributes }) =>
      attributes
        .filter(({ several, derived }) => several && !derived)
        .map((attribute): LevelStep => ({
          id: attribute.id,
          sentence: `Each ${attribute.name} of ${name} stands on a card of its own, identified within ${name}.`,
          apply: of => listToCard(of, id, attribute.id),
        })),
    )
  return [...between, ...lists]
}

/** A fact with several values becomes a weak card of its values. */
function listToCard(diagram: Diagram, owner: string, fact: string): Diagram {
  const entity = diagram.entities.find(({ id }) => id === owner)
  const found = entity?.attributes.find(({ id }) => id === fact)
  if (!entity || !found) return diagram
  const added = addEntity(
    changeFacts(
      diagram,
      owner,
      entity.attributes.filter(({ id }) => id !== fact),
    ),
    freeName(diagram, `${entity.name} ${found.name}`),
    entity.at && { x: entity.at.x + 40, y: entity.at.y + 190 },
  )
  const values = changeEntity(added.diagram, added.id, {
    attributes: [
      newFact({ id: added.id, attributes: [] }, found.name, {
        identifies: true,
        type: found.type,
        size: found.size,
      }),
    ],
  })
  const { diagram: related, id } = relate(values, [owner, added.id], { name: 'has', back: 'is of' })
  return changeRelationship(related, id, {
    ends: [
      { entity: owner, role: '', least: 1, most: 'one', identifies: true },
      { entity: added.id, role: '', least: found.required === true ? 1 : 0, most: 'many', identifies: false },
    ],
  })
}

function toPhysical(diagram: Diagram): LevelStep[] {
  const open = diagram.entities
    .filter(({ given, attributes }) => !given && attributes.some(isUndecided))
    .map(({ id, name, attributes }): LevelStep => ({
      id,
      sentence: `${attributes
        .filter(isUndecided)
        .map(fact => fact.name)
        .join(', ')} of ${name} must always be there.`,
      apply: of =>
        changeFacts(
          of,
          id,
          (of.entities.find(entity => entity.id === id)?.attributes ?? []).map(fact =>
            isUndecided(fact) ? { ...fact, required: true } : fact,
          ),
        ),
    }))
  const { links } = schemaFromDiagram(diagram, { withSurrogates: true })
  const named = links
    .filter(
      ({ relationship, end }) =>
        !diagram.relationships.find(({ id }) => id === relationship)?.ends[end]?.columns,
    )
    .map((link): LevelStep => ({
      id: `${link.relationship} ${link.end}`,
      sentence: `${link.table} refers by ${link.columns.join(', ')}.`,
      apply: of => changeEnd(of, link.relationship, link.end, { columns: [...link.columns] }),
    }))
  return [...open, ...named]
}

const isUndecided = ({
  required,
  identifies,
  several,
  derived,
}: Diagram['entities'][number]['attributes'][number]): boolean =>
  required === null && !identifies && !several && !derived

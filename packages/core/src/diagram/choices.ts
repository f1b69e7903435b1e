import { isDemanded } from './amounts'
import { findEntityById, type Diagram, type DiagramAttribute, type DiagramEntity } from './document'
import { changeEntity, isSameName } from './edit'

/** Where the textbook's mapping leaves a choice. */
export interface MappingChoices {
  /**
   * Two entities that belong together one to one, each of them always: a reference from one to the other, or
   * one table. @defaultValue referenced
   */
  readonly oneToOne?: 'referenced' | 'merged'
  /**
   * Kinds: a table for each, keyed by the general one, or all in the table of the general one. @defaultValue
   * several
   */
  readonly kinds?: 'several' | 'one'
}

/**
 * The diagram as those choices would have it, ready to be mapped. What is merged keeps its facts; what led
 * there leads to the whole.
 */
export function withChoices(
  diagram: Diagram,
  { oneToOne = 'referenced', kinds = 'several' }: MappingChoices,
): Diagram {
  const united = kinds === 'one' ? diagram.kinds.reduce(kindsInOne, diagram) : diagram
  if (oneToOne === 'referenced') return united
  return united.relationships.reduce(mergeOneToOne, united)
}

/** One table where each side has exactly one of the other; what the second is told apart by stays unique. */
function mergeOneToOne(diagram: Diagram, relationship: Diagram['relationships'][number]): Diagram {
  const current = diagram.relationships.find(({ id }) => id === relationship.id)
  const [a, b] = current?.ends ?? []
  const isTotal =
    a &&
    b &&
    current!.ends.length === 2 &&
    a.entity !== b.entity &&
    [a, b].every(end => isDemanded(end) && end.most === 'one' && !end.identifies)
  const [whole, part] = isTotal ? [findEntityById(diagram, a.entity), findEntityById(diagram, b.entity)] : []
  if (!whole || !part || whole.given || part.given) return diagram
  const facts = [...part.attributes, ...current!.attributes].map(fact => ({
    ...named(fact, whole, part),
    required: fact.identifies ? true : fact.required,
    identifies: false,
  }))
  const identifier = part.attributes.filter(({ identifies }) => identifies).map(({ id }) => id)
  const grown = changeEntity(diagram, whole.id, {
    attributes: [...whole.attributes, ...facts],
    uniques: [...whole.uniques, ...(identifier.length > 0 ? [identifier] : []), ...part.uniques],
  })
  return withoutEntity(
    { ...grown, relationships: grown.relationships.filter(({ id }) => id !== current!.id) },
    part.id,
    whole.id,
  )
}

/**
 * The facts of all kinds on the general card, each of which may lack them, and what kind it is: one word
 * where it is only one, a yes or no for each where it may be several.
 */
function kindsInOne(
  diagram: Diagram,
  { id, general, special, isDisjoint, isTotal }: Diagram['kinds'][number],
): Diagram {
  const whole = findEntityById(diagram, general)
  const parts = special.flatMap(kind => findEntityById(diagram, kind) ?? [])
  if (!whole || whole.given || parts.some(({ given }) => given)) return diagram
  const plain = (fact: string, name: string, more: Partial<DiagramAttribute>): DiagramAttribute => ({
    id: `${id}.${fact}`,
    name,
    identifies: false,
    several: false,
    derived: false,
    parts: [],
    required: isTotal,
    type: 'text',
    size: '40',
    ...more,
  })
  const kind = isDisjoint
    ? [plain('kind', 'kind', {})]
    : parts.map(part =>
        plain(part.id, `is ${part.name.toLowerCase()}`, { type: 'yes/no', size: '', required: true }),
      )
  const facts = parts.flatMap(part =>
    part.attributes.map(fact => ({ ...named(fact, whole, part), identifies: false, required: false })),
  )
  const grown = changeEntity(diagram, general, { attributes: [...whole.attributes, ...kind, ...facts] })
  return parts.reduce((next, part) => withoutEntity(next, part.id, general), {
    ...grown,
    kinds: grown.kinds.filter(other => other.id !== id),
  })
}

/** A fact called like one that is there already gets the name of its card in front. */
function named(fact: DiagramAttribute, whole: DiagramEntity, part: DiagramEntity): DiagramAttribute {
  return whole.attributes.some(({ name }) => isSameName(name, fact.name))
    ? { ...fact, name: `${part.name.toLowerCase()} ${fact.name}` }
    : fact
}

/** Without the entity: what led to it leads to another. */
function withoutEntity(diagram: Diagram, gone: string, to: string): Diagram {
  const moved = (entity: string): string => (entity === gone ? to : entity)
  return {
    ...diagram,
    entities: diagram.entities.filter(({ id }) => id !== gone),
    relationships: diagram.relationships.map(relationship => ({
      ...relationship,
      ends: relationship.ends.map(end => ({ ...end, entity: moved(end.entity) })),
    })),
    kinds: diagram.kinds
      .map(kind => ({
        ...kind,
        general: moved(kind.general),
        special: kind.special.filter(id => id !== gone),
      }))
      .filter(({ special }) => special.length > 0),
  }
}

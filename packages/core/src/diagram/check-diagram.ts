import { areMany } from './amounts'
import { CATALOGUE, type Finding, type FindingCode, type Params } from '../findings'
import { plural } from '../language'
import { readType } from '../dictionary'
import { numberedColumns } from '../rows'
import { isSameName } from './edit'
import { circles } from '../schema'
import {
  findEntityById,
  ownersOf,
  type Diagram,
  type DiagramAttribute,
  type DiagramEntity,
  type DiagramRelationship,
} from './document'

/**
 * What can be said about a diagram without any model answer, by its level. The field of a finding is the id
 * of the element. Order: entities, relationships, kinds.
 */
export function checkDiagram(diagram: Diagram): Finding[] {
  const referring = referringNames(diagram)
  return [
    ...diagram.entities
      .filter(({ given }) => !given)
      .flatMap(entity => checkEntity(diagram, referring, entity)),
    ...circlesOfOwners(diagram),
    ...impliedLines(diagram),
    ...diagram.relationships
      .filter(({ given }) => !given)
      .flatMap(relationship => checkRelationship(diagram, relationship)),
    ...diagram.kinds
      .filter(({ general, special }) => [general, ...special].some(id => !findEntityById(diagram, id)))
      .map(({ id }) => finding('diagram.end-missing', id)),
  ]
}

function finding(code: FindingCode, element: string, params: Params = {}): Finding {
  return {
    code,
    severity: CATALOGUE[code].severity,
    sheet: 'diagram',
    field: element,
    place: { start: 0, end: 0 },
    params,
  }
}

function checkEntity(
  diagram: Diagram,
  referring: ReadonlyMap<string, readonly DiagramEntity[]>,
  entity: DiagramEntity,
): Finding[] {
  const { id, attributes } = entity
  const name = entity.name.trim()
  const twin = diagram.entities.find(other => other !== entity && name !== '' && isSameName(other.name, name))
  const isSpecial = diagram.kinds.some(({ special }) => special.includes(id))
  const isAlone =
    diagram.entities.length > 1 &&
    !isSpecial &&
    !diagram.kinds.some(({ general }) => general === id) &&
    !diagram.relationships.some(({ ends }) => ends.some(end => end.entity === id))
  const hasIdentifier =
    attributes.some(({ identifies }) => identifies) || ownersOf(diagram, id).length > 0 || isSpecial
  return [
    ...(name === '' ? [finding('diagram.no-name', id)] : []),
    ...(twin && diagram.entities.indexOf(twin) < diagram.entities.indexOf(entity)
      ? [finding('diagram.duplicate-entity', id, { entity: name })]
      : []),
    ...(hasIdentifier ? [] : [finding('diagram.no-identifier', id, { entity: name || 'This card' })]),
    ...(isAlone ? [finding('diagram.isolated', id, { entity: name || 'This card' })] : []),
    ...checkAttributes(diagram, attributes, name || 'This card'),
    ...undrawnReferences(diagram, referring, entity),
  ]
}

function checkAttributes(
  { level }: Diagram,
  attributes: readonly DiagramAttribute[],
  owner: string,
): Finding[] {
  const twice = attributes.filter(
    (attribute, i) =>
      attribute.name.trim() !== '' &&
      attributes.findIndex(other => isSameName(other.name, attribute.name)) < i,
  )
  const numbered = numberedColumns(attributes.map(({ name }) => name)).map(names =>
    finding('diagram.numbered-attributes', attributes.find(({ name }) => name === names[0])!.id, {
      entity: owner,
      columns: names.join(', '),
    }),
  )
  return [
    ...twice.map(({ id, name }) =>
      finding('diagram.duplicate-attribute', id, { entity: owner, attribute: name }),
    ),
    ...numbered,
    ...attributes.filter(({ name }) => name.trim() === '').map(({ id }) => finding('diagram.no-name', id)),
    ...attributes
      .filter(({ identifies, several, required }) => identifies && (several || required === false))
      .map(({ id, name }) => finding('diagram.optional-identifier', id, { attribute: name })),
    ...(level === 'conceptual'
      ? []
      : attributes
          .filter(({ several }) => several)
          .map(({ id, name }) =>
            finding('diagram.several-unresolved', id, { entity: owner, attribute: name }),
          )),
    ...attributes
      .filter(
        ({ name, several, parts }) => !several && parts.length === 0 && /\blist\b|\(s\)$/i.test(name.trim()),
      )
      .map(({ id, name }) => finding('diagram.list-attribute', id, { entity: owner, attribute: name })),
    ...(level === 'physical'
      ? attributes
          .filter(({ type, size, derived }) => !derived && readType(type, size).lacksSize)
          .map(({ id, name }) => finding('diagram.no-size', id, { attribute: name }))
      : []),
    ...(level === 'conceptual'
      ? []
      : attributes
          .filter(({ type, derived }) => type.trim() === '' && !derived)
          .map(({ id, name }) => finding('diagram.no-type', id, { attribute: name }))),
  ]
}

function checkRelationship(diagram: Diagram, relationship: DiagramRelationship): Finding[] {
  const { id, ends, name, back } = relationship
  if (ends.some(({ entity }) => !findEntityById(diagram, entity))) return [finding('diagram.end-missing', id)]
  const names = ends.map(({ entity, role }) => role || findEntityById(diagram, entity)!.name)
  const between = names.join(' and ')
  const sameEntity = ends.some((end, i) =>
    ends.some((other, j) => j < i && other.entity === end.entity && isSameName(other.role, end.role)),
  )
  const isMany = ends.length === 2 && ends.every(areMany)
  return [
    ...(name.trim() === '' && back.trim() === '' ? [finding('diagram.no-verb', id, { between })] : []),
    ...ends
      .filter(({ most }) => most === null)
      .map(({ entity }) =>
        finding('diagram.end-open', id, {
          entity: plural(findEntityById(diagram, entity)!.name.toLowerCase()),
          between,
        }),
      ),
    ...(ends.length === 2 && ends.every(({ most, identifies }) => most === 'one' && !identifies)
      ? [finding('diagram.one-to-one', id, { between })]
      : []),
    ...(sameEntity ? [finding('diagram.no-role', id, { entity: names[0]! })] : []),
    ...(isMany && diagram.level !== 'conceptual' ? [finding('junction.unresolved', id, { between })] : []),
  ]
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/**
 * The names by which a fact would refer to each card: its own with what tells it apart, or that alone where
 * it says whose it is.
 */
function referringNames({ entities }: Diagram): ReadonlyMap<string, readonly DiagramEntity[]> {
  const names = new Map<string, DiagramEntity[]>()
  for (const entity of entities.filter(({ name }) => name.trim() !== '')) {
    const own = plain(entity.name)
    for (const key of entity.attributes
      .filter(({ identifies }) => identifies)
      .map(({ name }) => plain(name))) {
      for (const name of new Set([`${own} ${key}`, ...(key.includes(own) ? [key] : [])]))
        names.set(name, [...(names.get(name) ?? []), entity])
    }
  }
  return names
}

/** A fact called like what tells another card apart, with its name: a reference that nobody drew. */
function undrawnReferences(
  diagram: Diagram,
  referring: ReadonlyMap<string, readonly DiagramEntity[]>,
  { id, name, attributes }: DiagramEntity,
): Finding[] {
  const isDrawnTo = (other: string): boolean =>
    diagram.relationships.some(
      ({ ends }) => ends.some(end => end.entity === id) && ends.some(end => end.entity === other),
    )
  return attributes.flatMap(attribute => {
    const target = referring
      .get(plain(attribute.name))
      ?.find(other => other.id !== id && !isDrawnTo(other.id))
    return target
      ? [
          finding('diagram.reference-attribute', attribute.id, {
            entity: name,
            attribute: attribute.name,
            target: target.name,
          }),
        ]
      : []
  })
}

/**
 * A line to one, where two others lead to one as well: it may follow from them. Said at the line; the first
 * way found.
 */
function impliedLines(diagram: Diagram): Finding[] {
  const steps = diagram.relationships.flatMap(({ id, ends: [a, b], ends, given }) =>
    ends.length !== 2 || a!.entity === b!.entity
      ? []
      : [
          { from: a!, to: b! },
          { from: b!, to: a! },
        ].flatMap(({ from, to }) =>
          to.most === 'one' && areMany(from) ? [{ id, given, from: from.entity, to: to.entity }] : [],
        ),
  )
  const nameOf = (entity: string): string => findEntityById(diagram, entity)?.name || 'something'
  const leaving = new Map<string, typeof steps>()
  for (const step of steps) leaving.set(step.from, [...(leaving.get(step.from) ?? []), step])
  return steps
    .filter(({ given }) => !given)
    .flatMap(line => {
      const first = leaving
        .get(line.from)!
        .find(
          one =>
            one.id !== line.id &&
            one.to !== line.to &&
            leaving.get(one.to)?.some(two => two.to === line.to && two.id !== line.id),
        )
      return first
        ? [
            finding('diagram.implied-line', line.id, {
              from: nameOf(line.from),
              to: nameOf(line.to),
              by: nameOf(first.to),
            }),
          ]
        : []
    })
}

/**
 * Cards that are told apart only within each other: none of them can be the first. Said once, at the last of
 * each circle.
 */
function circlesOfOwners(diagram: Diagram): Finding[] {
  const places = new Map(diagram.entities.map(({ id }, i) => [id, i]))
  const owners = diagram.entities.map(({ id }) =>
    ownersOf(diagram, id).flatMap(({ end }) => places.get(end.entity) ?? []),
  )
  return circles(owners).map(group => {
    const { id, name } = diagram.entities[group.at(-1)!]!
    return finding('diagram.circle-of-owners', id, { entity: name })
  })
}

import { findEntityById, type Diagram } from '../document'
import { kindsInWords } from '../aloud'
import { cardReferences } from '../references'
import { cardLines, cardSize, isWeak, slipSize, type Box, type CardLine } from './cards'
import { diamondSize, groundOf } from './labels'
import { routesBetween, type Join, type Route } from './routes'

export interface SceneCard extends Box {
  readonly id: string
  readonly name: string
  readonly lines: readonly CardLine[]
  readonly isWeak: boolean
  readonly isGiven: boolean
}
export interface SceneSlip extends Box {
  readonly id: string
  readonly name: string
}

/** A diagram ready to be drawn. */
export interface Scene {
  readonly cards: readonly SceneCard[]
  readonly slips: readonly SceneSlip[]
  readonly routes: ReadonlyMap<string, Route>
  /** Of kinds: from the general card to each special one. */
  readonly bounds: Box
}

/**
 * Cards without a place are set out in rows of four. Lines of three and more ends are named `relationship
 * end`, of kinds `kinds special`.
 */
export function sceneOf(diagram: Diagram): Scene {
  const references = cardReferences(diagram)
  const places = placesOf(diagram)
  const cards = diagram.entities.map((entity): SceneCard => {
    const lines = cardLines(diagram, entity, references.get(entity.id))
    return {
      id: entity.id,
      name: entity.name,
      lines,
      isWeak: isWeak(diagram, entity.id),
      isGiven: entity.given ?? false,
      ...places.get(entity.id)!,
      ...cardSize(entity.name, lines),
    }
  })
  const boxes = new Map<string, Box>(cards.map(card => [card.id, card]))
  const slips = diagram.relationships
    .filter(({ ends }) => ends.length > 2)
    .map((relationship): SceneSlip => {
      const size = slipSize(relationship)
      const at =
        relationship.at ??
        middleOf(
          relationship.ends.flatMap(({ entity }) => boxes.get(entity) ?? []),
          size,
        )
      return { id: relationship.id, name: relationship.name, x: at.x, y: at.y, ...size }
    })
  for (const slip of slips) boxes.set(slip.id, slip)
  const joins = joinsOf(diagram)
  const routes = routesBetween(boxes, joins)
  return { cards, slips, routes, bounds: boundsOf([...boxes.values(), ...linesAsBoxes(joins, routes)]) }
}

/**
 * The lines there are: one for each relationship of two, one to each end of what more meet in, one from each
 * special kind.
 */
export function joinsOf(diagram: Diagram): Join[] {
  return [
    ...diagram.relationships.flatMap(({ id, ends, name, back }) =>
      ends.length === 2
        ? [{ id, from: ends[0]!.entity, to: ends[1]!.entity, words: name || back }]
        : ends.map((end, i) => ({ id: `${id} ${i}`, from: end.entity, to: id })),
    ),
    ...diagram.kinds.flatMap(kinds =>
      kinds.special.map((kind, i) => ({
        id: `${kinds.id} ${kind}`,
        from: kinds.general,
        to: kind,
        words: i === 0 ? kindsInWords(kinds) : '',
        trunk: kinds.id,
      })),
    ),
  ]
}

/** Where each card stands; those without a place follow in rows below the others. */
export function placesOf({
  entities,
}: Pick<Diagram, 'entities'>): ReadonlyMap<string, { readonly x: number; readonly y: number }> {
  const lowest = Math.max(
    0,
    ...entities.flatMap(({ at, attributes }) => (at ? [at.y + 60 + attributes.length * 22] : [])),
  )
  let free = 0
  return new Map(
    entities.map(({ id, at }) => {
      if (at) return [id, { x: at.x, y: at.y }]
      const i = free++
      return [id, { x: 40 + (i % 4) * 290, y: (lowest > 0 ? lowest + 60 : 40) + Math.floor(i / 4) * 230 }]
    }),
  )
}

/** What a change leaves without a place keeps the one where it was shown before. */
export function keepPlaces(before: Diagram, next: Diagram): Diagram {
  const shown = placesOf(before)
  const entities = next.entities.map(entity => {
    const at = entity.at ?? shown.get(entity.id)
    return at && !entity.at ? { ...entity, at } : entity
  })
  return { ...next, entities }
}

function middleOf(boxes: readonly Box[], size: { width: number; height: number }): { x: number; y: number } {
  const mean = (of: (box: Box) => number): number =>
    boxes.reduce((sum, box) => sum + of(box), 0) / Math.max(1, boxes.length)
  return {
    x: Math.round(mean(({ x, width }) => x + width / 2) - size.width / 2),
    y: Math.round(mean(({ y, height }) => y + height / 2) - size.height / 2),
  }
}

/** What lines and their words take up outside the cards. */
function linesAsBoxes(joins: readonly Join[], routes: ReadonlyMap<string, Route>): Box[] {
  return joins.flatMap(({ id, words = '' }) => {
    const route = routes.get(id)
    if (!route) return []
    return [
      ...route.points.map(([x, y]) => ({ x, y, width: 0, height: 0 })),
      ...(words === '' ? [] : [groundOf(route.label), diamondBox(route, words)]),
    ]
  })
}

function diamondBox({ diamond: [x, y] }: Route, words: string): Box {
  const { across, down } = diamondSize(words)
  return { x: x - across, y: y - down, width: 2 * across, height: 2 * down }
}

function boundsOf(boxes: readonly Box[]): Box {
  if (boxes.length === 0) return { x: 0, y: 0, width: 200, height: 100 }
  const x = Math.min(...boxes.map(box => box.x)) - 24
  const y = Math.min(...boxes.map(box => box.y)) - 24
  const right = Math.max(...boxes.map(box => box.x + box.width)) + 24
  const low = Math.max(...boxes.map(box => box.y + box.height)) + 24
  return { x, y, width: right - x, height: low - y }
}

/** Names for a picture's title. */
export const titleOf = (diagram: Diagram): string =>
  diagram.entities
    .map(({ id }) => findEntityById(diagram, id)?.name.trim() ?? '')
    .filter(name => name !== '')
    .join(', ')

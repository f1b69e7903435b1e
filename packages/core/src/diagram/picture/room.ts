import type { Diagram, Spot } from '../document'
import { changeEntity } from '../edit'
import type { Box } from './cards'
import { sceneOf } from './scene'

/** As large as a card is while its first facts are written. */
const NEW_CARD = { width: 280, height: 130 }
const GAP = 24
const STEP = 32
const MOST_RINGS = 60

/**
 * The place nearest to the wanted one where a new card covers no other, nor a slip: rings around it are tried,
 * each wider by a step.
 */
export function roomNear(diagram: Diagram, wanted: Spot, size = NEW_CARD): Spot {
  const { cards, slips } = sceneOf(diagram)
  return freeSpot([...cards, ...slips], wanted, size)
}

/** The place nearest to the wanted one where nothing of that size meets what is taken. */
export function freeSpot(
  taken: readonly Box[],
  wanted: Spot,
  size: { readonly width: number; readonly height: number },
): Spot {
  const isFree = ({ x, y }: Spot): boolean =>
    taken.every(
      box =>
        x + size.width + GAP <= box.x ||
        box.x + box.width + GAP <= x ||
        y + size.height + GAP <= box.y ||
        box.y + box.height + GAP <= y,
    )
  for (let ring = 0; ring <= MOST_RINGS; ring++) {
    const found = ringAround(wanted, ring)
      .filter(isFree)
      .toSorted((a, b) => distance(a, wanted) - distance(b, wanted))
    if (found[0]) return found[0]
  }
  return wanted
}

/**
 * The diagram with no card on another: what was placed by hand stays, then each in the order of their making
 * stays where it is or goes to the nearest place that is free. Cards without a place are left to the layout.
 */
export function withRoom(diagram: Diagram): Diagram {
  const { cards, slips } = sceneOf(diagram)
  const isHeld = (id: string): boolean =>
    diagram.entities.find(entity => entity.id === id)?.at?.isHeld ?? false
  const taken: Box[] = [...slips, ...cards.filter(({ id }) => isHeld(id))]
  return cards
    .filter(({ id }) => !isHeld(id))
    .reduce((next, card) => {
      const meets = taken.some(box => overlaps(box, card))
      const at = meets ? freeSpot(taken, { x: card.x, y: card.y }, card) : { x: card.x, y: card.y }
      taken.push({ ...card, ...at })
      return meets ? changeEntity(next, card.id, { at }) : next
    }, diagram)
}

const overlaps = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

function ringAround({ x, y }: Spot, ring: number): Spot[] {
  const spots: Spot[] = []
  for (let i = -ring; i <= ring; i++)
    for (let j = -ring; j <= ring; j++)
      if (Math.max(Math.abs(i), Math.abs(j)) === ring) spots.push({ x: x + i * STEP, y: y + j * STEP })
  return spots
}

const distance = (a: Spot, b: Spot): number => Math.hypot(a.x - b.x, a.y - b.y)

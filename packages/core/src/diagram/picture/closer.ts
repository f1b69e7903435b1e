import type { Diagram } from '../document'
import { sceneOf } from './scene'

/** So much stays free between cards, for lines and their words. */
const GAP = { x: 190, y: 70 }

/**
 * A diagram whose empty stretches are closed up: a part of a large one is then no wider than its cards need. What
 * stands left of, or above, another stays so. O(n log n) for n cards.
 */
export function closer(diagram: Diagram): Diagram {
  const { cards } = sceneOf(diagram)
  const left = shifts(
    cards.map(({ x, width }) => [x, x + width]),
    GAP.x,
  )
  const up = shifts(
    cards.map(({ y, height }) => [y, y + height]),
    GAP.y,
  )
  const boxes = new Map(cards.map(card => [card.id, card]))
  return {
    ...diagram,
    entities: diagram.entities.map(entity => {
      const { x, y } = boxes.get(entity.id)!
      return { ...entity, at: { ...entity.at, x: x - left(x), y: y - up(y) } }
    }),
  }
}

/** By how much what begins at a place moves back, where free stretches longer than `most` become that long. */
function shifts(
  intervals: readonly (readonly [from: number, to: number])[],
  most: number,
): (at: number) => number {
  const sorted = intervals.toSorted(([a], [b]) => a - b)
  const steps: { readonly from: number; readonly by: number }[] = []
  let [end, by] = [sorted[0]?.[1] ?? 0, 0]
  for (const [from, to] of sorted) {
    if (from - end > most) {
      by += from - end - most
      steps.push({ from, by })
    }
    end = Math.max(end, to)
  }
  return at => steps.findLast(({ from }) => from <= at)?.by ?? 0
}

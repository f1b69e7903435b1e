import type { Box } from './cards'
import type { Way } from './ways'

/** What a way costs, in pixels that one would rather go round: over a card, along or across another line. */
export const OVER_CARD = 5000
const ALONG_LINE = 400
const ACROSS_LINE = 45
const BEND = 30
const BESIDE_CARD = 90
/** So near to a card that it looks like a part of it. */
const BESIDE = 9

/** A level or upright stretch of a line. */
export interface Stretch {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

export const stretchesOf = (way: Way): Stretch[] =>
  way.slice(1).map(([x, y], i) => {
    const [px, py] = way[i]!
    return { x1: Math.min(x, px), x2: Math.max(x, px), y1: Math.min(y, py), y2: Math.max(y, py) }
  })

export function lengthOf(way: Way): number {
  return way.slice(1).reduce((sum, [x, y], i) => sum + Math.abs(x - way[i]![0]) + Math.abs(y - way[i]![1]), 0)
}

/** Whether a stretch runs through a box, by more than its edge. */
export function crosses({ x, y, width, height }: Box, { x1, y1, x2, y2 }: Stretch, edge = 2): boolean {
  return x2 > x + edge && x1 < x + width - edge && y2 > y + edge && y1 < y + height - edge
}

/** How many boxes a way runs through; the first and last stretch touch their own. */
export function boxesCrossed(way: Way, boxes: readonly Box[]): number {
  const stretches = stretchesOf(way)
  let crossed = 0
  for (const box of boxes) if (stretches.some(stretch => crosses(box, stretch))) crossed++
  return crossed
}

/** How many boxes a way runs closely along, other than those that it joins. */
function boxesGrazed(way: Way, boxes: readonly Box[]): number {
  const stretches = stretchesOf(way)
  const joins = (box: Box): boolean => isOnEdge(box, way[0]!) || isOnEdge(box, way.at(-1)!)
  return boxes.filter(box => !joins(box) && stretches.some(stretch => crosses(box, stretch, -BESIDE))).length
}

const isOnEdge = ({ x, y, width, height }: Box, [px, py]: Way[number]): boolean =>
  px >= x - 1 && px <= x + width + 1 && py >= y - 1 && py <= y + height + 1

/** Its length, its bends, and what it runs through; stops where it costs more than `most`. */
export function costOf(way: Way, boxes: readonly Box[], lines: readonly Stretch[], most = Infinity): number {
  let cost = lengthOf(way) + (way.length - 2) * BEND
  if (cost >= most) return cost
  cost += OVER_CARD * boxesCrossed(way, boxes)
  if (cost >= most) return cost
  cost += BESIDE_CARD * boxesGrazed(way, boxes)
  if (cost >= most) return cost
  for (const own of stretchesOf(way)) {
    for (const other of lines) cost += meeting(own, other)
    if (cost >= most) return cost
  }
  return cost
}

function meeting(a: Stretch, b: Stretch): number {
  if (a.x2 < b.x1 - 7 || b.x2 < a.x1 - 7 || a.y2 < b.y1 - 7 || b.y2 < a.y1 - 7) return 0
  const [level, otherLevel] = [a.y1 === a.y2, b.y1 === b.y2]
  if (level !== otherLevel) return touches(a, b) ? ACROSS_LINE : 0
  const shared = level
    ? Math.min(a.x2, b.x2) - Math.max(a.x1, b.x1)
    : Math.min(a.y2, b.y2) - Math.max(a.y1, b.y1)
  return shared > 6 ? ALONG_LINE : 0
}

const touches = (a: Stretch, b: Stretch): boolean =>
  a.x1 < b.x2 && b.x1 < a.x2 + 0.5 && a.y1 < b.y2 + 0.5 && b.y1 < a.y2 + 0.5 && a.x2 >= b.x1 && a.y2 >= b.y1

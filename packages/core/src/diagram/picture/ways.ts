import type { Box } from './cards'
import { isAcross, type Port } from './ports'

export type Point = readonly [number, number]
/** Corner points at right angles, from port to port. */
export type Way = readonly Point[]

/** How far a line stays from a card that it goes by. */
const CLEAR = 20
const LANE = 14
const MOST_LANES = 7

/**
 * The ways from one port to another with as few bends as may be: straight, round one corner, over one lane
 * between, or over a lane outside both; lanes beside what stands in between, and beside each other. The
 * shortest come first.
 */
export function waysBetween(from: Port, to: Port, between: readonly Box[], own: readonly Box[]): Way[] {
  if (isAcross(from.side) !== isAcross(to.side)) return corner(from, to)
  if (from.side === to.side) return lanesOutside(from, to, [...between, ...own])
  return lanesBetween(from, to, between)
}

/** How far a long way goes out of its first card and its last before it turns; the nearest come first. */
export const STUBS: readonly (readonly [number, number])[] = [CLEAR + 8, CLEAR + 34, CLEAR - 8]
  .flatMap((out, i, all) => all.map((back, j) => ({ pair: [out, back] as const, rank: i + j })))
  .toSorted((a, b) => a.rank - b.rank)
  .map(({ pair }) => pair)

/**
 * Ways with two more bends, for where every shorter one runs through a card: a little out of each card, and
 * along a free height or breadth beside one of the boxes.
 */
export function longWays(
  from: Port,
  to: Port,
  boxes: readonly Box[],
  [outOf, into]: readonly [number, number],
): Way[] {
  const [out, back] = [stub(from, outOf), stub(to, into)]
  const heights = new Set(boxes.flatMap(({ y, height }) => [y - CLEAR - 8, y + height + CLEAR + 8]))
  const breadths = new Set(boxes.flatMap(({ x, width }) => [x - CLEAR - 8, x + width + CLEAR + 8]))
  return [
    ...[...heights].map((y): Way => [
      [from.x, from.y],
      ...bent(out, y, true),
      ...bent(back, y, true).toReversed(),
      [to.x, to.y],
    ]),
    ...[...breadths].map((x): Way => [
      [from.x, from.y],
      ...bent(out, x, false),
      ...bent(back, x, false).toReversed(),
      [to.x, to.y],
    ]),
  ].map(straightened)
}

/** A little way out of a card. */
function stub({ x, y, side }: Port, out: number): Point {
  const ends: Readonly<Record<Port['side'], Point>> = {
    left: [x - out, y],
    right: [x + out, y],
    top: [x, y - out],
    bottom: [x, y + out],
  }
  return ends[side]
}

/** From a stub onto a height, or a breadth. */
function bent([x, y]: Point, at: number, isHeight: boolean): Point[] {
  return [[x, y], isHeight ? [x, at] : [at, y]]
}

/** Without corners that turn nowhere. */
function straightened(way: Way): Way {
  const kept: Point[] = []
  for (const point of way) {
    const [x, y] = point
    for (;;) {
      const [before, last] = [kept.at(-2), kept.at(-1)]
      const isSame = last && last[0] === x && last[1] === y
      const isOn =
        before &&
        last &&
        ((before[0] === last[0] && last[0] === x) || (before[1] === last[1] && last[1] === y))
      if (!isSame && !isOn) break
      kept.pop()
    }
    kept.push(point)
  }
  return kept
}

/** Out of one, then straight into the other. */
function corner(from: Port, to: Port): Way[] {
  const turn: Point = isAcross(from.side) ? [to.x, from.y] : [from.x, to.y]
  const leads = (port: Port): boolean => {
    const [dx, dy] = [turn[0] - port.x, turn[1] - port.y]
    switch (port.side) {
      case 'left':
        return dx < -CLEAR
      case 'right':
        return dx > CLEAR
      case 'top':
        return dy < -CLEAR
      case 'bottom':
        return dy > CLEAR
    }
  }
  return leads(from) && leads(to) ? [[[from.x, from.y], turn, [to.x, to.y]]] : []
}

function lanesBetween(from: Port, to: Port, between: readonly Box[]): Way[] {
  const level = isAcross(from.side)
  const [a, b] = level ? [from.x, to.x] : [from.y, to.y]
  const isForward = from.side === 'right' || from.side === 'bottom' ? b - a >= 8 : a - b >= 8
  if (!isForward) return []
  if (level ? from.y === to.y : from.x === to.x)
    return [
      [
        [from.x, from.y],
        [to.x, to.y],
      ],
    ]
  const [low, high] = [Math.min(a, b), Math.max(a, b)]
  const middle = Math.round((a + b) / 2)
  const lanes = [middle]
  for (let i = 1; i <= MOST_LANES; i++) lanes.push(middle + i * LANE, middle - i * LANE)
  for (const box of between)
    lanes.push(
      ...(level ? [box.x - CLEAR, box.x + box.width + CLEAR] : [box.y - CLEAR, box.y + box.height + CLEAR]),
    )
  const room = Math.min(18, (high - low) / 3)
  return lanes
    .filter(lane => lane === middle || (lane >= low + room && lane <= high - room))
    .map(lane => over(from, to, lane, level))
}

function lanesOutside(from: Port, to: Port, boxes: readonly Box[]): Way[] {
  const level = isAcross(from.side)
  const isFar = from.side === 'right' || from.side === 'bottom'
  const edge = (box: Box): number => {
    if (level) return isFar ? box.x + box.width : box.x
    return isFar ? box.y + box.height : box.y
  }
  const [a, b] = level ? [from.x, to.x] : [from.y, to.y]
  const own = isFar ? Math.max(a, b) : Math.min(a, b)
  const outward = isFar ? 1 : -1
  const edges = [own, ...boxes.map(edge).filter(at => (at - own) * outward > 0)]
  return edges
    .toSorted((one, other) => (one - other) * outward)
    .flatMap(at => Array.from({ length: 4 }, (_, i) => at + outward * (CLEAR + 6 + i * LANE)))
    .map(lane => over(from, to, lane, level))
}

const over = (from: Port, to: Port, lane: number, level: boolean): Way =>
  level
    ? [
        [from.x, from.y],
        [lane, from.y],
        [lane, to.y],
        [to.x, to.y],
      ]
    : [
        [from.x, from.y],
        [from.x, lane],
        [to.x, lane],
        [to.x, to.y],
      ]

/** A loop at the right of a card, further out than those before it, and so far that `room` is beside it. */
export function loopOf(from: Port, to: Port, at: number, room = 0): Way {
  const out = Math.max(from.x, to.x) + Math.max(46, room) + at * LANE
  return [
    [from.x, from.y],
    [out, from.y],
    [out, to.y],
    [to.x, to.y],
  ]
}

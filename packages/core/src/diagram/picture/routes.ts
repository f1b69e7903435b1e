import type { Box } from './cards'
import { OVER_CARD, boxesCrossed, costOf, stretchesOf, type Stretch } from './costs'
import { diamondFor, diamondSize, groundOf, labelFor, type Label } from './labels'
import { SIDES, portAt, shareOut, type Ending, type Port, type Side } from './ports'
import { STUBS, longWays, loopOf, waysBetween, type Point, type Way } from './ways'

export type { Port, Side } from './ports'

export interface Route {
  readonly from: Port
  readonly to: Port
  /** Corner points from port to port, at right angles. */
  readonly points: Way
  /** Where the verb phrase stands. */
  readonly label: Label
  /** Where its diamond stands, in the notation that has them. */
  readonly diamond: Point
}

export interface Join {
  readonly id: string
  readonly from: string
  readonly to: string
  /** What is written beside it. */
  readonly words?: string
  /** Lines of one trunk leave their first box together. */
  readonly trunk?: string
}

interface Line {
  readonly join: Join
  readonly a: Box
  readonly b: Box
}

/** What more than one line on a side of a card costs, so that they spread. */
const CROWDED = 12

/**
 * Lines at right angles between boxes: round other boxes, and rather not along or across one another. First
 * each line chooses the sides that it leaves by, then sides share their edges out, then each takes the
 * cheapest of its ways and a place for its words. The same boxes give the same lines. Lines times (boxes and
 * lines).
 */
export function routesBetween(
  boxes: ReadonlyMap<string, Box>,
  joins: readonly Join[],
): ReadonlyMap<string, Route> {
  const all = [...boxes.values()]
  const lines = joins.flatMap((join): Line[] => {
    const [a, b] = [boxes.get(join.from), boxes.get(join.to)]
    return a && b ? [{ join, a, b }] : []
  })
  const sides = chooseSides(lines, all)
  const ports = shareOut(
    lines.flatMap(({ a, b, join: { trunk } }, line): Ending[] => [
      { line, at: 'from', box: a, other: b, side: sides[line]![0], trunk },
      { line, at: 'to', box: b, other: a, side: sides[line]![1] },
    ]),
  )
  const ways = takeWays(lines, ports, all)
  const labels = placeWords(lines, ways, all)
  const diamonds = placeDiamonds(lines, ways, all)
  return new Map(
    lines.map(({ join }, i) => [
      join.id,
      {
        from: ports.get(`${i} from`)!,
        to: ports.get(`${i} to`)!,
        points: ways[i]!,
        label: labels[i]!,
        diamond: diamonds[i]!,
      },
    ]),
  )
}

type Sides = readonly [Side, Side]
const PAIRS: readonly Sides[] = SIDES.flatMap(out => SIDES.map((back): Sides => [out, back]))

/** The sides by which each line goes the cheapest way, as if it were alone; crowded ones cost more. */
function chooseSides(lines: readonly Line[], all: readonly Box[]): Sides[] {
  const crowd = new Map<string, number>()
  const count = (box: Box, side: Side): number => crowd.get(`${box.x} ${box.y} ${side}`) ?? 0
  const trunks = new Map<string, Side>()
  return lines.map(({ a, b, join: { trunk } }) => {
    const pairs = PAIRS.filter(([out]) => !trunk || out === (trunks.get(trunk) ?? out))
    const chosen = a === b ? (['right', 'right'] as const) : cheapestSides(a, b, all, count, pairs)
    if (trunk) trunks.set(trunk, chosen[0])
    for (const [box, side] of [
      [a, chosen[0]],
      [b, chosen[1]],
    ] as const)
      crowd.set(`${box.x} ${box.y} ${side}`, count(box, side) + 1)
    return chosen
  })
}

function cheapestSides(
  a: Box,
  b: Box,
  all: readonly Box[],
  count: (box: Box, side: Side) => number,
  pairs: readonly Sides[],
): Sides {
  let best: Sides = pairs[0]!
  let least = Infinity
  const take = (ways: (from: Port, to: Port) => readonly Way[]): void => {
    for (const pair of pairs) {
      const [out, back] = pair
      const from = portAt({ box: a, other: b, side: out }, 0.5, true)
      const to = portAt({ box: b, other: a, side: back }, 0.5, true)
      const crowded = CROWDED * (count(a, out) + count(b, back))
      for (const way of ways(from, to)) {
        const cost = crowded + costOf(way, all, [], least)
        if (cost < least) [least, best] = [cost, pair]
      }
    }
  }
  take((from, to) => waysBetween(from, to, inReach(all, a, b), [a, b]))
  for (const stubs of STUBS)
    if (least >= OVER_CARD) take((from, to) => longWays(from, to, around(all, a, b), stubs))
  return best
}

/** What stands in a wider frame: the heights and breadths beside it may be free. */
const around = (all: readonly Box[], a: Box, b: Box): Box[] => inReach(all, widened(a), widened(b))
const widened = ({ x, y, width, height }: Box): Box => ({
  x: x - REACH,
  y: y - REACH,
  width: width + 2 * REACH,
  height: height + 2 * REACH,
})
const REACH = 160

/** What stands in the frame around both. */
function inReach(all: readonly Box[], a: Box, b: Box): Box[] {
  const [x1, x2] = [Math.min(a.x, b.x), Math.max(a.x + a.width, b.x + b.width)]
  const [y1, y2] = [Math.min(a.y, b.y), Math.max(a.y + a.height, b.y + b.height)]
  return all.filter(
    box =>
      box !== a && box !== b && box.x < x2 && box.x + box.width > x1 && box.y < y2 && box.y + box.height > y1,
  )
}

/** Each line its cheapest way beside those that were taken before it. */
function takeWays(lines: readonly Line[], ports: ReadonlyMap<string, Port>, all: readonly Box[]): Way[] {
  const taken: (Stretch & { readonly trunk?: string | undefined })[] = []
  const loops = new Map<Box, number>()
  return lines.map(({ a, b, join: { trunk, words = '' } }, i) => {
    const [from, to] = [ports.get(`${i} from`)!, ports.get(`${i} to`)!]
    const way =
      a === b
        ? loopOf(from, to, loops.get(a) ?? 0, diamondSize(words).across + 10)
        : cheapest(from, to, a, b, all, trunk ? taken.filter(other => other.trunk !== trunk) : taken)
    if (a === b) loops.set(a, (loops.get(a) ?? 0) + 1)
    taken.push(...stretchesOf(way).map(stretch => ({ ...stretch, trunk })))
    return way
  })
}

function cheapest(from: Port, to: Port, a: Box, b: Box, all: readonly Box[], taken: readonly Stretch[]): Way {
  let best: Way | undefined
  let least = Infinity
  const take = (ways: readonly Way[]): void => {
    for (const way of ways) {
      const cost = costOf(way, all, taken, least)
      if (cost < least) [least, best] = [cost, way]
    }
  }
  take(waysBetween(from, to, inReach(all, a, b), [a, b]))
  for (const stubs of STUBS) if (least >= OVER_CARD) take(longWays(from, to, around(all, a, b), stubs))
  return best!
}

/** How often words that found no ground of their own may choose before the others. */
const MOST_ROUNDS = 6

/** The words of each line, where they have a ground of their own: who found none chooses first in the next round. */
function placeWords(lines: readonly Line[], ways: readonly Way[], all: readonly Box[]): Label[] {
  const stretches = ways.flatMap(way => stretchesOf(way))
  let order = lines.map((_, i) => i)
  let best = placeInOrder(order, lines, ways, all, stretches)
  for (let round = 1, last = best; round < MOST_ROUNDS && last.covered.length > 0; round++) {
    const first = new Set(last.covered)
    order = [...last.covered, ...order.filter(i => !first.has(i))]
    last = placeInOrder(order, lines, ways, all, stretches)
    if (last.covered.length < best.covered.length) best = last
  }
  return lines.map((_, i) => best.labels.get(i)!)
}

/** The words of each line in this order, and those that lie on a card or on words that were placed before. */
function placeInOrder(
  order: readonly number[],
  lines: readonly Line[],
  ways: readonly Way[],
  all: readonly Box[],
  stretches: readonly Stretch[],
): { readonly labels: ReadonlyMap<number, Label>; readonly covered: readonly number[] } {
  const grounds: Box[] = []
  const covered: number[] = []
  const labels = new Map<number, Label>()
  for (const i of order) {
    const { words = '' } = lines[i]!.join
    const { label, isCovered } = labelFor(ways[i]!, words, all, grounds, stretches)
    labels.set(i, label)
    if (words === '') continue
    grounds.push(groundOf(label))
    if (isCovered) covered.push(i)
  }
  return { labels, covered }
}

/** Where each line's diamond stands, on no card and no other diamond. */
function placeDiamonds(lines: readonly Line[], ways: readonly Way[], all: readonly Box[]): Point[] {
  const taken = [...all]
  return lines.map(({ join: { words = '' } }, i) => {
    const [x, y] = diamondFor(ways[i]!, words, taken)
    const { across, down } = diamondSize(words)
    taken.push({ x: x - across, y: y - down, width: 2 * across, height: 2 * down })
    return [x, y]
  })
}

/** Whether a route runs through one of these boxes. */
export const runsThrough = ({ points }: Route, boxes: readonly Box[]): boolean =>
  boxesCrossed(points, boxes) > 0

/** The points as the path of an SVG. */
export const pathOf = (points: Route['points']): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')

import type { Box } from './cards'

/** A place on a card's edge and the way out of it. */
export interface Port {
  readonly x: number
  readonly y: number
  readonly side: Side
}
export type Side = 'left' | 'right' | 'top' | 'bottom'

export interface Route {
  readonly from: Port
  readonly to: Port
  /** Corner points from port to port, at right angles. */
  readonly points: readonly (readonly [number, number])[]
  /** Where the verb phrase stands. */
  readonly label: { readonly x: number; readonly y: number; readonly isUpright: boolean }
}

export interface Join {
  readonly id: string
  readonly from: string
  readonly to: string
}

interface Ending {
  readonly join: number
  readonly at: 'from' | 'to'
  readonly box: Box
  readonly other: Box
  readonly side: Side
}

/**
 * Lines at right angles between boxes. Each side of a box shares its edge out among the lines that leave
 * there, in the order of where they go; two boxes with one line each that face one another get a straight
 * one. A line that would run through a third box leaves below or above and goes round. Lines times boxes.
 */
export function routesBetween(
  boxes: ReadonlyMap<string, Box>,
  joins: readonly Join[],
): ReadonlyMap<string, Route> {
  const known = joins.filter(({ from, to }) => boxes.has(from) && boxes.has(to))
  const straight = drawn(boxes, known, new Map())
  const all = [...boxes.values()]
  const round = new Map<string, Way>()
  for (const { id, from, to } of known) {
    const way = from === to ? undefined : wayRound(all, boxes.get(from)!, boxes.get(to)!, straight.get(id)!)
    if (way) round.set(id, way)
  }
  return round.size === 0 ? straight : drawn(boxes, known, round)
}

/** How a line goes round: on which side of both boxes, and along which height. */
interface Way {
  readonly side: 'top' | 'bottom'
  readonly lane: number
}

function drawn(
  boxes: ReadonlyMap<string, Box>,
  joins: readonly Join[],
  round: ReadonlyMap<string, Way>,
): ReadonlyMap<string, Route> {
  const endings = joins.flatMap(({ id, from, to }, join): Ending[] => {
    const [a, b] = [boxes.get(from)!, boxes.get(to)!]
    const way = round.get(id)
    const same = from === to ? 'right' : way?.side
    const [out, back] = same ? ([same, same] as const) : facing(a, b)
    return [
      { join, at: 'from', box: a, other: b, side: out },
      { join, at: 'to', box: b, other: a, side: back },
    ]
  })
  const ports = shareOut(endings)
  const lanes = new Map([...round.keys()].map((id, at) => [id, at]))
  return new Map(
    joins.map(({ id, from, to }, join) => {
      const [a, b] = [ports.get(`${join} from`)!, ports.get(`${join} to`)!]
      const way = round.get(id)
      if (way) return [id, around(a, b, way, lanes.get(id)!)]
      return [id, route(a, b, from === to ? boxes.get(from)! : undefined)]
    }),
  )
}

/** A line below or above what stands between; those that go the same way keep apart. */
function around(from: Port, to: Port, { side, lane }: Way, at: number): Route {
  const y = lane + (side === 'bottom' ? 14 : -14) * (at % 5)
  return {
    from,
    to,
    points: [
      [from.x, from.y],
      [from.x, y],
      [to.x, y],
      [to.x, to.y],
    ],
    label: { x: (from.x + to.x) / 2, y: y - 6, isUpright: false },
  }
}

/** Where a route would run through a third box: the nearer way round everything between the two. */
function wayRound(all: readonly Box[], a: Box, b: Box, { points }: Route): Way | undefined {
  if (!all.some(box => box !== a && box !== b && runsThrough(points, box))) return undefined
  const [left, right] = [Math.min(a.x, b.x), Math.max(a.x + a.width, b.x + b.width)]
  let [top, low] = [a.y, a.y]
  for (const { x, y, width, height } of all) {
    if (x >= right || x + width <= left) continue
    top = Math.min(top, y - 26)
    low = Math.max(low, y + height + 26)
  }
  const middleY = (a.y + a.height / 2 + b.y + b.height / 2) / 2
  return low - middleY <= middleY - top ? { side: 'bottom', lane: low } : { side: 'top', lane: top }
}

type Point = Route['points'][number]

function runsThrough(points: Route['points'], box: Box): boolean {
  for (let i = 1; i < points.length; i++) if (crosses(box, points[i - 1]!, points[i]!)) return true
  return false
}

/** Whether a level or upright stretch runs through a box. */
function crosses({ x, y, width, height }: Box, a: Point, b: Point): boolean {
  const [left, right] = a[0] < b[0] ? [a[0], b[0]] : [b[0], a[0]]
  if (right <= x + 2 || left >= x + width - 2) return false
  const [top, low] = a[1] < b[1] ? [a[1], b[1]] : [b[1], a[1]]
  return low > y + 2 && top < y + height - 2
}

const middle = ({ x, y, width, height }: Box): readonly [number, number] => [x + width / 2, y + height / 2]

/** The sides that look at each other: the ones with the wider gap between. */
function facing(a: Box, b: Box): readonly [Side, Side] {
  const right = b.x - (a.x + a.width)
  const left = a.x - (b.x + b.width)
  const below = b.y - (a.y + a.height)
  const above = a.y - (b.y + b.height)
  const widest = Math.max(right, left, below, above)
  if (widest === right) return ['right', 'left']
  if (widest === left) return ['left', 'right']
  return widest === below ? ['bottom', 'top'] : ['top', 'bottom']
}

function shareOut(endings: readonly Ending[]): Map<string, Port> {
  const sides = new Map<string, Ending[]>()
  for (const ending of endings) {
    const { box, side } = ending
    const key = `${box.x} ${box.y} ${box.width} ${side}`
    sides.set(key, [...(sides.get(key) ?? []), ending])
  }
  const ports = new Map<string, Port>()
  for (const group of sides.values()) {
    const isAcross = group[0]!.side === 'left' || group[0]!.side === 'right'
    const along = ({ other }: Ending): number => middle(other)[isAcross ? 1 : 0]
    const sorted = group.toSorted((a, b) => along(a) - along(b) || a.join - b.join || (a.at < b.at ? -1 : 1))
    for (const [i, ending] of sorted.entries())
      ports.set(
        `${ending.join} ${ending.at}`,
        portAt(ending, (i + 1) / (sorted.length + 1), isAlone(ending, sides)),
      )
  }
  return ports
}

/** Whether the line is the only one at both of its sides. */
function isAlone({ join, box, side, other }: Ending, sides: ReadonlyMap<string, readonly Ending[]>): boolean {
  const opposite = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' } as const
  const here = sides.get(`${box.x} ${box.y} ${box.width} ${side}`)
  const there = sides.get(`${other.x} ${other.y} ${other.width} ${opposite[side]}`)
  return here?.length === 1 && there?.length === 1 && there[0]!.join === join
}

function portAt({ box, other, side }: Ending, share: number, isStraight: boolean): Port {
  const { x, y, width, height } = box
  const isAcross = side === 'left' || side === 'right'
  const [low, high] = isAcross
    ? [Math.max(y, other.y), Math.min(y + height, other.y + other.height)]
    : [Math.max(x, other.x), Math.min(x + width, other.x + other.width)]
  const straight = isStraight && high - low > 12 ? (low + high) / 2 : undefined
  if (isAcross)
    return { x: side === 'left' ? x : x + width, y: Math.round(straight ?? y + height * share), side }
  return { x: Math.round(straight ?? x + width * share), y: side === 'top' ? y : y + height, side }
}

function route(from: Port, to: Port, loop: Box | undefined): Route {
  if (loop) {
    const out = loop.x + loop.width + 46
    return {
      from,
      to,
      points: [
        [from.x, from.y],
        [out, from.y],
        [out, to.y],
        [to.x, to.y],
      ],
      label: { x: out + 6, y: (from.y + to.y) / 2, isUpright: true },
    }
  }
  if (from.side === 'left' || from.side === 'right') {
    const bend = Math.round((from.x + to.x) / 2)
    if (from.y === to.y)
      return {
        from,
        to,
        points: [
          [from.x, from.y],
          [to.x, to.y],
        ],
        label: { x: bend, y: from.y - 8, isUpright: false },
      }
    const isFlat = Math.abs(from.y - to.y) < 26
    const onFarHalf = Math.abs(to.x - bend) > 110
    const label = isFlat
      ? {
          x: onFarHalf ? (bend + to.x) / 2 : bend,
          y: (onFarHalf ? to.y : Math.min(from.y, to.y)) - 8,
          isUpright: false,
        }
      : { x: bend + 7, y: (from.y + to.y) / 2 + 4, isUpright: true }
    return {
      from,
      to,
      points: [
        [from.x, from.y],
        [bend, from.y],
        [bend, to.y],
        [to.x, to.y],
      ],
      label,
    }
  }
  const bend = Math.round((from.y + to.y) / 2)
  if (from.x === to.x)
    return {
      from,
      to,
      points: [
        [from.x, from.y],
        [to.x, to.y],
      ],
      label: { x: from.x + 9, y: bend + 4, isUpright: true },
    }
  return {
    from,
    to,
    points: [
      [from.x, from.y],
      [from.x, bend],
      [to.x, bend],
      [to.x, to.y],
    ],
    label: { x: (from.x + to.x) / 2, y: bend - 8, isUpright: false },
  }
}

/** The points as the path of an SVG. */
export const pathOf = (points: Route['points']): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')

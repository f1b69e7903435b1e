import type { Box } from './cards'

export type Side = 'left' | 'right' | 'top' | 'bottom'
export const SIDES: readonly Side[] = ['right', 'left', 'bottom', 'top']

/** A place on a card's edge and the way out of it. */
export interface Port {
  readonly x: number
  readonly y: number
  readonly side: Side
}

/** Where a line of a number leaves a box: towards which other, on which side. */
export interface Ending {
  readonly line: number
  readonly at: 'from' | 'to'
  readonly box: Box
  readonly other: Box
  readonly side: Side
  /** Lines of one trunk leave by one place. */
  readonly trunk?: string | undefined
}

const OPPOSITE = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' } as const
export const isAcross = (side: Side): boolean => side === 'left' || side === 'right'

/**
 * Each side of a box shares its edge out among the lines that leave there, in the order of where they go; two
 * boxes with one line each that face one another get a straight one. Keys are `line from` and `line to`.
 */
export function shareOut(endings: readonly Ending[]): ReadonlyMap<string, Port> {
  const sides = new Map<string, Ending[]>()
  for (const ending of endings) {
    const key = keyOf(ending.box, ending.side)
    const group = sides.get(key)
    if (group) group.push(ending)
    else sides.set(key, [ending])
  }
  const ports = new Map<string, Port>()
  for (const group of sides.values()) {
    const along = ({ other, side }: Ending): number => middleOf(other)[isAcross(side) ? 1 : 0]
    const sorted = group.toSorted((a, b) => along(a) - along(b) || a.line - b.line || (a.at < b.at ? -1 : 1))
    const slots = [...new Set(sorted.map(slotOf))]
    for (const ending of sorted) {
      const share = (slots.indexOf(slotOf(ending)) + 1) / (slots.length + 1)
      ports.set(`${ending.line} ${ending.at}`, portAt(ending, share, isAlone(ending, sides)))
    }
  }
  return ports
}

const slotOf = ({ trunk, line, at }: Ending): string => trunk ?? `${line} ${at}`
const keyOf = ({ x, y, width, height }: Box, side: Side): string => `${x} ${y} ${width} ${height} ${side}`

/** Whether the line is the only one at both of its sides, which look at each other. */
function isAlone({ line, box, side, other }: Ending, sides: ReadonlyMap<string, readonly Ending[]>): boolean {
  const there = sides.get(keyOf(other, OPPOSITE[side]))
  return sides.get(keyOf(box, side))?.length === 1 && there?.length === 1 && there[0]!.line === line
}

/** A place on a side, by the share of its length; straight across from the other box where it may. */
export function portAt(
  { box, other, side }: Omit<Ending, 'line' | 'at'>,
  share: number,
  isStraight: boolean,
): Port {
  const { x, y, width, height } = box
  const level = isAcross(side)
  const [low, high] = level
    ? [Math.max(y, other.y), Math.min(y + height, other.y + other.height)]
    : [Math.max(x, other.x), Math.min(x + width, other.x + other.width)]
  const straight = isStraight && high - low > 12 ? (low + high) / 2 : undefined
  if (level)
    return { x: side === 'left' ? x : x + width, y: Math.round(straight ?? y + height * share), side }
  return { x: Math.round(straight ?? x + width * share), y: side === 'top' ? y : y + height, side }
}

export const middleOf = ({ x, y, width, height }: Box): readonly [number, number] => [
  x + width / 2,
  y + height / 2,
]

import type { Box } from './cards'
import { crosses, stretchesOf, type Stretch } from './costs'
import type { Point, Way } from './ways'

/** Where the words of a line stand: the baseline of the first row, and which part of them is at x. */
export interface Label {
  readonly x: number
  readonly y: number
  readonly anchor: 'start' | 'middle' | 'end'
  /** One row, or two where one has no room. */
  readonly rows: readonly string[]
}

/** Widths are estimated from the number of signs, so that a picture needs no screen. */
const SIGN = 6.9
export const ROW = 16
const OVER_CARD = 1000
const OVER_LABEL = 700
const OVER_LINE = 60
const SHARES = [0.5, 0.35, 0.65, 0.2, 0.8, 0.1, 0.9]

/** The ground that words take up where they stand. */
export function groundOf({ x, y, anchor, rows }: Label): Box {
  const width = Math.round(Math.max(...rows.map(row => row.length)) * SIGN + 8)
  const left = { start: x - 4, middle: x - width / 2, end: x - width + 4 }[anchor]
  return { x: left, y: y - 14, width, height: rows.length * ROW + 2 }
}

/** A place for words, and whether they lie there on a card or on other words. */
export interface Placed {
  readonly label: Label
  readonly isCovered: boolean
}

/**
 * The place beside a line where its words lie neither under a card nor on other words, and rather on no other
 * line: near the middle of its longest stretches first, in two rows where one finds none.
 */
export function labelFor(
  way: Way,
  words: string,
  boxes: readonly Box[],
  labels: readonly Box[],
  lines: readonly Stretch[],
): Placed {
  let best: { readonly label: Label; readonly cost: number } | undefined
  for (const rows of [[words], halves(words)]) {
    for (const { label, cost: own } of places(way, rows)) {
      const ground = groundOf(label)
      const cost =
        own +
        (rows.length - 1) * 40 +
        boxes.filter(box => overlaps(box, ground, 2)).length * OVER_CARD +
        labels.filter(box => overlaps(box, ground, 0)).length * OVER_LABEL +
        lines.filter(line => crosses(ground, line, 1)).length * OVER_LINE
      if (!best || cost < best.cost) best = { label, cost }
      if (cost === 0) break
    }
    if (best && best.cost < OVER_LINE) break
  }
  const { label } = best!
  const ground = groundOf(label)
  return { label, isCovered: [...boxes, ...labels].some(box => overlaps(box, ground, 0)) }
}

/** Words in two rows of about the same length; a single word stays as it is. */
function halves(words: string): string[] {
  const middle = words.length / 2
  const gaps = [...words.matchAll(/ /g)].map(({ index }) => index)
  const [at] = gaps.toSorted((a, b) => Math.abs(a - middle) - Math.abs(b - middle))
  return at === undefined ? [words] : [words.slice(0, at), words.slice(at + 1)]
}

/** Half the size of a diamond that holds these words. */
export const diamondSize = (words: string): { readonly across: number; readonly down: number } => ({
  across: Math.max(34, words.length * 3.9 + 16),
  down: 20,
})

/** The place on a line where a diamond covers no card: near the middle of its longest stretches first. */
export function diamondFor(way: Way, words: string, boxes: readonly Box[]): Point {
  const { across, down } = diamondSize(words)
  const stretches = stretchesOf(way)
  const longest = Math.max(...stretches.map(({ x1, x2, y1, y2 }) => x2 - x1 + (y2 - y1)))
  const spots = stretches.flatMap(({ x1, x2, y1, y2 }) =>
    SHARES.map((share, i) => {
      const at: Point = [Math.round(x1 + (x2 - x1) * share), Math.round(y1 + (y2 - y1) * share)]
      const ground = { x: at[0] - across, y: at[1] - down, width: 2 * across, height: 2 * down }
      const covered = boxes.filter(box => overlaps(box, ground, 0)).length
      return { at, cost: covered * OVER_CARD + (longest - (x2 - x1) - (y2 - y1)) / 10 + i * 3 }
    }),
  )
  return spots.reduce((best, spot) => (spot.cost < best.cost ? spot : best)).at
}

const overlaps = (a: Box, b: Box, edge: number): boolean =>
  a.x + a.width > b.x - edge &&
  b.x + b.width > a.x - edge &&
  a.y + a.height > b.y - edge &&
  b.y + b.height > a.y - edge

function places(way: Way, rows: readonly string[]): { label: Label; cost: number }[] {
  const stretches = stretchesOf(way)
  const longest = Math.max(...stretches.map(({ x1, x2, y1, y2 }) => x2 - x1 + (y2 - y1)))
  const width = Math.max(...rows.map(row => row.length)) * SIGN
  const more = (rows.length - 1) * ROW
  return stretches
    .flatMap(({ x1, x2, y1, y2 }) => {
      const isLevel = y1 === y2
      const length = x2 - x1 + (y2 - y1)
      const short = Math.round(((longest - length) / Math.max(1, longest)) * 20)
      return SHARES.flatMap((share, i) => {
        const [x, y] = [Math.round(x1 + (x2 - x1) * share), Math.round(y1 + (y2 - y1) * share)]
        const tight = isLevel && width > length ? 12 : 0
        const beside: Label[] = isLevel
          ? [
              { x, y: y - 8 - more, anchor: 'middle', rows },
              { x, y: y + 17, anchor: 'middle', rows },
            ]
          : [
              { x: x + 8, y: y + 4 - more / 2, anchor: 'start', rows },
              { x: x - 8, y: y + 4 - more / 2, anchor: 'end', rows },
            ]
        return beside.map((label, at) => ({ label, cost: short + i * 3 + at * 2 + tight }))
      })
    })
    .toSorted((a, b) => a.cost - b.cost)
}

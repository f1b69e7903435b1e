import { areMany, isDemanded } from '../amounts'
import type { DiagramEnd, DiagramKinds, DiagramRelationship } from '../document'
import type { Port } from './ports'

export const NOTATIONS = ['feet', 'diamonds', 'min-max'] as const
/**
 * How the answers are drawn: the trade's crow's foot signs, textbook diamonds with 1 and n, or (min,max)
 * beside the card that takes part. Same model, other signs.
 */
export type Notation = (typeof NOTATIONS)[number]

/** What an end is drawn with: strokes and rings in the line's ink, and text. */
export type Sign =
  | { readonly kind: 'stroke'; readonly path: string }
  | { readonly kind: 'ring'; readonly x: number; readonly y: number; readonly r: number }
  | {
      readonly kind: 'text'
      readonly x: number
      readonly y: number
      readonly text: string
      readonly anchor: 'start' | 'end'
    }

const OUT = { left: [-1, 0], right: [1, 0], top: [0, -1], bottom: [0, 1] } as const

/** The signs at one end of a relationship. */
export function endSigns(
  notation: Notation,
  { ends }: Pick<DiagramRelationship, 'ends'>,
  at: number,
  port: Port,
): Sign[] {
  const end = ends[at]!
  if (notation === 'feet') return feet(end, port)
  if (notation === 'diamonds')
    return [...beside(port, mostSign(end)), ...(takesPart(ends, at) ? doubled(port) : [])]
  const other = ends.length === 2 ? ends[1 - at]! : end
  return beside(port, `(${other.least ?? '?'},${ends.length > 2 ? 'n' : mostSign(other)})`)
}

function mostSign({ most }: Pick<DiagramEnd, 'most'>): string {
  switch (most) {
    case null:
      return '?'
    case 'one':
      return '1'
    case 'many':
      return 'n'
    default:
      return String(most)
  }
}

/** Whether each object of this end's entity takes part: there is at least one of the other side for it. */
function takesPart(ends: readonly DiagramEnd[], at: number): boolean {
  return isDemanded(ends.length === 2 ? ends[1 - at]! : ends[at]!)
}

/** A point so far out of the port and so far to its side. */
function placer({ x, y, side }: Port): (out: number, aside: number) => string {
  const [dx, dy] = OUT[side]
  return (out, aside) => `${round(x + dx * out - dy * aside)} ${round(y + dy * out + dx * aside)}`
}
const round = (value: number): number => Math.round(value * 10) / 10

/**
 * A foot of three toes for many, a bar for one; before it a ring for none, a bar for at least one; a question
 * mark for what is not answered.
 */
function feet({ least, most }: Pick<DiagramEnd, 'least' | 'most'>, port: Port): Sign[] {
  const at = placer(port)
  const signs: Sign[] = []
  if (areMany({ most })) signs.push({ kind: 'stroke', path: `M${at(0, -7)}L${at(13, 0)}L${at(0, 7)}` })
  if (most === 'one') signs.push({ kind: 'stroke', path: `M${at(9, -6)}L${at(9, 6)}` })
  if (isDemanded({ least })) signs.push({ kind: 'stroke', path: `M${at(16, -6)}L${at(16, 6)}` })
  if (least === 0) signs.push(ringAt(at, areMany({ most }) ? 18 : 17))
  if (most === null || least === null) signs.push(...beside(port, '?'))
  else if (least > 1 || typeof most === 'number')
    signs.push(...beside(port, `${least}–${mostSign({ most })}`))
  return signs
}

function ringAt(at: (out: number, aside: number) => string, out: number, r = 4.6): Sign {
  const [x, y] = at(out, 0).split(' ').map(Number) as [number, number]
  return { kind: 'ring', x, y, r }
}

/** Words beside the line, near the card. */
function beside(port: Port, text: string): Sign[] {
  const [x, y] = placer(port)(10, port.side === 'left' || port.side === 'top' ? 9 : -9)
    .split(' ')
    .map(Number) as [number, number]
  const isAcross = port.side === 'left' || port.side === 'right'
  return [
    {
      kind: 'text',
      x: isAcross ? x : x + 2,
      y: isAcross ? y : y + 4,
      text,
      anchor: port.side === 'left' ? 'end' : 'start',
    },
  ]
}

/** The line is doubled near the card: each of it takes part. */
function doubled(port: Port): Sign[] {
  const at = placer(port)
  return [{ kind: 'stroke', path: `M${at(0, 4)}L${at(26, 4)}` }]
}

/**
 * Where kinds begin, at the card that they are kinds of: a bracket, or a ring in the textbook's notation;
 * doubled where each must be one of them. Which of them are apart is said in words.
 */
export function kindsSigns(
  notation: Notation,
  { isTotal }: Pick<DiagramKinds, 'isTotal'>,
  port: Port,
): Sign[] {
  const at = placer(port)
  const isRing = notation === 'diamonds'
  const out = isRing ? 9 : 12
  const double: Sign[] = isTotal
    ? [{ kind: 'stroke', path: `M${at(0, -3)}L${at(out, -3)}M${at(0, 3)}L${at(out, 3)}` }]
    : []
  return [
    ...double,
    isRing
      ? ringAt(at, 17, 8)
      : { kind: 'stroke', path: `M${at(6, -9)}L${at(12, -9)}L${at(12, 9)}L${at(6, 9)}` },
  ]
}

import type { QueueLine } from './answers'

/** Without a sign of who has it for so long, a hand-in in hand is let go. */
export const IDLE_MS = 3 * 60_000

/** Whether the marks of a hand-in may be told. */
export const isReady = ({ state }: QueueLine): boolean => state === 'ready' || state === 'looked at'

/** Whether the marks of a hand-in were told, and it has other points by now. */
export function standsOtherwise({ state, points, told }: QueueLine): boolean {
  return (
    state === 'released' &&
    points !== null &&
    points.open === 0 &&
    (points.got !== told?.got || points.of !== told.of)
  )
}

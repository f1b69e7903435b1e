import type { QueueLine } from '#shared/answers'

/** How many hand-ins of a queue stand where. */
export interface QueueCounts {
  readonly ready: number
  readonly open: number
  readonly flagged: number
  readonly unmarked: number
  readonly released: number
}

export function countQueue(queue: readonly QueueLine[]): QueueCounts {
  const count = (...states: readonly QueueLine['state'][]): number =>
    queue.filter(({ state }) => states.includes(state)).length
  return {
    ready: count('ready', 'looked at'),
    open: count('to decide'),
    flagged: count('flagged'),
    unmarked: count('being marked', 'could not be marked'),
    released: count('released'),
  }
}

import type { CheckAnswer } from '#shared/answers'

/** What a check said, and of which state of the sheets. */
export interface LastCheck {
  readonly answer: CheckAnswer
  readonly of: string
}

/** Of what shape it is kept: one of another version of this program is not shown. */
const SHAPE = 1

const keyOf = (personId: string, exerciseId: string): string => `nomenklatura-check-${personId}-${exerciseId}`

/**
 * Keeps the last check of a worksheet in this browser, for its person, so that it outlives a reload. Where the
 * browser keeps nothing, or has no room, it is only gone with the page.
 */
export function keepCheck(personId: string, exerciseId: string, check: LastCheck): void {
  try {
    localStorage.setItem(keyOf(personId, exerciseId), JSON.stringify({ ...check, shape: SHAPE }))
  } catch {
    forgetCheck(personId, exerciseId)
  }
}

export function keptCheck(personId: string, exerciseId: string): LastCheck | undefined {
  try {
    const text = localStorage.getItem(keyOf(personId, exerciseId))
    const kept = text === null ? null : (JSON.parse(text) as LastCheck & { shape?: number })
    if (kept?.shape !== SHAPE) return undefined
    // What was still being run then is run no more.
    return { of: kept.of, answer: { ...kept.answer, isBeingRun: false } }
  } catch {
    return undefined
  }
}

function forgetCheck(personId: string, exerciseId: string): void {
  try {
    localStorage.removeItem(keyOf(personId, exerciseId))
  } catch {
    /* this browser keeps nothing */
  }
}

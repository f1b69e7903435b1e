/** An hour before, and ten minutes before. */
const STEPS_MIN = [10, 60] as const

/** Which word is due so many minutes before the moment; undefined where it is early, or past. */
export function dueStep(minutes: number): number | undefined {
  return STEPS_MIN.find(limit => minutes > 0 && minutes <= limit)
}

export interface DueSoon {
  readonly minutes: number
  /** The moment, as the clock says it. */
  readonly clock: string
  readonly isHandedIn: boolean
  /** What is saved then is handed in for those who never did. */
  readonly isCollected: boolean
}

export function dueSoonInWords({ minutes, clock, isHandedIn, isCollected }: DueSoon): string {
  const left = Math.ceil(minutes)
  const due = `Due in ${left === 1 ? 'a minute' : `${left} minutes`}, at ${clock}.`
  if (isHandedIn) return due
  return isCollected ? `${due} What is saved then is handed in for you.` : `${due} You have not handed in.`
}

import { byPlace, readStatements, type ReadOptions, type ReadScript } from '../read/read-script'
import type { Habits } from '../text/habits'
import { checkScript } from './check-script'
import type { NamedDependencies } from './input'

export interface ReviewOptions extends ReadOptions {
  /** The course's conventions; none are asked where none are given. */
  readonly habits?: Habits
  /** What the exercise says fixes what: with it the script's normal forms are checked. */
  readonly dependencies?: NamedDependencies
}

/** Reads a script and checks it: its findings are about how it is written, well formed and well designed. */
export function reviewScript(
  script: string,
  { habits, dependencies, ...options }: ReviewOptions = {},
): ReadScript {
  const { read, ...made } = readStatements(script, options)
  const { schema, dialect, inserts } = read
  const asked = { ...(habits ? { habits } : {}), ...(dependencies ? { dependencies } : {}) }
  const checked = checkScript({ script, schema, dialect, inserts, ...made, ...asked })
  return { ...read, findings: byPlace([...read.findings, ...checked]) }
}

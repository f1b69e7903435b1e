import type { Rule, Verdict } from '@nomenklatura/core/rules'
import type { Dialect } from '@nomenklatura/core/schema'

/** A world with a model, its rules, and answers whose verdicts were written down before any was marked. */
export interface World {
  readonly name: string
  readonly model: string
  readonly rules: readonly Rule[]
  readonly answers: readonly Answer[]
}

export interface Answer {
  readonly note: string
  readonly script: string
  /** By the rule's number from one; what is not named is upheld. */
  readonly expects: Readonly<Record<number, Verdict>>
  readonly dialect?: Dialect
}

export const right = (note: string, script: string, dialect?: Dialect): Answer => ({
  note,
  script,
  expects: {},
  ...(dialect ? { dialect } : {}),
})

export const wrong = (
  note: string,
  script: string,
  expects: Answer['expects'],
  dialect?: Dialect,
): Answer => ({ note, script, expects, ...(dialect ? { dialect } : {}) })

/** The text with each of the pairs replaced once; what is not there is a mistake of whoever wrote it. */
export function but(text: string, ...changes: readonly (readonly [string, string])[]): string {
  return changes.reduce((now, [from, to]) => {
    if (!now.includes(from)) throw new Error(`There is no "${from}" to be replaced.`)
    return now.replace(from, to)
  }, text)
}

import type { Outcome, ProofLine } from './line'

/** How many cases came to what, and the share of mistakes that do not pass. */
export interface ProofFigures {
  readonly mistakes: number
  readonly noticed: number
  readonly asked: number
  readonly missed: number
  readonly same: number
  readonly harmless: number
  readonly doubted: number
  readonly punished: number
  /** Per cent of the mistakes that can be told apart; null where there are none. */
  readonly strength: number | null
}

export function proofFigures(lines: readonly ProofLine[]): ProofFigures {
  const count = (outcome: Outcome): number => lines.filter(line => line.outcome === outcome).length
  const mistakes = lines.filter(({ is }) => is === 'mistake').length
  const told = mistakes - count('same')
  return {
    mistakes,
    noticed: count('noticed'),
    asked: count('asked'),
    missed: count('missed'),
    same: count('same'),
    harmless: lines.length - mistakes,
    doubted: count('doubted'),
    punished: count('punished'),
    strength: told > 0 ? Math.floor((100 * (count('noticed') + count('asked'))) / told) : null,
  }
}

/** Under so many per cent noticed, an exercise is not published without being asked. */
const LEAST_STRENGTH = 80

/** Whether enough is noticed, and nothing harmless punished. */
export function isSound({ strength, punished }: ProofFigures): boolean {
  return punished === 0 && (strength ?? 100) >= LEAST_STRENGTH
}

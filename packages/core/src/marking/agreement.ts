/** How two people who judge the same things agree. */
export interface Agreement {
  /** Things that both judged. */
  readonly of: number
  /** Those that both judged alike. */
  readonly alike: number
  /**
   * Agreement beyond what chance gives, from -1 to 1 (Cohen, A coefficient of agreement for nominal scales,
   * Educational and Psychological Measurement 20, 1960); null where chance alone gives all of it, since both
   * judged all things the same.
   */
  readonly kappa: number | null
}

/** The agreement of two over what both judged: each pair is what the one and the other said of one thing. */
export function agreementOf(judged: readonly (readonly [string, string])[]): Agreement {
  const of = judged.length
  const alike = judged.filter(([a, b]) => a === b).length
  const words = [...new Set(judged.flat())]
  const times = (side: 0 | 1, word: string): number => judged.filter(pair => pair[side] === word).length
  // In whole numbers: of² times what chance gives.
  const byChance = words.reduce((sum, word) => sum + times(0, word) * times(1, word), 0)
  const beyond = of * of - byChance
  return { of, alike, kappa: beyond === 0 ? null : (of * alike - byChance) / beyond }
}

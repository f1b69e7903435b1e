/**
 * Numbers from 0 to 1 that follow from the seed (hash: FNV-1a; steps: mulberry32, both in the public domain).
 */
export function randomFrom(seed: string): () => number {
  let state = 0x811c9dc5
  for (const letter of seed) state = Math.imul(state ^ letter.codePointAt(0)!, 0x01000193)
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

export function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const result = [...items]
  for (let i = result.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[result[i], result[j]] = [result[j]!, result[i]!]
  }
  return result
}

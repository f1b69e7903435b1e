import { createHash, randomBytes } from 'node:crypto'

/** A secret for a cookie or a link: 256 bits, in letters that a URL carries. */
export function newToken(): string {
  return randomBytes(32).toString('base64url')
}

/** What is kept of it: whoever reads the database cannot use it. */
export function hashOfToken(token: string): string {
  return createHash('sha256').update(token).digest('hex')
}

const WORDS =
  'bay cold drawer fern frost grain island kelp lamp ledger moss north packet quay reed rye salt seed shelf stone thaw tide vault wren'.split(
    ' ',
  )

/**
 * A word that a person can read from a terminal and type: four words and a number, about 32 bits; it is good
 * for one installation without people.
 */
export function newFirstWord(): string {
  const bytes = randomBytes(8)
  return (
    [...bytes.subarray(0, 4)].map(byte => WORDS[byte % WORDS.length]!).join('-') +
    `-${(bytes.readUInt32BE(4) % 90_000) + 10_000}`
  )
}

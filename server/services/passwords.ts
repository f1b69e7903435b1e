import { randomBytes, scrypt as scryptWithCallback, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import { dictionary } from '@zxcvbn-ts/language-common'
import { Refusal } from './problem'

const scrypt = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(
  scryptWithCallback,
)
/**
 * OWASP, Password Storage Cheat Sheet (from memory): N = 2^15, r = 8, p = 3 is as strong as N = 2^17 with p =
 * 1, in a quarter of the memory: a class signs in at once.
 */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }
const PREFIX = `scrypt:${COST.N}:${COST.r}:${COST.p}:`

/** scrypt (RFC 7914) with its parameters and salt beside the hash. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await scrypt(password.normalize('NFKC'), salt, 32, COST)
  return `${PREFIX}${salt.toString('base64')}:${hash.toString('base64')}`
}

export async function verifyPassword(password: string, stored: string): Promise<boolean> {
  const [, n, r, p, salt, hash] = stored.split(':')
  if (!salt || !hash) return false
  const expected = Buffer.from(hash, 'base64')
  const actual = await scrypt(password.normalize('NFKC'), Buffer.from(salt, 'base64'), expected.length, {
    N: Number(n),
    r: Number(r),
    p: Number(p),
    maxmem: COST.maxmem,
  })
  return timingSafeEqual(actual, expected)
}

/** Whether a hash was made by another measure than today's: it is made anew at the next sign-in. */
export function isOfOldMeasure(stored: string): boolean {
  return !stored.startsWith(PREFIX)
}

/** As costly as a real check, so that the time does not tell whether an address is known. */
export const NOBODY = `${PREFIX}AAAAAAAAAAAAAAAAAAAAAA==:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA=`

const KNOWN: ReadonlySet<string> = new Set(dictionary.passwords as readonly string[])

/**
 * Refuses a password that is guessed first: one of the known lists, with or without a number behind, one made
 * of the person's own name, or of one sign again and again.
 */
export function refuseWeakPassword(password: string, { name, email }: { name: string; email: string }): void {
  const plain = password.normalize('NFKC').toLowerCase()
  const letters = plain.replace(/[\d\s!.?_-]+$/, '')
  const own = [email, email.split('@')[0]!, name, ...name.split(/\s+/)]
    .map(part => part.toLowerCase())
    .filter(part => part.length >= 4)
  const isKnown = KNOWN.has(plain) || (letters.length >= plain.length - 4 && KNOWN.has(letters))
  if (
    isKnown ||
    new Set(plain).size < 4 ||
    own.some(part => plain.includes(part) && plain.length - part.length < 6)
  ) {
    throw new Refusal(
      422,
      'weak-password',
      'This password is among the first that anybody would try. Take another: a few words that do not belong together are good.',
    )
  }
}

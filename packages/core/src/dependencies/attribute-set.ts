import { invariant } from '../findings/invariant'

/**
 * An immutable set of attributes, each known by its position in a `Universe`.
 *
 * Representation (known to this file only): one bit per attribute in 32-bit words. Sets that meet in an
 * operation must come from universes of the same size. Union, intersection, difference and comparison cost
 * size / 32.
 */
export class AttributeSet implements Iterable<number> {
  private constructor(private readonly words: Uint32Array) {}

  /** The empty set over `size` attributes. */
  static empty(size: number): AttributeSet {
    return new AttributeSet(new Uint32Array((size + 31) >>> 5))
  }

  /** The set of the given positions; each must be at least 0 and below `size`. */
  static of(size: number, positions: Iterable<number>): AttributeSet {
    const words = new Uint32Array((size + 31) >>> 5)
    for (const position of positions) {
      invariant(position >= 0 && position < size, `attribute ${position} of ${size}`)
      words[position >>> 5]! |= 1 << (position & 31)
    }
    return new AttributeSet(words)
  }

  /** All attributes of a universe of `size`. */
  static full(size: number): AttributeSet {
    const words = new Uint32Array((size + 31) >>> 5).fill(0xffffffff)
    if (size & 31) words[words.length - 1] = 0xffffffff >>> (32 - (size & 31))
    return new AttributeSet(words)
  }

  has(position: number): boolean {
    return (((this.words[position >>> 5] ?? 0) >>> (position & 31)) & 1) === 1
  }

  isEmpty(): boolean {
    return this.words.every(word => word === 0)
  }

  isSubsetOf(other: AttributeSet): boolean {
    for (let i = 0; i < this.words.length; i++) if (this.words[i]! & ~other.words[i]!) return false
    return true
  }

  meets(other: AttributeSet): boolean {
    for (let i = 0; i < this.words.length; i++) if (this.words[i]! & other.words[i]!) return true
    return false
  }

  equals(other: AttributeSet): boolean {
    return this.words.every((word, i) => word === other.words[i])
  }

  union(other: AttributeSet): AttributeSet {
    const words = this.words.slice()
    for (let i = 0; i < words.length; i++) words[i]! |= other.words[i]!
    return new AttributeSet(words)
  }

  intersect(other: AttributeSet): AttributeSet {
    const words = this.words.slice()
    for (let i = 0; i < words.length; i++) words[i]! &= other.words[i]!
    return new AttributeSet(words)
  }

  minus(other: AttributeSet): AttributeSet {
    const words = this.words.slice()
    for (let i = 0; i < words.length; i++) words[i]! &= ~other.words[i]!
    return new AttributeSet(words)
  }

  with(position: number): AttributeSet {
    const words = this.words.slice()
    words[position >>> 5]! |= 1 << (position & 31)
    return new AttributeSet(words)
  }

  without(position: number): AttributeSet {
    const words = this.words.slice()
    words[position >>> 5]! &= ~(1 << (position & 31))
    return new AttributeSet(words)
  }

  get size(): number {
    let count = 0
    for (let word of this.words) for (; word; word &= word - 1) count++
    return count
  }

  /** Positions in ascending order. */
  *[Symbol.iterator](): Iterator<number> {
    for (let i = 0; i < this.words.length; i++) {
      for (let word = this.words[i]!; word; word &= word - 1) yield i * 32 + 31 - Math.clz32(word & -word)
    }
  }

  /** Writes the positions in ascending order to the beginning of `into`, and answers how many there are. */
  writeTo(into: Int32Array): number {
    let end = 0
    for (let i = 0; i < this.words.length; i++) {
      for (let word = this.words[i]!; word; word &= word - 1)
        into[end++] = i * 32 + 31 - Math.clz32(word & -word)
    }
    return end
  }

  /** A string that is equal exactly for equal sets of one universe: for maps and sets. */
  get key(): string {
    return this.words.length === 1 ? String(this.words[0]) : this.words.join(',')
  }
}

/** By size, then by position: the order in which keys are shown. */
export function compareSets(a: AttributeSet, b: AttributeSet): number {
  if (a.size !== b.size) return a.size - b.size
  const left = [...a]
  const right = [...b]
  for (let i = 0; i < left.length; i++) if (left[i] !== right[i]) return left[i]! - right[i]!
  return 0
}

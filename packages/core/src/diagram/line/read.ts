import type { DiagramAttribute, DiagramEnd, DiagramEntity, DiagramRelationship } from '../document'
import type { Word } from './words'

export type Amount = Pick<DiagramEnd, 'least' | 'most'>
export interface Fact extends Partial<Omit<DiagramAttribute, 'id' | 'name'>> {
  readonly name: string
}

/** What cannot be read, where, and what was looked for. */
export interface LineFault {
  readonly start: number
  readonly end: number
  readonly message: string
}
export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: LineFault }

/** What a sentence may speak of. */
export interface Known {
  readonly entities: readonly DiagramEntity[]
  readonly relationships: readonly DiagramRelationship[]
}

export const fault = (words: readonly Word[], message: string): { ok: false; fault: LineFault } => ({
  ok: false,
  fault: { start: words[0]?.start ?? 0, end: words.at(-1)?.end ?? 0, message },
})
/** Something is missing behind the last of these words. */
export const faultAtEnd = (words: readonly Word[], message: string): { ok: false; fault: LineFault } => ({
  ok: false,
  fault: { start: words.at(-1)?.end ?? 0, end: words.at(-1)?.end ?? 0, message },
})
export const read = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })

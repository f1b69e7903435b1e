import type { Span } from '../findings'
import { SLOTS, type Slot } from './document'

/** Where something stands on a Dictionary sheet: a slot of an entry. */
export interface DictionaryPlace {
  readonly entry: number
  readonly slot: Slot
}

/**
 * Schemas have places of text: a slot is told by a number of its own, so that what is said of a table's parts
 * finds its way back.
 */
const WIDTH = 16

export function spanOf({ entry, slot }: DictionaryPlace): Span {
  const start = entry * WIDTH + SLOTS.indexOf(slot)
  return { start, end: start + 1 }
}

export function placeOf({ start }: Span): DictionaryPlace {
  return { entry: Math.floor(start / WIDTH), slot: SLOTS[start % WIDTH] ?? 'field' }
}

/** The name of a slot among the fields of a sheet: "3 type" is the type of the fourth entry. */
export function fieldName({ entry, slot }: DictionaryPlace): string {
  return `${entry} ${slot}`
}

export function placeInField(field: string): DictionaryPlace | undefined {
  const [, entry, slot] = /^(\d+) (\w+)$/.exec(field) ?? []
  const known = SLOTS.find(other => other === slot)
  return entry !== undefined && known ? { entry: Number(entry), slot: known } : undefined
}

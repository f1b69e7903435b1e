import { z } from 'zod'
import { REFERENTIAL_ACTIONS } from '../schema'

const Short = z.string().max(200)
const Long = z.string().max(2000)

/** One field of the dictionary, every slot as it was written: an empty one is open. Slots that came later may be absent. */
export const DictionaryEntry = z.object({
  entity: Short,
  field: Short,
  type: Short,
  /** Characters of a text; digits in all and after the point of a number, as 6,2. */
  size: Short,
  /** A mask such as AAA-99999. */
  format: Short,
  required: z.enum(['', 'yes', 'no']),
  /** A part of the primary key, unique alone, or unique together with the fields of the same number. */
  key: z.enum(['', 'primary', 'unique', 'unique 1', 'unique 2', 'unique 3', 'unique 4']),
  /** An entity, or a field of it: trip, trip.trip_no. */
  refersTo: Short,
  /** What becomes of this field when what it refers to is deleted, or its key changes. */
  onDelete: z.enum(['', ...REFERENTIAL_ACTIONS]).optional(),
  onUpdate: z.enum(['', ...REFERENTIAL_ACTIONS]).optional(),
  example: Long,
  /** What its values keep to: 0 to 100; at least 0; one of seed, spore. */
  rule: Long,
  /** What stands there where nothing is said. */
  default: Short.optional(),
  /** Counts on by itself: from 1; from 100 by 5. */
  numbering: Short.optional(),
  meaning: Long,
})
export type DictionaryEntry = z.infer<typeof DictionaryEntry>
export type Slot = keyof DictionaryEntry

export const MOST_ENTRIES = 400
export const Dictionary = z.object({ entries: z.array(DictionaryEntry).max(MOST_ENTRIES) })
export type Dictionary = z.infer<typeof Dictionary>

export const EMPTY_DICTIONARY: Dictionary = { entries: [] }
export const NEW_ENTRY: Required<DictionaryEntry> = {
  entity: '',
  field: '',
  type: '',
  size: '',
  format: '',
  required: '',
  key: '',
  refersTo: '',
  onDelete: '',
  onUpdate: '',
  example: '',
  rule: '',
  default: '',
  numbering: '',
  meaning: '',
}

/** What stands in a slot; empty where nothing does. */
export function writtenAt(entry: DictionaryEntry, slot: Slot): string {
  return entry[slot] ?? ''
}

/** In the order in which they are read. */
export const SLOTS: readonly Slot[] = [
  'entity',
  'field',
  'type',
  'size',
  'format',
  'required',
  'key',
  'refersTo',
  'onDelete',
  'onUpdate',
  'example',
  'rule',
  'default',
  'numbering',
  'meaning',
]

/** Slots that few courses ask for: shown where one of them is written, or asked for. */
export const FURTHER_SLOTS: readonly Slot[] = ['onDelete', 'onUpdate', 'default', 'numbering']

/** The slots in words, as heads of the ruled table and of a CSV. */
export const SLOT_NAMES: Readonly<Record<Slot, string>> = {
  entity: 'entity',
  field: 'field',
  type: 'type',
  size: 'size',
  format: 'format',
  required: 'required',
  key: 'key',
  refersTo: 'refers to',
  onDelete: 'on delete',
  onUpdate: 'on update',
  example: 'example',
  rule: 'rule',
  default: 'default',
  numbering: 'numbers itself',
  meaning: 'meaning',
}

/** Whether nothing at all is written. */
export function isEmptyDictionary({ entries }: Dictionary): boolean {
  return entries.every(entry => SLOTS.every(slot => writtenAt(entry, slot).trim() === ''))
}

/**
 * Entities in the order of their first field, each with the positions of its fields. An entry without an
 * entity belongs to the one above it.
 */
export function entitiesOf({
  entries,
}: Dictionary): { readonly name: string; readonly at: readonly number[] }[] {
  const groups: { name: string; at: number[] }[] = []
  let last = ''
  for (const [i, entry] of entries.entries()) {
    if (SLOTS.every(slot => writtenAt(entry, slot).trim() === '')) continue
    last = entry.entity.trim() || last
    const known = groups.find(({ name }) => name.toLowerCase() === last.toLowerCase())
    if (known) known.at.push(i)
    else groups.push({ name: last, at: [i] })
  }
  return groups
}

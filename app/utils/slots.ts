import { SLOT_NAMES, writtenAt, type DictionaryEntry, type Slot } from '@nomenklatura/core/dictionary'

/** An open slot in words. */
export const OPEN_SLOTS: Readonly<Record<Slot, string>> = {
  entity: 'of what?',
  field: 'name of the field',
  type: 'what type?',
  size: 'how large?',
  format: 'no format',
  required: 'required?',
  key: 'no key',
  refersTo: 'nothing',
  onDelete: 'not said',
  onUpdate: 'not said',
  example: 'an example',
  rule: 'no rule',
  default: 'nothing',
  numbering: 'not by itself',
  meaning: 'what does it mean?',
}

export const REQUIRED_WORDS: Readonly<Record<DictionaryEntry['required'], string>> = {
  '': 'required or not?',
  'yes': 'required',
  'no': 'may be empty',
}

export const KEY_WORDS: Readonly<Record<DictionaryEntry['key'], string>> = {
  '': 'no part of a key',
  'primary': 'part of the primary key',
  'unique': 'unique',
  'unique 1': 'unique together (1)',
  'unique 2': 'unique together (2)',
  'unique 3': 'unique together (3)',
  'unique 4': 'unique together (4)',
}

/** What becomes of what refers: the words of the trade, and what they come to. */
export const ACTION_WORDS: Readonly<Record<NonNullable<DictionaryEntry['onDelete']>, string>> = {
  '': 'not said',
  'restrict': 'restrict: refused',
  'cascade': 'cascade: goes with it',
  'set null': 'set null: is emptied',
  'set default': 'set default: takes its default',
  'no action': 'no action: refused in the end',
}

/** A slot as it is shown in a table: in words where it holds a choice. */
export function slotText(entry: DictionaryEntry, slot: Slot): string {
  if (slot === 'required') return entry.required === '' ? '' : REQUIRED_WORDS[entry.required]
  if (slot === 'key') {
    if (entry.key === '') return ''
    if (entry.key === 'primary') return 'primary'
    return KEY_WORDS[entry.key]
  }
  return writtenAt(entry, slot)
}

export const slotLabel = (entry: DictionaryEntry, slot: Slot): string =>
  `${SLOT_NAMES[slot]} of ${entry.field || 'the new field'}`

import { pastedCells, readRows } from '../rows'
import {
  DictionaryEntry,
  MOST_ENTRIES,
  NEW_ENTRY,
  SLOTS,
  SLOT_NAMES,
  type Dictionary,
  type Slot,
} from './document'

/** A value as the slot keeps it: yes and no, and keys, by the words that people use. */
export function slotValue(slot: Slot, written: string): string {
  const text = written.trim()
  if (slot === 'required') {
    if (/^(?:[yx1]|yes|required|mandatory|true|not null)$/i.test(text)) return 'yes'
    if (/^(?:n|no|optional|may be empty|false|0|null)$/i.test(text)) return 'no'
    return ''
  }
  if (slot === 'key') {
    if (/^(?:p|pk|primary|primary key|identifier|yes|x)$/i.test(text)) return 'primary'
    const [, group] = /^(?:u|uk|unique|unique together|alternate key)\s*\(?([1-4])?\)?$/i.exec(text) ?? []
    if (!/^(?:u|alternate)/i.test(text)) return ''
    return group ? `unique ${group}` : 'unique'
  }
  if (slot === 'onDelete' || slot === 'onUpdate') return actionWritten(text)
  return text
}

/** An action by the words that people use; empty where it is none. */
function actionWritten(text: string): NonNullable<DictionaryEntry['onDelete']> {
  const plain = text.toLowerCase().replace(/[\s_-]+/g, ' ')
  if (/^(?:no action|nothing)$/.test(plain)) return 'no action'
  if (/^(?:restrict(?:ed)?|refuse[ds]?|deny|prevent)$/.test(plain)) return 'restrict'
  if (/^(?:cascade[sd]?|goes with it|follows)$/.test(plain)) return 'cascade'
  if (/^(?:set null|null(?:ify)?|is emptied|empty|empties)$/.test(plain)) return 'set null'
  return /^(?:set default|default)$/.test(plain) ? 'set default' : ''
}

const CHOICES: ReadonlySet<Slot> = new Set(['required', 'key', 'onDelete', 'onUpdate'])

/**
 * An entry with one slot written: text as it is typed, choices by the words for them; what the slot cannot
 * hold changes nothing.
 */
export function withSlot(entry: DictionaryEntry, slot: Slot, written: string): DictionaryEntry {
  const parsed = DictionaryEntry.safeParse({
    ...entry,
    [slot]: CHOICES.has(slot) ? slotValue(slot, written) : written,
  })
  return parsed.success ? parsed.data : entry
}

/**
 * Cells copied from a spreadsheet, put in from an entry and slot on: further entries are made as they are
 * needed.
 */
export function pasteCells(
  dictionary: Dictionary,
  from: { readonly entry: number; readonly slot: Slot },
  text: string,
  /** The slots in the order in which they stand there. */
  slots: readonly Slot[] = SLOTS,
): Dictionary {
  const lines = pastedCells(text)
  const first = slots.indexOf(from.slot)
  const entries = [...dictionary.entries]
  for (const [i, cells] of lines.entries()) {
    const at = from.entry + i
    if (at >= MOST_ENTRIES) break
    while (entries.length <= at) entries.push(NEW_ENTRY)
    for (const [c, cell] of cells.entries()) {
      const slot = slots[first + c]
      if (slot) entries[at] = withSlot(entries[at]!, slot, cell.trim())
    }
  }
  return { entries }
}

/** A dictionary from CSV, by the names of its columns; undefined where none of them is a slot's. */
export function dictionaryFromCsv(text: string): Dictionary | undefined {
  const { table } = readRows(text)
  const plain = (name: string): string => name.toLowerCase().replace(/[^a-z]/g, '')
  const columns = (table?.columns ?? []).map(plain)
  const slots = columns.map(name =>
    SLOTS.find(slot => plain(SLOT_NAMES[slot]) === name || OTHER_NAMES[name] === slot),
  )
  if (!table || !slots.includes('field')) return undefined
  return {
    entries: table.rows
      .slice(0, MOST_ENTRIES)
      .map(row =>
        slots.reduce(
          (entry, slot, at) => (slot ? withSlot(entry, slot, turned(columns[at]!, row[at]!)) : entry),
          NEW_ENTRY as DictionaryEntry,
        ),
      ),
  }
}

/** Headings that ask whether a field may be empty: yes there is no at required. */
const ASKS_FOR_NULL: ReadonlySet<string> = new Set([
  'null',
  'nulls',
  'nullable',
  'allownull',
  'allownulls',
  'optional',
  'maybeempty',
])

function turned(heading: string, written: string): string {
  if (!ASKS_FOR_NULL.has(heading)) return written
  const text = written.trim()
  if (/^(?:[yx1]|yes|true)$/i.test(text)) return 'no'
  return /^(?:n|no|false|0)$/i.test(text) ? 'yes' : text
}

const OTHER_NAMES: Readonly<Record<string, Slot>> = {
  table: 'entity',
  name: 'field',
  attribute: 'field',
  fieldname: 'field',
  attributename: 'field',
  columnname: 'field',
  tablename: 'entity',
  entityname: 'entity',
  fieldsize: 'size',
  fieldtype: 'type',
  dataformat: 'format',
  mask: 'format',
  nulls: 'required',
  nullable: 'required',
  allownull: 'required',
  allownulls: 'required',
  optional: 'required',
  maybeempty: 'required',
  mandatory: 'required',
  notnull: 'required',
  pk: 'key',
  foreignkey: 'refersTo',
  sample: 'example',
  samplevalue: 'example',
  column: 'field',
  datatype: 'type',
  length: 'size',
  references: 'refersTo',
  description: 'meaning',
  null: 'required',
  keyrole: 'key',
  defaultvalue: 'default',
  ondeleteaction: 'onDelete',
  onupdateaction: 'onUpdate',
  autonumber: 'numbering',
  autoincrement: 'numbering',
  identity: 'numbering',
  note: 'meaning',
  notes: 'meaning',
  comment: 'meaning',
}

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
    // "PK, FK" is both: what it refers to stands in a slot of its own.
    const other = text
      .split(/[,;/+&]| and /)
      .map(part => part.trim())
      .filter(part => part !== '' && !isForeign(part))
    return other.length === 0 ? '' : keyValue(other[0]!)
  }
  if (slot === 'onDelete' || slot === 'onUpdate') return actionWritten(text)
  return text
}

/** Whether the word for a key says that it refers: FK, foreign key. */
const isForeign = (text: string): boolean => /^(?:f|fk|foreign|foreign key|reference|refers)$/i.test(text)

function keyValue(text: string): DictionaryEntry['key'] {
  if (/^(?:p|pk|primary|primary key|identifier|yes|x)$/i.test(text)) return 'primary'
  const [, group] =
    /^(?:u|uk|ak|unique|unique together|alternate key|candidate key)\s*\(?([1-4])?\)?$/i.exec(text) ?? []
  if (!/^(?:u|ak|alternate|candidate)/i.test(text)) return ''
  return group ? (`unique ${group}` as DictionaryEntry['key']) : 'unique'
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
 * needed. A first line of headings says which columns they are, and is none of the entries. What is marked as
 * a foreign key and names nothing refers to the one entity of which a field of that name is the key.
 */
export function pasteCells(
  dictionary: Dictionary,
  from: { readonly entry: number; readonly slot: Slot },
  text: string,
  /** The slots in the order in which they stand there. */
  slots: readonly Slot[] = SLOTS,
): Dictionary {
  const pasted = pastedCells(text)
  const headings = slotsOfHeadings(pasted[0] ?? [])
  const lines = headings ? pasted.slice(1) : pasted
  const first = slots.indexOf(from.slot)
  const columns = headings ?? slots.slice(first).map(slot => ({ slot, heading: '' }))
  const entries = [...dictionary.entries]
  const foreign: number[] = []
  for (const [i, cells] of lines.entries()) {
    const at = from.entry + i
    if (at >= MOST_ENTRIES) break
    while (entries.length <= at) entries.push(NEW_ENTRY)
    for (const [c, cell] of cells.entries()) {
      const { slot, heading } = columns[c] ?? { slot: undefined, heading: '' }
      if (slot) entries[at] = withSlot(entries[at]!, slot, turned(heading, cell.trim()))
      if (slot === 'key' && isMarkedForeign(cell)) foreign.push(at)
    }
  }
  return { entries: withTargets(entries, foreign) }
}

const isMarkedForeign = (cell: string): boolean =>
  cell.split(/[,;/+&]| and /).some(part => isForeign(part.trim()))

/** The slots that headings name, where each cell of the line is one and `field` is among several. */
function slotsOfHeadings(
  cells: readonly string[],
): { readonly slot: Slot | undefined; readonly heading: string }[] | undefined {
  const found = cells.map(cell => ({ heading: plainHeading(cell), slot: slotOfHeading(cell) }))
  const named = found.filter(({ slot }) => slot)
  const areAll = found.every(({ slot, heading }) => slot || heading === '')
  return areAll && named.length > 1 && named.some(({ slot }) => slot === 'field') ? found : undefined
}

const plainHeading = (name: string): string => name.toLowerCase().replace(/[^a-z]/g, '')
function slotOfHeading(name: string): Slot | undefined {
  const plain = plainHeading(name)
  return SLOTS.find(slot => plainHeading(SLOT_NAMES[slot]) === plain) ?? OTHER_NAMES[plain]
}

/** What refers, by the name of the field, to the only entity of which that is the key. */
function withTargets(entries: readonly DictionaryEntry[], foreign: readonly number[]): DictionaryEntry[] {
  return entries.map((entry, at) => {
    if (!foreign.includes(at) || entry.refersTo.trim() !== '') return entry
    const homes = entries.filter(
      (other, i) =>
        i !== at && !foreign.includes(i) && other.key === 'primary' && isSame(other.field, entry.field),
    )
    const [home] = homes
    return home && homes.length === 1 ? { ...entry, refersTo: `${home.entity}.${home.field}` } : entry
  })
}

const isSame = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase()

/** A dictionary from CSV, by the names of its columns; undefined where none of them is a slot's. */
export function dictionaryFromCsv(text: string): Dictionary | undefined {
  const { table } = readRows(text)
  const columns = (table?.columns ?? []).map(plainHeading)
  const slots = (table?.columns ?? []).map(slotOfHeading)
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

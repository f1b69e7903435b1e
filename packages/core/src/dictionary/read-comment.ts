import { NEW_ENTRY, MOST_ENTRIES, type Dictionary, type DictionaryEntry } from './document'
import { numberingFrom } from './column-marks'
import { slotValue, withSlot } from './paste'
import { ruleCheck } from './rule-text'
import { readType } from './types'

/**
 * A dictionary from its short form, a comment at the top of a script (what `dictionaryToComment` writes, and
 * what people write by hand): an entity on a line, each field below it with what there is to say after
 * semicolons or commas; or an entity with its fields in brackets. Undefined where the text lists no fields.
 * Linear in the text.
 */
export function dictionaryFromComment(text: string): Dictionary | undefined {
  const entries: DictionaryEntry[] = []
  let entity = ''
  for (const line of commentLines(text)) {
    const listed = listIn(line)
    if (entity !== '' && line.startsWith(' ')) entries.push(fieldFrom(entity, line.trim()))
    else if (listed) {
      entries.push(...listed.fields.map(part => fieldInList(listed.entity, part)))
      entity = ''
    } else entity = line.trim().replace(/:$/, '')
  }
  const kept = entries.filter(({ field }) => field !== '').slice(0, MOST_ENTRIES)
  return kept.length > 0 ? { entries: kept } : undefined
}

/** "trip (trip_no PK, site)": an entity with its fields in brackets on one line. */
function listIn(line: string): { readonly entity: string; readonly fields: readonly string[] } | undefined {
  const text = line.trim()
  const open = text.indexOf('(')
  const entity = text.slice(0, Math.max(open, 0)).trim()
  if (!text.endsWith(')') || !/^[\p{L}_][\p{L}\p{N}_ ]*$/u.test(entity)) return undefined
  const fields = partsOf(text.slice(open + 1, -1), /,(?![^()]*\))/)
  return fields.length > 1 ? { entity, fields } : undefined
}

/** The lines of the first comment that lists something; of the whole text where it has no comment at all. */
function commentLines(text: string): string[] {
  const plain = text.replace(/\r\n?/g, '\n')
  const [block] = /\/\*[\s\S]*?\*\//.exec(plain) ?? []
  const dashed = plain.split('\n').filter(line => /^\s*(?:--|#)/.test(line))
  const lines = block
    ? block
        .replace(/^\/\*|\*\/$/g, '')
        .split('\n')
        .map(line => line.replace(/^\s*\*(?: |$)/, ''))
    : (dashed.length > 0 ? dashed : plain.split('\n')).map(line => line.replace(/^\s*(?:--|#) ?/, ''))
  return lines.filter(line => line.trim() !== '' && !/^\s*(?:the )?data dictionary\b.{0,3}$/i.test(line))
}

const partsOf = (text: string, separator: RegExp): string[] =>
  text
    .split(separator)
    .map(part => part.trim())
    .filter(part => part !== '')

/** "trip_no; number 4; primary key; required", or the same after a colon, between commas. */
function fieldFrom(entity: string, line: string): DictionaryEntry {
  const bare = line.replace(/^[-*•] /, '').trim()
  const at = bare.includes(';') ? -1 : bare.search(/:| [-–] /)
  const parts =
    at > 0
      ? [bare.slice(0, at).trim(), ...partsOf(bare.slice(at).replace(/^:|^ [-–] /, ''), /,\s(?![^()]*\))/)]
      : partsOf(bare, /;/)
  const [field = '', ...facts] = parts
  return withFacts({ ...NEW_ENTRY, entity, field }, facts)
}

/** "trip_no PK", "site text 40", "*trip_no", "trip_no" in a list between brackets. */
function fieldInList(entity: string, part: string): DictionaryEntry {
  const isMarked = /^[*#]/.test(part)
  const [field = '', ...rest] = part.replace(/^[*#]/, '').trim().split(/\s+/)
  const facts = rest.join(' ').replace(/\b(?:PK|FK|NOT NULL|UNIQUE)\b/gi, fact => `;${fact};`)
  return withFacts({ ...NEW_ENTRY, entity, field: field.replace(/:$/, '') }, [
    ...(isMarked ? ['primary key'] : []),
    ...partsOf(facts, /;/),
  ])
}

function withFacts(entry: DictionaryEntry, facts: readonly string[]): DictionaryEntry {
  return facts.reduce((written, fact, i) => withFact(written, fact, i === 0), entry)
}

/** One thing that is said of a field, to its slot. What is no type, key, mark, example or rule is its meaning. */
function withFact(entry: DictionaryEntry, fact: string, isFirst: boolean): DictionaryEntry {
  const refersTo = after(fact, /^(?:refers to|references|fk to|fk|foreign key to|foreign key|→|->) /i)
  if (refersTo !== undefined) return { ...entry, refersTo: refersTo.replace(/\(([^()]+)\)$/, '.$1') }
  const [, event, action] = /^on (delete|update) (.+)$/i.exec(fact) ?? []
  if (event !== undefined) return withSlot(entry, /^d/i.test(event) ? 'onDelete' : 'onUpdate', action ?? '')
  const example = after(fact, /^(?:e\.g\.|eg|example|for example):? /i)
  if (example !== undefined) return { ...entry, example }
  const standard = after(fact, /^default:? /i)
  if (standard !== undefined) return { ...entry, default: standard }
  if (/^numbers itself/i.test(fact) && numberingFrom(fact))
    return { ...entry, numbering: fact.replace(/^numbers itself\s*/i, '') || 'from 1' }
  const [key, required] = [slotValue('key', fact), slotValue('required', fact)]
  if (key !== '' && !/^(?:yes|x)$/i.test(fact)) return { ...entry, key: key as DictionaryEntry['key'] }
  if (required !== '') return { ...entry, required: required as DictionaryEntry['required'] }
  const type = isFirst || entry.type === '' ? typeFrom(fact) : undefined
  if (type) return { ...entry, ...type }
  const { type: known } = readType(entry.type, entry.size)
  if (entry.rule === '' && ruleCheck(entry.field, fact, known) !== undefined) return { ...entry, rule: fact }
  return { ...entry, meaning: entry.meaning === '' ? fact : `${entry.meaning}; ${fact}` }
}

/** What follows a beginning; nothing where the text begins otherwise. */
function after(text: string, beginning: RegExp): string | undefined {
  const [begun] = beginning.exec(text) ?? []
  return begun === undefined ? undefined : text.slice(begun.length).trim()
}

/** "code 9 as AAA-99999", "varchar(30)", "number 6,2": a type that is known, with its size and format. */
function typeFrom(fact: string): Pick<DictionaryEntry, 'type' | 'size' | 'format'> | undefined {
  const [described = '', ...format] = fact.split(' as ')
  const at = described.search(/[\d(]/)
  const type = (at < 0 ? described : described.slice(0, at)).trim()
  const size = at < 0 ? '' : described.slice(at).replace(/[()]/g, '').trim()
  const isSize = /^(?:\d+(?: ?[.,] ?\d+)?)?$/.test(size)
  return isSize && readType(type, size).isKnown ? { type, size, format: format.join(' as ') } : undefined
}

import { isDemanded } from '../amounts'
import { MOST_ENDS, type DiagramRelationship } from '../document'
import { isSameName } from '../edit'
import { readAcross, readTakesPart, type Across, type TakesPart } from './across'
import { readAlike, type Alike } from './alike'
import { firstAmount, type AmountAt } from './amount'
import { numberingFrom } from '../../dictionary'
import { typeWritten } from '../type-written'
import { afterArticle, knownName, readName, singular, type NameRead } from './names'
import {
  fault,
  faultAtEnd,
  read,
  type Amount,
  type Fact,
  type Known,
  type LineFault,
  type Read,
} from './read'
import { readRemoval, type Removal } from './removal'
import { readRename, type Rename } from './rename'
import { readBecomes, type Becomes } from './what-becomes'
import { readIsA, readKeyOf, readRatio, wholeName, withoutPossessive, type Ratio } from './other-forms'
import { notOfName, plainWords, withoutNegation } from './plain-words'
import { findPhrase, groupsOf, isSign, isWord, textOf, type Word } from './words'

/** What one sentence of the entry line asks for. */
export type Sentence =
  | {
      readonly kind: 'ends'
      readonly from: NameRead
      readonly fromRole: string
      readonly verb: string
      readonly amount: Amount
      readonly to: NameRead
      readonly toRole: string
      /** How many there are the other way, where the sentence says that as well. */
      readonly backAmount: Amount | null
    }
  | { readonly kind: 'facts'; readonly of: NameRead; readonly facts: readonly Fact[] }
  /** `of` null: the relationship that was spoken of last. */
  | { readonly kind: 'carries'; readonly of: DiagramRelationship | null; readonly facts: readonly Fact[] }
  | {
      readonly kind: 'told'
      readonly of: NameRead
      readonly by: readonly string[]
      /** The cards within which it is identified: of a card between, both. */
      readonly within: readonly NameRead[]
    }
  | {
      readonly kind: 'meet'
      readonly names: readonly NameRead[]
      /** What each is called in it; empty where its own name will do. */
      readonly roles: readonly string[]
      readonly name: string
    }
  | {
      readonly kind: 'kinds'
      readonly of: NameRead
      readonly isTotal: boolean
      readonly isDisjoint: boolean
      readonly special: readonly NameRead[]
    }
  | Alike
  | Becomes
  | Across
  | TakesPart
  | Rename
  | Removal

/** How it is said by what one is known from another. */
const TOLD_PHRASES = [
  ['is', 'identified', 'by'],
  ['is', 'uniquely', 'identified', 'by'],
  ['is', 'told', 'apart', 'by'],
] as const
/** Where nothing of its own tells it apart. */
const WITHIN_PHRASES = [
  ['is', 'identified', 'within'],
  ['is', 'told', 'apart', 'within'],
  ['is', 'identified', 'only', 'within'],
] as const

const AMOUNT_WORDS = 'exactly one, at most one, one or more, many'

/**
 * Reads one sentence (its words without the semicolon). The more particular forms are tried first: "is one
 * of" is never an amount.
 */
export function readSentence(known: Known, written: readonly Word[]): Read<Sentence> {
  if (isWord(written[0], 'rename')) return readRename(known, written)
  if (isWord(written[0], 'remove') && written.length > 1) return readRemoval(known, written)
  const own = readOwnForms(known, written)
  if (own) return own
  const positive = withoutNegation(plainWords(written))
  if ('refused' in positive)
    return fault(
      positive.refused,
      `I do not read "${textOf(positive.refused)}" here. Say how many there are: ${AMOUNT_WORDS}.`,
    )
  return readPositive(known, positive.words)
}

/** What is said of lines and keys in forms of its own, before negations are looked at: "no two" denies nothing. */
function readOwnForms(known: Known, words: readonly Word[]): Read<Sentence> | undefined {
  return readAlike(known, words) ?? readBecomes(words) ?? readAcross(words) ?? readTakesPart(words)
}

function readPositive(known: Known, words: readonly Word[]): Read<Sentence> {
  const own = afterArticle(words)
  const ratio = readRatio(known.entities, own)
  if (ratio) return readAsRatio(ratio)
  const keyOf = readKeyOf(own)
  if (keyOf) return readToldBy(known, keyOf.of, keyOf.by, own)
  const within = WITHIN_PHRASES.find(phrase => findPhrase(own, phrase) > 0)
  if (within) return readTold(known, own, within.slice(0, -1))
  const told = TOLD_PHRASES.find(phrase => findPhrase(own, phrase) > 0)
  if (told) return readTold(known, own, told)
  const kinds = KIND_PHRASES.find(({ phrase }) => findPhrase(own, phrase) > 0)
  if (kinds) return readKinds(known, own, kinds)
  if (findPhrase(own, ['meet', 'in']) > 0) return readMeet(known, own)
  const subject = isWord(words[0], 'many', 'several') ? ({ least: null, most: 'many' } as const) : null
  const amount = firstAmount(subject ? words.slice(1) : own, 1)
  if (amount) return readEnds(known, subject ? words.slice(1) : own, amount, subject)
  const isA = readIsA(known.entities, own)
  if (isA) return readIsKind(known, isA)
  const single = articleAmount(known, own)
  if (single) return readEnds(known, own, single, null)
  const has = findPhrase(own, ['has'])
  if (has > 0) return readFacts(known, own, has)
  const carries = findPhrase(own, ['carries'])
  if (carries > 0) return readCarries(known, own, carries)
  return readBracketed(known, own) ?? notRead(known, own)
}

/** `Trip (number, date)`: the facts of a card, as relations are written. */
function readBracketed({ entities }: Known, words: readonly Word[]): Read<Sentence> | undefined {
  const open = words.findIndex(word => isSign(word) && word.text === '(')
  const close = open < 1 ? 0 : closingOf(words, open)
  if (close === -1) return { ok: false, fault: notClosed(words, open) }
  if (close !== words.length - 1 || open < 1) return undefined
  const name = words.slice(0, open)
  const of = notOfName(name).length > 0 ? undefined : readName(entities, name, true)
  const facts = factList(words.slice(open + 1, -1))
  if (!of) return undefined
  return facts.ok ? read({ kind: 'facts', of, facts: facts.value }) : facts
}

function notRead({ entities }: Known, words: readonly Word[]): Read<Sentence> {
  const name = readName(entities, words)
  const rest = words.slice(name?.length ?? 1)
  if (rest.length === 0)
    return fault(words, `After ${textOf(words)} I look for a verb and how many, or for "has" and facts.`)
  return {
    ok: false,
    fault: {
      start: rest.at(-1)!.end,
      end: rest.at(-1)!.end,
      message: `After ${textOf(words)} I look for how many: ${AMOUNT_WORDS}.`,
    },
  }
}

/**
 * Two sentences that are joined by a comma, with or without "and": each says how many, and the second begins anew with
 * an article or with many.
 */
export function splitAtComma(words: readonly Word[]): (readonly Word[])[] {
  const at = words.findIndex((word, i) => isSign(word) && word.text === ',' && isJoined(words, i))
  if (at < 0) return [words]
  const rest = words.slice(at + 1)
  return [words.slice(0, at), ...splitAtComma(isWord(rest[0], 'and') ? rest.slice(1) : rest)]
}

function isJoined(words: readonly Word[], at: number): boolean {
  const after = words.slice(at + 1)
  const second = isWord(after[0], 'and') ? after.slice(1) : after
  return (
    isWord(second[0], 'a', 'an', 'each', 'every', 'one', 'many', 'the') &&
    firstAmount(plainWords(words.slice(0, at)), 1) !== undefined &&
    firstAmount(plainWords(second), 2) !== undefined
  )
}

/** "must belong to a diver": one of a known card behind a verb that is no "has". */
function articleAmount({ entities }: Known, words: readonly Word[]): AmountAt | undefined {
  const at = words.findIndex((word, i) => i > 1 && isWord(word, 'a', 'an'))
  const target = at > 0 ? wholeName(entities, words.slice(at + 1)) : undefined
  return target ? { at, length: 1, amount: { least: null, most: 'one' } } : undefined
}

/** Both sides of a line at once. */
function readAsRatio({ from, to, most: [near, far] }: Ratio): Read<Sentence> {
  return read({
    kind: 'ends',
    from,
    fromRole: '',
    verb: '',
    amount: { least: null, most: far },
    to,
    toRole: '',
    backAmount: { least: null, most: near },
  })
}

function readIsKind(
  { entities }: Known,
  { special, general }: { readonly special: readonly Word[]; readonly general: NameRead },
): Read<Sentence> {
  const name = readName(entities, special, true)
  return name
    ? read({ kind: 'kinds', of: general, isTotal: false, isDisjoint: false, special: [name] })
    : fault(special, 'I look for the name of an entity first.')
}

function readEnds(
  { entities }: Known,
  words: readonly Word[],
  { at, length, amount }: AmountAt,
  backAmount: Amount | null,
): Read<Sentence> {
  const from = readName(entities, words)
  if (!from) return fault(words, 'I look for the name of an entity first.')
  const [fromRole, afterRole] = roleAt(words, from.length, at)
  const modal = isWord(words[afterRole], 'may', 'must', 'can') ? words[afterRole]!.text.toLowerCase() : null
  const verbAt = afterRole + (modal ? 1 : 0)
  const verb = textOf(words.slice(verbAt, at))
    .replace(/^have\b/i, 'has')
    .replace(/^be\b/i, 'is')
  if (verbAt >= at)
    return fault(
      words.slice(0, at),
      `Between ${from.name} and how many I look for a verb: ${from.name} brings in many …`,
    )
  const inVerb = words
    .slice(verbAt, at)
    .filter(word => isWord(word, 'and', 'or', 'not', 'no', ',') || isSign(word))
  if (inVerb.length > 0)
    return fault(inVerb, `"${textOf(inVerb)}" is part of no verb. One sentence speaks of two entities.`)
  const amountWords = words.slice(at, at + length)
  if (modal === 'may' && isDemanded(amount))
    return fault(amountWords, '"may" says it can be none: with it stands "at most one" or "any number of".')
  const rest = afterArticle(words.slice(at + length))
  if (rest.length === 0)
    return faultAtEnd(words, `After ${textOf(amountWords)} I look for what: the name of an entity.`)
  const as = rest.findIndex((word, i) => i > 0 && isWord(word, 'as'))
  const named = as > 0 ? rest.slice(0, as) : rest
  const to = readName(entities, named, true)
  const inName = to && to.entity === null ? notOfName(named) : []
  if (inName.length > 0 && !named.some(isSign))
    return fault(inName, `"${textOf(inName)}" is part of no name. I look for what: the name of an entity.`)
  if (!to || named.some(isSign))
    return fault(
      named.filter(isSign).length > 0 ? named.filter(isSign) : rest,
      'One sentence speaks of two entities; a second sentence stands after a semicolon.',
    )
  const toRole = as > 0 ? textOf(rest.slice(as + 1)) : ''
  return read({
    kind: 'ends',
    from,
    fromRole,
    verb,
    amount: withModal(amount, modal),
    backAmount,
    to:
      to.entity === null && amount.most === 'many' && !named[0]!.isQuoted
        ? { ...to, name: singular(to.name) }
        : to,
    toRole,
  })
}

/** "may" and "must" say the least; "can" leaves it open, as the amount does. */
function withModal(amount: Amount, modal: string | null): Amount {
  if (modal === 'may') return { ...amount, least: 0 }
  return modal === 'must' ? { ...amount, least: Math.max(1, amount.least ?? 1) } : amount
}

/** "as parent" after a name: the role and where the rest begins. */
function roleAt(words: readonly Word[], at: number, before: number): readonly [string, number] {
  return isWord(words[at], 'as') && at + 1 < before ? [words[at + 1]!.text, at + 2] : ['', at]
}

function readFacts({ entities }: Known, words: readonly Word[], has: number): Read<Sentence> {
  const of = readName(entities, words.slice(0, has), true)
  const facts = factList(words.slice(has + 1))
  if (!of) return fault(words, 'I look for the name of an entity before "has".')
  return facts.ok ? read({ kind: 'facts', of, facts: facts.value }) : facts
}

function readCarries({ relationships }: Known, words: readonly Word[], at: number): Read<Sentence> {
  const name = textOf(words.slice(0, at))
  const facts = factList(words.slice(at + 1))
  if (!facts.ok) return facts
  // It: the relationship that was spoken of last.
  if (isWord(words[0], 'it') && at === 1) return read({ kind: 'carries', of: null, facts: facts.value })
  const named = relationships.filter(({ name: verb, back, table = '' }) =>
    [verb, back, table].some(text => isSameName(text, name)),
  )
  const [of] = named
  if (!of) return fault(words.slice(0, at), `No relationship is called ${name}.`)
  if (named.length > 1)
    return fault(
      words.slice(0, at),
      `Several relationships are called ${name}: say it of one behind its sentence, as "it carries …".`,
    )
  return read({ kind: 'carries', of, facts: facts.value })
}

/** "number, width (may lack), price (decimal 6 2)". */
export function factList(written: readonly Word[]): Read<Fact[]> {
  const facts: Fact[] = []
  const words = withCommas(written)
  let at = 0
  while (at < words.length) {
    const end = words.findIndex(
      (word, i) => i >= at && isSign(word) && (word.text === ',' || word.text === '('),
    )
    const name = words.slice(at, end < 0 ? words.length : end)
    if (name.length === 0 || name.some(isSign))
      return fault(words.slice(at, at + 1), 'I look for the name of a fact here.')
    if (name.length > 1 && isWord(name[0], 'no', 'not', 'and', 'or', 'many', 'every', 'only'))
      return fault(name, `"${name[0]!.text}" begins no name of a fact.`)
    if (end < 0 || words[end]!.text === ',') {
      facts.push({ name: textOf(name) })
      at = end < 0 ? words.length : end + 1
      continue
    }
    const close = closingOf(words, end)
    if (close < 0) return { ok: false, fault: notClosed(words, end) }
    const marks = readMarks(words.slice(end + 1, close))
    if (!marks.ok) return marks
    facts.push({ name: textOf(name), ...marks.value })
    at = close + 1
    if (at < words.length && words[at]!.text !== ',')
      return fault(words.slice(at, at + 1), 'Facts are set apart by commas.')
    at++
  }
  if (facts.length === 0)
    return {
      ok: false,
      fault: {
        start: words[0]?.start ?? 0,
        end: words[0]?.end ?? 0,
        message: 'After "has" I look for facts: number, width (may lack).',
      },
    }
  return read(facts)
}

/** The "and" between facts as the comma that it is; one in brackets, or in a quoted name, stays. */
function withCommas(words: readonly Word[]): Word[] {
  let depth = 0
  return words.flatMap((word, i): Word[] => {
    if (isSign(word) && word.text === '(') depth++
    if (isSign(word) && word.text === ')') depth--
    const isAnd = depth === 0 && i > 0 && i < words.length - 1 && isWord(word, 'and')
    if (!isAnd) return [word]
    const before = words[i - 1]!
    return isSign(before) && before.text === ',' ? [] : [{ ...word, text: ',' }]
  })
}

const notClosed = (words: readonly Word[], open: number): LineFault => ({
  start: words[open]!.start,
  end: words.at(-1)!.end,
  message: 'The bracket is not closed.',
})

/** The bracket that closes the one at `open`; -1 where none does. */
function closingOf(words: readonly Word[], open: number): number {
  let depth = 0
  return words.findIndex((word, i) => {
    if (i < open || !isSign(word)) return false
    if (word.text === '(') depth++
    else if (word.text === ')') depth--
    return depth === 0 && word.text === ')'
  })
}

function readMarks(words: readonly Word[]): Read<Omit<Fact, 'name'>> {
  let facts: Omit<Fact, 'name'> = {}
  for (const group of groupsOf(words)) {
    const mark = readMark(group)
    if (!mark)
      return fault(
        group.length > 0 ? group : words,
        'In brackets I look for: identifier, may lack, several, worked out, parts … + …, default …, numbers itself from … by …, note “…”, or a type such as text 9.',
      )
    facts = { ...facts, ...mark }
  }
  return read(facts)
}

function readMark(words: readonly Word[]): Omit<Fact, 'name'> | undefined {
  const text = textOf(words).toLowerCase()
  if (['identifier', 'identifies', 'primary key', 'told apart'].includes(text)) return { identifies: true }
  if (['may lack', 'optional'].includes(text)) return { required: false }
  if (['must have', 'required', 'mandatory'].includes(text)) return { required: true }
  if (text === 'several') return { several: true }
  if (text === 'worked out') return { derived: true }
  if (isWord(words[0], 'parts') && words.length > 1)
    return {
      parts: textOf(words.slice(1))
        .split('+')
        .map(part => part.trim())
        .filter(part => part !== ''),
    }
  if (isWord(words[0], 'default') && words.length > 1) return { default: textOf(words.slice(1)) }
  if (isWord(words[0], 'note') && words.length > 1) return { note: textOf(words.slice(1)) }
  if (findPhrase(words, ['numbers', 'itself']) === 0) {
    const numbering = numberingFrom(text)
    return numbering && { numbering }
  }
  return typeWritten(text)
}

function readTold({ entities }: Known, words: readonly Word[], phrase: readonly string[]): Read<Sentence> {
  const at = findPhrase(words, phrase)
  return readToldBy({ entities }, words.slice(0, at), words.slice(at + phrase.length), words)
}

function readToldBy(
  { entities }: Pick<Known, 'entities'>,
  subject: readonly Word[],
  listedWords: readonly Word[],
  words: readonly Word[],
): Read<Sentence> {
  const of = readName(entities, afterArticle(subject), true)
  const rest = withoutPossessive(listedWords)
  const within = rest.findIndex(word => isWord(word, 'within'))
  const listed = within < 0 ? rest : rest.slice(0, within)
  const groups = groupsOf(listed, 'and').filter(group => group.length > 0)
  // Another card among what identifies is what it is identified within.
  const isFact = (group: readonly Word[]): boolean =>
    of?.entity?.attributes.some(({ name }) => name.trim().toLowerCase() === textOf(group).toLowerCase()) ??
    false
  const cardOf = (group: readonly Word[]): NameRead | undefined =>
    within >= 0 || isFact(group) ? undefined : wholeName(entities, group)
  const cards = groups.flatMap(group => cardOf(group) ?? [])
  const by = groups.filter(group => !cardOf(group)).map(textOf)
  if (!of) return fault(words, 'I look for the name of an entity first.')
  if (within < 0 && isWord(listed[0], 'nothing')) return read({ kind: 'told', of, by: [], within: [] })
  if (by.length === 0 && cards.length === 0 && within < 0)
    return faultAtEnd(words, 'After "is identified by" I look for the names of facts.')
  const named = within < 0 ? [] : groupsOf(rest.slice(within + 1), 'and').filter(group => group.length > 0)
  const owners = named.flatMap(group => readName(entities, afterArticle(group), true) ?? [])
  if (within >= 0 && owners.length === 0)
    return faultAtEnd(words, 'After "within" I look for the entity in which it is identified.')
  return read({ kind: 'told', of, by, within: [...owners, ...cards] })
}

function readMeet({ entities }: Known, words: readonly Word[]): Read<Sentence> {
  const at = findPhrase(words, ['meet', 'in'])
  const names: NameRead[] = []
  const roles: string[] = []
  let rest: readonly Word[] = words.slice(0, at)
  while (rest.length > 0) {
    const own = afterArticle(rest)
    const stop = own.findIndex(word => isWord(word, 'and', 'as') || isSign(word))
    const name = readName(
      entities,
      knownName(entities, own) ? own : own.slice(0, stop < 0 ? own.length : stop),
      !knownName(entities, own),
    )
    if (!name) return fault(rest, 'I look for the name of an entity here.')
    names.push(name)
    const isRole = isWord(own[name.length], 'as')
    roles.push(isRole ? (own[name.length + 1]?.text ?? '') : '')
    const after = own.slice(name.length + (isRole ? 2 : 0))
    rest = isWord(after[0], 'and') || after[0]?.text === ',' ? after.slice(1) : after
    if (isWord(rest[0], 'and')) rest = rest.slice(1)
  }
  const name = textOf(afterArticle(words.slice(at + 2)))
  if (names.length < 3)
    return fault(
      words.slice(0, at),
      'Three or more meet; two are joined by a verb: Trip brings in many accessions.',
    )
  if (names.length > MOST_ENDS) return fault(words.slice(0, at), 'At most six can meet.')
  if (name === '') return faultAtEnd(words, 'After "meet in" I look for what it is called.')
  return read({ kind: 'meet', names, roles, name })
}

const KIND_PHRASES = [
  { phrase: ['is', 'one', 'of'], isTotal: true, isDisjoint: true },
  { phrase: ['is', 'either'], isTotal: true, isDisjoint: true },
  { phrase: ['is', 'any', 'of'], isTotal: true, isDisjoint: false },
  { phrase: ['may', 'be', 'one', 'of'], isTotal: false, isDisjoint: true },
  { phrase: ['may', 'be', 'any', 'of'], isTotal: false, isDisjoint: false },
] as const

function readKinds(
  { entities }: Known,
  words: readonly Word[],
  { phrase, isTotal, isDisjoint }: (typeof KIND_PHRASES)[number],
): Read<Sentence> {
  const at = findPhrase(words, phrase)
  const of = readName(entities, words.slice(0, at), true)
  const special = groupsOf(words.slice(at + phrase.length), 'and', 'or').flatMap(
    group => readName(entities, afterArticle(group), true) ?? [],
  )
  if (!of) return fault(words, 'I look for the name of an entity first.')
  if (special.length === 0) return faultAtEnd(words, 'I look for the kinds there are: Garden, Museum.')
  return read({ kind: 'kinds', of, isTotal, isDisjoint, special })
}

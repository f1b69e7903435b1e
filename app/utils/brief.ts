import { PICTURE_SCHEME } from '@nomenklatura/core/exercise'
import { Lexer, type Token, type Tokens } from 'marked'

/** A stretch of text that is written in one way. */
export interface BriefRun {
  readonly text: string
  readonly strong: boolean
  readonly em: boolean
  readonly code: boolean
  /** The picture that stands here, by its name; then there is no text. */
  readonly picture?: { readonly name: string; readonly shows: string }
}
/** A cell of a table, a line of a list: what it says. */
export type BriefRuns = readonly BriefRun[]
export type BriefBlock =
  | { readonly kind: 'paragraph'; readonly runs: BriefRuns }
  | { readonly kind: 'heading'; readonly depth: number; readonly runs: BriefRuns }
  | {
      readonly kind: 'list'
      readonly ordered: boolean
      readonly start: number
      readonly items: readonly (readonly BriefBlock[])[]
    }
  | { readonly kind: 'table'; readonly head: readonly BriefRuns[]; readonly rows: readonly BriefRuns[][] }
  | { readonly kind: 'quote'; readonly blocks: readonly BriefBlock[] }
  | { readonly kind: 'code'; readonly text: string }
  | { readonly kind: 'line' }

/**
 * The case text as it is shown: Markdown (CommonMark with tables) by a standard reader; a single new line stays one.
 * HTML in it is text like any other, links are their words, and so are pictures that are not kept with the exercise:
 * nothing of a brief is ever run or fetched.
 */
export function briefBlocks(text: string): BriefBlock[] {
  return new Lexer({ gfm: true, breaks: true }).lex(text).flatMap(blockOf)
}

/** What the case says, without how it is written: phrases are looked for in this. */
export function briefWords(text: string): string {
  return briefBlocks(text).map(wordsOf).join('\n\n')
}

/** The same by what stands together: each paragraph, title, line of a list and cell of a table by itself. */
export function briefLines(text: string): string[] {
  return briefBlocks(text).flatMap(linesOf)
}

function linesOf(block: BriefBlock): string[] {
  switch (block.kind) {
    case 'list':
      return block.items.flatMap(item => item.flatMap(linesOf))
    case 'table':
      return [block.head, ...block.rows].flatMap(row => row.map(textOf))
    case 'quote':
      return block.blocks.flatMap(linesOf)
    default:
      return [wordsOf(block)]
  }
}

function wordsOf(block: BriefBlock): string {
  switch (block.kind) {
    case 'paragraph':
    case 'heading':
      return textOf(block.runs)
    case 'list':
      return block.items.map(item => item.map(wordsOf).join('\n')).join('\n')
    case 'table':
      return [block.head, ...block.rows].map(row => row.map(textOf).join('\t')).join('\n')
    case 'quote':
      return block.blocks.map(wordsOf).join('\n\n')
    case 'code':
      return block.text
    case 'line':
      return ''
  }
}

export const textOf = (runs: BriefRuns): string => runs.map(({ text }) => text).join('')

function blockOf(token: Token): BriefBlock[] {
  switch (token.type) {
    case 'space':
    case 'def':
      return []
    case 'heading':
      return [{ kind: 'heading', depth: (token as Tokens.Heading).depth, runs: runsOf(token) }]
    case 'list': {
      const { ordered, start, items } = token as Tokens.List
      return [
        {
          kind: 'list',
          ordered,
          start: Number(start) || 1,
          items: items.map(item => item.tokens.flatMap(blockOf)),
        },
      ]
    }
    case 'table': {
      const { header, rows } = token as Tokens.Table
      const cells = (row: readonly Tokens.TableCell[]): BriefRuns[] =>
        row.map(({ tokens }) => tokens.flatMap(runs))
      return [{ kind: 'table', head: cells(header), rows: rows.map(cells) }]
    }
    case 'blockquote':
      return [{ kind: 'quote', blocks: (token as Tokens.Blockquote).tokens.flatMap(blockOf) }]
    case 'code':
      return [{ kind: 'code', text: (token as Tokens.Code).text }]
    case 'hr':
      return [{ kind: 'line' }]
    default:
      return [{ kind: 'paragraph', runs: runsOf(token) }]
  }
}

const PLAIN = { strong: false, em: false, code: false }
type Manner = typeof PLAIN

const runs = (token: Token): BriefRun[] => inline(token, PLAIN)
const runsOf = (token: Token): BriefRun[] =>
  'tokens' in token && token.tokens ? token.tokens.flatMap(runs) : inline(token, PLAIN)

function inline(token: Token, manner: Manner): BriefRun[] {
  const within = (more: Partial<Manner>): BriefRun[] =>
    ((token as Tokens.Generic).tokens ?? []).flatMap(other => inline(other, { ...manner, ...more }))
  switch (token.type) {
    case 'strong':
      return within({ strong: true })
    case 'em':
      return within({ em: true })
    case 'del':
    case 'link':
      return within({})
    case 'codespan':
      return [{ ...manner, code: true, text: (token as Tokens.Codespan).text }]
    case 'br':
      return [{ ...manner, text: '\n' }]
    case 'html':
    case 'checkbox':
      return [{ ...manner, text: token.raw }]
    case 'image':
      return [imageRun(token as Tokens.Image, manner)]
    default:
      return 'tokens' in token && token.tokens
        ? within({})
        : [{ ...manner, text: 'text' in token ? String(token.text) : token.raw }]
  }
}

function imageRun({ href, text }: Tokens.Image, manner: Manner): BriefRun {
  return href.startsWith(PICTURE_SCHEME)
    ? { ...manner, text: '', picture: { name: href.slice(PICTURE_SCHEME.length), shows: text } }
    : { ...manner, text }
}

/** A phrase that something speaks of, with what is said about it. */
export interface BoundPhrase {
  readonly phrase: string
  readonly say: string
  readonly mark: string
}
export interface MarkedRun extends BriefRun {
  readonly bound?: BoundPhrase
}

/** The runs cut where bound phrases begin and end; where two overlap, the one that begins first has it. */
export function withPhrases(runs: BriefRuns, phrases: readonly BoundPhrase[]): MarkedRun[] {
  const found = phraseSpans(textOf(runs), phrases)
  const out: MarkedRun[] = []
  let at = 0
  for (const run of runs) {
    const end = at + run.text.length
    const cuts = found.flatMap(({ from, to }) => [from, to]).filter(cut => cut > at && cut < end)
    const edges = [at, ...new Set(cuts), end].toSorted((a, b) => a - b)
    for (const [i, from] of edges.slice(0, -1).entries()) {
      const bound = found.find(span => span.from <= from && from < span.to)?.bound
      const text = run.text.slice(from - at, edges[i + 1]! - at)
      if (text !== '' || run.picture) out.push({ ...run, text, ...(bound ? { bound } : {}) })
    }
    at = end
  }
  return out
}

/** Whether letters or digits meet between these two, so that a word goes on there. */
const goesOn = (a: string | undefined, b: string | undefined): boolean =>
  [a, b].every(sign => sign !== undefined && /[\p{L}\p{N}]/u.test(sign))

/** The first place where a phrase stands as words of its own; else the first where it stands within others; -1. */
function placeOf(phrase: string, text: string): number {
  for (let at = text.indexOf(phrase); at >= 0; at = text.indexOf(phrase, at + 1)) {
    const end = at + phrase.length
    if (!goesOn(text[at - 1], phrase[0]) && !goesOn(phrase.at(-1), text[end])) return at
  }
  return text.indexOf(phrase)
}

/** Where phrases stand in a text, each at its first place, none within another. */
export function phraseSpans<T extends { readonly phrase: string }>(
  text: string,
  phrases: readonly T[],
): { readonly from: number; readonly to: number; readonly bound: T }[] {
  const all = phrases
    .filter(({ phrase }) => phrase !== '')
    .map(bound => ({ bound, from: placeOf(bound.phrase, text) }))
    .filter(({ from }) => from >= 0)
    .map(({ bound, from }) => ({ bound, from, to: from + bound.phrase.length }))
    .toSorted((a, b) => a.from - b.from || b.to - a.to)
  const kept: typeof all = []
  for (const span of all) if ((kept.at(-1)?.to ?? 0) <= span.from) kept.push(span)
  return kept
}

import { createToken, Lexer, type CustomPatternMatcherFunc } from 'chevrotain'
import { scriptFinding, type Finding, type Span } from '../findings'

export type TokenKind = 'word' | 'quoted' | 'string' | 'number' | 'punctuation' | 'operator' | 'other' | 'end'

/** One token of a script. `text` is without quotation marks; `upper` is for comparing words and is '' for everything else. */
export interface SqlToken extends Span {
  readonly kind: TokenKind
  readonly text: string
  readonly upper: string
  /** Whether a line break stands between this token and the one before. */
  readonly startsLine: boolean
}

/**
 * A quoted form that may not be closed: it is matched up to its closing mark, or to the end of the line when it is never closed or
 * would swallow what looks like the end of another line of SQL.
 */
function quotedForm(open: string, close: string): CustomPatternMatcherFunc {
  return (text, offset) => {
    if (text[offset] !== open) return null
    const end = closingMark(text, offset + 1, close)
    const line = lineEnd(text, offset)
    if (end >= 0 && (end < line || !/[,;(]\s*\n/.test(text.slice(offset, end)))) return [text.slice(offset, end + 1)] as RegExpExecArray
    return [text.slice(offset, line).replace(/[\s,;)]+$/, '') || open] as RegExpExecArray
  }
}

function closingMark(text: string, from: number, close: string): number {
  let at = text.indexOf(close, from)
  while (at >= 0 && text[at + 1] === close) at = text.indexOf(close, at + 2)
  return at
}

function lineEnd(text: string, from: number): number {
  const at = text.indexOf('\n', from)
  return at < 0 ? text.length : at
}

/** The text in which a nested comment was found never to close: there, comments are not nested, so that no end is looked for twice. */
let unbalanced: string | undefined

const blockComment: CustomPatternMatcherFunc = (text, offset) => {
  if (text[offset] !== '/' || text[offset + 1] !== '*') return null
  const nested = text === unbalanced ? undefined : nestedComment(text, offset)
  if (nested !== undefined) return [nested] as RegExpExecArray
  const plain = text.indexOf('*/', offset + 2)
  return [text.slice(offset, plain >= 0 ? plain + 2 : lineEnd(text, offset))] as RegExpExecArray
}

function nestedComment(text: string, offset: number): string | undefined {
  const marks = /\/\*|\*\//g
  marks.lastIndex = offset + 2
  let depth = 1
  for (let mark = marks.exec(text); mark; mark = marks.exec(text)) {
    depth += mark[0] === '*/' ? -1 : 1
    if (depth === 0) return text.slice(offset, mark.index + 2)
  }
  unbalanced = text
  return undefined
}

const dollarString: CustomPatternMatcherFunc = (text, offset) => {
  const tag = /\$(?:[A-Z_]\w*)?\$/iy
  tag.lastIndex = offset
  const open = tag.exec(text)
  if (!open) return null
  const end = text.indexOf(open[0], offset + open[0].length)
  return end < 0 ? null : [text.slice(offset, end + open[0].length)] as RegExpExecArray
}

const NewLine = createToken({ name: 'NewLine', pattern: /[ \t\f\v\u00A0\u200B\uFEFF]*\r?\n\s*/, line_breaks: true })
const Space = createToken({ name: 'Space', pattern: /[^\S\n]+|[\u200B\uFEFF]+/, group: Lexer.SKIPPED })
const LineComment = createToken({ name: 'LineComment', pattern: /--[^\n]*/, group: Lexer.SKIPPED })
const HashComment = createToken({ name: 'HashComment', pattern: /#[^\n]*/, group: Lexer.SKIPPED })
const BlockComment = createToken({ name: 'BlockComment', pattern: blockComment, line_breaks: true, start_chars_hint: ['/'] })
// The lexer drops the `u` flag of a pattern, so letters are given as ranges: Latin and every other script up to the marks of U+2000.
const Word = createToken({ name: 'Word', pattern: /[A-Z_\u00AA\u00BA\u00C0-\u1FFF\u2C00-\uD7FF\uF900-\uFDFF][\w$\u00AA\u00BA\u00C0-\u1FFF\u2C00-\uD7FF\uF900-\uFDFF]*/i })
const Quoted = createToken({ name: 'Quoted', pattern: quotedForm('"', '"'), line_breaks: true, start_chars_hint: ['"'] })
const BackTick = createToken({ name: 'BackTick', pattern: quotedForm('`', '`'), line_breaks: true, start_chars_hint: ['`'] })
const Text = createToken({ name: 'Text', pattern: quotedForm('\'', '\''), line_breaks: true, start_chars_hint: ['\''] })
const Dollar = createToken({ name: 'Dollar', pattern: dollarString, line_breaks: true, start_chars_hint: ['$'] })
const SmartQuote = createToken({ name: 'SmartQuote', pattern: /[‘’‚“”„«»][^‘’‚“”„«»\n]*[‘’“”«»]?/ })
const NumberToken = createToken({ name: 'NumberToken', pattern: /\d+(?:\.\d*)?(?:e[+-]?\d+)?|\.\d+/i })
const Punctuation = createToken({ name: 'Punctuation', pattern: /[(),;.[\]]/ })
const Operator = createToken({ name: 'Operator', pattern: /::|[-+*/<>=~!@%^&|?:]+?/ })
const Other = createToken({ name: 'Other', pattern: /[\uD800-\uDBFF][\uDC00-\uDFFF]|[\s\S]/, line_breaks: true })

const lexer = new Lexer(
  [NewLine, Space, LineComment, HashComment, BlockComment, Word, Quoted, BackTick, Text, Dollar, SmartQuote, NumberToken, Punctuation, Operator, Other],
  { positionTracking: 'onlyOffset', ensureOptimizations: false, safeMode: false },
)

const KIND: Readonly<Record<string, TokenKind>> = {
  Word: 'word', Quoted: 'quoted', BackTick: 'quoted', Text: 'string', Dollar: 'string', SmartQuote: 'quoted', NumberToken: 'number',
  Punctuation: 'punctuation', Operator: 'operator', Other: 'other',
}

/** Cuts a script into tokens; never fails. The list ends with one token of kind `end`. Time linear in the text. */
export function tokenize(script: string): { tokens: SqlToken[], findings: Finding[], backTicks: SqlToken | undefined } {
  const tokens: SqlToken[] = []
  const findings: Finding[] = []
  let backTicks: SqlToken | undefined
  let startsLine = true
  for (const { image, startOffset: start, tokenType: { name } } of lexer.tokenize(script).tokens) {
    const end = start + image.length
    if (name === 'NewLine') {
      startsLine = true
      continue
    }
    if (name === 'BlockComment') {
      if (!image.endsWith('*/')) findings.push(scriptFinding('syntax.unclosed-comment', { start, end }, {}, { span: { start: end, end }, text: ' */', label: 'Close the comment' }))
      startsLine ||= image.includes('\n')
      continue
    }
    const token = { kind: KIND[name]!, text: plainText(name, image), upper: name === 'Word' ? image.toUpperCase() : '', start, end, startsLine }
    if (name === 'BackTick') backTicks ??= token
    const fault = faultOf(name, image, token)
    if (fault) findings.push(fault)
    tokens.push(name === 'SmartQuote' && /^[‘’‚]/.test(image) ? { ...token, kind: 'string' } : token)
    startsLine = false
  }
  tokens.push({ kind: 'end', text: '', upper: '', start: script.length, end: script.length, startsLine: true })
  return { tokens, findings, backTicks }
}

function plainText(name: string, image: string): string {
  switch (name) {
    case 'Quoted': return unquote(image, '"')
    case 'BackTick': return unquote(image, '`')
    case 'Text': return unquote(image, '\'')
    case 'SmartQuote': return image.replace(/^.|[‘’“”«»]$/g, '')
    default: return image
  }
}

function unquote(image: string, mark: string): string {
  const inner = isClosed(image) ? image.slice(1, -1) : image.slice(1)
  return inner.includes(mark) ? inner.replaceAll(mark + mark, mark) : inner
}

function isClosed(image: string): boolean {
  return image.length > 1 && image.at(-1) === image[0]
}

function faultOf(name: string, image: string, { start, end }: Span): Finding | undefined {
  if (name === 'SmartQuote') {
    const mark = /^[‘’‚]/.test(image) ? '\'' : '"'
    const text = mark + image.replace(/^.|[‘’“”«»]$/g, '') + mark
    return scriptFinding('syntax.smart-quote', { start, end }, { written: image[0]! }, { span: { start, end }, text, label: 'Make it straight' })
  }
  if ((name === 'Text' || name === 'Quoted' || name === 'BackTick') && !isClosed(image)) {
    return scriptFinding('syntax.unclosed-string', { start, end }, {}, { span: { start: end, end }, text: image[0]!, label: 'Close it here' })
  }
  return undefined
}

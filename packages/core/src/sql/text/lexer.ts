import { createToken, Lexer, type CustomPatternMatcherFunc, type TokenType } from 'chevrotain'
import type { Dialect } from '../../schema'
import { beginsLine, lineEnd, quotedForm } from './quoted'

/**
 * The text in which a nested comment was found never to close: there, comments are not nested, so that no end
 * is looked for twice.
 */
let unbalanced: string | undefined

function blockComment(nests: boolean): CustomPatternMatcherFunc {
  return (text, offset) => {
    if (text[offset] !== '/' || text[offset + 1] !== '*') return null
    const nested = nests && text !== unbalanced ? nestedComment(text, offset) : undefined
    if (nested !== undefined) return [nested] as RegExpExecArray
    const plain = text.indexOf('*/', offset + 2)
    return [text.slice(offset, plain >= 0 ? plain + 2 : lineEnd(text, offset))] as RegExpExecArray
  }
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
  return end < 0 ? null : ([text.slice(offset, end + open[0].length)] as RegExpExecArray)
}

const CLOSING: Readonly<Record<string, string>> = { '[': ']', '(': ')', '{': '}', '<': '>' }

/** q'[text]' of Oracle. */
const qString: CustomPatternMatcherFunc = (text, offset) => {
  const open = /N?Q'(.)/isy
  open.lastIndex = offset
  const match = open.exec(text)
  if (!match) return null
  const end = text.indexOf(`${CLOSING[match[1]!] ?? match[1]!}'`, offset + match[0].length)
  return end < 0 ? null : ([text.slice(offset, end + 2)] as RegExpExecArray)
}

/** A pattern that counts only where a line begins. */
function atLineStart(pattern: RegExp): CustomPatternMatcherFunc {
  const sticky = new RegExp(pattern.source, 'iy')
  return (text, offset) => {
    if (!beginsLine(text, offset)) return null
    sticky.lastIndex = offset
    const match = sticky.exec(text)
    return match ? ([match[0]] as RegExpExecArray) : null
  }
}

/**
 * Where a statement begins only: within one a console's word is a name, as of a column `remark` (SQL*Plus, its
 * manual, from memory).
 */
function betweenStatements(pattern: CustomPatternMatcherFunc): CustomPatternMatcherFunc {
  return (text, offset, tokens, groups) => {
    const last = tokens.at(-1)
    const isBetween = !last || last.image === ';' || last.tokenType.name === 'Separator'
    return isBetween ? pattern(text, offset, tokens, groups) : null
  }
}

/** COPY ... FROM stdin with its data, as PostgreSQL's own dumps write it. */
const copyBlock: CustomPatternMatcherFunc = (text, offset) => {
  if (text.charCodeAt(offset + 1) !== 79 && text.charCodeAt(offset + 1) !== 111) return null
  const head = /COPY\s[^;]{0,4000}?\sFROM\s+STDIN[^;]*;/iy
  head.lastIndex = offset
  const match = head.exec(text)
  if (!match || !beginsLine(text, offset)) return null
  const end = /^\\\.\s*$/gm
  end.lastIndex = offset + match[0].length
  const last = end.exec(text)
  return [text.slice(offset, last ? last.index + 2 : offset + match[0].length)] as RegExpExecArray
}

/** [name]: not after a name or a bracket, where it would be a place in an array. */
const bracketName: CustomPatternMatcherFunc = (text, offset) => {
  const name = /\[[\p{L}_][^\]\n[(),;']*\]/uy
  name.lastIndex = offset
  const match = name.exec(text)
  return match && (offset === 0 || /[\s(,.=]/.test(text[offset - 1]!))
    ? ([match[0]] as RegExpExecArray)
    : null
}

const LETTERS = '\\u00AA\\u00BA\\u00C0-\\u1FFF\\u2C00-\\uD7FF\\uF900-\\uFDFF'
// First characters are written as ranges, not as what is left of all others: only so can the lexer look up
// which patterns to try.
const NewLine = createToken({
  name: 'NewLine',
  pattern: /[ \t\f\v\u00A0\u200B\uFEFF]*\r?\n\s*/,
  line_breaks: true,
})
const Space = createToken({
  name: 'Space',
  pattern: /[ \t\r\f\v\u00A0\u1680\u2000-\u200B\u2028\u2029\u202F\u205F\u3000\uFEFF]+/,
  group: Lexer.SKIPPED,
})
const LineComment = createToken({ name: 'LineComment', pattern: /--[^\n]*/, group: Lexer.SKIPPED })
const UnspacedComment = createToken({ name: 'UnspacedComment', pattern: /--[^\s-][^\n]*/ })
const HashComment = createToken({ name: 'HashComment', pattern: /#[^\n]*/ })
const HashAfterOperator = createToken({ name: 'HashComment', pattern: /#(?![>\-=#&|])[^\n]*/ })
// The lexer drops the `u` flag of a pattern, so letters are given as ranges: Latin and every other script up
// to the marks of U+2000.
const Word = createToken({ name: 'Word', pattern: new RegExp(`[A-Z_${LETTERS}][\\w$${LETTERS}]*`, 'i') })
const WordOfServer = createToken({
  name: 'Word',
  pattern: new RegExp(`[A-Z_#${LETTERS}][\\w$#@${LETTERS}]*`, 'i'),
})
const WordOfOracle = createToken({
  name: 'Word',
  pattern: new RegExp(`[A-Z_${LETTERS}][\\w$#${LETTERS}]*`, 'i'),
})
const Variable = createToken({ name: 'Variable', pattern: /@@?[A-Z_][\w$]*/i })
const Quoted = createToken({
  name: 'Quoted',
  pattern: quotedForm('"', '"'),
  line_breaks: true,
  start_chars_hint: ['"'],
})
const QuotedText = createToken({
  name: 'QuotedText',
  pattern: quotedForm('"', '"', true),
  line_breaks: true,
  start_chars_hint: ['"'],
})
const BackTick = createToken({
  name: 'BackTick',
  pattern: quotedForm('`', '`'),
  line_breaks: true,
  start_chars_hint: ['`'],
})
const Bracket = createToken({
  name: 'Bracket',
  pattern: bracketName,
  line_breaks: false,
  start_chars_hint: ['['],
})
const ServerBracket = createToken({ name: 'Bracket', pattern: /\[(?:[^\]\n]|\]\])+\]/ })
const Text = createToken({
  name: 'Text',
  pattern: quotedForm("'", "'"),
  line_breaks: true,
  start_chars_hint: ["'"],
})
const EscapedText = createToken({
  name: 'EscapedText',
  pattern: quotedForm("'", "'", true),
  line_breaks: true,
  start_chars_hint: ["'"],
})
const PREFIXES = ['N', 'n', 'B', 'b', 'X', 'x', 'U', 'u', '_']
const PrefixedText = createToken({
  name: 'PrefixedText',
  pattern: quotedForm("'", "'", false, /(?:[NBX]|U&|_[A-Z]\w*)'/iy),
  line_breaks: true,
  start_chars_hint: PREFIXES,
})
const PrefixedEscaped = createToken({
  name: 'PrefixedEscaped',
  pattern: quotedForm("'", "'", true, /(?:[NBX]|_[A-Z]\w*)'/iy),
  line_breaks: true,
  start_chars_hint: PREFIXES,
})
const EText = createToken({
  name: 'PrefixedEscaped',
  pattern: quotedForm("'", "'", true, /E'/iy),
  line_breaks: true,
  start_chars_hint: ['E', 'e'],
})
const QText = createToken({
  name: 'QText',
  pattern: qString,
  line_breaks: true,
  start_chars_hint: ['q', 'Q', 'n', 'N'],
})
const Dollar = createToken({
  name: 'Dollar',
  pattern: dollarString,
  line_breaks: true,
  start_chars_hint: ['$'],
})
const SmartQuote = createToken({ name: 'SmartQuote', pattern: /[‘’‚“”„«»][^‘’‚“”„«»\n]*[‘’“”«»]?/ })
const WidePunctuation = createToken({ name: 'WidePunctuation', pattern: /[，；（）]/ })
const NumberToken = createToken({
  name: 'NumberToken',
  pattern: /0x[0-9a-f]+|\d+(?:\.\d*)?(?:e[+-]?\d+)?|\.\d+/i,
})
const Punctuation = createToken({ name: 'Punctuation', pattern: /[(),;.[\]]/ })
const Operator = createToken({ name: 'Operator', pattern: /::|[-+*/<>=~!@%^&|?:]+?/ })
const Other = createToken({
  name: 'Other',
  // eslint-disable-next-line regexp/match-any, no-control-regex -- a range: the lexer knows its first signs
  pattern: /[\uD800-\uDBFF][\uDC00-\uDFFF]|[\u0000-\uFFFF]/,
  line_breaks: true,
})
const Separator = createToken({
  name: 'Separator',
  pattern: atLineStart(/(?:GO(?:[ \t]+\d+)?|\/)[ \t]*(?:;[ \t]*)?(?=\r?\n|$|--)/),
  line_breaks: false,
  start_chars_hint: ['G', 'g', '/'],
})
const Copy = createToken({
  name: 'Copy',
  pattern: copyBlock,
  line_breaks: true,
  start_chars_hint: ['C', 'c'],
})
const MetaCommand = createToken({
  name: 'MetaCommand',
  pattern: atLineStart(/\\[a-z!?.][^\n]*/),
  line_breaks: false,
  start_chars_hint: ['\\'],
  group: Lexer.SKIPPED,
})
const Remark = createToken({
  name: 'Remark',
  pattern: betweenStatements(atLineStart(/(?:REM|REMARK|PROMPT)(?:[ \t][^\n]*)?(?=\r?\n|$)/)),
  line_breaks: false,
  start_chars_hint: ['R', 'r', 'P', 'p'],
  group: Lexer.SKIPPED,
})
const CodeOpen = createToken({ name: 'CodeOpen', pattern: /\/\*M?!\d*/, group: Lexer.SKIPPED })
const CodeClose = createToken({ name: 'CodeClose', pattern: /\*\//, group: Lexer.SKIPPED })
const commentToken = (nests: boolean): TokenType =>
  createToken({
    name: 'BlockComment',
    pattern: blockComment(nests),
    line_breaks: true,
    start_chars_hint: ['/'],
  })
const NestingComment = commentToken(true)
const PlainComment = commentToken(false)

const BLANKS = [NewLine, Space]
const ENDING = [Dollar, SmartQuote, WidePunctuation, NumberToken, Punctuation, Operator, Other]

function tokenTypes(dialect: Dialect): TokenType[] {
  switch (dialect) {
    case 'mysql':
      return [
        ...BLANKS,
        UnspacedComment,
        LineComment,
        HashComment,
        CodeOpen,
        CodeClose,
        Separator,
        PlainComment,
        PrefixedEscaped,
        Word,
        Variable,
        QuotedText,
        BackTick,
        Bracket,
        EscapedText,
        ...ENDING,
      ]
    case 'sqlserver':
      return [
        ...BLANKS,
        LineComment,
        Separator,
        NestingComment,
        PrefixedText,
        WordOfServer,
        Variable,
        Quoted,
        BackTick,
        ServerBracket,
        Text,
        ...ENDING,
      ]
    case 'oracle':
      return [
        ...BLANKS,
        LineComment,
        HashAfterOperator,
        Separator,
        PlainComment,
        Remark,
        QText,
        PrefixedText,
        WordOfOracle,
        Variable,
        Quoted,
        BackTick,
        Bracket,
        Text,
        ...ENDING,
      ]
    case 'sqlite':
      return [
        ...BLANKS,
        LineComment,
        HashAfterOperator,
        Separator,
        PlainComment,
        PrefixedText,
        Word,
        Variable,
        Quoted,
        BackTick,
        Bracket,
        Text,
        ...ENDING,
      ]
    default:
      return [
        ...BLANKS,
        LineComment,
        HashAfterOperator,
        Separator,
        NestingComment,
        Copy,
        MetaCommand,
        EText,
        PrefixedText,
        Word,
        Variable,
        Quoted,
        BackTick,
        Bracket,
        Text,
        ...ENDING,
      ]
  }
}

const lexers = new Map<Dialect, Lexer>()

/** The lexer of a dialect, made when it is first needed. */
export function lexerOf(dialect: Dialect): Lexer {
  const known = lexers.get(dialect)
  if (known) return known
  const made = new Lexer(tokenTypes(dialect), {
    positionTracking: 'onlyOffset',
    ensureOptimizations: true,
    safeMode: false,
  })
  lexers.set(dialect, made)
  return made
}

import { scriptFinding, type Finding, type Span } from '../../findings'
import { shorten } from '../../language'
import { DIALECT, type Dialect } from '../../schema'
import { lexerOf } from './lexer'
import { blanked, outsideTexts, pastedFinding, pastedMarks } from './pasted'
import { quoteName } from './quote-name'

export type TokenKind =
  'word' | 'quoted' | 'string' | 'number' | 'punctuation' | 'operator' | 'separator' | 'other' | 'end'

/**
 * One token of a script. `text` is without quotation marks; `upper` is for comparing words and is '' for
 * everything else.
 */
export interface SqlToken extends Span {
  readonly kind: TokenKind
  readonly text: string
  readonly upper: string
  /** Whether a line break stands between this token and the one before. */
  readonly startsLine: boolean
}

const KIND: Readonly<Record<string, TokenKind>> = {
  Word: 'word',
  Quoted: 'quoted',
  BackTick: 'quoted',
  Bracket: 'quoted',
  Text: 'string',
  EscapedText: 'string',
  QuotedText: 'string',
  PrefixedText: 'string',
  PrefixedEscaped: 'string',
  QText: 'string',
  Dollar: 'string',
  SmartQuote: 'quoted',
  NumberToken: 'number',
  Punctuation: 'punctuation',
  WidePunctuation: 'punctuation',
  Operator: 'operator',
  Separator: 'separator',
  Other: 'other',
  Variable: 'other',
  Copy: 'other',
}
/** Two words of SQL that are often written as one. */
const GLUED: ReadonlyMap<string, readonly [string, string]> = new Map(
  [
    ['NOT', 'NULL'],
    ['PRIMARY', 'KEY'],
    ['FOREIGN', 'KEY'],
    ['CREATE', 'TABLE'],
    ['ALTER', 'TABLE'],
    ['INSERT', 'INTO'],
    ['ON', 'DELETE'],
    ['ON', 'UPDATE'],
    ['SET', 'NULL'],
    ['NO', 'ACTION'],
  ].map(([first, second]) => [`${first}${second}`, [first!, second!] as const]),
)
const SHORTEST_GLUED = 7
const WIDE: Readonly<Record<string, string>> = { '，': ',', '；': ';', '（': '(', '）': ')' }

/**
 * Cuts a script into tokens; never fails. The list ends with one token of kind `end`. Time linear in the
 * text.
 */
export function tokenize(
  script: string,
  dialect: Dialect = 'postgresql',
): { tokens: SqlToken[]; findings: Finding[] } {
  const places = pastedMarks(script)
  if (places.length === 0) return new Tokens(script, dialect).all()
  const text = blanked(script, places)
  const tried = new Tokens(text, dialect).all()
  const pasted = outsideTexts(places, tried.tokens, text)
  const { tokens, findings } =
    pasted.length === places.length ? tried : new Tokens(blanked(script, pasted), dialect).all()
  return { tokens, findings: [...findings, ...pasted.map(place => pastedFinding(script, place))] }
}

/** The tokens of one script, as they are made. */
class Tokens {
  private readonly tokens: SqlToken[] = []
  private readonly findings: Finding[] = []
  private startsLine = true
  /** What ends a statement: another than the semicolon after DELIMITER. */
  private delimiter = ';'
  private skipTo = 0

  constructor(
    private readonly script: string,
    private readonly dialect: Dialect,
  ) {}

  all(): { tokens: SqlToken[]; findings: Finding[] } {
    const { script, dialect, tokens, findings } = this
    for (const {
      image,
      startOffset: start,
      tokenType: { name },
    } of lexerOf(dialect).tokenize(script).tokens) {
      if (start < this.skipTo) continue
      const end = start + image.length
      if (!this.isBlank(name, image, { start, end }) && !this.isSeparation(name, image, { start, end }))
        this.word(name, image, { start, end })
    }
    tokens.push({
      kind: 'end',
      text: '',
      upper: '',
      start: script.length,
      end: script.length,
      startsLine: true,
    })
    return { tokens, findings }
  }

  private push(kind: TokenKind, text: string, upper: string, start: number, end: number): void {
    this.tokens.push({ kind, text, upper, start, end, startsLine: this.startsLine })
    this.startsLine = false
  }

  /** Line ends and comments: nothing that is read. */
  private isBlank(name: string, image: string, place: Span): boolean {
    if (name === 'NewLine') this.startsLine = true
    else if (name === 'BlockComment') {
      const { end } = place
      if (!image.endsWith('*/') || image.length < 4)
        this.findings.push(
          scriptFinding(
            'syntax.unclosed-comment',
            place,
            {},
            { span: { start: end, end }, text: ' */', label: 'Close the comment' },
          ),
        )
      this.startsLine ||= image.includes('\n')
    } else if (name === 'HashComment' || name === 'UnspacedComment') {
      const fault = commentFault(name, image, place, this.dialect)
      if (fault) this.findings.push(fault)
    } else return false
    return true
  }

  /** DELIMITER and what it names, GO and / on lines of their own. */
  private isSeparation(name: string, image: string, { start, end }: Span): boolean {
    const { script, dialect, startsLine } = this
    const rest =
      startsLine && name === 'Word' && image.toUpperCase() === 'DELIMITER'
        ? /^[ \t]+(\S+)(.*)/.exec(script.slice(end, end + 200))
        : null
    if (rest) {
      this.skipTo = end + rest[0].length
      if (dialect !== 'mysql')
        this.findings.push(
          foreign({ start, end: this.skipTo }, 'DELIMITER', 'MySQL', dialect, {
            text: '',
            label: 'Take it out',
          }),
        )
      this.delimiter = rest[1]!
    } else if (this.delimiter !== ';' && script.startsWith(this.delimiter, start))
      this.skipTo = start + this.delimiter.length
    else if (name === 'Separator') {
      const fault = separatorFault(image, { start, end }, dialect)
      if (fault) this.findings.push(fault)
      this.skipTo = end
    } else return false
    this.push('separator', image, '', start, this.skipTo)
    return true
  }

  private word(name: string, image: string, { start, end }: Span): void {
    const kind = KIND[name]!
    const upper = kind === 'word' ? image.toUpperCase() : ''
    if (upper !== '') {
      const words = upper.length >= SHORTEST_GLUED ? GLUED.get(upper) : undefined
      return words ? this.glued(image, words, { start, end }) : this.push(kind, image, upper, start, end)
    }
    const isOtherSemicolon = this.delimiter !== ';' && image === ';'
    const isSmartText = name === 'SmartQuote' && /^[‘’‚]/.test(image)
    const text = plainText(name, image)
    if (CAN_BE_FAULTY.has(name)) {
      const fault = faultOf(name, image, text, { start, end }, this.dialect)
      if (fault) this.findings.push(fault)
    }
    const own = isSmartText ? 'string' : kind
    this.push(isOtherSemicolon ? 'other' : own, text, '', start, end)
  }

  private glued(image: string, [first, second]: readonly [string, string], { start, end }: Span): void {
    const cut = start + first.length
    this.findings.push(
      scriptFinding(
        'syntax.missing-blank',
        { start, end },
        { written: image, meant: `${first} ${second}` },
        { span: { start: cut, end: cut }, text: ' ', label: `Write ${first} ${second}` },
      ),
    )
    this.push('word', image.slice(0, first.length), first, start, cut)
    this.push('word', image.slice(first.length), second, cut, end)
  }
}

function plainText(name: string, image: string): string {
  switch (name) {
    case 'Quoted':
      return unquote(image, '"')
    case 'BackTick':
      return unquote(image, '`')
    case 'Bracket':
      return image.slice(1, -1).replaceAll(']]', ']')
    case 'Text':
      return unquote(image, "'")
    case 'PrefixedText':
      return unquote(image.slice(image.indexOf("'")), "'")
    case 'EscapedText':
      return unescape(unquote(image, "'"))
    case 'PrefixedEscaped':
      return unescape(unquote(image.slice(image.indexOf("'")), "'"))
    case 'QuotedText':
      return unescape(unquote(image, '"'))
    case 'QText':
      return image.slice(image.indexOf("'") + 2, -2)
    case 'SmartQuote':
      return image.replace(/^.|[‘’“”«»]$/g, '')
    case 'WidePunctuation':
      return WIDE[image]!
    default:
      return image
  }
}

function unquote(image: string, mark: string): string {
  const inner = isClosed(image) ? image.slice(1, -1) : image.slice(1)
  return inner.includes(mark) ? inner.replaceAll(mark + mark, mark) : inner
}

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r', 0: '\0' }
function unescape(text: string): string {
  return text.includes('\\') ? text.replace(/\\([\s\S])/g, (_, char: string) => ESCAPES[char] ?? char) : text
}

function isClosed(image: string): boolean {
  return image.length > 1 && image.at(-1) === image[0]
}

/** The finding for a spelling of another dialect; `fix` replaces the place. */
export function foreign(
  place: Span,
  written: string,
  of: string,
  dialect: Dialect,
  fix?: { readonly text: string; readonly label: string },
  meant = '',
): Finding {
  const { start, end } = place
  return scriptFinding(
    'syntax.other-dialect',
    { start, end },
    { written, dialect: of, here: DIALECT[dialect].name, meant },
    fix && { span: { start, end }, ...fix },
  )
}

function commentFault(name: string, image: string, place: Span, dialect: Dialect): Finding | undefined {
  if (name === 'UnspacedComment')
    return foreign(
      { start: place.start, end: place.start + 2 },
      shorten(image, 12),
      'other dialects',
      dialect,
      { text: '-- ', label: 'Put a blank after --' },
      '-- and a blank',
    )
  if (dialect === 'mysql') return undefined
  return foreign(
    { start: place.start, end: place.start + 1 },
    '#',
    'MySQL',
    dialect,
    { text: '--', label: 'Write --' },
    '-- before a comment',
  )
}

function separatorFault(image: string, place: Span, dialect: Dialect): Finding | undefined {
  const isGo = /^g/i.test(image)
  if (dialect === (isGo ? 'sqlserver' : 'oracle')) return undefined
  return foreign(place, isGo ? 'GO' : '/', isGo ? 'SQL Server' : 'Oracle', dialect, {
    text: '',
    label: 'Take it out',
  })
}

const QUOTE_OF: Readonly<Record<string, readonly [dialects: readonly Dialect[], of: string]>> = {
  BackTick: [['mysql', 'sqlite'], 'MySQL'],
  Bracket: [['sqlserver', 'sqlite'], 'SQL Server'],
}

/** Tokens that may be written wrongly: quoted forms and odd characters. */
const CAN_BE_FAULTY: ReadonlySet<string> = new Set([
  'Text',
  'EscapedText',
  'Quoted',
  'QuotedText',
  'BackTick',
  'Bracket',
  'PrefixedText',
  'PrefixedEscaped',
  'SmartQuote',
  'WidePunctuation',
])

function faultOf(
  name: string,
  image: string,
  text: string,
  { start, end }: Span,
  dialect: Dialect,
): Finding | undefined {
  if (name === 'SmartQuote') {
    const mark = /^[‘’‚]/.test(image) ? "'" : '"'
    return scriptFinding(
      'syntax.smart-quote',
      { start, end },
      { written: image[0]! },
      { span: { start, end }, text: mark + text + mark, label: 'Make it straight' },
    )
  }
  if (name === 'WidePunctuation')
    return scriptFinding(
      'syntax.wrong-character',
      { start, end },
      { written: image, meant: text },
      { span: { start, end }, text, label: `Write ${text}` },
    )
  const quoting = QUOTE_OF[name]
  if (quoting && !isUnclosed(name, image) && !quoting[0].includes(dialect))
    return foreign(
      { start, end },
      image,
      quoting[1],
      dialect,
      { text: quoteName(text, dialect), label: `Write ${quoteName(text, dialect)}` },
      quoteName(text, dialect),
    )
  if (isUnclosed(name, image))
    return scriptFinding(
      'syntax.unclosed-string',
      { start, end },
      {},
      {
        span: { start: end, end },
        text: name.includes('Prefixed') ? "'" : image[0]!,
        label: 'Close it here',
      },
    )
  return undefined
}

function isUnclosed(name: string, image: string): boolean {
  switch (name) {
    case 'Text':
    case 'EscapedText':
    case 'Quoted':
    case 'QuotedText':
    case 'BackTick':
      return !isClosed(image)
    case 'PrefixedText':
    case 'PrefixedEscaped':
      return !isClosed(image.slice(image.indexOf("'")))
    default:
      return false
  }
}

import { scriptFinding, type Finding, type FindingCode, type Params, type Span } from '../../findings'
import type { Dialect } from '../../schema'
import { looksLike } from './looks-like'
import { AFTER_CREATE, WEAK_STARTS } from './statement-words'
import { foreign, type SqlToken } from './tokens'

/** A place in the list of tokens, with the diagnostics found so far. Grammar rules move it forward only. */
export class Cursor {
  private at = 0
  /**
   * Whether the columns of a table are being read: there, a bracket that closes on a line of its own before
   * the statement's end is the table's.
   */
  isInTable = false
  readonly findings: Finding[] = []

  constructor(
    readonly script: string,
    private readonly tokens: readonly SqlToken[],
    readonly dialect: Dialect,
  ) {}

  /** The token `ahead` of the place; past the end, the end token. */
  peek(ahead = 0): SqlToken {
    return this.tokens[Math.min(this.at + ahead, this.tokens.length - 1)]!
  }

  next(): SqlToken {
    const token = this.peek()
    if (this.at < this.tokens.length - 1) this.at++
    return token
  }

  /** The token before the place; the first one at the start. */
  get previous(): SqlToken {
    return this.tokens[Math.max(0, this.at - 1)]!
  }

  get place(): number {
    return this.at
  }

  /** What has been passed since a place. */
  tokensFrom(place: number): readonly SqlToken[] {
    return this.tokens.slice(place, this.at)
  }

  get isAtEnd(): boolean {
    return this.peek().kind === 'end'
  }

  isOf(...dialects: readonly Dialect[]): boolean {
    return dialects.includes(this.dialect)
  }

  is(text: string, ahead = 0): boolean {
    const token = this.peek(ahead)
    return token.kind === 'punctuation' || token.kind === 'operator' || token.kind === 'other'
      ? token.text === text
      : token.upper === text
  }

  isName(ahead = 0): boolean {
    const { kind } = this.peek(ahead)
    return kind === 'word' || kind === 'quoted'
  }

  /** Whether the next words are these. */
  areWords(...words: readonly string[]): boolean {
    return words.every((word, i) => this.peek(i).upper === word)
  }

  take(text: string): boolean {
    if (!this.is(text)) return false
    this.next()
    return true
  }

  takeWords(...words: readonly string[]): boolean {
    if (!this.areWords(...words)) return false
    this.at += words.length
    return true
  }

  /** Takes the keyword, also when it is misspelt (one diagnostic with its fix). */
  takeLike(keyword: string): boolean {
    if (this.take(keyword)) return true
    if (!this.isLike(keyword)) return false
    this.misspelt(this.next(), keyword)
    return true
  }

  /** Takes the keyword; where it is missing, says so and goes on as if it stood there. */
  need(keyword: string): void {
    if (!this.takeLike(keyword)) this.missingWord(keyword)
  }

  missingWord(keyword: string): void {
    this.reportMissing(
      'syntax.missing-keyword',
      { keyword, after: this.previous.text },
      ` ${keyword}`,
      `Write ${keyword}`,
    )
  }

  /** Whether the word `ahead` is the keyword or a likely misspelling of it. */
  isLike(keyword: string, ahead = 0): boolean {
    const { kind, upper } = this.peek(ahead)
    return kind === 'word' && looksLike(upper, keyword)
  }

  misspelt(token: SqlToken, meant: string): void {
    if (token.upper === meant) return
    this.report(
      'syntax.misspelt-keyword',
      token,
      { written: token.text, meant },
      { span: { start: token.start, end: token.end }, text: meant, label: `Write ${meant}` },
    )
  }

  report(code: FindingCode, { start, end }: Span, params: Params = {}, fix?: Finding['fix']): void {
    this.findings.push(scriptFinding(code, { start, end }, params, fix))
  }

  /** Reports what is read and means nothing here: it is to be taken out. */
  reportSurplus(code: FindingCode, place: Span, params: Params = {}): void {
    this.report(code, place, params, {
      span: { start: place.start, end: place.end },
      text: '',
      label: 'Take it out',
    })
  }

  /** Reports something missing just after the last token that was read. */
  reportMissing(code: FindingCode, params: Params, text: string, label: string): void {
    const { end, start } = this.previous
    this.report(code, { start: Math.max(start, end - 1), end }, params, {
      span: { start: end, end },
      text,
      label,
    })
  }

  /**
   * A spelling of another dialect at a place; `text` is what this dialect writes instead (nothing: it is
   * taken out with the blank before it).
   */
  foreign(place: Span, written: string, of: string, text?: string): void {
    if (text === undefined) this.findings.push(foreign(place, written, of, this.dialect))
    else if (text !== '')
      this.findings.push(foreign(place, written, of, this.dialect, { text, label: `Write ${text}` }, text))
    else
      this.findings.push({
        ...foreign(place, written, of, this.dialect, { text, label: 'Take it out' }),
        fix: { span: { start: this.blankBefore(place.start), end: place.end }, text, label: 'Take it out' },
      })
  }

  private blankBefore(start: number): number {
    let at = start
    while (at > 0 && (this.script[at - 1] === ' ' || this.script[at - 1] === '\t')) at--
    return at
  }

  /** Whether a new statement begins at this token: used to end one whose semicolon or bracket is missing. */
  get isAtStatementStart(): boolean {
    const token = this.peek()
    if (token.kind === 'separator') return true
    const { upper } = token
    if (!upper) return false
    const following = this.peek(1).upper
    if (!token.startsLine)
      return upper === 'CREATE' && following === 'TABLE' && this.at > 0 && this.previous.text === ')'
    if (upper === 'CREATE' || looksLike(upper, 'CREATE'))
      return (
        AFTER_CREATE.has(following) ||
        looksLike(following, 'TABLE') ||
        (upper === 'CREATE' && this.isName(1) && this.is('(', 2))
      )
    if (upper === 'ALTER' || upper === 'DROP') return following === 'TABLE' || AFTER_CREATE.has(following)
    if (upper === 'INSERT') return following === 'INTO' || following === 'IGNORE' || following === 'ALL'
    if (upper === 'COMMENT') return following === 'ON' && ['TABLE', 'COLUMN'].includes(this.peek(2).upper)
    if (upper === 'COMMIT' || upper === 'ROLLBACK') return this.is(';', 1) || this.peek(1).kind === 'end'
    return (
      (upper === 'REPLACE' && following === 'INTO') ||
      (upper === 'TRUNCATE' && following === 'TABLE') ||
      ((upper === 'EXEC' || upper === 'USE' || upper === 'PRINT') &&
        this.dialect === 'sqlserver' &&
        this.isName(1))
    )
  }

  get isAtStatementEnd(): boolean {
    return this.isAtEnd || this.is(';') || this.isAtStatementStart
  }

  /** Whether, after a statement that is complete, this looks like the first word of another. */
  get isAtNextStatement(): boolean {
    const { upper, startsLine } = this.peek()
    return this.isAtStatementStart || ((startsLine || this.dialect === 'sqlserver') && WEAK_STARTS.has(upper))
  }

  /**
   * Whether the closing bracket here is the table's, so that an inner one that was opened on the line before
   * was never closed.
   */
  get closesTable(): boolean {
    const following = this.peek(1)
    return (
      this.isInTable &&
      this.is(')') &&
      this.peek().startsLine &&
      (following.text === ';' || following.kind === 'end' || following.kind === 'separator')
    )
  }

  /**
   * Skips a bracketed group whose opening bracket is next; gives the text within. Ends at a statement's end
   * if it is never closed.
   */
  skipGroup(): string {
    const open = this.next()
    let depth = 1
    let isOneLine = true
    while (depth > 0 && !this.isAtStatementEnd) {
      if (depth === 1 && isOneLine && this.closesTable) break
      if (this.peek().startsLine) isOneLine = false
      if (this.is('(')) depth++
      else if (this.is(')')) depth--
      this.next()
    }
    if (depth > 0)
      this.reportMissing(
        'syntax.missing-bracket',
        { bracket: ')', where: `after "${this.previous.text}"` },
        ')'.repeat(depth),
        'Close the bracket',
      )
    const end = depth > 0 ? this.previous.end : this.previous.start
    return this.script.slice(open.end, Math.max(open.end, end)).trim()
  }

  skipStatement(): void {
    while (!this.isAtEnd && !this.is(';')) {
      this.next()
      if (this.isAtStatementStart) return
    }
  }

  /** Skips to the next comma or the end of the statement, or to a closing bracket that belongs outside. */
  skipToComma(): void {
    while (!this.isAtStatementEnd && !this.is(',') && !this.is(')')) {
      if (this.is('(')) this.skipGroup()
      else this.next()
    }
  }

  skipWords(words: readonly string[]): void {
    while (words.includes(this.peek().upper)) this.next()
  }

  textBetween(from: number, to: number): string {
    return this.script.slice(from, to).trim()
  }
}

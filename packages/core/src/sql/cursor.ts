import { scriptFinding, type Finding, type FindingCode, type Params, type Span } from '../findings'
import { editDistance } from '../findings'
import type { SqlToken } from './tokens'

const NOT_COUNTED: readonly string[] = ['CREATE', 'ALTER', 'DROP', 'INSERT', 'COMMENT', 'UPDATE', 'DELETE', 'SELECT', 'GRANT', 'SET', 'BEGIN', 'COMMIT', 'TRUNCATE']
const AFTER_CREATE: ReadonlySet<string> = new Set(['TABLE', 'UNIQUE', 'INDEX', 'TYPE', 'DOMAIN', 'SEQUENCE', 'SCHEMA', 'DATABASE', 'VIEW', 'OR', 'TEMP', 'TEMPORARY',
  'GLOBAL', 'LOCAL', 'UNLOGGED', 'EXTENSION', 'FUNCTION', 'TRIGGER', 'PROCEDURE', 'ROLE', 'USER', 'MATERIALIZED'])

/** A place in the list of tokens, with the diagnostics found so far. Grammar rules move it forward only. */
export class Cursor {
  private at = 0
  readonly findings: Finding[] = []

  constructor(readonly script: string, private readonly tokens: readonly SqlToken[]) {}

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

  get isAtEnd(): boolean {
    return this.peek().kind === 'end'
  }

  is(text: string, ahead = 0): boolean {
    const token = this.peek(ahead)
    return token.kind === 'punctuation' || token.kind === 'operator' ? token.text === text : token.upper === text
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

  /** Whether the word `ahead` is the keyword or a likely misspelling of it. */
  isLike(keyword: string, ahead = 0): boolean {
    const { kind, upper } = this.peek(ahead)
    return kind === 'word' && looksLike(upper, keyword)
  }

  misspelt(token: SqlToken, meant: string): void {
    if (token.upper === meant) return
    this.report('syntax.misspelt-keyword', token, { written: token.text, meant }, { span: { start: token.start, end: token.end }, text: meant, label: `Write ${meant}` })
  }

  report(code: FindingCode, { start, end }: Span, params: Params = {}, fix?: Finding['fix']): void {
    this.findings.push(scriptFinding(code, { start, end }, params, fix))
  }

  /** Reports something missing just after the last token that was read. */
  reportMissing(code: FindingCode, params: Params, text: string, label: string): void {
    const { end, start } = this.previous
    this.report(code, { start: Math.max(start, end - 1), end }, params, { span: { start: end, end }, text, label })
  }

  /** Whether a new statement begins at this token: used to end one whose semicolon or bracket is missing. */
  get isAtStatementStart(): boolean {
    const { upper, startsLine } = this.peek()
    if (!startsLine || !upper) return false
    const following = this.peek(1).upper
    if (upper === 'CREATE' || looksLike(upper, 'CREATE')) return AFTER_CREATE.has(following) || looksLike(following, 'TABLE')
    if (upper === 'ALTER' || upper === 'DROP') return following === 'TABLE' || AFTER_CREATE.has(following)
    if (upper === 'INSERT') return following === 'INTO'
    if (upper === 'COMMENT') return following === 'ON'
    return upper === 'SELECT' || upper === 'COMMIT' || upper === 'GRANT'
  }

  get isAtStatementEnd(): boolean {
    return this.isAtEnd || this.is(';') || this.isAtStatementStart
  }

  /** Skips a bracketed group whose opening bracket is next; gives the text within. Ends at a statement's end if it is never closed. */
  skipGroup(): string {
    const open = this.next()
    let depth = 1
    while (depth > 0 && !this.isAtStatementEnd) {
      if (this.is('(')) depth++
      else if (this.is(')')) depth--
      this.next()
    }
    if (depth > 0) this.reportMissing('syntax.missing-bracket', { bracket: ')', where: `after "${this.previous.text}"` }, ')'.repeat(depth), 'Close the bracket')
    const end = depth > 0 ? this.previous.end : this.previous.start
    return this.script.slice(open.end, Math.max(open.end, end)).trim()
  }

  skipStatement(): void {
    while (!this.isAtEnd && !this.is(';')) {
      this.next()
      if (this.isAtStatementStart) return
    }
  }

  textBetween(from: number, to: number): string {
    return this.script.slice(from, to).trim()
  }
}

/** Whether `written` is a likely misspelling of `keyword`: near in edits, not a common name, with the same first or last letter. */
export function looksLike(written: string, keyword: string): boolean {
  if (written === keyword) return true
  if (written.length < 3 || keyword.length < 3 || NOT_COUNTED.includes(written)) return false
  if (written[0] !== keyword[0] && written.at(-1) !== keyword.at(-1)) return false
  if (Math.abs(written.length - keyword.length) > 2) return false
  const limit = keyword.length <= 4 ? 1 : keyword.length <= 6 ? 1 + Number(sameLetters(written, keyword)) : 2
  return editDistance(written, keyword, limit) <= limit
}

function sameLetters(a: string, b: string): boolean {
  return a.length === b.length && [...a].sort().join('') === [...b].sort().join('')
}

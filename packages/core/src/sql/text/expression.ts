import { callOfMoment, intervalFrom, intervalOf, nowNamed } from './moments'
import { tokenize, type SqlToken } from './tokens'

/** A one-row expression of a CHECK. What we do not know is kept as `opaque` with the columns it may touch. */
export type Expression =
  | { readonly kind: 'literal'; readonly value: string | boolean | null; readonly isNumber: boolean }
  | { readonly kind: 'column'; readonly name: string }
  | { readonly kind: 'call'; readonly name: string; readonly args: readonly Expression[] }
  | { readonly kind: 'not' | 'negate'; readonly of: Expression }
  | { readonly kind: 'and' | 'or'; readonly left: Expression; readonly right: Expression }
  | {
      readonly kind: 'compare'
      readonly operator: Comparison
      readonly left: Expression
      readonly right: Expression
    }
  | {
      readonly kind: 'arithmetic'
      readonly operator: '+' | '-' | '*' | '/'
      readonly left: Expression
      readonly right: Expression
    }
  /** The day on which it is asked, or that day with its time. */
  | { readonly kind: 'now'; readonly hasTime: boolean }
  | { readonly kind: 'interval'; readonly months: number; readonly days: number }
  | {
      readonly kind: 'like'
      readonly left: Expression
      readonly pattern: Expression
      readonly ignoresCase: boolean
    }
  | {
      readonly kind: 'matches'
      readonly left: Expression
      readonly pattern: string
      readonly ignoresCase: boolean
    }
  | { readonly kind: 'isNull'; readonly of: Expression }
  | { readonly kind: 'isTruth'; readonly of: Expression; readonly value: boolean }
  | { readonly kind: 'opaque'; readonly columns: readonly string[] }
export type Comparison = '=' | '<>' | '<' | '<=' | '>' | '>='

const DEEPEST = 100
const COMPARISONS: Readonly<Record<string, Comparison>> = {
  '=': '=',
  '<>': '<>',
  '!=': '<>',
  '<': '<',
  '<=': '<=',
  '>': '>',
  '>=': '>=',
}
/** Functions whose value the evaluator knows. */
const CALLS: ReadonlySet<string> = new Set([
  'LENGTH',
  'CHAR_LENGTH',
  'CHARACTER_LENGTH',
  'LOWER',
  'UPPER',
  'TRIM',
  'ABS',
])

/** Types to which a cast changes no value of a column that it is written for. */
const SAME_VALUES: ReadonlySet<string> = new Set([
  'TEXT',
  'VARCHAR',
  'CHARACTER',
  'CHAR',
  'BPCHAR',
  'NUMERIC',
  'DECIMAL',
  'DATE',
  'INTEGER',
  'INT',
  'SMALLINT',
  'BIGINT',
])

/**
 * Reads the expression of a CHECK. Never fails: what it cannot read as a whole is opaque. Time linear in the
 * text.
 */
export function readExpression(text: string): Expression {
  const { tokens } = tokenize(text)
  const reader = new ExpressionReader(tokens)
  try {
    const expression = reader.or(0)
    if (reader.isAtEnd) return expression
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error
  }
  return opaque(tokens)
}

class Unreadable extends Error {}

function opaque(tokens: readonly SqlToken[]): Expression {
  return {
    kind: 'opaque',
    columns: [
      ...new Set(
        tokens
          .filter(({ kind }) => kind === 'word' || kind === 'quoted')
          .map(({ text }) => text.toLowerCase()),
      ),
    ],
  }
}

const CLASS = String.raw`\[\^?(?:[A-Za-z0-9](?:-[A-Za-z0-9])?|[ _.,:;/@#+*()'"&%!?])+-?\]`
const CHARACTER = String.raw`\\d|\\[.()+*?/-]|[\w ,:;/@#'"&%!\u00A0-\uFFFF-]`
const PIECE = String.raw`(?:${CLASS}|${CHARACTER})(?:\{\d{1,3}(?:,\d{0,3})?\}|[+*?])?`
const PLAIN = new RegExp(`^\\^?(?:${PIECE}){0,40}\\$?$`)

/** What may be repeated more or less often: each multiplies the ways in which a value can be read. */
const LOOSE = /[+*?]|\{(\d+),(?!\1\})/g

/**
 * Literals, classes and counts one after another: what every engine reads alike. With few loose ones, no
 * value takes long to try.
 */
function isPlainPattern(pattern: string): boolean {
  return (
    pattern.length <= 200 &&
    PLAIN.test(pattern) &&
    (pattern.replace(/\[[^\]]*\]|\\./g, 'x').match(LOOSE) ?? []).length <= 3
  )
}

/** Recursive descent in the order of SQL's precedence: OR, AND, NOT, predicates, sums, products, atoms. */
class ExpressionReader {
  private at = 0

  constructor(private readonly tokens: readonly SqlToken[]) {}

  get isAtEnd(): boolean {
    return this.peek().kind === 'end'
  }

  private peek(ahead = 0): SqlToken {
    return this.tokens[Math.min(this.at + ahead, this.tokens.length - 1)]!
  }

  private is(text: string, ahead = 0): boolean {
    const token = this.peek(ahead)
    return token.kind === 'word'
      ? token.upper === text
      : (token.kind === 'punctuation' || token.kind === 'operator') && token.text === text
  }

  private take(...texts: readonly string[]): boolean {
    if (!texts.every((text, i) => this.is(text, i))) return false
    this.at += texts.length
    return true
  }

  private need(text: string): void {
    if (!this.take(text)) throw new Unreadable()
  }

  or(depth: number): Expression {
    if (depth > DEEPEST) throw new Unreadable()
    let left = this.and(depth)
    while (this.take('OR')) left = { kind: 'or', left, right: this.and(depth) }
    return left
  }

  private and(depth: number): Expression {
    let left = this.not(depth)
    while (this.take('AND')) left = { kind: 'and', left, right: this.not(depth) }
    return left
  }

  private not(depth: number): Expression {
    if (depth > DEEPEST) throw new Unreadable()
    return this.take('NOT') ? { kind: 'not', of: this.not(depth + 1) } : this.predicate(depth)
  }

  private predicate(depth: number): Expression {
    const left = this.sum(depth)
    const operator = this.comparison()
    if (operator)
      return (
        this.anyOrAll(operator, left, depth) ?? { kind: 'compare', operator, left, right: this.sum(depth) }
      )
    if (this.take('IS')) return this.is_(left)
    const isNegated = this.take('NOT')
    const found = this.rest(left, depth)
    if (!found && isNegated) throw new Unreadable()
    if (!found) return left
    return isNegated ? { kind: 'not', of: found } : found
  }

  /**
   * = ANY (ARRAY[…]) and <> ALL (ARRAY[…]): how PostgreSQL gives IN and NOT IN back; with any comparison. The
   * array may stand in brackets of its own, with a cast to an array.
   */
  private anyOrAll(operator: Comparison, left: Expression, depth: number): Expression | undefined {
    const isAny = this.is('ANY') || this.is('SOME')
    if (!(isAny || this.is('ALL')) || !this.is('(', 1)) return undefined
    this.at++
    const members = this.array(depth)
    return members
      .map((right): Expression => ({ kind: 'compare', operator, left, right }))
      .reduce((a, b) => ({ kind: isAny ? 'or' : 'and', left: a, right: b }))
  }

  private array(depth: number): Expression[] {
    if (depth > DEEPEST) throw new Unreadable()
    this.need('(')
    const inner = this.is('(') ? this.array(depth + 1) : this.arrayWritten(depth)
    this.castOfArray()
    this.need(')')
    this.castOfArray()
    return inner
  }

  private arrayWritten(depth: number): Expression[] {
    this.need('ARRAY')
    return this.list(depth, ['[', ']'])
  }

  private castOfArray(): void {
    if (!this.isCast) return
    this.cast({ kind: 'literal', value: null, isNumber: false })
    this.need('[')
    this.need(']')
  }

  private comparison(): Comparison | undefined {
    const two = `${this.peek().text}${this.peek(1).text}`
    const isTwo =
      this.peek().kind === 'operator' && this.peek(1).kind === 'operator' && Object.hasOwn(COMPARISONS, two)
    const single = this.peek().kind === 'operator' ? this.peek().text : ''
    const text = isTwo ? two : single
    if (!Object.hasOwn(COMPARISONS, text)) return undefined
    this.at += isTwo ? 2 : 1
    return COMPARISONS[text]
  }

  private is_(left: Expression): Expression {
    const isNegated = this.take('NOT')
    const wrap = (of: Expression): Expression => (isNegated ? { kind: 'not', of } : of)
    if (this.take('NULL')) return wrap({ kind: 'isNull', of: left })
    const value = Boolean(this.take('TRUE'))
    if (!value && !this.take('FALSE')) throw new Unreadable()
    return wrap({ kind: 'isTruth', of: left, value })
  }

  /** BETWEEN, IN, LIKE after an operand. */
  private rest(left: Expression, depth: number): Expression | undefined {
    if (this.take('BETWEEN')) {
      const low = this.sum(depth)
      this.need('AND')
      const high = this.sum(depth)
      return {
        kind: 'and',
        left: { kind: 'compare', operator: '>=', left, right: low },
        right: { kind: 'compare', operator: '<=', left, right: high },
      }
    }
    if (this.take('IN')) {
      const members = this.list(depth)
      return members
        .map((right): Expression => ({ kind: 'compare', operator: '=', left, right }))
        .reduce((a, b) => ({ kind: 'or', left: a, right: b }))
    }
    if (this.take('LIKE')) return { kind: 'like', left, pattern: this.sum(depth), ignoresCase: false }
    if (this.take('ILIKE')) return { kind: 'like', left, pattern: this.sum(depth), ignoresCase: true }
    if (this.take('~')) return this.matches(left)
    return undefined
  }

  /** A regular expression, as far as it is simple enough to be judged here. */
  private matches(left: Expression): Expression {
    const ignoresCase = this.take('*')
    const token = this.peek()
    if (token.kind !== 'string' || !isPlainPattern(token.text)) throw new Unreadable()
    this.at++
    return { kind: 'matches', left, pattern: token.text, ignoresCase }
  }

  private list(depth: number, [open, close]: readonly [string, string] = ['(', ')']): Expression[] {
    this.need(open)
    const members = [this.or(depth + 1)]
    while (this.take(',')) members.push(this.or(depth + 1))
    this.need(close)
    return members
  }

  private sum(depth: number): Expression {
    let left = this.product(depth)
    for (;;) {
      const isPlus = this.take('+')
      if (!isPlus && !this.take('-')) return left
      const operator = isPlus ? '+' : '-'
      left = { kind: 'arithmetic', operator, left, right: this.product(depth) }
    }
  }

  private product(depth: number): Expression {
    let left = this.atom(depth)
    for (;;) {
      const isTimes = this.take('*')
      if (!isTimes && !this.take('/')) return left
      left = { kind: 'arithmetic', operator: isTimes ? '*' : '/', left, right: this.atom(depth) }
    }
  }

  private atom(depth: number): Expression {
    if (depth > DEEPEST) throw new Unreadable()
    if (this.take('-')) return { kind: 'negate', of: this.atom(depth + 1) }
    if (this.take('(')) {
      const inner = this.or(depth + 1)
      this.need(')')
      return this.cast(inner)
    }
    const token = this.peek()
    this.at++
    switch (token.kind) {
      case 'number':
        return this.cast({ kind: 'literal', value: token.text, isNumber: true })
      case 'string':
        return this.cast({ kind: 'literal', value: token.text, isNumber: false })
      case 'quoted':
        return this.cast({ kind: 'column', name: token.text })
      case 'word':
        return this.word(token, depth)
      default:
        throw new Unreadable()
    }
  }

  private word({ upper, text }: SqlToken, depth: number): Expression {
    if (upper === 'TRUE' || upper === 'FALSE')
      return { kind: 'literal', value: upper === 'TRUE', isNumber: false }
    if (upper === 'NULL') return { kind: 'literal', value: null, isNumber: false }
    if (upper === 'INTERVAL' && !this.is('(')) return this.interval()
    const now = nowNamed(upper, this.is('('))
    if (now && !this.is('.')) {
      if (this.take('(')) {
        if (this.peek().kind === 'number') this.at++
        this.need(')')
      }
      return this.cast(now)
    }
    if (this.is('(')) return this.cast(this.call(upper, depth))
    if (this.peek().kind === 'string' && (upper === 'DATE' || upper === 'TIMESTAMP')) {
      const { text: value } = this.peek()
      this.at++
      return { kind: 'literal', value, isNumber: false }
    }
    if (this.is('.')) throw new Unreadable()
    return this.cast({ kind: 'column', name: text })
  }

  private call(name: string, depth: number): Expression {
    if (name === 'EXTRACT') return this.extract(depth)
    if (name === 'CAST') return this.castCall(depth)
    const args = this.list(depth)
    const moment = callOfMoment(name, args)
    if (moment) return moment
    if (!CALLS.has(name)) throw new Unreadable()
    return { kind: 'call', name, args }
  }

  /** EXTRACT (YEAR FROM x) */
  private extract(depth: number): Expression {
    this.need('(')
    const { upper } = this.peek()
    this.at++
    this.need('FROM')
    const of = this.or(depth + 1)
    this.need(')')
    const found = callOfMoment(upper, [of])
    if (!found) throw new Unreadable()
    return found
  }

  /** CAST (x AS type): as the cast behind `::`. */
  private castCall(depth: number): Expression {
    this.need('(')
    const of = this.or(depth + 1)
    this.need('AS')
    const found = this.ofType(of)
    this.need(')')
    return found
  }

  /** INTERVAL '16 years', INTERVAL '16' YEAR, INTERVAL 16 YEAR */
  private interval(): Expression {
    const isNegative = this.take('-')
    const { kind, text } = this.peek()
    if (kind !== 'string' && kind !== 'number') throw new Unreadable()
    this.at++
    const unit = this.peek().kind === 'word' ? intervalOf(Number(text), this.peek().upper) : undefined
    if (unit) this.at++
    const found = unit ?? (kind === 'string' ? intervalFrom(text) : undefined)
    if (!found) throw new Unreadable()
    return isNegative ? { kind: 'negate', of: found } : found
  }

  private get isCast(): boolean {
    return this.is(':') || this.is('::')
  }

  /** A cast to a type of the same values changes nothing; others are not ours to say. */
  private cast(of: Expression): Expression {
    if (!this.isCast) return of
    while (this.take('::') || this.take(':')) continue
    return this.ofType(of)
  }

  private ofType(of: Expression): Expression {
    const { upper } = this.peek()
    this.at++
    if (upper === 'INTERVAL' && of.kind === 'literal') {
      const found = intervalFrom(String(of.value))
      if (found) return found
    }
    if (!SAME_VALUES.has(upper)) throw new Unreadable()
    if (upper === 'CHARACTER') this.take('VARYING')
    if (this.is('(')) this.list(0)
    return of.kind === 'now' && upper === 'DATE' ? { ...of, hasTime: false } : of
  }
}

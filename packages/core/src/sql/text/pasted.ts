import { scriptFinding, type Finding, type Span } from '../../findings'
import type { SqlToken } from './tokens'

/**
 * What comes along when a script is copied from a console, a page or a list, and is no SQL: prompts, answers
 * of the server, fences around code, numbers before statements. Each stands at the start of a line.
 */
const MARKS = [
  /(?:[a-z_]\w*[=\-('"*][#>]|(?:mysql|sqlite|SQL|MariaDB \[[^\]\n]*\])>|->|\.\.\.>)(?=[ \t])/,
  /\d{1,3}>(?=[ \t]|\r?$)/,
  /\d{1,3}(?=[ \t]{2,}\S)/,
  /```\w*(?=[ \t]*(?:\r?\n|$))/,
  /(?:\d{1,3}[.)]|[*•>])(?=[ \t]+(?:CREATE|ALTER|INSERT|DROP)\s)/,
  /(?:Query OK, \d+ rows? affected(?: \(\d+\.\d+ sec\))?|INSERT 0 \d+|\(\d+ rows?(?: affected)?\)|Commands? completed successfully\.|(?:Table|Index) (?:created|altered|dropped)\.|\d+ rows? (?:created|updated|deleted)\.)(?=[ \t]*(?:\r?\n|$))/,
  /(?:CREATE|ALTER|DROP) TABLE(?=[ \t]*(?:\r?\n\s*(?:\w+[=-]?[#>] |(?:CREATE|ALTER|INSERT|DROP)\b)|$))/,
]
const PASTED = new RegExp(String.raw`^[ \t]*(?:${MARKS.map(({ source }) => source).join('|')})`, 'gim')

/** A console's first prompt for statements that go on over numbered lines. */
const FIRST_NUMBERED = /1>[ \t]+(?:CREATE|ALTER|INSERT|DROP|USE)\s/iy

/**
 * Places of a script that look as if they came along with it; arrows, which are operators as well, and numbers
 * of lines only where a console speaks before them. Linear in the text.
 */
export function pastedMarks(script: string): Span[] {
  let isConsole = false
  return [...script.matchAll(PASTED)].flatMap(({ 0: text, index }) => {
    const mark = text.trimStart()
    const start = index + text.length - mark.length
    const isOnlyInConsole = mark === '->' || mark === '...>' || /^\d+>?$/.test(mark)
    FIRST_NUMBERED.lastIndex = start
    isConsole ||= /^[a-z].*>$/i.test(mark) || FIRST_NUMBERED.test(script)
    return isOnlyInConsole && !isConsole ? [] : [{ start, end: index + text.length }]
  })
}

/** The script with blanks at the places: all else stays where it is. */
export function blanked(script: string, places: readonly Span[]): string {
  let text = ''
  let from = 0
  for (const { start, end } of places) {
    text += script.slice(from, start) + ' '.repeat(end - start)
    from = end
  }
  return text + script.slice(from)
}

/**
 * The places that lie between tokens, with nothing but blanks around them: not those within a text or a
 * comment. Both lists are in the order of the script.
 */
export function outsideTexts(places: readonly Span[], tokens: readonly SqlToken[], text: string): Span[] {
  let at = 0
  /** Which gap was looked at last, and whether it is blank: many places may lie in one. */
  let gap = -1
  let isBlank = false
  return places.filter(({ start, end }) => {
    while (at < tokens.length && tokens[at]!.end <= start) at++
    const next = tokens[at]!
    if (gap !== at) {
      gap = at
      isBlank = text.slice(tokens[at - 1]?.end ?? 0, next.start).trim() === ''
    }
    return next.start >= end && isBlank
  })
}

export function pastedFinding(script: string, span: Span): Finding {
  return scriptFinding(
    'syntax.pasted',
    span,
    { written: script.slice(span.start, span.end) },
    { span, text: '', label: 'Take it out' },
  )
}

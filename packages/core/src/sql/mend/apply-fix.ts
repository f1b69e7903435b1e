import type { Finding, TextEdit } from '../../findings'
import { reviewScript, type ReviewOptions } from '../check'

/** The text after the edit. */
export function applyFix(text: string, { span, text: replacement }: TextEdit): string {
  return text.slice(0, span.start) + replacement + text.slice(span.end)
}

/**
 * The text after several edits that do not overlap; of two that do, the one that begins first is taken, then
 * the longer.
 */
export function applyFixes(text: string, edits: readonly TextEdit[]): string {
  const sorted = [...edits].sort((a, b) => a.span.start - b.span.start || b.span.end - a.span.end)
  let result = ''
  let last = 0
  for (const { span, text: replacement } of sorted) {
    if (span.start < last) continue
    result += text.slice(last, span.start) + replacement
    last = span.end
  }
  return result + text.slice(last)
}

export interface Fixed {
  readonly text: string
  /** How many edits were made. */
  readonly count: number
}

/** Reads again at most so often: what a fix brings to light is mended as well. */
const MOST_ROUNDS = 12

/**
 * The script with every fix of the findings that `takes` accepts, read again after each round until there is
 * none left. Edits that overlap wait for the next round.
 * @defaultValue takes: findings about how the script is written, and reserved words
 */
export function fixAll(
  script: string,
  options: ReviewOptions = {},
  takes: (finding: Finding) => boolean = isOfForm,
): Fixed {
  let text = script
  let count = 0
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const edits = reviewScript(text, options)
      .findings.filter(finding => finding.fix && takes(finding))
      .map(({ fix }) => fix!)
    if (edits.length === 0) break
    const next = applyFixes(text, edits)
    if (next === text) break
    count += edits.length
    text = next
  }
  return { text, count }
}

/** Whether a finding is about how the script is written, not about what it says. */
export function isOfForm({ code }: Finding): boolean {
  return code.startsWith('syntax.') || code === 'names.reserved'
}

import type { TextEdit } from '../findings'

/** The text after the edit. */
export function applyFix(text: string, { span, text: replacement }: TextEdit): string {
  return text.slice(0, span.start) + replacement + text.slice(span.end)
}

/** A text for XML 1.0: its own signs written out, those that it has no place for left out. */
export function xmlText(words: string): string {
  return (
    words
      // eslint-disable-next-line no-control-regex -- these are the signs it has no place for
      .replace(/[\u0000-\u0008\v\f\u000E-\u001F\uFFFE\uFFFF]/g, '')
      .replaceAll('&', '&amp;')
      .replaceAll('<', '&lt;')
      .replaceAll('>', '&gt;')
      .replaceAll('"', '&quot;')
  )
}

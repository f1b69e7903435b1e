/**
 * At most `most` signs of a text, the last of them "…" where it is cut. Never cuts a sign of two code units
 * in half.
 */
export function shorten(text: string, most: number): string {
  if (text.length <= most) return text
  const signs = Array.from(text.slice(0, 2 * most + 2))
  return signs.length <= most ? text : `${signs.slice(0, most - 1).join('')}…`
}

/** Several of what a name says, by the plain rules of English. */
export function plural(name: string): string {
  if (/[^aeiou]y$/i.test(name)) return `${name.slice(0, -1)}ies`
  return /(?:s|x|ch|sh)$/i.test(name) ? `${name}es` : `${name}s`
}

export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** Several of what a name says, by the plain rules of English. */
export function plural(name: string): string {
  if (/[^aeiou]y$/i.test(name)) return `${name.slice(0, -1)}ies`
  return /(?:s|x|ch|sh)$/i.test(name) ? `${name}es` : `${name}s`
}

export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** One of what a name says, where it ends like a plural; words that only look so are left. */
export function singular(name: string): string {
  if (/(?:ss|us|is|news|series|species)$/i.test(name)) return name
  if (/[^aeiou]ies$/i.test(name) && name.length > 4) return `${name.slice(0, -3)}y`
  if (/(?:ss|x|ch|sh|us|zz)es$/i.test(name)) return name.slice(0, -2)
  return /[a-z]{2}s$/i.test(name) ? name.slice(0, -1) : name
}

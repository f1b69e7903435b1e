export type SeveralFacts = 'full name' | 'address' | 'code with words'

const ADDRESS_WORDS =
  /\b(?:street|road|lane|avenue|square|quay|gate|way|row|hill|house|box)\b|\b[A-Z]{1,2}\d{1,2}[A-Z]?\s?\d[A-Z]{2}\b/i

/**
 * A column whose cells hold a whole name, a whole address, or a code and what it stands for: several facts in
 * one cell, which nobody can ask for apart. Judged by the column's name and by what most values look like; a
 * doubtful one is not named.
 */
export function severalFactsIn(name: string, values: readonly string[]): SeveralFacts | null {
  if (values.length < 3) return null
  const most = (test: (value: string) => boolean): boolean =>
    values.filter(test).length >= values.length * 0.8
  const isAddress = (value: string): boolean =>
    /\d/.test(value) && (/,/.test(value) || ADDRESS_WORDS.test(value)) && /\p{L}{3}/u.test(value)
  if (
    /addr|where/i.test(name)
      ? most(value => /\d|,/.test(value) && /\p{L}{3}/u.test(value))
      : most(value => isAddress(value) && /,/.test(value) && value.length > 14)
  )
    return 'address'
  if (
    most(value => /^\p{Lu}{0,4}-?\d{2,} \p{L}{2}/u.test(value)) &&
    !values.some(value => /\d{2}/.test(value.slice(value.indexOf(' '))))
  )
    return 'code with words'
  const isFullName = (value: string): boolean =>
    /^\p{Lu}[\p{L}.'’-]*(?: \p{L}[\p{L}.'’-]*){1,3}$/u.test(value) ||
    /^\p{Lu}[\p{L}'’-]+, \p{Lu}[\p{L}.'’-]*$/u.test(value)
  return /^(?:full_?)?name$|(?:^|_)(?:person|keeper|collector|contact|author|customer|student|teacher|member|staff|who)(?:_|$)/i.test(
    name,
  ) && most(isFullName)
    ? 'full name'
    : null
}

/** The words of a name: trip_no, tripNo and trip no are trip and no. */
const partsOf = (name: string): string[] =>
  name
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\d]+/u)
    .filter(part => part !== '')

/**
 * The only candidate of whose words those of the name are some, or the beginnings of some: `trip` means
 * trip_no, `acc_no` accession_no, `no_trip` trip_no. Undefined where there are none or several.
 */
export function nearestByParts(written: string, candidates: readonly string[]): string | undefined {
  const wanted = partsOf(written)
  if (wanted.length === 0 || wanted.every(part => part.length < 2)) return undefined
  for (const fits of [isPart, isBeginning]) {
    const found = candidates.filter(name => fitsAll(wanted, partsOf(name), fits))
    if (found.length === 1) return found[0]
    if (found.length > 1) return undefined
  }
  return undefined
}

const isPart = (wanted: string, part: string): boolean =>
  wanted === part || wanted === `${part}s` || `${wanted}s` === part
const isBeginning = (wanted: string, part: string): boolean =>
  isPart(wanted, part) ||
  (wanted.length >= 2 && part.startsWith(wanted)) ||
  (part.length >= 3 && wanted.startsWith(part))

/** Each word is another one of the candidate's. */
function fitsAll(
  wanted: readonly string[],
  parts: readonly string[],
  fits: (wanted: string, part: string) => boolean,
): boolean {
  const left = [...parts]
  return wanted.every(word => {
    const at = left.findIndex(part => fits(word, part))
    if (at >= 0) left.splice(at, 1)
    return at >= 0
  })
}

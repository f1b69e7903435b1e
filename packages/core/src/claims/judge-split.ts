import {
  braces,
  dependencyInWords,
  closureExhibit,
  joinExhibits,
  type AttributeSet,
  type WrittenPart,
  type WrittenSet,
} from '../dependencies'
import { reaches } from './judge-form'
import type { ReadClaims } from './read'
import { at, because, later, notShown, say, undecided, type ClaimReason, type ClaimVerdict } from './verdicts'

export const titleOf = ({ title, names }: WrittenPart): string => title || braces(names)

export function losslessVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, parts, sets, values, task } = read
  if (parts.length === 0) return notShown('split')
  const { lossless, exhibits: all } = joinExhibits(relation, sets, parts.map(titleOf), values)
  // The steps of the tableau name the dependencies: where those are to be found, they wait.
  const exhibits = all.map(exhibit =>
    exhibit.kind === 'tableau' && !task.isGiven ? later(exhibit) : exhibit,
  )
  if (lossless === undefined) return { ...undecided('lossless'), exhibits }
  if (lossless) return say('upheld', [because('split-lossless', {})], { exhibits })
  const gone = universe.all.minus(sets.reduce((all, set) => all.union(set)))
  return say(
    'broken',
    [
      gone.isEmpty()
        ? because('split-spurious', {})
        : because('split-lacks', { attributes: universe.list(gone) }),
    ],
    { exhibits },
  )
}

export function preservingVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, parts, sets, task } = read
  if (parts.length === 0) return notShown('split')
  if (!relation.functional) return undecided('preserving')
  const lost = relation.lostBy(sets)
  if (lost.length === 0) return say('upheld', [because('split-preserving', {})])
  return say(
    'broken',
    lost.map(other => {
      const dependency = dependencyInWords(universe, other)
      return task.isGiven
        ? because('given-dependency-lost', { dependency })
        : because('dependency-lost', { dependency, count: lost.length })
    }),
    { exhibits: lost.slice(0, 1).map(({ from }) => later(closureExhibit(relation, from))) },
  )
}

export function partsInFormVerdict(read: ReadClaims, form: '2NF' | '3NF' | 'BCNF' | '4NF'): ClaimVerdict {
  const { universe, relation, parts, sets } = read
  if (parts.length === 0) return notShown('split')
  const below: ClaimReason[] = []
  for (const [i, part] of parts.entries()) {
    const found = relation.part(sets[i]!)
    if (found?.form === undefined) return undecided('partForm', titleOf(part))
    if (reaches(relation, found.form, form)) continue
    const { violation } = found
    const broken = violation
      ? { dependency: dependencyInWords(universe, violation), left: universe.list(violation.from) }
      : null
    below.push(
      because('part-below-form', { part: titleOf(part), form: found.form, broken }, at('split', part.place)),
    )
  }
  return below.length === 0
    ? say('upheld', [because('parts-in-form', { form, orHigher: form !== 'BCNF' && form !== '4NF' })])
    : say('broken', below)
}

/**
 * A part within another, or two with a key in common that could stand in one table without falling below the
 * form.
 */
export function tooManyVerdict(read: ReadClaims, form: '2NF' | '3NF' | 'BCNF' | '4NF'): ClaimVerdict {
  const { parts, sets } = read
  if (parts.length === 0) return notShown('split')
  const said: ClaimReason[] = []
  for (let i = 0; i < parts.length; i++) {
    for (let j = i + 1; j < parts.length; j++) {
      const [a, b] = [sets[i]!, sets[j]!]
      const place = at('split', parts[j]!.place)
      if (a.isSubsetOf(b) || b.isSubsetOf(a)) {
        const [inner, outer] = a.isSubsetOf(b) ? [parts[i]!, parts[j]!] : [parts[j]!, parts[i]!]
        said.push(because('part-in-part', { inner: titleOf(inner), outer: titleOf(outer) }, place))
      } else if (canBeOne(read, a, b, form))
        said.push(because('parts-are-one', { part: titleOf(parts[i]!), other: titleOf(parts[j]!) }, place))
    }
  }
  if (said.length > 0) return say('broken', said)
  const isOpen = sets.some(set => read.relation.part(set) === undefined)
  return isOpen ? undecided('union') : say('upheld', [because('no-part-too-many', {})])
}

function canBeOne(
  { relation }: ReadClaims,
  a: AttributeSet,
  b: AttributeSet,
  form: '2NF' | '3NF' | 'BCNF' | '4NF',
): boolean {
  const common = a.intersect(b)
  const isKeyOf = (set: AttributeSet): boolean => set.isSubsetOf(relation.closure(common))
  if (common.isEmpty() || !isKeyOf(a) || !isKeyOf(b)) return false
  const together = relation.part(a.union(b))?.form
  return together !== undefined && reaches(relation, together, form)
}

export function keysOfPartsVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, parts, sets } = read
  if (parts.every(({ keys }) => keys.length === 0)) return notShown('key of a part')
  const said: ClaimReason[] = []
  for (const [i, part] of parts.entries()) {
    const found = relation.part(sets[i]!)
    if (!found) return undecided('partKeys', titleOf(part))
    const place = at('split', part.place)
    if (part.keys.length === 0)
      said.push(because('part-without-key', { part: titleOf(part), keys: found.keys.length }, place))
    for (const key of part.keys) {
      const set = universe.set(key.names)
      if (!found.keys.some(other => other.equals(set)))
        said.push(noKeyOf(titleOf(part), { set: sets[i]!, keys: found.keys }, key, read))
    }
  }
  return said.length === 0 ? say('upheld', [because('parts-keyed', {})]) : say('broken', said)
}

/** Why a set that is named as a key of a part is none. */
function noKeyOf(
  part: string,
  of: { readonly set: AttributeSet; readonly keys: readonly AttributeSet[] },
  { names, place }: WrittenSet,
  { universe, relation }: ReadClaims,
): ClaimReason {
  const set = universe.set(names)
  const where = at('split', place)
  if (!set.isSubsetOf(of.set)) return because('part-key-elsewhere', { part, key: names }, where)
  if (of.keys.some(key => key.isSubsetOf(set)))
    return because('part-key-too-large', { part, key: names }, where)
  const missing = universe.list(of.set.minus(relation.closure(set)))
  return because('part-key-too-small', { part, key: names, missing }, where)
}

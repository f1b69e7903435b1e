import {
  braces,
  dependencyInWords,
  formInWords,
  closureExhibit,
  joinExhibits,
  type AttributeSet,
  type WrittenPart,
} from '../dependencies'
import { listInWords } from '../findings'
import { reaches } from './judge-form'
import type { ReadClaims } from './read'
import { at, later, notShown, say, undecided, type ClaimReason, type ClaimVerdict } from './verdicts'

export const titleOf = ({ title, names }: WrittenPart): string => title || braces(names)

export function losslessVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, parts, sets, values, task } = read
  if (parts.length === 0) return notShown('split')
  const { lossless, exhibits: all } = joinExhibits(relation, sets, parts.map(titleOf), values)
  // The steps of the tableau name the dependencies: where those are to be found, they wait.
  const exhibits = all.map(exhibit =>
    exhibit.kind === 'tableau' && !task.isGiven ? later(exhibit) : exhibit,
  )
  if (lossless === undefined) return { ...undecided('Whether the split is lossless'), exhibits }
  if (lossless) return say('upheld', ['Joining the parts gives back just the rows there were.'], { exhibits })
  const gone = universe.all.minus(sets.reduce((all, set) => all.union(set)))
  return say(
    'broken',
    [
      gone.isEmpty()
        ? 'Joining the parts can make up rows that were never there.'
        : `${listInWords(universe.list(gone))} stands in none of the parts.`,
    ],
    { exhibits },
  )
}

export function preservingVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, parts, sets, task } = read
  if (parts.length === 0) return notShown('split')
  if (!relation.functional) return undecided('Which dependencies follow')
  const lost = relation.lostBy(sets)
  if (lost.length === 0) return say('upheld', ['Each dependency can be checked within the parts.'])
  return say(
    'broken',
    lost.map((dependency, i) => ({
      sentence: `${dependencyInWords(universe, dependency)} is lost: no part, and no parts together, can check it without a join.`,
      ...(task.isGiven
        ? {}
        : {
            hint:
              i === 0
                ? `${lost.length === 1 ? 'One dependency is' : `${lost.length} dependencies are`} lost: no parts together can check it without a join.`
                : '',
          }),
      place: null,
    })),
    { exhibits: lost.slice(0, 1).map(({ from }) => later(closureExhibit(relation, from))) },
  )
}

export function partsInFormVerdict(read: ReadClaims, form: '2NF' | '3NF' | 'BCNF' | '4NF'): ClaimVerdict {
  const { universe, relation, parts, sets } = read
  if (parts.length === 0) return notShown('split')
  const below: ClaimReason[] = []
  for (const [i, part] of parts.entries()) {
    const found = relation.part(sets[i]!)
    if (found?.form === undefined) return undecided(`The form of ${titleOf(part)}`)
    if (reaches(relation, found.form, form)) continue
    below.push({
      sentence: `${titleOf(part)} is only in ${formInWords(found.form)}${found.violation ? `: ${dependencyInWords(universe, found.violation)} holds in it, and ${braces(universe.list(found.violation.from))} is no key of it` : ''}.`,
      hint: `${titleOf(part)} is below that form.`,
      place: at('split', part.place),
    })
  }
  return below.length === 0
    ? say('upheld', [
        `Each part is in ${formInWords(form)}${form === 'BCNF' || form === '4NF' ? '' : ' or higher'}.`,
      ])
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
        said.push({
          sentence: `${titleOf(inner)} holds nothing that ${titleOf(outer)} does not hold already.`,
          place,
        })
      } else if (canBeOne(read, a, b, form))
        said.push({
          sentence: `${titleOf(parts[i]!)} and ${titleOf(parts[j]!)} have the same key and could be one table.`,
          place,
        })
    }
  }
  if (said.length > 0) return say('broken', said)
  const isOpen = sets.some(set => read.relation.part(set) === undefined)
  return isOpen
    ? undecided('Whether two parts could be one')
    : say('upheld', ['No part could be left out, and no two could be one.'])
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
    if (!found) return undecided(`The keys of ${titleOf(part)}`)
    const place = at('split', part.place)
    if (part.keys.length === 0)
      said.push({
        sentence: `${titleOf(part)} has no key named: ${found.keys.length === 1 ? `it has one` : `it has ${found.keys.length}`}.`,
        place,
      })
    for (const key of part.keys) {
      const set = universe.set(key.names)
      if (!found.keys.some(other => other.equals(set)))
        said.push({
          sentence: set.isSubsetOf(sets[i]!)
            ? `${braces(key.names)} is no key of ${titleOf(part)}: ${found.keys.some(other => other.isSubsetOf(set)) ? 'it holds more than is needed' : `it does not fix ${listInWords(universe.list(sets[i]!.minus(relation.closure(set))))}`}.`
            : `${braces(key.names)} does not stand in ${titleOf(part)}.`,
          place: at('split', key.place),
        })
    }
  }
  return said.length === 0 ? say('upheld', ['Each part has a key of its own named.']) : say('broken', said)
}

import type { Dependency, FormViolation, Multivalued, RelationForm } from '../dependencies'
import { closureExhibit, repeatedExhibit } from './exhibits'
import type { ClaimVerdict, ReadClaims } from './judge'
import { at, later, notShown, say, twoRows, undecided } from './verdicts'
import { braces, dependencyInWords, list } from './words'

const FORMS: readonly RelationForm[] = ['UNF', '1NF', '2NF', '3NF', 'BCNF', '4NF']
export const rankOf = (form: RelationForm): number => FORMS.indexOf(form)

export function primeVerdict({ universe, relation, prime }: ReadClaims): ClaimVerdict {
  if (prime.length === 0) return notShown('prime attribute')
  const wanted = relation.prime
  if (!wanted) return undecided('Which attributes are prime')
  const claimed = universe.set(prime.flatMap(({ names }) => names))
  if (claimed.equals(wanted)) return say('upheld', [`${list(universe.list(wanted))}: just these stand in a key.`])
  const keyWith = (attribute: number): string => braces(universe.list(relation.keys.keys.find(key => key.has(attribute))!))
  return say('broken', [
    ...[...wanted.minus(claimed)].map((attribute, i) => ({ sentence: `${universe.names[attribute]} is missing: it stands in the key ${keyWith(attribute)}.`, hint: i === 0 ? 'An attribute that stands in a key is missing.' : '', place: null })),
    ...[...claimed.minus(wanted)].map(attribute => ({ sentence: `${universe.names[attribute]} stands in no key.`, place: at('prime', prime[0]!.place) })),
  ])
}

/** A form claimed too high is broken by a dependency; one claimed too low is too strict. */
export function formVerdict(read: ReadClaims): ClaimVerdict {
  const { relation, claims } = read
  if (claims.form === '') return notShown('normal form')
  const { form } = relation
  if (form === undefined) return undecided('The normal form')
  if (claims.form === form) return say('upheld', [`It is in ${formInWords(form)}${relation.violations[0] ? ', and no higher' : ''}.`], { exhibits: relation.violations.slice(0, 1).map(({ dependency }) => repeatedExhibit(relation, dependency, read.values)) })
  if (rankOf(claims.form) < rankOf(form)) return say('too strict', [{ sentence: `It is in ${formInWords(form)}, more than ${formInWords(claims.form)}: nothing breaks it up to there.`, hint: 'It is in a higher form than that.', place: null }])
  const violation = relation.violations.find(({ form: broken }) => rankOf(broken) <= rankOf(claims.form as RelationForm))
  const hint = 'Something keeps it from that form.'
  if (!violation) return say('broken', [{ sentence: form === 'UNF' ? `Not even first normal form: ${list(read.task.nonAtomic ?? [])} holds several values in one cell.` : `It is only in ${formInWords(form)}.`, hint, place: null }])
  return say('broken', [{ sentence: violationInWords(read, violation), hint, place: null }], { exhibits: [later(repeatedExhibit(relation, violation.dependency, read.values))] })
}

export function formInWords(form: RelationForm): string {
  return form === 'UNF' ? 'no normal form yet (several values in one cell)' : form === 'BCNF' ? 'Boyce-Codd normal form' : `${{ '1NF': 'first', '2NF': 'second', '3NF': 'third', '4NF': 'fourth' }[form]} normal form`
}

export function violationInWords({ universe }: Pick<ReadClaims, 'universe'>, { form, dependency, key }: FormViolation): string {
  const words = dependencyInWords(universe, dependency)
  const left = braces(universe.list(dependency.from))
  switch (form) {
    case '2NF': return `${words} breaks second normal form: ${left} is only a part of the key ${braces(key ? universe.list(key) : [])}, and the right side stands in no key.`
    case '3NF': return `${words} breaks third normal form: ${left} is no key, and the right side stands in none.`
    case 'BCNF': return `${words} breaks Boyce-Codd normal form: ${left} is no key. Third normal form lets it stand, since the right side is part of one.`
    case '4NF': return `${words} breaks fourth normal form: ${left} is no key, so each value on the right is combined with every other fact.`
  }
}

/** The lowest form that a dependency of the relation breaks; undefined where it breaks none. `prime` is asked only where it matters. */
function brokenForm({ universe, relation }: ReadClaims, dependency: Dependency | Multivalued): FormViolation['form'] | undefined {
  const { from } = dependency
  const to = dependency.to.minus(from)
  if (to.isEmpty() || universe.all.isSubsetOf(relation.closure(from))) return undefined
  if ('multi' in dependency) return to.union(from).equals(universe.all) ? undefined : '4NF'
  const nonPrime = to.minus(relation.prime ?? universe.all)
  if (nonPrime.isEmpty()) return 'BCNF'
  return relation.keys.keys.some(key => from.isSubsetOf(key) && !from.equals(key)) ? '2NF' : '3NF'
}

/** Whether the dependency named keeps the relation from the next form. */
export function reasonVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, reasons, task, values } = read
  const [own] = reasons
  if (!own) return notShown('dependency as the reason')
  const { form } = relation
  if (form === undefined || !relation.prime) return undecided('The normal form')
  const { dependency } = own
  const words = dependencyInWords(universe, dependency)
  const place = at('reason', own.place)
  if (!relation.implies(dependency)) {
    return say('broken', [{ sentence: `${words} does not hold, so it breaks nothing.`, place }], { witness: twoRows(relation, dependency, { name: task.name, values, outcome: 'refused', by: words }) })
  }
  const next = FORMS[rankOf(form) + 1]
  const broken = brokenForm(read, dependency)
  if (!broken) return say('broken', [{ sentence: dependency.to.isSubsetOf(dependency.from) ? `${words} is trivial: it breaks no form.` : `${braces(universe.list(dependency.from))} fixes every attribute: such a dependency breaks no form.`, place }], { exhibits: [later(closureExhibit(relation, dependency.from))] })
  if (broken === next) return say('upheld', [{ sentence: violationInWords(read, { form: broken, dependency, ...keyBeside(read, dependency) }), place }], { exhibits: [repeatedExhibit(relation, dependency, values)] })
  return say('broken', [{ sentence: `${words} breaks ${formInWords(broken)}, but something keeps the relation even from ${formInWords(next ?? form)}.`, hint: `${words} breaks ${formInWords(broken)}, but something keeps the relation from a lower form already.`, place }], { exhibits: relation.violations.slice(0, 1).map(violation => later(repeatedExhibit(relation, violation.dependency, values))) })
}

function keyBeside({ relation }: ReadClaims, { from }: Dependency): Pick<FormViolation, 'key'> {
  const key = relation.keys.keys.find(candidate => from.isSubsetOf(candidate) && !from.equals(candidate))
  return key ? { key } : {}
}

export function closureVerdict(read: ReadClaims, of: readonly string[]): ClaimVerdict {
  const { universe, relation, task, closures } = read
  const set = universe.set(of)
  const index = task.asks.closures.findIndex(asked => universe.set(asked).equals(set))
  const own = closures[index]
  if (!own) return notShown(`closure of ${braces(of)}`)
  const wanted = relation.closure(set)
  const claimed = universe.set(own.names).union(set)
  const exhibits = [closureExhibit(relation, set)]
  if (claimed.equals(wanted)) return say('upheld', [`Just these are fixed by ${braces(of)}.`], { exhibits })
  const place = at(`closure ${index}`, own.place)
  return say('broken', [
    ...wanted.minus(claimed).isEmpty() ? [] : [{ sentence: `${list(universe.list(wanted.minus(claimed)))} is missing: ${braces(of)} fixes it.`, hint: `Something that ${braces(of)} fixes is missing.`, place }],
    ...claimed.minus(wanted).isEmpty() ? [] : [{ sentence: `${list(universe.list(claimed.minus(wanted)))} is not fixed by ${braces(of)}.`, place }],
  ], { exhibits: exhibits.map(later) })
}

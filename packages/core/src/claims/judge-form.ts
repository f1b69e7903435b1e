import {
  NORMAL_FORMS,
  dependencyInWords,
  violationNames,
  closureExhibit,
  repeatedExhibit,
  type Dependency,
  type FormViolation,
  type Multivalued,
  type Relation,
  type RelationForm,
} from '../dependencies'
import { phrase } from '../words'
import type { ReadClaims } from './read'
import { at, because, later, notShown, say, twoRows, undecided, type ClaimVerdict } from './verdicts'

const FORMS: readonly RelationForm[] = [...NORMAL_FORMS, '4NF']
const rankOf = (form: RelationForm): number => FORMS.indexOf(form)

/**
 * Without multivalued dependencies fourth form is not told apart from Boyce-Codd's: what is in the one is in
 * the other.
 */
function toldApart({ hasMultivalued }: Relation, form: RelationForm): RelationForm {
  return form === '4NF' && !hasMultivalued ? 'BCNF' : form
}

/** Whether a relation, or a part of it, that is in one form is in another as well. */
export function reaches(relation: Relation, found: RelationForm, wanted: RelationForm): boolean {
  return rankOf(found) >= rankOf(toldApart(relation, wanted))
}

export function primeVerdict({ universe, relation, prime }: ReadClaims): ClaimVerdict {
  if (prime.length === 0) return notShown('prime')
  const wanted = relation.prime
  if (!wanted) return undecided('prime')
  const claimed = universe.set(prime.flatMap(({ names }) => names))
  if (claimed.equals(wanted)) return say('upheld', [because('prime-right', { prime: universe.list(wanted) })])
  const keyWith = (attribute: number): string[] =>
    universe.list(relation.keys.keys.find(key => key.has(attribute))!)
  return say('broken', [
    ...[...wanted.minus(claimed)].map(attribute =>
      because('prime-missing', { attribute: universe.names[attribute]!, key: keyWith(attribute) }),
    ),
    ...[...claimed.minus(wanted)].map(attribute =>
      because('prime-too-many', { attribute: universe.names[attribute]! }, at('prime', prime[0]!.place)),
    ),
  ])
}

/** A form claimed too high is broken by a dependency; one claimed too low is too strict. */
export function formVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, claims } = read
  if (claims.form === '') return notShown('form')
  const { form } = relation
  if (form === undefined) return undecided('form')
  const claimed = toldApart(relation, claims.form)
  if (claimed === form)
    return say('upheld', [because('form-right', { form, isHighest: relation.violations.length === 0 })], {
      exhibits: relation.violations
        .slice(0, 1)
        .map(({ dependency }) => repeatedExhibit(relation, dependency, read.values)),
    })
  if (rankOf(claimed) < rankOf(form)) return say('too strict', [because('form-too-low', { form, claimed })])
  const violation = relation.violations.find(({ form: broken }) => rankOf(broken) <= rankOf(claimed))
  if (!violation)
    return say('broken', [
      form === 'UNF'
        ? because('form-not-first', { attributes: read.task.nonAtomic ?? [] })
        : because('form-only', { form }),
    ])
  return say('broken', [because('form-broken', violationNames(universe, violation))], {
    exhibits: [later(repeatedExhibit(relation, violation.dependency, read.values))],
  })
}

/**
 * The lowest form that a dependency of the relation breaks; undefined where it breaks none. `prime` is asked
 * only where it matters.
 */
function brokenForm(
  { universe, relation }: ReadClaims,
  dependency: Dependency | Multivalued,
): FormViolation['form'] | undefined {
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
  if (!own) return notShown('reason')
  const { form } = relation
  if (form === undefined || !relation.prime) return undecided('form')
  const { dependency } = own
  const words = dependencyInWords(universe, dependency)
  const place = at('reason', own.place)
  if (!relation.implies(dependency)) {
    return say('broken', [because('reason-does-not-hold', { dependency: words }, place)], {
      witness: twoRows(relation, dependency, {
        name: task.name,
        values,
        outcome: 'refused',
        by: phrase('dependency', { dependency: words }),
      }),
    })
  }
  const next = FORMS[rankOf(form) + 1]
  const broken = brokenForm(read, dependency)
  if (!broken)
    return say(
      'broken',
      [
        dependency.to.isSubsetOf(dependency.from)
          ? because('reason-trivial', { dependency: words }, place)
          : because('reason-fixes-all', { left: universe.list(dependency.from) }, place),
      ],
      { exhibits: [later(closureExhibit(relation, dependency.from))] },
    )
  if (broken === next)
    return say(
      'upheld',
      [
        because(
          'reason-right',
          violationNames(universe, { form: broken, dependency, ...keyBeside(read, dependency) }),
          place,
        ),
      ],
      { exhibits: [repeatedExhibit(relation, dependency, values)] },
    )
  return say(
    'broken',
    [because('reason-of-other-form', { dependency: words, breaks: broken, lower: next ?? form }, place)],
    {
      exhibits: relation.violations
        .slice(0, 1)
        .map(violation => later(repeatedExhibit(relation, violation.dependency, values))),
    },
  )
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
  if (!own) return say('not shown', [because('no-closure-claimed', { of })])
  const wanted = relation.closure(set)
  const claimed = universe.set(own.names).union(set)
  const exhibits = [closureExhibit(relation, set)]
  if (claimed.equals(wanted)) return say('upheld', [because('closure-right', { of })], { exhibits })
  const place = at(`closure ${index}`, own.place)
  return say(
    'broken',
    [
      ...(wanted.minus(claimed).isEmpty()
        ? []
        : [because('closure-missing', { of, missing: universe.list(wanted.minus(claimed)) }, place)]),
      ...(claimed.minus(wanted).isEmpty()
        ? []
        : [because('closure-too-many', { of, surplus: universe.list(claimed.minus(wanted)) }, place)]),
    ],
    { exhibits: exhibits.map(later) },
  )
}

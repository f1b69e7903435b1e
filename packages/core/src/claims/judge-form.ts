import {
  NORMAL_FORMS,
  braces,
  dependencyInWords,
  formInWords,
  violationInWords,
  closureExhibit,
  repeatedExhibit,
  type Dependency,
  type FormViolation,
  type Multivalued,
  type Relation,
  type RelationForm,
} from '../dependencies'
import { listInWords } from '../findings'
import type { ReadClaims } from './read'
import { at, later, notShown, say, twoRows, undecided, type ClaimVerdict } from './verdicts'

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
  if (prime.length === 0) return notShown('prime attribute')
  const wanted = relation.prime
  if (!wanted) return undecided('Which attributes are prime')
  const claimed = universe.set(prime.flatMap(({ names }) => names))
  if (claimed.equals(wanted))
    return say('upheld', [`${listInWords(universe.list(wanted))}: just these stand in a key.`])
  const keyWith = (attribute: number): string =>
    braces(universe.list(relation.keys.keys.find(key => key.has(attribute))!))
  return say('broken', [
    ...[...wanted.minus(claimed)].map((attribute, i) => ({
      sentence: `${universe.names[attribute]} is missing: it stands in the key ${keyWith(attribute)}.`,
      hint: i === 0 ? 'An attribute that stands in a key is missing.' : '',
      place: null,
    })),
    ...[...claimed.minus(wanted)].map(attribute => ({
      sentence: `${universe.names[attribute]} stands in no key.`,
      place: at('prime', prime[0]!.place),
    })),
  ])
}

/** A form claimed too high is broken by a dependency; one claimed too low is too strict. */
export function formVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, claims } = read
  if (claims.form === '') return notShown('normal form')
  const { form } = relation
  if (form === undefined) return undecided('The normal form')
  const claimed = toldApart(relation, claims.form)
  if (claimed === form)
    return say(
      'upheld',
      [`It is in ${formInWords(form)}${relation.violations[0] ? ', and no higher' : ''}.`],
      {
        exhibits: relation.violations
          .slice(0, 1)
          .map(({ dependency }) => repeatedExhibit(relation, dependency, read.values)),
      },
    )
  if (rankOf(claimed) < rankOf(form))
    return say('too strict', [
      {
        sentence: `It is in ${formInWords(form)}, more than ${formInWords(claimed)}: nothing breaks it up to there.`,
        hint: 'It is in a higher form than that.',
        place: null,
      },
    ])
  const violation = relation.violations.find(({ form: broken }) => rankOf(broken) <= rankOf(claimed))
  const hint = 'Something keeps it from that form.'
  if (!violation)
    return say('broken', [
      {
        sentence:
          form === 'UNF'
            ? `Not even first normal form: ${listInWords(read.task.nonAtomic ?? [])} holds several values in one cell.`
            : `It is only in ${formInWords(form)}.`,
        hint,
        place: null,
      },
    ])
  return say('broken', [{ sentence: violationInWords(universe, violation), hint, place: null }], {
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
  if (!own) return notShown('dependency as the reason')
  const { form } = relation
  if (form === undefined || !relation.prime) return undecided('The normal form')
  const { dependency } = own
  const words = dependencyInWords(universe, dependency)
  const place = at('reason', own.place)
  if (!relation.implies(dependency)) {
    return say('broken', [{ sentence: `${words} does not hold, so it breaks nothing.`, place }], {
      witness: twoRows(relation, dependency, { name: task.name, values, outcome: 'refused', by: words }),
    })
  }
  const next = FORMS[rankOf(form) + 1]
  const broken = brokenForm(read, dependency)
  if (!broken)
    return say(
      'broken',
      [
        {
          sentence: dependency.to.isSubsetOf(dependency.from)
            ? `${words} is trivial: it breaks no form.`
            : `${braces(universe.list(dependency.from))} fixes every attribute: such a dependency breaks no form.`,
          place,
        },
      ],
      { exhibits: [later(closureExhibit(relation, dependency.from))] },
    )
  if (broken === next)
    return say(
      'upheld',
      [
        {
          sentence: violationInWords(universe, { form: broken, dependency, ...keyBeside(read, dependency) }),
          place,
        },
      ],
      { exhibits: [repeatedExhibit(relation, dependency, values)] },
    )
  return say(
    'broken',
    [
      {
        sentence: `${words} breaks ${formInWords(broken)}, but something keeps the relation even from ${formInWords(next ?? form)}.`,
        hint: `${words} breaks ${formInWords(broken)}, but something keeps the relation from a lower form already.`,
        place,
      },
    ],
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
  if (!own) return notShown(`closure of ${braces(of)}`)
  const wanted = relation.closure(set)
  const claimed = universe.set(own.names).union(set)
  const exhibits = [closureExhibit(relation, set)]
  if (claimed.equals(wanted)) return say('upheld', [`Just these are fixed by ${braces(of)}.`], { exhibits })
  const place = at(`closure ${index}`, own.place)
  return say(
    'broken',
    [
      ...(wanted.minus(claimed).isEmpty()
        ? []
        : [
            {
              sentence: `${listInWords(universe.list(wanted.minus(claimed)))} is missing: ${braces(of)} fixes it.`,
              hint: `Something that ${braces(of)} fixes is missing.`,
              place,
            },
          ]),
      ...(claimed.minus(wanted).isEmpty()
        ? []
        : [
            {
              sentence: `${listInWords(universe.list(claimed.minus(wanted)))} is not fixed by ${braces(of)}.`,
              place,
            },
          ]),
    ],
    { exhibits: exhibits.map(later) },
  )
}

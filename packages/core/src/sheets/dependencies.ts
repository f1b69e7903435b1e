import {
  DependencyClaims,
  NO_CLAIMS,
  isEmptyClaims,
  judgeClaim,
  judgedFindings,
  ownFindings,
  readClaims,
} from '../claims'
import type { Finding } from '../findings'
import type { MarkableExercise } from '../exercise'
import { leadingPart, partsAsked, type Rule } from '../rules'
import type { MarkedCell } from './marked-cell'
import { fromJson, type OwnSheetModule } from './module'

/** What is claimed of a relation: it is judged by its own dependencies, not as tables. */
export const dependencies: OwnSheetModule<DependencyClaims> = {
  name: 'dependencies',
  field: 'claims',
  shape: DependencyClaims,
  empty: NO_CLAIMS,
  parse: fromJson(DependencyClaims, NO_CLAIMS),
  readable: claimsToText,
  hasOwn: content => !isEmptyClaims(content),
  form: ({ document: { relation } }, { claims = NO_CLAIMS }) =>
    relation ? readClaims(relation, claims).findings : [],
  mark: ({ document }, { claims = NO_CLAIMS }) => markClaims(document, claims),
}

/** The claims under the names of their fields. */
function claimsToText({
  dependencies,
  keys,
  prime,
  form,
  reason,
  split,
  closures,
  assumptions,
}: DependencyClaims): string {
  const parts: readonly (readonly [string, string])[] = [
    ['Dependencies', dependencies],
    ['Closures', closures.join('\n')],
    ['Keys', keys],
    ['Prime', prime],
    ['Form', [form, reason].filter(text => text !== '').join(', because of ')],
    ['Split', split],
    ['Taken for granted', assumptions],
  ]
  return parts
    .filter(([, text]) => text.trim() !== '')
    .map(([name, text]) => `${name}\n${text.trim()}`)
    .join('\n\n')
}

type ClaimRule = Extract<Rule, { kind: 'claim' }>

/** The cells of the Dependencies sheet, and what is said at its places. */
function markClaims(
  document: MarkableExercise,
  claims: DependencyClaims,
): { cells: MarkedCell[]; findings: Finding[] } {
  const { relation, rules, samples } = document
  if (!relation) return { cells: [], findings: [] }
  const read = readClaims(relation, claims, samples)
  const cells = rules
    .filter(({ off }) => !off)
    .flatMap((entry): MarkedCell[] => {
      const parts = partsAsked(entry, 'dependencies').filter(
        (rule): rule is ClaimRule => rule.kind === 'claim',
      )
      if (parts.length === 0) return []
      const verdicts = parts.map(({ about }) => judgeClaim(read, about))
      const { verdict, witness, exhibits, doubt } = leadingPart(verdicts)
      return [
        {
          rule: entry.id,
          sheet: 'dependencies',
          verdict,
          follows: null,
          because: verdicts.flatMap(({ because }) => because),
          witness,
          exhibits,
          tables: [relation.name],
          confidence: 'sure',
          ...(doubt ? { doubt } : {}),
        },
      ]
    })
  return { cells, findings: [...read.findings, ...ownFindings(read), ...judgedFindings(read)] }
}

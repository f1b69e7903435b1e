import { sameName, type LineNames, type Reference, type Table } from '../schema'
import { stepOf, type AlignmentDraft } from './draft'
import { nameLikeness, nameWords } from './names'
import type { WorldEntity, WorldRole } from './world'
import { LINE } from './weights'

interface Candidate {
  readonly entity: WorldEntity
  readonly role: WorldRole
  readonly table: Table
  readonly reference: Reference
  readonly isForward: boolean
  readonly score: number
}

/**
 * Where several lines join the same two cards, or one joins a card to itself, the names of the ends and the verbs, in
 * the same direction, say which is which before any likeness of shape: also that the reference stands on the other
 * side than in the model.
 */
export function pairNamedLines(draft: AlignmentDraft): void {
  const candidates = draft.world.entities
    .flatMap(entity => draft.openRoles(entity).flatMap(role => candidatesFor(draft, entity, role)))
    .sort((a, b) => b.score - a.score)
  for (const candidate of candidates) {
    const { entity, role, table, reference, isForward, score } = candidate
    if (draft.hasRole(entity.name, role.name) || draft.usedReferences.has(reference)) continue
    if (candidates.some(other => isRival(candidate, other) && score - other.score < LINE.margin)) continue
    draft.usedReferences.add(reference)
    draft.use(table, ...reference.columns)
    const step = stepOf(table, reference)
    draft.addRole(entity, role, isForward ? { kind: 'forward', step } : { kind: 'backward', step }, {
      score,
      confidence: 'sure',
      reasons: ['same-name'],
    })
  }
}

/** The same role at another line, or at the same the other way round; or another role at the same. */
function isRival(a: Candidate, b: Candidate): boolean {
  if (a === b) return false
  const isRole = a.entity === b.entity && a.role === b.role
  return isRole || a.reference === b.reference
}

function candidatesFor(draft: AlignmentDraft, entity: WorldEntity, role: WorldRole): Candidate[] {
  const { line } = role
  const [own, target] = [draft.tableOf(entity.name), draft.tableOf(role.target)]
  if (!line || !own || !target || !isOneOfSeveral(draft, entity, role)) return []
  const at = (table: Table, to: Table, isForward: boolean): Candidate[] =>
    table.references
      .filter(reference => reference.line && sameName(reference.table, to.name))
      .map(reference => ({
        entity,
        role,
        table,
        reference,
        isForward,
        score: likeness(line, isForward ? reference.line! : turned(reference.line!)),
      }))
      .filter(({ score }) => score >= LINE.least)
  return [...at(own, target, true), ...at(target, own, false)]
}

/** Whether the world has more than one line between the two, or one from an entity to itself. */
function isOneOfSeveral(draft: AlignmentDraft, { name }: WorldEntity, { target }: WorldRole): boolean {
  if (name === target) return true
  const between = (a: string, b: string): number =>
    draft.world.entities.find(entity => entity.name === a)?.roles.filter(role => role.target === b).length ??
    0
  return between(name, target) + between(target, name) > 1
}

const turned = ({ own, target, verb, back }: LineNames): LineNames => ({
  own: target,
  target: own,
  verb: back,
  back: verb,
})

/** The mean likeness of the names that both say; 0 where they say none in common. */
function likeness(a: LineNames, b: LineNames): number {
  const both = (['own', 'target', 'verb', 'back'] as const).filter(
    name => a[name].trim() !== '' && b[name].trim() !== '',
  )
  if (both.length === 0) return 0
  return (
    both.reduce((sum, name) => sum + nameLikeness(nameWords(a[name]), nameWords(b[name])), 0) / both.length
  )
}

import type { World } from '../alignment'
import { proposeClaimRules } from '../claims'
import { profile, repeatingFacts, stemOf, type FlatTable } from '../rows'
import { nameInWords, proposeRules, shareEvenly, type RuleEntry } from '../rules'
import { prepareExercise, type MarkableExercise } from './prepare'

/**
 * The rule sheet that follows from what an exercise has: sentences about its relation where the Dependencies sheet is asked, then those about the tables of its
 * model answer, and where the given rows hold several values in one cell, that the answer does not. Numbered through; points sum to 20 for each half.
 */
export function proposeSheet(document: MarkableExercise & { readonly rows?: FlatTable | undefined }): RuleEntry[] {
  const { sheets = ['script'], relation, rows } = document
  const claims = sheets.includes('dependencies') && relation && relation.attributes.length > 0 && relation.dependencies.trim() !== '' ? proposeClaimRules(relation) : []
  if (!sheets.some(sheet => sheet !== 'dependencies')) return claims
  const { world, model } = prepareExercise(document)
  const tables = [...proposeRules(world, model.schema), ...rows ? atomicRules(world, rows) : []]
  const points = shareEvenly(claims.length > 0 ? 20 : 40, tables.length)
  return [...claims, ...tables.map((entry, i) => ({ ...entry, points: points[i]! }))].map((entry, i) => ({ ...entry, id: `r${i + 1}` }))
}

/** One sentence for each fact that the rows repeat in a cell or in numbered columns, where the model answer has it as an attribute. */
function atomicRules({ entities }: World, rows: FlatTable): RuleEntry[] {
  return repeatingFacts(rows.columns, profile(rows)).flatMap(({ columns, separator }) => {
    const name = (separator === null ? stemOf(columns, rows.columns) : columns[0]!).toLowerCase()
    const entity = entities.find(({ attributes }) => attributes.some(attribute => attribute.name === name))
    return entity
      ? [{ id: 'r1', group: 'One value to a row', sentence: `One ${nameInWords(name)} stands in each row, not several.`, points: 0, readMe: true, rule: { kind: 'atomic' as const, entity: entity.name, attribute: name } }]
      : []
  })
}

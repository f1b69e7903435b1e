import { worldFromSchema, type EntityPlacement, type WorldEntity } from '../alignment'
import type { Finding } from '../findings'
import { soundPart } from '../schema'
import { factFindings, keyFindings, lineFindings } from './changed'
import { missingTable, moreFacts, moreLines, moreTables } from './missing'
import type { ChainSheet } from './sheet'
import { Way, endsOf } from './way'

/**
 * What the later of two sheets does not have of the earlier one, has besides, or has otherwise. They are
 * paired as an answer is with the model, so other names and other layouts of the same are nothing to tell.
 */
export function betweenTables(earlier: ChainSheet, later: ChainSheet): Finding[] {
  const isDrawn = ({ schema }: ChainSheet): boolean => schema.tables.some(({ given }) => !given)
  if (!isDrawn(earlier) || !isDrawn(later)) return []
  const before = soundPart(earlier.schema)
  const way = new Way(earlier, later, before, worldFromSchema(before))
  return [
    ...way.entities.flatMap(entity => {
      const placement = way.placement(entity.name)
      return placement && !isFolded(way, entity, placement)
        ? [
            ...factFindings(way, entity, placement),
            ...keyFindings(way, entity, placement),
            ...lineFindings(way, entity),
          ]
        : missingTable(way, entity)
    }),
    ...moreTables(way),
    ...moreFacts(way),
    ...moreLines(way),
  ]
}

/** Pairs that have no table of their own any more. */
function isFolded(way: Way, { name }: WorldEntity, { inside }: EntityPlacement): boolean {
  return inside !== null && endsOf(way.was(name)) !== undefined
}

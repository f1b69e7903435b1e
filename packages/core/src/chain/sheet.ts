import {
  CATALOGUE,
  type Finding,
  type FindingCode,
  type Params,
  type Span,
  type TableSheetName,
} from '../findings'
import type { Level } from '../diagram'
import type { DescribedTables } from '../sheets'

/** One sheet of an answer as the tables that it describes. */
export interface ChainSheet extends DescribedTables {
  readonly name: TableSheetName
  /** Whether it says what must be there: a diagram below the physical level is not asked. */
  readonly saysRequired: boolean
}

/** A sheet of an answer to an exercise that asks for diagrams of a level. */
export function chainSheet(
  name: TableSheetName,
  { schema, placed }: DescribedTables,
  level: Level = 'logical',
): ChainSheet {
  return { name, schema, placed, saysRequired: name !== 'diagram' || level === 'physical' }
}

/** A finding about the later of two sheets: what of it is otherwise than in the earlier one. */
export function chainFinding(
  later: ChainSheet,
  code: FindingCode,
  span: Span | null,
  params: Params,
): Finding {
  const place = span && later.placed(span)
  const { start = 0, end = 0, field } = place ?? {}
  return {
    code,
    severity: CATALOGUE[code].severity,
    sheet: later.name,
    place: { start, end },
    ...(field === undefined ? {} : { field }),
    params: { ...params, here: later.name },
  }
}

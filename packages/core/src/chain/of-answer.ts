import type { ReadClaims } from '../claims'
import { SHEETS, type Finding } from '../findings'
import { betweenDependencies } from './between-dependencies'
import { betweenTables } from './between-tables'
import type { ChainSheet } from './sheet'

/**
 * What changed on the way from sheet to sheet of one answer: each is compared with all before it, in the order
 * of work. What it lacks of several of them is said once.
 */
export function chainFindings(sheets: readonly ChainSheet[], claims?: ReadClaims): Finding[] {
  const order = SHEETS.flatMap(name => sheets.find(sheet => sheet.name === name) ?? [])
  const found = order.flatMap((later, i) => [
    ...(claims && hasOwn(later) ? betweenDependencies(claims, later) : []),
    ...order.slice(0, i).flatMap(earlier => betweenTables(earlier, later)),
  ])
  return together(found)
}

const hasOwn = ({ schema }: ChainSheet): boolean => schema.tables.some(({ given }) => !given)

/** The same said of two earlier sheets is one finding about both. */
function together(findings: readonly Finding[]): Finding[] {
  const merged = new Map<string, Finding>()
  for (const finding of findings) {
    const { sheet: earlier = '', ...params } = finding.params
    const key = JSON.stringify([finding.code, finding.sheet, finding.field, finding.place, params])
    const same = merged.get(key)
    const sheet = same ? `${same.params['sheet']} and your ${earlier}` : earlier
    merged.set(key, same ? { ...same, params: { ...same.params, sheet } } : finding)
  }
  return [...merged.values()]
}

import { z } from 'zod'
import type { Sheet } from '../../findings'

export const Name = z.string().min(1).max(200)
export const Names = z.array(Name).min(1).max(20)
export const Values = z.array(z.string().max(1000)).min(1).max(100)

/** Sheets that describe tables, in any of the three ways. */
export const TABLE_SHEETS: readonly Sheet[] = ['dictionary', 'diagram', 'script']

/** "accession · taxon, trip": the entity and what of it a rule is about. */
export function about({ entity }: { readonly entity: string }, ...names: readonly string[]): string {
  return `${entity} · ${names.join(', ')}`
}

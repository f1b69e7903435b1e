import { z } from 'zod'

export const Name = z.string().min(1).max(200)
export const Names = z.array(Name).min(1).max(20)
export const Values = z.array(z.string().max(1000)).min(1).max(100)

/** "accession · taxon, trip": the entity and what of it a rule is about. */
export function about({ entity }: { readonly entity: string }, ...names: readonly string[]): string {
  return `${entity} · ${names.join(', ')}`
}

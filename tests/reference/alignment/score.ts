import { align, worldFromSchema, type Alignment, type RoleLayout } from '@nomenklatura/core/alignment'
import { readScript } from '@nomenklatura/core/sql'
import { modelScript, type Labelled } from './labelled'

export interface Score {
  readonly kind: string
  readonly labels: number
  readonly found: number
  readonly sure: number
  readonly sureWrong: readonly string[]
  readonly missed: readonly string[]
}

/** What an alignment says of each element, in the form of the labels, with whether it is sure. */
export function said(alignment: Alignment): Map<string, { place: string; sure: boolean }> {
  const result = new Map<string, { place: string; sure: boolean }>()
  for (const { entity, table, confidence } of alignment.entities)
    result.set(entity, { place: table, sure: confidence === 'sure' })
  for (const { entity, attribute, table, column, confidence } of alignment.attributes)
    result.set(`${entity}.${attribute}`, { place: `${table}.${column}`, sure: confidence === 'sure' })
  for (const { entity, role, layout, confidence } of alignment.roles) {
    result.set(`${entity}.${role}`, { place: placeOf(layout), sure: confidence === 'sure' })
  }
  return result
}

export function scoreOf({ base, glossary, script, truth, kind, name }: Labelled): Score {
  const world = worldFromSchema(readScript(modelScript(base)).schema)
  const pairs = said(align(world, readScript(script).schema, { glossary }))
  const entries = Object.entries(truth)
  const isRight = (element: string): boolean => same(pairs.get(element)?.place, truth[element]!)
  const sure = entries.filter(([element]) => pairs.get(element)?.sure)
  return {
    kind,
    labels: entries.length,
    found: entries.filter(([element]) => isRight(element)).length,
    sure: sure.length,
    sureWrong: sure
      .filter(([element]) => !isRight(element))
      .map(([element, right]) => `${name}: ${element} is ${right}, said surely ${pairs.get(element)!.place}`),
    missed: entries
      .filter(([element]) => !isRight(element))
      .map(
        ([element, right]) =>
          `${name}: ${element} is ${right}, said ${pairs.get(element)?.place ?? 'nothing'}`,
      ),
  }
}

/** The order of a composite reference's columns does not matter. */
function same(place: string | undefined, truth: string): boolean {
  const parts = (text: string): string => text.toLowerCase().split(/[.+]/).sort().join()
  return place !== undefined && parts(place) === parts(truth)
}

/** Recall and sureness by class, in per cent. */
export function summary(
  scores: readonly Score[],
): Record<string, { cases: number; recall: number; sure: number }> {
  const kinds = [...new Set(scores.map(({ kind }) => kind))]
  return Object.fromEntries(
    kinds.map(kind => {
      const own = scores.filter(score => score.kind === kind)
      const sum = (pick: (score: Score) => number): number =>
        own.reduce((total, score) => total + pick(score), 0)
      return [
        kind,
        {
          cases: own.length,
          recall: Math.round((100 * sum(s => s.found)) / sum(s => s.labels)),
          sure: Math.round((100 * sum(s => s.sure)) / sum(s => s.labels)),
        },
      ]
    }),
  )
}

function placeOf(layout: RoleLayout): string {
  if (layout.kind === 'forward')
    return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')}`
  return layout.kind === 'columns' ? `${layout.table}.${layout.columns.join('+')}` : layout.kind
}

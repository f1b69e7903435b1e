import { pairReasonInWords, type Alignment, type Confidence } from '../alignment'
import type { Sheet } from '../findings'
import type { PreparedExercise } from '../exercise'

export interface PairingLine {
  /** What of the answer; empty where nothing stands for the element. */
  readonly answer: string
  readonly model: string
  /** The place in the form of a pin; empty where nothing stands for the element. */
  readonly place: string
  readonly confidence: Confidence | 'absent'
  readonly reasons: readonly string[]
  /** Of which sheet; the script where none is named. */
  readonly sheet?: Sheet
}

/** Every element of the world with what stands for it, entity by entity. */
export function pairingLines({ world }: PreparedExercise, alignment: Alignment, sheet: Sheet): PairingLine[] {
  const absent = (model: string): PairingLine => ({
    answer: '',
    model,
    place: '',
    confidence: 'absent',
    reasons: [],
  })
  const lines = world.entities.flatMap((entity): PairingLine[] => {
    const placement = alignment.entities.find(other => other.entity === entity.name)
    const tables = placement ? [placement.table, ...placement.parts.map(({ table }) => table)] : []
    return [
      placement
        ? {
            answer: tables.join(', '),
            model: entity.name,
            place: placement.inside ? '' : tables.join(', '),
            confidence: placement.confidence,
            reasons: placement.reasons.map(pairReasonInWords),
          }
        : absent(entity.name),
      ...entity.attributes.map(({ name }) => {
        const model = `${entity.name}.${name}`
        const found = alignment.attributes.find(
          other => other.entity === entity.name && other.attribute === name,
        )
        return found
          ? {
              answer: `${found.table}.${found.column}`,
              model,
              place: `${found.table}.${found.column}`,
              confidence: found.confidence,
              reasons: found.reasons.map(pairReasonInWords),
            }
          : absent(model)
      }),
      ...entity.roles.map(({ name }) => {
        const model = `${entity.name}.${name}`
        const found = alignment.roles.find(other => other.entity === entity.name && other.role === name)
        return found
          ? {
              answer: layoutInWords(found.layout),
              model,
              place: layoutPlace(found.layout),
              confidence: found.confidence,
              reasons: found.reasons.map(pairReasonInWords),
            }
          : absent(model)
      }),
    ]
  })
  return sheet === 'script' ? lines : lines.map(line => ({ ...line, sheet }))
}

type Layout = Alignment['roles'][number]['layout']

function layoutInWords(layout: Layout): string {
  switch (layout.kind) {
    case 'forward':
      return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')} → ${layout.step.toTable}`
    case 'backward':
      return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')} → ${layout.step.toTable} (from the other side)`
    case 'via':
      return `${layout.table} (a table between)`
    case 'inside':
      return `${layout.table} (in the same table)`
    case 'columns':
      return `${layout.table}.${layout.columns.join('+')}`
  }
}

function layoutPlace(layout: Layout): string {
  switch (layout.kind) {
    case 'forward':
    case 'backward':
      return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')}`
    case 'via':
      return layout.toEntity.toTable === layout.toTarget.toTable
        ? `${layout.table}.${layout.toTarget.columns.map(([column]) => column).join('+')}`
        : layout.table
    case 'columns':
      return `${layout.table}.${layout.columns.join('+')}`
    case 'inside':
      return ''
  }
}

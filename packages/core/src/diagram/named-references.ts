import type { Diagram, DiagramEnd, DiagramRelationship } from './document'
import { schemaFromDiagram } from './to-schema'

/**
 * At physical level the columns by which each line refers are part of the diagram: what the mapping derives is written
 * to the lines that changed, where they do not name them, and taken from ends that no reference leads to any more.
 * Other levels, and lines that stay as they were, are left alone: a file is judged by what it says.
 */
export function nameReferences(before: Diagram, diagram: Diagram): Diagram {
  if (diagram.level !== 'physical') return diagram
  const isNew = (relationship: DiagramRelationship): boolean => !before.relationships.includes(relationship)
  if (before.level === 'physical' && !diagram.relationships.some(isNew)) return diagram
  const { links } = schemaFromDiagram(withoutColumns(diagram, isNew), { withSurrogates: true })
  return {
    ...diagram,
    relationships: diagram.relationships.map(relationship =>
      isNew(relationship)
        ? {
            ...relationship,
            ends: relationship.ends.map((end, at) => {
              const link = links.find(other => other.relationship === relationship.id && other.end === at)
              return named(end, link && !link.isBetween ? link.columns : [])
            }),
          }
        : relationship,
    ),
  }
}

function named({ columns, ...end }: DiagramEnd, derived: readonly string[]): DiagramEnd {
  if (derived.length === 0) return end
  return { ...end, columns: columns?.length === derived.length ? columns : [...derived] }
}

/** The lines as if nobody had named their columns. */
function withoutColumns(diagram: Diagram, isNew: (relationship: DiagramRelationship) => boolean): Diagram {
  return {
    ...diagram,
    relationships: diagram.relationships.map(relationship =>
      isNew(relationship)
        ? { ...relationship, ends: relationship.ends.map(({ columns: _, ...end }) => end) }
        : relationship,
    ),
  }
}

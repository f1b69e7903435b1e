import type { Diagram } from '../document'
import { changeEntity, changeRelationship } from '../edit'
import { joinsOf, sceneOf } from './scene'

/** A diagram as the graph that the layout package takes, and what it answers: places of the same nodes. */
export interface LayoutGraph {
  readonly id: string
  readonly layoutOptions: Record<string, string>
  readonly children: { readonly id: string; readonly width: number; readonly height: number }[]
  readonly edges: { readonly id: string; readonly sources: string[]; readonly targets: string[] }[]
}

export function layoutGraph(diagram: Diagram): LayoutGraph {
  const scene = sceneOf(diagram)
  return {
    id: 'board',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.spacing.nodeNode': '56',
      'elk.layered.spacing.nodeNodeBetweenLayers': '132',
      'elk.spacing.componentComponent': '70',
      'elk.aspectRatio': '1.5',
    },
    children: [...scene.cards, ...scene.slips].map(({ id, width, height }) => ({ id, width, height })),
    edges: joinsOf(diagram)
      .filter(({ from, to }) => from !== to)
      .map(({ id, from, to }) => ({ id, sources: [from], targets: [to] })),
  }
}

/** The diagram with its cards where the layout puts them; `held` ones stay. */
export function withPlaces(
  diagram: Diagram,
  nodes: readonly { readonly id: string; readonly x?: number; readonly y?: number }[],
  held: ReadonlySet<string> = new Set(),
): Diagram {
  return nodes.reduce((next, { id, x = 0, y = 0 }) => {
    if (held.has(id)) return next
    const at = { x: Math.round(x) + 40, y: Math.round(y) + 40 }
    return next.entities.some(entity => entity.id === id)
      ? changeEntity(next, id, { at })
      : changeRelationship(next, id, { at })
  }, diagram)
}

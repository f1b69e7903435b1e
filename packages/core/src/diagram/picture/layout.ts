import type { Diagram } from '../document'
import { changeEntity, changeRelationship } from '../edit'
import type { Box } from './cards'
import { groundOf } from './labels'
import { freeSpot } from './room'
import { joinsOf, sceneOf } from './scene'

/** A diagram as the graph that the layout package takes, and what it answers: places of the same nodes. */
export interface LayoutGraph {
  readonly id: string
  readonly layoutOptions: Record<string, string>
  readonly children: { readonly id: string; readonly width: number; readonly height: number }[]
  readonly edges: {
    readonly id: string
    readonly sources: string[]
    readonly targets: string[]
    readonly labels?: { readonly text: string; readonly width: number; readonly height: number }[]
  }[]
}

/** The room that words on a line ask for. */
function sizeOf(words: string): { readonly width: number; readonly height: number } {
  const { width, height } = groundOf({ x: 0, y: 0, anchor: 'start', rows: [words] })
  return { width: width + 16, height }
}

export function layoutGraph(diagram: Diagram): LayoutGraph {
  const scene = sceneOf(diagram)
  return {
    id: 'board',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.spacing.nodeNode': '56',
      // Words on a line have a layer of their own between those of the cards.
      'elk.layered.spacing.nodeNodeBetweenLayers': '34',
      'elk.spacing.edgeLabel': '8',
      'elk.spacing.componentComponent': '70',
      'elk.aspectRatio': '1.5',
    },
    children: [...scene.cards, ...scene.slips].map(({ id, width, height }) => ({ id, width, height })),
    edges: joinsOf(diagram)
      .filter(({ from, to }) => from !== to)
      .map(({ id, from, to, words = '' }) => ({
        id,
        sources: [from],
        targets: [to],
        ...(words === '' ? {} : { labels: [{ text: words, ...sizeOf(words) }] }),
      })),
  }
}

/**
 * The diagram with its cards where the layout puts them; `held` ones stay, and the others go round them.
 */
export function withPlaces(
  diagram: Diagram,
  nodes: readonly { readonly id: string; readonly x?: number; readonly y?: number }[],
  held: ReadonlySet<string> = new Set(),
): Diagram {
  const { cards, slips } = sceneOf(diagram)
  const boxes = new Map<string, Box>([...cards, ...slips].map(box => [box.id, box]))
  const taken = [...held].flatMap(id => boxes.get(id) ?? [])
  return nodes.reduce((next, { id, x = 0, y = 0 }) => {
    const box = boxes.get(id)
    if (held.has(id) || !box) return next
    const at = freeSpot(taken, { x: Math.round(x) + 40, y: Math.round(y) + 40 }, box)
    if (held.size > 0) taken.push({ ...box, ...at })
    return next.entities.some(entity => entity.id === id)
      ? changeEntity(next, id, { at })
      : changeRelationship(next, id, { at })
  }, diagram)
}

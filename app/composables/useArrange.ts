import ELK from 'elkjs/lib/elk-api.js'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import { changeEntity, changeRelationship, joinsOf, sceneOf, type Diagram } from '@nomenklatura/core/diagram'

/** Sets cards out by a standard layout of layers, in a worker. Cards that were put somewhere by hand stay, unless all are asked for. */
export function useArrange() {
  let elk: InstanceType<typeof ELK> | undefined
  const arranging = ref(false)

  async function arrange(diagram: Diagram, all = false): Promise<Diagram> {
    const scene = sceneOf(diagram)
    elk ??= new ELK({ workerFactory: () => new ElkWorker() })
    arranging.value = true
    try {
      const { children = [] } = await elk.layout({
        id: 'board', layoutOptions: { 'elk.algorithm': 'layered', 'elk.direction': 'RIGHT', 'elk.spacing.nodeNode': '56', 'elk.layered.spacing.nodeNodeBetweenLayers': '132', 'elk.spacing.componentComponent': '70', 'elk.aspectRatio': '1.5' },
        children: [...scene.cards, ...scene.slips].map(({ id, width, height }) => ({ id, width, height })),
        edges: joinsOf(diagram).filter(({ from, to }) => from !== to).map(({ id, from, to }) => ({ id, sources: [from], targets: [to] })),
      })
      const held = new Set(all ? [] : diagram.entities.filter(({ at }) => at?.isHeld).map(({ id }) => id))
      return children.reduce((next, { id, x = 0, y = 0 }) => {
        if (held.has(id)) return next
        const at = { x: Math.round(x) + 40, y: Math.round(y) + 40 }
        return next.entities.some(entity => entity.id === id) ? changeEntity(next, id, { at }) : changeRelationship(next, id, { at })
      }, diagram)
    }
    finally {
      arranging.value = false
    }
  }
  onScopeDispose(() => elk?.terminateWorker())
  return { arrange, arranging }
}

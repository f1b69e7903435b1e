import ELK from 'elkjs/lib/elk-api.js'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import { layoutGraph, withPlaces, type Diagram } from '@nomenklatura/core/diagram'

/**
 * Sets cards out by a standard layout of layers, in a worker. Cards that were put somewhere by hand stay,
 * unless all are asked for.
 */
export function useArrange() {
  let elk: InstanceType<typeof ELK> | undefined
  const arranging = ref(false)

  async function arrange(diagram: Diagram, all = false): Promise<Diagram> {
    elk ??= new ELK({ workerFactory: () => new ElkWorker() })
    arranging.value = true
    try {
      const { children = [] } = await elk.layout(layoutGraph(diagram))
      return withPlaces(
        diagram,
        children,
        new Set(all ? [] : diagram.entities.filter(({ at }) => at?.isHeld).map(({ id }) => id)),
      )
    } finally {
      arranging.value = false
    }
  }
  onScopeDispose(() => elk?.terminateWorker())
  return { arrange, arranging }
}

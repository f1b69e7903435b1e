import ELK from 'elkjs/lib/elk.bundled.js'
import { layoutGraph, withPlaces, type Diagram } from '@nomenklatura/core/diagram'

/** A diagram of which nobody placed some cards, set out as on the sheet; itself where all have a place. */
export async function setOut(diagram: Diagram): Promise<Diagram> {
  if (diagram.entities.every(({ at }) => at)) return diagram
  const { children = [] } = await new ELK().layout(layoutGraph(diagram))
  return withPlaces(diagram, children)
}

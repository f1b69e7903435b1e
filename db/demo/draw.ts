import ELK from 'elkjs/lib/elk.bundled.js'
import {
  EMPTY_DIAGRAM,
  layoutGraph,
  readLine,
  withPlaces,
  type Diagram,
} from '../../packages/core/src/diagram'

/** The diagram that sentences make, one after another, on top of what is there. */
export function draw(lines: readonly string[], from: Diagram = EMPTY_DIAGRAM): Diagram {
  return lines.reduce((diagram, line) => {
    const read = readLine(diagram, line)
    if (!read.ok) throw new Error(`${line}: ${read.fault.message}`)
    return read.diagram
  }, from)
}

/** The diagram set out by the same layout as on the sheet. */
export async function setOut(diagram: Diagram): Promise<Diagram> {
  const { children = [] } = await new ELK().layout(layoutGraph(diagram))
  return withPlaces(diagram, children)
}

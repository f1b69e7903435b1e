import { EMPTY_DIAGRAM, readLine, type Diagram } from '../../src/diagram'

/** The diagram that some lines make, each of which must be readable. */
export function drawn(...lines: readonly string[]): Diagram {
  return lines.reduce((diagram, line) => {
    const read = readLine(diagram, line)
    if (!read.ok) throw new Error(`${line}: ${read.fault.message}`)
    return read.diagram
  }, EMPTY_DIAGRAM)
}

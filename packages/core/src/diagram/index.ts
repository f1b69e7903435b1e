export {
  Diagram, DiagramAttribute, DiagramEnd, DiagramEntity, DiagramKinds, DiagramRelationship, EMPTY_DIAGRAM, LEVELS, findEntityById, ownersOf, type Level,
} from './document'
export { amountInWords } from './amounts'
export { aloud, type Sentence } from './aloud'
export { schemaFromDiagram, type MappedDiagram, type MappingStep } from './to-schema'
export { diagramFromSchema } from './from-schema'
export { checkDiagram } from './check-diagram'

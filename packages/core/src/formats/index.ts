export { jsonSchemas } from './json-schema'
export { SchemaDocument, schemaFromDocument } from './schema-document'
export { scriptReport, type ScriptReport } from './script-report'
export { diagramFromGraphml, diagramToGraphml, type ReadGraphml } from './graphml'
export {
  looksLikeRelations,
  readRelations,
  type NotationFault,
  type ReadRelations,
} from './relational-notation'
export { exerciseFromPlain, readPlainExercise, type PlainExercise } from './plain-exercise'

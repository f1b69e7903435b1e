export { jsonSchemas } from './json-schema'
export { SchemaDocument, schemaFromDocument } from './schema-document'
export { scriptReport, type ScriptReport } from './script-report'
export { diagramFromGraphml, diagramToGraphml, type ReadGraphml } from './graphml'

export {
  AnswerDocument,
  DEFAULT_RUBRIC,
  ExerciseDocument,
  ExerciseRows,
  HELP_LEVELS,
  LONGEST_ANSWER,
  MOST_EXERCISE_ROWS,
  PinShape,
  Rubric,
  documentFaults,
  emptyExercise,
  type HelpLevel,
} from './exercise'
export { jsonSchemas } from './json-schema'
export { SchemaDocument, schemaFromDocument } from './schema-document'
export { scriptReport, type ScriptReport } from './script-report'
export { diagramFromGraphml, diagramToGraphml, type ReadGraphml } from './graphml'

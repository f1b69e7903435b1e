export {
  AnswerDocument, DEFAULT_RUBRIC, ExerciseDocument, HELP_LEVELS, LONGEST_ANSWER, PinShape, Rubric, documentFaults, emptyExercise,
  type HelpLevel,
} from './exercise'
export { jsonSchemas } from './json-schema'
export { scriptReport, type ScriptReport } from './script-report'

export {
  DEFAULT_RUBRIC,
  FREELY,
  Criterion,
  GroupPolicy,
  Rubric,
  worthOf,
  type Given as GivenPoints,
  type Policy,
} from './rubric'
export {
  ExerciseDocument,
  ExerciseRows,
  MOST_EXERCISE_TABLES,
  HELP_LEVELS,
  LONGEST_ANSWER,
  LONGEST_ASSUMPTIONS,
  MOST_EXERCISE_ROWS,
  PinShape,
  emptyExercise,
  type HelpLevel,
} from './document'
export {
  LONGEST_PICTURE,
  MOST_PICTURES,
  PICTURE_SCHEME,
  PICTURE_TYPES,
  ExercisePicture,
  ExercisePictures,
  shownPictures,
} from './pictures'
export {
  CaseMarks,
  MARK_KINDS,
  MOST_MARKS,
  NO_MARKS,
  mayBeMarked,
  nameOfPhrase,
  parseCaseMarks,
  readableCaseMarks,
  withMark,
  withoutMark,
  type CaseMark,
  type MarkKind,
} from './case-marks'
export { AnswerDocument, SheetsOfAnswer, sheetsOf, type MarkableAnswer } from './answer'
export {
  ANSWER_FORMAT,
  EXERCISE_FORMAT,
  isWholePath,
  unknownVersion,
  upgradeDocument,
  type Format,
} from './versions'
export { changesInWords, saysTheSame } from './changes-in-words'
export { toldAt } from './told'
export { documentFaults } from './document-faults'
export { exerciseFrom } from './read-document'
export { prepareExercise, readModel, type MarkableExercise, type PreparedExercise } from './prepare'
export { retold, type Retelling } from './retell'
export { personalExercise } from './personal'
export { practiceExercise } from './practice'

export { renameElement, type NamedElement, type RenamedExercise, type RenamedText } from './rename-element'

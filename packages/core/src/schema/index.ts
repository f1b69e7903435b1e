export {
  declaredKeys,
  findColumn,
  findTable,
  foldName,
  isRequired,
  sameColumns,
  sameName,
  type Check,
  type Column,
  type Index,
  type Key,
  type LineNames,
  type Reference,
  type ReferentialAction,
  type Schema,
  type Table,
  type Unmodelled,
} from './schema'
export { REFERENTIAL_ACTIONS, TAKEN_FROM_ANOTHER } from './schema'
export { DIALECT, DIALECTS, isDialect, type Dialect } from './dialect'
export { TYPE_NAMES, dialectsOfType, isTypeName, typeNamesOf } from './type-names'
export { referenceMatch } from './reference-types'
export { UNKNOWN_TYPE, dataType, typeNumbers, typesMatch, type DataType, type TypeFamily } from './types'
export { fit, storedAs, type Fit } from './fits'
export { checkSchema } from './check'
export { NOWHERE, asGiven, isNowhere } from './given'
export { circles } from './circles'
export { soundPart } from './sound-part'

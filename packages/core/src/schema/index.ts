export {
  declaredKeys, findColumn, findTable, foldName, isRequired, sameColumns, sameName,
  type Check, type Column, type Key, type Reference, type ReferentialAction, type Schema, type Table,
} from './schema'
export { TYPE_NAMES, UNKNOWN_TYPE, dataType, isTypeName, typeNumbers, typesMatch, type DataType, type TypeFamily } from './types'
export { fit, storedAs, type Fit } from './fits'
export { checkSchema } from './check'
export { circles } from './circles'
export { soundPart } from './sound-part'

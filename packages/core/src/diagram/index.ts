export {
  Diagram,
  DiagramAttribute,
  DiagramEnd,
  DiagramEntity,
  DiagramKinds,
  DiagramRelationship,
  EMPTY_DIAGRAM,
  LEVELS,
  MOST_ENDS,
  findEntityById,
  findRelationship,
  isEmptyDiagram,
  isNotYetToldApart,
  ownersOf,
  type Level,
  type Spot,
} from './document'
export { amountInWords, areMany, isDemanded, referredEnd } from './amounts'
export { aloud, busiestInWords, kindsInWords, type Sentence } from './aloud'
export {
  schemaFromDiagram,
  type Link,
  type MappedDiagram,
  type MappingOptions,
  type MappingStep,
} from './to-schema'
export { diagramFromSchema, givenDiagram } from './from-schema'
export { checkDiagram } from './check-diagram'
export {
  addEntity,
  changeEnd,
  changeEntity,
  changeFacts,
  changeRelationship,
  factsOf,
  freeName,
  freshId,
  isSameName,
  newFact,
  partOf,
  pasteInto,
  relate,
  removeElements,
} from './edit'
export { betweenName, putCardBetween, type BetweenChoice } from './between'
export { addEnd, removeEnd } from './edit-ends'
export { addKind, changeKinds, possibleKinds } from './edit-kinds'
export { completions, type Completion } from './line/complete'
export { readLine, type LineRead } from './line/line'
export { wordsOf } from './line/words'
export { typeWritten } from './type-written'
export { nameReferences } from './named-references'
export { referenceWritten } from './reference-written'
export { cardReferences, type CardReference } from './references'
export { xmlText } from './picture/xml'
export type { Box, CardLine } from './picture/cards'
export { ROW, diamondSize, groundOf, type Label } from './picture/labels'
export { pathOf, routesBetween, runsThrough, type Join, type Port, type Route } from './picture/routes'
export { closer } from './picture/closer'
export { roomNear, withRoom } from './picture/room'
export { joinsOf, keepPlaces, placesOf, sceneOf, type Scene, type SceneCard } from './picture/scene'
export { NOTATIONS, endSigns, kindsSigns, type Notation, type Sign } from './picture/signs'
export { pictureSize, svgOf, type PictureOptions } from './picture/svg'
export { atLevel, stepsToLevel, type LevelStep } from './raise'
export { readFactLine } from './line/fact-line'
export { layoutGraph, withPlaces, type LayoutGraph } from './picture/layout'
export { tableNameOf, renamedInDictionary, renamedInScript, type Renamed } from './rename'
export { withChoices, type MappingChoices } from './choices'

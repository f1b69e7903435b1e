import { addEntity, changeFacts, findEntityById, isSameName, newFact, type Diagram } from '../diagram'
import { NEW_ENTRY, entitiesOf, type Dictionary } from '../dictionary'

/** What a student marked in the case, put on a sheet: entities of it, and facts under them. */
export interface MarksOnSheet<Content> {
  /** What an entity is on this sheet: "a card". */
  readonly made: string
  /** Entities to which a fact can be added; of what the exercise gives none. */
  entities(content: Content): readonly string[]
  hasEntity(content: Content, name: string): boolean
  hasFact(content: Content, entity: string, name: string): boolean
  /** The content with the entity at its end; the same where it is there already. */
  withEntity(content: Content, name: string): Content
  /** The content with the fact as the entity's last; the same where it is there, or the entity is not. */
  withFact(content: Content, entity: string, name: string): Content
}

const ofDiagram: MarksOnSheet<Diagram> = {
  made: 'a card',
  entities: ({ entities }) => entities.filter(({ given }) => !given).map(({ name }) => name),
  hasEntity: ({ entities }, name) => entities.some(other => isSameName(other.name, name)),
  hasFact: ({ entities }, entity, name) =>
    entities.some(
      owner => isSameName(owner.name, entity) && owner.attributes.some(fact => isSameName(fact.name, name)),
    ),
  withEntity: (diagram, name) =>
    ofDiagram.hasEntity(diagram, name) ? diagram : addEntity(diagram, name).diagram,
  withFact(diagram, entity, name) {
    const id = diagram.entities.find(other => isSameName(other.name, entity))?.id
    const owner = id === undefined ? undefined : findEntityById(diagram, id)
    if (!owner || ofDiagram.hasFact(diagram, entity, name)) return diagram
    return changeFacts(diagram, owner.id, [...owner.attributes, newFact(owner, name)])
  },
}

const ofDictionary: MarksOnSheet<Dictionary> = {
  made: 'an entry',
  entities: dictionary =>
    entitiesOf(dictionary)
      .map(({ name }) => name)
      .filter(name => name !== ''),
  hasEntity: (dictionary, name) => ofDictionary.entities(dictionary).some(other => isSameName(other, name)),
  hasFact: (dictionary, entity, name) =>
    entitiesOf(dictionary).some(
      group =>
        isSameName(group.name, entity) &&
        group.at.some(at => isSameName(dictionary.entries[at]!.field, name)),
    ),
  withEntity: (dictionary, name) =>
    ofDictionary.hasEntity(dictionary, name)
      ? dictionary
      : { entries: [...dictionary.entries, { ...NEW_ENTRY, entity: name }] },
  withFact(dictionary, entity, name) {
    const group = entitiesOf(dictionary).find(other => isSameName(other.name, entity))
    if (!group || ofDictionary.hasFact(dictionary, entity, name)) return dictionary
    const { entries } = dictionary
    const last = group.at.at(-1)!
    const entry = { ...NEW_ENTRY, entity: group.name, field: name }
    const open = group.at.find(at => entries[at]!.field.trim() === '')
    if (open !== undefined)
      return { entries: entries.map((other, at) => (at === open ? { ...other, field: name } : other)) }
    return { entries: [...entries.slice(0, last + 1), entry, ...entries.slice(last + 1)] }
  },
}

/** The sheets on which marked words can be put. */
export const MARKS_ON = { diagram: ofDiagram, dictionary: ofDictionary }
export type MarkableSheet = keyof typeof MARKS_ON

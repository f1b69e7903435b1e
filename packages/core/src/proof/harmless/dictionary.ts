import { entitiesOf, type Dictionary } from '../../dictionary'
import { OTHER_NAMES, type HarmlessKind } from '../kind'

/** The fields of each entity together, entities in this order. */
function inOrder(dictionary: Dictionary, names: readonly string[]): Dictionary {
  const groups = entitiesOf(dictionary)
  return {
    entries: names.flatMap(name =>
      groups
        .filter(group => group.name === name)
        .flatMap(({ at }) => at.map(i => ({ ...dictionary.entries[i]!, entity: name }))),
    ),
  }
}

/** Changes of a data dictionary that change nothing it says. */
export const HARMLESS_DICTIONARIES: readonly HarmlessKind<Dictionary>[] = [
  {
    id: 'another-order',
    keepsPlaces: true,
    title: 'Entities in another order',
    make: dictionary => [
      {
        said: 'Entities in the opposite order.',
        content: inOrder(
          dictionary,
          entitiesOf(dictionary)
            .map(({ name }) => name)
            .reverse(),
        ),
      },
    ],
  },
  {
    id: OTHER_NAMES,
    keepsPlaces: true,
    title: 'Names written in another way',
    make: dictionary => [
      {
        said: 'Names in capitals.',
        content: {
          entries: dictionary.entries.map(entry => ({
            ...entry,
            entity: entry.entity.toUpperCase(),
            field: entry.field.toUpperCase(),
            refersTo: entry.refersTo.toUpperCase(),
          })),
        },
      },
    ],
  },
  {
    id: 'wider-texts',
    keepsPlaces: true,
    title: 'More room for texts than is needed',
    make: dictionary => [
      {
        said: 'Texts without a format may be twice as long.',
        content: {
          entries: dictionary.entries.map(entry =>
            entry.type === 'text' &&
            entry.format === '' &&
            entry.key === '' &&
            entry.refersTo === '' &&
            Number(entry.size) > 0
              ? { ...entry, size: String(Number(entry.size) * 2) }
              : entry,
          ),
        },
      },
    ],
  },
]

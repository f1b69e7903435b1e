import { changeEntity, type Diagram } from '../../diagram'
import { OTHER_NAMES, type HarmlessKind } from '../kind'

const capital = (name: string): string => name.slice(0, 1).toUpperCase() + name.slice(1)

/** Changes of a drawing that change nothing it says. */
export const HARMLESS_DIAGRAMS: readonly HarmlessKind<Diagram>[] = [
  {
    id: 'drawn-anew',
    keepsPlaces: true,
    title: 'Drawn anew',
    make: diagram => [
      {
        said: 'The same cards and lines, in another order and place.',
        content: {
          ...diagram,
          entities: [...diagram.entities]
            .reverse()
            .map((entity, i) => ({ ...entity, at: { x: 320 * (i % 3), y: 240 * Math.floor(i / 3) } })),
          relationships: [...diagram.relationships].reverse(),
        },
      },
    ],
  },
  {
    id: 'lines-the-other-way-round',
    keepsPlaces: true,
    title: 'Lines drawn from the other end',
    make: diagram => [
      {
        said: 'Every line is drawn from its other end.',
        content: {
          ...diagram,
          relationships: diagram.relationships.map(line =>
            line.given || line.ends.length !== 2
              ? line
              : { ...line, name: line.back, back: line.name, ends: [...line.ends].reverse() },
          ),
        },
      },
    ],
  },
  {
    id: OTHER_NAMES,
    keepsPlaces: true,
    title: 'Names written in another way',
    make: diagram => [
      {
        said: 'Entities with a capital, attributes without underlines.',
        content: diagram.entities
          .filter(({ given }) => !given)
          .reduce(
            (next, { id, name, attributes }) =>
              changeEntity(next, id, {
                name: capital(name),
                attributes: attributes.map(fact => ({ ...fact, name: fact.name.replaceAll('_', ' ') })),
              }),
            diagram,
          ),
      },
      {
        said: 'Entities in the plural.',
        content: diagram.entities
          .filter(({ given }) => !given)
          .reduce(
            (next, { id, name }) => changeEntity(next, id, { name: /s$/i.test(name) ? name : `${name}s` }),
            diagram,
          ),
      },
    ],
  },
]

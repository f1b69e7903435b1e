import type { World, WorldEntity } from '@nomenklatura/core/alignment'
import type { ExerciseDocument, MarkKind } from '@nomenklatura/core/exercise'
import { nameInWords } from '@nomenklatura/core/rules'
import { fit } from '@nomenklatura/core/schema'

type Words = Pick<ExerciseDocument, 'samples' | 'glossary'>

/** Something of the model answer that students may call otherwise, and of which values can be shown. */
export interface ElementWords {
  /** `entity`, or `entity.fact`. */
  readonly element: string
  readonly name: string
  /** Other names, joined by commas. */
  readonly names: string
  /** Values that it may have, joined by semicolons; null for what has none of its own. */
  readonly samples: string | null
  /** Samples that the model answer's own type would not keep as they are. */
  readonly lost: readonly string[]
  /** The type, as the model answer writes it. */
  readonly type: string
}

const MOST_SAMPLES = 20
const MOST_NAMES = 100
const LONGEST_SAMPLE = 1000
const LONGEST_NAME = 200

/** An entity with its facts and what it leads to. */
export const wordsOfWorld = (
  { entities }: World,
  words: Words,
): readonly { readonly entity: ElementWords; readonly members: readonly ElementWords[] }[] =>
  entities.map(entity => ({
    entity: wordsOf(words, entity.name, entity.name),
    members: [
      ...entity.attributes.map(({ name, type }) => ({
        ...wordsOf(words, `${entity.name}.${name}`, name),
        type: type.text || type.family,
        ...samplesOf(words, entity, name),
      })),
      ...entity.roles.map(({ name }) => wordsOf(words, `${entity.name}.${name}`, name)),
    ],
  }))

function wordsOf({ glossary }: Words, element: string, name: string): ElementWords {
  const found = glossary.find(entry => entry.element === element)
  return {
    element,
    name: nameInWords(name),
    names: found?.names.join(', ') ?? '',
    samples: null,
    lost: [],
    type: '',
  }
}

function samplesOf(
  { samples }: Words,
  entity: WorldEntity,
  name: string,
): Pick<ElementWords, 'samples' | 'lost'> {
  const own = samples[`${entity.name}.${name}`] ?? []
  const { type } = entity.attributes.find(other => other.name === name)!
  return {
    samples: own.join('; '),
    lost: own.filter(value => ['changed', 'refused'].includes(fit(value, type))),
  }
}

const parted = (text: string, by: string, most: number, longest: number): string[] =>
  [
    ...new Set(
      text
        .split(by)
        .map(part => part.trim().slice(0, longest))
        .filter(part => part !== ''),
    ),
  ].slice(0, most)

/** The exercise's samples with those of one fact as they were typed; without it where nothing was. */
export function withSamples({ samples }: Words, element: string, text: string): Words['samples'] {
  const { [element]: _, ...others } = samples
  const values = parted(text, ';', MOST_SAMPLES, LONGEST_SAMPLE)
  return values.length > 0 ? { ...others, [element]: values } : others
}

/** The exercise's samples with further ones of one fact, as they are. */
export const withMoreSamples = (
  { samples }: Words,
  element: string,
  more: readonly string[],
): Words['samples'] => ({
  ...samples,
  [element]: [...new Set([...(samples[element] ?? []), ...more])].slice(0, MOST_SAMPLES),
})

/** Something of the model answer that words of the case may name. */
export interface CaseElement {
  readonly element: string
  /** "boat", "boat: sail no" */
  readonly say: string
  /** What words that name it speak of; null where it leads to something else. */
  readonly as: MarkKind | null
}

/** The entities of a world, each followed by its facts and what it leads to, */
export const caseElements = (world: World, words: Words): CaseElement[] =>
  wordsOfWorld(world, words).flatMap(({ entity, members }) => [
    { element: entity.element, say: entity.name, as: 'entity' as const },
    ...members.map(({ element, name, type }) => ({
      element,
      say: `${entity.name}: ${name}`,
      as: type === '' ? null : ('fact' as const),
    })),
  ])

const namesOf = ({ glossary }: Words, element: string): readonly string[] =>
  glossary.find(entry => entry.element === element)?.names ?? []

/** Words that name something are of one line, without the sign that stands between names. */
export const canName = (words: string): boolean => words.length <= 80 && !/[,\n]/.test(words)

/** The glossary where words of the case name an element as well. */
export const withName = (words: Words, element: string, name: string): Words['glossary'] =>
  named(words, element, [...new Set([...namesOf(words, element), name])].slice(0, MOST_NAMES))

/** The glossary with the names of one element as they were typed. */
export const withNames = (words: Words, element: string, text: string): Words['glossary'] =>
  named(words, element, parted(text, ',', MOST_NAMES, LONGEST_NAME))

function named({ glossary }: Words, element: string, names: string[]): Words['glossary'] {
  const others = glossary.filter(entry => entry.element !== element)
  if (names.length === 0) return others
  return glossary.some(entry => entry.element === element)
    ? glossary.map(entry => (entry.element === element ? { element, names } : entry))
    : [...others, { element, names }]
}

import { ExerciseDocument, emptyExercise, prepareExercise } from '@nomenklatura/core/exercise'
import { describe, expect, it } from 'vitest'
import {
  canName,
  caseElements,
  withMoreSamples,
  withName,
  withNames,
  withSamples,
  wordsOfWorld,
} from '../../app/utils/element-words'

const DOCUMENT = {
  ...emptyExercise('Boats'),
  models: [
    {
      name: 'm',
      script: `CREATE TABLE quay (code char(3) PRIMARY KEY);
        CREATE TABLE boat (sail_no char(5) PRIMARY KEY, seats smallint, code char(3) REFERENCES quay);`,
    },
  ],
  samples: { 'boat.sail_no': ['OS-17', 'OS-0417'] },
  glossary: [{ element: 'boat', names: ['ferry'] }],
}

describe('names and samples of what is in an answer', () => {
  it('stand by entity and by fact; what a type does not keep is told', () => {
    const [quay, boat] = wordsOfWorld(prepareExercise(DOCUMENT).world, DOCUMENT)
    expect(quay!.members.map(({ element }) => element)).toEqual(['quay.code'])
    expect([boat!.entity.names, boat!.entity.samples]).toEqual(['ferry', null])
    expect(boat!.members.map(({ name, samples, lost }) => [name, samples, lost])).toEqual([
      ['sail number', 'OS-17; OS-0417', ['OS-0417']],
      ['seats', '', []],
      ['quay', null, []],
    ])
  })

  it('are parted by what stands between them, none twice, and gone when nothing is left', () => {
    expect(withSamples(DOCUMENT, 'boat.seats', ' 48;; 120 ; 48')).toEqual({
      ...DOCUMENT.samples,
      'boat.seats': ['48', '120'],
    })
    expect(withSamples(DOCUMENT, 'boat.sail_no', ' ; ')).toEqual({})
    expect(withNames(DOCUMENT, 'boat', 'ferry, vessel')).toEqual([
      { element: 'boat', names: ['ferry', 'vessel'] },
    ])
    expect(withNames(DOCUMENT, 'boat.seats', 'places')).toEqual([
      ...DOCUMENT.glossary,
      { element: 'boat.seats', names: ['places'] },
    ])
    expect(withNames(DOCUMENT, 'boat', '')).toEqual([])
  })

  it('are what words of the case name: entities and facts, by one name after another', () => {
    const { world } = prepareExercise(DOCUMENT)
    expect(caseElements(world, DOCUMENT).map(({ say }) => say)).toEqual(
      expect.arrayContaining(['quay', 'boat', 'boat: sail number']),
    )
    const glossary = withName(DOCUMENT, 'boat.seats', 'places to sit')
    const more = withName({ ...DOCUMENT, glossary }, 'boat.seats', 'benches')
    expect(more.find(({ element }) => element === 'boat.seats')?.names).toEqual(
      expect.arrayContaining(['places to sit', 'benches']),
    )
    expect(
      caseElements(world, DOCUMENT)
        .filter(({ element }) => element.startsWith('boat'))
        .map(({ element, as }) => [element, as]),
    ).toEqual([
      ['boat', 'entity'],
      ['boat.sail_no', 'fact'],
      ['boat.seats', 'fact'],
      ['boat.quay', null],
    ])
    expect(['a boat', 'boats, and quays', 'x'.repeat(81)].map(canName)).toEqual([true, false, false])
  })

  it('that are added leave those that are there as they are, whatever signs stand in them', () => {
    const glossary = [{ element: 'boat', names: ['vessel, of any kind'] }]
    const samples = { 'boat.sail_no': ['OS-17; OS-18'] }
    expect(withName({ glossary, samples }, 'boat', 'craft')).toEqual([
      { element: 'boat', names: ['vessel, of any kind', 'craft'] },
    ])
    expect(withMoreSamples({ glossary, samples }, 'boat.sail_no', ['KD-4821', 'OS-17; OS-18'])).toEqual({
      'boat.sail_no': ['OS-17; OS-18', 'KD-4821'],
    })
  })

  it('stay within what a document may hold', () => {
    const many = (by: string): string =>
      Array.from({ length: 400 }, (_, i) => `${i}${'x'.repeat(2000)}`).join(by)
    const samples = withSamples(DOCUMENT, 'boat.seats', many(';'))
    const glossary = withNames(DOCUMENT, 'boat', many(','))
    expect([samples['boat.seats']!.length, glossary[0]!.names.length]).toEqual([20, 100])
    expect(ExerciseDocument.parse({ ...DOCUMENT, samples, glossary }).samples).toEqual(samples)
  })
})

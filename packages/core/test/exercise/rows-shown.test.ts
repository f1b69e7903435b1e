import { describe, expect, it } from 'vitest'
import { emptyExercise, prepareExercise, type ExerciseDocument } from '../../src/exercise'

const samplesOf = (rows: ExerciseDocument['rows'], element: string): readonly string[] | undefined => {
  const { world } = prepareExercise({
    ...emptyExercise('Trays'),
    rows,
    models: [
      {
        name: 'm',
        script: `CREATE TABLE bay (name varchar(20) PRIMARY KEY, hall varchar(20));
          CREATE TABLE keeper (code char(4) PRIMARY KEY, name varchar(40));`,
      },
    ],
  })
  const [entity, attribute] = element.split('.')
  return world.entities.find(({ name }) => name === entity)?.attributes.find(({ name }) => name === attribute)
    ?.samples
}

describe('rows that an exercise shows', () => {
  const bays = { name: 'Bay', columns: ['name', 'hall'], rows: [['B-12', 'north']] }
  const keepers = { name: 'keeper', columns: ['code', 'name'], rows: [['K001', 'Tolla Marsk']] }

  it('are samples of the table that is called like theirs', () => {
    expect(samplesOf([bays, keepers], 'bay.name')).toEqual(['B-12'])
    expect(samplesOf([bays, keepers], 'keeper.name')).toEqual(['Tolla Marsk'])
    expect(samplesOf([bays, keepers], 'keeper.code')).toEqual(['K001'])
  })

  it('of a table that is called otherwise are samples of each column that is called like theirs', () => {
    const ledger = { ...bays, name: 'ledger' }
    expect(samplesOf([ledger], 'bay.name')).toEqual(['B-12'])
    expect(samplesOf([ledger], 'keeper.name')).toEqual(['B-12'])
    expect(
      samplesOf([ledger, { ...ledger, name: 'other', rows: [['A long name of a bay', '']] }], 'bay.name'),
    ).toEqual(['B-12', 'A long name of a bay'])
  })

  it('are none where there are none', () => {
    expect(samplesOf(undefined, 'bay.name') ?? []).toEqual([])
    expect(samplesOf([], 'bay.name') ?? []).toEqual([])
  })
})

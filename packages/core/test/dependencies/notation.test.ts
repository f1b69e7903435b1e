import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Universe, readDependencies, readParts, readSets } from '../../src/dependencies'

const universe = new Universe(['accession_no', 'taxon', 'Trip', 'site'])
const written = (text: string, over = universe) =>
  readDependencies(text, over).items.map(
    ({ dependency }) =>
      `${over.list(dependency.from).join(' ')} ${'multi' in dependency ? '->>' : '->'} ${over.list(dependency.to).join(' ')}`,
  )

describe('dependencies as people write them', () => {
  it.each([
    ['accession_no -> taxon, Trip', ['accession_no -> taxon Trip']],
    ['ACCESSION_NO → taxon trip', ['accession_no -> taxon Trip']],
    ['{accession_no, site} => {taxon}', ['accession_no site -> taxon']],
    ['accession_no -->> taxon', ['accession_no ->> taxon']],
    ['accession_no →→ taxon', ['accession_no ->> taxon']],
    ['accession_no ↠ taxon', ['accession_no ->> taxon']],
    ['a -> b', []],
    ['accession_no -> Trip -> site', ['accession_no -> Trip', 'Trip -> site']],
    ['accession_no->taxon;Trip->site # as the brief says -> so', ['accession_no -> taxon', 'Trip -> site']],
    ['-> site', [' -> site']],
    ['\n\n  taxon  ->  site  \n', ['taxon -> site']],
  ])('%s', (text, expected) => {
    expect(written(text)).toEqual(expected)
  })

  it('takes single letters apart where all names are letters', () => {
    expect(written('AB->CD', new Universe([...'ABCD']))).toEqual(['A B -> C D'])
  })

  it('says what is wrong, where, and what may be meant', () => {
    const { findings } = readDependencies('trip -> sit\ntrip site\ntrip ->', universe)
    expect(findings.map(({ code, place, fix }) => [code, place.start, place.end, fix?.text])).toEqual([
      ['dependencies.unknown-attribute', 8, 11, 'site'],
      ['dependencies.no-arrow', 12, 21, undefined],
      ['dependencies.side-empty', 27, 29, undefined],
    ])
  })

  it('reads any text, and every place lies within it', () => {
    const word = fc.constantFrom(
      'trip',
      'site',
      '->',
      '→',
      '->>',
      ',',
      '{',
      '}',
      ';',
      '\n',
      ' ',
      '#',
      'tripp',
      'key',
      ':',
      '(',
      'or',
      '∅',
      '😀',
    )
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(word, { maxLength: 40 }).map(words => words.join('')),
        ),
        text => {
          for (const { items, findings } of [
            readDependencies(text, universe),
            readSets(text, universe, 'keys'),
            readParts(text, universe),
          ]) {
            for (const { place } of [...items, ...findings]) {
              expect(place.start).toBeGreaterThanOrEqual(0)
              expect(place.end).toBeLessThanOrEqual(text.length)
              expect(place.start).toBeLessThanOrEqual(place.end)
            }
          }
        },
      ),
    )
  })

  it('reads back what it would write', () => {
    const set = fc.subarray([...universe.names])
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            from: set,
            to: fc.subarray([...universe.names], { minLength: 1 }),
            arrow: fc.constantFrom('->', '->>'),
          }),
          { maxLength: 5 },
        ),
        all => {
          const text = all
            .map(({ from, to, arrow }) => `${from.join(', ')} ${arrow} ${to.join(' ')}`)
            .join('\n')
          expect(written(text)).toEqual(
            all.map(({ from, to, arrow }) => `${from.join(' ')} ${arrow} ${to.join(' ')}`),
          )
        },
      ),
    )
  })
})

describe('sets and parts', () => {
  it('reads keys, one to a line or in braces', () => {
    expect(
      readSets('{trip, site}, {taxon}\naccession_no site', universe, 'keys').items.map(({ names }) => names),
    ).toEqual([['Trip', 'site'], ['taxon'], ['accession_no', 'site']])
  })

  it('reads parts with titles and keys', () => {
    const { items } = readParts(
      'journey: trip, site key trip or site\nplace(site taxon)\naccession_no, taxon',
      universe,
    )
    expect(items.map(({ title, names, keys }) => [title, names, keys.map(key => key.names)])).toEqual([
      ['journey', ['Trip', 'site'], [['Trip'], ['site']]],
      ['place', ['site', 'taxon'], []],
      ['', ['accession_no', 'taxon'], []],
    ])
  })
})

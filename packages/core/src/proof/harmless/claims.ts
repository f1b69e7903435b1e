import type { DependencyClaims } from '../../claims'
import type { HarmlessKind } from '../kind'

const reversed = (text: string): string => text.split('\n').reverse().join('\n')
const inBraces = (text: string): string =>
  text
    .split('\n')
    .map(line => (line.trim() === '' ? line : `{${line}}`))
    .join('\n')

/** One dependency for each fact on the right. */
const oneByOne = (text: string): string =>
  text
    .split('\n')
    .flatMap(line => {
      const [from, to] = line.split(/→|->/)
      return to === undefined || /→→|->>|↠/.test(line)
        ? [line]
        : to.split(',').map(name => `${from!.trim()} -> ${name.trim()}`)
    })
    .join('\n')

/** Changes of claims that change nothing they say. */
export const HARMLESS_CLAIMS: readonly HarmlessKind<DependencyClaims>[] = [
  {
    id: 'another-order',
    keepsPlaces: true,
    title: 'Lines in another order',
    make: claims => [
      {
        said: 'Dependencies, keys and parts of the split the other way round.',
        content: {
          ...claims,
          dependencies: reversed(claims.dependencies),
          keys: reversed(claims.keys),
          split: reversed(claims.split),
        },
      },
    ],
  },
  {
    id: 'one-by-one',
    keepsPlaces: true,
    title: 'A dependency for each fact',
    make: claims => [
      {
        said: 'One fact to the right of each arrow.',
        content: { ...claims, dependencies: oneByOne(claims.dependencies) },
      },
    ],
  },
  {
    id: 'other-signs',
    keepsPlaces: true,
    title: 'Sets in braces',
    make: claims => [{ said: 'Keys in braces.', content: { ...claims, keys: inBraces(claims.keys) } }],
  },
]

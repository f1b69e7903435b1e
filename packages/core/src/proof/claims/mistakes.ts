import type { DependencyClaims } from '../../claims'
import type { Kind } from '../kind'

/** Lines of a field that says something. */
const linesOf = (text: string): readonly string[] => text.split('\n').filter(line => line.trim() !== '')
const without = (lines: readonly string[], line: string): string =>
  lines.filter(other => other !== line).join('\n')
const replaced = (lines: readonly string[], line: string, by: string): string =>
  lines.map(other => (other === line ? by : other)).join('\n')

interface Sides {
  readonly from: readonly string[]
  readonly arrow: string
  readonly to: readonly string[]
}

const ARROW = /→→|→|->>|->|=>/u

function sidesOf(line: string): Sides | undefined {
  const found = ARROW.exec(line)
  const names = (text: string): string[] =>
    text
      .replaceAll(/[{}]/g, ' ')
      .split(/[\s,]+/)
      .filter(name => name !== '' && name !== '∅')
  return found
    ? {
        from: names(line.slice(0, found.index)),
        arrow: found[0],
        to: names(line.slice(found.index + found[0].length)),
      }
    : undefined
}
const written = ({ from, arrow, to }: Sides): string =>
  `${from.join(', ') || '∅'} ${arrow} ${to.join(', ') || '∅'}`

/** Each dependency of the sheet, changed in one way. */
const perDependency = (
  id: string,
  title: string,
  change: (sides: Sides) => readonly Sides[],
): Kind<DependencyClaims> => ({
  id,
  title,
  make: claims => {
    const lines = linesOf(claims.dependencies)
    return lines.flatMap(line => {
      const sides = sidesOf(line)
      return (sides ? change(sides) : []).map(next => ({
        said: `${written(next)} in place of ${line.trim()}.`,
        content: { ...claims, dependencies: replaced(lines, line, written(next)) },
      }))
    })
  },
})

const noDependency: Kind<DependencyClaims> = {
  id: 'dependency-missing',
  title: 'A dependency left out',
  make: claims => {
    const lines = linesOf(claims.dependencies)
    return lines.map(line => ({
      said: `${line.trim()} is not claimed.`,
      content: { ...claims, dependencies: without(lines, line) },
    }))
  },
}

const reversed = perDependency(
  'dependency-reversed',
  'A dependency the wrong way round',
  ({ from, arrow, to }) => (from.length > 0 ? [{ from: to, arrow, to: from }] : []),
)
const partial = perDependency(
  'determinant-too-small',
  'A part of the determinant left out',
  ({ from, arrow, to }) =>
    from.length > 1 ? from.map(name => ({ from: from.filter(other => other !== name), arrow, to })) : [],
)
const lessOnTheRight = perDependency(
  'dependent-missing',
  'A fact left out on the right',
  ({ from, arrow, to }) => (to.length > 1 ? [{ from, arrow, to: to.slice(0, -1) }] : []),
)

const wider: Kind<DependencyClaims> = {
  id: 'determinant-too-large',
  title: 'An attribute too many in the determinant',
  make: claims => {
    const lines = linesOf(claims.dependencies)
    const all = lines.map(sidesOf)
    return lines.flatMap((line, i) => {
      const sides = all[i]
      const other = all.find((one, at) => at !== i && one && one.from.length > 0)?.from[0]
      if (!sides || !other || sides.from.includes(other) || sides.to.includes(other)) return []
      const next = written({ ...sides, from: [...sides.from, other] })
      return [
        {
          said: `${next} in place of ${line.trim()}.`,
          content: { ...claims, dependencies: replaced(lines, line, next) },
        },
      ]
    })
  },
}

const noKey: Kind<DependencyClaims> = {
  id: 'candidate-key-missing',
  title: 'A candidate key left out',
  make: claims => {
    const keys = linesOf(claims.keys)
    return keys.map(key => ({
      said: `{${key}} is not named.`,
      content: { ...claims, keys: without(keys, key) },
    }))
  },
}

const notMinimal: Kind<DependencyClaims> = {
  id: 'superkey-for-key',
  title: 'A superkey called a candidate key',
  make: claims => {
    const keys = linesOf(claims.keys)
    const names = [...new Set(linesOf(claims.dependencies).flatMap(line => sidesOf(line)?.to ?? []))]
    return keys.flatMap(key => {
      const own = key.split(/[\s,]+/)
      return names
        .filter(name => !own.includes(name))
        .slice(0, 3)
        .map(name => ({
          said: `{${key}, ${name}} in place of {${key}}.`,
          content: { ...claims, keys: replaced(keys, key, `${key}, ${name}`) },
        }))
    })
  },
}

const partOfKey: Kind<DependencyClaims> = {
  id: 'part-of-a-key',
  title: 'A part of a key called a key',
  make: claims => {
    const keys = linesOf(claims.keys)
    return keys.flatMap(key => {
      const names = key.split(/,\s*/)
      return names.length < 2
        ? []
        : names.map(name => {
            const rest = names.filter(other => other !== name).join(', ')
            return {
              said: `{${rest}} in place of {${key}}.`,
              content: { ...claims, keys: replaced(keys, key, rest) },
            }
          })
    })
  },
}

const primeOtherwise: Kind<DependencyClaims> = {
  id: 'prime-otherwise',
  title: 'A prime attribute left out, or one too many',
  make: claims => {
    const names = claims.prime.split(/,\s*/).filter(name => name !== '')
    const other = linesOf(claims.dependencies)
      .flatMap(line => sidesOf(line)?.to ?? [])
      .find(name => !names.includes(name))
    if (names.length === 0) return []
    return [
      ...names.map(name => ({
        said: `${name} is not called prime.`,
        content: { ...claims, prime: names.filter(one => one !== name).join(', ') },
      })),
      ...(other
        ? [{ said: `${other} is called prime.`, content: { ...claims, prime: [...names, other].join(', ') } }]
        : []),
    ]
  },
}

const FORMS = ['1NF', '2NF', '3NF', 'BCNF'] as const

const formOtherwise: Kind<DependencyClaims> = {
  id: 'form-otherwise',
  title: 'Another normal form',
  make: claims =>
    claims.form === ''
      ? []
      : FORMS.filter(form => form !== claims.form).map(form => ({
          said: `${form} is named in place of ${claims.form}.`,
          content: { ...claims, form },
        })),
}

const reasonOtherwise: Kind<DependencyClaims> = {
  id: 'reason-otherwise',
  title: 'A reason that is none',
  make: claims => {
    const [key] = linesOf(claims.keys)
    if (claims.reason === '' || !key) return []
    const right = sidesOf(claims.reason)?.to.join(', ') ?? ''
    return [
      { said: `The reason has a key on its left.`, content: { ...claims, reason: `${key} → ${right}` } },
      { said: 'No reason is given.', content: { ...claims, reason: '' } },
    ]
  },
}

const closureShort: Kind<DependencyClaims> = {
  id: 'closure-not-grown',
  title: 'A closure not grown to its end',
  make: claims =>
    claims.closures.flatMap((closure, at) => {
      const names = closure.split(/,\s*/)
      return names.slice(1).map(name => ({
        said: `The closure lacks ${name}.`,
        content: {
          ...claims,
          closures: claims.closures.map((other, i) =>
            i === at ? names.filter(one => one !== name).join(', ') : other,
          ),
        },
      }))
    }),
}

const partMissing: Kind<DependencyClaims> = {
  id: 'part-of-the-split-missing',
  title: 'A part of the split left out',
  make: claims => {
    const parts = linesOf(claims.split)
    return parts.map(part => ({
      said: `The split lacks “${part.trim()}”.`,
      content: { ...claims, split: without(parts, part) },
    }))
  },
}

/** "name: a, b key a" in its pieces. */
function partOf(line: string): { title: string; names: string[]; key: string } {
  const [head = '', key = ''] = line.split(/ key /)
  const title = /^[^:]*: /.exec(head)?.[0] ?? ''
  return { title, names: head.slice(title.length).split(/,\s*/), key: key === '' ? '' : ` key ${key}` }
}

const linkLost: Kind<DependencyClaims> = {
  id: 'split-without-link',
  title: 'The attribute that joins two parts left out of one',
  make: claims => {
    const parts = linesOf(claims.split)
    return parts.flatMap(line => {
      const { title, names, key } = partOf(line)
      const others = parts.filter(other => other !== line).flatMap(other => partOf(other).names)
      return names
        .filter(name => others.includes(name) && names.length > 1 && !key.includes(name))
        .map(name => ({
          said: `The part “${line.trim()}” lacks ${name}.`,
          content: {
            ...claims,
            split: replaced(parts, line, `${title}${names.filter(other => other !== name).join(', ')}${key}`),
          },
        }))
    })
  },
}

const twoInOne: Kind<DependencyClaims> = {
  id: 'split-not-far-enough',
  title: 'Two parts of the split left together',
  make: claims => {
    const parts = linesOf(claims.split)
    return parts.flatMap((line, i) => {
      const other = parts.find(
        (one, at) => at > i && partOf(one).names.some(name => partOf(line).names.includes(name)),
      )
      if (!other) return []
      const { title, names, key } = partOf(line)
      const together = `${title}${[...new Set([...names, ...partOf(other).names])].join(', ')}${key}`
      return [
        {
          said: `“${together}” in place of two parts.`,
          content: {
            ...claims,
            split: replaced(
              parts.filter(one => one !== other),
              line,
              together,
            ),
          },
        },
      ]
    })
  },
}

const keyOfPart: Kind<DependencyClaims> = {
  id: 'key-of-a-part-otherwise',
  title: 'The key of a part not named, or another one',
  make: claims => {
    const parts = linesOf(claims.split)
    return parts.flatMap(line => {
      const { title, names, key } = partOf(line)
      const other = names.find(name => !key.includes(name))
      const to = (next: string): DependencyClaims => ({
        ...claims,
        split: replaced(parts, line, `${title}${names.join(', ')}${next}`),
      })
      return key === ''
        ? []
        : [
            { said: `The part “${line.trim()}” names no key.`, content: to('') },
            ...(other
              ? [
                  {
                    said: `The part “${line.trim()}” names ${other} as its key.`,
                    content: to(` key ${other}`),
                  },
                ]
              : []),
          ]
    })
  },
}

/** The typical mistakes of a Dependencies sheet. */
export const CLAIM_MISTAKES: readonly Kind<DependencyClaims>[] = [
  noDependency,
  reversed,
  partial,
  lessOnTheRight,
  wider,
  noKey,
  notMinimal,
  partOfKey,
  primeOtherwise,
  formOtherwise,
  reasonOtherwise,
  closureShort,
  partMissing,
  linkLost,
  twoInOne,
  keyOfPart,
]

import { describe, expect, it } from 'vitest'
import { analyse } from '@nomenklatura/core/dependencies'
import { dependency, names, type PublishedExample } from './support/published'

/**
 * Worked examples of multivalued dependencies. The books and papers were not at hand: each is from memory,
 * its source named as remembered.
 */
interface Example extends PublishedExample {
  readonly fourth?: readonly string[]
  readonly follows?: readonly string[]
  readonly followsNot?: readonly string[]
}

const EXAMPLES: readonly Example[] = [
  {
    source: 'Fagin 1977, employees with children and a salary for each year',
    attributes: 'employee child salary year',
    dependencies: ['employee ->> child', 'employee year -> salary'],
    keys: ['employee child year'],
    form: '1NF',
    fourth: ['employee child', 'employee salary year'],
    follows: ['employee ->> salary year'],
    followsNot: ['employee ->> salary', 'employee ->> year'],
  },
  {
    source: 'Date, An Introduction to Database Systems, course, teacher, text',
    attributes: 'course teacher text',
    dependencies: ['course ->> teacher'],
    keys: ['course teacher text'],
    form: 'BCNF',
    fourth: ['course teacher', 'course text'],
    follows: ['course ->> text'],
  },
  {
    source: 'Elmasri & Navathe, Fundamentals of Database Systems, EMP(ename, pname, dname)',
    attributes: 'ename pname dname',
    dependencies: ['ename ->> pname', 'ename ->> dname'],
    form: 'BCNF',
    fourth: ['ename pname', 'ename dname'],
  },
  {
    source: 'Elmasri & Navathe, SUPPLY(sname, part_name, proj_name) without the join dependency',
    attributes: 'sname part_name proj_name',
    dependencies: ['sname part_name ->> proj_name'],
    keys: ['sname part_name proj_name'],
    form: '4NF',
    fourth: ['sname part_name proj_name'],
  },
  {
    source: 'Kent, A Simple Guide to Five Normal Forms, CACM 1983, employee, skill, language',
    attributes: 'employee skill language',
    dependencies: ['employee ->> skill', 'employee ->> language'],
    form: 'BCNF',
    fourth: ['employee skill', 'employee language'],
  },
  {
    source:
      'Silberschatz, Korth & Sudarshan, Database System Concepts, instructors with departments and addresses',
    attributes: 'id dept_name street city',
    dependencies: ['id ->> dept_name'],
    keys: ['id dept_name street city'],
    form: 'BCNF',
    fourth: ['id dept_name', 'id street city'],
    follows: ['id ->> street city'],
    followsNot: ['id ->> street'],
  },
  {
    source:
      'Garcia-Molina, Ullman & Widom, A First Course in Database Systems, stars with addresses and movies',
    attributes: 'name street city title year',
    dependencies: ['name ->> street city'],
    keys: ['name street city title year'],
    form: 'BCNF',
    fourth: ['name street city', 'name title year'],
    follows: ['name ->> title year'],
  },
  {
    source: 'Ullman, Principles of Database Systems, CTHRSG with C →→ HR',
    attributes: 'c t h r s g',
    dependencies: ['c -> t', 'h r -> c', 'h t -> r', 'c s -> g', 'h s -> r', 'c ->> h r'],
    keys: ['h s'],
    follows: ['c ->> s g', 'c ->> t'],
    followsNot: ['c ->> h', 'c -> g'],
  },
  {
    source: 'Ullman, coalescence: A →→ BC and D → C prove A → C',
    attributes: 'a b c d',
    dependencies: ['a ->> b c', 'd -> c'],
    follows: ['a -> c', 'a ->> b'],
    followsNot: ['a -> b'],
  },
  {
    source: 'Beeri, Fagin & Howard 1977, transitivity: A →→ B and B →→ C prove A →→ C − B',
    attributes: 'a b c d',
    dependencies: ['a ->> b', 'b ->> b c'],
    follows: ['a ->> c'],
    followsNot: ['a -> c'],
  },
  {
    source: 'Beeri, Fagin & Howard 1977, augmentation: A →→ B proves ACD →→ BC',
    attributes: 'a b c d e',
    dependencies: ['a ->> b'],
    follows: ['a c d ->> b c'],
    followsNot: ['c ->> b'],
  },
  {
    source: 'Beeri, Fagin & Howard 1977, a functional dependency is a multivalued one',
    attributes: 'a b c',
    dependencies: ['a -> b'],
    follows: ['a ->> b', 'a ->> c'],
  },
]

const sets = (parts: readonly { attributes: string[] }[] | null | undefined): string[] =>
  (parts ?? []).map(({ attributes }) => [...attributes].sort().join(' ')).sort()

describe('published examples of multivalued dependencies', () => {
  it.each(EXAMPLES.map(example => [example.source, example] as const))(
    '%s',
    (_, { attributes, dependencies, keys, form, fourth, follows = [], followsNot = [] }) => {
      const answer = analyse({
        attributes: names(attributes),
        dependencies: dependencies.map(dependency),
        implies: [...follows, ...followsNot].map(dependency),
      })
      if (keys) expect(answer.keys.map(key => key.join(' ')).sort()).toEqual([...keys].sort())
      if (form) expect(answer.normalForm).toBe(form)
      if (fourth) expect(sets(answer.fourth)).toEqual(fourth.map(part => names(part).sort().join(' ')).sort())
      expect(answer.implies).toEqual([...follows.map(() => true), ...followsNot.map(() => false)])
      expect(answer.undecided).toBeUndefined()
    },
  )

  it('a split is judged under both kinds: what only a multivalued dependency makes lossless, and the form of its parts', () => {
    const { split } = analyse({
      attributes: ['course', 'teacher', 'text'],
      dependencies: [dependency('course ->> teacher')],
      split: [
        ['course', 'teacher'],
        ['course', 'text'],
      ],
    })
    expect(split).toMatchObject({
      lossless: true,
      preserving: true,
      parts: [{ normalForm: '4NF' }, { normalForm: '4NF' }],
    })
    expect(
      analyse({
        attributes: ['course', 'teacher', 'text'],
        dependencies: [],
        split: [
          ['course', 'teacher'],
          ['course', 'text'],
        ],
      }).split!.lossless,
    ).toBe(false)
  })

  it('what a limit stopped is null and named', () => {
    const answer = analyse({
      attributes: [...'abcdefgh'],
      dependencies: [dependency('a ->> b c'), dependency('c d -> e')],
      limit: 5,
    })
    expect(answer).toMatchObject({
      keysComplete: false,
      prime: null,
      normalForm: null,
      bcnf: null,
      fourth: null,
    })
    expect(answer.undecided).toEqual(
      expect.arrayContaining(['keys', 'prime', 'minimalCover', 'normalForm', 'synthesis', 'bcnf', 'fourth']),
    )
  })
})

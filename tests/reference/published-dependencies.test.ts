import { describe, expect, it } from 'vitest'
import {
  Universe,
  analyse,
  closure,
  equivalent,
  losslessJoin,
  lostDependencies,
} from '@nomenklatura/core/dependencies'
import { dependency, names, type PublishedExample } from './support/published'

/**
 * Worked examples of the literature. The books were not at hand: each value is from memory, its source named
 * as remembered.
 */
interface Example extends PublishedExample {
  readonly cover?: readonly string[]
  readonly closures?: Readonly<Record<string, string>>
  readonly bcnfLoses?: readonly string[]
}

const EXAMPLES: readonly Example[] = [
  {
    source: 'Elmasri & Navathe, Fundamentals of Database Systems, EMP_PROJ',
    attributes: 'ssn pnumber hours ename pname plocation',
    dependencies: ['ssn pnumber -> hours', 'ssn -> ename', 'pnumber -> pname plocation'],
    keys: ['ssn pnumber'],
    form: '1NF',
    closures: {
      'ssn': 'ssn ename',
      'pnumber': 'pnumber pname plocation',
      'ssn pnumber': 'ssn pnumber hours ename pname plocation',
    },
  },
  {
    source: 'Elmasri & Navathe, LOTS',
    attributes: 'property_id county lot area price tax_rate',
    dependencies: [
      'property_id -> county lot area price tax_rate',
      'county lot -> property_id area price tax_rate',
      'county -> tax_rate',
      'area -> price',
    ],
    keys: ['property_id', 'county lot'],
    form: '1NF',
  },
  {
    source: 'Elmasri & Navathe, LOTS1A with area -> county',
    attributes: 'property_id county lot area',
    dependencies: ['property_id -> county lot area', 'county lot -> property_id area', 'area -> county'],
    keys: ['property_id', 'county lot', 'lot area'],
    form: '3NF',
  },
  {
    source: 'Elmasri & Navathe, TEACH',
    attributes: 'student course instructor',
    dependencies: ['student course -> instructor', 'instructor -> course'],
    keys: ['student course', 'student instructor'],
    form: '3NF',
    bcnfLoses: ['student course -> instructor'],
  },
  {
    source: 'Elmasri & Navathe, minimal cover of {B→A, D→A, AB→D}',
    attributes: 'a b d',
    dependencies: ['b -> a', 'd -> a', 'a b -> d'],
    cover: ['d -> a', 'b -> d'],
    keys: ['b'],
  },
  {
    source: 'Ullman, Principles of Database Systems, CTHRSG',
    attributes: 'c t h r s g',
    dependencies: ['c -> t', 'h r -> c', 'h t -> r', 'c s -> g', 'h s -> r'],
    keys: ['h s'],
    form: '2NF',
  },
  {
    source: 'Ullman, city street zip',
    attributes: 'city street zip',
    dependencies: ['city street -> zip', 'zip -> city'],
    keys: ['city street', 'street zip'],
    form: '3NF',
    bcnfLoses: ['city street -> zip'],
  },
  {
    source: 'Silberschatz, Korth & Sudarshan, Database System Concepts, closure of AG',
    attributes: 'a b c g h i',
    dependencies: ['a -> b', 'a -> c', 'c g -> h', 'c g -> i', 'b -> h'],
    keys: ['a g'],
    closures: { 'a g': 'a b c g h i', 'a': 'a b c h' },
  },
  {
    source: 'Silberschatz, Korth & Sudarshan, canonical cover',
    attributes: 'a b c',
    dependencies: ['a -> b c', 'b -> c', 'a -> b', 'a b -> c'],
    cover: ['b -> c', 'a -> b'],
    keys: ['a'],
    form: '2NF',
  },
  {
    source: 'Silberschatz, Korth & Sudarshan, dept_advisor',
    attributes: 's_id i_id dept_name',
    dependencies: ['i_id -> dept_name', 's_id dept_name -> i_id'],
    keys: ['s_id i_id', 's_id dept_name'],
    form: '3NF',
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, A First Course in Database Systems, Movies with stars',
    attributes: 'title year length genre studio star',
    dependencies: ['title year -> length genre studio'],
    keys: ['title year star'],
    form: '1NF',
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, closure of AB',
    attributes: 'a b c d e f',
    dependencies: ['a b -> c', 'b c -> a d', 'd -> e', 'c f -> b'],
    closures: { 'a b': 'a b c d e', 'd': 'd e' },
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, exercise R(A,B,C,D)',
    attributes: 'a b c d',
    dependencies: ['a b -> c', 'c -> d', 'd -> a'],
    keys: ['a b', 'b c', 'b d'],
    form: '3NF',
  },
  {
    source: 'Date, An Introduction to Database Systems, FIRST',
    attributes: 'sno status city pno qty',
    dependencies: ['sno -> city', 'city -> status', 'sno pno -> qty'],
    keys: ['sno pno'],
    form: '1NF',
  },
  {
    source: 'Date, SECOND',
    attributes: 'sno status city',
    dependencies: ['sno -> city', 'city -> status'],
    keys: ['sno'],
    form: '2NF',
  },
  {
    source: 'Date, SJT',
    attributes: 's j t',
    dependencies: ['s j -> t', 't -> j'],
    keys: ['s j', 's t'],
    form: '3NF',
    bcnfLoses: ['s j -> t'],
  },
  {
    source: 'Elmasri & Navathe, EMP_DEPT',
    attributes: 'ename ssn bdate address dnumber dname dmgr_ssn',
    dependencies: ['ssn -> ename bdate address dnumber', 'dnumber -> dname dmgr_ssn'],
    keys: ['ssn'],
    form: '2NF',
    closures: { dnumber: 'dnumber dname dmgr_ssn' },
  },
  {
    source: 'Elmasri & Navathe, exercise R(A..J)',
    attributes: 'a b c d e f g h i j',
    dependencies: ['a b -> c', 'a -> d e', 'b -> f', 'f -> g h', 'd -> i j'],
    keys: ['a b'],
    form: '1NF',
    closures: { a: 'a d e i j', b: 'b f g h' },
  },
  {
    source: 'Elmasri & Navathe, exercise CAR_SALE',
    attributes: 'car date_sold salesman commission discount',
    dependencies: [
      'car salesman -> date_sold commission discount',
      'date_sold -> discount',
      'salesman -> commission',
    ],
    keys: ['car salesman'],
    form: '1NF',
  },
  {
    source: 'Elmasri & Navathe, exercise BOOK',
    attributes: 'title author type price affiliation publisher',
    dependencies: ['title -> publisher type', 'type -> price', 'author -> affiliation'],
    keys: ['title author'],
    form: '1NF',
  },
  {
    source: 'Silberschatz, Korth & Sudarshan, exercise R(A, B, C, D, E)',
    attributes: 'a b c d e',
    dependencies: ['a -> b c', 'c d -> e', 'b -> d', 'e -> a'],
    keys: ['a', 'e', 'b c', 'c d'],
    form: '3NF',
    closures: { b: 'b d' },
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, exercise with four keys',
    attributes: 'a b c d',
    dependencies: ['a b -> c', 'b c -> d', 'c d -> a', 'a d -> b'],
    keys: ['a b', 'a d', 'b c', 'c d'],
    form: 'BCNF',
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, exercise B→C, B→D',
    attributes: 'a b c d',
    dependencies: ['b -> c', 'b -> d'],
    keys: ['a b'],
    form: '1NF',
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, exercise AB→C, DE→C, B→D',
    attributes: 'a b c d e',
    dependencies: ['a b -> c', 'd e -> c', 'b -> d'],
    keys: ['a b e'],
    form: '1NF',
  },
  {
    source: 'Garcia-Molina, Ullman & Widom, exercise AB→C, C→D, D→B, D→E',
    attributes: 'a b c d e',
    dependencies: ['a b -> c', 'c -> d', 'd -> b', 'd -> e'],
    keys: ['a b', 'a c', 'a d'],
    form: '1NF',
  },
  {
    source: 'Ramakrishnan & Gehrke, Database Management Systems, Contracts CSJDPQV',
    attributes: 'c s j d p q v',
    dependencies: ['c -> s j d p q v', 'j p -> c', 's d -> p'],
    keys: ['c', 'j p', 's j d'],
    form: '3NF',
    bcnfLoses: ['j p -> c'],
  },
  {
    source: 'Ramakrishnan & Gehrke, Hourly_Emps SNLRWH',
    attributes: 's n l r w h',
    dependencies: ['s -> n l r w h', 'r -> w'],
    keys: ['s'],
    form: '2NF',
  },
  {
    source: 'Ramakrishnan & Gehrke, Reserves SBDC with S→C',
    attributes: 's b d c',
    dependencies: ['s b d -> c', 's -> c'],
    keys: ['s b d'],
    form: '1NF',
  },
  {
    source: 'Ramakrishnan & Gehrke, Reserves SBDC with S→C and C→S',
    attributes: 's b d c',
    dependencies: ['s -> c', 'c -> s'],
    keys: ['s b d', 'b d c'],
    form: '3NF',
  },
  {
    source: 'Connolly & Begg, Database Systems, StaffBranch',
    attributes: 'staff name position salary branch address',
    dependencies: [
      'staff -> name position salary branch address',
      'branch -> address',
      'address -> branch',
      'branch position -> salary',
      'address position -> salary',
    ],
    keys: ['staff'],
    form: '2NF',
  },
  {
    source: 'Connolly & Begg, ClientRental',
    attributes: 'client property cname paddress start finish rent owner oname',
    dependencies: [
      'client property -> start finish',
      'client -> cname',
      'property -> paddress rent owner oname',
      'owner -> oname',
      'client start -> property paddress finish rent owner oname',
      'property start -> client cname finish',
    ],
    keys: ['client property', 'client start', 'property start'],
    form: '1NF',
  },
  {
    source: 'Connolly & Begg, ClientInterview',
    attributes: 'client date time staff room',
    dependencies: [
      'client date -> time staff room',
      'staff date time -> client',
      'room date time -> staff client',
      'staff date -> room',
    ],
    keys: ['client date', 'date time staff', 'date time room'],
    form: '3NF',
  },
]

const written = ({ from, to }: { from: string[]; to: string[] }): string =>
  `${from.join(' ')} -> ${to.join(' ')}`

describe.each(EXAMPLES)(
  '$source',
  ({ attributes, dependencies, keys, form, cover, closures = {}, bcnfLoses }) => {
    const answer = analyse({
      attributes: names(attributes),
      dependencies: dependencies.map(dependency),
      closures: Object.keys(closures).map(names),
    })
    it('has the published keys, form, cover and closures', () => {
      if (keys) expect(answer.keys.map(key => key.join(' ')).sort()).toEqual([...keys].sort())
      if (form) expect(answer.normalForm).toBe(form)
      if (cover) expect(answer.minimalCover.map(written).sort()).toEqual([...cover].sort())
      expect(answer.closures?.map(set => set.join(' '))).toEqual(Object.values(closures))
      if (bcnfLoses) expect(answer.bcnfLost!.map(written)).toEqual(bcnfLoses)
    })
  },
)

describe('lossless joins', () => {
  it('Aho, Beeri & Ullman 1979, as in Ullman: five parts of ABCDE join without loss', () => {
    const universe = new Universe([...'ABCDE'])
    const given = ['A>C', 'B>C', 'C>D', 'DE>C', 'CE>A'].map(text =>
      universe.dependency(text.split('>')[0]!, text.split('>')[1]!),
    )
    const parts = ['AD', 'AB', 'BE', 'CDE', 'AE'].map(part => universe.set(part))
    expect(losslessJoin(5, parts, { functional: given, multivalued: [] }).lossless).toBe(true)
    expect(losslessJoin(5, parts.slice(0, 3), { functional: given, multivalued: [] }).lossless).toBe(false)
  })
  it('Elmasri & Navathe: EMP_LOCS and EMP_PROJ1 give spurious rows', () => {
    const { split } = analyse({
      attributes: names('ssn pnumber hours ename pname plocation'),
      dependencies: ['ssn pnumber -> hours', 'ssn -> ename', 'pnumber -> pname plocation'].map(dependency),
      split: [names('ename plocation'), names('ssn pnumber hours pname plocation')],
    })
    expect(split!.lossless).toBe(false)
  })
  it('a chain of ten thousand in the worst order is closed', () => {
    const universe = new Universe(Array.from({ length: 10_001 }, (_, i) => `a${i}`))
    const given = Array.from({ length: 10_000 }, (_, i) =>
      universe.dependency([`a${9999 - i}`], [`a${10_000 - i}`]),
    )
    expect(closure(universe.size, universe.set(['a0']), given).size).toBe(10_001)
  })
})

describe('splits and equivalence in the literature (from memory)', () => {
  const setting = (attributes: string, dependencies: readonly string[]) => {
    const universe = new Universe(names(attributes))
    return {
      universe,
      functional: dependencies.map(dependency).map(({ from, to }) => universe.dependency(from, to)),
    }
  }

  it('Aho, Beeri & Ullman 1979; Ullman: AD, AB, BE, CDE, AE of ABCDE lose nothing', () => {
    const { universe, functional } = setting('a b c d e', [
      'a -> c',
      'b -> c',
      'c -> d',
      'd e -> c',
      'c e -> a',
    ])
    expect(
      losslessJoin(
        5,
        ['a d', 'a b', 'b e', 'c d e', 'a e'].map(part => universe.set(names(part))),
        { functional, multivalued: [] },
      ).lossless,
    ).toBe(true)
  })

  it('Ullman: AB, BC, CD keep D→A of the circle A→B→C→D→A, though no part holds both', () => {
    const { universe, functional } = setting('a b c d', ['a -> b', 'b -> c', 'c -> d', 'd -> a'])
    expect(
      lostDependencies(
        4,
        ['a b', 'b c', 'c d'].map(part => universe.set(names(part))),
        functional,
      ),
    ).toEqual([])
  })

  it('Ullman: AB and AC of ABC with A→B, B→C lose B→C', () => {
    const { universe, functional } = setting('a b c', ['a -> b', 'b -> c'])
    expect(
      lostDependencies(
        3,
        ['a b', 'a c'].map(part => universe.set(names(part))),
        functional,
      ),
    ).toEqual([functional[1]])
  })

  it('Elmasri & Navathe: {A→C, AC→D, E→AD, E→H} and {A→CD, E→AH} are equivalent', () => {
    const { universe, functional } = setting('a c d e h', ['a -> c', 'a c -> d', 'e -> a d', 'e -> h'])
    expect(
      equivalent(
        5,
        functional,
        ['a -> c d', 'e -> a h'].map(dependency).map(({ from, to }) => universe.dependency(from, to)),
      ),
    ).toBe(true)
  })
})

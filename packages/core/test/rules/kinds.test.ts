import { describe, expect, it } from 'vitest'
import { reasonInWords, say } from '../../src/words'
import { align, worldFromSchema } from '../../src/alignment'
import {
  Reading,
  consequences,
  evaluate,
  partsOf,
  proposeRules,
  unknownElements,
  type Evaluation,
  type Rule,
} from '../../src/rules'
import { readScript, reviewScript } from '../../src/sql'

/** Kinds and layouts that the golden table does not cover, each with its reason in the name. */
const MODEL = `CREATE TABLE genus (name text PRIMARY KEY, family text NOT NULL);
  CREATE TABLE taxon (name text PRIMARY KEY, genus text NOT NULL REFERENCES genus ON DELETE RESTRICT);
  CREATE TABLE trial (trial_no int PRIMARY KEY, taxon text NOT NULL REFERENCES taxon ON DELETE CASCADE, percent numeric(4,1));
  CREATE TABLE loan (trial_no int REFERENCES trial, keeper char(3) NOT NULL, since date, PRIMARY KEY (trial_no, keeper));`
const SIX_TABLES = `CREATE TABLE partner_garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL, address varchar(200) NOT NULL, closed_on date);
  CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL);
  CREATE TABLE taxon (taxon_name varchar(80) PRIMARY KEY, genus varchar(40) NOT NULL, family varchar(40) NOT NULL);
  CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(80) NOT NULL REFERENCES taxon, trip_no integer REFERENCES trip, stored_on date NOT NULL);
  CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden_code char(4) NOT NULL REFERENCES partner_garden ON DELETE RESTRICT, left_on date NOT NULL);
  CREATE TABLE dispatch_line (dispatch_no integer REFERENCES dispatch ON DELETE RESTRICT, accession_no char(9) REFERENCES accession, seeds_sent integer NOT NULL CHECK (seeds_sent > 0),
    price numeric(6,2) NOT NULL, PRIMARY KEY (dispatch_no, accession_no));`
const model = readScript(MODEL).schema
const world = worldFromSchema(model, { 'trial.percent': ['23.5', '100.0'] })

function readingOf(script: string): Reading {
  const { schema } = reviewScript(script)
  return new Reading(world, schema, align(world, schema))
}
const judge = (script: string, rule: Rule): Evaluation => evaluate(readingOf(script), rule)
const words = ({ because }: Evaluation): string => because.map(reasonInWords).join(' ')

describe('determines, along paths', () => {
  const rule: Rule = { kind: 'determines', entity: 'taxon', from: ['name'], to: ['genus.family'] }
  it('is upheld where keys and references lead there', () => {
    expect(judge(MODEL, rule)).toMatchObject({ verdict: 'upheld' })
  })
  it('is broken where the determinant is no key', () => {
    const evaluation = judge(
      MODEL.replace(
        'taxon (name text PRIMARY KEY',
        'taxon (id serial PRIMARY KEY, name text NOT NULL',
      ).replace('REFERENCES taxon', 'REFERENCES taxon (name)'),
      rule,
    )
    expect(evaluation).toMatchObject({ verdict: 'broken', witness: { outcome: 'accepted' } })
    expect(words(evaluation)).toContain('What taxon keeps unique is PRIMARY KEY (id).')
  })
  it('is not shown where the end of the path is missing', () => {
    expect(judge('CREATE TABLE taxon (name text PRIMARY KEY);', rule).verdict).toBe('not shown')
  })
})

describe('on delete', () => {
  const gone: Rule = { kind: 'onDelete', entity: 'trial', role: 'taxon', outcome: 'gone' }
  const refused: Rule = { ...gone, outcome: 'refused' }
  it.each([
    ['CASCADE', MODEL, 'upheld', 'broken'],
    ['no action', MODEL.replace('ON DELETE CASCADE', ''), 'too strict', 'upheld'],
    [
      'SET NULL',
      MODEL.replace(
        'taxon text NOT NULL REFERENCES taxon ON DELETE CASCADE',
        'taxon text REFERENCES taxon ON DELETE SET NULL',
      ),
      'broken',
      'broken',
    ],
    [
      'SET NULL of what must have a value refuses the whole',
      MODEL.replace('ON DELETE CASCADE', 'ON DELETE SET NULL'),
      'too strict',
      'upheld',
    ],
    ['no reference at all', MODEL.replace('REFERENCES taxon ON DELETE CASCADE', ''), 'broken', 'broken'],
  ])('%s', (_, script, whenGone, whenRefused) => {
    expect([judge(script, gone).verdict, judge(script, refused).verdict]).toEqual([whenGone, whenRefused])
  })
  it('without a reference both the reference and what deleting does are one mistake', () => {
    const reading = readingOf(MODEL.replace('REFERENCES taxon ON DELETE CASCADE', ''))
    const rules: Rule[] = [{ kind: 'refersTo', entity: 'trial', role: 'taxon' }, refused]
    expect(
      consequences(
        reading,
        rules,
        rules.map(rule => evaluate(reading, rule)),
      ),
    ).toEqual([-1, 0])
  })
})

describe('pairs', () => {
  const once: Rule = { kind: 'pairOnce', entity: 'loan', by: ['trial', 'keeper'] }
  const again: Rule = { kind: 'pairMayRepeat', entity: 'loan', by: ['trial', 'keeper'] }
  it('a key over the pair upholds once and is too strict for again', () => {
    expect([judge(MODEL, once).verdict, judge(MODEL, again).verdict]).toEqual(['upheld', 'too strict'])
    const { outcome, by } = judge(MODEL, again).witness!
    expect([outcome, say(by)]).toEqual(['refused', 'PRIMARY KEY (trial_no, keeper) of loan'])
  })
  it('a date in the key breaks once and upholds again', () => {
    const script = MODEL.replace('PRIMARY KEY (trial_no, keeper)', 'PRIMARY KEY (trial_no, keeper, since)')
    expect([judge(script, once).verdict, judge(script, again).verdict]).toEqual(['broken', 'upheld'])
  })
  it('a smaller key upholds once as well: it is stricter elsewhere, not here', () => {
    expect(
      judge(MODEL.replace('PRIMARY KEY (trial_no, keeper)', 'PRIMARY KEY (trial_no)'), once).verdict,
    ).toBe('upheld')
  })
  it('UNIQUE over columns that may be empty does not hold where NULL is outside the question, UNIQUE NULLS NOT DISTINCT always', () => {
    const nullable = MODEL.replace('keeper char(3) NOT NULL', 'keeper char(3)').replace(
      'PRIMARY KEY (trial_no, keeper)',
      'UNIQUE (trial_no, keeper)',
    )
    // the pair asked about has both, and then UNIQUE compares
    expect(judge(nullable, once).verdict).toBe('upheld')
    expect(judge(nullable.replace('UNIQUE', 'UNIQUE NULLS NOT DISTINCT'), once).verdict).toBe('upheld')
  })
  it('a partial unique index is no key, and what it refuses is not said without running it', () => {
    const script = `${MODEL.replace(', PRIMARY KEY (trial_no, keeper)', '')} CREATE UNIQUE INDEX i ON loan (trial_no, keeper) WHERE since IS NULL;`
    expect(judge(script, once)).toMatchObject({ verdict: 'cannot tell', doubt: 'outside' })
  })
})

describe('identifies by several parts', () => {
  const rule: Rule = { kind: 'identifies', entity: 'loan', by: ['trial', 'keeper'] }
  it('is too strict where one part alone is a key, and shows which', () => {
    const evaluation = judge(MODEL.replace('PRIMARY KEY (trial_no, keeper)', 'PRIMARY KEY (trial_no)'), rule)
    expect(evaluation.verdict).toBe('too strict')
    expect(words(evaluation)).toContain('PRIMARY KEY (trial_no) keeps')
  })
})

describe('values', () => {
  const rule: Rule = { kind: 'stores', entity: 'trial', attribute: 'percent', values: ['23.5', '100.0'] }
  it.each([
    ['numeric(4,1)', 'upheld'],
    ['numeric(3,1)', 'too strict'],
    ['integer', 'broken'],
    ['text', 'upheld'],
    ['json', 'cannot tell'],
    ['real', 'broken'],
  ])('percent %s: %s', (type, expected) => {
    expect(judge(MODEL.replace('percent numeric(4,1)', `percent ${type}`), rule).verdict).toBe(expected)
  })
})

describe('a proposed rule sheet', () => {
  const rules = proposeRules(world, model, { total: 40 })
  it('is upheld by the model answer it came from, every rule of it', () => {
    const reading = readingOf(MODEL)
    expect(
      rules.flatMap(entry =>
        partsOf(entry)
          .filter(rule => evaluate(reading, rule).verdict !== 'upheld')
          .map(({ kind }) => `${entry.sentence} ${kind}`),
      ),
    ).toEqual([])
  })
  it('asks nothing twice, names only what is there, and its points sum to the total', () => {
    const parts = rules.flatMap(partsOf)
    expect(new Set(parts.map(rule => JSON.stringify(rule))).size).toBe(parts.length)
    expect(rules.flatMap(entry => unknownElements(world, entry, model))).toEqual([])
    expect(rules.reduce((sum, { points }) => sum + points, 0)).toBe(40)
  })
  it('says each relationship both ways, with both leasts', () => {
    const sentences = rules.map(({ sentence }) => sentence)
    expect(sentences).toEqual(
      expect.arrayContaining([
        'A trial is identified by its number.',
        'Each trial has exactly one taxon; a taxon that is not there is refused.',
        'One taxon may have any number of trials, or none.',
        'A loan of a trial that is not there is refused.',
        'Deleting a taxon deletes its trials.',
        'Deleting a genus that has taxons is refused.',
        'The percent of a trial, such as 23.5 and 100.0, is kept as written.',
        'A trial has one percent, or none.',
      ]),
    )
    expect(
      partsOf(rules.find(({ sentence }) => sentence.startsWith('Each trial has exactly one taxon'))!).map(
        ({ kind }) => kind,
      ),
    ).toEqual(['atMostOne', 'mustHave', 'refersTo'])
  })
  it('derives values from bounds and lists, at the scale of the column', () => {
    const script = `CREATE TABLE trial (trial_no int PRIMARY KEY, viable numeric(4,1) CHECK (viable BETWEEN 0 AND 100), habitat varchar(10) NOT NULL CHECK (habitat IN ('shore', 'meadow')));`
    const { schema } = reviewScript(script)
    const values = proposeRules(worldFromSchema(schema), schema)
      .flatMap(partsOf)
      .flatMap(rule =>
        'values' in rule && rule.kind !== 'stores'
          ? [`${rule.kind} ${rule.attribute} ${rule.values.join(' ')}`]
          : [],
      )
    expect(values).toEqual([
      'refusesValue viable -0.1 100.1',
      'admitsValue viable 0 0.1 99.9 100',
      'refusesValue habitat xxxxx',
      'admitsValue habitat shore meadow',
    ])
  })
  it('marks sentences made from names that hardly read', () => {
    const { schema } = reviewScript(
      'CREATE TABLE trial (trl_no int PRIMARY KEY, closed_on date NOT NULL, colour text);',
    )
    expect(proposeRules(worldFromSchema(schema), schema).map(({ readMe }) => readMe ?? false)).toEqual([
      true,
      true,
      false,
    ])
  })
  it('of six tables with the references between them has at most thirty sentences', () => {
    const { schema } = reviewScript(SIX_TABLES)
    expect(schema.tables.length).toBe(6)
    const sheet = proposeRules(worldFromSchema(schema), schema)
    expect(sheet.length).toBeLessThanOrEqual(30)
    expect(sheet.flatMap(partsOf).length).toBeGreaterThan(40)
  })
  it('says which element a rule names that is no longer there', () => {
    expect(
      unknownElements(world, { rule: { kind: 'mustHave', entity: 'trial', path: 'colour' } }, model)[0],
    ).toContain('"trial" of the model answer has no "colour"')
    expect(
      unknownElements(
        world,
        {
          rule: { kind: 'mustHave', entity: 'trial', path: 'taxon' },
          and: [{ kind: 'atMostOne', entity: 'drawer', role: 'bay' }],
        },
        model,
      )[0],
    ).toContain('no "drawer"')
  })
})

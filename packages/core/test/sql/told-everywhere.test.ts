import { describe, expect, it } from 'vitest'
import { CATALOGUE, isAboutForm, isAboutWriting } from '../../src/findings'
import { reviewScript } from '../../src/sql'

const HALL = 'CREATE TABLE hall (letter CHAR(1) PRIMARY KEY);\n'

/** Scripts of an invented quarry that no server would run: whatever the exercise's help, their author is told. */
const REFUSED: Readonly<Record<string, string>> = {
  'a table made after what refers to it':
    'CREATE TABLE bay (no INT PRIMARY KEY, hall CHAR(1) REFERENCES hall (letter));\n' + HALL,
  'a reference of another type': `${HALL}CREATE TABLE bay (no INT PRIMARY KEY, hall INT REFERENCES hall (letter));`,
  'an unknown table': 'CREATE TABLE bay (no INT PRIMARY KEY, hall CHAR(1) REFERENCES hal (letter));',
  'an unknown column': `${HALL}CREATE TABLE bay (no INT PRIMARY KEY, hall CHAR(1) REFERENCES hall (letters));`,
  'tables in a circle':
    'CREATE TABLE a (id INT PRIMARY KEY, b INT REFERENCES b (id));\nCREATE TABLE b (id INT PRIMARY KEY, a INT REFERENCES a (id));',
  'a row that is refused': `${HALL}INSERT INTO hall (letter) VALUES ('A'), ('A');`,
}

describe('what no server would run', () => {
  it.each(Object.entries(REFUSED))('%s is told at every help level and as one types', (_, script) => {
    const errors = reviewScript(script, { dialect: 'postgresql' }).findings.filter(
      ({ severity }) => severity === 'error',
    )
    expect(errors.length).toBeGreaterThan(0)
    expect(errors.every(isAboutWriting)).toBe(true)
    expect(errors.every(isAboutForm)).toBe(true)
  })
  it('a design that could be better is not told where no help is given', () => {
    const { findings } = reviewScript('CREATE TABLE t (price REAL, phone_1 TEXT, phone_2 TEXT);')
    const design = findings.filter(
      ({ code, severity }) => CATALOGUE[code].concerns === 'design' && severity !== 'error',
    )
    expect(design.length).toBeGreaterThan(0)
    expect(design.some(isAboutForm)).toBe(false)
  })
})

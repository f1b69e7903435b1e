import {
  relate,
  addEntity,
  changeEnd,
  changeFacts,
  newFact,
  EMPTY_DIAGRAM,
  type Diagram,
} from '../packages/core/src/diagram'
import { emptyExercise } from '../packages/core/src/exercise'
import { prepareExercise, type MarkableAnswer } from '../packages/core/src/exercise'
import { boundedMarking, markAnswer, proposeSheet } from '../packages/core/src/marking'

/**
 * Answers that once took too long, or made an answer too large to send: each family by its size. At the
 * limits of size none may take a second, nor more than 2 MB.
 */
export interface Family {
  readonly name: string
  readonly sizes: readonly number[]
  readonly answer: (size: number) => MarkableAnswer
  readonly sheet?: 'script' | 'diagram'
}

const times = (n: number, of: (i: number) => string): string =>
  Array.from({ length: n }, (_, i) => of(i)).join('\n')

/** Weak cards in a chain, each told apart within the one before it by so many lines. */
function weakChain(cards: number, lines: number): Diagram {
  let diagram: Diagram = { ...EMPTY_DIAGRAM, level: 'logical' }
  let before = ''
  for (let i = 0; i < cards; i++) {
    const added = addEntity(diagram, `card ${i}`)
    diagram = changeFacts(added.diagram, added.id, [
      newFact({ id: added.id, attributes: [] }, 'no', { identifies: true, type: 'integer' }),
    ])
    for (let line = 0; before !== '' && line < lines; line++) {
      const made = relate(diagram, [before, added.id], { name: `line ${line}`, back: '' })
      diagram = changeEnd(
        changeEnd(made.diagram, made.id, 0, { role: `r${line}`, least: 1, most: 'one', identifies: true }),
        made.id,
        1,
        { least: 0, most: 'many' },
      )
    }
    before = added.id
  }
  return diagram
}

export const FAMILIES: readonly Family[] = [
  {
    name: 'LIKE between long texts',
    sizes: [50, 1000, 20_000],
    answer: n => ({
      script: `CREATE TABLE trip (no integer PRIMARY KEY, begun date NOT NULL);\nCREATE TABLE accession (no char(9) PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip, seeds integer CHECK (seeds > 0 AND '${'a'.repeat(n)}' LIKE '${'%a'.repeat(n / 2)}%b'));`,
    }),
  },
  {
    name: 'many conditions with LIKE',
    sizes: [100, 400, 1600],
    answer: n => ({
      script: `CREATE TABLE trip (no varchar(400) PRIMARY KEY, begun date NOT NULL,\n${times(n, i => `CHECK (no LIKE '${'%x_'.repeat(20)}${i}%'),`)} CHECK (no <> ''));`,
    }),
  },
  {
    name: 'weak cards, two identifying lines each, in a chain',
    sizes: [8, 12, 24, 100],
    answer: n => ({ script: '', diagram: weakChain(n, 2) }),
    sheet: 'diagram',
  },
  {
    name: 'weak cards in a chain',
    sizes: [25, 50, 100, 200],
    answer: n => ({ script: '', diagram: weakChain(n, 1) }),
    sheet: 'diagram',
  },
  {
    name: 'references to tables that are not there',
    sizes: [700, 1400, 2800],
    answer: n => ({
      script: times(
        n,
        i => `CREATE TABLE table_${i} (a_${i} integer PRIMARY KEY, b integer REFERENCES tabel_x${i}y (a));`,
      ),
    }),
  },
  {
    name: 'columns of keys that are not there',
    sizes: [1750, 3500, 7000],
    answer: n => ({
      script: `CREATE TABLE t (\n${times(400, i => `column_${i} integer,`)}\nPRIMARY KEY (${Array.from({ length: n }, (_, i) => `colunm_${i}x`).join(', ')}));`,
    }),
  },
  {
    name: 'rival tables',
    sizes: [500, 1000, 2000],
    answer: n => ({
      script: times(n, i => `CREATE TABLE trip_${i} (trip_no integer PRIMARY KEY, begun date NOT NULL);`),
    }),
  },
  {
    name: 'rival columns',
    sizes: [300, 600, 1200],
    answer: n => ({
      script: `CREATE TABLE trip (\n${times(n, i => `trip_no_${i} integer,`)} begun date NOT NULL);`,
    }),
  },
  {
    name: 'typing errors',
    sizes: [750, 1500, 3000],
    answer: n => ({
      script: times(n, i => `CRAETE TABEL t${i} (a integr PRIMERY KEY, b varchr(3) NOT NUL);`),
    }),
  },
  {
    name: 'tables that all refer to each other',
    sizes: [30, 60, 90],
    answer: n => ({
      script: times(
        n,
        i =>
          `CREATE TABLE t${i} (a integer PRIMARY KEY,\n${Array.from({ length: n }, (_, k) => `r${k} integer REFERENCES t${k} (a)`).join(',\n')});`,
      ),
    }),
  },
]

const MODEL = `CREATE TABLE trip (no integer PRIMARY KEY, begun date NOT NULL);
CREATE TABLE accession (no char(9) PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip, seeds integer CHECK (seeds > 0));
CREATE TABLE drawer (no integer PRIMARY KEY, accession_no char(9) REFERENCES accession, label varchar(40) UNIQUE);`

const exercises = Object.fromEntries(
  (['script', 'diagram'] as const).map(sheet => {
    const document = {
      ...emptyExercise('Worst'),
      sheets: [sheet],
      models: [{ name: 'Model', script: MODEL }],
    }
    return [sheet, prepareExercise({ ...document, rules: proposeSheet({ ...document, sheets: ['script'] }) })]
  }),
)

/** Marks one answer of a family: how long it took, and how long what is told of it is. */
export function mark(
  { answer, sheet = 'script' }: Family,
  size: number,
): { ms: number; bytes: number; findings: number } {
  const given = answer(size)
  const begun = performance.now()
  const marking = boundedMarking(markAnswer(exercises[sheet]!, given))
  const ms = performance.now() - begun
  return {
    ms,
    bytes: JSON.stringify(marking).length,
    findings: marking.findings.length + (marking.findingsLeft ?? 0),
  }
}

export function worst(report: (what: string, text: string) => void, short: boolean): void {
  for (const family of FAMILIES) {
    mark(family, family.sizes[0]!)
    let before: { size: number; ms: number } | undefined
    for (const size of short ? family.sizes.slice(0, 1) : family.sizes) {
      const { ms, bytes, findings } = mark(family, size)
      const growth = before
        ? `, ${(ms / before.ms).toFixed(1)} times for ${(size / before.size).toFixed(1)} times the size`
        : ''
      report(
        `worst: ${family.name}, ${size}`,
        `${ms.toFixed(0)} ms${growth}, ${(bytes / 1e6).toFixed(2)} MB told, ${findings} findings`,
      )
      before = { size, ms }
    }
  }
}

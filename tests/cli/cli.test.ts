import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument, prepareExercise } from '@nomenklatura/core/exercise'
import { jsonSchemas } from '@nomenklatura/core/formats'
import { LEDGER_HAND_INS, EXCHANGE_HAND_INS } from '../../db/demo/plan'
import { markScript, markedPoints } from '@nomenklatura/core/marking'

const run = (args: readonly string[], input?: string) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['bin/support/run.mjs', 'cli/main.ts', ...args],
    { encoding: 'utf8', ...(input === undefined ? {} : { input }) },
  )
  return { status, stdout, stderr }
}
const EXCHANGE = 'db/demo/exercises/exchange-with-partner-gardens.json'
const folder = mkdtempSync(join(tmpdir(), 'nomenklatura-cli-'))
const file = (name: string, text: string): string => {
  writeFileSync(join(folder, name), text)
  return join(folder, name)
}

describe('rows', () => {
  const LEDGER =
    'no,taxon,family,collectors,phone_1,phone_2\n' +
    Array.from(
      { length: 24 },
      (_, i) =>
        `${i + 1},taxon ${i % 6},family ${i % 3},0${(i % 4) + 10}; 0${(i % 5) + 20},${i % 7},${i % 9}`,
    ).join('\n')

  it('answers in the published shape', () => {
    const { status, stdout } = run(['rows', file('ledger.csv', LEDGER), '--json', '--max-determinant', '2'])
    expect(status).toBe(0)
    const answer = JSON.parse(stdout)
    expect(answer).toMatchObject({
      rows: 24,
      repeating: [['phone_1', 'phone_2'], ['collectors']],
      findings: [],
      complete: true,
    })
    expect(answer.keys).toContainEqual(['no'])
    expect(answer.columns[3]).toMatchObject({
      name: 'collectors',
      type: 'varchar',
      size: '8',
      required: true,
      list: { separator: ';', cells: 24, most: 2 },
    })
    expect(answer.dependencies).toContainEqual({ from: ['taxon'], to: 'family', support: 24, look: 'meant' })
    expect(answer.dependencies.every(({ from }: { from: string[] }) => from.length <= 2)).toBe(true)
    expect(answer.proposal).toMatchObject({ spurious: 0, missing: 0 })
  })

  it('counts the rows that speak against a dependency from 1', () => {
    const text =
      'site,ref,no\n' +
      Array.from(
        { length: 30 },
        (_, i) => `site ${i % 3},${i === 4 ? 'slip' : `ref ${i % 3}`},${(i * 7) % 31}`,
      ).join('\n')
    expect(JSON.parse(run(['rows', '-', '--json'], text).stdout).nearly).toContainEqual({
      from: ['site'],
      to: 'ref',
      error: 1 / 30,
      rows: [5],
    })
  })

  it('says in words what it found, and names a ragged line', () => {
    const { status, stdout } = run(['rows', '-', '--strict'], 'no,taxon\n1,Poa\n2,Carex,extra\n')
    expect(status).toBe(0)
    expect(stdout).toContain('Line 3 has 3 cells')
    expect(stdout).toContain('Could identify a row')
  })

  it('reads what is not UTF-8 as older office programs wrote it', () => {
    writeFileSync(join(folder, 'old.csv'), Buffer.from('site,n\nS\xF8r,1\nNord,2\n', 'latin1'))
    expect(JSON.parse(run(['rows', join(folder, 'old.csv'), '--json']).stdout).columns[0].examples).toContain(
      'Sør',
    )
  })

  it.each([
    ['nothing', '', [], 'no line with anything on it'],
    ['no rows', 'a,b\n', [], 'no row below'],
    [
      'a bound that is none',
      'a\n1\n',
      ['--max-determinant', 'two'],
      '--max-determinant needs a whole number',
    ],
    ['an error above 1', 'a\n1\n', ['--error', '1.5'], '--error needs a number'],
  ])('refuses %s in one line', (_, text, options, reason) => {
    const { status, stderr } = run(['rows', '-', ...options], text)
    expect(status).toBe(2)
    expect(stderr.trim().split('\n')).toHaveLength(1)
    expect(stderr).toContain(reason)
  })
})

describe('diagram', () => {
  it('reads the published example aloud and maps it', () => {
    const { status, stdout } = run(['diagram', 'docs/schemas/diagram.example.json', '--json', '--strict'])
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({
      level: 'conceptual',
      findings: [],
      sentences: expect.arrayContaining([
        'One trip brings in any number of accessions.',
        'One accession comes from at most one trip.',
      ]),
      tables: [
        { name: 'trip', primaryKey: ['trip_no'] },
        {
          name: 'accession',
          columns: [
            { name: 'accession_no', required: true },
            { name: 'trip_no', required: false },
          ],
          references: [{ columns: ['trip_no'], table: 'trip', targetColumns: ['trip_no'] }],
        },
      ],
    })
  })

  it('a script becomes a diagram, in words; an error makes --strict fail; what is no diagram is refused with the place', () => {
    expect(
      run(['diagram', '-'], 'CREATE TABLE bay (hall char(1), no integer, PRIMARY KEY (hall, no));').stdout,
    ).toContain('bay is identified by hall and no.')
    expect(run(['diagram', '-', '--strict'], 'CREATE TABLE bay (hall char(1));').status).toBe(1)
    const { status, stderr } = run(
      ['diagram', '-'],
      '{"format":"nomenklatura-diagram","version":1,"level":"high","entities":[],"relationships":[],"kinds":[]}',
    )
    expect(status).toBe(2)
    expect(stderr).toContain('level')
  })
})

describe('diagram, further', () => {
  it('draws it, writes it as a graph that is read again, and as tables', () => {
    const folder = mkdtempSync(join(tmpdir(), 'nk-diagram-'))
    const [svg, graph] = [join(folder, 'trips.svg'), join(folder, 'trips.graphml')]
    expect(
      run(['diagram', 'docs/schemas/diagram.example.json', '--svg', svg, '--graphml', graph]).status,
    ).toBe(0)
    expect(readFileSync(svg, 'utf8')).toMatch(
      /^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"[\s\S]*brings in[\s\S]*<\/svg>$/,
    )
    expect(run(['diagram', graph, '--json']).stdout).toBe(
      run(['diagram', 'docs/schemas/diagram.example.json', '--json']).stdout,
    )
    expect(run(['diagram', graph, '--to-script', 'iso']).stdout).toContain(
      'FOREIGN KEY (trip_no) REFERENCES trip',
    )
    expect(run(['diagram', graph, '--to-script', 'cobol']).status).toBe(2)
    expect(run(['diagram', '-'], '<graphml><graph></graphml>').status).toBe(2)
  })

  it('marks diagrams alone: a document or a graph', () => {
    const folder = mkdtempSync(join(tmpdir(), 'nk-diagram-'))
    const exercise = JSON.parse(readFileSync('db/demo/exercises/a-drawer-for-every-packet.json', 'utf8')) as {
      models: { diagram: unknown }[]
    }
    const file = join(folder, 'wen.json')
    writeFileSync(file, JSON.stringify(exercise.models[0]!.diagram))
    const graph = join(folder, 'ilse.graphml')
    run(['diagram', file, '--graphml', graph])
    for (const answer of [file, graph])
      expect(
        JSON.parse(
          run(['mark', 'db/demo/exercises/a-drawer-for-every-packet.json', answer, '--json']).stdout,
        ),
      ).toMatchObject({ points: { got: 40, open: 0, of: 40 } })
  })
})

describe('dependencies', () => {
  it('answers in the published shape', () => {
    const { status, stdout } = run(
      ['dependencies', '-', '--json'],
      JSON.stringify({
        attributes: ['A', 'B', 'C'],
        dependencies: [
          { from: ['A'], to: ['B'] },
          { from: ['B'], to: ['C'] },
        ],
        closures: [['A'], ['C']],
        implies: [{ from: ['A'], to: ['C'] }],
        split: [
          ['A', 'B'],
          ['B', 'C'],
        ],
        project: [['A', 'C']],
      }),
    )
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toEqual({
      keys: [['A']],
      keysComplete: true,
      prime: ['A'],
      minimalCover: [
        { from: ['A'], to: ['B'] },
        { from: ['B'], to: ['C'] },
      ],
      normalForm: '2NF',
      violations: [
        {
          form: '3NF',
          dependency: { from: ['B'], to: ['C'] },
          reason: expect.stringContaining('{B} is no key'),
        },
      ],
      synthesis: [
        { attributes: ['A', 'B'], keys: [['A']] },
        { attributes: ['B', 'C'], keys: [['B']] },
      ],
      bcnf: [
        { attributes: ['A', 'B'], keys: [['A']] },
        { attributes: ['B', 'C'], keys: [['B']] },
      ],
      bcnfLost: [],
      split: {
        lossless: true,
        preserving: true,
        lost: [],
        parts: [
          { attributes: ['A', 'B'], keys: [['A']], normalForm: 'BCNF' },
          { attributes: ['B', 'C'], keys: [['B']], normalForm: 'BCNF' },
        ],
      },
      closures: [['A', 'B', 'C'], ['C']],
      implies: [true],
      project: [[{ from: ['A'], to: ['C'] }]],
    })
  })
  it('an array in gives an array out', () => {
    const one = { attributes: ['A'], dependencies: [] }
    expect(JSON.parse(run(['dependencies', '-', '--json'], JSON.stringify([one, one])).stdout)).toHaveLength(
      2,
    )
  })
  it('says which part a limit stopped', () => {
    const pairs = Array.from({ length: 6 }, (_, i) => [
      { from: [`a${i}`], to: [`b${i}`] },
      { from: [`b${i}`], to: [`a${i}`] },
    ]).flat()
    const answer = JSON.parse(
      run(
        ['dependencies', '-', '--json'],
        JSON.stringify({ attributes: pairs.map(({ from }) => from[0]), dependencies: pairs, limit: 3 }),
      ).stdout,
    )
    expect(answer).toMatchObject({ keysComplete: false, prime: null })
    expect(answer.undecided).toContain('keys')
  })
  it.each([
    [
      'an attribute that is not there',
      { attributes: ['A'], dependencies: [{ from: ['X'], to: ['A'] }] },
      '"X" is not one of the attributes',
    ],
    ['an attribute twice', { attributes: ['A', 'A'], dependencies: [] }, '"A" is listed twice'],
    ['a missing part', { attributes: ['A'] }, 'dependencies'],
    [
      'a mark that is none',
      { attributes: ['A', 'B'], dependencies: [{ from: ['A'], to: ['B'], multi: 'yes' }] },
      'dependencies.0.multi',
    ],
  ])('refuses %s, in one line that says where', (_, question, reason) => {
    const { status, stdout, stderr } = run(['dependencies', '-'], JSON.stringify(question))
    expect(status).toBe(2)
    expect(stdout).toBe('')
    expect(stderr.trim().split('\n')).toHaveLength(1)
    expect(stderr).toContain(reason)
  })

  it('reasons with multivalued dependencies, in JSON and in words', () => {
    const question = {
      attributes: ['course', 'teacher', 'text'],
      dependencies: [{ from: ['course'], to: ['teacher'], multi: true }],
      implies: [{ from: ['course'], to: ['text'], multi: true }],
    }
    const answer = JSON.parse(run(['dependencies', '-', '--json'], JSON.stringify(question)).stdout)
    expect(answer).toMatchObject({
      normalForm: 'BCNF',
      implies: [true],
      fourth: [{ attributes: ['course', 'teacher'] }, { attributes: ['course', 'text'] }],
      violations: [{ form: '4NF', dependency: { multi: true } }],
    })
    const { stdout } = run(['dependencies', '-'], JSON.stringify(question))
    expect(stdout).toContain('Fourth normal form: (course, teacher) (course, text)')
    expect(stdout).toContain(
      '{course} is no key, yet every teacher that goes with it is combined with every text',
    )
  })
})

describe('script', () => {
  const broken = file(
    'broken.sql',
    'CREATE TABLE bay (\n  bay_no integer PRIMARY KEY\n  hall text\n);\nSELECT 1;\n',
  )
  it('prints tables and diagnostics with lines and columns from 1, and exits 0 whatever the text', () => {
    const { status, stdout } = run(['script', broken, '--dialect', 'postgresql', '--json'])
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({
      dialect: 'postgresql',
      tables: [
        {
          name: 'bay',
          namespace: null,
          line: 1,
          primaryKey: { name: null, columns: ['bay_no'] },
          columns: [
            { name: 'bay_no', required: true, line: 2, type: { text: 'integer', family: 'integer' } },
            { name: 'hall', required: false, numbering: null },
          ],
        },
      ],
      diagnostics: [
        {
          code: 'syntax.missing-comma',
          severity: 'error',
          line: 2,
          endLine: 2,
          fix: { line: 2, column: 29, text: ',' },
        },
      ],
      opaque: [{ line: 5, text: 'SELECT 1' }],
    })
  })
  it('exits 1 with --strict and an error, 2 where the file or the call cannot be used', () => {
    expect(run(['script', broken, '--strict']).status).toBe(1)
    expect(run(['script', join(folder, 'nowhere.sql')])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('there is no such file'),
    })
    expect(run(['script', broken, '--dialekt', 'x'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('there is no option "--dialekt"'),
    })
    expect(run(['paint'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('there is no command "paint"'),
    })
  })
  it('refuses what is not text', () => {
    writeFileSync(join(folder, 'bytes.sql'), Buffer.from([0xff, 0xfe, 0x00, 0xc3]))
    expect(run(['script', join(folder, 'bytes.sql')])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('is not UTF-8'),
    })
  })
})

describe('mark', () => {
  const exercise = prepareExercise(ExerciseDocument.parse(JSON.parse(readFileSync(EXCHANGE, 'utf8'))))
  it('gives every demo hand-in the marks that the application gives', () => {
    const answers = EXCHANGE_HAND_INS.map(({ student, script }) =>
      file(`${student.replaceAll(' ', '_')}.sql`, script),
    )
    const { status, stdout } = run(['mark', EXCHANGE, ...answers, '--json', '--csv', join(folder, 'out.csv')])
    expect(status).toBe(0)
    const lines = stdout
      .trim()
      .split('\n')
      .map(
        line =>
          JSON.parse(line) as {
            student: string
            points: { got: number; of: number }
            cells: { rule: string; verdict: string; follows: string | null }[]
          },
      )
    expect(
      lines.map(({ student, points, cells }) => [student, points.got, cells.map(({ verdict }) => verdict)]),
    ).toEqual(
      EXCHANGE_HAND_INS.map(({ student, script }) => {
        const { cells } = markScript(exercise, script)
        return [
          student.replaceAll(' ', '_'),
          markedPoints(exercise, cells).got / 1000,
          cells.map(({ verdict }) => verdict),
        ]
      }),
    )
    const csv = readFileSync(join(folder, 'out.csv'), 'utf8').split('\r\n')
    const asked = exercise.document.rules.filter(({ off }) => !off).length
    expect(csv).toHaveLength(EXCHANGE_HAND_INS.length * asked + 2)
    expect(csv[0]).toBe('student,file,rule,sheet,verdict,follows,confidence,points,open,of')
    expect(csv[1]).toMatch(/^Amara_Okonjo,.*Amara_Okonjo\.sql,r1,script,upheld,,sure,2,0,2$/)
    const points = csv.slice(1, asked + 1).map(line => Number(line.split(',').at(-3)))
    expect(points.reduce((a, b) => a + b, 0)).toBe(40)
  })
  it('marks claims about a relation, and says in which field a finding stands', () => {
    const answers = LEDGER_HAND_INS.map(({ student, claims }) =>
      file(
        `${student.replaceAll(' ', '_')}.json`,
        JSON.stringify({ format: 'nomenklatura-answer', version: 1, claims }),
      ),
    )
    const { status, stdout } = run(['mark', 'db/demo/exercises/the-intake-ledger.json', ...answers, '--json'])
    expect(status).toBe(0)
    const lines = stdout
      .trim()
      .split('\n')
      .map(
        line =>
          JSON.parse(line) as {
            points: { got: number }
            cells: { rule: string; verdict: string }[]
            findings: { code: string; field: string; line: number }[]
          },
      )
    LEDGER_HAND_INS.forEach(({ expects }, i) => {
      if (expects !== 'unreadable')
        expect(
          Object.fromEntries(
            lines[i]!.cells.filter(({ verdict }) => verdict !== 'upheld').map(({ rule, verdict }) => [
              rule,
              verdict,
            ]),
          ),
        ).toEqual(expects)
    })
    expect(lines[8]!.findings).toMatchObject([
      { code: 'dependencies.surplus', field: 'dependencies', line: 9 },
    ])
  })
  it('neutralises what a spreadsheet would take for a formula', () => {
    run(['mark', EXCHANGE, file('=cmd.sql', 'SELECT 1'), '--csv', join(folder, 'formula.csv')])
    expect(readFileSync(join(folder, 'formula.csv'), 'utf8')).toContain("'=cmd")
  })
  it('reads an answer as JSON, and says where a document is wrong', () => {
    expect(
      run(['mark', 'docs/schemas/exercise.example.json', 'docs/schemas/answer.example.json']).stdout,
    ).toContain('20 of 20')
    const wrong = file(
      'wrong.json',
      JSON.stringify({ ...JSON.parse(readFileSync(EXCHANGE, 'utf8')), helpLevel: 'some' }),
    )
    expect(run(['mark', wrong, 'docs/schemas/answer.example.json'])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('helpLevel'),
    })
  })
})

describe('prove', () => {
  const PAIR = 'db/demo/exercises/who-collected-what.json'
  interface Report {
    readonly figures: Readonly<Record<string, number>>
    readonly cases: readonly { readonly is: string; readonly outcome: string; readonly helps: string[] }[]
  }

  it('says what an exercise lets pass, with the rule that would notice it', () => {
    const { status, stdout } = run(['prove', PAIR, '--json'])
    expect(status).toBe(0)
    const { figures, cases } = JSON.parse(stdout) as Report
    expect(figures.mistakes! + figures.harmless!).toBe(cases.length)
    expect(figures.punished).toBe(0)
    for (const one of cases) expect(one.helps.length > 0).toBe(one.outcome === 'missed')
    const words = run(['prove', PAIR]).stdout
    expect(words).toContain('Who collected what')
    expect(words).toContain(`${figures.strength} % of the mistakes are noticed`)
  })

  it('comes to the same where everything is run on a database', () => {
    const { figures } = JSON.parse(run(['prove', PAIR, '--json']).stdout) as Report
    const ran = JSON.parse(run(['prove', PAIR, '--json', '--run', '--jobs', '2']).stdout) as Report
    expect(ran).toMatchObject({ executed: true, figures })
  })

  it('is strict about an exercise of which too little is noticed', () => {
    const folder = mkdtempSync(join(tmpdir(), 'nomenklatura-prove-'))
    const document = JSON.parse(readFileSync(PAIR, 'utf8')) as ExerciseDocument
    const weak = join(folder, 'weak.json')
    writeFileSync(weak, JSON.stringify({ ...document, rules: document.rules.slice(0, 1) }))
    expect(run(['prove', weak, '--strict']).status).toBe(1)
    expect(run(['prove', weak]).status).toBe(0)
    expect(run(['prove', 'package.json']).status).toBe(2)
  })
})

describe('the published JSON Schemas', () => {
  it('are those that are checked', () => {
    for (const [name, schema] of Object.entries(jsonSchemas()))
      expect(JSON.parse(readFileSync(`docs/schemas/${name}`, 'utf8'))).toEqual(
        JSON.parse(JSON.stringify(schema)),
      )
  })
})

describe('script and write', () => {
  const MYSQL =
    "CREATE TABLE `garden` (`code` CHAR(4) PRIMARY KEY, `kind` ENUM('field', 'glass')) ENGINE=InnoDB;\nCREATE TABLE trip (no INT AUTO_INCREMENT PRIMARY KEY, garden CHAR(4), FOREIGN KEY (garden) REFERENCES garden (code));\nINSERT INTO garden VALUES ('ALVA', 'glass');\n"
  const wrong = (text: string, ...options: string[]): string[] =>
    (
      JSON.parse(run(['script', '-', '--json', ...options], text).stdout) as {
        diagnostics: { severity: string; code: string }[]
      }
    ).diagnostics
      .filter(({ severity }) => severity === 'error')
      .map(({ code }) => code)

  it('reads the dialect that is named', () => {
    expect(wrong(MYSQL, '--dialect', 'mysql')).toEqual([])
    expect(wrong(MYSQL)).toContain('syntax.other-dialect')
    expect(run(['script', '-', '--strict'], MYSQL).status).toBe(1)
    expect(run(['script', '-', '--dialect', 'cobol'], MYSQL).stderr.trim().split('\n')).toHaveLength(1)
  })

  it('writes a script in another dialect, which is read again; what is lost stands on standard error', () => {
    const { status, stdout, stderr } = run([
      'write',
      file('garden.sql', MYSQL),
      '--from',
      'mysql',
      '--to',
      'postgresql',
      '--rerunnable',
    ])
    expect(status).toBe(0)
    expect(stdout).toContain('DROP TABLE IF EXISTS trip;\nDROP TABLE IF EXISTS garden;')
    expect(stdout).toContain('INSERT INTO garden (code, kind) VALUES')
    expect(wrong(stdout)).toEqual([])
    expect(stderr).toBe('')
    expect(
      run([
        'write',
        file('time.sql', 'CREATE TABLE t (a TIME PRIMARY KEY);'),
        '--from',
        'postgresql',
        '--to',
        'oracle',
      ]).stderr,
    ).toContain('no type for a time alone')
  })

  it('writes a schema as it was printed, and a diagram', () => {
    const printed = run(['script', '-', '--json', '--dialect', 'mysql'], MYSQL).stdout
    expect(run(['write', file('schema.json', printed), '--to', 'sqlserver']).stdout).toContain(
      'IDENTITY(1,1)',
    )
    const graph = join(folder, 'write.graphml')
    run(['diagram', file('garden.sql', MYSQL), '--dialect', 'mysql', '--graphml', graph])
    expect(run(['write', graph, '--to', 'sqlite']).stdout).toContain('REFERENCES garden')
  })

  it.each([
    ['no dialect to write', ['write', '-']],
    ['no dialect it is written in', ['write', '-', '--to', 'iso']],
    ['what is neither diagram nor schema', ['write', file('x.json', '{"tables": 7}'), '--to', 'iso']],
  ])('refuses %s in one line', (_, args) => {
    const { status, stderr } = run(args, 'CREATE TABLE t (a int);')
    expect(status).toBe(2)
    expect(stderr.trim().split('\n')).toHaveLength(1)
  })
})

import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { readZip } from '../../files/zip'
import { zipOf } from '../support/zip'

const PAIR = 'db/demo/exercises/who-collected-what.json'
const RIGHT = `CREATE TABLE participation (
  trip_no integer NOT NULL REFERENCES trip, collector_code char(3) NOT NULL REFERENCES collector, role varchar(30) NOT NULL,
  PRIMARY KEY (trip_no, collector_code));`
const WRONG = RIGHT.replace('(trip_no, collector_code))', '(trip_no, collector_code, role))')

function mark(...args: string[]): { status: number | null; stdout: string; stderr: string } {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['bin/support/run.mjs', 'cli/main.ts', 'mark', PAIR, ...args],
    { encoding: 'utf8' },
  )
  return { status, stdout, stderr }
}
function folderOf(files: Readonly<Record<string, string | Buffer>>): string {
  const folder = mkdtempSync(join(tmpdir(), 'nomenklatura-bulk-'))
  for (const [name, content] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, name)), { recursive: true })
    writeFileSync(join(folder, name), content)
  }
  return folder
}
const marksOf = (stdout: string): string[] => stdout.trim().split('\n').sort()

describe('a class in a folder', () => {
  const utf16 = Buffer.from(`\uFEFF${RIGHT}`, 'utf16le')
  const latin = Buffer.from(RIGHT.replace('role varchar', '/* R\u00F8le */ role varchar'), 'latin1')
  const folder = folderOf({
    'a/ilse.sql': RIGHT,
    'a/bo.SQL': WRONG,
    'b/wen.txt': utf16,
    'b/deep/er/runa.sql': latin,
    'b/notes.docx': 'not ours',
    'b/.hidden.sql': 'x',
    'a/broken.json': '{ "format": ',
    'a/junk.sql': Buffer.from([0x50, 0x4b, 3, 4, 0, 1, 2, 0, 9, 0, 0, 200, 0, 1]),
    // One name in two places is two students.
    'a/answer.sql': RIGHT,
    'b/answer.sql': WRONG,
  })

  it('is read with all below it, in any case and encoding; what cannot be read is named, and the rest is marked', () => {
    const { status, stdout, stderr } = mark(folder)
    expect(marksOf(stdout)).toEqual([
      'a/answer: 20 of 20',
      'b/answer: 15 of 20',
      'bo: 15 of 20',
      'ilse: 20 of 20',
      'runa: 20 of 20',
      'wen: 20 of 20',
    ])
    expect(stderr).toContain('junk.sql: is no text')
    expect(stderr).toContain('broken.json: is not JSON')
    expect(stderr).toMatch(/1 file was passed over: .*notes\.docx/)
    expect(status).toBe(2)
  })

  it('is a table line by line, and a text for each student', () => {
    const out = folderOf({})
    const { status } = mark(
      join(folder, 'b/deep'),
      join(folder, 'a/bo.SQL'),
      '--csv',
      join(out, 'marks.csv'),
      '--feedback',
      join(out, 'told'),
    )
    expect(status).toBe(0)
    const lines = readFileSync(join(out, 'marks.csv'), 'utf8').trimEnd().split('\r\n')
    expect(lines.filter(line => line.startsWith('bo,')).length).toBeGreaterThan(5)
    expect(lines).toContainEqual(expect.stringMatching(/^bo,.*bo\.SQL,r1,script,broken,,sure,0,0,5$/))
    expect(readdirSync(join(out, 'told')).sort()).toEqual(['bo.txt', 'runa.txt'])
    const told = readFileSync(join(out, 'told/bo.txt'), 'utf8')
    expect(told).toContain('bo: 15 of 20')
    expect(told).toMatch(/broken: 0 of 5\n {2}\S/)
    expect(readFileSync(join(out, 'told/runa.txt'), 'utf8')).toContain('Every rule is upheld.')
  })

  it('says the reasons in readable text where it is one answer', () => {
    expect(mark(join(folder, 'a/bo.SQL')).stdout).toMatch(/rule 1, script: .*participation/)
  })

  it('takes several files of one name as the sheets of one student, and refuses two of one sheet', () => {
    const both = folderOf({ 'ilse.sql': RIGHT, 'ilse.txt': WRONG, 'wen.sql': RIGHT })
    const { stdout, stderr, status } = mark(both)
    expect(marksOf(stdout)).toEqual(['wen: 20 of 20'])
    expect(stderr).toContain('ilse.txt: has the same sheet (script) as')
    expect(status).toBe(2)
  })

  it('in a zip is marked as in a folder', () => {
    const zip = zipOf([
      { path: 'class/ilse.sql', bytes: RIGHT },
      { path: 'class/bo.sql', bytes: WRONG },
      { path: 'class/picture.png', bytes: 'x' },
      { path: '__MACOSX/class/._ilse.sql', bytes: 'x' },
    ])
    const { status, stdout, stderr } = mark(join(folderOf({ 'class.zip': zip }), 'class.zip'))
    expect(marksOf(stdout)).toEqual(['bo: 15 of 20', 'ilse: 20 of 20'])
    expect(stderr).toMatch(/1 file was passed over: .*picture\.png/)
    expect(status).toBe(0)
  })

  it('with nothing to mark says so', () => {
    expect(mark(folderOf({ 'x.docx': '' }))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('there is no .sql'),
    })
    expect(mark('/no/such/place').stderr).toContain('there is no such file')
  })
})

describe('an archive that is made to do harm', () => {
  const LIMITS = { entries: 50, fileBytes: 1_000_000, bytes: 3_000_000, depth: 6 }
  const read = (bytes: Buffer): Promise<string> =>
    readZip(bytes, LIMITS, () => true).then(
      files => files.map(({ path }) => path).join(' '),
      error => `${(error as Error).name}: ${(error as Error).message}`,
    )
  const good = zipOf([{ path: 'a.sql', bytes: 'SELECT 1' }])
  const many = Array.from({ length: 60 }, (_, i) => ({ path: `${i}.sql`, bytes: 'x' }))
  const zeros = Buffer.alloc(900_000)
  it.each([
    ['is cut off', good.subarray(0, good.length - 30), /end of central directory/i],
    ['is none', Buffer.from('SELECT 1'), /end of central directory/i],
    ['has very many entries', zipOf(many), /60 entries; at most 50/],
    ['says it has more entries than it has', zipOf([{ path: 'a.sql', bytes: 'x' }], { entries: 40 }), /./],
    [
      'grows to much in one file',
      zipOf([{ path: 'a.sql', bytes: Buffer.alloc(1_200_000) }]),
      /larger than 1 MB/,
    ],
    [
      'grows to much in all',
      zipOf(['a', 'b', 'c', 'd'].map(path => ({ path: `${path}.sql`, bytes: zeros }))),
      /larger than 3 MB/,
    ],
    ['says that it is small, and is not', zipOf([{ path: 'a.sql', bytes: zeros, said: { size: 10 } }]), /./],
    ['leads out of its folder', zipOf([{ path: '../../etc/passwd', bytes: 'x' }]), /relative path/i],
    ['has an absolute path', zipOf([{ path: '/etc/cron.d/x.sql', bytes: 'x' }]), /absolute path/i],
    ['is encrypted', zipOf([{ path: 'a.sql', bytes: 'x', said: { flags: 0x0801 } }]), /encrypted/],
    [
      'is packed in a way nobody knows',
      zipOf([{ path: 'a.sql', bytes: 'x', said: { method: 99 } }]),
      /compression method/i,
    ],
    ['lies very deep', zipOf([{ path: `${'d/'.repeat(9)}a.sql`, bytes: 'x' }]), /more than 6 folders deep/],
  ])('and %s is refused whole, with why', async (_, bytes, why) => {
    const said = await read(bytes)
    expect(said).toMatch(/^BadZip: /)
    expect(said).toMatch(why)
  })
  it('while a sound one is read', async () => {
    expect(await read(good)).toBe('a.sql')
  })
  it('whichever byte of it is another, is read or refused, and never hangs', async () => {
    for (let i = 0; i < good.length; i++) {
      const bent = Buffer.from(good)
      bent[i] = bent[i]! ^ 0xff
      expect(await read(bent)).toMatch(/^(BadZip: |.*\.sql|\S*$)/)
    }
  })
})

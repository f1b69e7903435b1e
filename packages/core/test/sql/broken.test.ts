import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lineIndex } from '../../src/language'
import { DIALECTS, isRequired, type Schema } from '../../src/schema'
import { fixAll, isOfForm, reviewScript, type ReadScript } from '../../src/sql'
import { ONE_FAULT, type Fault } from './broken/one-fault'
import { WHOLE } from './broken/whole'
import { BROUGHT } from './broken/whole-scripts'

/** All that a script says, without how it says it. */
function said({ schema, inserts }: Pick<ReadScript, 'schema' | 'inserts'>) {
  return {
    tables: tablesOf(schema),
    rows: inserts.flatMap(({ table, columns, rows }) =>
      (rows ?? []).map(({ cells }) => ({
        table,
        columns,
        cells: cells.map(({ kind, text }) => `${kind} ${text}`),
      })),
    ),
  }
}

function tablesOf({ tables }: Schema) {
  return tables.map(table => ({
    name: table.name,
    key: table.primaryKey?.columns ?? null,
    uniques: table.uniques.map(({ columns }) => columns),
    columns: table.columns.map(column => [
      column.name,
      column.type.family,
      column.type.length,
      column.type.precision,
      column.type.scale,
      column.default,
      isRequired(table, column.name),
      column.numbering !== null,
    ]),
    references: table.references.map(({ columns, table: target, targetColumns, onDelete, onUpdate }) => [
      columns,
      target,
      targetColumns,
      onDelete,
      onUpdate,
    ]),
    checks: table.checks.map(({ expression }) => expression),
  }))
}

const ofForm = (script: string, dialect: Fault['dialect']) =>
  reviewScript(script, { dialect }).findings.filter(({ code }) => code.startsWith('syntax.'))
const broken = ({ dialect, from, to }: Fault): string => {
  expect(WHOLE[dialect].split(from).length, `"${from}" stands in the script`).toBeGreaterThan(1)
  return WHOLE[dialect].replace(from, () => to)
}

describe('the scripts that the broken ones are made of', () => {
  it.each(DIALECTS)('%s has nothing wrong in how it is written', dialect => {
    const { findings, schema } = reviewScript(WHOLE[dialect], { dialect })
    expect(
      findings
        .filter(({ code, severity }) => code.startsWith('syntax.') || severity === 'error')
        .map(({ code, params }) => `${code} ${JSON.stringify(params)}`),
    ).toEqual([])
    expect(schema.tables.length).toBeGreaterThan(1)
  })
})

describe(`${ONE_FAULT.length} scripts with one fault`, () => {
  it('are at least 150', () => expect(ONE_FAULT.length).toBeGreaterThanOrEqual(150))

  it.each(
    ONE_FAULT.map(
      fault =>
        [
          `${fault.dialect}: ${fault.from.replaceAll('\n', '⏎')} → ${fault.to.replaceAll('\n', '⏎')}`,
          fault,
        ] as const,
    ),
  )('%s', (_, fault) => {
    const script = broken(fault)
    const { dialect, from, code, line = 0 } = fault
    const found = ofForm(script, dialect)
    expect(found.map(finding => finding.code)).toEqual([code])
    const at = lineIndex(script)
    expect(at.at(found[0]!.place.start).line).toBe(at.at(WHOLE[dialect].indexOf(from)).line + line)
    const { text } = fixAll(script, { dialect })
    if (found[0]!.fix) expect(ofForm(text, dialect)).toEqual([])
    if (fault.isOther) return
    expect(said(reviewScript(script, { dialect }))).toEqual(said(reviewScript(WHOLE[dialect], { dialect })))
    expect(found[0]!.fix).toBeDefined()
    expect(said(reviewScript(text, { dialect }))).toEqual(said(reviewScript(WHOLE[dialect], { dialect })))
  })
})

describe('scripts as they are brought', () => {
  it.each(BROUGHT.map(brought => [`${brought.dialect}: ${brought.name}`, brought] as const))(
    '%s',
    (_, { dialect, script, said: expected, mended }) => {
      const at = lineIndex(script)
      expect(ofForm(script, dialect).map(({ code, place }) => `${at.at(place.start).line} ${code}`)).toEqual(
        expected,
      )
      expect(fixAll(script, { dialect }).text).toBe(mended)
      expect(said(reviewScript(mended, { dialect }))).toEqual(said(reviewScript(script, { dialect })))
    },
  )
})

/** Faults whose places do not touch, put into one script. */
function together(faults: readonly Fault[]): string | undefined {
  const [{ dialect }] = faults as [Fault]
  const whole = WHOLE[dialect]
  const places = faults
    .map(fault => ({
      fault,
      start: whole.indexOf(fault.from),
      end: whole.indexOf(fault.from) + fault.from.length,
    }))
    .sort((a, b) => a.start - b.start)
  if (places.some(({ start }, i) => i > 0 && whole.slice(places[i - 1]!.end, start).split('\n').length < 3))
    return undefined
  return places.reduceRight(
    (text, { fault, start, end }) => text.slice(0, start) + fault.to + text.slice(end),
    whole,
  )
}

describe('scripts with several faults', () => {
  const several = DIALECTS.flatMap((dialect, d) => {
    const own = ONE_FAULT.filter(fault => fault.dialect === dialect && !fault.isOther)
    const groups = fc.sample(
      fc.uniqueArray(fc.constantFrom(...own), { minLength: 2, maxLength: dialect === 'iso' ? 2 : 4 }),
      { seed: 41 + d, numRuns: 400 },
    )
    return groups
      .map(faults => ({ dialect, faults, script: together(faults) }))
      .filter(({ script }) => script !== undefined)
      .slice(0, dialect === 'postgresql' ? 20 : 10)
  })
  it('are at least 50', () => expect(several.length).toBeGreaterThanOrEqual(50))

  it.each(
    several.map(
      (entry, i) =>
        [
          `${i + 1}. ${entry.dialect}: ${entry.faults.map(({ to }) => to.trim().slice(0, 24).replaceAll('\n', '⏎')).join(' · ')}`,
          entry,
        ] as const,
    ),
  )('%s', (_, { dialect, faults, script }) => {
    expect(
      ofForm(script!, dialect)
        .map(({ code }) => code)
        .sort(),
    ).toEqual(faults.map(({ code }) => code).sort())
    const whole = said(reviewScript(WHOLE[dialect], { dialect }))
    expect(said(reviewScript(script!, { dialect }))).toEqual(whole)
    const { text } = fixAll(script!, { dialect }, isOfForm)
    expect(ofForm(text, dialect)).toEqual([])
    expect(said(reviewScript(text, { dialect }))).toEqual(whole)
  })
})

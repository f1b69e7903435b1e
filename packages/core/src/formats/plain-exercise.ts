import { emptyExercise, type ExerciseDocument } from '../exercise'
import { proposeSheet } from '../marking'
import { shareEvenly, type RuleEntry } from '../rules'
import { readScript, writeScript } from '../sql'
import { looksLikeRelations, readRelations } from './relational-notation'

/** An exercise that was kept as plain text: what was found in it, and what was understood. */
export interface PlainExercise {
  readonly title: string
  readonly brief: string
  /** The solution as a script; empty where none was found. */
  readonly script: string
  /** The points of all; null where none are said. */
  readonly points: number | null
  readonly understood: readonly string[]
}

const SQL = /^\s*(?:create|alter|insert|drop|comment)\s/i
const RELATION = /^[\p{L}_][\p{L}\p{N}_ ]{0,60}\(.*\)$/u
/** Lines that only head what comes. */
const HEADING =
  /^(?:the )?(?:model )?(?:case|brief|task|exercise|problem|solution|answer|points|marks|marking|grading)(?: scheme)?$/i
const POINTS = /(\d+(?:[.,]\d+)?) ?(?:points?|pts?|marks?|p)\.?\)?$/i
const TOTAL = /\b(?:total|sum|altogether|in all|maximum|out of)\b/i

/** The line with single spaces, and without what ends it. */
const plainLine = (line: string): string => line.trim().replaceAll(/\s+/g, ' ')
const withoutStop = (line: string): string =>
  plainLine(line)
    .replace(/[.:;]$/, '')
    .trimEnd()
const pointsIn = (line: string): number | undefined => {
  const found = line.length > 160 ? null : POINTS.exec(withoutStop(line))
  return found ? Number(found[1]!.replace(',', '.')) : undefined
}

/**
 * Reads an exercise of one paste: a title, the case, a solution (CREATE TABLE statements, or relations), points. What is
 * none of these is the case. Nothing is lost: every line is in one of them.
 */
export function readPlainExercise(text: string): PlainExercise {
  const lines = text.replaceAll(/\r\n?/g, '\n').split('\n')
  const sql = linesOfSql(lines)
  const relations = sql.size > 0 ? new Set<number>() : linesOfRelations(lines)
  const points = new Map<number, number>()
  lines.forEach((line, i) => {
    const found = sql.has(i) || relations.has(i) ? undefined : pointsIn(line)
    if (found !== undefined) points.set(i, found)
  })
  const rest = lines.flatMap((line, i) =>
    sql.has(i) ||
    relations.has(i) ||
    points.has(i) ||
    HEADING.test(withoutStop(line).replace(/^#+/, '').trim())
      ? []
      : [line],
  )
  const at = rest.findIndex(line => line.trim() !== '')
  const first = rest[at]?.trim().replace(/^#+/, '').trim() ?? ''
  const isTitle = first !== '' && first.length <= 80 && !/[.;]$/.test(first)
  const solution = scriptOf(lines, sql, relations)
  const total = totalOf(lines, points)
  return {
    title: isTitle ? first : '',
    brief: (isTitle ? rest.slice(at + 1) : rest)
      .join('\n')
      .replaceAll(/\n{3,}/g, '\n\n')
      .trim(),
    script: solution.script,
    points: total,
    understood: [...solution.understood, ...(total === null ? [] : [`${total} points in all.`])],
  }
}

/** From a line that begins a statement to the one that ends it. */
function linesOfSql(lines: readonly string[]): ReadonlySet<number> {
  const found = new Set<number>()
  let isWithin = false
  lines.forEach((line, i) => {
    isWithin ||= SQL.test(line)
    if (!isWithin) return
    found.add(i)
    if (line.replace(/--.*$/, '').trimEnd().endsWith(';')) isWithin = false
  })
  return found
}

function linesOfRelations(lines: readonly string[]): ReadonlySet<number> {
  const candidates = lines.flatMap((line, i) =>
    RELATION.test(withoutStop(line)) && pointsIn(line) === undefined ? [i] : [],
  )
  const isOne = candidates.length > 0 && looksLikeRelations(candidates.map(i => lines[i]).join('\n'))
  return new Set(isOne ? candidates : [])
}

function scriptOf(
  lines: readonly string[],
  sql: ReadonlySet<number>,
  relations: ReadonlySet<number>,
): { readonly script: string; readonly understood: readonly string[] } {
  const chosen = (of: ReadonlySet<number>): string => lines.filter((_, i) => of.has(i)).join('\n')
  if (sql.size > 0) {
    const script = chosen(sql)
    const { tables } = readScript(script).schema
    return {
      script,
      understood: [
        `A solution of ${tables.length === 1 ? '1 table' : `${tables.length} tables`}: ${tables.map(({ name }) => name).join(', ')}.`,
      ],
    }
  }
  if (relations.size === 0) return { script: '', understood: ['No solution was found in it.'] }
  const { schema, understood } = readRelations(chosen(relations))
  return { script: writeScript(schema, { to: 'postgresql' }).text, understood }
}

/** What is said to be the total, else the sum of what is said. */
function totalOf(lines: readonly string[], points: ReadonlyMap<number, number>): number | null {
  if (points.size === 0) return null
  const total = [...points].find(([i]) => TOTAL.test(lines[i]!))
  return total?.[1] ?? [...points.values()].reduce((sum, value) => sum + value, 0)
}

/** The exercise with a rule sheet that is proposed from its solution, and comes to its points. */
export function exerciseFromPlain(plain: PlainExercise, title: string): ExerciseDocument {
  const empty = { ...emptyExercise(title), brief: plain.brief }
  if (plain.script === '') return empty
  const document = { ...empty, models: [{ name: 'Model answer', script: plain.script }] }
  return { ...document, rules: withTotal(proposeSheet(document), plain.points) }
}

function withTotal(rules: RuleEntry[], total: number | null): RuleEntry[] {
  if (total === null || total <= 0 || total > 1000) return rules
  const shares = shareEvenly(total, rules.length)
  return rules.map((rule, i) => ({ ...rule, points: shares[i]! }))
}

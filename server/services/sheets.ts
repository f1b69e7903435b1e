import { DependencyClaims, NO_CLAIMS, isEmptyClaims } from '@nomenklatura/core/claims'
import { Diagram, EMPTY_DIAGRAM, isEmptyDiagram } from '@nomenklatura/core/diagram'
import { Dictionary, EMPTY_DICTIONARY, isEmptyDictionary } from '@nomenklatura/core/dictionary'
import { documentFaults, type AnswerDocument, type ExerciseDocument } from '@nomenklatura/core/formats'
import type { AskedSheet, StudentRelation } from '#shared/answers'
import type { Db } from '../repositories/database'
import { latestSheet, type SavedSheet } from '../repositories/worksheets'
import { SHEET_NAMES } from '#shared/sheets'
import { Refusal } from './problem'
import { refuseBadSigns } from './signs'

export type SavedSheets = Readonly<Partial<Record<AskedSheet, SavedSheet>>>

/** What each person's own task is made from: the same person always has the same, another has another. */
export const seedOf = (exerciseId: string, personId: string): string => `${exerciseId}:${personId}`

/** What stands on each asked sheet: what was last saved, or last saved by a moment. */
export async function latestSheets(
  db: Db,
  worksheetId: string,
  asked: readonly AskedSheet[],
  by?: Date,
): Promise<SavedSheets> {
  const saved: Partial<Record<AskedSheet, SavedSheet>> = {}
  for (const sheet of asked) {
    const found = await latestSheet(db, worksheetId, sheet, by)
    if (found) saved[sheet] = found
  }
  return saved
}

/** The claims of a saved sheet; none before the first save. */
export function claimsIn(content: string | undefined): DependencyClaims {
  return content === undefined || content === '' ? NO_CLAIMS : DependencyClaims.parse(JSON.parse(content))
}

/** The dictionary of a saved sheet; an empty one before the first save. */
export function dictionaryIn(content: string | undefined): Dictionary {
  return content === undefined || content === '' ? EMPTY_DICTIONARY : Dictionary.parse(JSON.parse(content))
}

/** The diagram of a saved sheet; an empty one before the first save. */
export function diagramIn(content: string | undefined): Diagram {
  return content === undefined || content === '' ? EMPTY_DIAGRAM : Diagram.parse(JSON.parse(content))
}

const SHAPES = { dependencies: DependencyClaims, dictionary: Dictionary, diagram: Diagram } as const

/** Refuses content that is not what the sheet holds, and says where. */
export function checkContent(sheet: AskedSheet, content: string): void {
  if (sheet === 'script') return
  let value: unknown
  try {
    value = JSON.parse(content)
  } catch {
    throw new Refusal(422, 'invalid', 'The content of this sheet is not JSON.')
  }
  refuseBadSigns(value, SHEET_NAMES[sheet])
  const parsed = SHAPES[sheet].safeParse(value)
  if (!parsed.success)
    throw new Refusal(
      422,
      'invalid',
      'Something on this sheet is not as it must be.',
      documentFaults(parsed.error),
    )
}

/** Whether nothing at all stands on any sheet. */
export function isEmpty(saved: SavedSheets): boolean {
  return (
    (saved.script?.content ?? '').trim() === '' &&
    isEmptyClaims(claimsIn(saved.dependencies?.content)) &&
    isEmptyDictionary(dictionaryIn(saved.dictionary?.content)) &&
    hasNothingOwn(diagramIn(saved.diagram?.content))
  )
}

/** What the exercise gives is not the student's. */
function hasNothingOwn(diagram: Diagram): boolean {
  return (
    isEmptyDiagram(diagram) || [...diagram.entities, ...diagram.relationships].every(({ given }) => given)
  )
}

export function answerFrom(
  { sheets }: Pick<ExerciseDocument, 'sheets'>,
  saved: SavedSheets,
  seed: string,
): AnswerDocument {
  return {
    format: 'nomenklatura-answer',
    version: 1,
    script: saved.script?.content ?? '',
    ...(sheets.includes('dependencies') ? { claims: claimsIn(saved.dependencies?.content), seed } : {}),
    ...(sheets.includes('diagram') ? { diagram: diagramIn(saved.diagram?.content) } : {}),
    ...(sheets.includes('dictionary') ? { dictionary: dictionaryIn(saved.dictionary?.content) } : {}),
  }
}

/** The relation as a student may see it: without its dependencies, unless they are given. */
export function toStudentRelation({ relation }: Pick<ExerciseDocument, 'relation'>): StudentRelation | null {
  if (!relation) return null
  const { name, attributes, dependencies, isGiven, asks, isFresh } = relation
  return { name, attributes, given: isGiven ? dependencies : null, asks, isFresh }
}

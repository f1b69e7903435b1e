import { ExerciseDocument, retold } from '@nomenklatura/core/exercise'
import type { ShelfLine } from '#shared/answers'
import { SHELF, type ShelfExercise } from '../../shelf'
import { notFound } from './problem'

/** What stands on the shelf, from easy to hard. */
export function shelfLines(): ShelfLine[] {
  return SHELF.map(entry => {
    const { title, sheets, level, rules } = documentOf(entry)
    const { name, world, difficulty, about, noticed } = entry
    return {
      name,
      title,
      world,
      difficulty,
      about,
      noticed,
      sheets,
      level: sheets.includes('diagram') ? (level ?? 'logical') : null,
      rules: rules.length,
      worlds: [world, ...entry.retellings.map(other => other.world)],
    }
  })
}

/** A ready exercise, as it would come in from its file; told in its own world (0), or in another of its `worlds`. */
export function takeFromShelf(name: string, world = 0): ExerciseDocument {
  const found = SHELF.find(entry => entry.name === name)
  if (!found) throw notFound()
  if (world === 0) return documentOf(found)
  const retelling = found.retellings[world - 1]
  if (!retelling) throw notFound()
  return ExerciseDocument.parse(retold(documentOf(found), retelling))
}

/** Documents are read once: they are part of the application. */
const read = new Map<string, ExerciseDocument>()
function documentOf({ name, document }: ShelfExercise): ExerciseDocument {
  const known = read.get(name) ?? ExerciseDocument.parse(document)
  read.set(name, known)
  return known
}

import { sheetsOf } from '@nomenklatura/core/exercise'
import { sheetModule } from '@nomenklatura/core/sheets'
import { Id } from '#shared/requests'
import type { Role, SheetVersion, SheetVersionContent } from '#shared/answers'
import type { Db } from '../repositories/database'
import { latestRevision } from '../repositories/exercises'
import { findHandedIn, findSaved, findSetAside, listVersions, type SheetOf } from '../repositories/versions'
import { Refusal, notFound } from './problem'
import { visibleExercise } from './worksheets'

interface Asked {
  readonly exerciseId: string
  readonly personId: string
  readonly role: Role
  readonly sheet: string
}

/** The versions of a person's own sheet, the last first. */
export async function showVersions(db: Db, asked: Asked): Promise<SheetVersion[]> {
  return listVersions(db, await sheetOf(db, asked))
}

/** What stood on the sheet in one of them, as it is saved. */
export async function showVersion(db: Db, asked: Asked, key: string): Promise<SheetVersionContent> {
  const content = await contentOf(db, await sheetOf(db, asked), key)
  if (content === undefined)
    throw new Refusal(410, 'version-gone', 'This version is no longer kept: of each minute the last one is.')
  return { key, content }
}

async function sheetOf(db: Db, { exerciseId, personId, role, sheet: name }: Asked): Promise<SheetOf> {
  await visibleExercise(db, exerciseId, role)
  const { document } = await latestRevision(db, exerciseId)
  const sheet = document.sheets.find(asked => asked === name)
  if (!sheet) throw notFound()
  return { exerciseId, personId, sheet }
}

async function contentOf(db: Db, of: SheetOf, key: string): Promise<string | undefined> {
  const [, is, id = ''] = /^(saved|aside|handed)-(.+)$/.exec(key) ?? []
  if (is === 'saved') return /^\d{1,9}$/.test(id) ? findSaved(db, of, Number(id)) : undefined
  if (!is || !Id.safeParse(id).success) return undefined
  if (is === 'aside') return findSetAside(db, of, id)
  const answer = await findHandedIn(db, of, id)
  if (!answer) return undefined
  const stood: unknown = sheetsOf(answer)[sheetModule(of.sheet).field]
  if (stood === undefined) return ''
  return typeof stood === 'string' ? stood : JSON.stringify(stood)
}

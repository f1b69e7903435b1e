import { nameOfPhrase, type CaseMark } from '@nomenklatura/core/exercise'
import type { Sheet } from '@nomenklatura/core/findings'
import { MARKS_ON, type ContentOf, type MarkableSheet, type MarksOnSheet } from '@nomenklatura/core/sheets'
import type { SheetInHand } from '~/sheets/view'

/** A mark of the student's with what it is called, and what stands of it on the sheet in hand. */
export interface OwnMark extends CaseMark {
  readonly name: string
  /** Of an entity: whether it stands on the sheet. */
  readonly isThere: boolean
  /** Of a fact: the entities that have it. */
  readonly owners: readonly string[]
}

/** What is done on the sheet in hand with the student's marks; null where it has no place for them. */
export interface MarksInHand {
  readonly made: string
  readonly entities: readonly string[]
  /** In the order in which they are kept. */
  readonly marks: readonly OwnMark[]
  makeEntities(marks: readonly OwnMark[]): void
  addFact(mark: OwnMark, entity: string): void
}

const isMarkable = (sheet: Sheet): sheet is MarkableSheet => Object.hasOwn(MARKS_ON, sheet)

/** The marks as they are to be put on the sheet in hand. */
export function useCaseMarks(
  current: () => Sheet,
  sheetInHand: () => SheetInHand | null | undefined,
): ComputedRef<MarksInHand | null> {
  const store = useWorksheetStore()

  function inHand<S extends MarkableSheet>(sheet: S): MarksInHand {
    // TypeScript does not see that a sheet and what is done on it belong together.
    const on = MARKS_ON[sheet] as unknown as MarksOnSheet<ContentOf<S>>
    const content = store.contentOf(sheet)
    const entities = on.entities(content)
    const take = (next: ContentOf<S>): void => {
      if (next !== content) sheetInHand()?.take?.(next as never)
    }
    return {
      made: on.made,
      entities,
      marks: (store.caseMarks?.marks ?? []).map(mark => {
        const name = nameOfPhrase(mark)
        return {
          ...mark,
          name,
          isThere: on.hasEntity(content, name),
          owners: entities.filter(entity => on.hasFact(content, entity, name)),
        }
      }),
      makeEntities: marks => take(marks.reduce((next, { name }) => on.withEntity(next, name), content)),
      addFact: ({ name }, entity) => take(on.withFact(content, entity, name)),
    }
  }

  return computed(() => {
    const sheet = current()
    return isMarkable(sheet) && !store.isReadOnly ? inHand(sheet) : null
  })
}

import type { AnswerPlace, MarkedCell } from '../sheets'
import { phrase, reason } from '../words'
import type { Marking } from './mark'

/** The version of a marking's shape: rises when what is stored changes, with a way up from each before. */
export const MARKING_VERSION = 2

/** A marking as it is kept: of this shape, or of one before. */
export type StoredMarking = Marking | MarkingV1

/** Before reasons were codes: with finished sentences, and no version. */
export type MarkingV1 = Omit<Marking, 'version' | 'cells'> & {
  readonly version?: undefined
  readonly cells: readonly CellV1[]
}
type CellV1 = Omit<MarkedCell, 'because' | 'witness'> & {
  readonly because: readonly {
    readonly sentence: string
    readonly told?: string
    readonly hint?: string
    readonly place: AnswerPlace | null
  }[]
  readonly witness: (Omit<NonNullable<MarkedCell['witness']>, 'by'> & { readonly by: string | null }) | null
}

/**
 * A stored marking in today's shape. The sentences of old ones stand as they were made: what was told to
 * somebody does not change afterwards. Linear.
 */
export function upgradeMarking(stored: StoredMarking): Marking {
  return stored.version === undefined ? fromV1(stored) : stored
}

function fromV1({ cells, ...rest }: MarkingV1): Marking {
  return { ...rest, version: MARKING_VERSION, cells: cells.map(cellFromV1) }
}

function cellFromV1({ because, witness, ...rest }: CellV1): MarkedCell {
  return {
    ...rest,
    because: because.map(({ sentence, told = sentence, hint, place }) => ({
      ...(hint === undefined
        ? reason('as-stored', { full: sentence, told })
        : reason('as-stored-claim', { full: sentence, before: hint })),
      place,
    })),
    witness: witness && {
      ...witness,
      by: witness.by === null ? null : phrase('as-stored', { text: witness.by }),
    },
  }
}

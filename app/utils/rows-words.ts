import type { ColumnProfile } from '@nomenklatura/core/rows'
import { describeType } from '@nomenklatura/core/dictionary'

/** What a column holds, as the words in its head: the type first, then what is worth a look. */
interface ColumnFacts {
  readonly type: string
  readonly notes: readonly { readonly text: string; readonly warns: boolean }[]
}

export function columnFacts(
  {
    type,
    format,
    list,
    leadingZeros,
    dates,
    members,
    several,
    alike,
    strangers,
    empty,
    distinct,
  }: ColumnProfile,
  rows: number,
): ColumnFacts {
  const { type: word, size } = describeType(type)
  const note = (text: string, warns = false) => ({ text, warns })
  return {
    type: [word, size, format && format !== word ? format : ''].filter(part => part !== '').join(' '),
    notes: [
      ...(list ? [note(`a list, by “${list.separator}”`, true)] : []),
      ...(leadingZeros ? [note('leading zeros', true)] : []),
      ...(several ? [note(`a ${several}: several facts`, true)] : []),
      ...(dates?.isAmbiguous ? [note('day or month?', true)] : []),
      ...(dates && !dates.isAmbiguous && dates.formats.length > 1
        ? [note(`${dates.formats.length} ways of writing dates`, true)]
        : []),
      ...(strangers.length > 0 ? [note(`unlike the rest: ${strangers.slice(0, 2).join(', ')}`, true)] : []),
      ...(alike.length > 0 ? [note(`spelt two ways: ${alike[0]!.join(', ')}`, true)] : []),
      note(empty > 0 ? `${empty} empty` : 'never empty'),
      note(
        distinct === rows
          ? 'all different'
          : `${distinct} ${members ? 'values, again and again' : 'different'}`,
      ),
    ],
  }
}

/** Names as a set: {site, trip_no}. */
export const setOf = (names: readonly string[]): string =>
  names.length === 0 ? 'nothing at all' : `{${names.join(', ')}}`

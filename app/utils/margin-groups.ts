import type { Finding } from '@nomenklatura/core/findings'

/** Notes of one kind that stand together, folded where they are many. */
export interface NoteGroup {
  readonly code: string
  readonly notes: readonly Finding[]
}

/** So many of a kind are told one by one. */
const FEW = 3

const GRAVITY: readonly Finding['severity'][] = ['error', 'flaw', 'habit', 'remark']

/** Errors one by one, before all else. */
export const errorsIn = (notes: readonly Finding[]): Finding[] =>
  notes.filter(({ severity }) => severity === 'error')

/** The others, the graver first, those of one kind together: alone where they are few. */
export function groupsOfOthers(notes: readonly Finding[]): NoteGroup[] {
  const byCode = new Map<string, Finding[]>()
  for (const note of notes)
    if (note.severity !== 'error') byCode.set(note.code, [...(byCode.get(note.code) ?? []), note])
  const groups = [...byCode].flatMap(([code, of]): NoteGroup[] =>
    of.length > FEW ? [{ code, notes: of }] : of.map(note => ({ code, notes: [note] })),
  )
  const gravity = ({ notes: of }: NoteGroup): number => GRAVITY.indexOf(of[0]!.severity)
  return groups.toSorted((a, b) => gravity(a) - gravity(b))
}

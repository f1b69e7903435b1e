import type { Span } from '../../findings'
import { foldName } from '../../schema'
import type { Cursor } from '../text/cursor'
import type { SqlToken } from '../text/tokens'
import type { Draft } from './draft'
import { skipBody } from './read-opaque'

/** What the server does of itself when rows of a table are entered or changed. */
export interface Trigger {
  readonly name: string
  readonly table: string
  /** Whether it may refuse a row or change what is stored: it stands before the deed, or its body raises an error. */
  readonly mayRefuse: boolean
  /** The words of its body and of what it calls, folded; null where what it calls does not stand in the script. */
  readonly words: ReadonlySet<string> | null
  readonly span: Span
}

/** A trigger whose body may be a function that is made elsewhere. */
export type TriggerDraft = Omit<Trigger, 'words'> & {
  readonly words: ReadonlySet<string>
  readonly calls: string | null
}

/** Words by which a body refuses what is done. Sources: the makers' manuals, from memory. */
const REFUSING: ReadonlySet<string> = new Set([
  'raise',
  'signal',
  'rollback',
  'throw',
  'raiserror',
  'raise_application_error',
])

/** CREATE TRIGGER, FUNCTION and the like: the body is passed over; its words are kept. */
export function readBody(cursor: Cursor, draft: Draft, kind: string): void {
  const from = cursor.place
  skipBody(cursor)
  const tokens = cursor.tokensFrom(from)
  if (kind === 'TRIGGER') {
    const trigger = triggerIn(tokens)
    if (trigger) draft.triggers.push(trigger)
  } else {
    const at = tokens.findIndex(({ upper }) => upper === kind)
    const name = tokens[at + 1]
    if (name) draft.bodies.set(lastName(tokens, at + 1), wordsIn(tokens.slice(at + 2)))
  }
}

/** The triggers with the words of the functions that they call. */
export function finishTriggers({ triggers, bodies }: Draft): Trigger[] {
  return triggers.map(({ calls, words, ...trigger }) => {
    const body = calls === null ? words : bodies.get(calls)
    return {
      ...trigger,
      mayRefuse: trigger.mayRefuse || body === undefined || refuses(body),
      words: body ? new Set([...words, ...body]) : null,
    }
  })
}

function triggerIn(tokens: readonly SqlToken[]): TriggerDraft | undefined {
  const at = tokens.findIndex(({ upper }) => upper === 'TRIGGER')
  const on = tokens.findIndex(({ upper }, i) => upper === 'ON' && i > at)
  if (on < 0 || !tokens[on + 1]) return undefined
  const head = tokens.slice(at, on + 4)
  const words = wordsIn(tokens.slice(on + 2))
  const call = tokens.findIndex(
    ({ upper }, i) => upper === 'EXECUTE' && ['FUNCTION', 'PROCEDURE'].includes(tokens[i + 1]?.upper ?? ''),
  )
  return {
    name: tokens[at + 1]?.text ?? '',
    table: lastName(tokens, on + 1),
    mayRefuse: head.some(({ upper }) => upper === 'BEFORE' || upper === 'INSTEAD') || refuses(words),
    words,
    calls: call < 0 ? null : lastName(tokens, call + 2),
    span: { start: tokens[0]!.start, end: tokens.at(-1)!.end },
  }
}

/** The last part of a name with dots, folded. */
function lastName(tokens: readonly SqlToken[], at: number): string {
  let last = at
  while (tokens[last + 1]?.text === '.' && tokens[last + 2]) last += 2
  return foldName(tokens[last]?.text ?? '')
}

/** Words of a body; one in quotation marks of dollars or apostrophes is a text to the reader. */
function wordsIn(tokens: readonly SqlToken[]): ReadonlySet<string> {
  const words = tokens.flatMap(({ kind, text }) =>
    kind === 'string' ? (text.match(/[\p{L}_][\p{L}\p{N}_]*/gu) ?? []) : [text],
  )
  return new Set(words.map(foldName))
}

const refuses = (words: ReadonlySet<string>): boolean => [...REFUSING].some(word => words.has(word))

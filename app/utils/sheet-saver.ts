import { ref, shallowRef } from 'vue'
import type { SavedAnswer, SheetContent } from '#shared/answers'
import { withoutBadSigns } from '@nomenklatura/core/language'
import { ApiError, errorInWords } from './api'

/** Where the last change is: section 2 of the interface. */
export type SaveState =
  | { readonly status: 'saved'; readonly at: string | null }
  | { readonly status: 'changed' }
  | { readonly status: 'saving'; readonly since: number }
  | { readonly status: 'sent'; readonly at: string }
  | { readonly status: 'offline'; readonly since: string; readonly isKept: boolean }
  | {
      readonly status: 'conflict'
      readonly theirs: string
      readonly theirNumber: number
      readonly at: string
    }
  /** It came after closing: the server keeps it beside, and the desk can show it. */
  | { readonly status: 'late'; readonly at: string }
  /** Signs stand in it that no text can hold: they can be taken out. */
  | { readonly status: 'bad signs'; readonly reason: string }
  | { readonly status: 'refused'; readonly reason: string }

interface Kept {
  readonly content: string
  readonly base: number
  readonly at: string
}

const SAVE_AFTER_MS = 800
/** Who types without a pause is saved all the same. */
const SAVE_AT_LATEST_MS = 4000
const RETRY_AFTER_MS = 3000
/** A server that does not answer in this time counts as one that is not there. */
const ANSWERS_WITHIN_MS = 10_000

export type SheetSaver = ReturnType<typeof makeSheetSaver>

/**
 * Where a sheet is kept in this browser: by person, so that who signs in next never finds another's work as
 * their own.
 */
export function keptKey(personId: string, exerciseId: string, sheet: string): string {
  return `nomenklatura-worksheet-${personId}-${exerciseId}-${sheet}`
}

/**
 * Keeps one sheet. Each change is kept in this browser at once (under `key`) and sent to the server 800 ms
 * after the last one, at the latest 4 s after the first that is not sent; what the server has acknowledged is
 * taken out of the browser again. A save made on an older revision is a conflict, and both stay.
 */
export function makeSheetSaver(
  key: string,
  put: (body: { content: string; base: number }) => Promise<SavedAnswer>,
  opened: SheetContent,
  isReadOnly: () => boolean,
) {
  const content = ref(opened.content)
  const base = ref(opened.number)
  const save = shallowRef<SaveState>({ status: 'saved', at: opened.savedAt })
  let timer: ReturnType<typeof setTimeout> | undefined
  let inFlight: Promise<void> | undefined
  /** When the first change came that the server does not have. */
  let unsentSince: number | undefined
  /** What was sent and never answered: the server may have it all the same. */
  let unanswered: string | undefined

  /** Work that this browser kept and never sent goes on top, or beside when somebody saved meanwhile. */
  function takeKept(): void {
    const kept = readKept()
    if (!kept || kept.content === content.value) return forget()
    if (kept.base === base.value) {
      content.value = kept.content
      schedule()
      return
    }
    save.value = {
      status: 'conflict',
      theirs: content.value,
      theirNumber: base.value,
      at: opened.savedAt ?? kept.at,
    }
    content.value = kept.content
  }

  function readKept(): Kept | undefined {
    try {
      const text = localStorage.getItem(key)
      return text ? (JSON.parse(text) as Kept) : undefined
    } catch {
      return undefined
    }
  }

  function keep(): boolean {
    try {
      localStorage.setItem(
        key,
        JSON.stringify({
          content: content.value,
          base: base.value,
          at: new Date().toISOString(),
        } satisfies Kept),
      )
      return true
    } catch {
      return false
    }
  }

  function forget(): void {
    try {
      localStorage.removeItem(key)
    } catch {
      /* this browser keeps nothing */
    }
  }

  function change(text: string): void {
    if (text === content.value || isReadOnly()) return
    content.value = text
    schedule()
  }

  function schedule(afterMs = SAVE_AFTER_MS): void {
    keep()
    if (save.value.status === 'conflict') return
    if (save.value.status !== 'offline' && save.value.status !== 'saving') save.value = { status: 'changed' }
    unsentSince ??= Date.now()
    clearTimeout(timer)
    timer = setTimeout(
      () => void send(),
      Math.max(0, Math.min(afterMs, unsentSince + SAVE_AT_LATEST_MS - Date.now())),
    )
  }

  /**
   * Sends what is written, if anything is new, after what is under way. Answers whether the server has it now.
   */
  async function send(): Promise<boolean> {
    clearTimeout(timer)
    if (inFlight) await inFlight
    if (save.value.status === 'conflict') return false
    if (isOnServer()) return true
    if (inFlight) return send()
    inFlight = deliver()
    await inFlight
    return isOnServer()
  }

  async function deliver(): Promise<void> {
    unsentSince = undefined
    const sent = content.value
    const wasOffline = save.value.status === 'offline'
    if (!wasOffline) save.value = { status: 'saving', since: Date.now() }
    try {
      const answer = await answerOf(put({ content: sent, base: base.value }))
      unanswered = undefined
      base.value = answer.number
      settle(sent, answer.savedAt, wasOffline)
    } catch (error) {
      if (!isAnswer(error)) unanswered = sent
      fail(error)
    }
    inFlight = undefined
  }

  function isOnServer(): boolean {
    return save.value.status === 'saved' || save.value.status === 'sent'
  }

  function settle(sent: string, at: string, wasOffline: boolean): void {
    if (content.value !== sent) {
      save.value = { status: 'changed' }
      return schedule()
    }
    forget()
    save.value = wasOffline ? { status: 'sent', at } : { status: 'saved', at }
  }

  function fail(error: unknown): void {
    const problem = error instanceof ApiError ? error.problem : undefined
    if (problem?.code === 'stale') {
      const theirs = problem.extra as SheetContent
      // Its answer was lost on the way: no other window saved it, and the next save goes on top.
      if (theirs.content === unanswered) {
        base.value = theirs.number
        unanswered = undefined
        return schedule(0)
      }
      save.value = {
        status: 'conflict',
        theirs: theirs.content,
        theirNumber: theirs.number,
        at: theirs.savedAt ?? new Date().toISOString(),
      }
      return
    }
    if (problem?.code === 'closed-kept') {
      forget()
      save.value = { status: 'late', at: (problem.extra as { at: string }).at }
      return
    }
    if (problem?.code === 'bad-signs') {
      keep()
      save.value = { status: 'bad signs', reason: errorInWords(error) }
      return
    }
    if (problem && problem.status >= 400 && problem.status < 500 && !COMES_BACK.has(problem.code)) {
      keep()
      save.value = { status: 'refused', reason: errorInWords(error) }
      return
    }
    const since = save.value.status === 'offline' ? save.value.since : new Date().toISOString()
    save.value = { status: 'offline', since, isKept: keep() }
    timer = setTimeout(() => void send(), RETRY_AFTER_MS)
  }

  /** Takes out what no text can hold, and sends the rest. */
  function takeSignsOut(): void {
    content.value = withoutBadSigns(content.value)
    save.value = { status: 'changed' }
    schedule(0)
  }

  /** One of two versions goes on; the other stays in the sheet's history on the server. */
  function resolveConflict(mine: boolean): void {
    if (save.value.status !== 'conflict') return
    const { theirs, theirNumber, at } = save.value
    base.value = theirNumber
    if (mine) {
      save.value = { status: 'changed' }
      schedule(0)
      return
    }
    content.value = theirs
    forget()
    save.value = { status: 'saved', at }
  }

  /** Ends it: nothing is sent any more. */
  function close(): void {
    clearTimeout(timer)
  }

  return { content, base, save, takeKept, change, send, resolveConflict, takeSignsOut, close }
}

/** Whether the server answered, though it refused. */
const isAnswer = (error: unknown): boolean => error instanceof ApiError && !error.isOffline

async function answerOf<Answer>(asked: Promise<Answer>): Promise<Answer> {
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('The server does not answer.')), ANSWERS_WITHIN_MS)
  })
  try {
    return await Promise.race([asked, late])
  } finally {
    clearTimeout(timer)
  }
}

/** Refusals after which the same save may be taken: it waits in the browser and is sent again. */
const COMES_BACK: ReadonlySet<string> = new Set([
  'signed-out',
  'another-person',
  'too-many-tries',
  'too-many-saves',
  'busy',
])

const GRAVITY: readonly SaveState['status'][] = [
  'conflict',
  'bad signs',
  'refused',
  'late',
  'offline',
  'saving',
  'changed',
  'sent',
  'saved',
]

/** One word for several sheets: the gravest; of equal ones the latest. */
export function worstSave(states: readonly SaveState[]): SaveState {
  const at = (state: SaveState): string => ('at' in state ? (state.at ?? '') : '')
  return (
    [...states].sort(
      (a, b) => GRAVITY.indexOf(a.status) - GRAVITY.indexOf(b.status) || at(b).localeCompare(at(a)),
    )[0] ?? { status: 'saved', at: null }
  )
}

import type { CheckAnswer, HandInReceipt, SavedAnswer, WorksheetAnswer } from '#shared/answers'

/** Where the last change is: section 2 of the interface. */
export type SaveState
  = | { readonly status: 'saved', readonly at: string | null }
    | { readonly status: 'changed' }
    | { readonly status: 'saving', readonly since: number }
    | { readonly status: 'sent', readonly at: string }
    | { readonly status: 'offline', readonly since: string, readonly isKept: boolean }
    | { readonly status: 'conflict', readonly theirs: string, readonly theirNumber: number, readonly at: string }
    | { readonly status: 'refused', readonly reason: string }

interface Kept { readonly content: string, readonly base: number, readonly at: string }

const SAVE_AFTER_MS = 800
const RETRY_AFTER_MS = 3000

/**
 * A student's working copy of one exercise. Each change is kept in this browser at once and sent to the server 800 ms after the last one;
 * what the server has acknowledged is taken out of the browser again. A save made on an older revision is a conflict, and both stay.
 */
export const useWorksheetStore = defineStore('worksheet', () => {
  const sheet = shallowRef<WorksheetAnswer>()
  const script = ref('')
  const base = ref(0)
  const save = shallowRef<SaveState>({ status: 'saved', at: null })
  const check = shallowRef<{ answer: CheckAnswer, of: string }>()
  const checking = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let sending = false

  const isStale = computed(() => check.value !== undefined && check.value.of !== script.value)
  const isReadOnly = computed(() => !sheet.value?.isOpen)
  const key = (): string => `nomenklatura-worksheet-${sheet.value?.exerciseId}`

  /** Opens what the server answered. Work that this browser kept and never sent goes on top, or beside when somebody saved meanwhile. */
  function open(answer: WorksheetAnswer): void {
    clearTimeout(timer)
    sheet.value = answer
    script.value = answer.script?.content ?? ''
    base.value = answer.script?.number ?? 0
    save.value = { status: 'saved', at: answer.script?.savedAt ?? null }
    check.value = undefined
    const kept = readKept()
    if (!kept || kept.content === script.value) return forget()
    if (kept.base === base.value) {
      script.value = kept.content
      schedule()
      return
    }
    save.value = { status: 'conflict', theirs: script.value, theirNumber: base.value, at: answer.script?.savedAt ?? kept.at }
    script.value = kept.content
  }

  function readKept(): Kept | undefined {
    try {
      const text = localStorage.getItem(key())
      return text ? JSON.parse(text) as Kept : undefined
    }
    catch { return undefined }
  }

  function keep(): boolean {
    try {
      localStorage.setItem(key(), JSON.stringify({ content: script.value, base: base.value, at: new Date().toISOString() } satisfies Kept))
      return true
    }
    catch { return false }
  }

  function forget(): void {
    try { localStorage.removeItem(key()) }
    catch { /* this browser keeps nothing */ }
  }

  function change(text: string): void {
    if (text === script.value || isReadOnly.value) return
    script.value = text
    schedule()
  }

  function schedule(afterMs = SAVE_AFTER_MS): void {
    keep()
    if (save.value.status === 'conflict') return
    if (save.value.status !== 'offline' && save.value.status !== 'saving') save.value = { status: 'changed' }
    clearTimeout(timer)
    timer = setTimeout(() => void send(), afterMs)
  }

  /** Sends what is written, if anything is new. Answers whether the server has it now. */
  async function send(): Promise<boolean> {
    clearTimeout(timer)
    const { value: current } = sheet
    if (!current || save.value.status === 'conflict') return false
    if (isOnServer()) return true
    if (sending) {
      timer = setTimeout(() => void send(), 150)
      return false
    }
    sending = true
    const content = script.value
    const wasOffline = save.value.status === 'offline'
    if (!wasOffline) save.value = { status: 'saving', since: Date.now() }
    try {
      const answer = await api<SavedAnswer>(`/exercises/${current.exerciseId}/script`, { method: 'PUT', body: { content, base: base.value } })
      base.value = answer.number
      settle(content, answer.savedAt, wasOffline)
    }
    catch (error) {
      fail(error)
    }
    sending = false
    return isOnServer()
  }

  function isOnServer(): boolean {
    return save.value.status === 'saved' || save.value.status === 'sent'
  }

  function settle(content: string, at: string, wasOffline: boolean): void {
    if (script.value !== content) {
      save.value = { status: 'changed' }
      return schedule()
    }
    forget()
    save.value = wasOffline ? { status: 'sent', at } : { status: 'saved', at }
  }

  function fail(error: unknown): void {
    const problem = error instanceof ApiError ? error.problem : undefined
    if (problem?.code === 'stale') {
      const theirs = problem.extra as { content: string, number: number, savedAt: string }
      save.value = { status: 'conflict', theirs: theirs.content, theirNumber: theirs.number, at: theirs.savedAt }
      return
    }
    if (problem && problem.status >= 400 && problem.status < 500 && problem.code !== 'signed-out' && problem.code !== 'too-many-tries') {
      keep()
      save.value = { status: 'refused', reason: errorInWords(error) }
      return
    }
    const since = save.value.status === 'offline' ? save.value.since : new Date().toISOString()
    save.value = { status: 'offline', since, isKept: keep() }
    timer = setTimeout(() => void send(), RETRY_AFTER_MS)
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
    script.value = theirs
    forget()
    save.value = { status: 'saved', at }
  }

  async function runCheck(): Promise<void> {
    const { value: current } = sheet
    if (!current || checking.value) return
    checking.value = true
    const of = script.value
    try {
      check.value = { answer: await api<CheckAnswer>(`/exercises/${current.exerciseId}/check`, { method: 'POST', body: { script: of } }), of }
    }
    finally {
      checking.value = false
    }
  }

  async function handIn(): Promise<HandInReceipt> {
    if (!await send()) throw new Error('unsent')
    return api<HandInReceipt>(`/exercises/${sheet.value!.exerciseId}/hand-ins`, { method: 'POST', body: { base: base.value } })
  }

  return { sheet, script, base, save, check, checking, isStale, isReadOnly, open, change, send, resolveConflict, runCheck, handIn }
})

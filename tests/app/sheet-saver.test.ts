import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ApiError } from '../../app/utils/api'
import { keptKey, makeSheetSaver } from '../../app/utils/sheet-saver'

/** A browser's storage, of one browser. */
const kept = new Map<string, string>()
beforeEach(() => {
  kept.clear()
  vi.useFakeTimers()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
    removeItem: (key: string) => kept.delete(key),
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const refusal = (code: string, status: number, extra?: unknown): ApiError =>
  new ApiError({ type: 'about:blank', title: code, status, code, extra })

function saverOf(person: string, answer: (content: string) => Promise<{ number: number; savedAt: string }>) {
  const put = vi.fn(({ content }: { content: string }) => answer(content))
  const saver = makeSheetSaver(
    keptKey(person, 'exercise', 'script'),
    put,
    { content: '', number: 0, savedAt: null },
    () => false,
  )
  saver.takeKept()
  return { saver, put }
}
const saved = (): Promise<{ number: number; savedAt: string }> =>
  Promise.resolve({ number: 1, savedAt: new Date().toISOString() })

describe('who hands in while a save is under way', () => {
  it('waits for it, and for what was typed since', async () => {
    const { saver, put } = saverOf(
      'ada',
      () =>
        new Promise(done => setTimeout(() => done({ number: 1, savedAt: new Date().toISOString() }), 500)),
    )
    saver.change('a')
    await vi.advanceTimersByTimeAsync(900)
    saver.change('ab')
    const sent = Promise.all([saver.send(), saver.send()])
    await vi.advanceTimersByTimeAsync(2000)
    expect(await sent).toEqual([true, true])
    expect(put.mock.calls.map(([{ content }]) => content)).toEqual(['a', 'ab'])
  })
})

describe('a server that does not answer', () => {
  it('counts as one that is not there: the work is kept here, and sent again', async () => {
    const { saver, put } = saverOf('ada', () => new Promise(() => {}))
    saver.change('a')
    await vi.advanceTimersByTimeAsync(9000)
    expect(saver.save.value.status).toBe('saving')
    await vi.advanceTimersByTimeAsync(2000)
    expect(saver.save.value).toMatchObject({ status: 'offline', isKept: true })
    await vi.advanceTimersByTimeAsync(3000)
    expect(put).toHaveBeenCalledTimes(2)
  })

  it('may have saved all the same: what was typed since goes on top, and is no second version', async () => {
    const offline = new ApiError({ type: 'about:blank', title: 'offline', status: 0, code: 'offline' })
    const later = new Date().toISOString()
    const answers = [
      () => Promise.reject(offline),
      () => Promise.reject(refusal('stale', 409, { content: 'a', number: 1, savedAt: later })),
      () => Promise.resolve({ number: 2, savedAt: later }),
    ]
    const { saver, put } = saverOf('ada', () => answers.shift()!())
    saver.change('a')
    await vi.advanceTimersByTimeAsync(1000)
    saver.change('ab')
    await vi.advanceTimersByTimeAsync(5000)
    expect(put.mock.calls.map(([body]) => body)).toEqual([
      { content: 'a', base: 0 },
      { content: 'ab', base: 0 },
      { content: 'ab', base: 1 },
    ])
    expect(saver.save.value).toMatchObject({ status: 'sent' })
  })

  it('and another window that saved something else is a second version', async () => {
    const offline = new ApiError({ type: 'about:blank', title: 'offline', status: 0, code: 'offline' })
    const answers = [
      () => Promise.reject(offline),
      () => Promise.reject(refusal('stale', 409, { content: 'b', number: 1, savedAt: null })),
    ]
    const { saver } = saverOf('ada', () => answers.shift()!())
    saver.change('a')
    await vi.advanceTimersByTimeAsync(6000)
    expect(saver.save.value).toMatchObject({ status: 'conflict', theirs: 'b' })
  })
})

describe('a sheet that is typed in', () => {
  it('is sent 800 ms after the last change', async () => {
    const { saver, put } = saverOf('ada', saved)
    saver.change('a')
    await vi.advanceTimersByTimeAsync(799)
    expect(put).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(1)
    expect(put).toHaveBeenCalledOnce()
    expect(saver.save.value.status).toBe('saved')
  })

  it('without a pause is sent all the same, at the latest every 4 s', async () => {
    const { saver, put } = saverOf('ada', saved)
    let text = ''
    for (let i = 0; i < 60; i++) {
      saver.change((text += 'x'))
      await vi.advanceTimersByTimeAsync(200)
    }
    expect(put.mock.calls.length).toBeGreaterThanOrEqual(2)
    expect(put.mock.calls[0]![0].content.length).toBeLessThanOrEqual(21)
  })
})

describe('whose copy the browser keeps', () => {
  const offline = (): Promise<never> => Promise.reject(refusal('offline', 0))

  it('the next person does not find it, and the same person does', async () => {
    const first = saverOf('ada', offline)
    first.saver.change('what Ada wrote')
    await vi.advanceTimersByTimeAsync(1000)
    first.saver.close()
    const next = saverOf('bo', saved)
    await vi.advanceTimersByTimeAsync(5000)
    expect(next.saver.content.value).toBe('')
    expect(next.put).not.toHaveBeenCalled()
    const again = saverOf('ada', saved)
    expect(again.saver.content.value).toBe('what Ada wrote')
    await vi.advanceTimersByTimeAsync(1000)
    expect(again.put).toHaveBeenCalledOnce()
    expect(kept.size).toBe(0)
  })

  it('stays where somebody else has signed in meanwhile', async () => {
    const { saver } = saverOf('ada', () => Promise.reject(refusal('another-person', 409, { name: 'Bo' })))
    saver.change('what Ada wrote')
    await vi.advanceTimersByTimeAsync(1000)
    expect(saver.save.value).toMatchObject({ status: 'offline', isKept: true })
    expect([...kept.keys()]).toEqual(['nomenklatura-worksheet-ada-exercise-script'])
  })
})

describe('refusals', () => {
  it('a save after closing is on the server, beside what counts', async () => {
    const { saver } = saverOf('ada', () =>
      Promise.reject(refusal('closed-kept', 409, { at: '2026-05-04T18:01:00.000Z' })),
    )
    saver.change('too late')
    await vi.advanceTimersByTimeAsync(1000)
    expect(saver.save.value).toEqual({ status: 'late', at: '2026-05-04T18:01:00.000Z' })
    expect(kept.size).toBe(0)
  })

  it('signs that no text can hold are kept here, and are taken out by one click', async () => {
    const { saver, put } = saverOf('ada', content =>
      content.includes('\u0000') ? Promise.reject(refusal('bad-signs', 422)) : saved(),
    )
    saver.change('CREATE\u0000 TABLE')
    await vi.advanceTimersByTimeAsync(1000)
    expect(saver.save.value.status).toBe('bad signs')
    saver.takeSignsOut()
    await vi.advanceTimersByTimeAsync(1000)
    expect(put.mock.calls.at(-1)![0].content).toBe('CREATE TABLE')
    expect(saver.save.value.status).toBe('saved')
  })
})

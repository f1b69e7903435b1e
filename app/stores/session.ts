import type { Person, SessionAnswer } from '#shared/answers'

/** Who is signed in. Asked once; pages wait for it through the middleware. */
export const useSessionStore = defineStore('session', () => {
  const answer = shallowRef<SessionAnswer | null>(null)
  /** The session ended while a page was open: it stays, and asks to sign in again. */
  const signedOut = ref(false)
  const person = computed<Person | null>(() => answer.value?.person ?? null)

  async function load(): Promise<void> {
    answer.value = await api<SessionAnswer>('/session')
  }

  async function signIn(email: string, password: string): Promise<void> {
    await api('/session', { method: 'POST', body: { email, password } })
    await arrive()
  }

  async function signInAsDemo(email: string): Promise<void> {
    await api('/session/demo', { method: 'POST', body: { email } })
    await arrive()
  }

  async function makeFirstPerson(body: { name: string, email: string, password: string }): Promise<void> {
    await api('/first-person', { method: 'POST', body })
    await arrive()
  }

  async function arrive(): Promise<void> {
    signedOut.value = false
    await load()
  }

  async function signOut(): Promise<void> {
    await api('/session', { method: 'DELETE' })
    await load()
    await navigateTo('/sign-in')
  }

  return { answer, person, signedOut, load, signIn, signInAsDemo, makeFirstPerson, signOut }
})

import type { Person, SessionAnswer } from '#shared/answers'

/** Who is signed in. Asked once; pages wait for it through the middleware. */
export const useSessionStore = defineStore('session', () => {
  const answer = shallowRef<SessionAnswer | null>(null)
  /** The session ended while a page was open: it stays, and asks to sign in again. */
  const signedOut = ref(false)
  /** Who else has signed in in this browser meanwhile: this page is no longer the session's. */
  const another = ref<string | null>(null)
  const person = computed<Person | null>(() => answer.value?.person ?? null)

  asksAs({
    personId: () => person.value?.id,
    signedOut: () => {
      signedOut.value = true
    },
    another: name => {
      another.value = name
    },
  })

  async function load(): Promise<void> {
    answer.value = await api<SessionAnswer>('/session', { person: null })
  }

  async function signIn(email: string, password: string): Promise<void> {
    await api('/session', { method: 'POST', person: null, body: { email, password } })
    await arrive()
  }

  /**
   * The person of this page again, after the session ended: nobody else, since what is open here is theirs.
   */
  async function signInAgain(password: string): Promise<void> {
    const known = person.value
    if (!known) return
    await api('/session', {
      method: 'POST',
      person: null,
      body: { email: known.email, password, as: known.id },
    })
    await arrive()
  }

  /** Asks whose session it is now: another window may have changed it. */
  async function lookAgain(): Promise<void> {
    const known = person.value
    if (!known || signedOut.value || another.value) return
    const { person: now } = await api<SessionAnswer>('/session', { person: null })
    if (!now) signedOut.value = true
    else if (now.id !== known.id) another.value = now.name
  }

  async function signInAsDemo(email: string): Promise<void> {
    await api('/session/demo', { method: 'POST', person: null, body: { email } })
    await arrive()
  }

  async function makeFirstPerson(body: {
    name: string
    email: string
    password: string
    word: string
  }): Promise<void> {
    await api('/first-person', { method: 'POST', person: null, body })
    await arrive()
  }

  async function arrive(): Promise<void> {
    signedOut.value = false
    await load()
  }

  /**
   * What is not yet sent is sent first; then the page begins anew, so that nothing of this person is left in
   * it.
   */
  async function signOut(): Promise<void> {
    await useWorksheetStore().send()
    await api('/session', { method: 'DELETE', person: null })
    window.location.assign('/sign-in')
  }

  return {
    answer,
    person,
    signedOut,
    another,
    load,
    arrive,
    signInAgain,
    lookAgain,
    signIn,
    signInAsDemo,
    makeFirstPerson,
    signOut,
  }
})

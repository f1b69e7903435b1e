import { useSession, type H3Event, type SessionConfig } from 'h3'

interface SessionData { readonly personId?: string }

/** A sealed cookie of our own: encrypted and signed, two weeks, not readable by scripts, sent by this site's pages only. */
function config(): SessionConfig {
  const password = process.env.NUXT_SESSION_PASSWORD ?? ''
  if (password.length < 32) throw new Error('NUXT_SESSION_PASSWORD is not set, or shorter than 32 characters: it seals the sessions.')
  return {
    password, name: 'nomenklatura', maxAge: 14 * 86_400,
    cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure: process.env.NUXT_SESSION_SECURE === 'true' },
  }
}

export async function personIdOf(event: H3Event): Promise<string | undefined> {
  return (await useSession<SessionData>(event, config())).data.personId
}

export async function beginSession(event: H3Event, personId: string): Promise<void> {
  await (await useSession<SessionData>(event, config())).update({ personId })
}

export async function endSession(event: H3Event): Promise<void> {
  await (await useSession<SessionData>(event, config())).clear()
}

import { getHeader, type H3Event } from 'h3'

/**
 * The address that a request comes from. Behind proxies it is the forwarded address that the nearest trusted
 * one saw: NUXT_TRUSTED_PROXIES says how many there are (0 by default: nothing that is forwarded is believed,
 * since anybody can write it).
 */
export function placeOf(event: H3Event): string {
  const trusted = Math.max(0, Math.trunc(Number(process.env.NUXT_TRUSTED_PROXIES ?? 0)) || 0)
  const own = event.node.req.socket.remoteAddress ?? 'unknown'
  if (trusted === 0) return own
  const forwarded = (getHeader(event, 'x-forwarded-for') ?? '')
    .split(',')
    .map(part => part.trim())
    .filter(part => part !== '')
  return forwarded.at(-trusted) ?? own
}

import { createHash } from 'node:crypto'
import { setResponseHeader, setResponseHeaders } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'

const HEADERS = {
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'same-origin',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
}

/**
 * Scripts of our own only; those that the page itself carries are named by their hash. Styles are set by the
 * editor and by components.
 */
function policy(html: string): string {
  const hashes = [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(
    ([, body = '']) => `'sha256-${createHash('sha256').update(body).digest('base64')}'`,
  )
  return [
    "default-src 'self'",
    `script-src 'self' 'wasm-unsafe-eval' ${hashes.join(' ')}`.trim(),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

export default defineNitroPlugin(nitro => {
  const headers =
    process.env.NUXT_SESSION_SECURE === 'true'
      ? { ...HEADERS, 'Strict-Transport-Security': 'max-age=31536000' }
      : HEADERS
  nitro.hooks.hook('request', event => setResponseHeaders(event, headers))
  nitro.hooks.hook('beforeResponse', (event, response) => {
    if (typeof response.body === 'string' && /^\s*<!doctype html>/i.test(response.body))
      setResponseHeader(event, 'Content-Security-Policy', policy(response.body))
  })
})

import pino from 'pino'

/**
 * One line of JSON an event: what a machine reads and a person can. Ids only: no e-mail address, no text of
 * an answer.
 */
export type LogFields = Readonly<Record<string, string | number | boolean | null | undefined>>

const logger = pino({
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
  messageKey: 'event',
  formatters: { level: level => ({ level }) },
  level: process.env.NOMENKLATURA_LOG_LEVEL ?? 'info',
})

export function log(event: string, fields: LogFields = {}): void {
  logger.info(fields, event)
}

/** Something that went wrong, with where and the first lines of the stack; nothing that a person wrote. */
export function logFault(event: string, error: unknown, fields: LogFields = {}): void {
  const fault = error instanceof Error ? error : new Error(String(error))
  const { code } = fault as { code?: unknown }
  logger.error(
    {
      ...fields,
      fault: fault.name,
      ...(typeof code === 'string' ? { code } : {}),
      message: withoutText(fault.message),
      at: fault.stack
        ?.split('\n')
        .filter(line => line.startsWith('    at '))
        .slice(0, 3)
        .map(line => line.trim())
        .join(' | '),
    },
    event,
  )
}

/**
 * Messages of the database's driver begin with the statement, and with it what somebody wrote: the part after
 * the last " - " is the server's own words.
 */
function ownWords(message: string): string {
  return message.includes(' - ') ? message.slice(message.lastIndexOf(' - ') + 3) : message
}

function withoutText(message: string): string {
  return ownWords(message)
    .replace(/\S+@\S+/g, '(address)')
    .slice(0, 300)
}

/**
 * Why something failed, in the words that a person reads: of a statement the database refused, its own words
 * without the statement.
 */
export function reasonOf(error: unknown): string {
  return ownWords((error as Error).message).slice(0, 600)
}

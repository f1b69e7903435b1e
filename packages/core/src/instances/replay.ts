import type { Witness } from '../rules'

/**
 * A witness as SQL that any PostgreSQL runs: the answer's tables, the rows that are there, and the statement that
 * shows it, with what is to be seen; all of it is put back at the end. Null for one that was not run.
 */
export function replayAsSql(tables: readonly string[], { run, outcome }: Witness): string | null {
  if (!run) return null
  const shown = outcome === 'refused' ? `is refused: ${oneLine(run.said ?? '')}` : 'is accepted'
  const statement = (text: string): string => `${text.trim()};`
  return [
    'BEGIN;',
    '-- The tables.',
    ...tables.map(statement),
    'SET CONSTRAINTS ALL DEFERRED;',
    ...(run.before.length > 0 ? ['-- The rows that are there.', ...run.before.map(statement)] : []),
    `-- What is tried ${shown}`,
    ...run.tried.map(statement),
    'SET CONSTRAINTS ALL IMMEDIATE;',
    'ROLLBACK;',
    '',
  ].join('\n')
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ')

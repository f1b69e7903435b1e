import { chainFindings, chainSheet } from '@nomenklatura/core/chain'
import { readClaims, type DependencyClaims, type RelationTask } from '@nomenklatura/core/claims'
import type { Level } from '@nomenklatura/core/diagram'
import type { Finding, TableSheetName } from '@nomenklatura/core/findings'
import { tableSheetModule } from '@nomenklatura/core/sheets'
import {
  reviewScript,
  scriptAloud,
  type ReviewOptions,
  type ReadScript,
  type TableAloud,
} from '@nomenklatura/core/sql'

export interface ScriptQuestion {
  readonly id: number
  readonly script: string
  readonly options: ReviewOptions
  readonly chain: ChainQuestion
}

/** The sheets of one answer that are compared with each other: those that have something of the student's own. */
export interface ChainQuestion {
  readonly level: Level
  readonly sheets: readonly { readonly name: TableSheetName; readonly content: unknown }[]
  readonly claims: { readonly task: RelationTask; readonly claims: DependencyClaims } | null
}

export interface ScriptRead {
  readonly id: number
  /** The text that was read. */
  readonly script: string
  readonly read: ReadScript
  readonly aloud: readonly TableAloud[]
  readonly chain: readonly Finding[]
}

self.addEventListener('message', ({ data }: MessageEvent<ScriptQuestion>) => {
  const { id, script, options } = data
  const read = reviewScript(script, options)
  const answer: ScriptRead = {
    id,
    script,
    read,
    aloud: scriptAloud(read),
    chain: chainOf(data, read),
  }
  self.postMessage(answer)
})

/** What changed on the way from sheet to sheet. */
function chainOf({ options, chain: { level, sheets, claims } }: ScriptQuestion, read: ReadScript): Finding[] {
  const { given = { tables: [] }, dialect = 'postgresql' } = options
  const described = sheets.map(({ name, content }) => {
    const tables = tableSheetModule(name).describes(content, { given, dialect, withSurrogates: true })
    return chainSheet(name, name === 'script' ? { ...tables, schema: read.schema } : tables, level)
  })
  return chainFindings(described, claims ? readClaims(claims.task, claims.claims) : undefined)
}

import { chainFindings } from '@nomenklatura/core/alignment'
import type { Finding } from '@nomenklatura/core/findings'
import type { Schema } from '@nomenklatura/core/schema'
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
  /** What the sheets before it describe, by what they are called. */
  readonly earlier: readonly {
    readonly sheet: string
    readonly schema: Schema
    /** Whether it is asked what must be there. */
    readonly saysRequired: boolean
  }[]
}

export interface ScriptRead {
  readonly id: number
  readonly read: ReadScript
  readonly aloud: readonly TableAloud[]
  readonly chain: readonly Finding[]
}

self.addEventListener('message', ({ data }: MessageEvent<ScriptQuestion>) => {
  const { id, script, options, earlier } = data
  const read = reviewScript(script, options)
  const answer: ScriptRead = {
    id,
    read,
    aloud: scriptAloud(read),
    chain: earlier.flatMap(({ sheet, schema, saysRequired }) =>
      chainFindings(schema, read.schema, sheet, { saysRequired }),
    ),
  }
  self.postMessage(answer)
})

import { mkdirSync, writeFileSync } from 'node:fs'
import { jsonSchemas } from '@nomenklatura/core/formats'

/** Writes the published JSON Schemas anew: node bin/support/run.mjs cli/write-schemas.ts */
mkdirSync('docs/schemas', { recursive: true })
for (const [name, schema] of Object.entries(jsonSchemas()))
  writeFileSync(`docs/schemas/${name}`, `${JSON.stringify(schema, null, 2)}\n`)

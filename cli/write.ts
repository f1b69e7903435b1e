import { Diagram, schemaFromDiagram, withChoices } from '@nomenklatura/core/diagram'
import { documentFaults } from '@nomenklatura/core/exercise'
import { SchemaDocument, schemaFromDocument } from '@nomenklatura/core/formats'
import { DIALECTS, isDialect, type Dialect, type Schema } from '@nomenklatura/core/schema'
import { reviewScript, writeScript, type Insert } from '@nomenklatura/core/sql'
import { parseJson, readDiagram, type TextFile } from '../files/answers'
import { CallError, readInputs, type Call } from './call'
import { printWritten } from './written'

/**
 * `nomenklatura write`: scripts, diagrams and schemas as scripts of another dialect; what is lost on standard
 * error.
 */
export function runWrite(call: Call): number {
  const { files, from, to, rerunnable, strict } = call
  if (to === undefined)
    throw new CallError('--to says the dialect to write; there are ' + DIALECTS.join(', '))
  const inputs = readInputs(files, ['.sql', '.json', '.graphml'])
  let lost = false
  for (const input of inputs) {
    const { schema, inserts = [], dialect } = readSchema(input, from, call)
    if (inputs.length > 1) console.log(`-- ${input.name}`)
    const written = writeScript(schema, { to, rerunnable, inserts, ...(dialect ? { from: dialect } : {}) })
    printWritten(written)
    lost ||= written.losses.length > 0
  }
  return strict && lost ? 1 : 0
}

interface Source {
  readonly schema: Schema
  readonly inserts?: readonly Insert[]
  readonly dialect?: Dialect
}

function readSchema(
  input: TextFile,
  from: Dialect | undefined,
  { oneToOne = 'referenced', kinds = 'several' }: Call,
): Source {
  if (input.name.endsWith('.graphml'))
    return { schema: schemaFromDiagram(withChoices(readDiagram(input), { oneToOne, kinds })).schema }
  if (!input.name.endsWith('.json')) {
    if (from === undefined)
      throw new CallError(
        `${input.name}: --from says the dialect it is written in; there are ${DIALECTS.join(', ')}`,
      )
    const { schema, inserts } = reviewScript(input.text, { dialect: from })
    return { schema, inserts, dialect: from }
  }
  const value = parseJson(input)
  const asSchema = SchemaDocument.safeParse(value)
  if (asSchema.success)
    return {
      schema: schemaFromDocument(asSchema.data),
      ...(isDialect(asSchema.data.dialect) ? { dialect: asSchema.data.dialect } : {}),
    }
  const asDiagram = Diagram.safeParse(value)
  if (asDiagram.success)
    return { schema: schemaFromDiagram(withChoices(asDiagram.data, { oneToOne, kinds })).schema }
  const faults = documentFaults(
    value !== null && typeof value === 'object' && 'tables' in value ? asSchema.error : asDiagram.error,
  )
  throw new CallError(`${input.name}: neither a diagram nor a schema: ${faults[0]}`)
}

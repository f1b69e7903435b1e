import { describe, expect, it } from 'vitest'
import { SchemaDocument, schemaFromDocument, scriptReport } from '../../src/formats'
import { readScript, writeScript } from '../../src/sql'

const SCRIPT = `CREATE TABLE packet (
  packet_no integer PRIMARY KEY,
  grams     numeric(6,2) NOT NULL,
  label     varchar(40)
);`

describe('a schema as JSON', () => {
  it('is printed and read again as the same tables', () => {
    const printed: unknown = JSON.parse(JSON.stringify(scriptReport(SCRIPT, 'postgresql')))
    const schema = schemaFromDocument(SchemaDocument.parse(printed))
    expect(writeScript(schema, { to: 'postgresql' }).text).toBe(
      writeScript(readScript(SCRIPT).schema, { to: 'postgresql' }).text,
    )
  })

  it.each(['precision', 'total'])('says the digits of a decimal as %s, and is read by it', word => {
    const [table] = scriptReport(SCRIPT, 'postgresql').tables
    expect(table!.columns[1]!.type).toMatchObject({ [word]: 6, scale: 2 })
    const document = SchemaDocument.parse({
      tables: [
        {
          name: 'packet',
          columns: [{ name: 'grams', type: { text: 'weight', family: 'decimal', [word]: 6, scale: 2 } }],
        },
      ],
    })
    expect(schemaFromDocument(document).tables[0]!.columns[0]!.type).toMatchObject({ precision: 6, scale: 2 })
  })
})

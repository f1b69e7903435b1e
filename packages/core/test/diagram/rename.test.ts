import { describe, expect, it } from 'vitest'
import { renamedInDictionary, renamedInScript } from '../../src/diagram'
import { NEW_ENTRY } from '../../src/dictionary'

describe('renaming a card on the other sheets', () => {
  it('in a script: tables where a table is named, whatever the writing; columns, constraints, strings and comments stay', () => {
    const script = `-- dispatch_line is long
CREATE TABLE Dispatch_Line (dispatch_line integer CONSTRAINT pk_dispatch_line PRIMARY KEY, note text DEFAULT 'dispatch_line');
CREATE TABLE seal (line integer REFERENCES dispatch_line, at text);
INSERT INTO dispatch_line VALUES (1, 'dispatch_line');`
    const { sheet, places } = renamedInScript(script, 'Dispatch line', 'Parcel')
    expect(places).toBe(3)
    expect(sheet).toBe(
      script
        .replace('TABLE Dispatch_Line', 'TABLE parcel')
        .replace('REFERENCES dispatch_line', 'REFERENCES parcel')
        .replace('INTO dispatch_line', 'INTO parcel'),
    )
    expect(renamedInScript(sheet, 'Parcel', 'Dispatch line').places).toBe(3)
    expect(renamedInScript(script, 'Garden', 'Park')).toEqual({ sheet: script, places: 0 })
  })
  it('in a dictionary: entities and what refers to them', () => {
    const entries = [
      { ...NEW_ENTRY, entity: 'trip', field: 'trip' },
      { ...NEW_ENTRY, entity: 'accession', field: 'trip_no', refersTo: 'Trip.trip_no' },
    ]
    expect(renamedInDictionary({ entries }, 'Trip', 'Journey')).toEqual({
      places: 2,
      sheet: {
        entries: [
          { ...entries[0]!, entity: 'Journey' },
          { ...entries[1]!, refersTo: 'Journey.trip_no' },
        ],
      },
    })
  })
})

import { describe, expect, it } from 'vitest'
import { readPeople } from '../../app/utils/read-people'

describe('people from lines', () => {
  it.each([
    ['Amara Okonjo, amara@skarholm.example', 'Amara Okonjo', 'amara@skarholm.example'],
    ['amara@skarholm.example\tAmara Okonjo', 'Amara Okonjo', 'amara@skarholm.example'],
    ['"Okonjo; Amara" <Amara@Skarholm.example>', 'Okonjo Amara', 'amara@skarholm.example'],
    ['bo@skarholm.example', 'bo', 'bo@skarholm.example'],
  ])('%s', (line, name, email) => expect(readPeople(line)).toEqual({ people: [{ name, email }], faults: [] }))

  it('an address that stands twice is one person; a line without one is told', () => {
    expect(readPeople('A, a@x.example\n\nB, A@x.example\nnobody\n')).toEqual({
      people: [{ name: 'B', email: 'a@x.example' }],
      faults: ['nobody'],
    })
  })
})

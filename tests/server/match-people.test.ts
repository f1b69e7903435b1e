import { describe, expect, it } from 'vitest'
import { matchPerson } from '../../server/services/match-people'

const PEOPLE = [
  { id: 'bo', name: 'Bo Achterberg', email: 'bo.achterberg@skarholm.example' },
  { id: 'ilse', name: 'Ilse Nygaard', email: 'i.nygaard@skarholm.example' },
  { id: 'inga', name: 'Inga Nygaard', email: 'inga@skarholm.example' },
  { id: 'zoe', name: 'Zoë Márquez de la Peña', email: 'z7@skarholm.example' },
  { id: 'wen', name: 'Wen Zhao', email: 'wen.zhao@skarholm.example' },
]

describe('whose a file is', () => {
  it.each([
    ['bo.achterberg@skarholm.example.sql', 'bo', 'e-mail'],
    ['achterberg_bo_4711_script.sql', 'bo', 'name'],
    ['Bo.Achterberg-final (2).sql', 'bo', 'name'],
    ['sheets/ACHTERBERG/answer.sql', 'bo', 'family name'],
    ['Wen Zhao/script.sql', 'wen', 'name'],
    ['hand-in i.nygaard 3.sql', 'ilse', 'e-mail'],
    ['zoe marquez de la pena.json', 'zoe', 'name'],
    ['Ilse_Nygaard.sql', 'ilse', 'name'],
    ['class/Bo Achterberg/Ilse Nygaard.sql', 'ilse', 'name'],
  ])('%s', (path, id, by) => {
    expect(matchPerson(path, PEOPLE)).toEqual({ id, by })
  })
  it.each(['nygaard.sql', 'script.sql', 'bo.sql', 'someone else.sql', '', '/', 'z7.sql', 'a/b/c.sql'])(
    '%j fits nobody, or several',
    path => {
      expect(matchPerson(path, PEOPLE)).toBeUndefined()
    },
  )
})

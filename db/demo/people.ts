/** The people of the demo: all invented. The first three are staff. */
export const INSTRUCTOR = { name: 'Ada Brandvold', email: 'ada.brandvold@skarholm.example' }
export const ASSISTANT = { name: 'Bo Achterberg', email: 'bo.achterberg@skarholm.example' }

const NAMES = [
  'Amara Okonjo',
  'Bram de Witte',
  'Chiara Lombardo',
  'Dov Perlmutter',
  'Elif Karaman',
  'Farid Nassiri',
  'Greta Holmqvist',
  'Hiroshi Tanabe',
  'Ilse Nygaard',
  'Jonas Quist',
  'Kaito Morinaga',
  'Leila Haddad',
  'Mateo Iriarte',
  'Nadia Petrenko',
  'Oskar Lindqvist',
  'Priya Raman',
  'Quentin Marchais',
  'Rafael Couto',
  'Saoirse Mulcahy',
  'Tomasz Wilk',
  'Uzoma Eze',
  'Valentina Rojas Quispe',
  'Wen Zhao',
  'Ximena Aguirre',
  'Yusuf Demirel',
  'Zofia Krawiec',
  'Aroha Ngata',
  'Benedikt Eisenreich-Montgomery von der Aue',
] as const

export const STUDENTS = NAMES.map(name => ({ name, email: `${emailName(name)}@skarholm.example` }))

function emailName(name: string): string {
  return name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z ]/g, '')
    .split(' ')
    .filter(part => part !== '')
    .slice(0, 2)
    .join('.')
}

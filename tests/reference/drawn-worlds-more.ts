import type { Diagram, Level } from '@nomenklatura/core/diagram'
import type { Rule, Verdict } from '@nomenklatura/core/rules'
import { cards, type Line } from '../../packages/core/test/support/cards'
import type { DrawnAnswer, DrawnWorld } from './drawn-worlds'

/** One end: "Find 0 many", with a role after a slash, `>` before what the other is told apart within. */
type Ends = readonly [from: string, verb: string, to: string, back?: string]

function line([from, verb, to, back = '']: Ends): Line {
  const end = (written: string): Line['from'] => {
    const [told = '', role = ''] = written.split('/')
    const words = told.replace('>', '').split(' ')
    const isWithin = told.startsWith('>')
    return [
      words.slice(0, -2).join(' '),
      words.slice(-2).join(' '),
      { role, ...(isWithin ? { identifies: true } : {}) },
    ]
  }
  return { verb, back, from: end(from), to: end(to) }
}

const drawn = (level: Level, facts: Readonly<Record<string, string>>, lines: readonly Ends[]): Diagram =>
  cards(
    Object.fromEntries(Object.entries(facts).map(([name, all]) => [name, all === '' ? [] : all.split(', ')])),
    lines.map(line),
    { level },
  )

const answer = (
  note: string,
  diagram: Diagram,
  expects: Readonly<Record<number, Verdict>> = {},
): DrawnAnswer => ({
  note,
  diagram,
  expects,
})

/* A club looks for mushrooms: finds of outings, by members, of species; members know species. */
const CLUB = {
  Member: '*member no, name',
  Outing: '*outing no, held on',
  Species: '*latin name, edible',
  Find: '*find no, weight',
}
const CLUB_LINES: readonly Ends[] = [
  ['Outing 1 1', 'brings in', 'Find 0 many', 'is from'],
  ['Species 1 1', 'is seen in', 'Find 0 many', 'is of'],
  ['Member 1 1', 'makes', 'Find 0 many', 'is made by'],
  ['Member 0 many', 'knows', 'Species 0 many', 'is known to'],
]
const CLUB_RULES: readonly Rule[] = [
  { kind: 'identifies', entity: 'species', by: ['latin name'] },
  { kind: 'atMostOne', entity: 'find', role: 'outing' },
  { kind: 'mustHave', entity: 'find', path: 'outing' },
  { kind: 'manyAllowed', entity: 'find', role: 'outing' },
  { kind: 'atMostOne', entity: 'find', role: 'species_latin name' },
  { kind: 'manyAllowed', entity: 'find', role: 'species_latin name' },
  { kind: 'atMostOne', entity: 'find', role: 'member' },
  { kind: 'identifies', entity: 'find', by: ['find no'] },
  { kind: 'manyAllowed', entity: 'member_species', role: 'member' },
  { kind: 'manyAllowed', entity: 'member_species', role: 'species_latin name' },
]

const club = (level: Level, answers: readonly DrawnAnswer[]): DrawnWorld => ({
  name: `a mushroom club, ${level}`,
  model: drawn(level, CLUB, CLUB_LINES),
  rules: CLUB_RULES,
  answers,
})

const CLUBS: readonly DrawnWorld[] = [
  club('conceptual', [
    answer(
      'all lines from the other end, other words',
      drawn(
        'conceptual',
        {
          Fungus: '*latin name, edible',
          Foray: '*outing no, held on',
          Collector: '*member no, name',
          Find: '*find no, weight',
        },
        [
          ['Find 0 many', 'was collected on', 'Foray 1 1', 'produced'],
          ['Find 0 many', 'is a specimen of', 'Fungus 1 1', 'has as specimen'],
          ['Find 0 many', 'was picked by', 'Collector 1 1', 'picked'],
          ['Fungus 0 many', 'is familiar to', 'Collector 0 many', 'can name'],
        ],
      ),
    ),
    answer(
      'who knows what is a card of its own already',
      drawn('conceptual', { ...CLUB, Knowledge: '' }, [
        ...CLUB_LINES.slice(0, 3),
        ['>Member 1 1', 'has', 'Knowledge 0 many', 'is of'],
        ['>Species 1 1', 'is in', 'Knowledge 0 many', 'is about'],
      ]),
    ),
    answer(
      'a find on many outings',
      drawn('conceptual', CLUB, [
        ['Outing 1 many', 'brings in', 'Find 0 many', 'is from'],
        ...CLUB_LINES.slice(1),
      ]),
      { 2: 'broken' },
    ),
    answer(
      'a species is found once, and each member knows one',
      drawn('conceptual', CLUB, [
        CLUB_LINES[0]!,
        ['Species 1 1', 'is seen in', 'Find 0 1', 'is of'],
        CLUB_LINES[2]!,
        ['Member 0 many', 'knows', 'Species 0 1', 'is known to'],
      ]),
      { 6: 'too strict', 9: 'too strict' },
    ),
  ]),
  club('logical', [
    answer(
      'references written into the cards, one under the bare name of the card',
      drawn(
        'logical',
        {
          ...CLUB,
          Find: '*find no, weight, outing no, species, member_no',
          Knows: '',
        },
        [
          ...CLUB_LINES.slice(0, 3),
          ['>Member 1 1', 'has', 'Knows 0 many', 'of'],
          ['>Species 1 1', 'is in', 'Knows 0 many', 'about'],
        ],
      ),
    ),
    answer('a number of its own beside the latin name, which no two share', {
      ...drawn('logical', { ...CLUB, Species: '*species id, latin name, edible' }, CLUB_LINES),
      entities: drawn(
        'logical',
        { ...CLUB, Species: '*species id, latin name, edible' },
        CLUB_LINES,
      ).entities.map(card =>
        card.name === 'Species' ? { ...card, uniques: [[card.attributes[1]!.id]] } : card,
      ),
    }),
    answer(
      'a find need not be from an outing',
      drawn('logical', CLUB, [['Outing 0 1', 'brings in', 'Find 0 many', 'is from'], ...CLUB_LINES.slice(1)]),
      { 3: 'broken' },
    ),
    answer(
      'nothing identifies a species, and members are not told at finds',
      drawn('logical', { ...CLUB, Species: 'latin name, edible' }, [
        CLUB_LINES[0]!,
        CLUB_LINES[1]!,
        CLUB_LINES[3]!,
      ]),
      { 1: 'broken', 7: 'not shown' },
    ),
  ]),
  club('physical', [
    answer(
      'the columns of the references are written, some shortened',
      drawn(
        'physical',
        {
          Member: '*member no:whole number, name:text:60!',
          Outing: '*outing no:whole number, held on:date!',
          Species: '*latin name:text:80, edible:yes/no?',
          Find: '*find no:whole number, weight:decimal:6 2?, outing no:whole number!, species latin name:text:80!, member no:whole number!',
          Knows: '*member no:whole number, *latin name:text:80',
        },
        [
          ...CLUB_LINES.slice(0, 3),
          ['Member 1 1', 'has', 'Knows 0 many', 'of'],
          ['Species 1 1', 'is in', 'Knows 0 many', 'about'],
        ],
      ),
    ),
    answer(
      'table names in the plural, columns with prefixes',
      drawn(
        'physical',
        {
          members: '*mem_no:whole number, mem_name:text:60!',
          outings: '*out_no:whole number, out_held_on:date!',
          species: '*latin_name:text:80, edible:yes/no?',
          finds:
            '*find_no:whole number, weight:decimal:6 2?, out_no:whole number!, latin_name:text:80!, mem_no:whole number!',
          member_species: '*mem_no:whole number, *latin_name:text:80',
        },
        [
          ['outings 1 1', 'brings in', 'finds 0 many'],
          ['species 1 1', 'is seen in', 'finds 0 many'],
          ['members 1 1', 'makes', 'finds 0 many'],
          ['members 1 1', 'has', 'member_species 0 many'],
          ['species 1 1', 'is in', 'member_species 0 many'],
        ],
      ),
    ),
    answer(
      'the reference stands at the outing: one find each',
      drawn(
        'physical',
        {
          Member: '*member no:whole number, name:text:60!',
          Outing: '*outing no:whole number, held on:date!, find no:whole number!',
          Species: '*latin name:text:80, edible:yes/no?',
          Find: '*find no:whole number, weight:decimal:6 2?, species latin name:text:80!, member no:whole number!',
          Knows: '*member no:whole number, *latin name:text:80',
        },
        [
          ['Find 1 1', 'is from', 'Outing 0 many'],
          CLUB_LINES[1]!,
          CLUB_LINES[2]!,
          ['Member 1 1', 'has', 'Knows 0 many', 'of'],
          ['Species 1 1', 'is in', 'Knows 0 many', 'about'],
        ],
      ),
      { 2: 'broken', 3: 'broken', 4: 'too strict' },
    ),
    answer(
      'members know one species each, by a column of theirs',
      drawn(
        'physical',
        {
          Member: '*member no:whole number, name:text:60!, latin name:text:80?',
          Outing: '*outing no:whole number, held on:date!',
          Species: '*latin name:text:80, edible:yes/no?',
          Find: '*find no:whole number, weight:decimal:6 2?, outing no:whole number!, species latin name:text:80!, member no:whole number!',
        },
        [...CLUB_LINES.slice(0, 3), ['Species 0 1', 'is known to', 'Member 0 many', 'knows']],
      ),
      { 9: 'too strict' },
    ),
  ]),
]

/* A printing works: jobs of customers, on presses, on papers; each job has numbered sheets. */
const WORKS = {
  Customer: '*customer no, name',
  Press: '*press code, model',
  Job: '*job no, title',
  Paper: '*paper code, finish',
  Sheet: '*sheet no, side',
}
const WORKS_LINES: readonly Ends[] = [
  ['Customer 1 1', 'orders', 'Job 0 many', 'is ordered by'],
  ['Press 0 1', 'prints', 'Job 0 many', 'is printed on'],
  ['>Job 1 1', 'consists of', 'Sheet 1 many', 'belongs to'],
  ['Job 0 many', 'uses', 'Paper 1 many', 'is used for'],
]
const WORKS_RULES: readonly Rule[] = [
  { kind: 'atMostOne', entity: 'job', role: 'customer' },
  { kind: 'mustHave', entity: 'job', path: 'customer' },
  { kind: 'manyAllowed', entity: 'job', role: 'customer' },
  { kind: 'atMostOne', entity: 'job', role: 'press' },
  { kind: 'mayLack', entity: 'job', path: 'press' },
  { kind: 'manyAllowed', entity: 'job', role: 'press' },
  { kind: 'identifies', entity: 'sheet', by: ['job', 'sheet no'] },
  { kind: 'manyAllowed', entity: 'sheet', role: 'job' },
  { kind: 'manyAllowed', entity: 'job_paper', role: 'job' },
  { kind: 'manyAllowed', entity: 'job_paper', role: 'paper' },
  { kind: 'identifies', entity: 'customer', by: ['customer no'] },
]
const works = (level: Level, answers: readonly DrawnAnswer[]): DrawnWorld => ({
  name: `a printing works, ${level}`,
  model: drawn(level, WORKS, WORKS_LINES),
  rules: WORKS_RULES,
  answers,
})

const WORKSHOPS: readonly DrawnWorld[] = [
  works('conceptual', [
    answer(
      'clients, machines and stocks; sheets as pages',
      drawn(
        'conceptual',
        {
          Client: '*customer no, name',
          Machine: '*press code, model',
          Job: '*job no, title',
          Stock: '*paper code, finish',
          Page: '*sheet no, side',
        },
        [
          ['Job 0 many', 'is for', 'Client 1 1', 'places'],
          ['Job 0 many', 'runs on', 'Machine 0 1', 'runs'],
          ['Page 1 many', 'is part of', '>Job 1 1', 'has'],
          ['Stock 1 many', 'goes into', 'Job 0 many', 'takes'],
        ],
      ),
    ),
    answer(
      'a card for what a job uses',
      drawn('conceptual', { ...WORKS, Usage: '' }, [
        ...WORKS_LINES.slice(0, 3),
        ['>Job 1 1', 'has', 'Usage 1 many'],
        ['>Paper 1 1', 'is in', 'Usage 0 many'],
      ]),
    ),
    answer(
      'a sheet has a number of its own: it is identified without its job',
      drawn('conceptual', WORKS, [
        ...WORKS_LINES.slice(0, 2),
        ['Job 1 1', 'consists of', 'Sheet 1 many', 'belongs to'],
        WORKS_LINES[3]!,
      ]),
      { 7: 'too strict' },
    ),
    answer(
      'every job must have a press, and a press takes one job',
      drawn('conceptual', WORKS, [
        WORKS_LINES[0]!,
        ['Press 1 1', 'prints', 'Job 0 1', 'is printed on'],
        ...WORKS_LINES.slice(2),
      ]),
      { 5: 'too strict', 6: 'too strict' },
    ),
  ]),
  works('logical', [
    answer(
      'the card between with references written into it',
      drawn(
        'logical',
        {
          ...WORKS,
          'Job': '*job no, title, customer, press',
          'Job Paper': '*job no, *paper code',
        },
        [
          ...WORKS_LINES.slice(0, 3),
          ['Job 1 1', 'has', 'Job Paper 1 many'],
          ['Paper 1 1', 'is in', 'Job Paper 0 many'],
        ],
      ),
    ),
    answer(
      'sheets with a number of their own, and once only within the job',
      (() => {
        const base = drawn('logical', { ...WORKS, Sheet: '*sheet id, sheet no, side' }, [
          ...WORKS_LINES.slice(0, 2),
          ['Job 1 1', 'consists of', 'Sheet 1 many', 'belongs to'],
          WORKS_LINES[3]!,
        ])
        return {
          ...base,
          entities: base.entities.map(card =>
            card.name === 'Sheet' ? { ...card, uniques: [[card.attributes[1]!.id, 'line 3']] } : card,
          ),
        }
      })(),
    ),
    answer(
      'jobs of many customers',
      drawn('logical', WORKS, [
        ['Customer 1 many', 'orders', 'Job 0 many', 'is ordered by'],
        ...WORKS_LINES.slice(1),
      ]),
      { 1: 'broken' },
    ),
    answer(
      'a customer orders once, and papers are not drawn',
      drawn('logical', { Customer: WORKS.Customer, Press: WORKS.Press, Job: WORKS.Job, Sheet: WORKS.Sheet }, [
        ['Customer 1 1', 'orders', 'Job 0 1', 'is ordered by'],
        ...WORKS_LINES.slice(1, 3),
      ]),
      { 3: 'too strict', 9: 'not shown', 10: 'not shown' },
    ),
  ]),
  works('physical', [
    answer(
      'all columns written, the reference to the press may be empty',
      drawn(
        'physical',
        {
          'Customer': '*customer no:whole number, name:text:60!',
          'Press': '*press code:text:4, model:text:40!',
          'Job': '*job no:whole number, title:text:80!, customer no:whole number!, press code:text:4?',
          'Paper': '*paper code:text:6, finish:text:20!',
          'Sheet': '*job no:whole number, *sheet no:whole number, side:text:1!',
          'Job paper': '*job no:whole number, *paper code:text:6',
        },
        [
          ['Customer 1 1', 'orders', 'Job 0 many'],
          ['Press 0 1', 'prints', 'Job 0 many'],
          ['Job 1 1', 'consists of', 'Sheet 1 many'],
          ['Job 1 1', 'uses', 'Job paper 1 many'],
          ['Paper 1 1', 'is used for', 'Job paper 0 many'],
        ],
      ),
    ),
    answer(
      'codes for names of columns, as a department writes them',
      drawn(
        'physical',
        {
          CUSTOMER: '*CUST_NO:number:6, CUST_NAME:text:60!',
          PRESS: '*PRESS_CODE:text:4, MODEL:text:40!',
          JOB: '*JOB_NO:number:6, TITLE:text:80!, CUST_NO:number:6!, PRESS_CODE:text:4?',
          PAPER: '*PAPER_CODE:text:6, FINISH:text:20!',
          SHEET: '*JOB_NO:number:6, *SHEET_NO:number:4, SIDE:text:1!',
          JOB_PAPER: '*JOB_NO:number:6, *PAPER_CODE:text:6',
        },
        [
          ['CUSTOMER 1 1', 'orders', 'JOB 0 many'],
          ['PRESS 0 1', 'prints', 'JOB 0 many'],
          ['JOB 1 1', 'consists of', 'SHEET 1 many'],
          ['JOB 1 1', 'uses', 'JOB_PAPER 1 many'],
          ['PAPER 1 1', 'is used for', 'JOB_PAPER 0 many'],
        ],
      ),
    ),
    answer(
      'the press must be there',
      drawn(
        'physical',
        {
          'Customer': '*customer no:whole number, name:text:60!',
          'Press': '*press code:text:4, model:text:40!',
          'Job': '*job no:whole number, title:text:80!, customer no:whole number!, press code:text:4!',
          'Paper': '*paper code:text:6, finish:text:20!',
          'Sheet': '*job no:whole number, *sheet no:whole number, side:text:1!',
          'Job paper': '*job no:whole number, *paper code:text:6',
        },
        [
          ['Customer 1 1', 'orders', 'Job 0 many'],
          ['Press 1 1', 'prints', 'Job 0 many'],
          ['Job 1 1', 'consists of', 'Sheet 1 many'],
          ['Job 1 1', 'uses', 'Job paper 1 many'],
          ['Paper 1 1', 'is used for', 'Job paper 0 many'],
        ],
      ),
      { 5: 'too strict' },
    ),
    answer(
      'a job uses one paper, and its key of sheets is the job alone',
      drawn(
        'physical',
        {
          'Customer': '*customer no:whole number, name:text:60!',
          'Press': '*press code:text:4, model:text:40!',
          'Job': '*job no:whole number, title:text:80!, customer no:whole number!, press code:text:4?',
          'Paper': '*paper code:text:6, finish:text:20!',
          'Sheet': '*job no:whole number, sheet no:whole number!, side:text:1!',
          'Job paper': '*job no:whole number, paper code:text:6!',
        },
        [
          ['Customer 1 1', 'orders', 'Job 0 many'],
          ['Press 0 1', 'prints', 'Job 0 many'],
          ['Job 1 1', 'consists of', 'Sheet 0 1'],
          ['Job 1 1', 'uses', 'Job paper 0 1'],
          ['Paper 1 1', 'is used for', 'Job paper 0 many'],
        ],
      ),
      { 7: 'too strict', 8: 'too strict', 9: 'too strict' },
    ),
  ]),
]

/* Pilots bring ships in: a voyage of one ship, a lead and perhaps a spare pilot; pilots are taught by pilots. */
const PORT = { Pilot: '*licence no, name', Ship: '*ship no, name', Voyage: '*voyage no, starts on' }
const PORT_LINES: readonly Ends[] = [
  ['Ship 1 1', 'makes', 'Voyage 0 many', 'is made by'],
  ['Pilot 1 1/lead', 'leads', 'Voyage 0 many', 'is led by'],
  ['Pilot 0 1/spare', 'stands by for', 'Voyage 0 many', 'can call on'],
  ['Pilot 0 1/teacher', 'teaches', 'Pilot 0 many/pupil', 'is taught by'],
]
const PORT_RULES: readonly Rule[] = [
  { kind: 'atMostOne', entity: 'voyage', role: 'ship' },
  { kind: 'mustHave', entity: 'voyage', path: 'ship' },
  { kind: 'manyAllowed', entity: 'voyage', role: 'ship' },
  { kind: 'atMostOne', entity: 'voyage', role: 'lead_licence' },
  { kind: 'mustHave', entity: 'voyage', path: 'lead_licence' },
  { kind: 'manyAllowed', entity: 'voyage', role: 'lead_licence' },
  { kind: 'mayLack', entity: 'voyage', path: 'spare_licence' },
  { kind: 'manyAllowed', entity: 'voyage', role: 'spare_licence' },
  { kind: 'atMostOne', entity: 'pilot', role: 'teacher_licence' },
  { kind: 'manyAllowed', entity: 'pilot', role: 'teacher_licence' },
  { kind: 'mayLack', entity: 'pilot', path: 'teacher_licence' },
]
const port = (level: Level, answers: readonly DrawnAnswer[]): DrawnWorld => ({
  name: `pilots of a port, ${level}`,
  model: drawn(level, PORT, PORT_LINES),
  rules: PORT_RULES,
  answers,
})

const PORTS: readonly DrawnWorld[] = [
  port('conceptual', [
    answer(
      'lines from the other end, the same roles',
      drawn('conceptual', PORT, [
        ['Voyage 0 many', 'is by', 'Ship 1 1', 'goes on'],
        ['Voyage 0 many', 'has in front', 'Pilot 1 1/lead', 'guides'],
        ['Voyage 0 many', 'has in reserve', 'Pilot 0 1/spare', 'waits for'],
        ['Pilot 0 many/pupil', 'learns from', 'Pilot 0 1/teacher', 'trains'],
      ]),
    ),
    answer(
      'no roles at the voyages, but the same verbs; boats for ships',
      drawn(
        'conceptual',
        { Pilot: '*licence no, name', Boat: '*ship no, name', Voyage: '*voyage no, starts on' },
        [
          ['Boat 1 1', 'makes', 'Voyage 0 many', 'is made by'],
          ['Pilot 1 1', 'leads', 'Voyage 0 many', 'is led by'],
          ['Pilot 0 1', 'stands by for', 'Voyage 0 many', 'can call on'],
          ['Pilot 0 1/teacher', 'teaches', 'Pilot 0 many/pupil', 'is taught by'],
        ],
      ),
    ),
    answer(
      'lead and spare the wrong way round',
      drawn('conceptual', PORT, [
        PORT_LINES[0]!,
        ['Pilot 0 1/lead', 'leads', 'Voyage 0 many', 'is led by'],
        ['Pilot 1 1/spare', 'stands by for', 'Voyage 0 many', 'can call on'],
        PORT_LINES[3]!,
      ]),
      { 5: 'broken', 7: 'too strict' },
    ),
    answer(
      'a pupil has many teachers, a teacher one pupil',
      drawn('conceptual', PORT, [
        ...PORT_LINES.slice(0, 3),
        ['Pilot 0 many/teacher', 'teaches', 'Pilot 0 1/pupil', 'is taught by'],
      ]),
      { 9: 'broken', 10: 'too strict' },
    ),
  ]),
  port('logical', [
    answer(
      'references under the roles',
      drawn(
        'logical',
        {
          Pilot: '*licence no, name, teacher',
          Ship: '*ship no, name',
          Voyage: '*voyage no, starts on, ship no, lead pilot, spare pilot',
        },
        PORT_LINES,
      ),
    ),
    answer(
      "the port's own words, roles in front",
      drawn(
        'logical',
        { Navigator: '*licence no, name', Vessel: '*ship no, name', Passage: '*voyage no, starts on' },
        [
          ['Vessel 1 1', 'undertakes', 'Passage 0 many'],
          ['Navigator 1 1/lead', 'leads', 'Passage 0 many'],
          ['Navigator 0 1/spare', 'stands by for', 'Passage 0 many'],
          ['Navigator 0 1/teacher', 'teaches', 'Navigator 0 many/pupil'],
        ],
      ),
    ),
    answer(
      'a ship sails once, and needs no ship to sail',
      drawn('logical', PORT, [['Ship 0 1', 'makes', 'Voyage 0 1', 'is made by'], ...PORT_LINES.slice(1)]),
      { 2: 'broken', 3: 'too strict' },
    ),
    answer(
      'a voyage has many leading pilots',
      drawn('logical', PORT, [
        PORT_LINES[0]!,
        ['Pilot 1 many/lead', 'leads', 'Voyage 0 many', 'is led by'],
        ...PORT_LINES.slice(2),
      ]),
      { 4: 'broken' },
    ),
  ]),
  port('physical', [
    answer(
      'the columns carry the roles',
      drawn(
        'physical',
        {
          Pilot: '*licence_no:text:8, name:text:60!, teacher_licence_no:text:8?',
          Ship: '*ship_no:number:7, name:text:60!',
          Voyage:
            '*voyage_no:number:9, starts_on:date!, ship_no:number:7!, lead_licence_no:text:8!, spare_licence_no:text:8?',
        },
        PORT_LINES,
      ),
    ),
    answer(
      'numbers of their own for everything, the old ones once only',
      (() => {
        const base = drawn(
          'physical',
          {
            Pilot: '*id:whole number, licence_no:text:8!, name:text:60!, teacher_id:whole number?',
            Ship: '*id:whole number, ship_no:number:7!, name:text:60!',
            Voyage:
              '*id:whole number, voyage_no:number:9!, starts_on:date!, ship_id:whole number!, lead_id:whole number!, spare_id:whole number?',
          },
          PORT_LINES,
        )
        return {
          ...base,
          entities: base.entities.map(card => ({ ...card, uniques: [[card.attributes[1]!.id]] })),
        }
      })(),
    ),
    answer(
      'a teacher must be there, and a spare pilot too',
      drawn(
        'physical',
        {
          Pilot: '*licence_no:text:8, name:text:60!, teacher_licence_no:text:8!',
          Ship: '*ship_no:number:7, name:text:60!',
          Voyage:
            '*voyage_no:number:9, starts_on:date!, ship_no:number:7!, lead_licence_no:text:8!, spare_licence_no:text:8!',
        },
        [
          ...PORT_LINES.slice(0, 2),
          ['Pilot 1 1/spare', 'stands by for', 'Voyage 0 many', 'can call on'],
          ['Pilot 1 1/teacher', 'teaches', 'Pilot 0 many/pupil', 'is taught by'],
        ],
      ),
      { 7: 'too strict', 11: 'too strict' },
    ),
    answer(
      'each pilot leads one voyage at most, and no spare is drawn',
      drawn(
        'physical',
        {
          Pilot: '*licence_no:text:8, name:text:60!, teacher_licence_no:text:8?',
          Ship: '*ship_no:number:7, name:text:60!',
          Voyage: '*voyage_no:number:9, starts_on:date!, ship_no:number:7!, lead_licence_no:text:8!',
        },
        [PORT_LINES[0]!, ['Pilot 1 1/lead', 'leads', 'Voyage 0 1', 'is led by'], PORT_LINES[3]!],
      ),
      { 6: 'too strict', 7: 'not shown', 8: 'not shown' },
    ),
  ]),
]

/** Three worlds at each of the three levels, four answers each: half of them right, in unusual ways. */
export const MORE_WORLDS: readonly DrawnWorld[] = [...CLUBS, ...WORKSHOPS, ...PORTS]

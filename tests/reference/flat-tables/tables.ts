import type { FlatTable } from '@nomenklatura/core/rows'

/**
 * Twelve flat tables of invented worlds, as courses hand them out: a join of what belongs apart, with what
 * their designer meant to hold, written before anything was run on them. Rows are drawn from small pools, so
 * that much holds by chance as well.
 */
export interface MeantTable {
  readonly name: string
  readonly table: FlatTable
  /** One to a line: `left -> right`, with the smallest left sides. */
  readonly meant: string
}

/** Whole numbers that look drawn and are always the same. */
function drawing(seed: number): (below: number) => number {
  let state = seed
  return below => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648
    return Math.floor((state / 2_147_483_648) * below)
  }
}

type Pool = readonly (readonly string[])[]

/** A line of values for each of so many; a member may take a whole line of another pool. */
function pool(count: number, line: (i: number) => readonly string[]): Pool {
  return Array.from({ length: count }, (_, i) => line(i))
}

const of = <T>(draw: (below: number) => number, all: readonly T[]): T => all[draw(all.length)]!
const pad = (n: number, width: number): string => String(n).padStart(width, '0')
const day = (n: number): string => `2025-0${1 + (n % 9)}-${pad(1 + ((n * 7) % 27), 2)}`

const TOWNS = ['Alva', 'Brekke', 'Corvin', 'Delmo', 'Esten']
const PEOPLE = ['Ada Holm', 'Bo Lind', 'Cleo Nansen', 'Dov Reyes', 'Elif Aksoy', 'Finn Okoro', 'Gus Peral']

/** Distinct pairs, so that a pair is a key. */
function pairs(draw: (below: number) => number, count: number, a: number, b: number): [number, number][] {
  const found = new Map<string, [number, number]>()
  for (let tries = 0; found.size < count && tries < 2000; tries++) {
    const pair: [number, number] = [draw(a), draw(b)]
    found.set(pair.join(), pair)
  }
  return [...found.values()]
}

function orders(): MeantTable {
  const draw = drawing(11)
  const customers = pool(6, i => [`C${pad(i + 1, 2)}`, PEOPLE[i]!, of(draw, TOWNS)])
  const goods = pool(7, i => [
    `P-${100 + i * 7}`,
    ['rope', 'lamp', 'sail', 'oar', 'hook', 'tar', 'net'][i]!,
    `${4 + draw(9)}.50`,
  ])
  const heads = pool(10, i => [String(5001 + i), day(draw(40)), ...of(draw, customers)])
  return {
    name: 'orders of a chandler',
    table: {
      columns: [
        'order_no',
        'ordered_on',
        'customer_no',
        'customer_name',
        'town',
        'product_code',
        'description',
        'price',
        'quantity',
      ],
      rows: pairs(draw, 12, 10, 7).map(([h, g]) => [...heads[h]!, ...goods[g]!, String(1 + draw(6))]),
    },
    meant: `order_no -> ordered_on, customer_no
customer_no -> customer_name, town
product_code -> description, price
order_no, product_code -> quantity`,
  }
}

function loans(): MeantTable {
  const draw = drawing(23)
  const readers = pool(7, i => [String(310 + i * 3), PEOPLE[i]!, `55${pad(draw(9000) + 1000, 4)}`])
  const titles = pool(6, i => [
    `978${pad(i * 131 + 7, 4)}`,
    ['Tides', 'Moss', 'The Loom', 'Embers', 'Salt', 'Quarry'][i]!,
    of(draw, PEOPLE),
    String(1960 + draw(60)),
  ])
  const copies = pool(11, i => [String(9000 + i), ...of(draw, titles)])
  return {
    name: 'loans of a library',
    table: {
      columns: [
        'copy_no',
        'isbn',
        'title',
        'author',
        'year',
        'reader_no',
        'reader_name',
        'phone',
        'lent_on',
        'returned_on',
      ],
      rows: pairs(draw, 8, 11, 7).map(([c, r]) => [
        ...copies[c]!,
        ...readers[r]!,
        day(draw(50)),
        draw(4) === 0 ? '' : day(50 + draw(40)),
      ]),
    },
    meant: `copy_no -> isbn
isbn -> title, author, year
reader_no -> reader_name, phone
copy_no, reader_no -> lent_on, returned_on`,
  }
}

function lessons(): MeantTable {
  const draw = drawing(37)
  const teachers = pool(4, i => [`T${i + 1}`, PEOPLE[i]!])
  const courses = pool(6, i => [
    ['HIS', 'MAT'][i % 2]!,
    String(101 + Math.floor(i / 2)),
    ['Rows', 'Keys', 'Graphs', 'Logic', 'Sets', 'Trees'][i]!,
    String(2 + draw(3)),
    ...of(draw, teachers),
  ])
  const students = pool(8, i => [
    String(70010 + i * 11),
    `${PEOPLE[i % 7]!.split(' ')[0]} ${of(draw, ['Quist', 'Ravn', 'Soto'])}`,
    of(draw, ['arts', 'trade', 'science']),
  ])
  return {
    name: 'grades of a school',
    table: {
      columns: [
        'student_id',
        'student_name',
        'faculty',
        'dept',
        'course_no',
        'course_title',
        'credits',
        'teacher_id',
        'teacher_name',
        'grade',
      ],
      rows: pairs(draw, 16, 8, 6).map(([s, c]) => [
        ...students[s]!,
        ...courses[c]!,
        of(draw, ['A', 'B', 'C', 'D']),
      ]),
    },
    meant: `student_id -> student_name, faculty
dept, course_no -> course_title, credits, teacher_id
teacher_id -> teacher_name
student_id, dept, course_no -> grade`,
  }
}

function crews(): MeantTable {
  const draw = drawing(41)
  const ships = pool(5, i => [`S${i + 1}`, ['Petrel', 'Gannet', 'Tern', 'Auk', 'Skua'][i]!, of(draw, TOWNS)])
  const sailors = pool(8, i => [String(40 + i), `${PEOPLE[i % 7]!}${i === 7 ? ' jr' : ''}`])
  return {
    name: 'watches on ships',
    table: {
      columns: ['ship_code', 'ship_name', 'home_port', 'sailor_no', 'sailor_name', 'watch_date', 'hours'],
      rows: pairs(draw, 7, 5, 8).map(([s, m]) => [
        ...ships[s]!,
        ...sailors[m]!,
        day(draw(30)),
        String(4 + 2 * draw(3)),
      ]),
    },
    meant: `ship_code -> ship_name, home_port
sailor_no -> sailor_name
ship_code, sailor_no -> watch_date, hours`,
  }
}

function repairs(): MeantTable {
  const draw = drawing(53)
  const owners = pool(6, i => [`OW${i + 1}`, PEOPLE[i]!, of(draw, TOWNS)])
  const carts = pool(9, i => [
    `${of(draw, ['KA', 'LB'])}-${200 + i * 13}`,
    of(draw, ['wagon', 'sledge', 'gig']),
    String(1990 + draw(30)),
    ...of(draw, owners),
  ])
  const smiths = pool(4, i => [String(i + 1), PEOPLE[6 - i]!, `${18 + draw(10)}.00`])
  return {
    name: 'repairs of carts',
    table: {
      columns: [
        'repair_no',
        'repaired_on',
        'plate',
        'kind',
        'built',
        'owner_code',
        'owner_name',
        'owner_town',
        'smith_no',
        'smith_name',
        'hourly_rate',
        'hours',
      ],
      rows: pool(7, i => [
        String(1200 + i),
        day(draw(60)),
        ...of(draw, carts),
        ...of(draw, smiths),
        String(1 + draw(8)),
      ]),
    },
    meant: `repair_no -> repaired_on, plate, smith_no, hours
plate -> kind, built, owner_code
owner_code -> owner_name, owner_town
smith_no -> smith_name, hourly_rate`,
  }
}

function stays(): MeantTable {
  const draw = drawing(61)
  const kinds = pool(3, i => [['single', 'double', 'loft'][i]!, String(60 + 25 * i)])
  const rooms = pool(8, i => [['East', 'West'][i % 2]!, String(1 + Math.floor(i / 2)), ...of(draw, kinds)])
  const guests = pool(7, i => [`G${pad(i + 1, 3)}`, PEOPLE[i]!, of(draw, ['NO', 'SE', 'DK', 'FI'])])
  return {
    name: 'stays at inns',
    table: {
      columns: [
        'inn',
        'room_no',
        'room_type',
        'night_price',
        'guest_no',
        'guest_name',
        'country',
        'arrival',
        'nights',
      ],
      rows: pairs(draw, 18, 8, 7).map(([r, g]) => [
        ...rooms[r]!,
        ...guests[g]!,
        day(draw(40)),
        String(1 + draw(5)),
      ]),
    },
    meant: `inn, room_no -> room_type
room_type -> night_price
guest_no -> guest_name, country
inn, room_no, guest_no -> arrival, nights`,
  }
}

function matches(): MeantTable {
  const draw = drawing(71)
  const clubs = pool(5, i => [
    ['KLM', 'OST', 'VIK', 'RAU', 'SOL'][i]!,
    ['Klemmen', 'Ostre', 'Vikan', 'Raud', 'Solbu'][i]!,
    TOWNS[i]!,
  ])
  const players = pool(12, i => [
    String(i + 501),
    `${PEOPLE[i % 7]!.split(' ')[1]} ${['A', 'B', 'C'][i % 3]}`,
    of(draw, ['wing', 'back', 'keeper']),
    ...clubs[i % 5]!,
  ])
  return {
    name: 'goals of a season',
    table: {
      columns: [
        'player_id',
        'player_name',
        'position',
        'club_code',
        'club_name',
        'club_town',
        'match_no',
        'goals',
      ],
      rows: pairs(draw, 13, 12, 6).map(([p, m]) => [...players[p]!, String(m + 1), String(draw(4))]),
    },
    meant: `player_id -> player_name, position, club_code
club_code -> club_name, club_town
player_id, match_no -> goals`,
  }
}

function plots(): MeantTable {
  const draw = drawing(83)
  const districts = pool(3, i => [`D${i + 1}`, ['Harbour', 'Mill', 'Field'][i]!, `${1 + draw(4)}.25`])
  const owners = pool(6, i => [String(8100 + i * 7), PEOPLE[i]!])
  const lots = pool(9, i => [
    String(1 + (i % 3)),
    String(300 + draw(9) * 20),
    ...districts[Math.floor(i / 3)]!,
  ])
  return {
    name: 'taxes on plots',
    table: {
      columns: [
        'lot_no',
        'area',
        'district_code',
        'district_name',
        'tax_rate',
        'owner_id',
        'owner_name',
        'share',
      ],
      rows: pairs(draw, 16, 9, 6).map(([l, o]) => [
        ...lots[l]!,
        ...owners[o]!,
        of(draw, ['25', '50', '100']),
      ]),
    },
    meant: `district_code, lot_no -> area
district_code -> district_name, tax_rate
owner_id -> owner_name
district_code, lot_no, owner_id -> share`,
  }
}

function doses(): MeantTable {
  const draw = drawing(97)
  const vets = pool(4, i => [`V${i + 1}`, PEOPLE[i]!])
  const animals = pool(7, i => [
    String(20 + i),
    ['Rex', 'Mia', 'Tor', 'Una', 'Bix', 'Lo', 'Rex'][i]!,
    of(draw, ['dog', 'cat', 'hare']),
    ...of(draw, vets),
  ])
  const drugs = pool(5, i => [
    `M${pad(i * 3 + 1, 2)}`,
    ['Calma', 'Dorix', 'Ennol', 'Fibra', 'Gelto'][i]!,
    of(draw, ['ml', 'mg']),
  ])
  return {
    name: 'doses given to animals',
    table: {
      columns: [
        'animal_no',
        'animal_name',
        'species',
        'vet_code',
        'vet_name',
        'drug_code',
        'drug_name',
        'unit',
        'given_on',
        'dose',
      ],
      rows: pairs(draw, 7, 7, 5).map(([a, d]) => [
        ...animals[a]!,
        ...drugs[d]!,
        day(draw(30)),
        String(1 + draw(9)),
      ]),
    },
    meant: `animal_no -> animal_name, species, vet_code
vet_code -> vet_name
drug_code -> drug_name, unit
animal_no, drug_code -> given_on, dose`,
  }
}

function shifts(): MeantTable {
  const draw = drawing(101)
  const lines = pool(4, i => [String(i * 2 + 11), `${TOWNS[i]!} – ${TOWNS[i + 1]!}`, String(6 + draw(20))])
  const drivers = pool(6, i => [`DR${pad(i + 1, 2)}`, PEOPLE[i]!, day(draw(20))])
  return {
    name: 'shifts of drivers',
    table: {
      columns: [
        'driver_no',
        'driver_name',
        'hired_on',
        'shift_date',
        'line_no',
        'line_name',
        'stops',
        'hours',
      ],
      rows: pairs(draw, 12, 6, 9).map(([d, n]) => [
        ...drivers[d]!,
        day(n),
        ...of(draw, lines),
        String(6 + draw(4)),
      ]),
    },
    meant: `driver_no -> driver_name, hired_on
line_no -> line_name, stops
driver_no, shift_date -> line_no, hours`,
  }
}

function parts(): MeantTable {
  const draw = drawing(113)
  const makers = pool(5, i => [`MK-${i + 1}`, ['Arbo', 'Bexi', 'Cyno', 'Drel', 'Elvo'][i]!, of(draw, TOWNS)])
  const items = pool(7, i => [
    `${700 + i * 9}`,
    ['bolt', 'gear', 'cam', 'rod', 'cap', 'pin', 'bush'][i]!,
    `${draw(40) + 5}`,
  ])
  return {
    name: 'offers of makers',
    table: {
      columns: [
        'item_no',
        'item_name',
        'weight',
        'maker_code',
        'maker_name',
        'maker_town',
        'offer_price',
        'days',
      ],
      rows: pairs(draw, 8, 7, 5).map(([i, m]) => [
        ...items[i]!,
        ...makers[m]!,
        `${draw(50) + 10}.00`,
        String(3 + draw(12)),
      ]),
    },
    meant: `item_no -> item_name, weight
maker_code -> maker_name, maker_town
item_no, maker_code -> offer_price, days`,
  }
}

function choirs(): MeantTable {
  const draw = drawing(127)
  const halls = pool(4, i => [
    `H${i + 1}`,
    ['Old Mint', 'Boathouse', 'Granary', 'Chapel'][i]!,
    String(80 + draw(30) * 10),
  ])
  const concerts = pool(9, i => [String(i + 1), day(i * 5 + draw(5)), ...of(draw, halls)])
  const pieces = pool(6, i => [
    `W${pad(i + 1, 2)}`,
    ['Dawn', 'Ferry', 'Nine Gates', 'Rain', 'Lull', 'Anvil'][i]!,
    of(draw, PEOPLE),
  ])
  return {
    name: 'programmes of a choir',
    table: {
      columns: [
        'concert_no',
        'concert_date',
        'hall_code',
        'hall_name',
        'seats',
        'piece_code',
        'piece_title',
        'composer',
        'place_in_programme',
      ],
      rows: pairs(draw, 12, 9, 6).map(([c, p]) => [...concerts[c]!, ...pieces[p]!, String(1 + draw(6))]),
    },
    meant: `concert_no -> concert_date, hall_code
hall_code -> hall_name, seats
piece_code -> piece_title, composer
concert_no, piece_code -> place_in_programme`,
  }
}

export const TABLES: readonly MeantTable[] = [
  orders(),
  loans(),
  lessons(),
  crews(),
  repairs(),
  stays(),
  matches(),
  plots(),
  doses(),
  shifts(),
  parts(),
  choirs(),
]

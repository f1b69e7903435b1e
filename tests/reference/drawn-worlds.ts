import type { Diagram } from '@nomenklatura/core/diagram'
import type { Rule, Verdict } from '@nomenklatura/core/rules'
import { cards } from '../../packages/core/test/support/cards'

/** A drawn answer; by the rule's number from one what is not upheld. */
export interface DrawnAnswer {
  readonly note: string
  readonly diagram: Diagram
  readonly expects: Readonly<Record<number, Verdict>>
}
export interface DrawnWorld {
  readonly name: string
  readonly model: Diagram
  readonly rules: readonly Rule[]
  readonly answers: readonly DrawnAnswer[]
}

export const CHOIR: DrawnWorld = {
  name: 'a choir',
  model: cards(
    { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
    [
      { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
      { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
      { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
      {
        verb: 'coaches',
        back: 'is coached by',
        from: ['Singer', '0 1', { role: 'coach' }],
        to: ['Singer', '0 many', { role: 'pupil' }],
      },
    ],
    { level: 'conceptual' },
  ),
  rules: [
    { kind: 'identifies', entity: 'singer', by: ['singer no'] },
    { kind: 'atMostOne', entity: 'singer', role: 'choir' },
    { kind: 'mustHave', entity: 'singer', path: 'choir' },
    { kind: 'manyAllowed', entity: 'singer', role: 'choir' },
    { kind: 'atMostOne', entity: 'concert', role: 'choir' },
    { kind: 'manyAllowed', entity: 'concert', role: 'choir' },
    { kind: 'atMostOne', entity: 'singer', role: 'coach_singer' },
    { kind: 'manyAllowed', entity: 'singer', role: 'coach_singer' },
    { kind: 'mayLack', entity: 'singer', path: 'coach_singer' },
  ],
  answers: [
    {
      note: 'other verbs, lines from the other end, other role names',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'is member of', back: 'consists of', from: ['Singer', '0 many'], to: ['Choir', '1 1'] },
          { verb: 'is performed by', back: 'performs', from: ['Concert', '0 many'], to: ['Choir', '1 1'] },
          {
            verb: 'learns from',
            back: 'teaches',
            from: ['Singer', '0 many', { role: 'student' }],
            to: ['Singer', '0 1', { role: 'teacher' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: {},
    },
    {
      note: 'singers in many choirs',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 many'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '2': 'broken' },
    },
    {
      note: 'amounts of choir and singer swapped',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '0 many'], to: ['Singer', '1 1'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '2': 'broken', '3': 'broken', '4': 'too strict' },
    },
    {
      note: 'coach swapped',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 many', { role: 'coach' }],
            to: ['Singer', '0 1', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '7': 'broken', '8': 'too strict' },
    },
    {
      note: 'a coach must be',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '1 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '9': 'too strict' },
    },
    {
      note: 'one concert of a choir only',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 1'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '6': 'too strict' },
    },
    {
      note: 'a singer may have no choir',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['*singer no', 'surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '0 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '3': 'broken' },
    },
    {
      note: 'solo as a card of its own',
      diagram: cards(
        {
          Choir: ['*name', 'town'],
          Singer: ['*singer no', 'surname', 'voice'],
          Concert: ['*date', 'hall'],
          Solo: ['piece'],
        },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          {
            verb: 'sings',
            back: 'is sung by',
            from: ['Singer', '1 1', { identifies: true }],
            to: ['Solo', '0 many'],
          },
          {
            verb: 'has',
            back: 'is in',
            from: ['Concert', '1 1', { identifies: true }],
            to: ['Solo', '0 many'],
          },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: {},
    },
    {
      note: 'surnames identify',
      diagram: cards(
        { Choir: ['*name', 'town'], Singer: ['singer no', '*surname', 'voice'], Concert: ['*date', 'hall'] },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          {
            verb: 'coaches',
            back: 'is coached by',
            from: ['Singer', '0 1', { role: 'coach' }],
            to: ['Singer', '0 many', { role: 'pupil' }],
          },
        ],
        { level: 'conceptual' },
      ),
      expects: { '1': 'broken' },
    },
    {
      note: 'coach as a kind',
      diagram: cards(
        {
          Choir: ['*name', 'town'],
          Singer: ['*singer no', 'surname', 'voice'],
          Concert: ['*date', 'hall'],
          Coach: ['since'],
        },
        [
          { verb: 'has', back: 'sings in', from: ['Choir', '1 1'], to: ['Singer', '0 many'] },
          { verb: 'gives', back: 'is given by', from: ['Choir', '1 1'], to: ['Concert', '0 many'] },
          { verb: 'sings solo in', back: 'features', from: ['Singer', '0 many'], to: ['Concert', '0 many'] },
          { verb: 'coaches', back: 'is coached by', from: ['Coach', '0 1'], to: ['Singer', '0 many'] },
        ],
        {
          level: 'conceptual',
          kinds: [{ id: 'k1', general: 'Singer', special: ['Coach'], isDisjoint: false, isTotal: false }],
        },
      ),
      expects: {},
    },
  ],
}

export const MUSEUM: DrawnWorld = {
  name: 'a museum',
  model: cards(
    {
      Room: ['*room_code:text', 'floor:integer'],
      Showcase: ['*case_no:integer', 'glass:text'],
      Object: ['*inventory_no:text', 'title:text'],
      Restorer: ['*initials:text', 'name:text'],
    },
    [
      {
        verb: 'has',
        back: 'stands in',
        from: ['Room', '1 1', { identifies: true }],
        to: ['Showcase', '0 many'],
      },
      { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 many'] },
      { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
    ],
    { level: 'logical' },
  ),
  rules: [
    { kind: 'identifies', entity: 'showcase', by: ['room', 'case_no'] },
    { kind: 'mustHave', entity: 'showcase', path: 'room' },
    { kind: 'atMostOne', entity: 'object', role: 'showcase' },
    { kind: 'mayLack', entity: 'object', path: 'showcase' },
    { kind: 'manyAllowed', entity: 'object', role: 'showcase' },
    { kind: 'mustHave', entity: 'object', path: 'restorer' },
    { kind: 'refersTo', entity: 'object', role: 'restorer' },
  ],
  answers: [
    {
      note: 'all references in the cards',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*room_code:text', '*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text', 'room_code:text', 'case_no:integer', 'initials:text'],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          { verb: 'has', back: 'stands in', from: ['Room', '1 1'], to: ['Showcase', '0 many'] },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 many'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: {},
    },
    {
      note: 'surrogates with fk names',
      diagram: cards(
        {
          Room: ['*room_id:integer', 'room_code:text', 'floor:integer'],
          Showcase: ['*showcase_id:integer', 'case_no:integer', 'fk_room:integer', 'glass:text'],
          Object: [
            '*object_id:integer',
            'inventory_no:text',
            'title:text',
            'fk_showcase:integer',
            'fk_restorer:text',
          ],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          { verb: 'has', back: 'stands in', from: ['Room', '1 1'], to: ['Showcase', '0 many'] },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 many'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        {
          level: 'logical',
          uniques: [
            ['Room', ['room_code']],
            ['Showcase', ['line 1', 'case_no']],
            ['Object', ['inventory_no']],
          ],
        },
      ),
      expects: {},
    },
    {
      note: 'case number alone',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text'],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          { verb: 'has', back: 'stands in', from: ['Room', '1 1'], to: ['Showcase', '0 many'] },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 many'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: { '1': 'too strict' },
    },
    {
      note: 'object must lie in a case',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text'],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          {
            verb: 'has',
            back: 'stands in',
            from: ['Room', '1 1', { identifies: true }],
            to: ['Showcase', '0 many'],
          },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '1 1'], to: ['Object', '0 many'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: { '4': 'too strict' },
    },
    {
      note: 'object in many cases',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text'],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          {
            verb: 'has',
            back: 'stands in',
            from: ['Room', '1 1', { identifies: true }],
            to: ['Showcase', '0 many'],
          },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 many'], to: ['Object', '0 many'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: { '3': 'broken' },
    },
    {
      note: 'no restorer line',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text'],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          {
            verb: 'has',
            back: 'stands in',
            from: ['Room', '1 1', { identifies: true }],
            to: ['Showcase', '0 many'],
          },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: { '6': 'not shown', '7': 'not shown' },
    },
    {
      note: 'restorer reference at the wrong card',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text'],
          Restorer: ['*initials:text', 'name:text', 'inventory_no:text'],
        },
        [
          {
            verb: 'has',
            back: 'stands in',
            from: ['Room', '1 1', { identifies: true }],
            to: ['Showcase', '0 many'],
          },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 many'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: { '7': 'broken' },
    },
    {
      note: 'other words',
      diagram: cards(
        {
          Hall: ['*hall code:text', 'storey:integer'],
          Vitrine: ['*number:integer', 'glass:text'],
          Exhibit: ['*inv no:text', 'title:text'],
          Conservator: ['*initials:text', 'full name:text'],
        },
        [
          {
            verb: 'contains',
            back: 'is in',
            from: ['Hall', '1 1', { identifies: true }],
            to: ['Vitrine', '0 many'],
          },
          { verb: 'shows', back: 'is shown in', from: ['Vitrine', '0 1'], to: ['Exhibit', '0 many'] },
          {
            verb: 'restores',
            back: 'is restored by',
            from: ['Conservator', '1 1'],
            to: ['Exhibit', '0 many'],
          },
        ],
        { level: 'logical' },
      ),
      expects: {},
    },
    {
      note: 'one object to a case',
      diagram: cards(
        {
          Room: ['*room_code:text', 'floor:integer'],
          Showcase: ['*case_no:integer', 'glass:text'],
          Object: ['*inventory_no:text', 'title:text'],
          Restorer: ['*initials:text', 'name:text'],
        },
        [
          {
            verb: 'has',
            back: 'stands in',
            from: ['Room', '1 1', { identifies: true }],
            to: ['Showcase', '0 many'],
          },
          { verb: 'holds', back: 'lies in', from: ['Showcase', '0 1'], to: ['Object', '0 1'] },
          { verb: 'cares for', back: 'is cared for by', from: ['Restorer', '1 1'], to: ['Object', '0 many'] },
        ],
        { level: 'logical' },
      ),
      expects: { '5': 'too strict' },
    },
  ],
}

export const FERRY_LINE: DrawnWorld = {
  name: 'a ferry line',
  model: cards(
    {
      ferry: ['*ferry_no:integer!', 'name:varchar:40!', 'seats:integer!'],
      pier: ['*pier_code:char:3!', 'place:varchar:40!'],
      crossing: ['*crossing_no:integer!', 'leaves:timestamp!', 'remark:varchar:200?'],
    },
    [
      {
        verb: 'sails',
        back: 'is sailed by',
        from: ['ferry', '1 1', { columns: ['ferry_no'] }],
        to: ['crossing', '0 many'],
      },
      {
        verb: 'sends',
        back: 'starts at',
        from: ['pier', '1 1', { role: 'origin', columns: ['origin_code'] }],
        to: ['crossing', '0 many'],
      },
      {
        verb: 'receives',
        back: 'ends at',
        from: ['pier', '1 1', { role: 'destination', columns: ['destination_code'] }],
        to: ['crossing', '0 many'],
      },
    ],
    { level: 'physical' },
  ),
  rules: [
    { kind: 'mustHave', entity: 'ferry', path: 'name' },
    { kind: 'mayLack', entity: 'crossing', path: 'remark' },
    { kind: 'refersTo', entity: 'crossing', role: 'ferry' },
    { kind: 'mustHave', entity: 'crossing', path: 'origin' },
    { kind: 'mustHave', entity: 'crossing', path: 'destination' },
    { kind: 'refersTo', entity: 'crossing', role: 'origin' },
    { kind: 'stores', entity: 'pier', attribute: 'pier_code', values: ['ALV'] },
  ],
  answers: [
    {
      note: 'facts as references',
      diagram: cards(
        {
          ferry: ['*ferry_no:integer!', 'name:varchar:50!', 'seats:smallint!'],
          pier: ['*pier_code:char:3!', 'place:varchar:60!'],
          crossing: [
            '*crossing_no:integer!',
            'leaves:timestamp!',
            'remark:text?',
            'ferry_no:integer!',
            'origin_pier_code:char:3!',
            'destination_pier_code:char:3!',
          ],
        },
        [
          { verb: 'sails', from: ['ferry', '1 1'], to: ['crossing', '0 many'] },
          { verb: 'sends', from: ['pier', '1 1', { role: 'origin' }], to: ['crossing', '0 many'] },
          { verb: 'receives', from: ['pier', '1 1', { role: 'destination' }], to: ['crossing', '0 many'] },
        ],
        { level: 'physical' },
      ),
      expects: {},
    },
    {
      note: 'destination may lack',
      diagram: cards(
        {
          ferry: ['*ferry_no:integer!', 'name:varchar:40!', 'seats:integer!'],
          pier: ['*pier_code:char:3!', 'place:varchar:40!'],
          crossing: ['*crossing_no:integer!', 'leaves:timestamp!', 'remark:varchar:200?'],
        },
        [
          {
            verb: 'sails',
            back: 'is sailed by',
            from: ['ferry', '1 1', { columns: ['ferry_no'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'sends',
            back: 'starts at',
            from: ['pier', '1 1', { role: 'origin', columns: ['origin_code'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'receives',
            back: 'ends at',
            from: ['pier', '0 1', { role: 'destination', columns: ['destination_code'] }],
            to: ['crossing', '0 many'],
          },
        ],
        { level: 'physical' },
      ),
      expects: { '5': 'broken' },
    },
    {
      note: 'name may lack, remark must',
      diagram: cards(
        {
          ferry: ['*ferry_no:integer!', 'name:varchar:40?', 'seats:integer!'],
          pier: ['*pier_code:char:3!', 'place:varchar:40!'],
          crossing: ['*crossing_no:integer!', 'leaves:timestamp!', 'remark:varchar:200!'],
        },
        [
          {
            verb: 'sails',
            back: 'is sailed by',
            from: ['ferry', '1 1', { columns: ['ferry_no'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'sends',
            back: 'starts at',
            from: ['pier', '1 1', { role: 'origin', columns: ['origin_code'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'receives',
            back: 'ends at',
            from: ['pier', '1 1', { role: 'destination', columns: ['destination_code'] }],
            to: ['crossing', '0 many'],
          },
        ],
        { level: 'physical' },
      ),
      expects: { '1': 'broken', '2': 'too strict' },
    },
    {
      note: 'pier code a number',
      diagram: cards(
        {
          ferry: ['*ferry_no:integer!', 'name:varchar:40!', 'seats:integer!'],
          pier: ['*pier_code:integer!', 'place:varchar:40!'],
          crossing: ['*crossing_no:integer!', 'leaves:timestamp!', 'remark:varchar:200?'],
        },
        [
          {
            verb: 'sails',
            back: 'is sailed by',
            from: ['ferry', '1 1', { columns: ['ferry_no'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'sends',
            back: 'starts at',
            from: ['pier', '1 1', { role: 'origin', columns: ['origin_code'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'receives',
            back: 'ends at',
            from: ['pier', '1 1', { role: 'destination', columns: ['destination_code'] }],
            to: ['crossing', '0 many'],
          },
        ],
        { level: 'physical' },
      ),
      expects: { '7': 'too strict' },
    },
    {
      note: 'columns at the wrong end',
      diagram: cards(
        {
          ferry: ['*ferry_no:integer!', 'name:varchar:40!', 'seats:integer!'],
          pier: ['*pier_code:char:3!', 'place:varchar:40!'],
          crossing: ['*crossing_no:integer!', 'leaves:timestamp!', 'remark:varchar:200?'],
        },
        [
          {
            verb: 'sails',
            back: 'is sailed by',
            from: ['ferry', '1 1'],
            to: ['crossing', '0 many', { columns: ['crossing_no'] }],
          },
          {
            verb: 'sends',
            back: 'starts at',
            from: ['pier', '1 1', { role: 'origin', columns: ['origin_code'] }],
            to: ['crossing', '0 many'],
          },
          {
            verb: 'receives',
            back: 'ends at',
            from: ['pier', '1 1', { role: 'destination', columns: ['destination_code'] }],
            to: ['crossing', '0 many'],
          },
        ],
        { level: 'physical' },
      ),
      expects: { '3': 'broken' },
    },
  ],
}

/** Twenty-four answers, written before any was marked: 208 of 211 verdicts at first, all of them since. */
export const DRAWN_WORLDS: readonly DrawnWorld[] = [CHOIR, MUSEUM, FERRY_LINE]

import { describe, expect, it } from 'vitest'
import { CLAIMS } from '../../src/words/en/reasons/claims'
import {
  REASONS,
  mapPhrases,
  mapTexts,
  phrase,
  reason,
  reasonBefore,
  reasonForStudent,
  reasonInWords,
  saidBefore,
  say,
  type ReasonCode,
} from '../../src/words'

/** Names by which reasons speak of the model answer's own elements. */
const OF_THE_MODEL = ['entity', 'attribute', 'role', 'members', 'element', 'values']
/** Where a name is the answer's in most reasons, and the model's in this one. */
const OF_THE_MODEL_HERE: Partial<Record<ReasonCode, readonly string[]>> = {
  'far-side-inside': ['target'],
  'update-surrogate': ['target'],
  'written-once': ['from', 'to'],
  'written-again': ['from', 'to'],
  'in-a-key': ['to'],
  'key-undecided': ['to'],
}
/** Names that answer a question about a relation, whichever question it is. */
const ANSWERS = ['key', 'missing', 'superfluous', 'attribute', 'attributes', 'left', 'right', 'rest', 'lower']
/** Where it is the dependency itself that is asked for. */
const ASKS_DEPENDENCY: readonly ReasonCode[] = ['dependency-missing', 'dependency-lost', 'form-broken']

/** Any name as its own sign, in a form that stands for a name and for a list of them. */
const KNOWN: Readonly<Record<string, unknown>> = {
  form: 'BCNF',
  code: 'syntax.missing-comma',
  params: {},
  question: 'form',
  broken: { dependency: '«dependency»', left: ['«left»'] },
}
const names = new Proxy({}, { get: (_, name) => KNOWN[String(name)] ?? [`«${String(name)}»`] }) as never
const codes = Object.keys(REASONS) as ReasonCode[]
const wordsOf = (code: ReasonCode) => ({
  full: String(reasonInWords({ code, params: names })),
  told: String(reasonForStudent({ code, params: names })),
  before: reasonBefore({ code, params: names }),
})

describe('each reason', () => {
  it.each(codes)('%s says something, and nothing of how it is made', code => {
    const { full, told } = wordsOf(code)
    for (const sentence of [full, told]) {
      expect(sentence).toMatch(/\S/)
      expect(sentence).not.toMatch(/\[object|=>|NaN/)
    }
  })

  it.each(codes.filter(code => !(code in CLAIMS)))('%s tells a student no name of the model answer', code => {
    const { told } = wordsOf(code)
    for (const name of [...OF_THE_MODEL, ...(OF_THE_MODEL_HERE[code] ?? [])])
      expect(told, name).not.toContain(`«${name}»`)
  })

  it.each(Object.keys(CLAIMS).filter(code => REASONS[code as ReasonCode].before) as ReasonCode[])(
    '%s gives no answer away while the work goes on',
    code => {
      const { before } = wordsOf(code)
      for (const name of [...ANSWERS, ...(ASKS_DEPENDENCY.includes(code) ? ['dependency'] : [])])
        expect(before, name).not.toContain(`«${name}»`)
    },
  )
})

describe('words are made late', () => {
  it('a reason is its code and names, and JSON and back says the same', () => {
    const key = phrase('primary-key', { columns: ['bay_no', 'hall'] })
    const stored = reason('held-back-by-key', { key, table: 'bay' })
    expect(JSON.stringify(stored)).not.toContain('PRIMARY')
    expect(reasonInWords(JSON.parse(JSON.stringify(stored)) as typeof stored)).toBe(
      'PRIMARY KEY (bay_no, hall) of bay refuses the second row.',
    )
  })

  it('phrases and texts are changed however deep they stand, and nothing else is', () => {
    const by = phrase('key-of', { key: phrase('unique', { columns: ['a', 'b'] }), table: 'bay' })
    const card = mapPhrases(by, said => (said.phrase === 'unique' ? { ...said, phrase: 'told-apart' } : said))
    expect(say(card)).toBe('"identified by a, b" of bay')
    expect(say(by)).toBe('UNIQUE (a, b) of bay')
    expect(mapTexts({ list: ['ab', { of: 'abc' }], count: 3, none: null }, text => text.slice(0, 1))).toEqual(
      {
        list: ['a', { of: 'a' }],
        count: 3,
        none: null,
      },
    )
  })

  it('before answers may be given, what stands for an answer is said once, and what says it is left out', () => {
    const said = saidBefore([
      reason('prime-missing', { attribute: 'taxon', key: ['taxon', 'day'] }),
      reason('prime-missing', { attribute: 'day', key: ['taxon', 'day'] }),
      reason('prime-too-many', { attribute: 'lamp' }),
      reason('key-in-larger', { larger: ['taxon', 'day', 'lamp'], superfluous: ['lamp'] }),
    ])
    expect(said.map(({ sentence }) => sentence)).toEqual([
      'An attribute that stands in a key is missing.',
      'lamp stands in no key.',
    ])
  })
})

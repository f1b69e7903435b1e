import { describe, expect, it } from 'vitest'
import { readFileSync, readdirSync } from 'node:fs'
import { briefBlocks, briefWords, phraseSpans, textOf, withPhrases } from '../../app/utils/brief'
import { freeName } from '../../app/utils/picture-of-file'
import { checkedPhrases } from '../../app/utils/checked-phrases'
import type { CheckedRule } from '../../shared/answers'

const bound = (phrase: string) => ({ phrase, say: 'upheld', mark: 'upheld' })

describe('a case', () => {
  it('has headings, lists and tables, and single new lines stay', () => {
    const text = 'First line\nsecond\n\n## Berths\n\n- one\n- two\n\n| no | name |\n|---|---|\n| 1 | Tern |\n'
    expect(briefBlocks(text).map(({ kind }) => kind)).toEqual(['paragraph', 'heading', 'list', 'table'])
    expect(briefWords(text)).toBe('First line\nsecond\n\nBerths\n\none\ntwo\n\nno\tname\n1\tTern')
  })

  it('is never run: HTML and pictures are words', () => {
    const text =
      'A <b onclick="x()">berth</b> and ![a map](http://elsewhere.example/x.png)\n\n<script>y()</script>'
    const [first, second] = briefBlocks(text)
    expect(first?.kind === 'paragraph' && textOf(first.runs)).toBe('A <b onclick="x()">berth</b> and a map')
    expect(second).toEqual({
      kind: 'paragraph',
      runs: [{ text: '<script>y()</script>', strong: false, em: false, code: false }],
    })
  })

  it('shows the pictures that are kept with it where it names them, and they are no words', () => {
    const [block] = briefBlocks('As ![a plan](picture:plan) shows.')
    expect(block?.kind === 'paragraph' && block.runs.map(({ text, picture }) => picture ?? text)).toEqual([
      'As ',
      { name: 'plan', shows: 'a plan' },
      ' shows.',
    ])
    expect(briefWords('As ![a plan](picture:plan) shows.')).toBe('As  shows.')
    expect(block?.kind === 'paragraph' && withPhrases(block.runs, [bound('As')])).toHaveLength(4)
    expect(
      ['Plan of berths.PNG', '…', 'x'.repeat(60)].map(name => freeName(name, ['plan-of-berths'])),
    ).toEqual(['plan-of-berths-2', 'picture', 'x'.repeat(32)])
  })

  it('in plain text says the same as before, word for word', () => {
    for (const folder of ['db/demo/exercises', 'shelf/exercises'])
      for (const file of readdirSync(folder)) {
        const { brief } = JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')) as { brief: string }
        expect(briefWords(brief).trim(), file).toBe(brief.trim())
      }
  })
})

describe('a bound phrase', () => {
  const runsOf = (text: string) => {
    const [block] = briefBlocks(text)
    return block?.kind === 'paragraph' ? block.runs : []
  }

  it('is found through what is written boldly', () => {
    const marked = withPhrases(runsOf('A boat has **at most one** berth here.'), [
      bound('has at most one berth'),
    ])
    expect(marked.map(({ text, strong, bound: by }) => [text, strong, by !== undefined])).toEqual([
      ['A boat ', false, false],
      ['has ', false, true],
      ['at most one', true, true],
      [' berth', false, true],
      [' here.', false, false],
    ])
  })

  it('lies within no other, and loses no letter', () => {
    const text = 'every boat has a berth'
    const spans = phraseSpans(text, [
      bound('boat has a'),
      bound('boat'),
      bound('has a berth'),
      bound('nowhere'),
    ])
    expect(spans.map(({ from, to }) => text.slice(from, to))).toEqual(['boat has a'])
    expect(textOf(withPhrases(runsOf(text), [bound('boat has a')]))).toBe(text)
  })

  it('stands where it is a word of its own, though a longer one comes before it', () => {
    const placeOf = (text: string, phrase: string): number | undefined =>
      phraseSpans(text, [bound(phrase)])[0]?.from
    expect(placeOf('Accessions: each accession has one.', 'accession')).toBe(17)
    expect(placeOf('boathouse, boats, a boat', 'boat')).toBe(20)
    expect(placeOf('SKV-00417 and 417', '417')).toBe(14)
    expect(placeOf('(boat) boat', 'boat')).toBe(1)
    expect(placeOf('boathouse', 'boat')).toBe(0)
    expect(placeOf('a boat', 'ship')).toBeUndefined()
  })

  it('says the worst that a check says of it', () => {
    const rule = (verdict: CheckedRule['verdict'], phrase: string | null): CheckedRule => ({
      sheet: 'script',
      rule: verdict,
      sentence: `It is ${verdict}.`,
      phrase,
      verdict,
      because: [],
      witness: null,
    })
    expect(
      checkedPhrases([rule('upheld', 'a'), rule('too strict', 'a'), rule('broken', null)], true),
    ).toEqual([
      { phrase: 'a', mark: 'too-strict', say: 'too strict, before your last change: It is too strict.' },
    ])
  })
})

import { readFileSync, readdirSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ExerciseDocument, prepareExercise, renameElement } from '@nomenklatura/core/exercise'
import { markAnswer } from '@nomenklatura/core/marking'
import { unknownElements } from '@nomenklatura/core/rules'

const FOLDER = 'db/demo/exercises'
const EXERCISES = readdirSync(FOLDER).map(file =>
  ExerciseDocument.parse(JSON.parse(readFileSync(`${FOLDER}/${file}`, 'utf8'))),
)
const exercise = (title: string): ExerciseDocument => EXERCISES.find(other => other.title === title)!
const PAIR = exercise('Who collected what')
const EXCHANGE = exercise('Exchange with partner gardens')

/** Names in rules that the model answer does not have. */
function unknownIn(document: ExerciseDocument): string[] {
  const { world, model } = prepareExercise(document)
  return document.rules.flatMap(entry =>
    entry.rule.kind === 'claim' ? [] : unknownElements(world, entry, model.schema),
  )
}
const verdictsOf = (document: ExerciseDocument, of: ExerciseDocument) =>
  markAnswer(prepareExercise(document), of.models[0]!).cells.map(
    ({ rule, sheet, verdict }) => `${rule} ${sheet} ${verdict}`,
  )

describe('an element of the model answer under another name', () => {
  it('is called so in script, rules, glossary, samples, sentences and the brief', () => {
    const { document, rules, texts, fault } = renameElement(EXCHANGE, { entity: 'dispatch' }, 'consignment')
    expect(fault).toBe('')
    expect(rules).toBeGreaterThan(3)
    expect(document.models[0]!.script).toMatch(/REFERENCES consignment/i)
    expect(document.rules.map(({ sentence }) => sentence)).toContain('Every consignment goes to a garden.')
    expect(document.brief).not.toMatch(/\bdispatch\b/)
    expect(texts.length).toBeGreaterThan(3)
    expect(document.glossary.find(({ element }) => element === 'consignment')!.names).toContain('dispatch')
    for (const [i, { phrase }] of document.rules.entries())
      if (phrase && EXCHANGE.brief.includes(EXCHANGE.rules[i]!.phrase!))
        expect(document.brief).toContain(phrase)
  })

  it('keeps the texts where that is not wanted', () => {
    const { document, texts } = renameElement(EXCHANGE, { entity: 'dispatch' }, 'consignment', {
      inTexts: false,
    })
    expect([document.brief, texts]).toEqual([EXCHANGE.brief, []])
  })

  it('is refused where the name is taken, is none, is given, or the element is not there', () => {
    const faultOf = (entity: string, to: string, of = EXCHANGE) => renameElement(of, { entity }, to).fault
    expect(faultOf('dispatch', 'Trip')).toContain('already')
    expect(faultOf('dispatch', ' 9')).toContain('letter')
    expect(faultOf('nobody', 'x')).toContain('no such')
    expect(faultOf('collector', 'gatherer', PAIR)).toContain('given')
    expect(renameElement(EXCHANGE, { entity: 'dispatch' }, 'Trip').document).toBe(EXCHANGE)
  })

  const withModel = EXERCISES.filter(document => prepareExercise(document).world.entities.length > 0)
  it('any element of any exercise of the demo: rules name what is there, and what was handed in is judged as before', () => {
    fc.assert(
      fc.property(fc.nat(withModel.length - 1), fc.nat(1000), fc.boolean(), (of, at, inTexts) => {
        const document = withModel[of]!
        const { world } = prepareExercise(document)
        const elements = world.entities.flatMap(({ name, attributes, roles }) => [
          { entity: name },
          ...[...attributes, ...roles].map(member => ({ entity: name, member: member.name })),
        ])
        const element = elements[at % elements.length]!
        const renamed = renameElement(document, element, 'zz_quarry', { inTexts })
        if (renamed.fault !== '') return
        expect(ExerciseDocument.safeParse(renamed.document).error).toBeUndefined()
        expect(unknownIn(renamed.document)).toEqual(unknownIn(document))
        expect(verdictsOf(renamed.document, renamed.document)).toEqual(verdictsOf(document, document))
        // The old name is in the glossary: the old model answer is as right as it was.
        expect(verdictsOf(renamed.document, document)).toEqual(verdictsOf(document, document))
      }),
      { numRuns: 60 },
    )
  })
})

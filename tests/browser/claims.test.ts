import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { everybody, arrive } = useDemo()

/** Tabs to the editor or field of that name and types into it, as somebody without a mouse does. */
async function fill(visitor: Visitor, label: string, text: string): Promise<void> {
  const { keyboard } = visitor.page
  for (
    let i = 0;
    i < 80 &&
    !(await visitor.page.evaluate(
      name =>
        document.activeElement?.getAttribute('aria-label') === name ||
        (document.activeElement?.id !== '' && document.activeElement?.id === name),
      label,
    ));
    i++
  )
    await keyboard.press('Tab')
  for (const [i, line] of text.split('\n').entries()) {
    if (i > 0) await keyboard.press('Enter')
    await visitor.typeLikeAPerson(line)
  }
}

describe('exercise 1 by keyboard alone', () => {
  it('a student writes claims with a mistake, is shown it, mends it, splits with the keys, hands in, and reads the marks', async () => {
    const wen = await arrive()
    const { keyboard } = wen.page
    const enter = async (text: string): Promise<void> => {
      await wen.tabTo(text)
      await keyboard.press('Enter')
      await wen.settle()
    }
    await wen.signInByKeys('wen.zhao')
    await enter('The intake ledger')
    await enter('Start')
    await wen.page.waitForSelector('.cm-content:focus')
    await fill(
      wen,
      'Dependencies, one to a line',
      'accession_no -> taxon, seeds, trip_no\ntaxon -> genus\ngenus -> family\ntrip_no -> collected_on, site\nsite -> grid_ref, altitude\ngrid_ref -> site\ncollector_name -> collector_code\naccession_no, collector_code -> packets',
    )
    expect(await wen.read('[aria-label="Dependencies, one to a line"]')).toContain('accession_no → taxon')
    await fill(wen, 'Closure of trip_no', 'trip_no, collected_on, site, grid_ref, altitude')
    await fill(wen, 'Candidate keys, one to a line', 'accession_no, collector_code')
    await fill(wen, 'Prime attributes', 'accession_no, collector_code')
    for (
      let i = 0;
      i < 20 && !(await wen.page.evaluate(() => document.activeElement!.matches('input[type=radio]')));
      i++
    )
      await keyboard.press('Tab')
    for (const key of ['ArrowRight', 'ArrowLeft'] as const) await keyboard.press(key)
    await keyboard.press('ArrowRight')
    await wen.page.waitForSelector('input[type=radio][value="1NF"]:checked')
    await fill(wen, 'The dependency that keeps it from the next form', 'accession_no -> taxon')

    await wen.chord(['Control'], 'Enter')
    await wen.sees('does not follow from the case', '[data-code="dependencies.surplus"]')
    await wen.sees('Nothing is claimed that does not follow', '[data-verdict="too strict"]')
    await wen.tabTo('Margin', 'F6')
    await enter('Nothing is claimed that does not follow')
    expect(await wen.violations()).toEqual([])
    await wen.sees('is refused by collector_name → collector_code, should be accepted', '[data-rule=r9]')

    // The line is put right, and what fixes the name is the code.
    await wen.page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await fill(wen, 'Dependencies, one to a line', '')
    await wen.chord(['Control'], 'Home')
    for (let i = 0; i < 6; i++) await keyboard.press('ArrowDown')
    await keyboard.press('Home')
    await wen.chord(['Shift'], 'End')
    await keyboard.type('collector_code -> collector_name')

    // The whole relation is laid out and split: each dependency in the list takes its facts with it.
    await enter('Lay out the whole relation')
    const splitBy = async (by: string): Promise<void> => {
      await wen.tabTo('Split S')
      await wen.chord(['Shift'], 'Tab')
      await wen.page.waitForFunction(() => document.activeElement?.matches('select'))
      // The first is chosen already.
      if (by !== '') await keyboard.type(by)
      await keyboard.press('Tab')
      await keyboard.press('Enter')
      // Back to the part that is left over: the first slip.
      for (
        let i = 0;
        i < 60 && !(await wen.page.evaluate(() => document.activeElement?.matches('.slip')));
        i++
      )
        await wen.chord(['Shift'], 'Tab')
      for (let i = 0; i < 8; i++) await keyboard.press('ArrowLeft')
    }
    for (const by of ['genus', 'taxon', 'site', 'trip', '', 'coll']) await splitBy(by)
    await wen.sees('saved', '.state')
    await wen.chord(['Control'], 'Enter')
    await wen.sees('checked', '.margin')
    await wen.settle()
    const split = await wen.read('[aria-label="Parts of the split, one to a line"]')
    expect(split.split('\n').filter(line => line.trim() !== '').length).toBe(7)
    await wen.sees('1 to see', '.margin')
    await wen.sees('Each part of the split has its key named', '[data-verdict=broken]')

    await wen.page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await enter('Hand in')
    await wen.page.waitForFunction(() =>
      document.querySelector('[role=dialog]')?.contains(document.activeElement),
    )
    await enter('Hand in')
    await wen.sees('Received')

    const ada = await arrive('Ada Brandvold')
    const exercise = await ada.exerciseId('The intake ledger')
    await ada.go(`/exercises/${exercise}/desk`)
    await ada.press('.queue button', 'Wen Zhao')
    await ada.sees('Wen Zhao', '.rules')
    await ada.press('[data-rule=r16] button')
    await ada.sees('One row has the common value everywhere', '.evidence')
    expect(await ada.violations()).toEqual([])
    await ada.page.waitForFunction(() => !document.body.innerText.includes('being marked'))
    await ada.press('button', 'Release')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'Release 25')
    await ada.settle()

    await wen.go('/')
    await enter('The intake ledger')
    await wen.sees('of 38')
    await wen.sees('Each part of the split has its key named', '.rule')
    expect(await wen.violations()).toEqual([])
  })
})

describe('setting an exercise about a relation', () => {
  it('an instructor writes attributes and dependencies, sees the answers at once, and publishes it fresh for each', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.settle()
    await ada.press('button', 'exercise')
    await ada.type('form input', 'Keys of the tide book')
    await ada.page.click('input[value=relation]')
    await ada.press('form button', 'Begin')
    await ada.page.waitForSelector('.relation textarea')
    await ada.type('.relation textarea', 'tide, depth, lamp, keeper')
    await ada.page.click('[aria-label="Dependencies that hold"]')
    await ada.page.keyboard.type('tide, depth -> lamp')
    await ada.page.keyboard.press('Escape')
    await ada.page.keyboard.press('Enter')
    await ada.page.keyboard.type('lamp -> tide')
    await ada.page.keyboard.press('Escape')
    await ada.sees('2 keys, 3NF', '.answers')
    await ada.press('label', 'are given the dependencies')
    await ada.press('label', 'each student under other names')
    await ada.sees('As one student has it', '.answers')
    await ada.press('[role=tab]', 'Rules')
    await ada.page.waitForSelector('.sentence')
    expect(
      await ada.page.$$eval('.sentence', fields => fields.map(field => (field as HTMLInputElement).value)),
    ).toContain('{tide, depth, keeper} is a candidate key.')
    await ada.press('[role=tab]', 'Brief')
    await ada.type('.case-text[contenteditable=true]', 'The keepers of the lamps note the tides.')
    await ada.sees('nothing missing', '.foot')
    expect(await ada.violations()).toEqual([])
  })
})

describe('the split by mouse', () => {
  it('an attribute is dragged from one part to another, and taken back', async () => {
    const ximena = await arrive()
    await ximena.signInByKeys('ximena.aguirre')
    const exercise = await ximena.exerciseId('The intake ledger')
    await ximena.go(`/exercises/${exercise}/work`)
    await ximena.press('button', 'Start')
    const parts = '[aria-label="Parts of the split, one to a line"]'
    await ximena.page.waitForSelector(parts)
    await ximena.page.click(parts)
    await ximena.page.keyboard.type('taxon, genus, family')
    await ximena.page.keyboard.press('Escape')
    await ximena.page.keyboard.press('Enter')
    await ximena.page.keyboard.type('genus')
    await ximena.page.keyboard.press('Escape')
    const from = (await ximena.page.$$('.slip')).at(0)!
    const attribute = (await from.$$('li')).at(2)!
    const to = (await ximena.page.$$('.slip')).at(1)!
    await ximena.drag(attribute, to)
    await ximena.page.waitForFunction(
      css => document.querySelector<HTMLElement>(css)!.innerText.split('\n')[1]?.includes('genus, family'),
      {},
      parts,
    )
    expect(await ximena.read(parts)).toContain('taxon, genus\n')
    await ximena.press('button', 'Undo')
    await ximena.page.waitForFunction(
      css => document.querySelector<HTMLElement>(css)!.innerText.startsWith('taxon, genus, family'),
      {},
      parts,
    )
  })
})

describe('the help pages', () => {
  it('show the evidence of seven verdicts, judged while they open', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.go('/help/dependencies')
    const verdicts = await ada.page.$$eval('.example', examples =>
      examples.map(example => `${example.id} ${(example as HTMLElement).dataset.verdict}`),
    )
    expect(verdicts).toEqual([
      'missing broken',
      'follows upheld',
      'surplus too strict',
      'key too strict',
      'form broken',
      'split broken',
      'lost broken',
    ])
    await ada.sees('made up by the join', '#split')
    expect(await ada.violations()).toEqual([])
  })
})

describe('at the end', () => {
  it('nothing failed on any page and nothing left the machine', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})

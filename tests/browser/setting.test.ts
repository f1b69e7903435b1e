import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import type { ElementHandle } from 'puppeteer-core'
import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

/** Exercise 3 of the demo world: three tables exist, drawers and placements over time are to be added. */
const GIVEN = `CREATE TABLE accession (
  accession_no char(9) PRIMARY KEY,
  taxon varchar(80) NOT NULL
);
CREATE TABLE keeper (
  keeper_code char(3) PRIMARY KEY,
  name varchar(80) NOT NULL
);
CREATE TABLE bay (
  hall char(1),
  bay_no smallint,
  keeper_code char(3) NOT NULL REFERENCES keeper,
  PRIMARY KEY (hall, bay_no)
);`
const MODEL = `CREATE TABLE drawer (
  hall char(1),
  bay_no smallint,
  drawer_no smallint,
  width integer NOT NULL,
  PRIMARY KEY (hall, bay_no, drawer_no),
  FOREIGN KEY (hall, bay_no) REFERENCES bay
);
CREATE TABLE packet (
  accession_no char(9) REFERENCES accession,
  packet_no smallint,
  weight numeric(6,2) CHECK (weight > 0),
  PRIMARY KEY (accession_no, packet_no)
);
CREATE TABLE placement (
  accession_no char(9),
  packet_no smallint,
  since date,
  hall char(1) NOT NULL,
  bay_no smallint NOT NULL,
  drawer_no smallint NOT NULL,
  PRIMARY KEY (accession_no, packet_no, since),
  FOREIGN KEY (accession_no, packet_no) REFERENCES packet,
  FOREIGN KEY (hall, bay_no, drawer_no) REFERENCES drawer
);`

const { everybody, arrive } = useDemo()

/** A file of the machine, as a person chooses one. */
function file(name: string, text: string): string {
  const path = join(mkdtempSync(join(tmpdir(), 'nk-set-')), name)
  writeFileSync(path, text)
  return path
}

describe('an exercise from nothing to published in one go', () => {
  let ada: Visitor
  const details = '.details'
  /** Typed into a field in place of what stands there, then on to the next. */
  async function fill(selector: string, text: string): Promise<void> {
    await ada.page.waitForSelector(selector)
    await ada.page.click(selector, { count: 3 })
    await ada.typeLikeAPerson(text)
    await ada.page.keyboard.press('Tab')
  }
  /** A script that lies ready, put into an editor as a person pastes it. */
  async function paste(editor: string, text: string): Promise<void> {
    await ada.page.waitForSelector(editor)
    await ada.settle()
    await ada.page.click(editor)
    await ada.page.waitForSelector(`${editor}:focus`)
    await ada.page.keyboard.sendCharacter(text)
  }
  const strength = async (): Promise<number> => Number(/(\d+) %/.exec(await ada.read('.strength'))?.[1] ?? -1)

  it('begins with the case, and is led to what is missing', async () => {
    ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'I write the case first')
    await ada.type('form input', 'A drawer for every packet, again')
    await ada.press('form button', 'Begin')
    await ada.type(
      '.case-text[contenteditable=true]',
      'Each bay has drawers. A drawer has a number that is unique only within its bay. A packet lies in one drawer at a time.',
    )
    await ada.sees('a model answer and a rule are missing', '.foot')
    await ada.press('.foot a', 'a model answer')
  })

  it('gives tables that exist, and proposes rules from those that are added', async () => {
    await ada.press('button', 'Give tables that exist already')
    await paste('.starter .cm-content', GIVEN)
    await paste('.written:not(.starter) .cm-content', MODEL)
    await ada.sees('Read: 3 tables, 4 references', '.leaf')
    await ada.sees('saved', '.state')
    await ada.press('[role=tab]', 'Rules')
    await ada.press('button', 'that the answer upholds')
    await ada.sees('sentences, ')
  })

  it('gets a rule of one’s own, said in slots, with what the model answer does with it', async () => {
    await ada.press('button', 'Write a rule')
    await ada.page.waitForSelector(`${details} select.kind`)
    await ada.page.select(`${details} select.kind`, 'refusesValue')
    await ada.sees('Something is still to be chosen: a value.', details)
    const [entity, fact] = ['select[aria-label="Entity"]', 'select[aria-label="What of it"]']
    await ada.page.select(`${details} ${entity}`, 'packet')
    await ada.page.select(`${details} ${fact}`, 'weight')
    await fill(`${details} input.value`, '-3')
    await ada.sees('refuses -3: packet · weight', details)
    await ada.sees('Script: upheld', details)
    const sentence = '-3 is refused as weight of one packet.'
    await ada.page.waitForFunction(
      wanted =>
        [...document.querySelectorAll<HTMLInputElement>('input.sentence')].some(of => of.value === wanted),
      {},
      sentence,
    )
    expect(await ada.violations()).toEqual([])
  })

  it('points out a sentence that says something else than the rule asks', async () => {
    const field = (await ada.page.$$('li:has(.details) input.sentence')).at(-1)!
    await field.click({ count: 3 })
    await ada.typeLikeAPerson('A weight of -3 is accepted.\n')
    await ada.sees(
      'The sentence says that something is accepted; what is asked is that something is refused.',
    )
    await field.click({ count: 3 })
    await ada.typeLikeAPerson('A weight of -3 is refused.\n')
    await ada.page.waitForFunction(() => !document.body.innerText.includes('The sentence says'))
    await ada.press('button', 'close')
  })

  it('gets rows that must be accepted or refused', async () => {
    await ada.press('button', 'Give rows')
    await ada.page.waitForSelector(`${details} .stamp`)
    const cell = (name: string, row: number): string => `${details} input[aria-label="${name} of row ${row}"]`
    await fill(cell('accession number', 1), 'SKV-00417')
    await fill(cell('taxon', 1), 'Sea plantain')
    await ada.press(`${details} button`, 'Another row of accession')
    await fill(cell('accession number', 2), 'SKV-00417')
    await fill(cell('taxon', 2), 'Thrift')
    await ada.sees('Script: too strict', details)
    await ada.page.click(`${details} button[aria-label^="Row 2 must be accepted"]`)
    await ada.sees('Script: upheld', details)
    await ada.press('button', 'close')
    await ada.sees('saved', '.state')
  })

  it('is tried: the rules that would notice what passes are asked, and nine of ten mistakes are noticed', async () => {
    await ada.press('button', 'Proof run')
    await ada.sees('of the mistakes are noticed', '.strength')
    const before = await strength()
    expect(await ada.violations()).toEqual([])
    await ada.press('.helps button', 'Ask all')
    await ada.page.waitForFunction(
      was => Number(/(\d+) %/.exec(document.querySelector('.strength')?.textContent ?? '')?.[1] ?? 0) > was,
      { timeout: 60_000 },
      before,
    )
    expect(await strength()).toBeGreaterThanOrEqual(90)
    await ada.sees('None of', '.summary')
    await ada.press('.kind', 'A FOREIGN KEY left out')
    await ada.sees('drawer does not refer to bay', '.cases')
  })

  it('is published, and nothing speaks against it', async () => {
    await ada.settle()
    await ada.press('.foot button', 'Publish')
    await ada.sees('28 students see it now', '[role=dialog]')
    expect(await ada.read('[role=dialog]')).not.toContain('all the same')
    await ada.press('[role=dialog] button', 'Publish')
    await ada.sees('Published: 28 students can see it')
  })
})

const OLD = `Lamps and keepers

A lighthouse has a name and a height. Each lamp burns in exactly one lighthouse; a lighthouse may have several lamps.

Solution:
LIGHTHOUSE(_name_, height)
LAMP(_lamp_no_, lighthouse → LIGHTHOUSE, since)

Keys: 4 points
References: 6 points`

describe('an exercise kept as plain text', () => {
  let ada: Visitor

  it('comes in by one paste, says what was understood, and has its rules and points', async () => {
    ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'from an exercise I have as text')
    await ada.page.waitForSelector('form textarea')
    await ada.page.click('form textarea')
    // What a paste does: all of it at once.
    const cdp = await ada.page.createCDPSession()
    await cdp.send('Input.insertText', { text: OLD })
    await ada.sees(
      'LAMP: 3 attributes, told apart by lamp_no; lighthouse leads to LIGHTHOUSE.',
      '.understood',
    )
    await ada.sees('10 points in all.', '.understood')
    expect(await ada.page.$eval('form input', input => input.value)).toBe('Lamps and keepers')
    expect(await ada.violations({ within: 'form' })).toEqual([])
    await ada.press('form button', 'Begin')
    await ada.sees('Before you publish')
    await ada.sees('A lighthouse has a name and a height.', '.case-text')
    await ada.press('[role=tab]', 'Rules')
    await ada.sees('10 points')
    await ada.press('[role=tab]', 'Answer')
    await ada.sees('Read: 2 tables, 1 reference')
  })

  it('is written on as it is read, and its words become a rule', async () => {
    await ada.press('[role=tab]', 'Brief')
    await ada.page.waitForSelector('.case-text[contenteditable=true]')
    await ada.page.click('.case-text p')
    await ada.chord(['Control'], 'End')
    await ada.page.keyboard.press('Enter')
    await ada.typeLikeAPerson('## To do\nDescribe:\n- lamps\nkeepers')
    await ada.sees('To do', '.case-text h2')
    expect(await ada.page.$$eval('.case-text li', lines => lines.map(line => line.textContent))).toEqual([
      'lamps',
      'keepers',
    ])
    await ada.sees('saved', '.state')
    await ada.page.click('.case-text p', { count: 3 })
    await ada.press('.chosen button', 'A rule from these words')
    await ada.page.waitForSelector(`.details select.kind`)
    expect(
      await ada.page.$$eval('input.sentence', inputs =>
        inputs.some(({ value }) => value.includes('A lighthouse has a name and a height.')),
      ),
    ).toBe(true)
    await ada.press('[role=tab]', 'Brief')
    await ada.page.waitForSelector('.case-text .bound')
    expect(await ada.violations({ within: '.leaf' })).toEqual([])
  })

  it('names an entity in words of its own, which are understood as its name', async () => {
    const named = 'select[aria-label="What these words name"]'
    await ada.page.click('.case-text p')
    await ada.page.keyboard.press('Home')
    for (let word = 0; word < 2; word++) await ada.chord(['Control', 'Shift'], 'ArrowRight')
    await ada.page.waitForSelector(named)
    expect(await ada.violations({ within: '.leaf' })).toEqual([])
    const chosen = (await ada.page.$eval('.chosen .quoted', words => words.textContent!)).replace(/[“”]/g, '')
    await ada.page.select(named, await ada.page.$eval(`${named} option:nth-child(2)`, ({ value }) => value))
    await ada.press('[role=tab]', 'Answer')
    await ada.press('.parts button', 'Names and samples')
    await ada.page.waitForFunction(
      words =>
        [...document.querySelectorAll<HTMLInputElement>('.leaf input')].some(({ value }) => value === words),
      {},
      chosen,
    )
    await ada.press('[role=tab]', 'Brief')
    await ada.sees(chosen, '.case-text .named')
  })

  it('tells those who practise what the words speak of, until they name nothing any more', async () => {
    await ada.sees('saved', '.state')
    const setting = new URL(ada.page.url()).pathname
    await ada.press('.foot a', 'Try it as a student')
    await ada.press('main button', 'Start')
    await ada.page.waitForSelector('.rail, .brief-side')
    if (!(await ada.page.$('.brief-side'))) await ada.press('.rail button', 'Brief')
    await ada.page.waitForSelector('.brief-side .named')
    await ada.page.hover('.brief-side .named')
    await ada.sees('speaks of an entity', '.said')
    await ada.press('a', 'Back to setting it')
    await ada.page.waitForFunction(path => location.pathname === path, {}, setting)
    await ada.page.waitForSelector('.case-text .named')
    await ada.page.click('.case-text .named')
    await ada.page.keyboard.press('Home')
    for (let word = 0; word < 2; word++) await ada.chord(['Control', 'Shift'], 'ArrowRight')
    await ada.press('.chosen button', 'They name nothing')
    await ada.page.waitForFunction(() => !document.querySelector('.case-text .named'))
  })

  it('says the size of a fact, which becomes samples and a rule that keeps them', async () => {
    await ada.page.click('.case-text p')
    await ada.chord(['Control'], 'End')
    await ada.page.keyboard.press('Enter')
    await ada.page.keyboard.press('Enter')
    await ada.typeLikeAPerson('A lamp number is two letters, a hyphen and three digits.')
    await ada.sees('saved', '.state')
    await ada.page.click('.case-text > p:last-child', { count: 3 })
    await ada.press('.chosen button', 'A rule from these words')
    await ada.page.waitForSelector(`.details select.kind`)
    expect(await ada.page.$eval('.details select.kind', select => select.value)).toBe('stores')
    await ada.press('[role=tab]', 'Answer')
    await ada.press('.parts button', 'Names and samples')
    await ada.page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLInputElement>('.leaf input')].some(({ value }) =>
        /^[A-Z]{2}-\d{3}; [A-Z]{2}-\d{3}$/.test(value),
      ),
    )
  })
})

/** One point of colour: the smallest PNG there is. */
const POINT =
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='

describe('a picture of the case', () => {
  it('is put in with what it shows, is kept with the exercise, and is seen by who tries it', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'I write the case first')
    await ada.type('form input', 'A plan of the harbour')
    await ada.press('form button', 'Begin')
    await ada.type('.case-text[contenteditable=true]', 'Berths lie as this plan shows: ')
    const input = (await ada.page.$('.tools input[type=file]')) as ElementHandle<HTMLInputElement>
    await input.uploadFile(file('plan.txt', 'no picture'))
    await ada.sees('plan.txt is no picture that can be read here', '[role=alert]')
    const point = join(mkdtempSync(join(tmpdir(), 'nk-set-')), 'Plan of berths.png')
    writeFileSync(point, Buffer.from(POINT, 'base64'))
    await input.uploadFile(point)
    await ada.page.waitForSelector('.picked input')
    await ada.page.click('.picked input')
    await ada.typeLikeAPerson('Twelve berths along a quay')
    expect(await ada.violations({ within: '.leaf' })).toEqual([])
    await ada.press('.picked button', 'Put it in')
    await ada.page.waitForSelector('.case-text img[alt="Twelve berths along a quay"]')
    await ada.settle()
    await ada.sees('saved', '.state')
    await ada.settle()
    await ada.page.reload()
    await ada.page.waitForSelector('.case-text img[alt="Twelve berths along a quay"]')
    await ada.press('.foot a', 'Try it as a student')
    await ada.page.waitForSelector('.brief img[alt="Twelve berths along a quay"]')
    expect(
      await ada.page.$eval('.brief img', image => (image as HTMLImageElement).naturalWidth),
    ).toBeGreaterThan(0)
  })
})

describe('a fresh task', () => {
  it('is made up by its number, as hard as is wished, and can be published', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'a fresh task on dependencies')
    await ada.page.waitForSelector('.fresh pre')
    const first = await ada.read('.fresh pre')
    await ada.press('.fresh button', 'Another')
    await ada.page.waitForFunction(
      was => document.querySelector('.fresh pre')?.textContent !== was,
      {},
      first,
    )
    await ada.page.select('.fresh select', 'hard')
    expect(await ada.page.$eval('form input', input => input.value)).toBe('Dependencies, hard, no. 2')
    expect(await ada.violations({ within: 'form' })).toEqual([])
    await ada.press('form button', 'Begin')
    await ada.sees('nothing missing', '.foot')
  })
})

describe('the shelf', () => {
  it('gives a ready exercise, whole', async () => {
    const ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'from the shelf')
    await ada.press('form label', 'A timetable that changes')
    await ada.sees('A timetable that changes: 24 rules, 1 model answer.', 'form')
    await ada.press('form label', 'Bells in towers')
    await ada.sees('Bells in towers: 19 rules, 1 model answer.', 'form')
    expect(await ada.page.$eval('form input', input => input.value)).toBe('Bells in towers')
    await (await ada.page.$('.told select'))!.select('2')
    await ada.sees('Cranes in quays: 19 rules, 1 model answer.', 'form')
    await (await ada.page.$('.told select'))!.select('0')
    await ada.sees('Bells in towers: 19 rules, 1 model answer.', 'form')
    expect(await ada.violations({ within: 'form' })).toEqual([])
    await ada.press('form button', 'Begin')
    await ada.sees('nothing missing', '.foot')
    await ada.sees('A tower is known by its name', '.case-text')
  })
})

describe('an exercise that there is', () => {
  let ada: Visitor
  const choose = async (path: string): Promise<void> => {
    const input = (await ada.page.waitForSelector('form input[type=file]')) as ElementHandle<HTMLInputElement>
    await input.uploadFile(path)
  }

  it('comes in from a file; one that is none is refused with why, and nothing is lost', async () => {
    ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'from a file')
    await choose(file('notes.json', '{"format": "nomenklatura-exercise", "version": 1, "title": ""}'))
    await ada.sees('notes.json: title', '[role=alert]')
    await choose(resolve('db/demo/exercises/who-collected-what.json'))
    await ada.sees('Who collected what: 12 rules, 1 model answer.', 'form')
    expect(await ada.violations({ within: 'form' })).toEqual([])
    await ada.press('form button', 'Begin')
    await ada.sees('Before you publish')
    await ada.press('[role=tab]', 'Rules')
    await ada.sees('12 sentences')
  })

  it('has names and samples of what is in the answer', async () => {
    await ada.press('[role=tab]', 'Answer')
    await ada.press('.parts button', 'Names and samples')
    const role = 'input[aria-label="Samples of role of participation"]'
    await ada.page.waitForSelector(role)
    await ada.page.click(role, { count: 3 })
    await ada.typeLikeAPerson('driver; cook')
    await ada.page.keyboard.press('Tab')
    await ada.typeLikeAPerson('duty, chore')
    await ada.page.keyboard.press('Tab')
    await ada.sees('saved', '.state')
    expect(await ada.violations({ within: '.leaf' })).toEqual([])
    await ada.reload()
    await ada.page.waitForSelector(role)
    const kept = await ada.page.$$eval('.leaf input', inputs => inputs.map(({ value }) => value))
    expect(kept).toEqual(expect.arrayContaining(['driver; cook', 'duty, chore']))
    await ada.press('.parts button', 'Model answer')
  })

  it('has several model answers, each held against the rules', async () => {
    await ada.press('[role=tab]', 'Answer')
    await ada.press('.names button', 'Another model answer')
    await ada.sees('A hand-in is marked against each', '.models')
    await ada.page.waitForSelector('.models input')
    await ada.page.click('.models input', { count: 3 })
    await ada.typeLikeAPerson('A list in one column')
    await ada.page.keyboard.press('Tab')
    await ada.sees('A list in one column', '.names')
    const editors = await ada.page.$$('.cm-content')
    await editors.at(-1)!.click()
    await ada.page.keyboard.type(
      'CREATE TABLE trip (trip_no integer PRIMARY KEY, collectors varchar(200));',
      { delay: 20 },
    )
    await ada.sees('not all is upheld', '.names')
    expect(await ada.violations({ within: '.models' })).toEqual([])
    await ada.press('.names button', 'Leave this one out')
    await ada.page.waitForFunction(() => !document.body.innerText.includes('not all is upheld'))
  })

  it('gives students something to begin with, which is theirs to change', async () => {
    await ada.press('.names button', 'Let students begin with something')
    await ada.sees('It stands on their sheets at first', '.models')
    await (await ada.page.$$('.cm-content')).at(-1)!.click()
    await ada.typeLikeAPerson('-- two keys, and more?')
    expect(await ada.violations({ within: '.models' })).toEqual([])
    await ada.sees('saved', '.state')
    await ada.settle()
    await ada.press('.names button', 'A junction table')
    await ada.page.waitForFunction(() => !document.querySelector('.leaf')!.textContent!.includes('two keys'))
    await ada.go(new URL(ada.page.url()).pathname.replace(/set$/, 'work'))
    await ada.press('button', 'Start')
    await ada.sees('-- two keys, and more?', '.cm-content')
    await ada.page.click('.cm-content')
    await ada.chord(['Control'], 'a')
    await ada.page.keyboard.press('Backspace')
    await ada.sees('saved', '.state')
    await ada.settle()
    await ada.reload()
    await ada.page.waitForSelector('.cm-content')
    expect(await ada.read('.cm-content')).not.toContain('two keys')
  })

  it('is copied as a new one', async () => {
    await ada.settle()
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.press('form label', 'from an exercise there is')
    const id = await ada.exerciseId('Keepers and bays')
    await ada.page.waitForSelector(`form option[value="${id}"]`)
    await ada.page.select('form select', id)
    await ada.sees('Keepers and bays: 27 rules', 'form')
    await ada.press('form button', 'Begin')
    await ada.sees('Before you publish')
    await ada.sees('draft', '.state')
  })
})

it('a relation is begun with claims as well, which stand on the sheet of who begins', async () => {
  const ada = await arrive('Ada Brandvold')
  const id = await ada.exerciseId('The intake ledger')
  await ada.go(`/exercises/${id}/set?leaf=answer`)
  await ada.press('.names button', 'Let students begin with something')
  await ada.page.waitForSelector('.cm-content')
  await ada.page.click('.cm-content')
  await ada.typeLikeAPerson('taxon -> genus')
  await ada.press('.names button', 'What is asked')
  await ada.sees('saved', '.state')
  await ada.press('.foot a', 'Try it as a student')
  await ada.press('main button', 'Start')
  await ada.sees('taxon → genus', '.sheet .cm-content, .cm-content')
})

it('erred nowhere, and asked nothing of another machine', () => {
  expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
})

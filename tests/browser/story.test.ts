import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const MODEL = `CREATE TABLE bay (
  bay_no integer PRIMARY KEY,
  hall varchar(20) NOT NULL
);
CREATE TABLE drawer (
  drawer_no integer PRIMARY KEY,
  bay_no integer NOT NULL REFERENCES bay,
  label varchar(40)
);`

const RIGHT = MODEL.replace('drawer_no integer PRIMARY KEY', 'drawer_no integer NOT NULL UNIQUE').replace(
  'label varchar(40)',
  'label text',
)
const WRONG = MODEL.replace('REFERENCES bay', '').replace(
  'hall varchar(20) NOT NULL\n',
  'hall varchar(20) NOT NULL,\n',
)

const { everybody, arrive } = useDemo()

describe('from a brief to a mark that can be defended', () => {
  let ada: Visitor
  let wen: Visitor

  it('the instructor sets an exercise from a script: rules are proposed, the brief is written, it is published', async () => {
    ada = await arrive('Ada Brandvold')
    await ada.press('a', 'Relational Design')
    await ada.press('button', 'Set an exercise')
    await ada.type('form input', 'A drawer and its bay')
    await ada.type('form textarea', MODEL)
    await ada.press('form button', 'Begin')
    await ada.sees('Before you publish')
    await ada.sees('the brief is missing')
    await ada.page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLButtonElement>('.foot button')].some(
        ({ textContent, disabled }) => disabled && textContent!.includes('Publish'),
      ),
    )
    await ada.type(
      '.case-text[contenteditable=true]',
      'A drawer has a number and stands in exactly one bay. A bay has a number and a hall. Labels may be missing.',
    )
    await ada.sees('saved', '.state')
    await ada.press('[role=tab]', 'Rules')
    await ada.sees('identified by: drawer')
    const sentences = await ada.page.$$eval('input.sentence', inputs =>
      inputs.map(input => (input as HTMLInputElement).value),
    )
    expect(sentences).toContain('A drawer is identified by its number.')
    expect(sentences).toContain('Each drawer has exactly one bay; a bay that is not there is refused.')
    expect(sentences).toContain('One bay may have any number of drawers, or none.')
    const sentence = await ada.page.$('input.sentence')
    await sentence!.click({ count: 3 })
    await ada.page.keyboard.type('A bay is told apart by its number.')
    await ada.page.keyboard.press('Enter')
    await ada.page.waitForFunction(
      () => [...document.querySelectorAll('.asks')][0]!.textContent!.includes('read me') === false,
    )
    await ada.press('[role=tab]', 'Marks and dates')
    await ada.page.waitForSelector('select[aria-label="Help level"]')
    await ada.page.select('select[aria-label="Help level"]', 'guided')
    await ada.sees('saved', '.state')
    await ada.settle()
    await ada.sees('nothing missing')
    await ada.press('.foot button', 'Publish')
    await ada.sees('28 students see it now')
    expect(await ada.violationsOfDialog()).toEqual([])
    await ada.press('[role=dialog] button', 'Publish')
    await ada.sees('Published: 28 students can see it')
    await ada.sees('Take back')
  })

  it('a student reads the brief, starts, writes a script with a slip, takes the fix, and it is saved as typed', async () => {
    wen = await arrive('Wen Zhao')
    await wen.sees('A drawer and its bay')
    await wen.press('a', 'A drawer and its bay')
    await wen.sees('stands in exactly one bay')
    await wen.press('button', 'Start')
    await wen.page.waitForSelector('.sheet .cm-content')
    await wen.write(WRONG)
    await wen.sees('There is a comma with nothing after it', '.margin')
    await wen.press('.margin button', 'Take the comma out')
    await wen.sees('saved', '.state')
    await wen.sees('Primary key: drawer_no', '.reading')
    expect(await wen.read('.margin')).not.toContain('comma')
  })

  it('what was saved is there after a reload', async () => {
    await wen.settle()
    await wen.reload()
    await wen.sees('drawer_no', '.sheet .cm-content')
    expect(await wen.read('.sheet .cm-content')).not.toContain('NOT NULL,\n)')
  })

  it('Check gives a verdict for each rule, the broken one with a row that shows it', async () => {
    await wen.press('button', 'Check')
    await wen.sees('2 to see')
    await wen.sees(
      'Each drawer has exactly one bay; a bay that is not there is refused.',
      '[data-verdict=broken]',
    )
    await wen.press('[data-verdict=broken] button', 'Show the evidence')
    await wen.sees('is not declared to refer to bay', '[data-verdict=broken]')
    await wen.sees('accepted, should be refused', '[data-verdict=broken]')
    expect(await wen.read('[data-verdict=broken]')).toContain('no such row')
  })

  it('the student hands in and gets a receipt with a number', async () => {
    await wen.press('.actions button', 'Hand in')
    await wen.sees('This is hand-in 1 of 1')
    await wen.press('[role=dialog] button', 'Hand in')
    await wen.sees('Received')
    await wen.sees('number H-')
    await wen.press('[role=dialog] button', 'Good')
    await wen.sees('with your instructor')
  })

  it('the instructor opens the desk, sees the verdict with its evidence, overrides it with a reason, comments and releases', async () => {
    await ada.press('.state a', 'Marking desk')
    await ada.sees('Wen Zhao', '.queue')
    await ada.sees('ready', '.queue')
    await ada.sees('is not declared to refer to bay', '.evidence')
    const before = Number(await ada.read('[data-sum]'))
    await ada.page.keyboard.press('u')
    await ada.page.waitForSelector('#reason')
    await ada.type('#reason', 'It was agreed in class to leave the reference out.')
    await ada.page.keyboard.press('Enter')
    await ada.sees('decided by Ada Brandvold', '.evidence')
    expect(Number(await ada.read('[data-sum]'))).toBeGreaterThan(before)
    await ada.page.keyboard.press('c')
    await ada.page.keyboard.type('Write the reference next time.')
    await ada.press('button', 'Add the comment')
    await ada.sees('Write the reference next time.', '[aria-label=Comments]')
    await ada.press('.done button', 'Looked at')
    await ada.sees('looked at (AB)', '.queue')
    await ada.press('.actions button', 'Release')
    await ada.sees('1 ready')
    await ada.press('[role=dialog] button', 'Release 1')
    await ada.sees('released', '.queue')
  })

  it('the student reads the feedback: points, the decision with its reason, the comment, and nothing of the model answer', async () => {
    await wen.go('/')
    await wen.sees('40 of 40')
    await wen.press('a', 'A drawer and its bay')
    await wen.sees('Every rule is upheld')
    await wen.sees('Write the reference next time.')
    await wen.press('summary', 'upheld')
    await wen.sees('It was agreed in class to leave the reference out.')
    expect(await wen.read('body')).not.toContain('label varchar(40)\n);\n\n')
  })

  it('the instructor corrects a pair by typing, sees what changes, keeps it and is asked about the glossary', async () => {
    await ada.go('/')
    await ada.press('a', 'Relational Design')
    await ada.press('nav[aria-label="Exchange with partner gardens"] a', 'Desk')
    await ada.press('.queue button', 'Quentin Marchais')
    await ada.sees('Quentin Marchais', '.rules')
    await ada.sees('It rests on a pairing that is weak.', '.evidence')
    await ada.page.keyboard.press('p')
    await ada.sees('21 not sure', '.pairing')
    expect(await ada.violations()).toEqual([])
    await ada.press('[data-element="dispatch_line.price"]')
    await ada.page.waitForSelector('.choose input:focus')
    await ada.page.keyboard.type('ligne.graines')
    await ada.page.keyboard.press('Enter')
    await ada.sees('rule 28 changes', '.bar')
    await ada.press('.bar button', 'Put back')
    // The same by dragging, with nothing chosen.
    await ada.page.waitForFunction(() => !document.querySelector('.bar'))
    const [name, element] = [
      await ada.page.$('[data-place="ligne.graines"]'),
      await ada.page.$('[data-element="dispatch_line.price"]'),
    ]
    await name!.evaluate(found => found.scrollIntoView({ block: 'center' }))
    await ada.drag(name!, element!)
    await ada.sees('rule 28 changes', '.bar')
    await ada.press('.bar button', 'Put back')
    await ada.press('[data-element="dispatch_line.price"]')
    await ada.page.waitForSelector('.choose input:focus')
    await ada.page.keyboard.type('ligne.prix')
    await ada.page.keyboard.press('Enter')
    await ada.sees('no verdict changes', '.bar')
    await ada.press('.bar button', 'Keep')
    await ada.sees('Take the name “prix” into the glossary', '.offer')
    await ada.press('.offer button', 'See who moves')
    await ada.sees('One hand-in uses it', '.offer')
    await ada.press('.offer button', 'Leave it')
    await ada.press('.pairing button', 'All right as they stand')
    await ada.press('.bar button', 'Keep')
    await ada.page.waitForFunction(() => !document.querySelector('.bar'))
    await ada.sees('all sure', '.pairing')
    await ada.page.keyboard.press('Escape')
    await ada.press('.evidence summary', 'The dependencies it was judged by')
    await ada.sees('PRIMARY KEY (sigle)', '.dependencies')
  })

  it('the ledger shows the class', async () => {
    await ada.go('/')
    await ada.press('a', 'Relational Design')
    await ada.press('nav[aria-label="Who collected what"] a', 'Ledger')
    await ada.sees('26 hand-ins')
    expect((await ada.page.$$('.grid tbody tr')).length).toBe(26)
  })
})

describe('by keyboard alone', () => {
  it('a student signs in, starts, writes, checks, reads the evidence and hands in', async () => {
    const chiara = await arrive()
    const { keyboard } = chiara.page
    const enter = async (text: string): Promise<void> => {
      await chiara.tabTo(text)
      await keyboard.press('Enter')
      await chiara.settle()
    }
    await chiara.signInByKeys('chiara.lombardo')
    await chiara.sees('A drawer and its bay')
    await enter('A drawer and its bay')
    await enter('Start')
    await chiara.page.waitForSelector('.cm-content:focus')
    await keyboard.sendCharacter(WRONG.replace('NULL,\n);', 'NULL\n);'))
    await chiara.sees('saved', '.state')
    await keyboard.down('Control')
    await keyboard.press('Enter')
    await keyboard.up('Control')
    await chiara.sees('2 to see', '.margin')
    await chiara.tabTo('Margin', 'F6')
    await enter('Each drawer has exactly one bay')
    await chiara.sees('is not declared to refer to bay', '[data-verdict=broken]')
    await chiara.page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await enter('Hand in')
    await chiara.sees('This is hand-in 1 of 1')
    await chiara.page.waitForFunction(() =>
      document.querySelector('[role=dialog]')?.contains(document.activeElement),
    )
    await enter('Hand in')
    await chiara.sees('Received')
  })

  it('an instructor decides a cell and goes on to the next hand-in', async () => {
    const bo = await arrive('Bo Achterberg')
    const exercise = await bo.exerciseId('Exchange with partner gardens')
    await bo.go(`/exercises/${exercise}/desk`)
    await bo.sees('to decide', '[aria-current=true]')
    const first = await bo.read('.queue [aria-current=true] .name')
    for (const key of ['1', '3', 'Enter', 'u']) await bo.page.keyboard.press(key as 'u')
    await bo.page.waitForSelector('#reason:focus')
    await bo.page.keyboard.type('The type is given in the lecture notes.')
    await bo.page.keyboard.press('Enter')
    await bo.sees('decided by Bo Achterberg', '.evidence')
    await bo.sees('1 to decide', '.queue [aria-current=true]')
    await bo.chord(['Control'], 'Enter')
    await bo.page.waitForFunction(
      name => document.querySelector('.queue [aria-current=true] .name')?.textContent !== name,
      {},
      first,
    )
    await bo.page.keyboard.press('e')
    await bo.page.keyboard.press('k')
    await bo.sees(first, '.queue [aria-current=true]')
  })
})

describe('two windows', () => {
  it('a stale save is refused, both versions can be looked at, and the one that is chosen goes on', async () => {
    const first = await arrive('Ilse Nygaard')
    await first.press('a', 'A drawer and its bay')
    await first.press('button', 'Start')
    await first.page.waitForSelector('.sheet .cm-content')
    const second = await first.anotherWindow()
    everybody.push(second)
    await second.go(new URL(first.page.url()).pathname)
    await second.page.waitForSelector('.sheet .cm-content')
    await first.page.bringToFront()
    await first.write(RIGHT)
    await first.sees('saved', '.state')
    await second.page.bringToFront()
    await second.write('-- from the second window')
    await second.sees('Script was also changed in another window', '.state')
    await second.press('button', 'Look at both')
    await second.sees('drawer_no integer NOT NULL UNIQUE', '[role=dialog]')
    await second.sees('-- from the second window', '[role=dialog]')
    expect(await second.violationsOfDialog()).toEqual([])
    await second.press('[role=dialog] button', 'Go on with that one')
    await second.sees('drawer_no', '.sheet .cm-content')
    await second.page.close()
  })

  it('work written while the server is away is kept in the browser and sent when it is back', async () => {
    const ilse = everybody.find(visitor => visitor.page.url().includes('/work') && !visitor.page.isClosed())!
    await ilse.page.bringToFront()
    await ilse.reload()
    await ilse.page.setOfflineMode(true)
    await ilse.write(`${RIGHT}\n-- written offline`)
    await ilse.sees('kept in this browser since', '.state')
    const why = await ilse.page.$eval(
      '.actions button:last-of-type',
      button => (button as HTMLButtonElement).disabled,
    )
    expect(why).toBe(true)
    await ilse.page.setOfflineMode(false)
    await ilse.sees('sent', '.state')
    await ilse.reload()
    await ilse.sees('-- written offline', '.sheet .cm-content')
  })
})

describe('at the end', () => {
  it('asked nothing of another machine, broke no policy and threw no error', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})

import { readFileSync } from 'node:fs'
import { afterAll, beforeAll } from 'vitest'
import puppeteer, {
  type Browser,
  type ElementHandle,
  type HTTPRequest,
  type KeyInput,
  type Page,
} from 'puppeteer-core'
import { freePort, startCluster } from '../../bin/support/cluster.mjs'
import { startApplication } from '../../bin/support/application.mjs'
import { chromium } from '../../bin/support/chromium.mjs'
import { DEMO_TEMPLATE, copyOf } from '../support/databases'

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')

export { freePort, startCluster }

export type Application = Awaited<ReturnType<typeof startApplication>>

interface Demo {
  readonly origin: string
  readonly port: number
  readonly databaseUrl: string
  readonly application: Application
  readonly restart: () => Promise<Application>
  readonly drop: () => Promise<void>
}

/** The demo in a database of its own, served: what `bin/demo` starts, for a test. */
async function startDemo(): Promise<Demo> {
  const { url: databaseUrl, drop } = await copyOf(DEMO_TEMPLATE)
  const port = await freePort()
  const start = () =>
    startApplication({
      databaseUrl,
      port,
      password: 'a-password-for-the-tests-of-32-chars-or-more',
      demo: true,
    })
  return {
    origin: `http://127.0.0.1:${port}`,
    port,
    databaseUrl,
    application: await start(),
    restart: start,
    drop,
  }
}

export async function launch(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: chromium(),
    headless: true,
    args: FLAGS,
  })
}

/**
 * The demo and a browser for the tests of one file, begun before them and ended after; everybody who arrives
 * is remembered for the last test.
 */
export function useDemo() {
  const everybody: Visitor[] = []
  let browser: Browser
  let served: Demo
  beforeAll(async () => {
    served = await startDemo()
    browser = await launch()
  })
  afterAll(async () => {
    await browser?.close()
    await served?.application.stop()
    await served?.drop()
  })
  /** Somebody new, signed in where a name is given. */
  async function arrive(name?: string): Promise<Visitor> {
    const visitor = await Visitor.arrive(browser, served.origin)
    everybody.push(visitor)
    return name ? visitor.comeInAs(name) : visitor
  }
  return { everybody, arrive, demo: () => served }
}

/**
 * A window of a person of their own: errors of the page and requests that leave the machine are collected,
 * and fail the test at its end.
 */
export class Visitor {
  readonly faults: string[] = []
  /** What was asked of the server and is not answered yet. */
  private readonly pending = new Set<HTTPRequest>()

  private constructor(
    readonly page: Page,
    private readonly origin: string,
  ) {}

  static async arrive(
    browser: Browser,
    origin: string,
    { width = 1280, height = 800 } = {},
  ): Promise<Visitor> {
    const context = await browser.createBrowserContext()
    const page = await context.newPage()
    await page.setViewport({ width, height })
    return new Visitor(page, origin).watch()
  }

  /** Another window of the same person. */
  async anotherWindow(): Promise<Visitor> {
    const page = await this.page.browserContext().newPage()
    await page.setViewport({ width: 1280, height: 800 })
    return new Visitor(page, this.origin).watch()
  }

  private watch(): this {
    // A page that asks before it is left has something that is not saved: the test has not waited for it.
    this.page.on('dialog', dialog => {
      this.faults.push(`${dialog.type()} at ${this.page.url()}: ${dialog.message()}`)
      void dialog.accept()
    })
    this.page.on('pageerror', error => this.faults.push(`page error: ${(error as Error).message}`))
    this.page.on('request', request => {
      const url = request.url()
      if (!url.startsWith(this.origin) && !url.startsWith('data:') && !url.startsWith('blob:'))
        this.faults.push(`a request left the machine: ${url.slice(0, 200)}`)
    })
    this.page.on('request', request => {
      if (request.url().startsWith(this.origin)) this.pending.add(request)
    })
    this.page.on('requestfinished', request => void this.pending.delete(request))
    this.page.on('requestfailed', request => void this.pending.delete(request))
    this.page.on('framenavigated', frame => frame === this.page.mainFrame() && this.pending.clear())
    this.page.on('console', message => {
      if (message.type() === 'error' && /Content Security Policy|Refused/.test(message.text()))
        this.faults.push(`policy: ${message.text().slice(0, 200)}`)
    })
    return this
  }

  async go(path: string): Promise<void> {
    await this.page.goto(`${this.origin}${path}`)
    await this.settle()
  }

  async reload(): Promise<void> {
    await this.page.reload()
    await this.settle()
  }

  async comeInAs(name: string): Promise<this> {
    await this.go('/sign-in')
    await this.press('.demo button', name)
    await this.page.waitForFunction(() => location.pathname === '/')
    await this.settle()
    return this
  }

  /** Signs in with the keys alone, by the part of the address before the @. */
  async signInByKeys(name: string): Promise<void> {
    const { keyboard } = this.page
    await this.go('/sign-in')
    for (
      let i = 0;
      i < 20 && !(await this.page.evaluate(() => document.activeElement!.matches('input[type=email]')));
      i++
    )
      await keyboard.press('Tab')
    await keyboard.type(`${name}@skarholm.example`)
    await keyboard.press('Tab')
    await keyboard.type('vault-demo-pass')
    await keyboard.press('Enter')
    await this.page.waitForFunction(() => location.pathname === '/')
    await this.settle()
  }

  /** Waits until nothing has been asked of the server for a moment. What a page that is left had asked is over. */
  async settle(): Promise<void> {
    const begun = Date.now()
    for (let quietSince = begun; Date.now() - quietSince < 250;) {
      await new Promise(done => setTimeout(done, 25))
      if (this.pending.size > 0) quietSince = Date.now()
      if (Date.now() - begun > 60_000)
        throw new Error(`Still waiting for ${[...this.pending].map(request => request.url()).join(', ')}`)
    }
  }

  /** Clicks the first element of the selector that contains the text and can be seen. */
  async press(selector: string, text = ''): Promise<void> {
    const handle = await this.page
      .waitForFunction(
        (css, wanted) =>
          [...document.querySelectorAll<HTMLElement>(css)].find(
            element =>
              element.textContent!.includes(wanted) &&
              element.offsetParent !== null &&
              !(element as HTMLButtonElement).disabled,
          ),
        { timeout: 30_000 },
        selector,
        text,
      )
      .catch(async () => {
        const there = (await this.read(selector)).slice(0, 1500)
        throw new Error(`No ${selector} that says "${text}" can be pressed; there is: ${there}`)
      })
    await handle
      .asElement()!
      .evaluate(element => (element as unknown as HTMLElement).scrollIntoView({ block: 'nearest' }))
    await (handle.asElement() as ElementHandle<HTMLElement>).click()
  }

  /** Waits until no dialog is there any more: one that fades still takes the clicks. */
  async dialogGone(): Promise<void> {
    await this.page.waitForFunction(
      () => document.querySelector('[role=dialog]') === null && document.body.style.pointerEvents !== 'none',
      { timeout: 30_000 },
    )
  }

  /**
   * Presses Tab (or another key) until what has the focus says the text: the way of somebody without a mouse.
   */
  async tabTo(text: string, key: 'Tab' | 'F6' = 'Tab'): Promise<void> {
    for (let i = 0; i < 120; i++) {
      const said = await this.page.evaluate(regions => {
        const element = document.activeElement as HTMLElement | null
        return element &&
          element !== document.body &&
          (regions || element.matches('button, a, input, summary, [role=tab]'))
          ? `${element.getAttribute('aria-label') ?? ''} ${element.innerText}`
          : ''
      }, key === 'F6')
      if (said.includes(text)) return
      await this.page.keyboard.press(key)
    }
    throw new Error(`"${text}" is not reached with ${key}.`)
  }

  /** Starts an exercise that is not begun. Before either of the two pages is there, it is neither. */
  async startWhereAsked(): Promise<void> {
    await this.page.waitForSelector('main.opening, [role=tab]')
    if (await this.page.$('main.opening')) await this.press('button', 'Start')
  }

  /** The id of an exercise of the first course, by its title. */
  async exerciseId(title: string): Promise<string> {
    return this.page.evaluate(async wanted => {
      const [course] = (await (await fetch('/api/courses')).json()) as { id: string }[]
      const { exercises } = (await (await fetch(`/api/courses/${course!.id}`)).json()) as {
        exercises: { id: string; title: string }[]
      }
      return exercises.find(exercise => exercise.title === wanted)!.id
    }, title)
  }

  /** Drags by the mouse, as a person does: press, move, rest on the place, let go. */
  async drag(what: ElementHandle, to: ElementHandle): Promise<void> {
    const { mouse } = this.page
    const [a, b] = [(await what.boundingBox())!, (await to.boundingBox())!]
    await mouse.move(a.x + a.width / 2, a.y + a.height / 2)
    await mouse.down()
    await mouse.move(b.x + b.width / 2, b.y + 10, { steps: 8 })
    // A place takes what is let go on it once it was told that something is above it.
    await mouse.move(b.x + b.width / 2 + 1, b.y + 10)
    await new Promise(done => setTimeout(done, 150))
    await mouse.move(b.x + b.width / 2, b.y + 10)
    await mouse.up()
  }

  /** The card of a board that is called so, once it is there. */
  async card(name: string): Promise<ElementHandle<HTMLElement>> {
    const handle = await this.page.waitForFunction(
      wanted =>
        [...document.querySelectorAll<HTMLElement>('[data-card]')].find(
          element => element.querySelector('.name')?.textContent === wanted,
        ),
      { timeout: 15_000 },
      name,
    )
    return handle.asElement() as ElementHandle<HTMLElement>
  }

  /** Draws from the lower edge of one card to the middle of another, until the questions are asked. */
  async drawLine(from: string, to: string): Promise<void> {
    const { mouse } = this.page
    const [a, b] = [
      (await (await this.card(from)).boundingBox())!,
      (await (await this.card(to)).boundingBox())!,
    ]
    await mouse.move(a.x + a.width / 2, a.y + a.height - 1)
    await mouse.down()
    await mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 8 })
    await mouse.up()
    await this.page.waitForSelector('.questions')
  }

  /** Types into the field once it is there. */
  async type(selector: string, text: string): Promise<void> {
    await this.page.waitForSelector(selector, { timeout: 30_000 })
    await this.page.type(selector, text)
  }

  /** Waits until the text can be read on the page. */
  async sees(text: string, selector = 'body'): Promise<void> {
    await this.page
      .waitForFunction(
        (css, wanted) =>
          [...document.querySelectorAll<HTMLElement>(css)].some(element =>
            element.innerText.includes(wanted),
          ),
        { timeout: 30_000 },
        selector,
        text,
      )
      .catch(async () => {
        throw new Error(
          `"${text}" is not to be read in ${selector}; there is: ${(await this.read(selector)).slice(0, 1500)}`,
        )
      })
  }

  async read(selector: string): Promise<string> {
    return this.page.$$eval(selector, elements =>
      elements.map(element => (element as HTMLElement).innerText).join('\n'),
    )
  }

  /** A key pressed while others are held, after the moment that a hand needs from the mouse to the keys. */
  async chord(held: readonly KeyInput[], key: KeyInput): Promise<void> {
    const { keyboard } = this.page
    await new Promise(done => setTimeout(done, 150))
    for (const one of held) await keyboard.down(one)
    await keyboard.press(key)
    for (const one of held.toReversed()) await keyboard.up(one)
  }

  /** Types as a person does, 130 to 220 ms a key, Enter at the end of each line. */
  async typeLikeAPerson(text: string): Promise<void> {
    const { keyboard } = this.page
    for (const [i, key] of Array.from(text).entries()) {
      if (key === '\n') await keyboard.press('Enter')
      else await keyboard.type(key)
      await new Promise(done => setTimeout(done, 130 + ((i * 37) % 91)))
    }
  }

  /** Replaces what stands in the script editor, as typing would. */
  async write(script: string): Promise<void> {
    await this.page.waitForSelector('.sheet .cm-content')
    await this.page.click('.sheet .cm-content')
    await this.chord(['Control'], 'a')
    await this.page.keyboard.press('Delete')
    await this.page.keyboard.sendCharacter(script)
  }

  /** Puts a text into the script editor from the clipboard, in one go: a long one is not typed. */
  async paste(script: string): Promise<void> {
    await this.page.waitForSelector('.sheet .cm-content')
    await this.page.$eval(
      '.sheet .cm-content',
      (element, text) => {
        const clipboardData = new DataTransfer()
        clipboardData.setData('text/plain', text)
        element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
      },
      script,
    )
  }

  /** Takes what the editor offers; it answers keys only once the list has stood for a moment. */
  async takeOffer(text: string): Promise<void> {
    await this.sees(text, '.cm-tooltip-autocomplete li')
    await new Promise(done => setTimeout(done, 200))
    await this.page.keyboard.press('Tab')
    await this.page.waitForFunction(() => !document.querySelector('.cm-tooltip-autocomplete'))
  }

  /**
   * What axe-core finds wrong with the dialog that is open, by day and by lamp light, wide and on a telephone,
   * and whether something goes over the edge.
   */
  async violationsOfDialog(): Promise<string[]> {
    const { page } = this
    await page.waitForSelector('[role=dialog]')
    const before = page.viewport()!
    const found: string[] = []
    for (const viewport of [before, { width: 390, height: 844 }]) {
      await page.setViewport(viewport)
      for (const scheme of ['light', 'dark'] as const) {
        await this.lightIs(scheme)
        const wrong = await this.violations({
          within: '[role=dialog]',
          isColourKnown: viewport !== before,
        })
        found.push(...wrong.map(violation => `${viewport.width}, ${scheme}: ${violation}`))
      }
      const [wide, room] = await page.evaluate(() => [
        document.documentElement.scrollWidth,
        document.documentElement.clientWidth,
      ])
      if (wide! > room! + 1) found.push(`${viewport.width}: ${wide} wide in ${room}`)
    }
    await page.setViewport(before)
    await this.lightIs('light')
    return found
  }

  /** By day or by lamp light, as the machine is set. */
  async lightIs(scheme: 'light' | 'dark'): Promise<void> {
    await this.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }])
    await this.page.waitForFunction(
      isDark => document.documentElement.classList.contains('dark') === isDark,
      {},
      scheme === 'dark',
    )
  }

  /**
   * What axe-core finds wrong with the screen as it stands, or with a part of it, or by one rule alone. Colours are
   * the longest to look at: where they are the same as at another width they are looked at there.
   */
  async violations({
    only,
    within,
    isColourKnown = false,
  }: { only?: string; within?: string; isColourKnown?: boolean } = {}): Promise<string[]> {
    if (!(await this.page.evaluate(() => 'axe' in window))) await this.page.evaluate(AXE)
    await this.page.waitForFunction(
      () =>
        document
          .getAnimations()
          .every(
            ({ playState, effect }) =>
              playState !== 'running' || effect?.getComputedTiming().iterations === Infinity,
          ),
      { timeout: 30_000 },
    )
    const run = async (
      rule: string | undefined,
      part: string | undefined,
      leavesColour: boolean,
    ): Promise<string[]> => {
      const { axe } = window as unknown as {
        axe: {
          run: (
            context: Document | string,
            options: unknown,
          ) => Promise<{
            violations: { id: string; nodes: { target: unknown[]; failureSummary: string }[] }[]
          }>
        }
      }
      const { violations } = await axe.run(part ?? document, {
        resultTypes: ['violations'],
        ...(rule ? { runOnly: [rule] } : {}),
        ...(leavesColour ? { rules: { 'color-contrast': { enabled: false } } } : {}),
      })
      return violations.flatMap(({ id, nodes }) =>
        nodes.map(
          ({ target, failureSummary }) =>
            `${id} at ${target.join(' ')}: ${failureSummary.replaceAll('\n', ' ')}`,
        ),
      )
    }
    return this.page.evaluate(run, only, within, isColourKnown)
  }
}

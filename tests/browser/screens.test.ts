import { describe, expect, it } from 'vitest'
import { useDemo, type Visitor } from './support'

const { everybody, arrive } = useDemo()

describe('every screen', () => {
  it('has no violation that axe-core finds, by day and by lamp light', async () => {
    const door = await arrive()
    await door.go('/sign-in')
    const ada = await arrive('Ada Brandvold')
    const student = await arrive('Ilse Nygaard')
    const courseId = await ada.page.evaluate(
      async () => ((await (await fetch('/api/courses')).json()) as { id: string }[])[0]!.id,
    )
    const [ledger, pair, trials, exchange] = [
      await ada.exerciseId('The intake ledger'),
      await ada.exerciseId('Who collected what'),
      await ada.exerciseId('Trial by trial'),
      await ada.exerciseId('Exchange with partner gardens'),
    ]
    const [packets, keepers] = [
      await ada.exerciseId('A drawer for every packet'),
      await ada.exerciseId('Keepers and bays'),
    ]
    const screens: [Visitor, string][] = [
      [door, '/sign-in'],
      [ada, '/'],
      [ada, `/courses/${courseId}`],
      ...['brief', 'answer', 'rules', 'marks'].map((leaf): [Visitor, string] => [
        ada,
        `/exercises/${exchange}/set?leaf=${leaf}`,
      ]),
      [ada, `/exercises/${exchange}/desk`],
      [ada, `/exercises/${exchange}/ledger`],
      [student, '/'],
      [student, `/exercises/${pair}/work`],
      [student, `/exercises/${exchange}/work`],
      [ada, `/exercises/${ledger}/set?leaf=answer`],
      [ada, `/exercises/${ledger}/set?leaf=rules`],
      [ada, `/exercises/${ledger}/desk`],
      [student, `/exercises/${ledger}/work`],
      [ada, '/help/dependencies'],
      [ada, `/exercises/${ledger}/set?leaf=brief&part=rows`],
      [ada, `/exercises/${trials}/set?leaf=answer`],
      [ada, `/exercises/${trials}/desk`],
      [student, `/exercises/${trials}/work`],
      [ada, '/help/dictionary'],
      [ada, `/exercises/${packets}/set?leaf=answer`],
      [ada, `/exercises/${packets}/desk`],
      [student, `/exercises/${packets}/work`],
      [ada, `/exercises/${keepers}/desk`],
      [ada, '/help/diagram'],
      [ada, '/help/script'],
      [ada, '/help/notes'],
      [ada, '/help/screens'],
    ]
    const found: string[] = []
    for (const [visitor, path] of screens) {
      await visitor.page.bringToFront()
      for (const scheme of ['light', 'dark']) {
        await visitor.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }])
        if (scheme === 'light') await visitor.go(path)
        else await visitor.page.waitForFunction(() => document.documentElement.classList.contains('dark'))
        found.push(
          ...(await visitor.violations(scheme === 'dark' ? { only: 'color-contrast' } : {})).map(
            violation => `${scheme} ${path}: ${violation}`,
          ),
        )
      }
    }
    expect(found).toEqual([])
  })

  it('asked nothing of another machine, broke no policy and threw no error', () => {
    expect(everybody.flatMap(({ faults }) => faults)).toEqual([])
  })
})

<script setup lang="ts">
import { EMPTY_DIAGRAM, checkDiagram, readLine, type Diagram } from '@nomenklatura/core/diagram'
import { wording } from '@nomenklatura/core/findings'

definePageMeta({ help: 'the diagram' })

/**
 * Help for the Diagram sheet: how sentences are written, what the signs say, and what is said about mistakes.
 * Every example is read and checked while the page opens.
 */
const drawn = (...lines: readonly string[]): Diagram =>
  lines.reduce((diagram, line) => {
    const read = readLine(diagram, line)
    return read.ok ? read.diagram : diagram
  }, EMPTY_DIAGRAM)
const told = (line: string, from: readonly string[] = []): string => {
  const read = readLine(drawn(...from), line)
  return read.ok ? read.made.join(' · ') : read.fault.message
}
const SENTENCES: readonly (readonly [string, readonly string[]])[] = [
  ['Trip brings in many accessions; each accession comes from at most one trip', []],
  ['Drawer has number, width (may lack), price (decimal 6 2)', []],
  ['Drawer is identified by number within Bay', []],
  [
    'Taxon as parent includes any number of taxa as child; taxon as child belongs to at most one taxon as parent',
    [],
  ],
  ['No keeper has more than one bay; a bay must belong to a keeper', ['Keeper has badge', 'Bay has number']],
  ['Garden 1:N Trip', ['Garden has code', 'Trip has number']],
  ['Garden, Accession and Keeper meet in loan', []],
  ['Partner is one of Garden, Museum', []],
  [
    'For one garden and one accession: at most one keeper in loan',
    ['Garden, Accession and Keeper meet in loan'],
  ],
  ['loan carries day', ['Garden, Accession and Keeper meet in loan']],
  ['Trip (number, day, ship)', []],
  ['No two trips have the same day and ship', ['Trip has number, day, ship']],
  ['When a trip is deleted, its accessions are deleted too', ['Trip brings in many accessions']],
  ['rename Trip to Journey', ['Trip has number']],
  ['rename day of Trip to date', ['Trip has number, day']],
  ['remove day of Trip', ['Trip has number, day']],
  ['remove Trip brings in accessions', ['Trip brings in many accessions']],
  ['remove Trip', ['Trip brings in many accessions']],
  ['Trip may bring in exactly one accession', []],
]
const AMOUNTS = [
  ['exactly one', 'one', 'one'],
  ['at most one', 'none', 'one'],
  ['one or more', 'one', 'many'],
  ['any number of', 'none', 'many'],
  ['one', 'not yet said', 'one'],
  ['many', 'not yet said', 'many'],
] as const

interface Example {
  readonly id: string
  readonly title: string
  readonly text: string
  readonly lines: readonly string[]
  readonly code: string
  readonly level?: Diagram['level']
}
const EXAMPLES: readonly Example[] = [
  {
    id: 'identifier',
    title: 'A card that nothing identifies',
    code: 'diagram.no-identifier',
    text: 'What would you ask for to find just one drawer? If its number is enough only within its bay, say so.',
    lines: ['Drawer has width (may lack)'],
  },
  {
    id: 'ways',
    title: 'A line asked one way only',
    code: 'diagram.end-open',
    text: 'One accession comes from one trip: and one trip brings in how many? The two answers have nothing to do with each other.',
    lines: ['Trip has number', 'Accession has number', 'Accession comes from exactly one trip'],
  },
  {
    id: 'between',
    title: 'Many each way',
    code: 'junction.unresolved',
    text: 'On paper a line is enough. From the logical level on each reference is one field, so that a card stands between, and what belongs to the pair stands on it.',
    lines: [
      'Trip has number',
      'Collector has code',
      'Trip takes along many collectors; collector goes on many trips',
    ],
    level: 'logical',
  },
  {
    id: 'reference',
    title: 'A reference written as a fact',
    code: 'diagram.reference-attribute',
    text: 'Draw the line and answer its questions; from the logical level on the reference stands on the card by itself.',
    lines: ['Trip has number', 'Accession has number, trip number'],
  },
]
const judged = EXAMPLES.map(({ lines, code, level = 'conceptual', ...rest }) => {
  const diagram: Diagram = { ...drawn(...lines), level }
  return {
    ...rest,
    diagram,
    said:
      checkDiagram(diagram)
        .filter(finding => finding.code === code)
        .map(finding => wording(finding).message)[0] ?? '',
  }
})
</script>

<template>
  <div>
    <TopLine title="Help: the diagram" />
    <main id="main" class="page help">
      <h2>Sentences</h2>
      <p class="serif">
        Case and plural of known names do not matter. A new name of several words stands in quotes, but not at
        the end of a sentence. Nothing is made until the whole line can be read; below it stands what it will
        make.
      </p>
      <dl class="lines">
        <div v-for="[line, from] in SENTENCES" :key="line">
          <dt class="serif">{{ line }}</dt>
          <dd class="small soft">{{ told(line, from) }}</dd>
        </div>
      </dl>
      <h2>How many</h2>
      <p class="serif">
        Each line is two questions. The sign at a card says how many of it there are for one of the other:
        nearest the card the most, a crow’s foot for many and a bar for one; beside it the least, a ring for
        none and a bar for one.
      </p>
      <table class="ruled">
        <thead>
          <tr>
            <th>words</th>
            <th>at least</th>
            <th>at most</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[words, least, most] in AMOUNTS" :key="words">
            <td class="serif">{{ words }}</td>
            <td>{{ least }}</td>
            <td>{{ most }}</td>
          </tr>
        </tbody>
      </table>
      <h2>Keys of the board</h2>
      <p class="serif">
        <kbd>/</kbd> sentence · <kbd>N</kbd> new card · <kbd>Enter</kbd> write on it · <kbd>R</kbd> relate,
        then the other card and <kbd>Enter</kbd>, or all that are chosen · <kbd>K</kbd> a kind of it ·
        <kbd>Q</kbd> questions, <kbd>0</kbd> <kbd>1</kbd> <kbd>M</kbd> answer · arrows go to the nearest card
        · <kbd>M</kbd> pick up, arrows move, <kbd>Enter</kbd> drops, <kbd>Esc</kbd> puts back ·
        <kbd>L</kbd> walk its lines · <kbd>Space</kbd> choose · <kbd>F2</kbd> rename everywhere ·
        <kbd>Delete</kbd> remove, or the line that is read · the menu key its menu · <kbd>Ctrl+C</kbd>
        <kbd>Ctrl+V</kbd> copy, paste · <kbd>+</kbd> <kbd>-</kbd> <kbd>0</kbd> nearer, farther, all ·
        <kbd>T</kbd> as sentences
      </p>
      <section v-for="example in judged" :id="example.id" :key="example.id" class="example">
        <h2>{{ example.title }}</h2>
        <p class="serif">{{ example.text }}</p>
        <DiagramPicture :diagram="example.diagram" :label="`Example: ${example.title}`" />
        <p class="told">
          <span class="mark" aria-hidden="true">!</span> <span class="serif">{{ example.said }}</span>
        </p>
      </section>
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 820px;
}
h2 {
  margin-top: 20px;
}
.lines > div {
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
.example {
  border-top: 1px solid var(--rule-strong);
  margin-top: 22px;
  display: grid;
  gap: 8px;
}
.told {
  display: flex;
  gap: 9px;
  align-items: baseline;
}
.mark {
  flex: none;
  width: 18px;
  height: 18px;
  border-radius: 50%;
  font: 700 11px/15px var(--font-sans);
  text-align: center;
  border: 1.5px solid var(--ochre);
  color: var(--ochre);
}
</style>

<script setup lang="ts">
import {
  NEW_ENTRY,
  checkDictionary,
  readDictionary,
  type DictionaryEntry,
} from '@nomenklatura/core/dictionary'
import { wording } from '@nomenklatura/core/findings'

definePageMeta({ help: 'the dictionary' })

/**
 * Help for the Dictionary sheet: how slots are written, and what is said about mistakes. Every example is
 * checked while the page opens.
 */
const field = (
  entity: string,
  name: string,
  type: string,
  size: string,
  more: Partial<DictionaryEntry>,
): DictionaryEntry => ({
  ...NEW_ENTRY,
  entity,
  field: name,
  type,
  size,
  required: 'yes',
  meaning: 'm',
  ...more,
})
const BAY = field('bay', 'bay_no', 'code', '3', { key: 'primary', format: 'A99', example: 'N07' })
const DRAWER = field('drawer', 'drawer_no', 'whole number', '', { key: 'primary', example: '12' })

interface Example {
  readonly id: string
  readonly title: string
  readonly text: string
  readonly entries: readonly DictionaryEntry[]
  readonly code: string
}
const EXAMPLES: readonly Example[] = [
  {
    id: 'zeros',
    title: 'A code that looks like a number',
    code: 'dictionary.example-changed',
    text: 'Nobody adds up badges. What is only looked at and compared is text, of as many characters as it has.',
    entries: [field('keeper', 'badge', 'whole number', '', { key: 'primary', example: '007' })],
  },
  {
    id: 'size',
    title: 'A size that is counted wrongly',
    code: 'dictionary.example-refused',
    text: 'Count every character, the hyphen and the space as well: five digits, a space and six digits are twelve.',
    entries: [
      field('keeper', 'badge', 'code', '3', { key: 'primary', example: '007' }),
      field('keeper', 'phone', 'code', '11', { example: '47110 220145' }),
    ],
  },
  {
    id: 'digits',
    title: 'Digits before and after the point',
    code: 'dictionary.example-refused',
    text: 'The first number of the size counts all digits, the second those after the point: 3,1 holds 99.9 and not 100.0.',
    entries: [DRAWER, field('drawer', 'humidity', 'number', '3,1', { example: '100.0' })],
  },
  {
    id: 'reference',
    title: 'A reference that is described otherwise than its key',
    code: 'dictionary.reference-differs',
    text: 'What a drawer says about its bay is the bay’s own number: of the same type, size and format. Whether it is required is the drawer’s affair.',
    entries: [
      BAY,
      DRAWER,
      field('drawer', 'bay_no', 'text', '20', { refersTo: 'bay.bay_no', example: 'N07' }),
    ],
  },
  {
    id: 'format',
    title: 'An example that does not have its format',
    code: 'dictionary.example-other-format',
    text: 'The format is checked as you type, character by character.',
    entries: [{ ...BAY, example: '7-N' }],
  },
]
function said({ entries, code }: Example): string {
  const dictionary = { entries: [...entries] }
  const read = readDictionary(dictionary)
  return [...read.findings, ...checkDictionary(dictionary, read)]
    .filter(finding => finding.code === code)
    .map(finding => wording(finding).message)
    .join(' ')
}
const judged = EXAMPLES.map(example => ({ ...example, said: said(example) }))
</script>

<template>
  <div>
    <TopLine title="Help: the dictionary" />
    <main id="main" class="page help">
      <h2>How it is written</h2>
      <table class="ruled slots">
        <tbody>
          <tr>
            <th scope="row">type</th>
            <td>
              In words: <span class="mono">text</span>, <span class="mono">code</span> (text of a fixed
              length), <span class="mono">number</span> and <span class="mono">money</span> (exact, with
              digits after the point), <span class="mono">whole number</span>, <span class="mono">date</span>,
              <span class="mono">time</span>, <span class="mono">date and time</span>,
              <span class="mono">yes/no</span>; or a type of SQL, with or without its size:
              <span class="mono">varchar(80)</span>.
            </td>
          </tr>
          <tr>
            <th scope="row">size</th>
            <td>
              Characters of a text: <span class="mono">9</span>. Digits of a number in all, and after the
              point: <span class="mono">6,2</span> holds up to 9999.99.
            </td>
          </tr>
          <tr>
            <th scope="row">format</th>
            <td>
              A stands for a capital, a for a small letter, 9 for a digit, X for a letter or digit; every
              other character for itself: <span class="mono">AAA-99999</span>. Of a date:
              <span class="mono">YYYY-MM-DD</span>.
            </td>
          </tr>
          <tr>
            <th scope="row">key</th>
            <td>
              Part of the primary key; unique alone; or unique together with the fields that have the same
              number.
            </td>
          </tr>
          <tr>
            <th scope="row">refers to</th>
            <td>
              An entity, or a field of it: <span class="mono">trip</span>,
              <span class="mono">trip.trip_no</span>. To a key of two fields refer with two fields.
            </td>
          </tr>
          <tr>
            <th scope="row">rule</th>
            <td>
              <span class="mono">0 to 100</span> · <span class="mono">at least 1</span> ·
              <span class="mono">more than 0</span> · <span class="mono">one of seed, spore, cutting</span>.
              Anything else is read by people.
            </td>
          </tr>
        </tbody>
      </table>
      <p class="serif">
        In the ruled table: arrows move, a letter, Enter or F2 writes, Tab goes on, Ctrl+D copies what stands
        above, Ctrl+V puts in cells from a spreadsheet, Delete empties a cell, a head sorts.
      </p>
      <section v-for="example in judged" :id="example.id" :key="example.id" class="example">
        <h2>{{ example.title }}</h2>
        <p class="serif">{{ example.text }}</p>
        <DictionaryView
          :dictionary="{ entries: [...example.entries].map(entry => ({ ...entry, meaning: '' })) }"
          :label="`Example: ${example.title}`"
        />
        <p class="told">
          <span class="mark" aria-hidden="true">✕</span> <span class="serif">{{ example.said }}</span>
        </p>
      </section>
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 820px;
}
.slots {
  margin: 10px 0 16px;
}
.slots th {
  width: 90px;
  vertical-align: baseline;
}
.example {
  border-top: 1px solid var(--rule-strong);
  margin-top: 22px;
  padding-top: 16px;
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
  font: 700 11px/18px var(--font-sans);
  text-align: center;
  background: var(--madder);
  color: var(--sheet);
}
</style>

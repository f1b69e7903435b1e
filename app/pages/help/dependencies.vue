<script setup lang="ts">
import {
  NO_CLAIMS,
  judgeClaim,
  readClaims,
  type ClaimVerdict,
  type DependencyClaims,
  type RelationTask,
} from '@nomenklatura/core/claims'
import type { ClaimQuestion } from '@nomenklatura/core/rules'
import { reasonInWords } from '@nomenklatura/core/words'

definePageMeta({ help: 'dependencies, keys, normal forms' })

/**
 * Help for the Dependencies sheet: how it is written, and what each kind of verdict shows. Every example is
 * judged while the page opens.
 */
const TASK: RelationTask = {
  name: 'packet',
  attributes: ['packet_no', 'taxon', 'genus', 'bay', 'keeper'],
  dependencies: 'packet_no -> taxon, bay\ntaxon -> genus\nbay -> keeper',
  isGiven: true,
  isFresh: false,
  asks: { keys: true, prime: true, form: true, split: '3NF', closures: [] },
}
const OPEN: RelationTask = { ...TASK, isGiven: false }
const SAMPLES = {
  'packet.packet_no': ['P-101', 'P-102', 'P-103'],
  'packet.taxon': ['Carex skarholmensis', 'Silene pallida', 'Poa litorea'],
  'packet.genus': ['Carex', 'Silene', 'Poa'],
  'packet.bay': ['North 2', 'South 1', 'North 5'],
  'packet.keeper': ['M. Torvund', 'S. Aalto', 'J. Pell'],
}

interface Example {
  readonly id: string
  readonly title: string
  readonly text: string
  readonly claim: string
  readonly task: RelationTask
  readonly claims: Partial<DependencyClaims>
  readonly about: ClaimQuestion
}

const EXAMPLES: readonly Example[] = [
  {
    id: 'missing',
    title: 'A dependency is missing',
    task: OPEN,
    about: { ask: 'dependency', from: ['bay'], to: ['keeper'] },
    claims: { dependencies: 'packet_no -> taxon, bay\ntaxon -> genus' },
    claim: 'packet_no → taxon, bay\ntaxon → genus',
    text: 'The case says that each bay has one keeper. Nothing that is claimed says so, and so these two rows would be let in, though one bay has two keepers in them.',
  },
  {
    id: 'follows',
    title: 'What follows need not be written',
    task: OPEN,
    about: { ask: 'dependency', from: ['packet_no'], to: ['genus'] },
    claims: { dependencies: 'packet_no -> taxon, bay\ntaxon -> genus' },
    claim: 'packet_no → taxon, bay\ntaxon → genus',
    text: 'Any list of dependencies that means the same is as good. The proof says how one that is not written follows from those that are.',
  },
  {
    id: 'surplus',
    title: 'Something is claimed that does not follow',
    task: OPEN,
    about: { ask: 'nothing more' },
    claims: { dependencies: 'packet_no -> taxon, bay\nkeeper -> bay' },
    claim: 'packet_no → taxon, bay\nkeeper → bay',
    text: 'A dependency is a promise about every row there may ever be. Nothing in the case keeps a keeper from having two bays: these rows are allowed, and the claim would refuse them.',
  },
  {
    id: 'key',
    title: 'Something is called a key that is none',
    task: TASK,
    about: { ask: 'no other key' },
    claims: { keys: 'taxon, bay' },
    claim: '{taxon, bay}',
    text: 'A key determines every attribute. Grow what the set determines, one dependency after another: what never joins it can differ between two rows that agree on the set.',
  },
  {
    id: 'form',
    title: 'A normal form is claimed too high',
    task: TASK,
    about: { ask: 'form' },
    claims: { form: '3NF' },
    claim: 'third normal form',
    text: 'Where something that is no key determines something else, that fact is written again with every row. The rows show it, and the three ways in which it can go wrong.',
  },
  {
    id: 'split',
    title: 'A split loses what belongs together',
    task: TASK,
    about: { ask: 'lossless' },
    claims: { split: 'packet_no, taxon\ntaxon, genus, bay\nbay, keeper' },
    claim: 'packet_no, taxon\ntaxon, genus, bay\nbay, keeper',
    text: 'Each part gets a row: the sign “a” where it has the attribute, a value of its own elsewhere. The dependencies make values equal, step by step. If no row becomes “a” throughout, joining the parts makes up rows.',
  },
  {
    id: 'lost',
    title: 'A split loses a dependency',
    task: TASK,
    about: { ask: 'preserving' },
    claims: { split: 'packet_no, taxon, bay\npacket_no, genus, keeper' },
    claim: 'packet_no, taxon, bay\npacket_no, genus, keeper',
    text: 'Joining these parts gives back the same rows, yet nobody can see in one of them that a taxon gets two genera: to check it one has to join.',
  },
]

const judged: readonly (Example & { readonly told: ClaimVerdict })[] = EXAMPLES.map(example => ({
  ...example,
  told: judgeClaim(readClaims(example.task, { ...NO_CLAIMS, ...example.claims }, SAMPLES), example.about),
}))
</script>

<template>
  <div>
    <TopLine title="Help: dependencies" />
    <main id="main" class="page help">
      <h2>How they are written</h2>
      <table class="ruled notation">
        <tbody>
          <tr>
            <td class="mono">accession_no -&gt; taxon, trip</td>
            <td>
              An accession number determines the taxon and the trip. The arrow may also be → or =&gt;; names
              stand between commas or blanks, in any case.
            </td>
          </tr>
          <tr>
            <td class="mono">trip -&gt;&gt; collector</td>
            <td>For one trip, each collector goes with every other fact: a multivalued dependency.</td>
          </tr>
          <tr>
            <td class="mono">{hall, bay}; {keeper}</td>
            <td>Two keys, on one line or on two. Braces may be left out where each has a line of its own.</td>
          </tr>
          <tr>
            <td class="mono">trip: trip_no, site key trip_no</td>
            <td>
              A part of a split with its name and its key. A further key follows after
              <span class="mono">or</span>.
            </td>
          </tr>
          <tr>
            <td class="mono"># why I think so</td>
            <td>What follows a # on a line is yours and not read.</td>
          </tr>
        </tbody>
      </table>
      <h2>What the verdicts show</h2>
      <p class="serif lead">
        The examples are about one relation, <span class="mono">packet</span>: a packet of seeds is of one
        taxon and lies in one bay, a taxon is of one genus, a bay has one keeper.
      </p>
      <article
        v-for="example in judged"
        :id="example.id"
        :key="example.id"
        class="example"
        :data-verdict="example.told.verdict"
      >
        <h3 class="serif">
          <VerdictSign :verdict="example.told.verdict" /> {{ example.title }}
          <span class="word">{{ example.told.verdict }}</span>
        </h3>
        <div class="body">
          <p class="serif">{{ example.text }}</p>
          <pre class="mono claim">{{ example.claim }}</pre>
          <p v-for="(reason, i) in example.told.because" :key="i" class="small">
            {{ reasonInWords(reason) }}
          </p>
          <WitnessRows v-if="example.told.witness" :witness="example.told.witness" />
          <ExhibitView v-for="(exhibit, i) in example.told.exhibits" :key="`e${i}`" :exhibit="exhibit" />
        </div>
      </article>
      <KeysSlip :keys="[]" />
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 860px;
}
.help h2 {
  margin: 22px 0 10px;
  font-size: 19px;
}
.notation td {
  padding: 7px 14px 7px 0;
  vertical-align: top;
}
.notation td:first-child {
  white-space: nowrap;
  font-size: 13px;
}
.lead {
  line-height: 1.5;
  margin-bottom: 8px;
}
.example {
  border-top: 1px solid var(--rule-strong);
  padding: 14px 0;
}
.example h3 {
  font-size: 17px;
  font-weight: 650;
  display: flex;
  gap: 9px;
  align-items: baseline;
}
.word {
  font: 600 13.5px var(--font-sans);
  color: var(--soft);
}
.body {
  margin: 8px 0 0 27px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 9px;
  line-height: 1.5;
}
.claim {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 6px 12px;
  font-size: 13px;
  width: fit-content;
}
@media (max-width: 640px) {
  .notation td {
    display: block;
  }
  .body {
    margin-left: 0;
  }
}
</style>

<script setup lang="ts">
import { markAnswer, planAnswer } from '@nomenklatura/core/marking'
import type { MarkedCell } from '@nomenklatura/core/sheets'
import { reasonInWords } from '@nomenklatura/core/words'

definePageMeta({ help: 'what a witness is' })

/** What a witness is, on examples that are judged while the page opens: on PostgreSQL, in this page. */
interface Judged extends WitnessExample {
  readonly cell: MarkedCell | undefined
  readonly tables: readonly string[]
}

const { enginePath } = useRuntimeConfig().public
const engine = new EngineHere(enginePath)
const loaded = ref<Loaded>({ done: 0, of: 0 })
const state = ref<'loading' | 'run' | 'reasoned'>('loading')
const judged = shallowRef<readonly Judged[]>(WITNESS_EXAMPLES.map(example => judge(example)))

/** By reasoning, until rows were run. */
function judge(example: WitnessExample, report?: Awaited<ReturnType<EngineHere['run']>>): Judged {
  const { cells, ran } = markAnswer(
    exerciseOfExample(example),
    { script: example.script },
    report ? { report } : {},
  )
  return { ...example, cell: cells[0], tables: ran?.tables ?? [] }
}

async function runAll(): Promise<void> {
  try {
    await engine.start(now => {
      loaded.value = now
    })
    for (const [i, example] of WITNESS_EXAMPLES.entries()) {
      const plan = planAnswer(exerciseOfExample(example), { script: example.script })
      const report = plan && (await engine.run(plan.work))
      judged.value = judged.value.map((other, at) => (at === i ? judge(example, report) : other))
    }
    state.value = 'run'
  } catch {
    state.value = 'reasoned'
  }
}
onMounted(runAll)
onBeforeUnmount(() => engine.close())
</script>

<template>
  <div>
    <TopLine title="Help: what a witness is" />
    <main id="main" class="page help">
      <p class="serif lead">
        Each rule is a sentence about the world. Your tables uphold it, break it, or are too strict. A
        <strong>witness</strong> is the smallest set of rows that shows which: rows are entered into the
        tables, one of them is marked, and the database accepts or refuses it. Nobody has to believe a
        verdict: copy its rows and run them on any PostgreSQL, or try them here.
      </p>
      <p class="small soft" role="status">
        {{
          state === 'loading'
            ? 'PostgreSQL is loaded into this page; until then these are judged by reasoning alone.'
            : state === 'run'
              ? 'Run just now, on PostgreSQL in this page.'
              : 'No engine can be loaded here: these are judged by reasoning alone.'
        }}
      </p>
      <section v-for="(example, i) in judged" :key="i" class="example">
        <h2>{{ example.title }}</h2>
        <div class="two">
          <div>
            <p class="serif rule">
              <VerdictSign v-if="example.cell" :verdict="example.cell.verdict" />
              <strong>{{ example.sentence }}</strong>
            </p>
            <pre class="mono" tabindex="0">{{ example.script }}</pre>
          </div>
          <div>
            <p class="serif">{{ example.about }}</p>
            <p v-for="(reason, r) in example.cell?.because ?? []" :key="r" class="small">
              {{ reasonInWords(reason) }}
            </p>
            <WitnessTried
              v-if="example.cell?.witness"
              :witness="example.cell.witness"
              :tables="example.tables"
              :about="example.sentence"
            />
          </div>
        </div>
      </section>
      <h2>Where you find them</h2>
      <p class="serif">
        After a check, in the margin under <i>Show the evidence</i>; in your feedback; at the marking desk.
        For an upheld rule the row is shown that was refused, or taken. Where rows and reasoning disagree the
        verdict is <i>cannot tell</i>, and your instructor decides. In an assessed exercise witnesses come
        with the feedback; your own rows can be tried at any time, under <i>Row trial</i> on the Script sheet.
      </p>
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 1080px;
}
.lead {
  line-height: 1.7;
  max-width: 760px;
}
h2 {
  margin-top: 28px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 412px) minmax(0, 1fr);
  gap: 24px;
  margin-top: 6px;
}
.rule {
  margin-bottom: 6px;
}
pre {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  padding: 8px 12px;
  font-size: 12.5px;
  line-height: 1.5;
  overflow-x: auto;
}
.two p {
  margin-bottom: 6px;
}
@media (max-width: 800px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

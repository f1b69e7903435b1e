<script setup lang="ts">
import { reasonInWords } from '@nomenklatura/core/words'
import type { Diagram } from '@nomenklatura/core/diagram'
import type { Verdict } from '@nomenklatura/core/rules'
import type { AskedSheet, DeskAnswer, HandInAnswer } from '#shared/answers'

/** Everything that defends one verdict: both scripts side by side, the pairing, the reasons, the rows. */
const { desk, handIn, rule, sheet } = defineProps<{
  desk: DeskAnswer
  handIn: HandInAnswer
  rule: string
  sheet: AskedSheet
}>()
const entry = computed(() => desk.rules.find(({ id }) => id === rule))
const cell = computed(() => handIn.marking?.cells.find(other => other.rule === rule && other.sheet === sheet))
const override = computed(() => handIn.overrides.find(other => other.rule === rule && other.sheet === sheet))
const places = computed(() => cell.value?.because.flatMap(({ place }) => (place ? [place] : [])) ?? [])
const pairing = computed(() => {
  const tables = (cell.value?.tables ?? []).map(name => name.toLowerCase())
  return (
    handIn.marking?.pairing.filter(
      ({ answer, sheet = 'script' }) =>
        sheet === cell.value?.sheet && tables.includes(answer.split(/[.,\s]/)[0]!.toLowerCase()),
    ) ?? []
  )
})
const modelTables = computed(() => {
  const found = pairing.value.filter(({ model }) => !model.includes('.')).map(({ model }) => model)
  return found.length > 0 ? found : [entry.value?.entity ?? '']
})
/**
 * The elements that the verdict rests on, on the student's drawing; and the card of the rule on the model
 * answer's.
 */
const marks = computed(() =>
  cell.value && cell.value.verdict !== 'not shown'
    ? new Map(
        places.value.flatMap(({ field }) =>
          field ? [[field, cell.value!.verdict as Exclude<Verdict, 'not shown'>] as const] : [],
        ),
      )
    : undefined,
)
const modelMarks = computed(
  () =>
    new Map(
      (desk.modelDiagram?.entities ?? [])
        .filter(({ name }) =>
          modelTables.value.some(other => other.toLowerCase() === name.trim().toLowerCase()),
        )
        .map(({ id }) => [id, 'upheld' as const]),
    ),
)
/** The cards that the verdict is about: those of its tables, and what its lines lead to. */
const cardsOf = (
  diagram: Diagram | null,
  names: readonly string[],
  elements: readonly (string | undefined)[] = [],
): Set<string> =>
  new Set([
    ...(diagram?.entities ?? [])
      .filter(
        ({ id, name, attributes }) =>
          names.includes(name.trim().toLowerCase()) ||
          elements.includes(id) ||
          attributes.some(fact => elements.includes(fact.id)),
      )
      .map(({ id }) => id),
    ...(diagram?.relationships ?? [])
      .filter(({ id }) => elements.includes(id))
      .flatMap(({ ends }) => ends.map(({ entity }) => entity)),
  ])
const cards = computed(() =>
  cardsOf(
    handIn.diagram,
    (cell.value?.tables ?? []).map(name => name.toLowerCase()),
    places.value.map(({ field }) => field),
  ),
)
const modelCards = computed(() =>
  cardsOf(desk.modelDiagram, [
    ...modelTables.value.map(name => name.toLowerCase()),
    entry.value?.entity ?? '',
  ]),
)
const follows = computed(() => desk.rules.find(({ id }) => id === cell.value?.follows))
const emit = defineEmits<{ pair: [element: string] }>()
const DOUBTS = {
  pairing: 'A part has no sure counterpart: pair it.',
  unread: 'A statement was not read: it is shown under Why.',
  disagreement: 'Row test and reasoning disagree.',
  limit: 'A limit was reached.',
  outside: 'It is outside what rules can say: decide it.',
} as const
/** The dependencies it was judged by, asked for when they are opened. */
const dependencies = shallowRef<readonly string[]>()
const { fault, act } = useAct()
const loadDependencies = (): Promise<boolean> =>
  act(async () => {
    dependencies.value ??= (
      await api<{ lines: string[] }>(`/hand-ins/${handIn.id}/rules/${rule}/dependencies`)
    ).lines
  })
</script>

<template>
  <section v-if="entry && cell" class="evidence" aria-label="Evidence">
    <p v-if="override" class="decided">
      <VerdictSign :verdict="override.verdict" />
      <span
        ><strong>{{ override.verdict }}</strong
        >, decided by {{ override.by }}: “{{ override.reason }}”
        <span class="soft">The engine says {{ cell.verdict }}.</span></span
      >
    </p>
    <p v-if="follows" class="follows small">
      Follows from rule {{ follows.id.slice(1) }}, “{{ follows.sentence }}”: with that upheld, this would be.
      Its points are not lost.
    </p>
    <DeskClaimEvidence
      v-if="cell.sheet === 'dependencies'"
      :hand-in="handIn"
      :cell="cell"
      :fields="entry.fields"
    />
    <template v-else>
      <div class="sides">
        <div v-if="cell.sheet === 'diagram'">
          <h3>In this hand-in</h3>
          <DiagramPicture
            v-if="handIn.diagram"
            label="Diagram of this hand-in"
            :diagram="handIn.diagram"
            :about="cards"
            :marks="marks"
          />
        </div>
        <div v-else-if="cell.sheet === 'dictionary'">
          <h3>In this hand-in</h3>
          <DictionaryView
            v-if="handIn.dictionary"
            label="Fields of this hand-in"
            :dictionary="handIn.dictionary"
            :places="places"
            :tone="cell.verdict"
            :only="places.length > 0 ? cell.tables : undefined"
          />
        </div>
        <div v-else>
          <h3>In this hand-in</h3>
          <ScriptExcerpt
            label="Statements of this hand-in"
            :script="handIn.script"
            :dialect="handIn.dialect"
            :tables="cell.tables"
            :places="places"
            :tone="cell.verdict"
            :empty="
              cell.verdict === 'not shown'
                ? 'Nothing here was found for this rule.'
                : 'This stands in the tables that the exercise gives.'
            "
          />
        </div>
        <div v-if="cell.sheet === 'diagram' && desk.modelDiagram">
          <h3>In the model answer</h3>
          <DiagramPicture
            label="Diagram of the model answer"
            :diagram="desk.modelDiagram"
            :about="modelCards"
            :marks="modelMarks"
          />
        </div>
        <div v-else-if="cell.sheet === 'dictionary' && desk.modelDictionary">
          <h3>In the model answer</h3>
          <DictionaryView
            label="Fields of the model answer"
            :dictionary="desk.modelDictionary"
            :only="modelTables"
            empty="This stands in the tables that the exercise gives."
          />
        </div>
        <div v-else>
          <h3>In the model answer</h3>
          <ScriptExcerpt
            label="Statements of the model answer"
            :script="desk.modelScript"
            :dialect="desk.dialect"
            :tables="modelTables"
            tone="upheld"
            empty="This stands in the tables that the exercise gives."
          />
        </div>
      </div>
      <p v-if="pairing.length > 0" class="paired small">
        <span class="soft">Paired:</span>
        <template v-for="(pair, i) in pairing.filter(({ model }) => !model.includes('.'))" :key="i"
          >{{ i > 0 ? ' · ' : ' ' }}<span class="mono">{{ pair.answer }} ↔ {{ pair.model }}</span>
          <strong :class="pair.confidence">{{ pair.confidence }}</strong>
          <span class="soft">{{ pair.reasons.join(', ') }}</span></template
        >
        · <button type="button" class="plain" @click="emit('pair', entry.entity)">correct a pair</button>
        <kbd>P</kbd>
      </p>
      <p v-else class="paired small">
        <span class="soft">Nothing here is paired with it.</span>
        <button type="button" class="plain" @click="emit('pair', entry.entity)">Pair it</button> <kbd>P</kbd>
      </p>
      <div class="proof">
        <div class="why">
          <h3>Why</h3>
          <p v-for="(reason, i) in cell.because" :key="i" class="serif">{{ reasonInWords(reason) }}</p>
          <p v-if="cell.doubt" class="small open">{{ DOUBTS[cell.doubt] }}</p>
          <p v-else-if="cell.confidence !== 'sure'" class="small open">
            It rests on a pairing that is {{ cell.confidence }}.
          </p>
          <details
            v-if="cell.sheet === 'script'"
            class="small dependencies"
            @toggle="($event.target as HTMLDetailsElement).open && loadDependencies()"
          >
            <summary>The dependencies it was judged by</summary>
            <pre v-if="dependencies && dependencies.length > 0" class="mono">{{
              dependencies.join('\n')
            }}</pre>
            <p v-else-if="fault" class="fault" role="alert">{{ fault }}</p>
            <p v-else-if="dependencies" class="soft">None: this kind is judged without them.</p>
          </details>
        </div>
        <div v-if="cell.witness" class="witness">
          <h3>Witness</h3>
          <WitnessRows :witness="cell.witness" />
        </div>
      </div>
    </template>
    <p v-if="entry.phrase" class="serif soft brief-phrase">
      The brief: <i>“{{ entry.phrase }}”</i>
    </p>
  </section>
</template>

<style scoped>
.evidence {
  padding: 12px 20px 28px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
h3 {
  font-family: var(--font-sans);
  font-size: 13.5px;
  font-weight: 650;
  color: var(--soft);
  margin-bottom: 4px;
}
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
}
.sides > div {
  min-width: 0;
}
.decided {
  display: flex;
  gap: 10px;
  background: var(--verdigris-wash);
  border-left: 3px solid var(--verdigris);
  padding: 6px 12px;
}
.follows {
  background: var(--slate-wash);
  border-left: 3px solid var(--slate);
  padding: 6px 12px;
}
.why p {
  line-height: 1.45;
}
.proof {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
}
.proof > div {
  flex: 1 1 300px;
  min-width: 0;
}
.sure {
  color: var(--verdigris);
}
.likely {
  color: var(--ink);
}
.weak {
  color: var(--ochre);
}
.open {
  color: var(--ochre);
  font-weight: 600;
}
.paired {
  line-height: 1.6;
}
.dependencies summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
}
.dependencies pre {
  font-size: 12px;
  line-height: 1.5;
  overflow-x: auto;
  white-space: pre;
  padding: 6px 0;
}
kbd {
  font: 600 11px var(--font-mono);
  border: 1px solid var(--rule-strong);
  border-bottom-width: 2px;
  border-radius: 3px;
  padding: 0 4px;
  background: var(--sheet);
  color: var(--ink);
}
@media (max-width: 1199px) {
  .sides {
    grid-template-columns: 1fr;
  }
}
</style>

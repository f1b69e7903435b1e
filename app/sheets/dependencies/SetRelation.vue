<script setup lang="ts">
import { SPLIT_FORMS, freshTask, readTask, type RelationTask } from '@nomenklatura/core/claims'
import type { RuleEntry } from '@nomenklatura/core/rules'

/**
 * What an exercise says about its relation, what is asked, and what the answers are: worked out while one
 * writes.
 */
const { relation, readonly = false } = defineProps<{ relation: RelationTask; readonly?: boolean }>()
const emit = defineEmits<{
  change: [relation: RelationTask]
  /** The rule sheet that follows from what is written. */
  proposed: [rules: readonly RuleEntry[]]
}>()
const change = (part: Partial<RelationTask>): void => emit('change', { ...relation, ...part })
const ask = (part: Partial<RelationTask['asks']>): void => change({ asks: { ...relation.asks, ...part } })

const fault = ref('')
const attributes = ref(relation.attributes.join(', '))
watch(
  () => relation.attributes,
  names => {
    if (namesIn(attributes.value).join() !== names.join()) attributes.value = names.join(', ')
  },
)
const namesIn = (text: string): string[] => text.split(/[\s,;]+/).filter(name => name !== '')

function setAttributes(text: string): void {
  attributes.value = text
  const names = namesIn(text)
  const wrong = names.find(name => !/^[\p{L}_][\p{L}\p{N}_]*$/u.test(name))
  const twice = names.find(
    (name, i) => names.findIndex(other => other.toLowerCase() === name.toLowerCase()) !== i,
  )
  fault.value = wrong
    ? `"${wrong}" is no name: letters, digits and _ only, a letter first.`
    : twice
      ? `${twice} is listed twice.`
      : names.length > 60
        ? 'Sixty attributes at most.'
        : ''
  if (fault.value === '')
    change({
      attributes: names,
      asks: {
        ...relation.asks,
        closures: relation.asks.closures.filter(set => set.every(name => names.includes(name))),
      },
    })
}
function setName(text: string): void {
  if (/^[\p{L}_][\p{L}\p{N}_]*$/u.test(text.trim())) change({ name: text.trim() })
}
const closures = ref(relation.asks.closures.map(set => set.join(', ')).join('\n'))
const closureFault = ref('')
function setClosures(text: string): void {
  closures.value = text
  const sets = text
    .split('\n')
    .map(namesIn)
    .filter(set => set.length > 0)
  const unknown = sets.flat().find(name => !relation.attributes.includes(name))
  closureFault.value = unknown
    ? `"${unknown}" is no attribute.`
    : sets.length > 10
      ? 'Ten closures at most.'
      : ''
  if (closureFault.value === '') ask({ closures: sets })
}

const findings = computed(() => readTask(relation).findings)
const { working, isBusy, isSlow, stepsSoFar, stop } = useWorking(() =>
  relation.attributes.length > 0 ? { task: relation, split: '' } : undefined,
)
watch(working, found => found && emit('proposed', found.rules))
const sample = ref(1)
const freshOne = computed(() =>
  relation.isFresh ? freshTask(relation, `sample ${sample.value}`).task : undefined,
)
</script>

<template>
  <div class="relation">
    <div class="left">
      <UFormField label="Name of the relation"
        ><UInput
          :model-value="relation.name"
          maxlength="60"
          :disabled="readonly"
          class="mono"
          @change="setName(($event.target as HTMLInputElement).value)"
      /></UFormField>
      <UFormField label="Attributes" :error="fault || false"
        ><UTextarea
          :model-value="attributes"
          :rows="2"
          autoresize
          :disabled="readonly"
          class="mono"
          spellcheck="false"
          placeholder="accession_no, taxon, genus, trip_no"
          @update:model-value="setAttributes(String($event))"
      /></UFormField>
      <div>
        <p class="label">Dependencies that hold</p>
        <NotationEditor
          :model-value="relation.dependencies"
          :names="relation.attributes"
          :findings="findings"
          :readonly="readonly"
          label="Dependencies that hold"
          placeholder="accession_no -> taxon, trip_no"
          @update:model-value="change({ dependencies: $event })"
        />
        <p v-if="findings.length > 0" class="small fault" role="status">
          {{ countOf(findings.length, 'place') }} cannot be read.
        </p>
      </div>
      <fieldset class="asks" :disabled="readonly">
        <legend class="label">What the students do</legend>
        <label
          ><input
            type="radio"
            name="given"
            :checked="!relation.isGiven"
            @change="change({ isGiven: false, isFresh: false })"
          />
          find the dependencies in the case</label
        >
        <label
          ><input type="radio" name="given" :checked="relation.isGiven" @change="change({ isGiven: true })" />
          are given the dependencies</label
        >
        <label class="inner"
          ><input
            type="checkbox"
            :disabled="!relation.isGiven"
            :checked="relation.isFresh"
            @change="change({ isFresh: !relation.isFresh })"
          />
          each student under other names, so that neighbours cannot copy</label
        >
        <label
          ><input
            type="checkbox"
            :checked="relation.asks.keys"
            @change="ask({ keys: !relation.asks.keys })"
          />
          name the candidate keys</label
        >
        <label
          ><input
            type="checkbox"
            :checked="relation.asks.prime"
            @change="ask({ prime: !relation.asks.prime })"
          />
          name the prime attributes</label
        >
        <label
          ><input
            type="checkbox"
            :checked="relation.asks.form"
            @change="ask({ form: !relation.asks.form })"
          />
          name the highest normal form, with the reason</label
        >
        <label
          ><input
            type="checkbox"
            :checked="relation.asks.split !== null"
            @change="ask({ split: relation.asks.split === null ? 'BCNF' : null })"
          />
          split it into
          <select
            :disabled="relation.asks.split === null"
            :value="relation.asks.split ?? 'BCNF'"
            @change="
              ask({ split: ($event.target as HTMLSelectElement).value as RelationTask['asks']['split'] })
            "
          >
            <option v-for="form in SPLIT_FORMS" :key="form">{{ form }}</option>
          </select></label
        >
        <UFormField label="and say what these sets fix" :error="closureFault || false"
          ><UTextarea
            :model-value="closures"
            :rows="1"
            autoresize
            class="mono"
            spellcheck="false"
            placeholder="one set to a line"
            @update:model-value="setClosures(String($event))"
        /></UFormField>
      </fieldset>
    </div>
    <aside class="answers" aria-label="The answers">
      <h2>The answers <span class="soft small">worked out from the dependencies</span></h2>
      <p v-if="isBusy && isSlow" class="small" role="status">
        {{ stepsSoFar > 0 ? `${countOf(stepsSoFar, 'step')} so far …` : 'Working …' }}
        <button type="button" class="plain" @click="stop">Stop</button>
      </p>
      <dl v-if="working" :class="{ old: isBusy }">
        <dt>How hard</dt>
        <dd>
          {{
            working.difficulty.keys === undefined
              ? 'more keys than were looked for'
              : countOf(working.difficulty.keys, 'key')
          }}, {{ working.difficulty.form ?? 'form not decided' }}, up to
          {{ countOf(working.difficulty.longestDerivation, 'dependency', 'dependencies') }} in a row
        </dd>
        <dt>Keys</dt>
        <dd>
          <span v-for="key in working.keys.slice(0, 12)" :key="key.join()" class="mono set">{{
            key.join(', ') || '∅'
          }}</span><span v-if="working.keys.length > 12" class="small">
            and {{ working.keys.length - 12 }} more</span
          ><span v-if="!working.keysComplete" class="small fault">
            not all: the limit of steps was reached</span
          >
        </dd>
        <dt>Prime</dt>
        <dd class="mono">
          {{ working.prime === null ? 'not decided' : working.prime.join(', ') || 'none' }}
        </dd>
        <dt>Form</dt>
        <dd>
          {{ working.form ?? 'not decided' }}
          <p v-for="(violation, i) in working.violations.slice(0, 4)" :key="i" class="small">
            {{ violation.sentence }}
          </p>
        </dd>
        <dt>Minimal cover</dt>
        <dd>
          <p v-for="line in working.cover" :key="line" class="mono">{{ line }}</p>
        </dd>
        <dt>By synthesis</dt>
        <dd>
          <p v-for="line in working.synthesis.split('\n')" :key="line" class="mono">{{ line }}</p>
        </dd>
        <dt>Boyce-Codd</dt>
        <dd>
          <p v-for="line in working.bcnf.text.split('\n')" :key="line" class="mono">{{ line }}</p>
          <p v-if="working.bcnf.lost.length > 0" class="small">
            loses <span class="mono">{{ working.bcnf.lost.join('; ') }}</span>
          </p>
        </dd>
      </dl>
      <template v-if="freshOne">
        <h2>
          As one student has it <button type="button" class="plain small" @click="sample++">Another</button>
        </h2>
        <p class="mono small">{{ freshOne.attributes.join(', ') }}</p>
        <p v-for="line in freshOne.dependencies.split('\n')" :key="line" class="mono small">{{ line }}</p>
      </template>
    </aside>
  </div>
</template>

<style scoped>
.relation {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 32px;
}
.left {
  display: grid;
  gap: 16px;
  align-content: start;
}
.label {
  font-weight: 600;
  font-size: 13.5px;
  margin-bottom: 4px;
}
.mono :deep(input),
.mono :deep(textarea) {
  font-family: var(--font-mono);
  font-size: 13px;
}
.asks {
  display: grid;
  gap: 5px;
  border: 0;
  padding: 0;
  font-size: 13.5px;
}
.asks label {
  display: flex;
  gap: 7px;
  align-items: baseline;
}
.asks .inner {
  padding-left: 22px;
}
input[type='radio'],
input[type='checkbox'] {
  accent-color: var(--verdigris);
}
select {
  background: var(--sheet);
  border-bottom: 1px solid var(--rule-strong);
}
.answers {
  border-left: 1px solid var(--rule-strong);
  padding-left: 24px;
  min-width: 0;
}
.answers h2 {
  font-size: 15px;
  margin-bottom: 8px;
}
dl {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 7px 12px;
  font-size: 13.5px;
  margin-bottom: 18px;
}
.old {
  opacity: 0.55;
}
dt {
  color: var(--soft);
}
dd {
  overflow-wrap: anywhere;
}
dd .mono,
.set {
  font-size: 12.5px;
  line-height: 1.5;
}
.set {
  margin-right: 12px;
  border-bottom: 1.5px solid var(--ink);
}
.fault {
  color: var(--madder);
}
@media (max-width: 1023px) {
  .relation {
    grid-template-columns: minmax(0, 1fr);
  }
  .answers {
    border: 0;
    padding: 0;
  }
}
</style>

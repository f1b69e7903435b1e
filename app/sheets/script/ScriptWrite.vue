<script setup lang="ts">
import { DIALECT, DIALECTS, type Dialect, type Schema } from '@nomenklatura/core/schema'
import { writeScript, type Habits, type Insert } from '@nomenklatura/core/sql'

/** The tables written for another server, or for the same one in a clean hand: with what it cannot keep. */
const {
  schema,
  inserts,
  from,
  habits = undefined,
  name,
} = defineProps<{
  schema: Schema
  inserts: readonly Insert[]
  from: Dialect
  /** The course's patterns: constraints without a name get one by them. */
  habits?: Habits | undefined
  name: string
}>()
const open = defineModel<boolean>('open', { required: true })

const to = ref<Dialect>(from)
const rerunnable = ref(false)
const withRows = ref(true)
watch(open, now => {
  if (now) to.value = from
})
const written = computed(() =>
  open.value
    ? writeScript(schema, {
        from,
        to: to.value,
        rerunnable: rerunnable.value,
        inserts: withRows.value ? inserts : [],
        ...(habits ? { habits } : {}),
      })
    : { text: '', losses: [] },
)
const copied = ref(false)
watch(written, () => {
  copied.value = false
})
function copy(): void {
  void navigator.clipboard?.writeText(written.value.text)
  copied.value = true
}
function save(): void {
  download(written.value.text, 'text/plain;charset=utf-8', `${name}.${to.value}.sql`)
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Write it out"
    description="Tables in the order of their references; those that refer to each other get theirs at the end."
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <p class="asks small">
        For
        <select v-model="to" aria-label="Dialect to write">
          <option v-for="dialect in DIALECTS" :key="dialect" :value="dialect">
            {{ DIALECT[dialect].name }}
          </option>
        </select>
        <label
          ><input v-model="rerunnable" type="checkbox" /> can be run again: first drops what it makes</label
        >
        <label v-if="inserts.length > 0"><input v-model="withRows" type="checkbox" /> with the rows</label>
      </p>
      <pre class="mono out" tabindex="0" role="region" aria-label="The script as written">{{
        written.text
      }}</pre>
      <template v-if="written.losses.length > 0">
        <p class="small lost-head">Not carried over, or not as it was:</p>
        <ul class="small lost" tabindex="0" aria-label="What is lost">
          <li v-for="loss in written.losses" :key="loss">{{ loss }}</li>
        </ul>
      </template>
      <p v-else-if="to !== from" class="small soft all">Everything is carried over.</p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="open = false">Close</UButton>
      <UButton variant="outline" color="neutral" @click="save">Save as a file</UButton>
      <UButton @click="copy">{{ copied ? 'Copied' : 'Copy' }}</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: baseline;
  margin-bottom: 8px;
}
select {
  background: transparent;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
option {
  background: var(--sheet);
}
.out {
  max-height: 42vh;
  overflow: auto;
  border: 1px solid var(--rule-strong);
  padding: 10px 12px;
  font-size: 12.5px;
  line-height: 1.5;
  background: var(--sheet);
}
.all {
  margin-top: 8px;
}
.lost-head {
  margin-top: 10px;
  font-weight: 600;
}
.lost {
  max-height: 130px;
  overflow: auto;
  list-style: disc;
  padding-left: 18px;
}
</style>

<script setup lang="ts">
import { listInWords } from '@nomenklatura/core/language'
import type { NamedDependency } from '@nomenklatura/core/rows'
import type { RowsOverview, ShownSplit } from '~/workers/rows.worker'
import type { RowsRoomApi } from '~/composables/useRows'

/**
 * The split that follows from what is meant: its parts with their rows, whether they join to the same rows,
 * and a change that is made once.
 */
const {
  overview,
  room,
  dependencies,
  sets = false,
} = defineProps<{
  overview: RowsOverview
  room: RowsRoomApi
  dependencies: readonly NamedDependency[]
  sets?: boolean
}>()
const emit = defineEmits<{ split: [split: ShownSplit] }>()

/** By the name that was proposed, the one that was given. */
const names = ref<Record<string, string>>({})
const split = shallowRef<ShownSplit>()
const open = ref<string>()
let asked = 0
watch(
  [() => overview, () => dependencies, names],
  async () => {
    const own = ++asked
    const answer = await room.split(dependencies, names.value)
    if (own !== asked) return
    split.value = answer
    emit('split', answer)
  },
  { immediate: true, deep: true },
)

const rowTrial = useTemplateRef('rowTrial')
const parts = computed(
  () => split.value?.proposal.parts.map((part, i) => ({ ...part, shown: split.value!.parts[i]! })) ?? [],
)
function rename(current: string, written: string): void {
  const name = written.trim()
  if (!/^[\p{L}_][\p{L}\p{N}_]*$/u.test(name)) return
  const proposed = Object.entries(names.value).find(([, given]) => given === current)?.[0] ?? current
  names.value = { ...names.value, [proposed]: name }
}

/** The part in which most is saved: a value that is written again and again here, and once there. */
const once = shallowRef<{ part: string; value: string; what: string; rows: number }>()
watch(split, async now => {
  once.value = undefined
  const saving = (now?.proposal.parts ?? [])
    .filter(({ keys, columns, rows }) => keys[0]?.length === 1 && columns.length > 1 && rows < overview.rows)
    .sort((a, b) => a.rows - b.rows)[0]
  if (!saving) return
  const [key] = saving.keys as [readonly string[]]
  const what = saving.columns.find(name => !key.includes(name))!
  const { mostRepeated } = await room.fix(key, [what])
  if (mostRepeated && mostRepeated.rows > 1 && now === split.value)
    once.value = { part: saving.name, value: mostRepeated.values.join(', '), what, rows: mostRepeated.rows }
})
</script>

<template>
  <div v-if="split" class="split">
    <div class="slips">
      <section v-for="part in parts" :key="part.name" class="slip" :aria-label="part.name">
        <p class="head">
          <input
            v-if="sets"
            class="slot serif"
            :value="part.name"
            :style="{ width: `calc(${part.name.length}ch + 12px)` }"
            :aria-label="`Name of ${part.name}`"
            maxlength="60"
            @change="rename(part.name, ($event.target as HTMLInputElement).value)"
          /><span v-else class="serif name">{{ part.name }}</span>
        </p>
        <p
          v-for="name in part.columns"
          :key="name"
          class="mono"
          :class="{ key: part.keys[0]?.includes(name) }"
        >
          <span>{{ name }}</span>
        </p>
        <button
          type="button"
          class="plain tiny"
          :aria-expanded="open === part.name"
          @click="open = open === part.name ? undefined : part.name"
        >
          {{ countOf(part.rows, 'row') }}
        </button>
      </section>
      <section
        v-for="{ part, columns, groups, separator, givesBack } in split.proposal.unfolded"
        :key="part.name"
        class="slip unfolded"
        :aria-label="part.name"
      >
        <p class="head">
          <input
            v-if="sets"
            class="slot serif"
            :value="part.name"
            :style="{ width: `calc(${part.name.length}ch + 12px)` }"
            :aria-label="`Name of ${part.name}`"
            maxlength="60"
            @change="rename(part.name, ($event.target as HTMLInputElement).value)"
          /><span v-else class="serif name">{{ part.name }}</span>
        </p>
        <p
          v-for="name in part.columns"
          :key="name"
          class="mono"
          :class="{ key: part.keys[0]?.includes(name) }"
        >
          <span>{{ name }}</span>
        </p>
        <p class="tiny soft">
          {{
            separator === null
              ? `${listInWords(columns)}, ${groups ? 'those of a number' : 'one'} to a row`
              : `the list, one to a row`
          }}: {{ countOf(part.rows, 'row') }}{{ givesBack ? '; gathered again they are the same' : '' }}
        </p>
      </section>
    </div>
    <RowsPair
      v-for="part in parts.filter(({ name }) => name === open)"
      :key="part.name"
      :columns="part.shown.columns"
      :rows="part.shown.rows.map((cells, at) => ({ at, cells }))"
      :agree="part.keys[0] ?? []"
    />
    <p class="serif joined" role="status">
      <template v-if="split.proposal.spurious === 0 && split.proposal.missing === 0"
        ><VerdictSign verdict="upheld" /> Joined again, the parts give exactly the same rows.</template
      >
      <template v-else-if="split.proposal.spurious === null"
        ><VerdictSign verdict="cannot tell" /> Joined again they grow too large to compare.</template
      >
      <template v-else
        ><VerdictSign verdict="broken" /> Joined again they give
        {{ countOf(split.proposal.spurious, 'row') }} that
        {{ split.proposal.spurious === 1 ? 'was' : 'were' }} not there: what is taken as meant does not hold
        in these rows.</template
      >
    </p>
    <RowsPair
      v-if="split.spurious.length > 0"
      :columns="
        overview.columns.filter(name => !overview.repeating.some(({ columns }) => columns.includes(name)))
      "
      :rows="split.spurious.map((cells, at) => ({ at, cells }))"
    />
    <p v-if="split.proposal.lost.length > 0" class="small">
      No part can check
      <span class="mono">{{
        split.proposal.lost.map(({ from, to }) => `${from.join(', ')} → ${to.join(', ')}`).join('; ')
      }}</span>.
    </p>
    <p v-if="overview.rows > 0" class="small">
      <button type="button" class="plain small" @click="rowTrial?.open()">
        Try the parts, with their rows
      </button>
    </p>
    <RowTrialSlip
      ref="rowTrial"
      title="Row trial on the parts of the split"
      :tables="split.trial.tables"
      :begin="split.trial.document"
      :ready="split.trial.ready"
    />
    <p v-if="once" class="serif">
      A new {{ once.what }} for <span class="mono">{{ once.value }}</span> is {{ once.rows }} changes in the
      flat table, and one in {{ once.part }}.
    </p>
  </div>
</template>

<style scoped>
.split {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}
.slips {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.slip {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  box-shadow: 2px 2px 0 var(--shadow);
  padding: 6px 12px 8px;
  min-width: 120px;
}
.slip.unfolded {
  border-top: 3px double var(--edge);
}
.head {
  margin-bottom: 3px;
}
.head .slot {
  font: 650 15px var(--font-serif);
}
.name {
  font-weight: 650;
  font-size: 15px;
}
.mono {
  font-size: 12.5px;
  line-height: 1.5;
}
.key span {
  border-bottom: 1.5px solid var(--ink);
}
.joined {
  display: flex;
  gap: 9px;
  align-items: center;
}
.tiny.soft {
  max-width: 180px;
}
</style>

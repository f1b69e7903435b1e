<script setup lang="ts">
import type { ExerciseDocument } from '@nomenklatura/core/exercise'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { ShelfLine } from '#shared/answers'

/** The ready exercises, from easy to hard: one is chosen, and comes in whole. */
const { courseId } = defineProps<{ courseId: string }>()
const emit = defineEmits<{ take: [document: ExerciseDocument] }>()
const lines = shallowRef<readonly ShelfLine[]>()
const chosen = ref('')
const { fault, act } = useAct()
const HEADS = { easy: 'To begin with', medium: 'Further on', hard: 'For the end of the course' } as const
const shelves = computed(() =>
  (['easy', 'medium', 'hard'] as const).map(difficulty => ({
    difficulty,
    head: HEADS[difficulty],
    lines: (lines.value ?? []).filter(line => line.difficulty === difficulty),
  })),
)
const factsOf = ({ world, worlds, sheets, level, rules, noticed }: ShelfLine): string =>
  [
    worlds.length > 1 ? `${world}, or one of ${worlds.length - 1} other worlds` : world,
    sheets
      .map(sheet => (sheet === 'diagram' && level ? `${SHEET_NAMES[sheet]}, ${level}` : SHEET_NAMES[sheet]))
      .join(' and '),
    countOf(rules, 'rule'),
    `${noticed} of 100 typical mistakes noticed`,
  ].join(' · ')

onMounted(() =>
  act(async () => {
    lines.value = await api<ShelfLine[]>(`/courses/${courseId}/shelf`)
  }),
)
/** The worlds in which the chosen one can be told. */
const worlds = computed(() => lines.value?.find(({ name }) => name === chosen.value)?.worlds ?? [])
/** In which of its worlds the chosen one is told. */
const world = ref(0)
watch(chosen, () => {
  world.value = 0
})
watch([chosen, world], ([name, at]) =>
  act(async () => {
    const document = await api<ExerciseDocument>(`/courses/${courseId}/shelf/${name}/${at}`)
    if (chosen.value === name && world.value === at) emit('take', document)
  }),
)
</script>

<template>
  <div class="shelf" role="radiogroup" aria-label="The shelf">
    <p v-if="!lines && !fault" class="small">Looking …</p>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <section v-for="shelf in shelves" :key="shelf.difficulty" :aria-label="shelf.head">
      <template v-if="shelf.lines.length > 0">
        <h3>{{ shelf.head }}</h3>
        <label v-for="line in shelf.lines" :key="line.name" :class="{ chosen: chosen === line.name }">
          <input v-model="chosen" type="radio" name="shelf" :value="line.name" />
          <span class="card">
            <span class="title">{{ line.title }}</span>
            <span class="about">{{ line.about }}</span>
            <span class="small">{{ factsOf(line) }}</span>
          </span>
        </label>
      </template>
    </section>
  </div>
  <p v-if="worlds.length > 1" class="told small">
    <label
      >Told in the world of
      <select v-model="world" class="slot">
        <option v-for="(other, at) in worlds" :key="other" :value="at">{{ other }}</option>
      </select></label
    >: its names, its case and its samples; rules and points are the same.
  </p>
</template>

<style scoped>
.shelf {
  display: grid;
  gap: 14px;
  max-height: 46vh;
  overflow: auto;
  border-block: 1px solid var(--rule-strong);
  padding: 10px 4px;
}
h3 {
  font: 600 14px var(--font-sans);
  color: var(--soft);
  margin-bottom: 4px;
}
.shelf label {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 7px 8px;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
}
.shelf label:hover,
.chosen {
  background: var(--ground);
}
input {
  accent-color: var(--verdigris);
}
.card {
  display: grid;
  gap: 1px;
}
.title {
  font: 600 16px var(--font-serif);
}
.told {
  margin-top: 8px;
}
.fault {
  color: var(--madder);
}
</style>

<script setup lang="ts">
import {
  LEVELS,
  atLevel,
  checkDiagram,
  stepsToLevel,
  withRoom,
  type Diagram,
  type Level,
} from '@nomenklatura/core/diagram'

/**
 * The level, as steps: going down hides, going up shows what it asks for and takes what is agreed to, as one
 * change.
 */
const {
  diagram,
  asked,
  offers = true,
  readonly = false,
} = defineProps<{
  diagram: Diagram
  /** The level that is to be reached. */
  asked: Level
  /** Whether what it asks for is offered; else only the level changes, and all is for the student to draw. */
  offers?: boolean
  readonly?: boolean
}>()
const emit = defineEmits<{ change: [diagram: Diagram] }>()

const WORDS: Readonly<Record<Level, string>> = {
  conceptual: 'Conceptual',
  logical: 'Logical',
  physical: 'Physical',
}
/** What the level asks for and is not there. */
const missing = computed(() =>
  Object.fromEntries(
    LEVELS.map(level => {
      const codes = checkDiagram({ ...diagram, level }).map(({ code }) => code)
      const count = (...of: readonly string[]): number => codes.filter(code => of.includes(code)).length
      const parts = {
        conceptual: [[count('diagram.end-open'), 'answer']],
        logical: [
          [count('junction.unresolved', 'diagram.several-unresolved'), 'card'],
          [count('diagram.no-type'), 'type'],
        ],
        physical: [[count('diagram.no-size'), 'size']],
      }[level] as [number, string][]
      return [
        level,
        diagram.entities.length === 0
          ? ''
          : parts
              .filter(([number]) => number > 0)
              .map(([number, what]) => countOf(number, what))
              .join(', '),
      ]
    }),
  ),
)
const goal = ref<Level>()
const steps = computed(() => (goal.value ? stepsToLevel(diagram, goal.value) : []))
const refused = ref(new Set<string>())
function turn(level: Level): void {
  if (readonly || level === diagram.level) return
  refused.value = new Set()
  const isUp = LEVELS.indexOf(level) > LEVELS.indexOf(diagram.level)
  if (offers && isUp && stepsToLevel(diagram, level).length > 0) goal.value = level
  else emit('change', { ...diagram, level })
}
const agreed = computed(() => steps.value.filter(({ id }) => !refused.value.has(id)))
/** Cards grow with their level, and new ones come: none may lie on another. */
const preview = computed(() => (goal.value ? withRoom(atLevel(diagram, goal.value, agreed.value)) : diagram))
function take(): void {
  if (!goal.value) return
  emit('change', preview.value)
  goal.value = undefined
}
function toggle(id: string): void {
  const next = new Set(refused.value)
  if (!next.delete(id)) next.add(id)
  refused.value = next
}
</script>

<template>
  <div class="levels small" role="group" aria-label="Level">
    <template v-for="(level, i) in LEVELS" :key="level"
      ><span v-if="i > 0" aria-hidden="true" class="soft">—</span
      ><button
        type="button"
        :aria-pressed="diagram.level === level"
        :disabled="readonly"
        @click="turn(level)"
      >
        {{ WORDS[level]
        }}<span v-if="level === diagram.level && missing[level]" class="soft">
          · {{ missing[level] }} missing</span
        ><span
          v-else-if="level === asked && LEVELS.indexOf(asked) > LEVELS.indexOf(diagram.level)"
          class="soft"
        >
          · asked for</span
        >
      </button></template
    >
    <UModal
      :open="goal !== undefined"
      :title="`Go up to the ${goal} level`"
      description="Take what you agree with; the rest can be drawn later."
      :ui="{ content: 'max-w-4xl', body: 'min-h-0 overflow-y-auto' }"
      @update:open="goal = undefined"
    >
      <template #body>
        <form id="level-proposal" class="proposal" @submit.prevent="take">
          <ul>
            <li v-for="step in steps" :key="step.id">
              <label class="serif"
                ><input type="checkbox" :checked="!refused.has(step.id)" @change="toggle(step.id)" />
                {{ step.sentence }}</label
              >
            </li>
          </ul>
          <DiagramPicture :diagram="preview" label="How it would look" />
        </form>
      </template>
      <template #footer>
        <UButton type="submit" form="level-proposal" autofocus
          >Take {{ agreed.length === steps.length ? 'all' : agreed.length }}</UButton
        ><UButton variant="ghost" color="neutral" @click="goal = undefined">Stay</UButton>
      </template>
    </UModal>
  </div>
</template>

<style scoped>
.levels {
  display: flex;
  gap: 7px;
  align-items: baseline;
}
.levels > button {
  color: var(--soft);
  cursor: pointer;
  font-weight: 600;
  border-bottom: 2px solid transparent;
  padding-bottom: 1px;
}
.levels > button[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
.levels > button:disabled {
  cursor: default;
}
.levels .soft {
  font-weight: 400;
}
.proposal {
  display: grid;
  gap: 12px;
}
.proposal ul {
  max-height: 26vh;
  overflow-y: auto;
}
.proposal :deep(.host svg) {
  max-height: 40vh;
  margin: 0 auto;
}
.proposal li {
  padding: 3px 0;
}
.proposal input {
  margin-right: 8px;
}
</style>

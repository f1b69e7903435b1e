<script setup lang="ts">
import { NEW_TASK, PRACTICE_LEVELS, type PracticeLevel } from '@nomenklatura/core/claims'
import { practiceExercise, type ExerciseDocument } from '@nomenklatura/core/exercise'
import {
  exerciseFromPlain,
  looksLikeRelations,
  readPlainExercise,
  readRelations,
} from '@nomenklatura/core/formats'
import { writeScript } from '@nomenklatura/core/sql'
import type { CourseAnswer, CourseLine, ExerciseSetting } from '#shared/answers'

/** A new exercise: a title, and a script if there is one; the rule sheet is then proposed from it. */
const { courseId, isFirst } = defineProps<{ courseId: string; isFirst: boolean }>()
const emit = defineEmits<{ leave: [] }>()
const SCRIPT_HELP =
  'Paste the CREATE TABLE statements of your answer, or its relations as TRIP(_trip_no_, day, site → SITE):' +
  ' the rules are proposed from it.'
const title = ref('')
const script = ref('')
/**
 * From a script, from nothing, a plain text, a table of rows, a relation and its dependencies, a task made up by a number, the shelf,
 * a file, or an exercise there is.
 */
const way = ref<'script' | 'case' | 'text' | 'rows' | 'relation' | 'fresh' | 'shelf' | 'file' | 'copy'>(
  'script',
)
const LEAF = {
  script: '',
  case: '',
  text: '',
  rows: '?leaf=brief&part=rows',
  relation: '?leaf=answer',
  fresh: '?leaf=answer',
  shelf: '',
  file: '',
  copy: '',
} as const
/** Relations are taken for a script as well: `TRIP(trip_no, day, site → SITE)`. */
const relations = computed(() =>
  script.value.trim() !== '' && looksLikeRelations(script.value) ? readRelations(script.value) : undefined,
)
const text = ref('')
const plain = computed(() => (text.value.trim() === '' ? undefined : readPlainExercise(text.value)))
watch(plain, now => {
  if (title.value.trim() === '' && now) title.value = now.title
})
/** What was understood of what was written, in sentences. */
const understood = computed(() => {
  if (way.value === 'text') return plain.value?.understood ?? []
  return way.value === 'script' ? (relations.value?.understood ?? []) : []
})
/** The whole exercise that is to come in, and where it comes from. */
const whole = shallowRef<ExerciseDocument>()
const readFault = ref('')

async function readFile(event: Event): Promise<void> {
  const [file] = (event.target as HTMLInputElement).files ?? []
  whole.value = undefined
  readFault.value = ''
  if (!file) return
  const read = exerciseFromText(await file.text())
  if ('fault' in read) readFault.value = `${file.name}: ${read.fault}`
  else takeWhole(read.document)
}
/** The title of what was chosen, as long as no other was typed. */
function takeFromShelf(document: ExerciseDocument): void {
  if (title.value.trim() === whole.value?.title) title.value = ''
  takeWhole(document)
}
function takeWhole(document: ExerciseDocument): void {
  whole.value = document
  if (title.value.trim() === '') title.value = document.title
}
/** Exercises of all courses that one teaches. */
const others = shallowRef<readonly { readonly id: string; readonly name: string }[]>()
async function listOthers(): Promise<void> {
  if (others.value) return
  const courses = await api<CourseLine[]>('/courses')
  const taught = await Promise.all(
    courses.filter(({ role }) => role !== 'student').map(({ id }) => api<CourseAnswer>(`/courses/${id}`)),
  )
  others.value = taught.flatMap(course =>
    course.exercises.map(({ id, title: own }) => ({ id, name: `${own} (${course.name})` })),
  )
}
/** The dates of what is copied: they can be taken along, so many weeks later. */
const copied = shallowRef<ExerciseSetting>()
const withDates = ref(true)
const weeks = ref(0)
const copyOf = (id: string): Promise<boolean> =>
  act(async () => {
    copied.value = await api<ExerciseSetting>(`/exercises/${id}/setting`)
    weeks.value = weeksUntilAhead(copied.value.schedule.dueAt)
    takeWhole(copied.value.document)
  })
const hasDates = computed(() => {
  const { dueAt, opensAt } = copied.value?.schedule ?? {}
  return Boolean(dueAt ?? opensAt)
})
const later = computed(() =>
  copied.value && Number.isInteger(weeks.value) && weeks.value >= 0 && weeks.value <= MOST_WEEKS
    ? weeksLater(copied.value.schedule, weeks.value, copied.value.course.timeZone)
    : undefined,
)
const MOST_WEEKS = 520
watch(way, now => {
  whole.value = undefined
  copied.value = undefined
  readFault.value = ''
  if (now === 'copy') void act(listOthers)
})
const isWhole = computed(() => ['fresh', 'shelf', 'file', 'copy'].includes(way.value))
const { fault, busy, act } = useAct()

/** A task made up by its number: the same number gives the same. */
const level = ref<PracticeLevel>('medium')
const number = ref(1)
const practice = computed(() =>
  way.value === 'fresh' && Number.isInteger(number.value) && number.value >= 1
    ? practiceExercise(level.value, number.value)
    : undefined,
)
watch(practice, (now, before) => {
  if (title.value.trim() === '' || title.value === before?.title) title.value = now?.title ?? ''
})

function contentOf(): object {
  switch (way.value) {
    case 'copy':
      return {
        document: whole.value,
        ...(hasDates.value && withDates.value && later.value ? { schedule: later.value } : {}),
      }
    case 'fresh':
      return { document: practice.value }
    case 'shelf':
    case 'file':
      return { document: whole.value }
    case 'text':
      return plain.value ? { document: exerciseFromPlain(plain.value, title.value.trim()) } : {}
    case 'case':
      return { script: '' }
    case 'script':
      return {
        script: relations.value
          ? writeScript(relations.value.schema, { to: 'postgresql' }).text
          : script.value,
      }
    default:
      return { relation: NEW_TASK }
  }
}
const begin = (): Promise<boolean> =>
  act(async () => {
    const { id } = await api<{ id: string }>(`/courses/${courseId}/exercises`, {
      method: 'POST',
      body: {
        title: title.value,
        ...contentOf(),
      },
    })
    await navigateTo(`/exercises/${id}/set${LEAF[way.value]}`)
  })
</script>

<template>
  <form class="paper" @submit.prevent="begin">
    <h2>{{ isFirst ? 'Set the first exercise.' : 'A new exercise' }}</h2>
    <UFormField label="Title"
      ><UInput v-model="title" required maxlength="120" autofocus placeholder="Exchange with partner gardens"
    /></UFormField>
    <div class="kinds" role="radiogroup" aria-label="From what">
      <label><input v-model="way" type="radio" value="script" /> from a script I have</label>
      <label><input v-model="way" type="radio" value="case" /> from nothing: I write the case first</label>
      <label
        ><input v-model="way" type="radio" value="text" /> from an exercise I have as text: case, solution,
        points, in one paste</label
      >
      <label
        ><input v-model="way" type="radio" value="rows" /> from a table of rows: somebody’s spreadsheet, to be
        read, split and described</label
      >
      <label
        ><input v-model="way" type="radio" value="relation" /> from a relation and its dependencies: keys,
        normal forms, a split</label
      >
      <label
        ><input v-model="way" type="radio" value="fresh" /> a fresh task on dependencies: as many as you like,
        as hard as you wish</label
      >
      <label
        ><input v-model="way" type="radio" value="shelf" /> from the shelf: ready exercises from easy to hard,
        each tried with typical mistakes</label
      >
      <label
        ><input v-model="way" type="radio" value="file" /> from a file that an exercise was taken out
        as</label
      >
      <label
        ><input v-model="way" type="radio" value="copy" /> from an exercise there is, of this course or
        another</label
      >
    </div>
    <UFormField
      v-if="way === 'text'"
      label="The exercise"
      help="A first line is its title; statements or relations are its solution; lines that end in points are its points; all else is the case."
    >
      <UTextarea v-model="text" :rows="12" class="script" />
    </UFormField>
    <UFormField
      v-if="way === 'file'"
      label="The file"
      help="An exercise as JSON, as the command line reads it."
    >
      <input type="file" accept=".json,application/json" aria-label="The file" @change="readFile" />
    </UFormField>
    <UFormField
      v-if="way === 'copy'"
      label="The exercise"
      help="Brief, answers, rules and points are copied, and dates where they are taken along."
    >
      <select
        class="slot"
        value=""
        aria-label="The exercise"
        @change="copyOf(($event.target as HTMLSelectElement).value)"
      >
        <option value="" disabled>{{ others ? 'choose …' : 'Looking …' }}</option>
        <option v-for="other in others" :key="other.id" :value="other.id">{{ other.name }}</option>
      </select>
    </UFormField>
    <div v-if="way === 'fresh'" class="fresh">
      <label class="small"
        >how hard
        <select v-model="level" class="slot" aria-label="How hard">
          <option v-for="one in PRACTICE_LEVELS" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
      <label class="small"
        >number
        <input v-model.number="number" type="number" min="1" max="999999" class="slot" aria-label="Number"
      /></label>
      <button type="button" class="plain small" @click="number = Math.max(1, Math.floor(number) || 0) + 1">
        Another
      </button>
      <pre v-if="practice?.relation" aria-label="The task" class="mono small">{{
        `${practice.relation.attributes.join(', ')}\n\n${practice.relation.dependencies.replaceAll('->', '→')}`
      }}</pre>
    </div>
    <ShelfChoice v-if="way === 'shelf'" :course-id="courseId" @take="takeFromShelf" />
    <p v-if="copied && hasDates" class="small dates">
      <label><input v-model="withDates" type="checkbox" /> with its dates,</label>
      <label
        ><input
          v-model.number="weeks"
          type="number"
          min="0"
          :max="MOST_WEEKS"
          class="slot"
          :disabled="!withDates"
        />
        weeks later</label
      ><template v-if="withDates && later?.dueAt"
        >: due {{ timeInWords(later.dueAt, copied.course.timeZone) }}</template
      >
    </p>
    <p v-if="whole" role="status" class="small">
      {{ whole.title }}: {{ countOf(whole.rules.length, 'rule') }},
      {{ countOf(whole.models.length, 'model answer') }}.
    </p>
    <p v-if="readFault" role="alert" class="fault">{{ readFault }}</p>
    <UFormField v-if="way === 'script'" label="The script" :help="SCRIPT_HELP">
      <UTextarea v-model="script" :rows="7" class="script" spellcheck="false" />
    </UFormField>
    <div v-if="understood.length > 0" role="status" class="small understood">
      <ul aria-label="What was understood">
        <li v-for="one in understood" :key="one">{{ one }}</li>
      </ul>
    </div>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <div class="ways">
      <UButton type="submit" :loading="busy" :disabled="isWhole && !whole && !practice">Begin</UButton>
      <UButton v-if="!isFirst" variant="ghost" color="neutral" @click="emit('leave')">Leave it</UButton>
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 16px;
  padding: 22px 26px;
  margin-bottom: 28px;
  max-width: 760px;
}
.script :deep(textarea) {
  font-family: var(--font-mono);
  font-size: 13px;
}
.kinds {
  display: grid;
  gap: 4px;
}
.kinds label {
  display: flex;
  gap: 7px;
  align-items: baseline;
}
.kinds input {
  accent-color: var(--verdigris);
}
.ways {
  display: flex;
  gap: 10px;
}
.fresh {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: baseline;
}
.fresh pre {
  flex-basis: 100%;
  border-left: 2px solid var(--verdigris);
  padding-left: 12px;
  white-space: pre-wrap;
}
.fresh input[type='number'],
.dates input[type='number'] {
  width: 64px;
}
.fault {
  color: var(--madder);
}
.understood {
  border-left: 2px solid var(--verdigris);
  padding-left: 12px;
}
</style>

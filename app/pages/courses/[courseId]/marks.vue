<script setup lang="ts">
import type { CourseScheme } from '@nomenklatura/core/marking'
import type { CourseMarksAnswer } from '#shared/answers'

/** Students by exercises: weights, the best of them, a scale of grades; sorted, by section, as a table to be saved. */
const route = useRoute('courses-courseId-marks')
const courseId = computed(() => route.params.courseId)
const {
  answer: marks,
  error,
  code,
  reload,
} = useAnswer<CourseMarksAnswer>(() => `/courses/${courseId.value}/marks`)
const isInstructor = computed(() => marks.value?.role === 'instructor')
const { fault, busy, act } = useAct()
const said = ref('')

async function change(part: Partial<CourseScheme>): Promise<void> {
  const { scheme, number } = marks.value!
  said.value = ''
  const isDone = await act(async () => {
    marks.value = await api<CourseMarksAnswer>(`/courses/${courseId.value}/marks/scheme`, {
      method: 'PUT',
      body: { scheme: { ...scheme, ...part }, base: number },
    })
  })
  if (isDone) said.value = 'Saved.'
  else await reload()
}
const numberIn = (event: Event): number => Number((event.target as HTMLInputElement).value)
const weightOf = (id: string): number => marks.value?.scheme.weights[id] ?? 1
function weigh(id: string, event: Event): void {
  const weight = Math.min(1000, Math.max(0, numberIn(event) || 0))
  void change({ weights: { ...marks.value!.scheme.weights, [id]: weight } })
}
function takeBest(event: Event): void {
  const best = Math.round(numberIn(event))
  void change({ best: best >= 1 ? Math.min(200, best) : null })
}

/* The scale as lines that can be typed: "90 very good" */
const scaleText = ref('')
watch(
  () => marks.value?.scheme.scale,
  scale => {
    scaleText.value = [...(scale ?? [])]
      .sort((a, b) => b.from - a.from)
      .map(({ from, grade }) => `${from} ${grade}`)
      .join('\n')
  },
  { immediate: true },
)
const readScale = computed(() => {
  const lines = scaleText.value
    .split('\n')
    .map(line => line.trim())
    .filter(line => line !== '')
  const read = lines.map(line => /^(\d{1,3}(?:[.,]\d+)?)(?: ?%)? (\S.{0,19})$/.exec(line))
  return {
    scale: read.flatMap(found =>
      found && Number(found[1]!.replace(',', '.')) <= 100
        ? [{ from: Number(found[1]!.replace(',', '.')), grade: found[2]!.trim() }]
        : [],
    ),
    faults: lines.filter((_, i) => {
      const found = read[i]
      return !found || Number(found[1]!.replace(',', '.')) > 100
    }),
  }
})
const keepScale = (): void => {
  if (readScale.value.faults.length === 0) void change({ scale: readScale.value.scale })
}

/* What is shown, and in which order */
const section = ref('')
const sections = computed(() =>
  [...new Set((marks.value?.students ?? []).flatMap(student => student.section ?? []))].sort(),
)
const sought = ref('')
type Order = 'name' | 'total' | number
const order = ref<Order>('name')
const falling = ref(false)
function sortBy(next: Order): void {
  falling.value = order.value === next ? !falling.value : next !== 'name'
  order.value = next
}
const valueOf = (student: CourseMarksAnswer['students'][number]): number =>
  order.value === 'total' ? (student.percent ?? -1) : (student.marks[order.value as number]?.got ?? -1)
const students = computed(() => {
  const wanted = sought.value.trim().toLowerCase()
  const shown = (marks.value?.students ?? []).filter(
    student =>
      (section.value === '' || student.section === section.value) &&
      student.name.toLowerCase().includes(wanted),
  )
  const by = order.value === 'name' ? undefined : valueOf
  const sorted = by
    ? shown.toSorted((a, b) => by(a) - by(b))
    : shown.toSorted((a, b) => a.name.localeCompare(b.name, 'en'))
  return falling.value ? sorted.toReversed() : sorted
})
const sortWord = (of: Order) => (order.value === of ? (falling.value ? 'descending' : 'ascending') : 'none')
const mean = computed(() => {
  const all = students.value.flatMap(({ percent }) => percent ?? [])
  return all.length === 0 ? null : Math.round((10 * all.reduce((a, b) => a + b, 0)) / all.length) / 10
})
const countsNow = computed(
  () => marks.value?.exercises.filter(({ id, counts }) => counts && weightOf(id) > 0).length ?? 0,
)
</script>

<template>
  <div>
    <TopLine
      title="Marks of the course"
      :crumbs="marks ? [{ name: marks.course.name, to: `/courses/${marks.course.id}` }] : []"
    >
      <template v-if="marks" #state>
        <span role="status" class="soft">{{ busy ? 'Saving …' : said }}</span>
        <a :href="`/api/courses/${courseId}/marks/file`" download class="plain">Save as CSV</a>
      </template>
    </TopLine>
    <PageState v-if="!marks" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="marks">
      <section v-if="marks.exercises.length === 0" class="empty paper">
        <h2>Nothing to put together yet</h2>
        <p class="serif">Marks stand here as soon as an exercise is published.</p>
      </section>
      <template v-else>
        <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
        <p class="serif rule">
          The mark of the course is the mean of
          <template v-if="isInstructor"
            >the best
            <input
              type="number"
              class="slot short"
              min="1"
              max="200"
              :value="marks.scheme.best ?? ''"
              placeholder="all"
              aria-label="So many of the exercises count; empty: all"
              @change="takeBest"
            />
            of</template
          ><template v-else-if="marks.scheme.best">the best {{ marks.scheme.best }} of</template>
          {{ countOf(countsNow, 'exercise') }} that {{ countsNow === 1 ? 'is' : 'are' }} closed, in per cent
          of their points, by the weights below. Nothing handed in is 0; what is open counts nothing.
          <template v-if="mean !== null">On average {{ mean }} %.</template>
        </p>
        <p class="small find">
          <label
            >Find <input v-model="sought" type="search" class="slot" aria-label="Find a student"
          /></label>
          <label v-if="sections.length > 0"
            >Section
            <select v-model="section" class="slot">
              <option value="">all</option>
              <option v-for="one in sections" :key="one" :value="one">{{ one }}</option>
            </select></label
          >
          <span role="status" class="soft">{{ students.length }} of {{ marks.students.length }}</span>
        </p>
        <div class="grid" tabindex="0" role="region" aria-label="Students by exercises">
          <table>
            <thead>
              <tr>
                <th scope="col" :aria-sort="sortWord('name')" class="who">
                  <button type="button" @click="sortBy('name')">Student</button>
                </th>
                <th v-if="sections.length > 0" scope="col">Section</th>
                <th
                  v-for="(exercise, i) in marks.exercises"
                  :key="exercise.id"
                  scope="col"
                  :aria-sort="sortWord(i)"
                  class="number"
                >
                  <button type="button" @click="sortBy(i)">{{ exercise.title }}</button>
                </th>
                <th scope="col" :aria-sort="sortWord('total')" class="number">
                  <button type="button" @click="sortBy('total')">Per cent</button>
                </th>
                <th v-if="marks.scheme.scale.length > 0" scope="col">Grade</th>
              </tr>
              <tr class="weights">
                <th scope="row">weight</th>
                <td v-if="sections.length > 0" />
                <td v-for="exercise in marks.exercises" :key="exercise.id" class="number">
                  <input
                    v-if="isInstructor"
                    type="number"
                    class="slot short"
                    min="0"
                    max="1000"
                    step="any"
                    :value="weightOf(exercise.id)"
                    :aria-label="`Weight of ${exercise.title}`"
                    @change="weigh(exercise.id, $event)"
                  /><template v-else>{{ weightOf(exercise.id) }}</template>
                  <span class="soft tiny state">{{
                    exercise.counts ? `of ${exercise.of}` : `of ${exercise.of}, not closed yet`
                  }}</span>
                </td>
                <td />
                <td v-if="marks.scheme.scale.length > 0" />
              </tr>
            </thead>
            <tbody>
              <tr v-for="student in students" :key="student.id">
                <th scope="row" class="who">{{ student.name }}</th>
                <td v-if="sections.length > 0" class="soft">{{ student.section ?? '' }}</td>
                <td
                  v-for="(exercise, i) in marks.exercises"
                  :key="exercise.id"
                  class="number"
                  :class="{ out: exercise.counts && !student.counted.includes(exercise.id) }"
                >
                  <NuxtLink v-if="student.marks[i]" :to="`/exercises/${exercise.id}/people/${student.id}`"
                    >{{ pointsText(student.marks[i]!.got)
                    }}<span v-if="student.marks[i]!.open > 0" class="open"
                      >+{{ pointsText(student.marks[i]!.open) }}</span
                    ></NuxtLink
                  ><span v-else class="soft" aria-label="nothing">–</span>
                </td>
                <td class="number total">{{ student.percent === null ? '' : `${student.percent} %` }}</td>
                <td v-if="marks.scheme.scale.length > 0" class="grade">{{ student.grade ?? '' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <section v-if="isInstructor" class="scale" aria-label="Grades">
          <h2>Grades</h2>
          <p class="soft small">
            A line for each: from how many per cent on, and the grade, as “90 very good”.
          </p>
          <textarea v-model="scaleText" rows="5" aria-label="Scale of grades" @change="keepScale" />
          <p v-if="readScale.faults.length > 0" class="fault small" role="status">
            Not understood: {{ readScale.faults.join('; ') }}. A number from 0 to 100, then the grade.
          </p>
        </section>
      </template>
      <KeysSlip :keys="[]" />
    </main>
  </div>
</template>

<style scoped>
.marks {
  max-width: 1280px;
  margin: 0 auto;
  padding: 22px 22px 60px;
}
.empty {
  padding: 22px 26px;
  max-width: 560px;
}
.rule {
  font-size: 18px;
  line-height: 1.6;
  max-width: 940px;
}
.short {
  width: 64px;
}
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  margin: 10px 0;
}
.grid {
  overflow: auto;
  max-height: 70vh;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
}
table {
  border-collapse: separate;
  border-spacing: 0;
  width: 100%;
  font-size: 14px;
}
th,
td {
  border-bottom: 1px solid var(--rule);
  padding: 6px 12px;
  text-align: left;
  vertical-align: baseline;
}
thead tr:first-child th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  z-index: 2;
  font-weight: 600;
}
thead button {
  font-weight: 650;
  cursor: pointer;
  text-align: inherit;
  overflow-wrap: anywhere;
}
[aria-sort='ascending'] button::after {
  content: ' ↑';
}
[aria-sort='descending'] button::after {
  content: ' ↓';
}
.weights th,
.weights td {
  background: var(--ground);
  font-weight: 400;
  color: var(--soft);
}
.state {
  display: block;
}
.who {
  position: sticky;
  left: 0;
  background: var(--sheet);
  z-index: 1;
  font-weight: 400;
}
thead .who {
  z-index: 3;
}
.number {
  text-align: right;
  white-space: nowrap;
}
thead th.number {
  white-space: normal;
  min-width: 96px;
}
.out {
  color: var(--soft);
  text-decoration: line-through;
}
.out a {
  color: inherit;
}
td a:hover {
  text-decoration: underline;
}
.open {
  color: var(--ochre);
}
.total {
  font-weight: 650;
}
.grade {
  white-space: nowrap;
}
.scale {
  margin-top: 26px;
  max-width: 460px;
  display: grid;
  gap: 6px;
}
.scale textarea {
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  color: var(--ink);
  padding: 6px 8px;
}
.fault {
  color: var(--madder);
}
</style>

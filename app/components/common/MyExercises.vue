<script setup lang="ts">
import type { CourseAnswer, ExerciseLine, MyState } from '#shared/answers'

/** A student's exercises of one course: what is due next first, what is handed in and marked below. */
const { courseId, heading = true } = defineProps<{ courseId: string; heading?: boolean }>()
const { answer: course, error, reload } = useAnswer<CourseAnswer>(() => `/courses/${courseId}`)

const due = (line: ExerciseLine): number => (line.mine?.dueAt ? Date.parse(line.mine.dueAt) : Infinity)
const groups = computed(() => {
  const lines = course.value?.exercises ?? []
  const marked = lines.filter(({ mine }) => mine?.points || mine?.takenBack)
  const handedIn = lines.filter(line => !marked.includes(line) && line.mine?.handedInAt)
  const rest = lines
    .filter(line => !marked.includes(line) && !handedIn.includes(line))
    .sort((a, b) => due(a) - due(b))
  const closed = rest.filter(line => due(line) + line.lateDays * 86_400_000 < Date.now())
  const open = rest.filter(line => !closed.includes(line))
  return [
    { name: 'To do', lines: open },
    { name: 'Handed in', lines: handedIn },
    { name: 'Marked', lines: marked },
    { name: 'Closed', lines: closed },
  ].filter(group => group.lines.length > 0)
})

/** Whose turn it is with a hand-in; nobody's once its marks are told. */
function whereIs({ points, isAtInstructor }: MyState): string {
  if (points) return ''
  return ` · ${isAtInstructor ? 'your instructor is looking at it' : 'with your instructor'}`
}

function stateOf({ mine, opensAt }: ExerciseLine): string {
  const zone = course.value!.timeZone
  if (!mine) return ''
  if (mine.takenBack) return 'Marks are being looked at again'
  if (mine.handedInAt)
    return `${mine.isAutomatic ? 'handed in for you' : 'handed in'} ${timeInWords(mine.handedInAt, zone)}, ${mine.attemptsUsed} of ${mine.attempts}${whereIs(mine)}`
  if (opensAt && Date.parse(opensAt) > Date.now()) return `opens ${timeInWords(opensAt, zone)}`
  if (mine.dueAt && Date.parse(mine.dueAt) < Date.now()) return `closed ${timeInWords(mine.dueAt, zone)}`
  return `${mine.begun ? 'begun' : 'not begun'}${mine.dueAt ? ` · due ${timeInWords(mine.dueAt, zone)}` : ''}`
}
</script>

<template>
  <section>
    <p v-if="error" role="alert">
      {{ error }} <button type="button" class="plain" @click="reload">Try again</button>
    </p>
    <template v-if="course">
      <p v-if="heading" class="soft course">{{ course.name }}</p>
      <div v-if="course.exercises.length === 0" class="empty paper serif">
        Nothing is set yet. You will find exercises here when your instructor publishes one.
      </div>
      <div v-for="group in groups" :key="group.name" class="group">
        <h2>{{ group.name }}</h2>
        <ul>
          <li v-for="line in group.lines" :key="line.id">
            <div>
              <NuxtLink
                :to="line.mine?.points ? `/hand-ins/${line.mine.handInId}` : `/exercises/${line.id}/work`"
                class="serif name"
                >{{ line.title }}</NuxtLink
              >
              <p class="soft small">
                {{ stateOf(line) }}<template v-if="!line.mine?.points"> · {{ line.helpLevel }}</template>
              </p>
            </div>
            <strong v-if="line.mine?.points" class="serif points"
              >{{ pointsText(line.mine.points.got) }}
              <span class="soft">of {{ pointsText(line.mine.points.of) }}</span></strong
            >
            <span v-else class="soft small">{{ line.points }} points</span>
          </li>
        </ul>
      </div>
    </template>
  </section>
</template>

<style scoped>
.course {
  margin-bottom: 10px;
}
.empty {
  padding: 22px 26px;
  max-width: 620px;
}
.group {
  margin-bottom: 28px;
}
ul {
  margin-top: 8px;
  border-top: 1px solid var(--rule-strong);
}
li {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 16px;
  padding: 12px 4px;
  border-bottom: 1px solid var(--rule);
}
.name {
  font-size: 19px;
  font-weight: 600;
}
.name:hover {
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-thickness: 1px;
}
.points {
  font-size: 19px;
  white-space: nowrap;
}
.points span {
  font-weight: 400;
  font-size: 15px;
}
</style>

<script setup lang="ts">
import type { CourseAnswer, ExerciseLine } from '#shared/answers'

const route = useRoute('courses-courseId')
const courseId = computed(() => route.params.courseId)
const { answer: course, error, code, reload } = useAnswer<CourseAnswer>(() => `/courses/${courseId.value}`)
const isStaff = computed(() => course.value && course.value.role !== 'student')
const isInstructor = computed(() => course.value?.role === 'instructor')
const setting = ref(false)
const PUT_AWAY =
  'Nobody reaches the course and its exercises any more, students neither.' +
  ' Nothing is lost: you find it under Courses, and can take it out again.'

function stateOf(line: ExerciseLine): string {
  const zone = course.value!.timeZone
  const { counts } = line
  if (line.state === 'draft') return 'draft, nobody sees it'
  const due = line.dueAt
    ? Date.parse(line.dueAt) > Date.now()
      ? `due ${timeInWords(line.dueAt, zone)}`
      : `closed ${timeInWords(line.dueAt, zone)}`
    : 'no date'
  if (!counts || counts.handedIn === 0) return `${due} · ${counts?.begun ?? 0} begun`
  return `${due} · ${counts.begun} begun · ${counts.handedIn} handed in`
}

function markingOf({ counts, state }: ExerciseLine): string {
  if (state === 'draft' || !counts || counts.handedIn === 0) return ''
  if (counts.marked < counts.handedIn) return `being marked, ${counts.marked} of ${counts.handedIn}`
  if (counts.released === counts.handedIn) return 'released'
  return counts.released > 0 ? `${counts.released} of ${counts.handedIn} released` : 'marked, not released'
}
</script>

<template>
  <div>
    <TopLine :title="course?.name ?? 'Course'" />
    <PageState v-if="!course" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="page">
      <MyExercises v-if="!isStaff" :course-id="course.id" :heading="false" />
      <template v-else>
        <NewExercise
          v-if="isInstructor && (setting || course.exercises.length === 0)"
          :course-id="course.id"
          :is-first="course.exercises.length === 0"
          @leave="setting = false"
        />
        <div v-if="course.exercises.length > 0" class="head">
          <h2>Exercises</h2>
          <UButton v-if="isInstructor && !setting" @click="setting = true">Set an exercise</UButton>
        </div>
        <ul v-if="course.exercises.length > 0" class="exercises">
          <li v-for="(line, i) in course.exercises" :key="line.id">
            <span class="soft position">{{ i + 1 }}</span>
            <div class="what">
              <NuxtLink
                :to="line.counts?.handedIn ? `/exercises/${line.id}/desk` : `/exercises/${line.id}/set`"
                class="serif name"
                >{{ line.title }}</NuxtLink
              >
              <p class="soft small">{{ stateOf(line) }} · {{ line.helpLevel }} · {{ line.points }} points</p>
            </div>
            <span class="small marking">{{ markingOf(line) }}</span>
            <nav class="small" :aria-label="line.title">
              <NuxtLink :to="`/exercises/${line.id}/set`" class="plain">Set</NuxtLink>
              <NuxtLink :to="`/exercises/${line.id}/desk`" class="plain">Desk</NuxtLink>
              <NuxtLink :to="`/exercises/${line.id}/ledger`" class="plain">Ledger</NuxtLink>
            </nav>
          </li>
        </ul>
        <p class="small people">
          <NuxtLink :to="`/courses/${course.id}/people`" class="plain"
            >{{ countOf(course.students, 'student') }} and who else is here</NuxtLink
          >
          <NuxtLink :to="`/courses/${course.id}/marks`" class="plain">Marks of the course</NuxtLink>
          <PutAwayButton
            v-if="isInstructor"
            :path="`/courses/${course.id}/archived`"
            method="PUT"
            what="the course"
            :name="course.name"
            :follows="PUT_AWAY"
            @done="navigateTo('/')"
          />
        </p>
        <PutAwayList
          v-if="isInstructor"
          :path="`/courses/${course.id}/archived`"
          what="exercise"
          @out="reload"
        />
      </template>
      <KeysSlip :keys="[]" />
    </main>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.exercises {
  margin: 10px 0 28px;
  border-top: 1px solid var(--rule-strong);
}
.exercises li {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto auto;
  align-items: baseline;
  gap: 6px 20px;
  padding: 13px 4px;
  border-bottom: 1px solid var(--rule);
}
.name {
  font-size: 19px;
  font-weight: 600;
  overflow-wrap: anywhere;
}
.name:hover {
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-thickness: 1px;
}
nav {
  display: flex;
  gap: 16px;
}
.people {
  margin-top: 20px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 26px;
}
@media (max-width: 760px) {
  .exercises li {
    grid-template-columns: 28px 1fr;
  }
  .marking,
  nav {
    grid-column: 2;
  }
}
</style>

<script setup lang="ts">
import type { CourseLine } from '#shared/answers'

const { answer: courses, error, code, reload } = useAnswer<CourseLine[]>(() => '/courses')
const session = useSessionStore()
const name = ref('')
const beginning = ref(false)
const fault = ref('')
const teaches = computed(() => courses.value?.filter(({ role }) => role !== 'student') ?? [])
const attends = computed(() => courses.value?.filter(({ role }) => role === 'student') ?? [])
/** Somebody who only attends sees exercises; anybody may begin a course. */
const isNew = computed(() => courses.value?.length === 0)

async function begin(): Promise<void> {
  try {
    const { id } = await api<{ id: string }>('/courses', { method: 'POST', body: { name: name.value } })
    await navigateTo(`/courses/${id}`)
  }
  catch (problem) {
    fault.value = errorInWords(problem)
  }
}
</script>

<template>
  <div>
    <TopLine :title="attends.length > 0 && teaches.length === 0 ? 'My exercises' : 'Courses'" />
    <PageState v-if="!courses" :error="error" :code="code" @again="reload" />
    <main v-else id="main" class="page">
      <section v-if="isNew" class="empty paper">
        <h2>No course yet.</h2>
        <p class="serif">A course holds your exercises and your students. If you are a student, your instructor adds you to one with the address {{ session.person?.email }}.</p>
      </section>
      <template v-if="teaches.length > 0">
        <h2>You teach</h2>
        <ul class="courses">
          <li v-for="course in teaches" :key="course.id">
            <NuxtLink :to="`/courses/${course.id}`" class="serif name">{{ course.name }}</NuxtLink>
            <span class="soft small">{{ course.role }} · {{ countOf(course.exercises, 'exercise') }} · {{ countOf(course.students, 'student') }}</span>
          </li>
        </ul>
      </template>
      <template v-for="course in attends" :key="course.id">
        <MyExercises :course-id="course.id" />
      </template>
      <form v-if="teaches.length > 0 || isNew" class="begin" @submit.prevent="begin">
        <template v-if="beginning || isNew">
          <UFormField label="Name of the course" class="field"><UInput v-model="name" required autofocus maxlength="120" placeholder="Relational Design, spring term" /></UFormField>
          <UButton type="submit">Begin a course</UButton>
          <p class="fault" role="alert">{{ fault }}</p>
        </template>
        <button v-else type="button" class="plain" @click="beginning = true">Begin another course</button>
      </form>
    </main>
  </div>
</template>

<style scoped>
.empty { padding: 22px 26px; max-width: 620px; margin-bottom: 20px; }
.courses { margin: 8px 0 28px; border-top: 1px solid var(--rule-strong); }
.courses li { display: flex; align-items: baseline; justify-content: space-between; gap: 16px; padding: 13px 0; border-bottom: 1px solid var(--rule); }
.name { font-size: 19px; font-weight: 600; }
.name:hover { text-decoration: underline; text-underline-offset: 4px; text-decoration-thickness: 1px; }
.begin { display: flex; gap: 14px; align-items: end; flex-wrap: wrap; }
.field { width: 340px; }
.fault { color: var(--madder); flex-basis: 100%; }
</style>

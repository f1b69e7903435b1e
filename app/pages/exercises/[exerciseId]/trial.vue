<script setup lang="ts">
import type { FeedbackAnswer } from '#shared/answers'

/** What a student would be told who handed in what stands on the worksheet of a trial. */
const route = useRoute('exercises-exerciseId-trial')
const work = computed(() => `/exercises/${route.params.exerciseId}/work`)
const {
  answer: feedback,
  error,
  code,
  reload,
} = useAnswer<FeedbackAnswer>(() => `/exercises/${route.params.exerciseId}/trial-feedback`)
</script>

<template>
  <div>
    <TopLine
      title="Feedback of a trial"
      :crumbs="
        feedback
          ? [
              { name: feedback.course.name, to: `/courses/${feedback.course.id}` },
              { name: feedback.title, to: work },
            ]
          : []
      "
    />
    <PageState v-if="!feedback" :error="error" :code="code" @again="reload" />
    <FeedbackView v-else :feedback="feedback" hand-in-id="" />
  </div>
</template>

<script setup lang="ts">
import type { FeedbackAnswer } from '#shared/answers'

const route = useRoute('hand-ins-handInId')
const {
  answer: feedback,
  error,
  code,
  reload,
} = useAnswer<FeedbackAnswer>(() => `/hand-ins/${route.params.handInId}/feedback`)
</script>

<template>
  <div>
    <TopLine
      title="Feedback"
      :crumbs="
        feedback
          ? [
              { name: feedback.course.name, to: `/courses/${feedback.course.id}` },
              { name: feedback.title, to: `/exercises/${feedback.exerciseId}/work` },
            ]
          : []
      "
    />
    <PageState
      v-if="!feedback"
      :error="
        code === 'not-found'
          ? 'There is no feedback here. Marks may not be released yet, or are being looked at again.'
          : error
      "
      :code="code"
      @again="reload"
    />
    <FeedbackView
      v-else
      :feedback="feedback"
      :hand-in-id="String(route.params.handInId)"
      @asked="feedback = $event"
    />
  </div>
</template>

<script setup lang="ts">
/** A new exercise: a title, and a script if there is one; the rule sheet is then proposed from it. */
const { courseId, isFirst } = defineProps<{ courseId: string, isFirst: boolean }>()
const emit = defineEmits<{ leave: [] }>()
const title = ref('')
const script = ref('')
const fault = ref('')
const busy = ref(false)

async function begin(): Promise<void> {
  busy.value = true
  try {
    const { id } = await api<{ id: string }>(`/courses/${courseId}/exercises`, { method: 'POST', body: { title: title.value, script: script.value } })
    await navigateTo(`/exercises/${id}/set`)
  }
  catch (problem) {
    fault.value = errorInWords(problem)
  }
  busy.value = false
}
</script>

<template>
  <form class="paper" @submit.prevent="begin">
    <h2>{{ isFirst ? 'Set the first exercise.' : 'A new exercise' }}</h2>
    <UFormField label="Title"><UInput v-model="title" required maxlength="120" autofocus placeholder="Exchange with partner gardens" /></UFormField>
    <UFormField label="From a script I have" help="Paste the CREATE TABLE statements of your answer: the rules are proposed from it. It may also come later.">
      <UTextarea v-model="script" :rows="7" class="script" spellcheck="false" />
    </UFormField>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <div class="ways">
      <UButton type="submit" :loading="busy">Begin</UButton>
      <UButton v-if="!isFirst" variant="ghost" color="neutral" @click="emit('leave')">Leave it</UButton>
    </div>
  </form>
</template>

<style scoped>
form { display: grid; gap: 16px; padding: 22px 26px; margin-bottom: 28px; max-width: 760px; }
.script :deep(textarea) { font-family: var(--font-mono); font-size: 13px; }
.ways { display: flex; gap: 10px; }
.fault { color: var(--madder); }
</style>

<script setup lang="ts">
import { NEW_TASK } from '@nomenklatura/core/claims'

/** A new exercise: a title, and a script if there is one; the rule sheet is then proposed from it. */
const { courseId, isFirst } = defineProps<{ courseId: string; isFirst: boolean }>()
const emit = defineEmits<{ leave: [] }>()
const title = ref('')
const script = ref('')
/** From a script, from a table of rows, or from a relation and its dependencies. */
const way = ref<'script' | 'rows' | 'relation'>('script')
const LEAF = { script: '', rows: '?leaf=brief&part=rows', relation: '?leaf=answer' } as const
const { fault, busy, act } = useAct()

const begin = (): Promise<boolean> =>
  act(async () => {
    const { id } = await api<{ id: string }>(`/courses/${courseId}/exercises`, {
      method: 'POST',
      body: {
        title: title.value,
        ...(way.value === 'script' ? { script: script.value } : { relation: NEW_TASK }),
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
      <label
        ><input v-model="way" type="radio" value="rows" /> from a table of rows: somebody’s spreadsheet, to be
        read, split and described</label
      >
      <label
        ><input v-model="way" type="radio" value="relation" /> from a relation and its dependencies: keys,
        normal forms, a split</label
      >
    </div>
    <UFormField
      v-if="way === 'script'"
      label="The script"
      help="Paste the CREATE TABLE statements of your answer: the rules are proposed from it. It may also come later."
    >
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
.fault {
  color: var(--madder);
}
</style>

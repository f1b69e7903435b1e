<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { MistakeGroup } from '#shared/answers'

/** How a rule was missed, over the class: the same mistake is one group, the largest first. */
const { exerciseId, rule } = defineProps<{
  exerciseId: string
  rule: { readonly id: string; readonly sentence: string }
}>()
const open = defineModel<boolean>('open', { required: true })
const {
  answer: groups,
  error,
  reload,
} = useAnswer<MistakeGroup[]>(() => `/exercises/${exerciseId}/rules/${rule.id}/mistakes`)
</script>

<template>
  <UModal
    v-model:open="open"
    :title="`Rule ${rule.id.slice(1)}: how it was missed`"
    :description="rule.sentence"
    :ui="{ content: 'max-w-3xl' }"
  >
    <template #body>
      <p v-if="error" role="alert">
        {{ error }} <button type="button" class="plain" @click="reload">Try again</button>
      </p>
      <p v-else-if="groups?.length === 0" class="serif">Everybody upholds it.</p>
      <section v-for="(group, i) in groups ?? []" :key="i" class="group">
        <h3 class="small">
          <VerdictSign :verdict="group.verdict" />
          {{ SHEET_NAMES[group.sheet] }}: {{ group.verdict }}, {{ countOf(group.handIns.length, 'hand-in') }}
        </h3>
        <p v-for="(sentence, s) in group.because" :key="s" class="serif">{{ sentence }}</p>
        <p class="small who">
          <template v-for="(handIn, h) in group.handIns" :key="handIn.id"
            >{{ h > 0 ? ', ' : ''
            }}<NuxtLink
              class="plain"
              :to="`/exercises/${exerciseId}/desk?handIn=${handIn.id}&rule=${rule.id}`"
              >{{ handIn.name }}</NuxtLink
            ><span v-if="handIn.decided" class="soft">
              (by hand: {{ handIn.decided.verdict }})</span
            ></template
          >
        </p>
      </section>
    </template>
  </UModal>
</template>

<style scoped>
.group {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
.group h3 {
  font-weight: 650;
}
.who {
  margin-top: 4px;
}
</style>

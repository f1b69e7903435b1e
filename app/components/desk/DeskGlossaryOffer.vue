<script setup lang="ts">
import type { GlossaryPreview } from '#shared/answers'

/**
 * After a pairing by hand: shall the name be known from now on? Who would move is shown before anybody does.
 */
const { exerciseId, offer } = defineProps<{
  exerciseId: string
  offer: { readonly element: string; readonly name: string }
}>()
const emit = defineEmits<{ taken: []; leave: [] }>()
const preview = shallowRef<GlossaryPreview>()
const { fault, busy, act } = useAct()
const taken = ref(false)

const look = (): Promise<boolean> =>
  act(async () => {
    preview.value = await api<GlossaryPreview>(`/exercises/${exerciseId}/glossary/preview`, {
      method: 'POST',
      body: offer,
    })
  })

const take = (): Promise<boolean> =>
  act(async () => {
    await api(`/exercises/${exerciseId}/glossary`, {
      method: 'POST',
      body: { ...offer, base: preview.value!.revision },
    })
    taken.value = true
    emit('taken')
  })
</script>

<template>
  <div class="offer small" role="status">
    <p v-if="taken">
      Taken into the glossary: “{{ offer.name }}” stands for <span class="mono">{{ offer.element }}</span>.
      All are marked again.
    </p>
    <template v-else>
      <p>
        Take the name “<span class="mono">{{ offer.name }}</span
        >” into the glossary for <span class="mono">{{ offer.element }}</span>?
      </p>
      <p v-if="preview">
        {{ preview.using === 1 ? 'One hand-in uses' : `${preview.using} hand-ins use` }} it;
        {{
          preview.moves.length === 0
            ? 'nobody’s points move.'
            : `${countOf(preview.moves.length, 'moves', 'move')}:`
        }}
        <span v-for="(move, i) in preview.moves" :key="move.handInId"
          >{{ i > 0 ? ', ' : ' ' }}{{ move.name }} {{ totalText(move.before) }} →
          {{ totalText(move.after) }}</span
        >
      </p>
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
      <p class="ways">
        <button v-if="!preview" type="button" class="plain" :disabled="busy" @click="look">
          {{ busy ? 'Looking …' : 'See who moves' }}
        </button>
        <button v-else type="button" class="plain" :disabled="busy" @click="take">Take it in</button>
        <button type="button" class="plain" @click="emit('leave')">Leave it</button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.offer {
  background: var(--slate-wash);
  border-left: 3px solid var(--slate);
  padding: 7px 12px;
  display: grid;
  gap: 3px;
}
.ways {
  display: flex;
  gap: 16px;
}
.fault {
  color: var(--madder);
}
</style>

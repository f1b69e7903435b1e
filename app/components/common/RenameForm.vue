<script setup lang="ts">
/**
 * The question of a renaming: what it is to be called, why that cannot be, and where it would change (the
 * slot).
 */
const {
  fault,
  isNew,
  longest = 128,
} = defineProps<{
  /** Empty where the name can be taken. */
  fault: string
  isNew: boolean
  /** The most characters of a name. */
  longest?: number
}>()
const to = defineModel<string>({ required: true })
const emit = defineEmits<{ take: []; leave: [] }>()
</script>

<template>
  <form class="rename" @submit.prevent="emit('take')">
    <label>It is called <UInput v-model="to" :maxlength="longest" autofocus /></label>
    <p v-if="fault" class="fault small" role="alert">{{ fault }}</p>
    <slot />
    <p class="ways">
      <UButton type="submit" :disabled="!isNew">Rename</UButton
      ><UButton variant="ghost" color="neutral" @click="emit('leave')">Leave it</UButton>
    </p>
  </form>
</template>

<style scoped>
.rename {
  display: grid;
  gap: 10px;
}
.fault {
  color: var(--madder);
}
.ways {
  display: flex;
  gap: 10px;
}
</style>

<script setup lang="ts">
/** What a page shows while it loads, and when it cannot; or a part of one, whose main it is not then. */
const {
  error = '',
  code = '',
  isPart = false,
} = defineProps<{ error?: string; code?: string; isPart?: boolean }>()
const emit = defineEmits<{ again: [] }>()
const slow = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
onMounted(() => {
  timer = setTimeout(() => {
    slow.value = true
  }, 400)
})
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <component :is="isPart ? 'div' : 'main'" :id="isPart ? undefined : 'main'" class="page">
    <div v-if="error" role="alert" class="fault paper">
      <h2>{{ code === 'not-found' ? 'Nothing here' : 'This could not be shown' }}</h2>
      <p>{{ error }}</p>
      <p class="ways">
        <button v-if="code !== 'not-found'" type="button" class="plain" @click="emit('again')">
          Try again
        </button>
        <NuxtLink to="/" class="plain">To all courses</NuxtLink>
      </p>
    </div>
    <p v-else-if="slow" class="soft" role="status">Opening …</p>
  </component>
</template>

<style scoped>
.fault {
  padding: 20px 24px;
  max-width: 560px;
  border-left: 3px solid var(--madder);
}
.ways {
  display: flex;
  gap: 18px;
  margin-top: 12px;
}
</style>

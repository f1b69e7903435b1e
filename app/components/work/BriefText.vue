<script setup lang="ts">
/** The case text: paragraphs are separated by an empty line. */
const { text } = defineProps<{ text: string }>()
const paragraphs = computed(() => text.split(/\n\s*\n/).filter(paragraph => paragraph.trim() !== ''))
</script>

<template>
  <div class="brief serif">
    <p v-for="(paragraph, i) in paragraphs" :key="i">{{ paragraph }}</p>
  </div>
</template>

<style scoped>
.brief {
  font-size: 16px;
  line-height: 1.58;
}
p + p {
  margin-top: 0.9em;
}
p {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
</style>

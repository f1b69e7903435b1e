<script setup lang="ts">
import type { ScreenKey } from '~/composables/useKeys'

/** "?": the keys of this screen, and the switch for single letters. */
const { keys } = defineProps<{ keys: readonly ScreenKey[] }>()
const open = useKeysOpen()
const single = useSingleKeys()
const all = computed<readonly ScreenKey[]>(() => [
  ...keys,
  { key: 'Ctrl+K', what: 'go to a course or an exercise' },
  { key: '?', what: 'these keys' },
])
useKeys(() => [
  {
    key: '?',
    what: '',
    run: () => {
      open.value = true
    },
  },
])
onBeforeUnmount(() => {
  open.value = false
})
</script>

<template>
  <UModal
    v-model:open="open"
    title="Keys of this screen"
    description="Single letters act when nothing is being typed."
  >
    <template #body>
      <table class="ruled">
        <tbody>
          <tr v-for="key in all" :key="key.key">
            <td>
              <kbd class="mono">{{ key.key }}</kbd>
            </td>
            <td>{{ key.what }}</td>
          </tr>
        </tbody>
      </table>
      <UCheckbox v-model="single" label="Single letters act" class="mt-4" />
    </template>
  </UModal>
</template>

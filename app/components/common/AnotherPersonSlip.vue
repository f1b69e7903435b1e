<script setup lang="ts">
/** Somebody else has signed in in this browser: what is open here is not theirs, so the page begins anew. */
const { name } = defineProps<{ name: string }>()
const session = useSessionStore()

function reload(): void {
  window.location.assign('/')
}
</script>

<template>
  <UModal
    :open="true"
    :dismissible="false"
    :close="false"
    :title="`${name} is signed in now`"
    :description="`This page is ${session.person?.name ?? 'somebody else'}’s. Nothing more of it is sent; what was not yet sent is kept in this browser and comes back when ${session.person?.name ?? 'they'} signs in.`"
  >
    <template #footer
      ><UButton @click="reload">Go on as {{ name }}</UButton></template
    >
  </UModal>
</template>

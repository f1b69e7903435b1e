<script setup lang="ts">
const session = useSessionStore()
</script>

<template>
  <UApp :toaster="{ position: 'bottom-center' }">
    <NuxtRouteAnnouncer />
    <NuxtPage />
    <SignedOutSlip v-if="session.signedOut" />
    <CommandPalette />
  </UApp>
</template>

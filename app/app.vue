<script setup lang="ts">
const session = useSessionStore()
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'visible')
    session.lookAgain().catch(() => {
      /* offline: the next request will tell */
    })
})
</script>

<template>
  <UApp :toaster="null">
    <NuxtRouteAnnouncer />
    <NuxtPage />
    <AnotherPersonSlip v-if="session.another" :name="session.another" />
    <SignedOutSlip v-else-if="session.signedOut" />
    <CommandPalette />
    <FaultLine />
  </UApp>
</template>

<script setup lang="ts">
/** Over the page, which stays as it is: what was written is still there after signing in again. */
const session = useSessionStore()
const email = ref(session.person?.email ?? '')
const password = ref('')
const error = ref('')

async function signIn(): Promise<void> {
  try {
    await session.signIn(email.value, password.value)
  }
  catch (fault) {
    error.value = errorInWords(fault)
  }
}
</script>

<template>
  <UModal :open="true" :dismissible="false" :close="false" title="Sign in again to go on" description="Your work is here; nothing on this page is lost.">
    <template #body>
      <form class="grid gap-4" @submit.prevent="signIn">
        <UFormField label="E-mail"><UInput v-model="email" type="email" autocomplete="username" required /></UFormField>
        <UFormField label="Password"><UInput v-model="password" type="password" autocomplete="current-password" required autofocus /></UFormField>
        <p v-if="error" role="alert" class="fault">{{ error }}</p>
        <UButton type="submit" class="justify-self-start">Sign in</UButton>
      </form>
    </template>
  </UModal>
</template>

<style scoped>
.fault { color: var(--madder); }
</style>

<script setup lang="ts">
/**
 * Over the page, which stays as it is: what was written is still there after signing in again. It is
 * somebody's: nobody else can go on with it.
 */
const session = useSessionStore()
const password = ref('')
const error = ref('')

async function signIn(): Promise<void> {
  try {
    await session.signInAgain(password.value)
  } catch (fault) {
    error.value = errorInWords(fault)
  }
}
</script>

<template>
  <UModal
    :open="true"
    :dismissible="false"
    :close="false"
    title="Sign in again to go on"
    description="Your work is here; nothing on this page is lost."
  >
    <template #body>
      <form class="grid gap-4" @submit.prevent="signIn">
        <p>
          {{ session.person?.name }} <span class="soft">{{ session.person?.email }}</span>
        </p>
        <input
          type="email"
          class="visually-hidden"
          autocomplete="username"
          tabindex="-1"
          aria-hidden="true"
          readonly
          :value="session.person?.email"
        />
        <UFormField label="Password"
          ><UInput v-model="password" type="password" autocomplete="current-password" required autofocus
        /></UFormField>
        <p v-if="error" role="alert" class="fault">{{ error }}</p>
        <div class="flex gap-5 items-center">
          <UButton type="submit">Sign in</UButton
          ><a href="/sign-in" class="plain small">I am somebody else</a>
        </div>
      </form>
    </template>
  </UModal>
</template>

<style scoped>
.fault {
  color: var(--madder);
}
</style>

<script lang="ts">
  import { enhance } from '$app/forms';
  import { button } from '$lib/ui/button';
  import NewPasswordField from '$lib/ui/NewPasswordField.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const problem = $derived(form && 'field' in form ? (form.message ?? null) : null);
</script>

<svelte:head><title>Choose a password · Hanza</title></svelte:head>

<main class="mx-auto grid min-h-screen max-w-sm content-center px-6">
  {#if data.account && !(form && 'expired' in form)}
    <h1>Choose a password</h1>
    <p class="mt-1 mb-5 text-soft">{data.account.name} · {data.account.email} · {data.account.schoolName}</p>
    <form method="POST" use:enhance class="grid gap-4">
      <input type="text" name="username" autocomplete="username" value={data.account.email} readonly hidden />
      <NewPasswordField label="Password" {problem} />
      <button class={button.main}>Save and sign in</button>
    </form>
  {:else}
    <h1>This link does not work any more</h1>
    <p class="mt-2 text-soft">
      It has been used, or its week is over. Ask your school for a new one; if you have a password already,
      just sign in.
    </p>
    <p class="mt-5"><a class={button.plain} href="/sign-in">Sign in</a></p>
  {/if}
</main>

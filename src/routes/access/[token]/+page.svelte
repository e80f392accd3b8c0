<script lang="ts">
  import { enhance } from '$app/forms';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const problem = $derived(form && 'field' in form ? form.message : null);
</script>

<svelte:head><title>Choose a password · Hanza</title></svelte:head>

<main class="mx-auto grid min-h-screen max-w-sm content-center px-6">
  {#if data.account && !(form && 'expired' in form)}
    <h1>Choose a password</h1>
    <p class="mt-1 mb-5 text-soft">{data.account.name} · {data.account.email} · {data.account.schoolName}</p>
    <form method="POST" use:enhance class="grid gap-4">
      <input type="text" name="username" autocomplete="username" value={data.account.email} readonly hidden />
      <Field
        label="Password"
        name="password"
        hint="At least 10 characters. Several words are easy to remember."
        {problem}
      >
        <input
          id="password"
          name="password"
          type="password"
          class={input}
          autocomplete="new-password"
          required
        />
      </Field>
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

<script lang="ts">
  import { enhance } from '$app/forms';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import type { ActionData } from './$types';

  let { form }: { form: ActionData } = $props();
</script>

<svelte:head><title>Sign in · Hanza</title></svelte:head>

<main class="mx-auto grid min-h-screen max-w-4xl content-center gap-12 px-6 md:grid-cols-[1fr_320px]">
  <div>
    <p class="text-3xl font-bold">Hanza</p>
    <p class="mt-2 max-w-sm text-soft">
      Instrument flight training: plan it, fly it, see every deviation measured, and know what comes next.
    </p>
    <svg viewBox="0 0 360 110" class="mt-8 w-full max-w-md" aria-hidden="true">
      <rect x="0" y="30" width="150" height="26" fill="var(--band)" />
      <polygon points="150,30 330,74 330,100 150,56" fill="var(--band)" />
      <path
        d="M0 46 C40 36 60 52 100 44 S150 40 170 52 S230 58 250 74 S300 76 330 88"
        fill="none"
        stroke="var(--trace)"
        stroke-width="2"
      />
      <circle cx="330" cy="88" r="4" fill="var(--now)" />
    </svg>
    <p class="mt-8 max-w-sm text-xs text-soft">
      Training aid, not for navigation. Use current charts, the airplane’s own handbook and your authority’s
      rules; a qualified instructor decides.
    </p>
  </div>
  <form method="POST" use:enhance class="self-center">
    <h1 class="mb-4 text-base">Sign in</h1>
    <label class="mb-3 block text-xs text-soft"
      >E-mail
      <input
        class="{input} mt-1 text-sm"
        type="email"
        name="email"
        autocomplete="username"
        required
        defaultValue={form?.email ?? ''}
      />
    </label>
    <label class="mb-4 block text-xs text-soft"
      >Password
      <input
        class="{input} mt-1 text-sm"
        type="password"
        name="password"
        autocomplete="current-password"
        required
      />
    </label>
    {#if form?.message}<p class="mb-3 text-[13px] text-hard" role="alert">{form.message}</p>{/if}
    <button class="{button.main} w-full">Sign in</button>
  </form>
</main>

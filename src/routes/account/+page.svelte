<script lang="ts">
  import { enhance } from '$app/forms';
  import { atTime } from '$lib/draw/when';
  import { browserName } from '$lib/ui/browser-name';
  import { button } from '$lib/ui/button';
  import Field from '$lib/ui/Field.svelte';
  import { input } from '$lib/ui/input';
  import NewPasswordField from '$lib/ui/NewPasswordField.svelte';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);
</script>

<svelte:head><title>Your account · Hanza</title></svelte:head>

<h1>Your account</h1>
<p class="text-soft">{data.me?.name} · {data.email} · {data.me?.schoolName}</p>

<div class="mt-5 grid gap-10 lg:grid-cols-[340px_1fr]">
  <section>
    <h2>Change your password</h2>
    <form method="POST" action="?/password" use:enhance class="mt-2 grid gap-3">
      <input type="text" name="username" autocomplete="username" value={data.email} readonly hidden />
      <Field label="Password now" name="present" problem={problem('present')}>
        <input
          id="present"
          name="present"
          type="password"
          class={input}
          autocomplete="current-password"
          required
        />
      </Field>
      <NewPasswordField label="New password" problem={problem('password')} />
      <div><button class={button.main}>Change password</button></div>
      {#if form && 'done' in form && form.done === 'password'}
        <p class="text-[13px] text-trace" role="status">
          Password changed. You are signed out everywhere else.
        </p>
      {/if}
    </form>
  </section>

  <section class="min-w-0">
    <h2>Where you are signed in</h2>
    <table class="sheet-table mt-2 text-[13px]">
      <thead><tr><th>Browser</th><th>Since</th><th></th></tr></thead>
      <tbody>
        {#each data.sessions as session (session.id)}
          <tr>
            <td>{browserName(session.browser)}{session.this ? ' · this one' : ''}</td>
            <td class="figure whitespace-nowrap">{atTime(session.openedAt)}</td>
            <td class="text-right">
              {#if !session.this}
                <form method="POST" action="?/end" use:enhance>
                  <input type="hidden" name="session" value={session.id} />
                  <button class="{button.plain} !min-h-8 !py-0.5">Sign out there</button>
                </form>
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="mt-4"><a class={button.plain} href="/sign-out">Sign out</a></p>
  </section>
</div>

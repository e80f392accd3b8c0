<script lang="ts">
  import { page } from '$app/state';
  import { button } from '$lib/ui/button';
</script>

<div class="max-w-xl p-8">
  <h1>{page.status === 404 ? 'There is no such page' : 'This did not work'}</h1>
  <p class="mt-2 text-soft">
    {page.status === 404
      ? 'Or it belongs to somebody else. The address may be old or mistyped.'
      : page.error?.message}
  </p>
  {#if page.error?.reference}<p class="figure mt-2 text-xs text-soft">
      reference {page.error.reference}
    </p>{/if}
  <p class="mt-5"><a class={button.plain} href="/">To the start</a></p>
</div>

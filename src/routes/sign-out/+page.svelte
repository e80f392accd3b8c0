<script lang="ts">
  import { button } from '$lib/ui/button';
</script>

<svelte:head><title>Sign out · Hanza</title></svelte:head>

<h1>Sign out</h1>
<p class="mt-2 text-soft">
  Flights that are still being sent from this browser wait here until you sign in again.
</p>
<div class="mt-5 flex gap-3">
  <form method="POST"><button class={button.main}>Sign out here</button></form>
  <form method="POST">
    <input type="hidden" name="everywhere" value="1" />
    <button class={button.plain}>Sign out on every machine</button>
  </form>
</div>

<script lang="ts">
  /** What keeps a plan from being flown; each leads to its field. */
  let {
    problems,
    impossible
  }: {
    problems: readonly { field: string; message: string }[];
    /** Why this airplane cannot do it, though every field is right. */
    impossible: string | null;
  } = $props();
</script>

<div class="border border-hard p-4" role="status">
  <h2 class="text-hard">This cannot be flown yet</h2>
  <ul class="mt-2 grid gap-2 text-[13px]">
    {#each problems as { field, message } (field)}
      <li>
        <a
          href="#{field}"
          onclick={(event) => {
            event.preventDefault();
            document.getElementById(field)?.focus();
          }}>{message}</a
        >
      </li>
    {/each}
    {#if impossible}<li>{impossible}</li>{/if}
  </ul>
</div>

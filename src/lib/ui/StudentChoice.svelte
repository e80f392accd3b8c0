<script lang="ts">
  import { withStudent } from './with-student';

  /** Whose page is this to be? For those who teach, when the address names nobody. */
  let { students, path }: { students: readonly { id: string; name: string }[]; path: string } = $props();
</script>

<p class="mt-2 text-soft">Whose?</p>
{#if students.length === 0}
  <p class="mt-4 text-soft">There are no students yet. <a href="/students">Add the first one.</a></p>
{:else}
  <ul class="mt-3 grid max-w-3xl gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
    {#each students as student (student.id)}
      <li class="border-b border-line">
        <a class="flex min-h-11 items-center" href={withStudent(path, student)}>{student.name}</a>
      </li>
    {/each}
  </ul>
{/if}

<script lang="ts" generics="T extends string">
  import { Select } from 'bits-ui';
  import type { Choices } from './choices';
  import { input } from './input';

  /** One of several things, chosen by its words: by pointer, or by the arrows and the first letters. */
  let {
    id,
    name,
    label,
    value = $bindable(),
    choices,
    placeholder = 'choose',
    disabled = false,
    problem = null,
    class: look = input,
    letsGo = false,
    onchoose
  }: {
    id?: string;
    /** Given where a form sends the choice. */
    name?: string;
    /** Given where no label on the page names it. */
    label?: string;
    value: T;
    /** What is meant, its words, and the heading it stands under, if any; a word by itself is meant and said. */
    choices: Choices<T>;
    placeholder?: string;
    disabled?: boolean;
    problem?: string | null;
    class?: string;
    /** In the trainer: once chosen, the keys go back to the airplane. */
    letsGo?: boolean;
    onchoose?: (value: T) => void;
  } = $props();

  const options = $derived(
    choices.map((choice) =>
      typeof choice === 'string'
        ? { value: choice, label: choice as string, heading: '' }
        : { value: choice[0], label: choice[1], heading: choice[2] ?? '' }
    )
  );
  const words = $derived(options.find((option) => option.value === value)?.label);
  const headings = $derived([...new Set(options.map((option) => option.heading))]);
  let trigger = $state<HTMLElement | null>(null);
</script>

{#snippet option(choice: T, words: string)}
  <Select.Item
    value={choice}
    label={words}
    class="flex min-h-8 cursor-pointer items-center justify-between gap-4 px-3 py-1 text-[13px] data-highlighted:bg-band data-highlighted:text-ink"
  >
    {#snippet children({ selected })}
      {words}<span aria-hidden="true" class="text-trace">{selected ? '✓' : ''}</span>
    {/snippet}
  </Select.Item>
{/snippet}

<Select.Root
  type="single"
  {name}
  {disabled}
  items={options}
  onOpenChange={(open) => {
    if (open || !letsGo) return;
    trigger?.blur();
    // And once more, after the list has given the focus back.
    setTimeout(() => trigger?.blur());
  }}
  bind:value={
    () => value,
    (chosen) => {
      value = chosen as T;
      onchoose?.(value);
    }
  }
>
  <Select.Trigger
    {id}
    bind:ref={trigger}
    data-lets-go={letsGo ? '' : undefined}
    aria-label={label}
    aria-invalid={problem ? true : undefined}
    aria-describedby={problem && id ? `${id}-problem` : undefined}
    class="{look} inline-flex items-center justify-between gap-2 text-left"
  >
    <span class="min-w-0 truncate">{words ?? placeholder}</span>
    <svg viewBox="0 0 10 6" class="h-1.5 w-2.5 shrink-0 text-soft" aria-hidden="true"
      ><path d="M0 0h10L5 6z" fill="currentColor" /></svg
    >
  </Select.Trigger>
  <Select.Portal>
    <Select.Content
      sideOffset={2}
      collisionPadding={8}
      class="z-[60] max-h-[min(24rem,var(--bits-select-content-available-height))] min-w-(--bits-select-anchor-width) overflow-auto rounded-sm border border-strong-line bg-sheet py-1 text-ink shadow-lg"
    >
      {#each headings as heading (heading)}
        {@const under = options.filter((option) => option.heading === heading)}
        {#if heading}
          <Select.Group>
            <Select.GroupHeading class="px-3 pt-2 pb-0.5 text-xs text-soft">{heading}</Select.GroupHeading>
            {#each under as { value, label } (value)}{@render option(value, label)}{/each}
          </Select.Group>
        {:else}
          {#each under as { value, label } (value)}{@render option(value, label)}{/each}
        {/if}
      {/each}
    </Select.Content>
  </Select.Portal>
</Select.Root>

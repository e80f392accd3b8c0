<script lang="ts" generics="Source extends 'nav1' | 'nav2' | 'adf' | 'rnav'">
  import { released, small } from './radio-keys';

  /** One of several receivers chosen to feed an instrument. */
  let {
    name,
    label,
    sources,
    chosen,
    readonly,
    onchoose
  }: {
    name: string;
    label: string;
    sources: readonly Source[];
    chosen: Source;
    readonly: boolean;
    onchoose: (source: Source) => void;
  } = $props();
  const shortNames = { nav1: '1', nav2: '2', adf: 'beacon', rnav: 'waypoint' } as const;
</script>

<span class="flex items-center gap-1" role="group" aria-label={label}
  ><span class="text-soft">{name}</span>
  {#each sources as source (source)}<button
      class={small}
      aria-pressed={chosen === source}
      style:background={chosen === source ? 'var(--band)' : ''}
      disabled={readonly}
      onclick={(event) => {
        onchoose(source);
        released(event);
      }}>{shortNames[source]}</button
    >{/each}</span
>

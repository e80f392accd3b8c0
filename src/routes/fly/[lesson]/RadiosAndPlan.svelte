<script lang="ts">
  import type { PlanPicture } from '$core/flight/plan-picture';
  import type { NavigationShown } from '$core/radio/navigation-shown';
  import type { RadioSettings } from '$core/radio/radio-settings';
  import type { World } from '$core/radio/world';
  import PlanView from '$lib/draw/PlanView.svelte';
  import InTurn from '$lib/ui/InTurn.svelte';
  import type { FlownWay } from './flown-way.svelte';
  import type { Snippet } from 'svelte';
  import RadioBox from './RadioBox.svelte';

  /** Under the panel by radio: the radios and, where hints are allowed, the way flown from above. */
  let {
    world,
    radios,
    shown,
    readonly,
    asksTime,
    onset,
    onmark,
    onanswer,
    picture,
    way,
    chart
  }: {
    world: World;
    radios: RadioSettings;
    shown: NavigationShown;
    readonly: boolean;
    /** Whether the drill wants the minutes to the station told now. */
    asksTime: boolean;
    onset: (radios: RadioSettings) => void;
    onmark: () => void;
    onanswer: (minutes: number) => void;
    picture: PlanPicture | null;
    way: FlownWay;
    /** The chart of an approach, in place of the plan. */
    chart?: Snippet;
  } = $props();
</script>

<!-- Beside each other only where the radios keep all of their width. -->
<div class="@container mt-2">
  <div
    class="grid grid-cols-1 gap-3 {picture || chart ? '@min-[790px]:grid-cols-[minmax(0,1fr)_270px]' : ''}"
  >
    <InTurn>
      <RadioBox
        {radios}
        {shown}
        {world}
        {readonly}
        {onset}
        {onmark}
        question={asksTime ? 'Minutes to the station?' : null}
        {onanswer}
      />
    </InTurn>
    {#if chart}
      {@render chart()}
    {:else if picture}
      <div class="max-w-[420px] @min-[790px]:max-w-none">
        <InTurn holds="h-[190px]">
          <PlanView
            {picture}
            track={way.points}
            track_deg={way.track_deg}
            width={270}
            height={190}
            label="Plan view: corridors, and the way flown so far"
          />
        </InTurn>
      </div>
    {/if}
  </div>
</div>

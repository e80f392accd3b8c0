<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import { asCourse } from '$core/measure/angle';
  import { figure, heading } from '$core/measure/figure';
  import type { NavigationShown } from '$core/radio/navigation-shown';
  import {
    frequencyProblem,
    needleSources,
    pointerSources,
    waypointProblem,
    type AudioSource,
    type RadioSettings
  } from '$core/radio/radio-settings';
  import type { World } from '$core/radio/world';
  import CourseSelector from './CourseSelector.svelte';
  import { field, released, small } from './radio-keys';
  import RadioSwitch from './RadioSwitch.svelte';
  import SmallNeedle from './SmallNeedle.svelte';
  import { identWords } from '$lib/controls/ident-sound';

  /** The radios: what is tuned and what stands by, courses, what feeds the needle and the pointer, whose ident is heard. */
  let {
    radios,
    shown,
    world,
    readonly,
    onset: give,
    onmark,
    question,
    onanswer
  }: {
    radios: RadioSettings;
    shown: NavigationShown;
    world: World;
    readonly: boolean;
    onset: (radios: RadioSettings) => void;
    onmark: () => void;
    /** A number the drill asks for; null: none. */
    question: string | null;
    onanswer: (answer: number) => void;
  } = $props();

  let problem = $state('');
  let lettersShown = $state(false);
  let answer = $state('');
  let legs = $derived(radios.rnav.legs.join(' '));

  /** What has been set rightly puts an end to the complaint about what had not. */
  function onset(next: RadioSettings) {
    problem = '';
    give(next);
  }

  const NAVS = ['nav1', 'nav2'] as const;

  function tune(radio: 'nav1' | 'nav2' | 'adf', text: string) {
    const frequency = Number(text.replace(',', '.'));
    problem = frequencyProblem(text.trim() === '' ? NaN : frequency, radio === 'adf' ? 'kHz' : 'MHz') ?? '';
    if (problem) return;
    if (radio === 'adf') onset({ ...radios, adf: { ...radios.adf, standby_kHz: Math.round(frequency) } });
    else onset({ ...radios, [radio]: { ...radios[radio], standby_MHz: Math.round(frequency * 100) / 100 } });
  }
  function swap(radio: 'nav1' | 'nav2' | 'adf') {
    problem = '';
    if (radio === 'adf')
      onset({ ...radios, adf: { active_kHz: radios.adf.standby_kHz, standby_kHz: radios.adf.active_kHz } });
    else {
      const { active_MHz, standby_MHz, course_deg } = radios[radio];
      onset({ ...radios, [radio]: { active_MHz: standby_MHz, standby_MHz: active_MHz, course_deg } });
    }
  }
  function fly(text: string) {
    const names = text
      .toUpperCase()
      .split(/[\s,]+/)
      .filter(Boolean);
    problem = waypointProblem(names, world) ?? '';
    if (!problem) onset({ ...radios, rnav: { legs: names, course_deg: null } });
  }
  /** Beyond the end of the final, and beyond a waypoint that a course was set to, nothing is flown to until one says so. */
  function goOn(event: MouseEvent & { currentTarget: HTMLButtonElement }) {
    const { legs, course_deg } = radios.rnav;
    onset({
      ...radios,
      rnav: {
        // Without its course the next leg follows from the waypoint that was passed.
        legs: course_deg === null ? legs.slice(legs.lastIndexOf(shown.waypoint!.onward!)) : legs,
        course_deg: null
      }
    });
    released(event);
  }
  const listen = (radio: AudioSource) =>
    onset({ ...radios, listening: radios.listening === radio ? null : radio });
  const RECEIVER =
    'contents max-[479px]:flex max-[479px]:flex-wrap max-[479px]:items-center max-[479px]:gap-1.5 max-[479px]:[&>input]:w-20 max-[479px]:border-t max-[479px]:border-line max-[479px]:pt-1.5';
</script>

{#snippet ident(radio: AudioSource, name: string)}
  <button
    aria-label="listen to {name}"
    class="{small} whitespace-nowrap"
    aria-pressed={radios.listening === radio}
    style:background={radios.listening === radio ? 'var(--band)' : ''}
    disabled={readonly}
    onclick={(event) => {
      listen(radio);
      released(event);
    }}>listen</button
  >
{/snippet}

<section class="border border-line bg-sheet p-2 text-xs" aria-label="Radios">
  <!-- On a phone each receiver is a block of its own. -->
  <div
    class="grid grid-cols-[56px_60px_26px_60px_106px_52px_1fr] items-center gap-x-1.5 gap-y-1 max-[479px]:grid-cols-1 max-[479px]:gap-y-2"
  >
    <div class="{RECEIVER} max-[479px]:hidden">
      <span></span><span class="text-right text-soft">active</span><span></span><span
        class="text-right text-soft">standby</span
      ><span class="text-center text-soft">course</span><span class="text-soft">ident</span><span></span>
    </div>
    {#each NAVS as radio, i (radio)}
      <div class={RECEIVER}>
        <span>radio {i + 1}</span>
        <span class="figure text-right text-[15px]">{radios[radio].active_MHz.toFixed(2)}</span>
        <button
          class={small}
          aria-label="Swap radio {i + 1}"
          disabled={readonly}
          onclick={(event) => {
            swap(radio);
            released(event);
          }}>⇄</button
        >
        <input
          class={field}
          aria-label="Standby of radio {i + 1}, MHz"
          inputmode="decimal"
          value={radios[radio].standby_MHz.toFixed(2)}
          {readonly}
          onchange={(event) => tune(radio, event.currentTarget.value)}
        />
        <CourseSelector
          number={i + 1}
          course_deg={radios[radio].course_deg}
          {readonly}
          onselect={(course_deg) => onset({ ...radios, [radio]: { ...radios[radio], course_deg } })}
        />
        {@render ident(radio, `radio ${i + 1}`)}
        <SmallNeedle number={i + 1} needle={shown.needles[radio]} />
      </div>
    {/each}
    <div class={RECEIVER}>
      <span>beacon</span>
      <span class="figure text-right text-[15px]">{radios.adf.active_kHz}</span>
      <button
        class={small}
        aria-label="Swap beacon"
        disabled={readonly}
        onclick={(event) => {
          swap('adf');
          released(event);
        }}>⇄</button
      >
      <input
        class={field}
        aria-label="Standby of the beacon receiver, kHz"
        inputmode="numeric"
        value={radios.adf.standby_kHz}
        {readonly}
        onchange={(event) => tune('adf', event.currentTarget.value)}
      />
      <span></span>
      {@render ident('adf', 'the beacon receiver')}
      <div class="text-soft"><Toggle bind:checked={lettersShown}>show what is sent</Toggle></div>
    </div>
    <div class={RECEIVER}>
      <span>waypoints</span>
      <input
        class="{field} col-span-3 !text-left uppercase"
        aria-label="Waypoints to fly to, one after the other"
        placeholder="TOLVA BRENK"
        value={legs}
        {readonly}
        onchange={(event) => fly(event.currentTarget.value)}
      />
      <span class="flex items-center gap-0.5"
        ><input
          class="{field} !text-center"
          aria-label="Course to the waypoint, empty for direct"
          inputmode="numeric"
          placeholder="direct"
          value={radios.rnav.course_deg === null ? '' : heading(radios.rnav.course_deg).replace('°', '')}
          {readonly}
          onchange={(event) =>
            onset({
              ...radios,
              rnav: {
                ...radios.rnav,
                course_deg:
                  event.currentTarget.value.trim() === ''
                    ? null
                    : asCourse(Math.round(Number(event.currentTarget.value) || 360))
              }
            })}
        /></span
      >
      <span class="col-span-2 text-soft"
        >{#if shown.waypoint?.onward}
          past {shown.waypoint.id}
          <button class="{small} whitespace-nowrap px-1" disabled={readonly} onclick={goOn}
            >on to {shown.waypoint.onward}</button
          >
        {:else if shown.waypoint}
          to {shown.waypoint.id}, {#if shown.waypoint.service}<span class="text-ink"
              >{shown.waypoint.service}</span
            >{:else}edge {figure(shown.waypoint.fullScale_nm, 2)} NM{/if}
        {:else}none{/if}</span
      >
    </div>
  </div>
  <div class="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1">
    <RadioSwitch
      name="needle"
      label="What feeds the needle"
      sources={needleSources}
      chosen={radios.source}
      {readonly}
      onchoose={(source) => onset({ ...radios, source })}
    />
    <RadioSwitch
      name="pointer"
      label="What the pointer points at"
      sources={pointerSources}
      chosen={radios.pointer}
      {readonly}
      onchoose={(pointer) => onset({ ...radios, pointer })}
    />
    <button
      class="{small} ml-auto px-2"
      disabled={readonly}
      onclick={(event) => {
        onmark();
        released(event);
      }}>call the fix</button
    >
  </div>
  {#if question}
    <form
      class="mt-1.5 flex items-center gap-2"
      onsubmit={(event) => {
        event.preventDefault();
        const value = Number(answer.replace(',', '.'));
        if (answer.trim() === '' || !Number.isFinite(value) || value < 0 || value > 600) {
          problem = 'The answer is a number of minutes, 0 to 600.';
          return;
        }
        problem = '';
        onanswer(value);
      }}
    >
      <label class="text-soft" for="asked">{question}</label>
      <input id="asked" class="{field} !w-20" inputmode="decimal" bind:value={answer} {readonly} />
      <button class="{small} px-2" disabled={readonly}>answer</button>
    </form>
  {/if}
  <p class="mt-0.5" role="status">
    {#if problem}<span class="text-hard">{problem}</span>
    {:else if lettersShown && radios.listening}<span class="figure"
        >{shown.idents[radios.listening]
          ? identWords(shown.idents[radios.listening]!)
          : 'nothing is sent here'}</span
      >
    {:else if shown.marker}<strong>{shown.marker} marker</strong>{/if}
  </p>
</section>

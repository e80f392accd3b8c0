<script lang="ts">
  import { Rejection } from '$core/measure/rejection';
  import { guides, legTypes, type Guide, type Leg, type LegType } from '$core/procedure/approach/approach';
  import { foundFrom, foundText } from '$core/procedure/approach/found-text';
  import { legName } from '$core/procedure/approach/leg-words';
  import { reversalKinds } from '$core/procedure/course-reversal';
  import Choice from '$lib/ui/Choice.svelte';
  import { inlineInput } from '$lib/ui/input';
  import Cell from './Cell.svelte';
  import type { ApproachDraft } from './draft.svelte';

  /** The legs of one part of an approach, a row each, with what is wrong beside it. */
  let {
    draft,
    legs,
    where,
    title,
    roles = false
  }: {
    draft: ApproachDraft;
    legs: Leg[];
    /** The part's place in the approach, as problems name it. */
    where: string;
    title: string;
    /** Whether its fixes are of a final. */
    roles?: boolean;
  } = $props();

  let unread = $state<Record<string, string>>({});
  const HOLDS: readonly LegType[] = ['HM', 'HF', 'HA'];
  const WITHOUT_FIX: readonly LegType[] = ['CA', 'VA', 'VI', 'VM'];
  const WITH_COURSE: readonly LegType[] = ['CF', 'CA', 'VA', 'VI', 'VM', 'FA', 'PI', ...HOLDS];
  const WITH_TURN: readonly LegType[] = ['DF', 'AF', 'RF', 'PI', 'VI', 'VM', ...HOLDS];
  const ROLES = ['initial', 'intermediate', 'final', 'step-down', 'missed approach point'] as const;

  /** Puts a value under a key, or takes it away. */
  function put<K extends keyof Leg>(leg: Leg, key: K, value: Leg[K] | undefined) {
    if (value === undefined) delete leg[key];
    else leg[key] = value;
    draft.remember();
  }
  const number = (text: string) => (text === '' ? undefined : Number(text.replace(',', '.')));
  const upper = (text: string) => text.toUpperCase() || undefined;

  function altitude(leg: Leg, key: 'above_ft' | 'below_ft', text: string) {
    const value = number(text);
    const { [key]: _, ...rest } = leg.altitude ?? {};
    const next = value === undefined ? rest : { ...rest, [key]: value };
    put(leg, 'altitude', Object.keys(next).length === 0 ? undefined : next);
  }

  function found(leg: Leg, text: string, i: number) {
    try {
      const ways = foundFrom(text);
      delete unread[i];
      put(leg, 'found', ways.length === 0 ? undefined : ways);
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      unread[i] = error.message;
    }
  }

  function chooseType(leg: Leg, type: LegType) {
    leg.type = type;
    if (WITHOUT_FIX.includes(type)) delete leg.fix;
    if (!WITH_COURSE.includes(type)) delete leg.course_deg;
    if (!WITH_TURN.includes(type)) delete leg.turn;
    if (type !== 'AF' && type !== 'RF') delete leg.about;
    if (type !== 'PI') {
      delete leg.within_nm;
      delete leg.reversal;
    } else leg.within_nm ??= 10;
    if (!HOLDS.includes(type)) {
      delete leg.leg_s;
      delete leg.leg_nm;
    } else if (leg.leg_nm === undefined) leg.leg_s ??= 60;
    draft.remember();
  }

  function add(at: number) {
    legs.splice(at, 0, { type: 'TF', fix: '', guide: 'waypoints' });
    draft.remember();
  }
  function remove(at: number) {
    legs.splice(at, 1);
    draft.remember();
  }
  function move(at: number, by: 1 | -1) {
    const [leg] = legs.splice(at, 1);
    legs.splice(at + by, 0, leg!);
    draft.remember();
  }
  const small = `${inlineInput} !min-h-8 w-full !px-1.5 !py-0.5 text-[13px] flex items-center justify-between`;
</script>

<fieldset class="min-w-0">
  <legend class="font-bold">{title}</legend>
  <ol>
    {#each legs as leg, i (i)}
      {@const field = `${where}.${i}`}
      <li class="border-t border-line py-1.5">
        <div class="flex flex-wrap items-end gap-1.5">
          <div class="w-40">
            <span class="block text-[11px] text-soft">{i + 1}. leg</span>
            <Choice
              label="{title}, leg {i + 1}: type"
              class={small}
              value={leg.type}
              choices={legTypes.map((type) => [type, legName(type)] as const)}
              onchoose={(type: LegType) => chooseType(leg, type)}
            />
          </div>
          {#if !WITHOUT_FIX.includes(leg.type)}
            <Cell
              label={leg.type === 'PI' || HOLDS.includes(leg.type) ? 'at' : 'to'}
              value={leg.fix}
              list="named"
              wrong={draft.at(`${field}.fix`).length > 0}
              onset={(text) => put(leg, 'fix', upper(text))}
            />
          {/if}
          {#if WITH_COURSE.includes(leg.type)}
            <Cell
              label={leg.type === 'PI' ? 'outbound °' : leg.type.startsWith('V') ? 'heading °' : 'course °'}
              value={leg.course_deg}
              number
              width="w-16"
              wrong={draft.at(`${field}.course_deg`).length > 0}
              onset={(text) => put(leg, 'course_deg', number(text))}
            />
          {/if}
          {#if WITH_TURN.includes(leg.type)}
            <div class="w-20">
              <span class="block text-[11px] text-soft">turn</span>
              <Choice
                label="{title}, leg {i + 1}: turn"
                class={small}
                value={leg.turn ?? 'right'}
                choices={['left', 'right']}
                onchoose={(turn: 'left' | 'right') => put(leg, 'turn', turn)}
              />
            </div>
          {/if}
          {#if leg.type === 'AF' || leg.type === 'RF'}
            <Cell
              label="about"
              value={leg.about}
              list="named"
              wrong={draft.at(`${field}.about`).length > 0}
              onset={(text) => put(leg, 'about', upper(text))}
            />
          {/if}
          {#if leg.type === 'PI'}
            <Cell
              label="within NM"
              value={leg.within_nm}
              number
              width="w-16"
              onset={(text) => put(leg, 'within_nm', number(text))}
            />
            <div class="w-28">
              <span class="block text-[11px] text-soft">flown as</span>
              <Choice
                label="{title}, leg {i + 1}: kind of turn"
                class={small}
                value={leg.reversal ?? '45/180'}
                choices={[...reversalKinds]}
                onchoose={(kind: (typeof reversalKinds)[number]) => put(leg, 'reversal', kind)}
              />
            </div>
          {/if}
          {#if HOLDS.includes(leg.type)}
            <Cell
              label="inbound s"
              value={leg.leg_s}
              number
              width="w-16"
              onset={(text) => put(leg, 'leg_s', number(text))}
            />
            <Cell
              label="or NM"
              value={leg.leg_nm}
              number
              width="w-14"
              onset={(text) => put(leg, 'leg_nm', number(text))}
            />
          {/if}
          <Cell
            label={WITHOUT_FIX.includes(leg.type) || leg.type === 'FA' ? 'up to ft' : 'not below ft'}
            value={leg.altitude?.above_ft}
            number
            width="w-[4.5rem]"
            wrong={draft.at(`${field}.altitude`).length > 0}
            onset={(text) => altitude(leg, 'above_ft', text)}
          />
          {#if !WITHOUT_FIX.includes(leg.type)}
            <Cell
              label="not above"
              value={leg.altitude?.below_ft}
              number
              width="w-[4.5rem]"
              onset={(text) => altitude(leg, 'below_ft', text)}
            />
          {/if}
          <div class="w-28">
            <span class="block text-[11px] text-soft">led by</span>
            <Choice
              label="{title}, leg {i + 1}: led by"
              class={small}
              value={leg.guide ?? 'waypoints'}
              choices={[...guides]}
              onchoose={(guide: Guide) => put(leg, 'guide', guide)}
            />
          </div>
          {#if leg.guide && leg.guide !== 'waypoints' && leg.guide !== 'heading' && leg.guide !== 'arc'}
            <Cell
              label="of"
              value={leg.station}
              list="stations"
              width="w-16"
              wrong={draft.at(`${field}.station`).length > 0}
              onset={(text) => put(leg, 'station', upper(text))}
            />
          {/if}
          {#if roles}
            <div class="w-32">
              <span class="block text-[11px] text-soft">is the</span>
              <Choice
                label="{title}, leg {i + 1}: role"
                class={small}
                value={leg.role ?? ''}
                choices={[['', '–'], ...ROLES.map((role) => [role, role] as const)]}
                onchoose={(role: string) => put(leg, 'role', role === '' ? undefined : (role as Leg['role']))}
              />
            </div>
            <Cell
              label="told by"
              value={foundText(leg.found)}
              width="w-40"
              wrong={unread[i] !== undefined}
              onset={(text) => found(leg, text, i)}
            />
          {/if}
          <span class="ml-auto flex gap-0.5 text-[13px]">
            <button
              type="button"
              class="px-1.5 py-1"
              disabled={i === 0}
              aria-label="{title}: leg {i + 1} up"
              onclick={() => move(i, -1)}>↑</button
            >
            <button
              type="button"
              class="px-1.5 py-1"
              disabled={i === legs.length - 1}
              aria-label="{title}: leg {i + 1} down"
              onclick={() => move(i, 1)}>↓</button
            >
            <button
              type="button"
              class="px-1.5 py-1"
              aria-label="{title}: a leg after leg {i + 1}"
              onclick={() => add(i + 1)}>+</button
            >
            <button
              type="button"
              class="px-1.5 py-1"
              disabled={legs.length === 1}
              aria-label="{title}: remove leg {i + 1}"
              onclick={() => remove(i)}>×</button
            >
          </span>
        </div>
        {#if unread[i]}<p class="text-xs text-hard">{unread[i]}</p>{/if}
        {#each draft.at(field) as problem (problem.field + problem.message)}
          <p class="text-xs {problem.severity === 'wrong' ? 'text-hard' : 'text-below'}">
            {problem.severity === 'wrong' ? '✕' : '▼'}
            {problem.message}
          </p>
        {/each}
      </li>
    {/each}
  </ol>
</fieldset>

<script lang="ts">
  import { Command, Dialog } from 'bits-ui';
  import { goto } from '$app/navigation';
  import { withStudent } from './with-student';

  let {
    teaches,
    chief,
    chosen,
    open = $bindable()
  }: {
    teaches: boolean;
    chief: boolean;
    chosen: { id: string; name: string } | null;
    open: boolean;
  } = $props();
  const about = $derived(teaches ? chosen : null);

  const places = $derived([
    ...(teaches
      ? [
          { name: 'The school this morning', href: '/today' },
          { name: 'Students', href: '/students' },
          { name: 'Plan a lesson', href: withStudent('/plan', about) },
          { name: 'Drills: see, change, exchange', href: '/plan/drills' },
          { name: 'Tolerances', href: '/plan/profiles' }
        ]
      : [
          { name: 'Today', href: '/today' },
          { name: 'Practise', href: '/practise' },
          { name: 'Practise with figures of your own', href: '/plan' },
          { name: 'The first evening', href: '/first-evening' },
          { name: 'Guided lessons: first approaches', href: '/guided' }
        ]),
    ...(chief ? [{ name: 'People', href: '/people' }] : []),
    ...(chosen ? [{ name: `${chosen.name}: overview`, href: `/students/${chosen.id}` }] : []),
    { name: 'Syllabus', href: '/syllabus' },
    ...(chosen ? [{ name: `${chosen.name}: the road`, href: `/students/${chosen.id}/road` }] : []),
    { name: 'Fly', href: withStudent('/fly', about) },
    { name: 'Debrief', href: withStudent('/debrief', about) },
    { name: 'Record', href: withStudent('/record', about) },
    { name: 'Planning desk: holds, arcs, reversals, wind', href: '/desk' },
    { name: 'Charts: stations and fixes', href: '/charts' },
    { name: 'Bench: which instrument now?', href: '/bench' },
    { name: 'Hangar: airplanes and their numbers', href: '/hangar' },
    { name: 'Your account', href: '/account' },
    { name: 'Sign out', href: '/sign-out' }
  ]);

  function choose(href: string) {
    open = false;
    void goto(href);
  }
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-black/40" />
    <Dialog.Content
      class="fixed top-24 left-1/2 z-50 w-[calc(100vw-2rem)] max-w-md -translate-x-1/2 rounded-md border border-strong-line bg-sheet shadow-xl"
    >
      <Dialog.Title class="sr-only">Go anywhere</Dialog.Title>
      <Command.Root label="Go anywhere">
        <Command.Input
          placeholder="Go to…"
          class="w-full border-b border-line bg-transparent px-4 py-3 outline-none"
        />
        <Command.List class="max-h-80 overflow-auto p-2">
          <Command.Empty class="px-3 py-2 text-soft">Nothing of that name.</Command.Empty>
          {#each places as place (place.href)}
            <Command.Item
              value={place.name}
              onSelect={() => choose(place.href)}
              class="cursor-pointer rounded-sm px-3 py-2 data-[selected]:bg-band">{place.name}</Command.Item
            >
          {/each}
        </Command.List>
      </Command.Root>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { withStudent } from './with-student';

  let {
    me,
    chosen,
    theme
  }: {
    me: { id: string; name: string; role: string; teaches: boolean; schoolName: string };
    chosen: { id: string; name: string } | null;
    theme: 'paper' | 'night';
  } = $props();

  /** A student’s own pages need no name in their address. */
  const about = $derived(me.teaches ? chosen : null);
  const work = $derived([
    { href: '/today', name: me.teaches ? 'School' : 'Today' },
    me.teaches ? { href: '/students', name: 'Students' } : { href: `/students/${me.id}`, name: 'My work' },
    me.teaches
      ? { href: withStudent('/plan', about), name: 'Plan' }
      : { href: '/practise', name: 'Practise' },
    { href: withStudent('/fly', about), name: 'Fly' },
    { href: withStudent('/debrief', about), name: 'Debrief' },
    { href: withStudent('/record', about), name: 'Record' }
  ]);
  const reference = $derived([
    { href: '/syllabus', name: 'Syllabus' },
    ...(me.teaches ? [{ href: '/plan/drills', name: 'Drills' }] : []),
    ...(me.teaches
      ? [
          { href: '/station', name: 'Station' },
          { href: withStudent('/watch', about), name: 'Watch' }
        ]
      : []),
    ...(me.role === 'chief' ? [{ href: '/people', name: 'People' }] : []),
    { href: '/desk', name: 'Desk' },
    { href: '/bench', name: 'Bench' },
    { href: '/charts', name: 'Charts' },
    { href: '/hangar', name: 'Hangar' }
  ]);

  const isCurrent = (address: string) => {
    const { pathname } = page.url;
    const href = address.split('?')[0]!;
    if (href.startsWith('/students'))
      return pathname.startsWith('/students') || pathname.startsWith('/tests/');
    if (href === '/practise')
      return ['/practise', '/guided', '/first-evening'].includes(pathname) || pathname.startsWith('/plan');
    if (href === '/today') return pathname === '/today';
    if (href === '/plan') return pathname.startsWith('/plan') && !pathname.startsWith('/plan/drills');
    return (
      pathname === href || pathname.startsWith(href.startsWith('/plan/') ? href : `/${href.split('/')[1]}/`)
    );
  };

  async function switchTheme() {
    const next = theme === 'night' ? 'paper' : 'night';
    document.cookie = `hanza_theme=${next}; path=/; max-age=31536000; samesite=lax`;
    document.documentElement.dataset['theme'] = next;
    await invalidateAll();
  }
</script>

<nav
  aria-label="Work"
  class="no-print sticky top-0 flex h-screen w-[104px] shrink-0 flex-col border-r border-line bg-paper pt-4 pb-3 compact:static compact:h-auto compact:w-full compact:flex-row compact:items-center compact:gap-1 compact:overflow-x-auto compact:border-r-0 compact:border-b compact:py-1 compact:pr-3"
>
  <a href="/" class="mb-3 px-3.5 text-[15px] compact:mb-0 font-bold text-ink no-underline hover:no-underline"
    >Hanza</a
  >
  {#each work as tab (tab.name)}
    <a
      href={tab.href}
      aria-current={isCurrent(tab.href) ? 'page' : undefined}
      class="mb-1 ml-2 flex h-11 items-center rounded-l-lg border border-r-0 border-line pl-3 compact:mb-0 compact:ml-0 compact:h-10 compact:shrink-0 compact:rounded-lg compact:border-r compact:px-2.5 text-[13px] text-soft no-underline hover:text-ink hover:no-underline aria-[current=page]:-mr-px aria-[current=page]:ml-1 compact:aria-[current=page]:mr-0 compact:aria-[current=page]:ml-0 aria-[current=page]:bg-sheet aria-[current=page]:font-bold aria-[current=page]:text-ink"
      >{tab.name}</a
    >
  {/each}
  <div class="mt-5 compact:hidden"></div>
  {#each reference as tab (tab.name)}
    <a
      href={tab.href}
      aria-current={isCurrent(tab.href) ? 'page' : undefined}
      class="mb-1 ml-2 flex h-9 items-center rounded-l-lg border border-r-0 border-line pl-3 compact:mb-0 compact:ml-0 compact:h-10 compact:shrink-0 compact:rounded-lg compact:border-r compact:px-2.5 text-xs text-soft no-underline hover:text-ink hover:no-underline aria-[current=page]:-mr-px aria-[current=page]:ml-1 compact:aria-[current=page]:mr-0 compact:aria-[current=page]:ml-0 aria-[current=page]:bg-sheet aria-[current=page]:font-bold aria-[current=page]:text-ink"
      >{tab.name}</a
    >
  {/each}
  <div
    class="mt-auto px-3 text-[11px] leading-snug text-soft compact:mt-0 compact:flex compact:shrink-0 compact:items-center compact:gap-3 compact:whitespace-nowrap"
  >
    {#if me.teaches && chosen}
      <div class="mb-3 compact:mb-0">
        <div class="compact:hidden">Student</div>
        <a href="/students/{chosen.id}" class="font-bold text-ink">{chosen.name}</a>
      </div>
    {/if}
    <a
      href="/account"
      class="mb-2 block min-h-6 break-words compact:mb-0 text-soft underline underline-offset-2">{me.name}</a
    >
    <button
      class="mb-1 block min-h-6 text-left compact:mb-0 underline underline-offset-2"
      onclick={switchTheme}
    >
      {theme === 'night' ? 'Paper' : 'Night'}
    </button>
    <a href="/sign-out" class="block min-h-6 text-soft underline underline-offset-2">Sign out</a>
  </div>
</nav>

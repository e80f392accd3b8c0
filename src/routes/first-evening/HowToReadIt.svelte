<script lang="ts">
  import { button } from '$lib/ui/button';

  /** The one picture that stands everywhere, explained; and the way to one's own. */
  let { attempt }: { attempt: string | null } = $props();
</script>

<div class="mt-2 grid items-start gap-6 lg:grid-cols-[380px_minmax(0,1fr)]">
  <svg
    viewBox="0 0 380 120"
    class="w-full border border-line"
    role="img"
    aria-label="A band with a line in it"
  >
    <rect x="0" y="36" width="380" height="44" fill="var(--band)" />
    <path d="M0 36H380M0 80H380" stroke="var(--band-edge)" stroke-width="0.7" />
    <path d="M0 58H380" stroke="var(--now)" stroke-width="1" stroke-dasharray="4 3" />
    <path
      d="M0 60C40 52 70 64 110 58S170 20 205 22 240 62 280 66 340 54 380 58"
      fill="none"
      stroke="var(--trace)"
      stroke-width="2"
    />
    <path d="M163 36C177 22 190 20 205 22 213 23 220 29 226 36Z" fill="var(--above)" opacity="0.35" />
    <text x="8" y="52" font-size="11" fill="var(--soft)">asked for</text>
    <text x="292" y="95" font-size="11" fill="var(--soft)">flown</text>
    <text x="172" y="14" font-size="11" fill="var(--above)">▲ outside, above</text>
  </svg>
  <div class="max-w-prose text-[13px]">
    <p>
      Everything you are asked to hold is a band; what you flew is the line in it. Outside is marked above or
      below, and said in a sentence with its moment. First stands one thing you did well and one to work on; a
      press on it goes to where it happened.
    </p>
    <p class="mt-2">
      {#if attempt}<a class={button.plain} href="/debrief/{attempt}">Open the debrief of your latest flight</a
        >
      {:else}<span class="text-soft">After your first flight its debrief opens by itself.</span>{/if}
    </p>
  </div>
</div>

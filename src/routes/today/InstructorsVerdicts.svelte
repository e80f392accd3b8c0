<script lang="ts">
  import { signedFigure } from '$core/measure/figure';
  import type { PageData } from './$types';

  /** For the chief: whether somebody's own verdicts lie higher or lower beside the computed ones than the others' do. */
  let { verdicts }: { verdicts: PageData['verdicts'] } = $props();
  const WORDS = {
    'too few': 'too few flights to say',
    alike: 'no clear difference',
    'more lenient': '▲ more lenient than the others',
    stricter: '▼ stricter than the others'
  } as const;
</script>

<section class="mt-8">
  <h2>Own verdicts beside the computed ones</h2>
  <p class="max-w-prose text-xs text-soft">
    The school’s latest flights in the lessons each has planned. A step is from not met to met with prompt
    correction, or from that to met; the difference to the others has its 90 % interval. For the chief
    instructor alone.
  </p>
  <table class="sheet-table mt-2 text-[13px]">
    <thead
      ><tr
        ><th>Instructor</th><th class="number">flights</th><th class="number">raised</th><th class="number"
          >lowered</th
        ><th class="number">steps a flight, beside the others</th><th></th></tr
      ></thead
    >
    <tbody>
      {#each verdicts as { id, name, flights, raised, lowered, kind, difference } (id)}
        <tr>
          <td>{name}</td>
          <td class="number">{flights}</td>
          <td class="number">{raised}</td>
          <td class="number">{lowered}</td>
          <td class="number"
            >{#if difference}{signedFigure(difference.mean, 2)} ({signedFigure(difference.low, 2)} to {signedFigure(
                difference.high,
                2
              )}){:else}–{/if}</td
          >
          <td>{WORDS[kind]}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</section>

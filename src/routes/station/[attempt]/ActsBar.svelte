<script lang="ts">
  import { isApproach } from '$core/drill/approach/approach-drill';
  import { spokenWeather } from '$core/air/weather-report';
  import { lessonInWeather } from '$core/flight/weather-in-flight';
  import { reportOf, weatherNow } from '$core/flight/weather-now';
  import type { Phase } from '$core/drill/drill';
  import type { WatchedFlight } from '$lib/worker/watched-flight.svelte';
  import type { PageData } from './$types';
  import CommandBar from './CommandBar.svelte';
  import type { StandingActs } from './standing-acts.svelte';

  /** What an instructor can do to the flight, with the weather as it stands. */
  let {
    data,
    watched,
    acts,
    phases
  }: {
    data: PageData;
    watched: WatchedFlight;
    acts: StandingActs;
    /** With what was asked for on the way. */
    phases: readonly Phase[];
  } = $props();

  const planned = $derived(data.shown.lesson);
  const { plan, area } = $derived(planned);
  const standardThere_C = $derived(weatherNow(planned, [], 0).temperature_C - plan.temperatureOffset_K);
  /** By what was done, which is known before it can be seen. */
  const weatherLesson = $derived(
    acts.weather.reduce((before, { change }) => lessonInWeather(before, change) ?? before, planned)
  );
  const weather = $derived(weatherNow(weatherLesson, acts.weather, watched.flown_s));
  const minimum = $derived(
    data.minimum &&
      isApproach(plan) && {
        set_ft: data.minimum.set_ft,
        height_ft: data.minimum.set_ft - plan.approach.approach.touchdownElevation_ft,
        visibility_sm: data.minimum.visibility_sm
      }
  );
</script>

<CommandBar
  frozen={acts.frozenBy !== null}
  held={acts.heldBy !== null}
  rate={acts.rate}
  control={acts.control}
  place={{ places: data.places, own: data.ownPlaces, area: plan.area, here: () => watched.here() }}
  clear={{ phases, fixes: data.fixes }}
  weather={{
    now: weather,
    standard_C: standardThere_C,
    own: data.ownWeather,
    minimum: minimum || null,
    isKnown: acts.isWeatherKnown,
    said: (told) => spokenWeather(reportOf(planned, told), area.variation_deg)
  }}
  fail={{ failed: acts.failed, fixes: data.fixes }}
  ongive={(command) => void watched.give(command)}
/>

import { untrack } from 'svelte';
import type { PersonsHands } from '$lib/controls/hands.svelte';
import type { FlightSession } from '$lib/worker/flight-session.svelte';

/** Time stands still behind a dialog, and goes on after it; a joystick's buttons do nothing meanwhile. */
export function stillBehind(
  dialogOpen: () => boolean,
  hands: PersonsHands,
  session: () => FlightSession | null
): void {
  let stopped = false;
  $effect(() => {
    const open = dialogOpen();
    hands.buttonsWork = !open;
    untrack(() => {
      const flown = session();
      if (open && flown?.state === 'running') {
        flown.run(false);
        stopped = true;
      } else if (!open && stopped) {
        stopped = false;
        if (flown?.state === 'paused') flown.run(true);
      }
    });
  });
}

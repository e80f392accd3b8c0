import { untrack } from 'svelte';
import type { PersonsHands } from '$lib/controls/hands.svelte';
import type { FlightSession } from '$lib/worker/flight-session.svelte';

/**
 * Time stands still behind a dialog, and goes on after it; a joystick's buttons do nothing meanwhile. It also stops, until
 * it is let go on, where nobody sees the page or flies the airplane: a hidden tab, a joystick pulled out.
 */
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
  const stop = () => untrack(() => session()?.state === 'running' && session()?.run(false));
  $effect(() => {
    if (hands.joystickLost) stop();
  });
  $effect(() => {
    const hide = () => document.visibilityState === 'hidden' && stop();
    document.addEventListener('visibilitychange', hide);
    return () => document.removeEventListener('visibilitychange', hide);
  });
}

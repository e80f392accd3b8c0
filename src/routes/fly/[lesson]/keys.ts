import type { PersonsHands } from '$lib/controls/hands.svelte';
import type { Shortcut } from '$lib/ui/shortcuts.svelte';

/** The keys of the hand that flies while the other one looks: the arrows, and what lies around them. */
export function oneHandKeys(hands: PersonsHands): Shortcut[] {
  const all = flyingKeys(hands);
  const arrows = all.filter(({ key }) => key.startsWith('Arrow'));
  const keep = (key: string) => all.filter((shortcut) => shortcut.key === key);
  return [
    ...arrows,
    {
      key: '/',
      shown: '↑ ↓ /',
      does: 'nose up, down; ← → bank; / wings level',
      run: () => hands.levelWings()
    },
    { key: 'PageUp', shown: 'Page ↑ ↓', does: 'more, less power', run: () => hands.nudgeThrottle(1) },
    { key: 'PageDown', shown: '', does: '', run: () => hands.nudgeThrottle(-1) },
    { key: 'Home', shown: 'Home End', does: 'trim nose up, down', run: () => hands.nudgeTrim(1) },
    { key: 'End', shown: '', does: '', run: () => hands.nudgeTrim(-1) },
    ...keep('f'),
    ...keep('v'),
    ...keep('g')
  ];
}

/** The keys that work the airplane. Arrow keys move a held attitude by steps; on the stick they are read as they are held. */
export function flyingKeys(hands: PersonsHands): Shortcut[] {
  const arrow = (key: string, run: () => void): Shortcut => ({
    key,
    shown: '',
    does: '',
    run: () => hands.attitudeHold && run()
  });
  return [
    arrow('ArrowUp', () => hands.nudgePitch(1)),
    arrow('ArrowDown', () => hands.nudgePitch(-1)),
    arrow('ArrowLeft', () => hands.nudgeBank(-1)),
    arrow('ArrowRight', () => hands.nudgeBank(1)),
    { key: 'l', shown: '↑ ↓', does: 'nose up, down; ← → bank; L wings level', run: () => hands.levelWings() },
    { key: 'w', shown: 'W', does: 'more power', run: () => hands.nudgeThrottle(1) },
    { key: 's', shown: 'S', does: 'less power', run: () => hands.nudgeThrottle(-1) },
    { key: 'Shift+W', shown: '⇧W', does: 'full power', run: () => (hands.throttle = 1) },
    { key: 'Shift+S', shown: '⇧S', does: 'idle', run: () => (hands.throttle = 0) },
    { key: 'o', shown: 'O P', does: 'propeller coarser, finer', run: () => hands.nudgePropeller(-1) },
    { key: 'p', shown: '', does: '', run: () => hands.nudgePropeller(1) },
    { key: 'f', shown: 'F', does: 'flaps down a step', run: () => hands.moveFlaps(1) },
    { key: 'v', shown: 'V', does: 'flaps up a step', run: () => hands.moveFlaps(-1) },
    { key: 'g', shown: 'G', does: 'gear up, down', run: () => hands.moveGear() },
    { key: 'e', shown: 'E', does: 'trim nose up', run: () => hands.nudgeTrim(1) },
    { key: 'd', shown: 'D', does: 'trim nose down', run: () => hands.nudgeTrim(-1) },
    { key: 'h', shown: 'H J', does: 'heading knob left, right', run: () => hands.turnHeadingKnob(-1) },
    { key: 'j', shown: '', does: '', run: () => hands.turnHeadingKnob(1) },
    {
      key: 'x',
      shown: 'X',
      does: 'alternate static',
      run: () => (hands.alternateStatic = !hands.alternateStatic)
    },
    { key: ',', shown: ', .', does: 'altimeter setting down, up', run: () => hands.turnSubscale(-1) },
    { key: '.', shown: '', does: '', run: () => hands.turnSubscale(1) }
  ];
}

import { asCourse } from '$core/measure/angle';
import { needleSources, pointerSources, type RadioSettings } from '$core/radio/radio-settings';
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
      does: 'nose; ← → bank; / wings level',
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
    arrow('ArrowUp', () => hands.nudgePitch(hands.downIsNoseUp ? -1 : 1)),
    arrow('ArrowDown', () => hands.nudgePitch(hands.downIsNoseUp ? 1 : -1)),
    arrow('ArrowLeft', () => hands.nudgeBank(-1)),
    arrow('ArrowRight', () => hands.nudgeBank(1)),
    // The number pad is another set of arrows, with the power beside it.
    arrow('Numpad8', () => hands.nudgePitch(hands.downIsNoseUp ? -1 : 1)),
    arrow('Numpad2', () => hands.nudgePitch(hands.downIsNoseUp ? 1 : -1)),
    arrow('Numpad4', () => hands.nudgeBank(-1)),
    arrow('Numpad6', () => hands.nudgeBank(1)),
    { key: 'Numpad5', shown: '', does: '', run: () => hands.levelWings() },
    { key: 'NumpadAdd', shown: '', does: '', run: () => hands.nudgeThrottle(1) },
    { key: 'NumpadSubtract', shown: '', does: '', run: () => hands.nudgeThrottle(-1) },
    { key: 'l', shown: '↑ ↓', does: 'nose; ← → bank; L wings level', run: () => hands.levelWings() },
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

/** The keys of the radios: the first one's course, its ident, what feeds the needle, and the call at a fix. */
export function radioKeys(hands: PersonsHands, mark: () => void): Shortcut[] {
  const change = (by: (radios: RadioSettings) => RadioSettings) => () => {
    if (hands.radios) hands.radios = by(hands.radios);
  };
  const turn = (degrees: number) =>
    change((radios) => {
      const which = radios.source === 'nav2' ? 'nav2' : 'nav1';
      const course_deg = asCourse(radios[which].course_deg + degrees);
      return { ...radios, [which]: { ...radios[which], course_deg } };
    });
  const next = <T>(all: readonly T[], now: T): T => all[(all.indexOf(now) + 1) % all.length]!;
  return [
    { key: '[', shown: '[ ]', does: 'course down, up a degree; with shift, ten', run: turn(-1) },
    { key: ']', shown: '', does: '', run: turn(1) },
    { key: 'Shift+{', shown: '', does: '', run: turn(-10) },
    { key: 'Shift+}', shown: '', does: '', run: turn(10) },
    {
      key: 't',
      shown: 'T',
      does: 'radio 1: what stands by becomes active',
      run: change((radios) => ({
        ...radios,
        nav1: {
          ...radios.nav1,
          active_MHz: radios.nav1.standby_MHz,
          standby_MHz: radios.nav1.active_MHz
        }
      }))
    },
    {
      key: 'i',
      shown: 'I',
      does: 'listen to the ident of what feeds the needle',
      run: change((radios) => {
        const radio = radios.source === 'nav2' ? ('nav2' as const) : ('nav1' as const);
        return { ...radios, listening: radios.listening === null ? radio : null };
      })
    },
    {
      key: 'n',
      shown: 'N',
      does: 'what feeds the needle',
      run: change((radios) => ({ ...radios, source: next(needleSources, radios.source) }))
    },
    {
      key: 'b',
      shown: 'B',
      does: 'what the pointer points at',
      run: change((radios) => ({ ...radios, pointer: next(pointerSources, radios.pointer) }))
    },
    { key: 'y', shown: 'Y', does: 'call the fix', run: mark }
  ];
}

/** The keys of the lesson itself: time, stopwatch, rates; and, where both hands fly, the help, the covers and the voice. */
export function lessonKeys(act: {
  togglePause: () => void;
  stopwatch: { toggle: () => void; reset: () => void };
  setRate: (rate: number) => void;
  beginAgain: () => void;
  /** Left out where one hand looks. */
  bothHands?: { nextAssist: () => void; cover: () => void; toggleVoice: () => void };
}): Shortcut[] {
  const { stopwatch, bothHands } = act;
  return [
    { key: 'Space', shown: 'space', does: 'begin, pause, go on', run: act.togglePause },
    { key: 'c', shown: 'C', does: 'stopwatch: start, stop', run: () => stopwatch.toggle() },
    { key: 'Shift+c', shown: '⇧C', does: 'stopwatch: reset', run: () => stopwatch.reset() },
    ...(bothHands
      ? [
          { key: 'a', shown: 'A', does: 'stick, attitude hold, autopilot', run: bothHands.nextAssist },
          { key: 'k', shown: 'K', does: 'cover instruments', run: bothHands.cover },
          { key: 'm', shown: 'M', does: 'the instructor’s voice on, off', run: bothHands.toggleVoice }
        ]
      : []),
    ...[1, 2, 4, 8].map((rate) => ({
      key: String(rate),
      shown: rate === 1 ? '1 2 4 8' : '',
      does: 'times real speed',
      run: () => act.setRate(rate)
    })),
    { key: 'r', shown: 'R', does: 'begin again', run: act.beginAgain }
  ];
}

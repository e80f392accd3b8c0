import { aircraftById } from '$core/aircraft/catalogue';
import { strangeRadios, type RadioSettings } from '$core/radio/radio-settings';
import { PersonsHands } from '$lib/controls/hands.svelte';
import { belongsToFocus, type Shortcut } from '$lib/ui/shortcuts.svelte';
import { describe, expect, test, vi } from 'vitest';
import { flyingKeys, lessonKeys, oneHandKeys, radioKeys } from '../../src/routes/fly/[lesson]/keys';

const nothing = () => {};
const stopwatch = { toggle: nothing, reset: nothing };
const lesson = (bothHands: boolean) =>
  lessonKeys({
    togglePause: nothing,
    stopwatch,
    setRate: nothing,
    beginAgain: nothing,
    ...(bothHands ? { bothHands: { nextAssist: nothing, cover: nothing, toggleVoice: nothing } } : {})
  });
const press = (keys: Shortcut[], key: string) => {
  const one = keys.find((shortcut) => shortcut.key === key);
  if (!one) throw new Error(`nothing is on ${key}`);
  one.run({} as KeyboardEvent);
};
const radios: RadioSettings = {
  ...strangeRadios,
  nav1: { active_MHz: 110.3, standby_MHz: 113.4, course_deg: 2 },
  nav2: { ...strangeRadios.nav2, course_deg: 355 },
  source: 'nav1',
  pointer: 'nav1'
};
const tuned = (changes: Partial<RadioSettings> = {}) => {
  const hands = new PersonsHands(aircraftById('sandling-160'));
  hands.radios = { ...radios, ...changes };
  return hands;
};

describe('the keys of the trainer', () => {
  test.each([
    [
      'two hands',
      (hands: PersonsHands) => [...flyingKeys(hands), ...radioKeys(hands, nothing), ...lesson(true)]
    ],
    ['one hand', (hands: PersonsHands) => [...oneHandKeys(hands), ...lesson(false)]]
  ])('for %s: no key does two things, and what is told of a key is told once', (_, all) => {
    const keys = all(tuned());
    expect(new Set(keys.map(({ key }) => key)).size).toBe(keys.length);
    const told = keys.filter(({ shown }) => shown !== '').map(({ does }) => does);
    expect(new Set(told).size).toBe(told.length);
    for (const { shown, does } of keys) expect(shown !== '' && does === '').toBe(false);
  });

  test('arrows move an attitude that is held and leave a stick alone; which way is up is the person’s own', () => {
    const hands = tuned();
    const held = () =>
      hands.now(0, { pitch_deg: 2, bank_deg: 0 }).stick as { pitch_deg: number; bank_deg: number };
    const keys = flyingKeys(hands);
    hands.assist = 'direct';
    press(keys, 'ArrowUp');
    hands.assist = 'attitude-hold';
    const before = { ...held() };
    press(keys, 'ArrowUp');
    press(keys, 'ArrowRight');
    const after = { ...held() };
    expect(after.pitch_deg).toBeGreaterThan(before.pitch_deg);
    expect(after.bank_deg).toBeGreaterThan(before.bank_deg);
    hands.downIsNoseUp = true;
    press(keys, 'Numpad2');
    press(keys, 'Numpad2');
    expect(held().pitch_deg).toBeGreaterThan(after.pitch_deg);
    press(keys, 'l');
    expect(held().bank_deg).toBe(0);
  });
});

describe('the keys of the radios', () => {
  test('turn the course of the radio that feeds the needle, over north', () => {
    const hands = tuned();
    const keys = radioKeys(hands, nothing);
    for (const key of ['[', '[', 'Shift+{']) press(keys, key);
    expect([hands.radios!.nav1.course_deg, hands.radios!.nav2.course_deg]).toEqual([350, 355]);
    hands.radios = { ...hands.radios!, source: 'nav2' };
    for (const key of [']', 'Shift+}']) press(keys, key);
    expect([hands.radios!.nav1.course_deg, hands.radios!.nav2.course_deg]).toEqual([350, 6]);
  });

  test('swap and swap back; go round what feeds the needle and what is pointed at; listen to what is fed', () => {
    const hands = tuned();
    const keys = radioKeys(hands, nothing);
    press(keys, 't');
    expect(hands.radios!.nav1).toMatchObject({ active_MHz: 113.4, standby_MHz: 110.3 });
    press(keys, 't');
    expect(hands.radios).toEqual(radios);
    const round = (key: string, of: () => unknown) => {
      const seen = [of()];
      do press(keys, key);
      while (seen.push(of()) < 12 && of() !== seen[0]);
      return seen.slice(0, -1);
    };
    expect(round('n', () => hands.radios!.source)).toEqual(['nav1', 'nav2', 'rnav']);
    expect(round('b', () => hands.radios!.pointer)).toEqual(['nav1', 'nav2', 'adf', 'rnav']);
    press(keys, 'n');
    press(keys, 'i');
    expect(hands.radios!.listening).toBe('nav2');
    press(keys, 'i');
    expect(hands.radios!.listening).toBeNull();
  });

  test('do nothing where there are none, but for the call', () => {
    const hands = new PersonsHands(aircraftById('sandling-160'));
    const called = vi.fn();
    for (const { key } of radioKeys(hands, called)) press(radioKeys(hands, called), key);
    expect(hands.radios ?? null).toBeNull();
    expect(called).toHaveBeenCalledOnce();
  });
});

describe('a key that belongs to what has the focus', () => {
  const on = (target: object | null, key: string) =>
    belongsToFocus({
      key,
      target: target && { dataset: {}, ariaExpanded: null, ...target }
    } as unknown as KeyboardEvent);
  test.each([
    ['a field takes letters', { tagName: 'INPUT' }, 'w', true],
    ['a field lets go of escape', { tagName: 'INPUT' }, 'Escape', false],
    ['a slider takes its arrows', { tagName: 'SPAN', role: 'slider' }, 'ArrowUp', true],
    ['a slider takes no letters', { tagName: 'SPAN', role: 'slider' }, 'w', false],
    ['a button takes space', { tagName: 'BUTTON' }, ' ', true],
    ['a button takes no letters', { tagName: 'BUTTON' }, 'w', false],
    ['a list takes letters', { tagName: 'BUTTON', role: 'combobox' }, 'w', true],
    [
      'a closed list in the trainer takes none',
      { tagName: 'BUTTON', role: 'combobox', dataset: { letsGo: '' } },
      'w',
      false
    ],
    [
      'an open one does',
      { tagName: 'BUTTON', role: 'combobox', ariaExpanded: 'true', dataset: { letsGo: '' } },
      'w',
      true
    ],
    ['the page takes nothing', { tagName: 'BODY', isContentEditable: false }, 'w', false],
    ['nothing takes nothing', null, 'w', false]
  ] as const)('%s', (_, target, key, taken) => {
    expect(on(target, key)).toBe(taken);
  });
});

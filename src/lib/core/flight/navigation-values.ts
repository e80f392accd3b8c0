import type { Lesson } from '../drill/lesson';
import { firstByRadio, radiosFor } from '../drill/reference-radios';
import { mainNeedle, type NavigationShown } from '../radio/navigation-shown';
import { needleSources, strangeRadios, type RadioSettings } from '../radio/radio-settings';

/** What the radios stand at as a lesson begins: set for its first goal by radio, or on nothing in use. */
export function startingRadios({ navigation, drill }: Lesson): RadioSettings {
  const first = firstByRadio(drill.phases);
  return !navigation || navigation.radios === 'cold' || !first ? strangeRadios : radiosFor(first);
}

/** What is recorded of the navigation instruments, in the order of their channels. */
export function navigationValues(shown: NavigationShown): number[] {
  const { course_deg, deflection, toFrom, valid } = mainNeedle(shown);
  return [
    deflection,
    !valid || toFrom === null ? 0 : toFrom === 'to' ? 1 : -1,
    course_deg,
    needleSources.indexOf(shown.source) + 1,
    shown.needles.nav2.deflection,
    shown.pointer?.bearing_deg ?? -1,
    shown.distance?.nm ?? -1
  ];
}

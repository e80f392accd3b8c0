import type { Lesson } from '../drill/lesson';
import { radiosFor } from '../drill/lesson-navigation';
import { isNavigation } from '../drill/drill';
import { mainNeedle, type NavigationShown } from '../radio/navigation-shown';
import { needleSources, strangeRadios, type RadioSettings } from '../radio/radio-settings';

/** What the radios stand at as a lesson begins: set for its first goal by radio, or on nothing in use. */
export function startingRadios({ navigation, drill }: Lesson): RadioSettings {
  if (!navigation || navigation.radios === 'cold') return strangeRadios;
  const first = drill.phases.find((phase) => isNavigation(phase.goal.lateral)) ?? drill.phases[0]!;
  return radiosFor(navigation, first.goal.lateral);
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

import type { Lesson } from '../drill/lesson';
import type { Sample } from './channels';
import { withPlanted } from '../drill/approach/planted-fault';
import { missedStationOfLesson } from '../drill/approach/missed-station-of-lesson';
import { firstByRadio, radiosFor } from '../drill/reference-radios';
import { mainNeedle, type NavigationShown } from '../radio/navigation-shown';
import { withWaiting } from '../radio/station-on-radio';
import { needleSources, strangeRadios, type RadioSettings } from '../radio/radio-settings';

/** What the radios stand at as a lesson begins: set for its first goal by radio and what leads a missed approach, or on nothing in use. */
export function startingRadios(lesson: Lesson): RadioSettings {
  const { navigation, drill } = lesson;
  const first = firstByRadio(drill.phases);
  return !navigation || navigation.radios === 'cold' || !first
    ? strangeRadios
    : withWaiting(withPlanted(radiosFor(first), navigation.planted), missedStationOfLesson(lesson));
}

/** What stands for no path, or its flag. */
export const NO_PATH = -9;

/** What is recorded of the navigation instruments. */
export function navigationValues(shown: NavigationShown): Sample {
  const { course_deg, deflection, toFrom, valid } = mainNeedle(shown);
  return {
    needle: deflection,
    toFrom: !valid || toFrom === null ? 0 : toFrom === 'to' ? 1 : -1,
    course_deg,
    needleSource: needleSources.indexOf(shown.source) + 1,
    needle2: shown.needles.nav2.deflection,
    bearing_deg: shown.pointer?.bearing_deg ?? -1,
    distance_nm: shown.distance?.nm ?? -1,
    pathNeedle: shown.path?.valid ? shown.path.deflection : NO_PATH
  };
}

import { sameBugs, type Bugs } from '../instrument/bugs';
import { sameRadios, type RadioSettings } from '../radio/radio-settings';
import type { Happening } from './flight-event';
import type { Hands } from './hands';

type Levers = Pick<Hands, 'flapsTarget_deg' | 'gearTarget' | 'altimeterSetting_hPa'>;

/** What the hands did that is worth keeping: levers, the subscale, radios and the marks on the scales. */
export interface HandsNotes {
  /** What is new in these hands. The radios as they stand first are news: a set-up is held against them. */
  of(hands: Hands, radiosFlownWith: RadioSettings | undefined): Happening[];
  /** The marks as they stand. */
  bugs(): Bugs;
}

/**
 * @param found levers and subscale as the airplane is found: what is moved before the first second is a change, too
 * @param startingBugs the marks before a hand has moved them, or as they were kept last
 */
export function handsNotes(found: Levers, startingBugs: Bugs): HandsNotes {
  let bugs = startingBugs;
  let radios: RadioSettings | null = null;
  let before = found;
  return {
    bugs: () => bugs,
    of(hands, radiosFlownWith) {
      const notes: Happening[] = [];
      const { flapsTarget_deg, gearTarget, altimeterSetting_hPa } = hands;
      if (before.flapsTarget_deg !== flapsTarget_deg)
        notes.push({ kind: 'flaps', detail: `${flapsTarget_deg}°` });
      if (before.gearTarget !== gearTarget)
        notes.push({ kind: 'gear', detail: gearTarget > 0.5 ? 'down' : 'up' });
      if (before.altimeterSetting_hPa !== altimeterSetting_hPa)
        notes.push({ kind: 'altimeter', detail: `${altimeterSetting_hPa} hPa` });
      before = { flapsTarget_deg, gearTarget, altimeterSetting_hPa };
      const set = hands.radios ?? radiosFlownWith;
      if (set && !(radios && sameRadios(set, radios))) {
        radios = structuredClone(set);
        notes.push({ kind: 'radio', radios });
      }
      if (hands.bugs && !sameBugs(hands.bugs, bugs)) {
        bugs = { ...hands.bugs };
        notes.push({ kind: 'bugs', bugs });
      }
      return notes;
    }
  };
}

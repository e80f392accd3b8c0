import type { Lesson } from '../../drill/lesson';
import { missedStationOfLesson } from '../../drill/approach/missed-station-of-lesson';
import { isByRadio, radiosFor } from '../../drill/reference-radios';
import { isOnRadio } from '../../radio/station-on-radio';
import { frequencyOf } from '../../radio/world-check';
import { type RadioSettings } from '../../radio/radio-settings';
import { COURSE_SET_WITHIN_DEG } from '../checks/set-up';
import type { Advice, Hint } from './coach-moment';

/** When each step of setting up is missed, s into the phase. */
const TUNE_S = 15;
const IDENTIFY_S = 25;
const COURSE_S = 38;
const SOURCE_S = 48;
const WEIGHT = 1.5;
const radio = (words: string): Advice => ({ words, weight: WEIGHT, hand: 'other' });

/** Settled on the way in, there is time for what comes after the final. */
const SETTLED_S = 20;

/** On the way in, with the radios set: what leads the missed approach, while it waits on none of them. */
export function missedStationHint(lesson: Lesson): Hint {
  const { drill } = lesson;
  const station = missedStationOfLesson(lesson);
  let radios: RadioSettings | null = null;
  return {
    heard(event) {
      if (event.kind === 'radio') radios = event.radios;
    },
    look(memory) {
      const now = memory[memory.length - 1]!;
      const { segment, goal } = drill.phases[now.phaseIndex]!;
      if (!station || !radios || now.phaseIndex === 0 || now.inPhase_s < SETTLED_S) return null;
      if (segment !== 'inbound' || goal.vertical.kind !== 'level' || isOnRadio(station, radios)) return null;
      return radio(`For the missed approach: ${station.id}, ${frequencyOf(station)}, on a standby.`);
    }
  };
}

/** Tune, identify, course, source: the next of them that is missing. */
export function setUpHint(lesson: Lesson): Hint {
  const { drill, navigation } = lesson;
  let radios: RadioSettings | null = null;
  let listened = false;
  return {
    heard(event) {
      if (event.kind !== 'radio') return;
      radios = event.radios;
      if (radios.listening) listened = true;
    },
    look(memory) {
      const now = memory[memory.length - 1]!;
      const phase = drill.phases[now.phaseIndex]!;
      const asked = drill.checks.some((check) => check.kind === 'set-up' && check.phase === phase.id);
      const next = drill.phases.slice(now.phaseIndex).find(isByRadio);
      if (!asked || !navigation || navigation.radios === 'ready' || !radios || !next) return null;
      const wanted = radiosFor(next);
      const { by, station } = next.reference;
      if (by === 'rnav' || by === 'ndb' || !station) return null;
      const which = radios.source === 'nav2' ? ('nav2' as const) : ('nav1' as const);
      if (Math.abs(radios[which].active_MHz - wanted.nav1.active_MHz) > 0.004)
        return now.inPhase_s > TUNE_S ? radio(`Tune ${station.id}: ${frequencyOf(station)}.`) : null;
      if (!listened)
        return now.inPhase_s > IDENTIFY_S
          ? radio('Identify it before you use it: listen to the ident.')
          : null;
      const off = Math.abs(((radios[which].course_deg - wanted.nav1.course_deg + 540) % 360) - 180);
      if (off > COURSE_SET_WITHIN_DEG)
        return now.inPhase_s > COURSE_S
          ? radio('Turn the course until the needle is in the middle with TO.')
          : null;
      if (radios.source !== which)
        return now.inPhase_s > SOURCE_S ? radio('Now the source: what feeds this needle?') : null;
      return null;
    }
  };
}

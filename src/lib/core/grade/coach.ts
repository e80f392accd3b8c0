import type { ChannelId } from '../flight/channels';
import type { FlightEvent } from '../flight/flight-event';
import type { Lesson } from '../drill/lesson';
import { coursesHint } from './coach/course-hint';
import { corridorHint } from './coach/corridor-hint';
import { dangerHint } from './coach/danger-hint';
import { directHint } from './coach/direct-hint';
import { fullScaleHint } from './coach/full-scale-hint';
import { guideHint } from './coach/guide-hint';
import { holdHint } from './coach/hold-hint';
import { URGENT, type Advice, type CoachMoment, type Hint } from './coach/coach-moment';
import { momentHint } from './coach/moment-hint';
import { pathHint } from './coach/path-hint';
import { praiseHint } from './coach/praise-hint';
import { missedStationHint, setUpHint } from './coach/set-up-hint';

/** At the earliest so long after the last hint comes another one, and so long after it the same again. */
export const HINT_PAUSE_S = 12;
export const SAME_HINT_PAUSE_S = 40;
/** What was said again and again and not acted on is said less often, up to this pause. */
const LONGEST_PAUSE_S = 100;
const SAME_HAND_PAUSE_S = 16;
/** Praise does not follow on the heels of a correction. */
const PRAISE_PAUSE_S = 60;
/** What must be said at once waits no longer than this. */
const URGENT_PAUSE_S = 4;
/** What the coach remembers. */
const REMEMBERS_S = 40;
/** The first moments of a drill are for taking in the panel. */
const QUIET_FOR_S = 8;
/** What must be heard is said again so soon. */
const ALONE_AGAIN_S = 10;
/** … and nothing lesser until it is past: what brings an altitude back is wrong for a wing that has just stalled. */
const AFTER_ALONE_S = 15;
/** It looks so often. */
const LOOKS_EVERY_SAMPLES = 5;

/** An instructor's voice while somebody practises: the one thing to say now, or nothing. */
export interface Coach {
  /** To be asked at every recorded sample. @param read the newest value of a channel */
  watch(time_s: number, phaseIndex: number, read: (channel: ChannelId) => number): string | null;
  /** Whether what was said last corrects something, and does not only explain or praise. */
  corrects(): boolean;
  /** What the student has done besides flying: the clock, the radios. */
  heard(event: FlightEvent): void;
}

/** As hints become fewer only what matters is said, and less often. */
const EVERY_HINT = { leastWeight: -Infinity, pauses: 1 };
const FEW_HINTS = { leastWeight: 1.5, pauses: 3 };

/** What is spoken of in a lesson: a guided one that is shown is explained, and what is flown with few hints is not. */
function hintsFor(lesson: Lesson): Hint[] {
  const { guided } = lesson.plan;
  if (guided?.stage === 'shown') return [guideHint(lesson), pathHint(lesson)];
  const corrections = [
    dangerHint(lesson),
    fullScaleHint(lesson),
    momentHint(lesson),
    setUpHint(lesson),
    missedStationHint(lesson),
    holdHint(lesson),
    coursesHint(lesson),
    directHint(lesson),
    pathHint(lesson),
    corridorHint(lesson)
  ];
  return guided?.stage === 'few hints'
    ? corrections
    : [guideHint(lesson), ...corrections, praiseHint(lesson)];
}

/** Speaks only in lessons with hints; what it says comes from the same measures a flight is graded by. */
export function coach(lesson: Lesson): Coach {
  const hints = hintsFor(lesson);
  const sparing = lesson.plan.guided?.stage === 'few hints' ? FEW_HINTS : EVERY_HINT;
  const memory: CoachMoment[] = [];
  const said = new Map<string, { at_s: number; pause_s: number }>();
  let last: (Advice & { at_s: number }) | null = null;
  let samples = 0;
  let phaseIndex = -1;
  let phaseSince_s = 0;
  function isDue(advice: Advice, time_s: number): boolean {
    const urgent = advice.weight >= URGENT;
    const since_s = last === null ? Infinity : time_s - last.at_s;
    const pause_s = urgent
      ? URGENT_PAUSE_S
      : sparing.pauses * (advice.weight > 0 ? HINT_PAUSE_S : PRAISE_PAUSE_S);
    if (since_s < pause_s || (last?.alone && !advice.alone && since_s < AFTER_ALONE_S)) return false;
    // What the same hand was just told to do is given the time to work before it is told something else.
    if (!urgent && last?.hand === advice.hand && advice.hand !== 'other' && since_s < SAME_HAND_PAUSE_S)
      return false;
    const before = said.get(kindOf(advice.words));
    const again_s =
      advice.again_s ?? (advice.alone ? ALONE_AGAIN_S : urgent ? SAME_HINT_PAUSE_S : before?.pause_s);
    return before === undefined || time_s - before.at_s >= again_s!;
  }
  return {
    watch(time_s, phase, read) {
      if (phase !== phaseIndex) {
        phaseIndex = phase;
        phaseSince_s = time_s;
        memory.length = 0;
        for (const hint of said.values()) hint.pause_s = SAME_HINT_PAUSE_S;
      }
      samples += 1;
      if (samples % LOOKS_EVERY_SAMPLES !== 0) return null;
      const moment: CoachMoment = {
        time_s,
        inPhase_s: time_s - phaseSince_s,
        phaseIndex: phase,
        values: new Map()
      };
      for (const channel of WATCHED) moment.values.set(channel, read(channel));
      memory.push(moment);
      while (memory[0]!.time_s < time_s - REMEMBERS_S) memory.shift();
      if (lesson.plan.corridors !== 'hints' || time_s < QUIET_FOR_S) return null;
      // Rules that keep count look at every moment; what they say waits for its turn, and the worst goes first.
      const wanted = hints
        .map((hint) => hint.look(memory))
        .filter((advice) => advice !== null)
        .filter(({ weight }) => weight >= sparing.leastWeight)
        .sort((a, b) => b.weight - a.weight);
      const candidates = wanted[0]?.alone ? wanted.slice(0, 1) : wanted;
      const advice = candidates.find((candidate) => isDue(candidate, time_s));
      if (!advice) return null;
      last = { ...advice, at_s: time_s };
      const kind = kindOf(advice.words);
      const pause_s = Math.min(LONGEST_PAUSE_S, 1.5 * (said.get(kind)?.pause_s ?? SAME_HINT_PAUSE_S / 1.5));
      said.set(kind, { at_s: time_s, pause_s });
      advice.onsaid?.();
      return advice.words;
    },
    corrects: () => last !== null && last.weight > 0,
    heard: (event) => hints.forEach((hint) => hint.heard?.(event))
  };
}

/** The same thing with another figure in it is the same thing. */
const kindOf = (words: string) => words.replace(/[\d:]+/g, '');

const WATCHED: readonly ChannelId[] = [
  'altitude_ft',
  'ias_kt',
  'tas_kt',
  'flaps_deg',
  'gear',
  'verticalSpeed_fpm',
  'heading_deg',
  'track_deg',
  'bank_deg',
  'trueBank_deg',
  'climbRate_fpm',
  'angleOfAttack_deg',
  'turnRate_degps',
  'groundspeed_kt',
  'courseShare',
  'arcError_nm',
  'pathShare',
  'pathNeedle',
  'fixDistance_nm',
  'fixRadial_deg',
  'along_nm',
  'crossTrack_nm'
];

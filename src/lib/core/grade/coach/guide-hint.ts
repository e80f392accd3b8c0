import { isApproach } from '../../drill/approach/approach-drill';
import { chartOfPlan } from '../../drill/approach/chart-of-plan';
import type { GuidedLesson } from '../../drill/approach/guided-step';
import { nextPhase, type Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { phaseSettings } from '../../drill/settings';
import type { CardLine } from '../../aircraft/configuration-card';
import { powerWords } from '../../aircraft/power-shown';
import { turnFromTo } from '../../measure/angle';
import { figure, heading, signedFigure } from '../../measure/figure';
import { valueOf, type CoachMoment, type Hint } from './coach-moment';

/** A needle is alive once it has left its stop, and nearly in the middle at this share. */
const ALIVE = 0.95;
const NEARLY = 0.3;
const CENTRED = 0.25;
const LEVEL_BANK_DEG = 6;
/** Flown along, and not across: the heading so close to the one that holds the course. */
const ALONG_DEG = 10;
/** Over the minimum by so much it is spoken of. */
const MINIMUM_COMES_FT = 400;
const SETTLED_S = 40;
const WEIGHT = 2.5;

/** One thing that is explained, once, when its moment has come. */
interface Explanation {
  when(now: CoachMoment, phase: Phase, next: Phase | null): boolean;
  words: string;
}

/** What a guided lesson explains as it is shown, and while all its hints are given: each thing once, as it happens. */
export function guideHint(lesson: Lesson): Hint {
  const { plan, drill, aircraft } = lesson;
  const { guided } = plan;
  if (!guided || !isApproach(plan) || guided.stage === 'few hints' || guided.stage === 'test')
    return { look: () => null };
  const { card, approach } = chartOfPlan(plan, aircraft);
  const settings = phaseSettings(lesson);
  const lineOf = (is: (phase: Phase) => boolean) =>
    Array.isArray(settings) ? (settings.find(({ phase }) => is(phase))?.line ?? null) : null;
  const said = new Set<string>();
  const explanations = explained(guided.lesson, {
    altitude_ft: plan.startAltitude_ft,
    course_deg: approach.finalCourse_deg,
    heading_deg: card.heading_deg,
    rate_fpm: card.rates?.[1]?.rate_fpm ?? 0,
    groundspeed_kt: card.groundspeed_kt,
    level: lineOf(isLevel),
    descent: lineOf(isOnPath),
    minimum_ft: card.minimum?.set_ft ?? 0,
    ends: plan.approach.ends
  });
  return {
    look(memory) {
      const now = memory[memory.length - 1]!;
      const phase = drill.phases[now.phaseIndex]!;
      const next = nextPhase(drill, now.phaseIndex);
      const due = explanations.find(({ words, when }) => !said.has(words) && when(now, phase, next));
      return due
        ? { words: due.words, weight: WEIGHT, hand: 'other', onsaid: () => said.add(due.words) }
        : null;
    }
  };
}

interface GuidedFigures {
  altitude_ft: number;
  course_deg: number;
  heading_deg: number;
  rate_fpm: number;
  groundspeed_kt: number;
  level: CardLine | null;
  descent: CardLine | null;
  minimum_ft: number;
  ends: string;
}

const isLevel = (phase: Phase) => phase.goal.vertical.kind === 'level';
const isOnPath = (phase: Phase) => phase.goal.vertical.kind === 'path';
const courseShare = (now: CoachMoment) => Math.abs(valueOf(now, 'courseShare'));

function numbersOf(line: CardLine | null): string | null {
  return line && `${powerWords(line)}, pitch ${signedFigure(line.pitch_deg, 1)}°`;
}

function explained(lesson: GuidedLesson, f: GuidedFigures): Explanation[] {
  const rate = `${figure(Math.round(f.rate_fpm / 10) * 10)} feet a minute`;
  const before: Explanation['when'] = (now, phase) =>
    phase.segment === 'inbound' && courseShare(now) >= ALIVE;
  const alive: Explanation['when'] = (now, phase) => phase.segment === 'inbound' && courseShare(now) < ALIVE;
  const centred: Explanation['when'] = (now, phase) =>
    isLevel(phase) &&
    courseShare(now) < CENTRED &&
    Math.abs(turnFromTo(valueOf(now, 'heading_deg'), f.heading_deg)) < ALONG_DEG &&
    Math.abs(valueOf(now, 'bank_deg')) < LEVEL_BANK_DEG &&
    now.inPhase_s > SETTLED_S / 2;
  const pathComes: Explanation['when'] = (now, phase, next) => {
    const share = valueOf(now, 'pathShare');
    return isLevel(phase) && next !== null && isOnPath(next) && share > -NEARLY && share < 0;
  };
  const onPath: Explanation['when'] = (now, phase) => isOnPath(phase) && now.inPhase_s > SETTLED_S;
  const minimumComes: Explanation['when'] = (now, phase) =>
    isOnPath(phase) && valueOf(now, 'altitude_ft') < f.minimum_ft + MINIMUM_COMES_FT;
  const decision =
    f.ends === 'landing'
      ? `At ${figure(f.minimum_ft)} feet you decide. Here the runway will be in sight: go on with what you have, and small corrections.`
      : `At ${figure(f.minimum_ft)} feet you decide. Here nothing will be in sight: power, nose up, and the climb first.`;
  const byLesson: Record<GuidedLesson, Explanation[]> = {
    'first-ils': [
      {
        when: before,
        words: `Hold this heading and ${figure(f.altitude_ft)} feet. While the needle stands at its stop there is nothing to chase.`
      },
      {
        when: alive,
        words: `The localizer is alive. Turn toward ${heading(f.course_deg)} as it comes in, so that the needle and the turn are finished together.`
      },
      {
        when: centred,
        words: `On the course. The heading that keeps the needle still is the right one; in this wind about ${heading(f.heading_deg)}.`
      },
      {
        when: pathComes,
        words: `The path is nearly there. As it reaches the middle: a little less power, and ${rate} on the dial.`
      },
      {
        when: onPath,
        words:
          'Both needles now. They become finer toward the runway: correct by half of what you would like to, level the wings, and wait.'
      },
      { when: minimumComes, words: decision }
    ],
    'known-numbers': [
      ...(numbersOf(f.level)
        ? [
            {
              when: before,
              words: `The numbers first: level at ${figure(f.level!.ias_kt)} knots is ${numbersOf(f.level)}. Set them, and look whether they hold.`
            }
          ]
        : []),
      {
        when: alive,
        words: `Course ${heading(f.course_deg)} is heading ${heading(f.heading_deg)} in this wind. Turn to that heading; the needle only tells you whether it is right.`
      },
      {
        when: pathComes,
        words: `${figure(f.groundspeed_kt)} knots over the ground makes this path ${rate}. Speed first, then that rate.`
      },
      ...(numbersOf(f.descent)
        ? [
            {
              when: ((now, phase) => isOnPath(phase) && now.inPhase_s > SETTLED_S / 4) as Explanation['when'],
              words: `Down the path is ${numbersOf(f.descent)}. Set it, and read the rate.`
            }
          ]
        : []),
      {
        when: onPath,
        words:
          'The needles check the numbers. If the path drifts, change the rate by fifty feet a minute, wait, and go back. Do not chase it with the nose.'
      },
      { when: minimumComes, words: decision }
    ]
  };
  return byLesson[lesson];
}

import { asCourse } from '../../measure/angle';
import { heading } from '../../measure/figure';
import { entryHeading, holdEntries, holdEntry } from '../../procedure/hold-entry';
import type { Hold } from '../../procedure/hold';
import type { SeededNoise } from '../../measure/seeded-noise';
import { pick, pickAngle, type SumMaker } from '../sum-question';

type SumHold = Pick<Hold, 'inboundCourse_deg' | 'turn'>;

function someHold(noise: SeededNoise, level: number): SumHold {
  return {
    inboundCourse_deg: pickAngle(noise, level),
    turn: level >= 2 && noise.uniform() < 0.4 ? 'left' : 'right'
  };
}

/** A heading of arrival that is plainly in one sector; the harder, the nearer the boundaries may be. */
function arrival(noise: SeededNoise, hold: SumHold, level: number): number {
  for (;;) {
    const angle = pickAngle(noise, level);
    const { relative_deg, alternative } = holdEntry(hold, angle);
    const edge = Math.min(...[0, 70, -110, 180, -180].map((at) => Math.abs(relative_deg - at)));
    if (alternative === null && (level >= 4 || edge >= 15)) return angle;
  }
}

/** Which of the three entries a hold asks for from where one arrives. */
export const holdEntrySum: SumMaker = (noise, level) => {
  const hold = someHold(noise, level);
  const arriving = arrival(noise, hold, level);
  const { entry, relative_deg } = holdEntry(hold, arriving);
  const outbound = asCourse(hold.inboundCourse_deg + 180);
  return {
    prompt: `Hold inbound ${heading(hold.inboundCourse_deg)}, ${hold.turn} turns; you arrive on ${heading(arriving)}. Which entry?`,
    picture: {
      kind: 'heading dial',
      heading_deg: arriving,
      mark_deg: level <= 2 ? outbound : null,
      turn: level <= 2 ? hold.turn : null
    },
    answer: { kind: 'choice', options: [...holdEntries], right: holdEntries.indexOf(entry) },
    working: `Outbound ${heading(outbound)} stands ${Math.abs(Math.round(relative_deg))}° ${(hold.turn === 'right') === relative_deg >= 0 ? 'right' : 'left'} of the nose: ${hold.turn} turns, that is the ${entry} part of the dial.`
  };
};

/** The heading from the fix of a teardrop (30° into the hold) or parallel entry, without wind. */
export const entryHeadingSum: SumMaker = (noise, level) => {
  const hold = someHold(noise, level);
  const entry = noise.uniform() < 0.5 ? 'teardrop' : 'parallel';
  const value = asCourse(entryHeading(hold, entry)!);
  const outbound = asCourse(hold.inboundCourse_deg + 180);
  return {
    prompt: `Hold inbound ${heading(hold.inboundCourse_deg)}, ${hold.turn} turns, ${entry} entry, no wind. Heading from the fix?`,
    answer: { kind: 'number', value, tolerance: 0, unit: '°', angle: true },
    working:
      entry === 'parallel'
        ? `The outbound course, ${heading(value)}, on the other side.`
        : `30° from the outbound ${heading(outbound)} toward the holding side: ${outbound} ${hold.turn === 'right' ? '−' : '+'} 30 = ${heading(value)}.`
  };
};

/** The heading outbound: twice or three times the inbound correction, to the other side. */
export const outboundHeadingSum: SumMaker = (noise, level) => {
  const hold = someHold(noise, level);
  const correction = pick(noise, 2, level <= 2 ? 6 : 10);
  const right = noise.uniform() < 0.5;
  const triple = level <= 3 || noise.uniform() < 0.5;
  const times = triple ? 3 : 2;
  const outbound = asCourse(hold.inboundCourse_deg + 180);
  const value = asCourse(outbound + (right ? -1 : 1) * times * correction);
  return {
    prompt: `Inbound ${heading(hold.inboundCourse_deg)} you hold ${correction}° ${right ? 'right' : 'left'} of the course. ${triple ? 'Triple' : 'Double'} it outbound: heading?`,
    answer: { kind: 'number', value, tolerance: 1, unit: '°', angle: true },
    working: `Outbound ${heading(outbound)}; the wind now comes from the ${right ? 'left' : 'right'}: ${outbound} ${right ? '−' : '+'} ${times * correction} = ${heading(value)}.`
  };
};

/** The next time outbound: what was flown, changed by what the inbound leg was off a minute. */
export const outboundTimeSum: SumMaker = (noise, level) => {
  const leg = pick(noise, 40, 85, level <= 2 ? 5 : 1);
  const flown = level <= 2 ? 60 : pick(noise, 45, 80, 5);
  const value = Math.max(10, flown + 60 - leg);
  return {
    prompt: `You flew ${flown} s outbound and the inbound leg took ${leg} s. How long outbound this time?`,
    answer: { kind: 'number', value, tolerance: 2, unit: 's', angle: false },
    working: `New = old + error: ${flown} + (60 − ${leg}) = ${value} s. The rule closes in over two or three circuits.`
  };
};

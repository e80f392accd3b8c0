/**
 * An invented person who flies attitude drills in the real airplane: with a yoke or with keys, seeing late and in glances,
 * with dead-bands, a hand that trembles and moments of looking away; and, where asked, with one fault. Made for measuring the
 * grader, apart from `core/pilot` and after none of its laws; the grader is never tuned on the seeds that are reported.
 */
import { bankOf } from '../../src/lib/core/drill/goal-in-air';
import type { Lesson } from '../../src/lib/core/drill/lesson';
import { phaseSettings } from '../../src/lib/core/drill/settings';
import { flightLoop } from '../../src/lib/core/flight/flight-loop';
import { type Hands } from '../../src/lib/core/flight/hands';
import { flyDrill } from '../../src/lib/core/flight/flown-drill';
import { flightFromChunks, type FlightChunk } from '../../src/lib/core/flight/recorder';
import type { Flight } from '../../src/lib/core/flight/flight';
import type { Readings } from '../../src/lib/core/instrument/readings';
import { clamp } from '../../src/lib/core/measure/clamp';
import { normaliseSigned } from '../../src/lib/core/measure/angle';
import { seededNoise } from '../../src/lib/core/measure/seeded-noise';
import type { AttitudeFault } from './attitude-fault';
import type { Person } from './person';
import { HAND_EVERY_STEPS, personHands } from './person-hands';
import { recoverAsPerson } from './person-recovery';

const LONGEST_S = 1500;

/** Flies a lesson's drill to its end. @returns the flight as it would be recorded */
export function flyAsPerson(
  lesson: Lesson,
  person: Person,
  fault: AttitudeFault | null,
  seed: number
): Flight {
  const noise = seededNoise(seed);
  const own = personHands(person, noise, person.trims && fault !== 'not-trimmed');
  const loop = flightLoop(lesson);
  const flown = flyDrill(loop, lesson);
  const found = phaseSettings(lesson);
  if (!Array.isArray(found)) throw new Error(found.explanation);
  const settings = found;
  const { drill } = lesson;
  const dead = person.deadband;
  // Known numbers are known roughly.
  const pitchOff = 0.5 * noise.normal() * 0.5;
  const powerOff = 0.02 * noise.normal();
  const start = loop.readings();
  const hands: Hands = {
    ...loop.hands(),
    stick: { kind: 'attitude', pitch_deg: start.pitch_deg, bank_deg: 0 }
  };
  const seen: { at_s: number; r: Readings }[] = [];
  let step = 0;
  let since_s = 0;
  let pitchBias = 0;
  let powerBias = 0;
  let pitchWanted = start.pitch_deg;
  let bankWanted = 0;
  let levelling = false;
  let rollingOut = false;
  let nextGlance_s = 0;
  let awayUntil_s = -1;
  let swing = 1;
  let speedBefore = start.ias_kt;
  let gross = 0;
  let passedAt_s: number | null = null;
  let recoveredFrom_s: number | null = null;
  if (fault === 'not-trimmed') hands.trim -= 0.3 * Math.sign(noise.normal() || 1);

  const enter = (next: number, now: number) => {
    step = next;
    since_s = now;
    levelling = levelling && drill.phases[next]!.goal.vertical.kind === 'level';
    rollingOut = false;
    pitchBias = 0;
    passedAt_s = null;
    recoveredFrom_s = null;
  };

  /** Whether this person goes on to the next phase alone. */
  function goesOn(r: Readings, in_s: number): boolean {
    const { pace, goal } = drill.phases[step]!;
    const next = drill.phases[step + 1];
    if (pace !== 'own' || !next) return false;
    const { vertical } = goal;
    if (vertical.kind === 'level') {
      const before = drill.phases[step - 1]?.goal.ias_kt ?? lesson.plan.startSpeed_kt;
      if (goal.ias_kt >= before) return in_s > 12;
      if (fault === 'started-down-before-slowing') return in_s > 3;
      return r.ias_kt < goal.ias_kt + 2.5;
    }
    if (next.goal.vertical.kind === 'level') return false;
    const down = (vertical.verticalSpeed_fpm ?? 1) < 0;
    if (!down) return false;
    const lead = fault === 'late-decision' ? -90 : fault === 'early-decision' ? 130 : 35;
    return r.altitude_ft < vertical.to_ft + lead;
  }

  function glance(now: number, r: Readings): void {
    const phase = drill.phases[step]!;
    const in_s = now - since_s;
    const { goal } = phase;
    let line = settings[step]!.line;
    const bias = fault === 'bias-to-one-side' ? 70 : 0;
    let vertical = goal.vertical;
    // Called on to the next phase before the altitude is there: the climb or descent goes on until its lead.
    const earlier = drill.phases[step - 1]?.goal.vertical;
    if (vertical.kind === 'level' && earlier && earlier.kind !== 'level' && !levelling) {
      const way = Math.sign(earlier.verticalSpeed_fpm ?? 1);
      const lead =
        fault === 'level-off-overshoot'
          ? -110
          : fault === 'level-off-undershoot'
            ? 190
            : person.levelLeadShare * Math.abs(r.verticalSpeed_fpm);
      if ((earlier.to_ft - r.altitude_ft) * way > lead && in_s < 40) {
        vertical = earlier;
        line = settings[step - 1]!.line;
      } else levelling = true;
    }
    // Levelling off, led as taught, or late, or early.
    if (vertical.kind !== 'level') {
      const rate = Math.abs(r.verticalSpeed_fpm);
      const lead =
        fault === 'level-off-overshoot'
          ? -110
          : fault === 'level-off-undershoot'
            ? 190
            : person.levelLeadShare * rate;
      const way = Math.sign(vertical.verticalSpeed_fpm ?? 1);
      const next = drill.phases[step + 1];
      const levelNext = next?.goal.vertical.kind === 'level' || next === undefined;
      if (levelNext && (vertical.to_ft - r.altitude_ft) * way < lead) levelling = true;
      if (levelling)
        vertical = {
          kind: 'level',
          altitude_ft:
            fault === 'level-off-undershoot' && in_s < 1e9 ? vertical.to_ft - way * 150 : vertical.to_ft
        };
    }
    if (goal.vertical.kind === 'level' && fault === 'level-off-undershoot' && in_s < 25) {
      const before = drill.phases[step - 1]?.goal.vertical;
      if (before && before.kind !== 'level')
        vertical = {
          kind: 'level',
          altitude_ft: before.to_ft - Math.sign(before.verticalSpeed_fpm ?? 1) * 150
        };
    }
    const basePitch =
      (levelling ? settings[Math.min(step + 1, settings.length - 1)]!.line.pitch_deg : line.pitch_deg) +
      pitchOff;
    let pitch: number;
    const trend = (r.ias_kt - speedBefore) / person.glance_s;
    speedBefore = r.ias_kt;
    if (vertical.kind === 'level') {
      const error = vertical.altitude_ft + bias - r.altitude_ft;
      if (fault === 'over-correcting-altitude' && phase.corridors.some((c) => c.channel === 'altitude_ft')) {
        if (Math.abs(error) > 45) swing = Math.sign(error);
        pitch = basePitch + 3.2 * swing;
      } else if (Math.abs(error) > dead.altitude_ft || Math.abs(r.verticalSpeed_fpm) > 150) {
        pitchBias = clamp(
          pitchBias - person.gain * 0.00025 * (r.verticalSpeed_fpm - clamp(4 * error, -300, 300)),
          -3,
          3
        );
        const wanted = clamp(7 * error, -450, 450);
        pitch = basePitch + pitchBias + person.gain * clamp(0.003 * (wanted - r.verticalSpeed_fpm), -3, 3);
      } else pitch = basePitch + pitchBias;
    } else if (vertical.kind === 'rate') {
      const error = vertical.verticalSpeed_fpm - r.verticalSpeed_fpm;
      if (Math.abs(error) > dead.rate_fpm && in_s > 5)
        pitchBias = clamp(pitchBias + person.gain * 0.0004 * error, -3, 3);
      pitch = basePitch + pitchBias;
    } else {
      const error = r.ias_kt - goal.ias_kt;
      if (Math.abs(error) > dead.speed_kt && in_s > 4)
        pitchBias = clamp(pitchBias + person.gain * 0.03 * (error + 2 * trend), -5, 5);
      pitch = basePitch + pitchBias + clamp(0.12 * error, -2, 2);
    }
    if (fault === 'pumping' && goal.vertical.kind !== 'speed')
      pitch += 3 * Math.sin((2 * Math.PI * now) / 13);
    // Power.
    const error = r.ias_kt - goal.ias_kt;
    if (
      vertical.kind === 'speed' &&
      (goal.vertical.kind === 'speed' ? goal.vertical.verticalSpeed_fpm : 0) === null
    )
      hands.throttle = 1;
    else {
      // Power comes back when the altitude is there, not before.
      const there =
        levelling &&
        Math.abs(
          (goal.vertical.kind === 'level' ? goal.vertical.altitude_ft : goal.vertical.to_ft) - r.altitude_ft
        ) < 30;
      const target = there ? settings[Math.min(step + 1, settings.length - 1)]!.line : line;
      if (Math.abs(error) > 8) powerBias = 0;
      else if (Math.abs(error) > dead.speed_kt)
        powerBias = clamp(powerBias - 0.002 * (error + 4 * trend), -0.15, 0.15);
      // A change of speed is one big change of power, taken back once, not a quarrel with every gust.
      const before = drill.phases[step - 1]?.goal.ias_kt ?? lesson.plan.startSpeed_kt;
      if (in_s < 2 && Math.abs(goal.ias_kt - before) > 4) gross = goal.ias_kt < before ? -0.18 : 0.2;
      if (gross !== 0 && error * Math.sign(gross) > -3) gross = 0;
      const hunted = fault === 'power-hunting' ? 0.1 * Math.sign(Math.sin((2 * Math.PI * now) / 5.5)) : 0;
      hands.throttle = clamp(target.throttle + powerOff + powerBias + gross + hunted, 0, 1);
    }
    hands.propeller = line.propeller;
    // Bank.
    const { lateral } = goal;
    if (lateral.kind === 'turn') {
      const bank = bankOf(goal, lesson.plan);
      const toGo =
        lateral.to_deg === null ? 999 : normaliseSigned(lateral.direction * (lateral.to_deg - r.heading_deg));
      const usual =
        'share' in person.rollLead ? person.rollLead.share * Math.abs(r.bank_deg) : person.rollLead.degrees;
      const lead = fault === 'late-roll-out' ? -9 : fault === 'early-roll-out' ? usual + 14 : usual;
      if (in_s > 0.4 * phase.expected_s && toGo < lead && toGo > -60) rollingOut = true;
      bankWanted = rollingOut ? 0 : lateral.direction * bank;
    } else if (lateral.kind === 'heading') {
      const off = normaliseSigned(lateral.heading_deg - r.heading_deg);
      const settle = fault === 'late-roll-out' || fault === 'early-roll-out' ? 12 : 3;
      const turnedBefore = drill.phases[step - 1]?.goal.lateral.kind === 'turn';
      if (fault === 'over-correcting-heading') {
        if (Math.abs(off) > 7) swing = Math.sign(off);
        bankWanted = 14 * swing;
      } else if (turnedBefore && in_s < settle) bankWanted = 0;
      else bankWanted = Math.abs(off) > dead.heading_deg ? clamp(1.2 * off, -14, 14) : 0;
    }
    pitchWanted = clamp(pitch, -14, 16);
    // Flaps and gear, a moment after they are due.
    const due = fault === 'late-configuration' ? 32 : 2.5;
    if (in_s > due) {
      hands.flapsTarget_deg = goal.flaps_deg;
      hands.gearTarget = goal.gear;
    }
    // Trim takes the load off by and by.
    if (person.hands === 'keys' && fault !== 'not-trimmed')
      hands.trim += clamp(line.trim - hands.trim, -0.03, 0.03);
    else if (person.trims && fault !== 'not-trimmed' && in_s > 4)
      hands.trim = clamp(hands.trim + clamp(own.load(), -0.03, 0.03), -1, 1);
  }

  function recover(now: number, r: Readings): void {
    recoveredFrom_s ??= now;
    passedAt_s ??= r.pitch_deg > 0 ? 1 : -1;
    const recovery = fault === 'slow-recovery' || fault === 'wrong-order' ? fault : null;
    const in_s = now - recoveredFrom_s;
    const done = recoverAsPerson(r, in_s, person.delay_s, passedAt_s > 0, settings[0]!.line, recovery);
    pitchWanted = done.pitch_deg ?? pitchWanted;
    bankWanted = done.bank_deg ?? bankWanted;
    hands.throttle = done.throttle ?? hands.throttle;
  }

  const chunks: FlightChunk[] = [];
  for (let k = 0; flown.ended() === null && loop.time_s() < LONGEST_S; k++) {
    const now = loop.time_s();
    if (k % HAND_EVERY_STEPS === 0) {
      const r = { ...loop.readings() };
      seen.push({ at_s: now, r });
      if (seen.length > 60) seen.shift();
      const late = seen.findLast((s) => s.at_s <= now - person.delay_s)?.r ?? seen[0]!.r;
      const { index } = flown.phase();
      const decides = drill.checks.some(
        (check) => check.kind === 'decision' && check.phase === drill.phases[index]?.id
      );
      // Who decides late has not heard the altitude.
      const deaf = fault === 'late-decision' && decides && !goesOn(late, now - since_s);
      if (index > step && !deaf) enter(index, now);
      else if (step <= index && !flown.eyesClosed() && goesOn(late, now - since_s)) enter(step + 1, now);
      const phase = drill.phases[step]!;
      if (flown.eyesClosed()) {
        pitchWanted = r.pitch_deg;
        bankWanted = r.bank_deg;
        own.letGo();
        hands.throttle = loop.hands().throttle;
        if (person.hands === 'keys')
          hands.stick = { kind: 'attitude', pitch_deg: r.pitch_deg, bank_deg: r.bank_deg };
      } else if (phase.recovery) recover(now, late);
      else if (now >= nextGlance_s && now > awayUntil_s) {
        glance(now, late);
        nextGlance_s = now + person.glance_s * (0.7 + 0.6 * noise.uniform());
        const away = fault === 'looks-away' ? 2.5 : person.lapsesPerMinute;
        if (noise.uniform() < (away / 60) * person.glance_s)
          awayUntil_s = now + (fault === 'looks-away' ? 14 : 3 + 2 * noise.uniform());
      }
      if (!flown.eyesClosed()) {
        const wanted = { pitch_deg: pitchWanted, bank_deg: bankWanted };
        hands.stick = own.work(hands.stick, r, seen.at(-4)?.r ?? r, wanted, phase.recovery);
      }
    }
    const chunk = flown.step(hands);
    if (chunk) chunks.push(chunk);
  }
  const last = flown.finish();
  if (last) chunks.push(last);
  return flightFromChunks(chunks);
}

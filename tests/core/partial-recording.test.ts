import { describe, expect, test } from 'vitest';
import { drillCatalogue } from '$core/drill/catalogue/catalogue';
import { lessonOf } from '$core/drill/lesson';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { channelDefinitions } from '$core/flight/channels';
import { courseChannels } from '$core/flight/course-watch';
import { withDerived } from '$core/flight/derived-columns';
import type { Flight } from '$core/flight/flight';
import { gradeFlight } from '$core/grade/grade';
import { stripsOf } from '$lib/draw/strip';
import { aircraft, area, flown, madeFlight } from './flown';

const planFor = (drill: string) => ({ ...sensiblePlan(aircraft, area, drill), seed: 11 });
const only = (flight: Flight, ids: readonly string[]): Flight => ({
  ...flight,
  columns: new Map([...flight.columns].filter(([id]) => ids.includes(id))),
  events: []
});
const without = (flight: Flight, ids: readonly string[]) =>
  only(
    flight,
    [...flight.columns.keys()].filter((id) => !ids.includes(id))
  );
/** The same flight as a device would have kept it that samples less often. */
const everyOther = (flight: Flight): Flight => ({
  ...flight,
  rate_hz: flight.rate_hz / 2,
  length: Math.ceil(flight.length / 2),
  columns: new Map([...flight.columns].map(([id, values]) => [id, values.filter((_, k) => k % 2 === 0)]))
});
/** What a position logger keeps. */
const LOGGED = ['latitude_deg', 'longitude_deg', 'altitude_ft'];

describe('a flight of positions and altitude alone', () => {
  const plan = planFor('rnav-tracking');
  const flight = flown(plan);
  const whole = gradeFlight(flight, plan);
  const part = gradeFlight(only(flight, LOGGED), plan);

  test('its courses are made again from its places: the same to what a channel carries', () => {
    const again = withDerived(only(flight, LOGGED), lessonOf(plan));
    for (const id of courseChannels) {
      const decimals = channelDefinitions.find((channel) => channel.id === id)!.decimals;
      const recorded = flight.columns.get(id)!;
      const off = Math.max(...Array.from(again.columns.get(id)!, (value, k) => Math.abs(value - recorded[k]!)));
      expect(off, id).toBeLessThanOrEqual(0.51 * 10 ** -decimals);
    }
    // Track and groundspeed of the airplane, from where it was a second before and after.
    for (const [id, within] of [['track_deg', 2], ['groundspeed_kt', 2]] as const) {
      const recorded = flight.columns.get(id)!;
      const off = Array.from(again.columns.get(id)!, (value, k) => Math.abs(value - recorded[k]!)).slice(20, -20).sort((a, b) => a - b);
      expect(off[Math.floor(0.95 * off.length)], id).toBeLessThan(within);
    }
  }); // prettier-ignore

  test('altitude and course are judged as they are of the whole recording; the rest is said not to have been recorded', () => {
    const judged = (grade: typeof whole) =>
      grade.measures
        .filter(({ channel }) => channel === 'altitude_ft' || channel === 'courseShare')
        .map((m) => [m.phaseId, m.channel, m.verdict, m.worst.toFixed(2)]);
    expect(judged(part)).toEqual(judged(whole));
    expect(part.measures.map(({ channel }) => channel)).not.toContain('ias_kt');
    expect(part.unjudged).toContainEqual({ name: 'speed', lacks: ['ias_kt'] });
    expect(part.unjudged).toContainEqual({ name: 'Inbound: tracking', lacks: ['heading_deg', 'bank_deg'] });
    expect(part.arithmetic.join(' ')).toMatch(
      /Judged in part: speed.*did not record airspeed, heading, bank\./
    );
    // What was seen only in part is never "unaided to standard".
    expect(['introduced', 'practised']).toContain(part.learningStep);
    expect(whole.unjudged).toBeUndefined();
    // Nothing is said of hands that were not recorded.
    expect(part.findings.map(({ kind }) => kind)).not.toContain('not-trimmed');
  });

  test('an excursion whose answer was not recorded is judged by how soon it was over, and nothing is claimed of the hands', () => {
    const level = planFor('straight-and-level');
    const bump = (lasts_s: number) =>
      madeFlight(400, {
        altitude_ft: (t) => level.startAltitude_ft + (t > 60 && t < 60 + lasts_s ? 150 : 0)
      });
    const graded = (lasts_s: number) => gradeFlight(only(bump(lasts_s), ['altitude_ft']), level);
    const said = (lasts_s: number) =>
      graded(lasts_s).findings.find(({ kind }) => kind === 'exceedance')!.evidence;
    expect(graded(8).measures[0]!.verdict).toBe('met with prompt correction');
    expect(graded(40).measures[0]!.verdict).toBe('not met');
    expect(said(8)).toMatch(/what was done about it was not recorded\.$/);
  });
});

describe('whatever is missing', () => {
  const drills = drillCatalogue.filter(({ id }, i) => i % 5 === 0 || id === 'dme-arc');
  test.each(drills.map(({ id }) => id))(
    '%s: each channel left out in turn is graded without a throw, and drawn',
    (id) => {
      const plan = planFor(id);
      const flight = flown(plan);
      for (const { id: channel } of channelDefinitions) {
        const less = without(flight, [channel]);
        const grade = gradeFlight(less, plan);
        const judgedBy = new Set(grade.measures.map((m) => m.channel as string));
        const madeAgain = (courseChannels as readonly string[]).includes(channel);
        if (!madeAgain) expect(judgedBy).not.toContain(channel);
        expect(() => stripsOf(less, grade, lessonOf(plan))).not.toThrow();
      }
      expect(() => gradeFlight(only(flight, []), plan)).not.toThrow();
      // Without places nothing about a course can be made again, whichever part of it was recorded.
      for (const channel of courseChannels) {
        const less = without(flight, ['latitude_deg', 'longitude_deg', channel]);
        expect(() => gradeFlight(less, plan)).not.toThrow();
      }
    }
  );

  test.each(['rate-and-speed-descent', 'vor-tracking', 'standard-rate-turns'])(
    '%s recorded half as often gets the same verdicts',
    (id) => {
      const plan = planFor(id);
      const verdicts = (flight: Flight) => gradeFlight(flight, plan).elements.map((e) => [e.name, e.verdict]);
      const flight = flown(plan, { rollsOutLate: 1, levelsOffLate: 1 });
      expect(verdicts(everyOther(flight))).toEqual(verdicts(flight));
    }
  );
});

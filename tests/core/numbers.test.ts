import { describe, expect, test } from 'vitest';
import { aircraftById } from '$core/aircraft/catalogue';
import { cardLineFor, type CardLine } from '$core/aircraft/configuration-card';
import { MeasuredLine, pooled, sameLine } from '$core/aircraft/measured-line';
import { powerWords } from '$core/aircraft/power-shown';
import { settingFor, type SettingAnswer } from '$core/aircraft/setting-for';
import { proposedLines, seconds, steadyStretches } from '$core/flight/steady-stretch';
import { parse } from '$core/measure/validation';
import { flown, madeFlight, planOf } from './flown';

describe('steady stretches', () => {
  test('begin once things have stopped moving, last at least 10 s, and end when something moves', () => {
    const flight = madeFlight(90, {
      ias_kt: (t) => (t < 30 ? 100 : t < 45 ? 100 - (t - 30) : 85),
      verticalSpeed_fpm: () => 20,
      rpm: (t) => (t < 30 ? 2400 : 2100)
    });
    const found = steadyStretches(flight).map(({ from, to }) => [from / 10, to / 10]);
    expect(found).toHaveLength(2);
    expect(found[0]![0]).toBeCloseTo(2, 0);
    expect(found[0]![1]).toBeLessThan(31);
    expect(found[1]![0]).toBeGreaterThan(38);
    expect(found[1]![1]).toBeCloseTo(90, 0);
  });
  test('turning is not steady, nor is a stretch of 9 s', () => {
    expect(steadyStretches(madeFlight(60, { bank_deg: () => 18 }))).toEqual([]);
    expect(steadyStretches(madeFlight(10, {}))).toEqual([]);
  });
  test('spreads of groups add up as those of all their samples', () => {
    const all = [1, 2, 3, 10, 11, 12, 13];
    const group = (values: number[]) => {
      const mean = values.reduce((a, b) => a + b) / values.length;
      return {
        mean,
        deviation: Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / values.length),
        weight: values.length
      };
    };
    const together = pooled([group(all.slice(0, 3)), group(all.slice(3))]);
    expect(together.mean).toBeCloseTo(group(all).mean, 9);
    expect(together.deviation).toBeCloseTo(group(all).deviation, 9);
  });
});

describe('the card from flights, and asked the other way round', () => {
  const aircraft = aircraftById('sandling-160');
  const proposed = () =>
    proposedLines(aircraft, [
      { attemptId: 'a', flight: flown(planOf({ turbulence: 'smooth', seed: 3 })) },
      { attemptId: 'b', flight: flown(planOf({ turbulence: 'light', seed: 4 })) }
    ]);
  test('a descent flown by the numbers is proposed with those numbers, and keeps where it was seen', () => {
    const lines = proposed();
    for (const line of lines) parse(MeasuredLine, structuredClone(line));
    const descent = lines.find((line) => line.flaps_deg === 10 && line.verticalSpeed_fpm.mean < -400)!;
    const solved = cardLineFor(aircraft, {
      ias_kt: 90,
      verticalSpeed_fpm: -500,
      flaps_deg: 10,
      pressureAltitude_ft: descent.altitude_ft,
      fuel_kg: descent.fuel_kg
    }) as CardLine;
    expect(Math.abs(descent.pitch_deg.mean - solved.pitch_deg)).toBeLessThan(0.7);
    expect(Math.abs(descent.rpm.mean - solved.rpm)).toBeLessThan(60);
    expect(new Set(descent.evidence.map((e) => e.attemptId))).toEqual(new Set(['a', 'b']));
    expect(seconds(descent)).toBeGreaterThan(30);
    expect(sameLine(descent, structuredClone(descent))).toBe(true);
    expect(lines.every((line, i) => i === 0 || seconds(line) <= seconds(lines[i - 1]!))).toBe(true);
  });
  test('asked for 90 kt and 500 ft/min down it answers the model’s own trim, with an interval that holds what was measured', () => {
    const asked = {
      ias_kt: 90,
      verticalSpeed_fpm: -500,
      flaps_deg: 10,
      pressureAltitude_ft: 3500,
      fuel_kg: 85
    };
    const lines = proposed();
    const bare = settingFor(aircraft, asked, []) as SettingAnswer;
    expect(bare).toMatchObject({ kind: 'setting', basis: 0 });
    expect(bare.line).toEqual(cardLineFor(aircraft, asked));
    expect(bare.pitchMargin_deg).toBeGreaterThan(0.3);
    expect(bare.pitchMargin_deg).toBeLessThan(1.5);
    const measured = settingFor(aircraft, asked, lines) as SettingAnswer;
    expect(measured.basis).toBeGreaterThan(0);
    const near = lines.filter((line) => line.flaps_deg === 10 && line.verticalSpeed_fpm.mean < -400);
    for (const line of near) {
      expect(Math.abs(line.pitch_deg.mean - measured.line.pitch_deg)).toBeLessThan(
        measured.pitchMargin_deg + 0.5
      );
    }
    expect(settingFor(aircraft, { ...asked, verticalSpeed_fpm: 2000 }, lines)).toMatchObject({
      kind: 'impossible'
    });
  });
  test.each([
    ['sandling-160', 'rpm', 60],
    ['tarnvik-200', 'manifoldPressure_inHg', 1.5],
    ['korvane-750', 'torque_percent', 4]
  ] as const)(
    '%s: one line measured 1° and so much power beside the trim makes a margin of twice that, in its own configuration only',
    (id, gauge, beside) => {
      const file = aircraftById(id);
      const first = file.card[0]!;
      const asked = { ...first, pressureAltitude_ft: 3000, fuel_kg: 60, verticalSpeed_fpm: 0 };
      const line = cardLineFor(file, asked) as CardLine;
      const exact = (mean: number) => ({ mean, deviation: 0 });
      const measured: MeasuredLine = {
        name: 'level',
        ias_kt: exact(asked.ias_kt),
        verticalSpeed_fpm: exact(0),
        pitch_deg: exact(line.pitch_deg + 1),
        rpm: exact(line.rpm + (gauge === 'rpm' ? beside : 0)),
        manifoldPressure_inHg: null,
        torque_percent: null,
        ...(gauge === 'rpm' ? {} : { [gauge]: exact(line[gauge]! + beside) }),
        propeller: asked.propeller ?? 1,
        flaps_deg: asked.flaps_deg,
        gear: asked.gear ?? 1,
        altitude_ft: 3000,
        fuel_kg: 60,
        evidence: [{ attemptId: 'a', from_s: 0, to_s: 20 }]
      };
      const by = (lines: MeasuredLine[]) => settingFor(file, asked, lines) as SettingAnswer;
      const answer = by([measured]);
      expect(answer.basis).toBe(1);
      expect(answer.pitchMargin_deg).toBeCloseTo(2, 6);
      expect(answer.powerMargin).toBeCloseTo(2 * beside, 6);
      const scattered = by([{ ...measured, pitch_deg: { mean: line.pitch_deg, deviation: 0.5 } }]);
      expect(scattered.pitchMargin_deg).toBeCloseTo(1, 6);
      expect(by([{ ...measured, flaps_deg: measured.flaps_deg + 2 }]).basis).toBe(1);
      expect(by([{ ...measured, flaps_deg: measured.flaps_deg + 3 }]).basis).toBe(0);
      expect(by([{ ...measured, ias_kt: exact(asked.ias_kt - 15) }]).basis).toBe(1);
      expect(by([{ ...measured, ias_kt: exact(asked.ias_kt - 16) }]).basis).toBe(0);
      if (file.gear.retractable) expect(by([{ ...measured, gear: 1 - measured.gear }]).basis).toBe(0);
    }
  );
  test('power is said by the gauge it is set by', () => {
    const at = (id: string) =>
      powerWords(
        cardLineFor(aircraftById(id), { ...aircraftById(id).card[0]!, pressureAltitude_ft: 3000 }) as CardLine
      );
    expect([at('sandling-160'), at('tarnvik-200'), at('korvane-750')]).toEqual([
      expect.stringMatching(/^\d{4} RPM$/),
      expect.stringMatching(/^\d\d\.\d in, \d{4} RPM$/),
      expect.stringMatching(/^\d\d % torque$/)
    ]);
  });
});

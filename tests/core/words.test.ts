import { describe, expect, test } from 'vitest';
import type { Corridor, CorridorChannel } from '$core/drill/corridor';
import type { Phase } from '$core/drill/drill';
import { finding } from '$core/finding/finding';
import {
  allowedWords,
  correctionWords,
  inPhase,
  isSpeedByNose,
  needleWords,
  offWords,
  sideTitle,
  sideWords,
  targetWords
} from '$core/finding/quantity-words';

const corridor = (
  channel: CorridorChannel,
  target: Corridor['target'],
  above: number | null = 100,
  below: number | null = 100
): Corridor => ({
  channel,
  target,
  above,
  below
});
const phase = (name: string, kind = 'level') => ({ name, goal: { vertical: { kind } } }) as Phase;

describe('what an instructor says of a corridor', () => {
  test.each([
    // channel, asked, off by, title, how far
    ['altitude_ft', 4000, 160, 'High in level flight', '160 ft above 4000 ft'],
    ['altitude_ft', 4000, -160, 'Low in level flight', '160 ft below 4000 ft'],
    ['ias_kt', 90, 12, 'Too fast in level flight', '12 kt above 90 kt'],
    ['ias_kt', 90, -12, 'Too slow in level flight', '12 kt below 90 kt'],
    ['verticalSpeed_fpm', -500, -150, 'Descent too steep in level flight', '150 ft/min below −500 ft/min'],
    ['verticalSpeed_fpm', -500, 150, 'Descent too shallow in level flight', '150 ft/min above −500 ft/min'],
    ['verticalSpeed_fpm', 500, 150, 'Climb too steep in level flight', '150 ft/min above 500 ft/min'],
    ['verticalSpeed_fpm', 500, -150, 'Climb too shallow in level flight', '150 ft/min below 500 ft/min'],
    ['verticalSpeed_fpm', 0, 150, 'Climbing in level flight', '150 ft/min above 0 ft/min'],
    ['verticalSpeed_fpm', 0, -150, 'Sinking in level flight', '150 ft/min below 0 ft/min'],
    ['heading_deg', 5, 12, 'Off heading to the right in level flight', '12° right of 005°'],
    ['heading_deg', 5, -12, 'Off heading to the left in level flight', '12° left of 005°'],
    ['bank_deg', 20, 6, 'Bank too steep in level flight', '6° steeper than 20°'],
    ['bank_deg', 20, -6, 'Bank too shallow in level flight', '6° shallower than 20°'],
    ['bank_deg', 45, -60, 'Bank too shallow in level flight', '15° the other way, where 45° was asked for'],
    ['bank_deg', -45, 60, 'Bank too shallow in level flight', '15° the other way, where 45° was asked for'],
    // To the left a bank is below nothing: more of it is less.
    ['bank_deg', -20, -6, 'Bank too steep in level flight', '6° steeper than 20°'],
    ['bank_deg', 0, -6, 'Bank to the left in level flight', '6° to the left'],
    ['turnRate_degps', 3, 0.6, 'Turn too fast in level flight', '0.6°/s faster than 3.0°/s'],
    ['turnRate_degps', -3, 0.6, 'Turn too slow in level flight', '0.6°/s slower than 3.0°/s'],
    ['turnRate_degps', 0, 0.6, 'Turn to the right in level flight', '0.6°/s to the right'],
    ['courseShare', 0, 0.5, 'Off course to the right', '50\u2009% of full scale right of it'],
    ['courseShare', 0, -1.2, 'Off course to the left', 'more than full scale left of it'],
    ['arcError_nm', 0, 1.24, 'Outside the arc', '1.2 NM outside it'],
    ['arcError_nm', 0, -1.24, 'Inside the arc', '1.2 NM inside it'],
    ['pathShare', 0, 0.8, 'Above the path', '80\u2009% of full scale above it'],
    ['pathShare', 0, -0.8, 'Below the path', '80\u2009% of full scale below it']
  ] as [CorridorChannel, number, number, string, string][])(
    '%s: asked for %d, off by %d',
    (channel, asked, off, title, far) => {
      const laid = corridor(channel, asked);
      expect(sideTitle(laid, off > 0 ? 'above' : 'below', phase('Level'))).toBe(title);
      expect(offWords(laid, off, asked)).toBe(far);
    }
  );

  test('a floor and a ceiling are a minimum and a maximum, with nothing allowed', () => {
    const floor = corridor('altitude_ft', 3000, null, 0);
    const ceiling = corridor('altitude_ft', 3000, 0, null);
    expect(sideTitle(floor, 'below', phase('To NORIN'))).toBe('Below the minimum altitude in “To NORIN”');
    expect(sideTitle(ceiling, 'above', phase('To NORIN'))).toBe('Above the maximum altitude in “To NORIN”');
    expect([allowedWords(floor, 'below'), allowedWords(ceiling, 'above')]).toEqual(['nothing', 'nothing']);
    expect(allowedWords(corridor('ias_kt', 90, 10, 7.5), 'above')).toBe('10 kt');
    expect(allowedWords(corridor('ias_kt', 90, 10, 7.5), 'below')).toBe('7.5 kt');
    expect(allowedWords(corridor('courseShare', 0, 0.75), 'above')).toBe('75\u2009%');
    expect(allowedWords(corridor('pathShare', 0, 0.75, 0.5), 'below')).toBe('50\u2009%');
  });

  test('the side of a climb that is to be held by its profile is that of its first figure', () => {
    const profile = { along: 'along_nm', between: 'path', points: [{ at_nm: -5, value: -600 }] } as const;
    expect(
      sideTitle(
        corridor('verticalSpeed_fpm', { ...profile, points: [...profile.points] }),
        'below',
        phase('Descent')
      )
    ).toBe('Descent too steep in the descent');
    expect(sideWords('altitude_ft', 0, 'above')).toBe('high');
  });

  test.each([
    ['Level', 'in level flight'],
    ['Level at 3000', 'in level flight'],
    ['Levelling', 'in “Levelling”'],
    ['Climb', 'in the climb'],
    ['Climbing', 'in the climb'],
    ['Climbing turn', 'in “Climbing turn”'],
    ['Descent', 'in the descent'],
    ['Descend', 'in the descent'],
    ['Steep turn', 'in the turn'],
    ['Turn', 'in the turn'],
    ['Steep turn left', 'in “Steep turn left”']
  ])('“%s” is where: %s', (name, where) => expect(inPhase(phase(name))).toBe(where));

  test('needles stop at full scale, corrections have a side, headings three figures, and only a speed is held by the nose', () => {
    expect([needleWords(0.25), needleWords(-1), needleWords(1.01)]).toEqual([
      '25\u2009% of full scale',
      '100\u2009% of full scale',
      'more than full scale'
    ]);
    expect([correctionWords(4.4), correctionWords(-4.6), correctionWords(0.4)]).toEqual([
      '4° right',
      '5° left',
      'no correction'
    ]);
    expect([
      targetWords('heading_deg', 5),
      targetWords('altitude_ft', 4000.4),
      targetWords('turnRate_degps', 3)
    ]).toEqual(['005°', '4000', '3.0']);
    expect([isSpeedByNose(phase('Climb', 'speed')), isSpeedByNose(phase('Climb', 'rate'))]).toEqual([
      true,
      false
    ]);
  });
});

describe('a finding filled in', () => {
  const at = { moment_s: 30 };
  test('has its cure by quantity, side, and who holds the speed', () => {
    const off = (channel: 'ias_kt' | 'altitude_ft', side: 'above' | 'below', speedByNose = false) =>
      finding('exceedance', 'fault', '', at, '', { channel, side, speedByNose }).cure;
    expect(off('altitude_ft', 'above')).toMatch(/nose down/);
    expect(off('altitude_ft', 'below')).toMatch(/nose up/);
    expect(off('ias_kt', 'above')).toMatch(/[Tt]ake off a little power/);
    expect(off('ias_kt', 'below')).toMatch(/Power first/);
    expect(off('ias_kt', 'above', true)).toMatch(/^The power stays: a degree of nose up/);
    expect(finding('exceedance', 'fault', '', at, '').cure).toMatch(/See it early/);
    const leans = (channel: 'altitude_ft' | 'heading_deg') =>
      finding('bias-to-one-side', 'fault', '', at, '', { channel }).cure;
    expect(leans('altitude_ft')).not.toBe(leans('heading_deg'));
  });

  test('is a moment unless it lasts, fails only what is hard unless said, and stands by itself', () => {
    const moment = finding('pumping', 'fault', 'Pumping', at, 'so');
    expect(moment).toMatchObject({
      start_s: 30,
      end_s: 30,
      channel: null,
      side: null,
      worth: 12,
      failed: false,
      inferred: false,
      under: null
    });
    expect('area' in moment).toBe(false);
    expect(finding('pumping', 'hard', '', at, '').failed).toBe(true);
    const lasting = finding('pumping', 'fault', '', { moment_s: 30, start_s: 20, end_s: 50 }, '', {
      worth: 3,
      failed: true,
      inferred: true
    });
    expect(lasting).toMatchObject({ start_s: 20, end_s: 50, worth: 3, failed: true, inferred: true });
  });
});

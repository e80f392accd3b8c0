import { expect, test } from 'vitest';
import { OwnPlace } from '$core/drill/own-place';
import { Command } from '$core/flight/command';
import { OwnWeather } from '$core/flight/own-weather';
import { Rejection } from '$core/measure/rejection';
import { parse } from '$core/measure/validation';

const at = { latitude_deg: 44, longitude_deg: -33 };
const place = { does: 'place', name: '5 NM out', at, altitude_ft: 1600, heading_deg: 240, speed_kt: 90 };

test.each([
  { does: 'fail', what: 'vacuum' },
  { does: 'fail', what: 'vacuum', when: { within_nm: 2, of: 'GRIMA' } },
  { does: 'time', rate: 4 },
  place,
  { ...place, at: undefined, verticalSpeed_fpm: -478, phase: 'p07' },
  { does: 'clear', heading_deg: 210, turn: 'left', altitude_ft: 2500 },
  { does: 'go on', phase: 'p03' },
  { does: 'go around' },
  { does: 'weather', over_s: 60, wind: { from_deg: 240, speed_kt: 18 }, base_ft: 300 },
  { does: 'control', by: 'instructor' }
])('an act is taken as it is: %j', (command) => {
  const sent: unknown = JSON.parse(JSON.stringify(command));
  expect(parse(Command, sent, 'command')).toEqual(sent);
});

test('weather a school keeps has a name, and of the rest what it changes', () => {
  const fog = { name: 'Fog from the bay', base_ft: 300, visibility_sm: 0.5 };
  expect(parse(OwnWeather, fog, 'weather')).toEqual(fog);
  expect(() => parse(OwnWeather, { base_ft: 300 }, 'weather')).toThrow(/^name: missing is not accepted/);
  expect(() => parse(OwnWeather, { ...fog, over_s: 60 }, 'weather')).toThrow(/^over_s: 60 is not accepted; there is no such field/); // prettier-ignore
});

test.each([
  [{ does: 'time', rate: 3 }, 'rate: 3 is not accepted; 1, 2 or 4'],
  [{ does: 'clear', heading_deg: 0 }, /^heading_deg: 0 is not accepted/],
  [{ does: 'clear', heading_deg: 210, flaps: 10 }, 'flaps: 10 is not accepted; there is no such field'],
  [{ ...place, altitude_ft: 1e9 }, /^altitude_ft: 1000000000 is not accepted; a number from/],
  [{ ...place, at: { latitude_deg: 95, longitude_deg: 0 } }, /^at.latitude_deg: 95 is not accepted/],
  [{ ...place, name: ' ' }, /^name: " " is not accepted/],
  [{ does: 'weather' }, 'over_s: missing is not accepted; it is required'],
  [{ does: 'weather', over_s: -1 }, /^over_s: -1 is not accepted; a number from 0/],
  [
    { does: 'weather', over_s: 0, top_ft: 'high' },
    'top_ft: "high" is not accepted; a number from 200 to 20000 ft, or null'
  ],
  [
    { does: 'weather', over_s: 0, when: { soon: true } },
    /^when: {"soon":true} is not accepted; after so many/
  ],
  [{ does: 'control', by: 'somebody' }, /^by: "somebody" is not accepted; one of instructor, student/],
  [{ does: 'fly to the moon' }, /^command: .* is not accepted; fail, freeze, time/],
  ['', /^command: "" is not accepted; fail, freeze, time/]
])('anything else is refused at its field: %j', (command, words) => {
  expect(() => parse(Command, command, 'command')).toThrow(Rejection);
  expect(() => parse(Command, command, 'command')).toThrow(words);
});

test('a place of one’s own has a name and a place', () => {
  const { name, altitude_ft, heading_deg, speed_kt } = place;
  const own = { name, at, altitude_ft, heading_deg, speed_kt };
  expect(parse(OwnPlace, own, 'place')).toEqual(own);
  expect(() => parse(OwnPlace, { ...own, at: undefined }, 'place')).toThrow();
});

import { expect, test } from 'vitest';
import { OwnPlace } from '$core/drill/own-place';
import { Command } from '$core/flight/command';
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

test.each([
  { does: 'time', rate: 3 },
  { does: 'clear', heading_deg: 0 },
  { does: 'clear', heading_deg: 210, flaps: 10 },
  { ...place, altitude_ft: 1e9 },
  { ...place, at: { latitude_deg: 95, longitude_deg: 0 } },
  { ...place, name: ' ' },
  { does: 'weather', over_s: -1 },
  { does: 'control', by: 'somebody' },
  { does: 'fly to the moon' }
])('anything else is refused: %j', (command) => {
  expect(() => parse(Command, command, 'command')).toThrow(Rejection);
});

test('a place of one’s own has a name and a place', () => {
  const { name, altitude_ft, heading_deg, speed_kt } = place;
  const own = { name, at, altitude_ft, heading_deg, speed_kt };
  expect(parse(OwnPlace, own, 'place')).toEqual(own);
  expect(() => parse(OwnPlace, { ...own, at: undefined }, 'place')).toThrow();
});

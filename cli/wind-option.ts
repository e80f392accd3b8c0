import type { Wind } from '../src/lib/core/air/wind';
import { Rejection } from '../src/lib/core/measure/rejection';
import { options } from './options';

/** A wind as it is written, 270/20; direction magnetic like the courses it is used with. */
export function wind(): Wind {
  const match = /^(\d{1,3})\/(\d{1,3}(?:\.\d+)?)$/.exec(options.wind ?? '000/0');
  const [from_deg, speed_kt] = [Number(match?.[1]), Number(match?.[2])];
  if (!match || from_deg > 360 || speed_kt > 200)
    throw new Rejection('wind', options.wind, 'direction and speed like 270/20');
  return { from_deg, speed_kt };
}

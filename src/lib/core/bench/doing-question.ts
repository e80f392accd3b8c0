import type { ChannelId } from '../flight/channels';
import { column, sampleAt, type Flight } from '../flight/flight';
import { figure, heading, signedFigure } from '../measure/figure';
import type { SeededNoise } from '../measure/seeded-noise';
import type { PanelKind } from '../instrument/readings';
import { benchFlight } from './bench-flight';
import { choose, momentIn } from './choosing';
import { answerTime_s, type PanelQuestion } from './question';

/** What an airplane does, in words of three parts. */
interface Doing {
  vertical: 'climbing' | 'descending' | 'level';
  lateral: 'turning left' | 'turning right' | 'straight';
  speed: 'speeding up' | 'slowing' | 'steady speed';
}

/** Limits between which a movement is neither plainly there nor plainly not: such moments are not asked about. */
const MOVES = { rate_fpm: [120, 250], turn_degps: [0.6, 1.3], accel_ktps: [0.2, 0.55] } as const;
const OVER_S = 5;

/** A panel, still or moving: what is the airplane doing? */
export function doingQuestion(noise: SeededNoise, level: number, panel: PanelKind): PanelQuestion {
  for (;;) {
    const bench = benchFlight(noise, panel, noise.uniform() < 0.4);
    for (let tries = 0; tries < 12; tries++) {
      const at = momentIn(noise, bench, OVER_S + 1);
      const doing = at && doingAt(bench.flight, at.time_s);
      if (!at || !doing) continue;
      const plain = [
        doing.vertical !== 'level',
        doing.lateral !== 'straight',
        doing.speed !== 'steady speed'
      ].filter(Boolean).length;
      // Easy: one thing happens. Harder: two or three at once.
      if (level <= 2 ? plain !== 1 : plain < 2) continue;
      const right = worded(doing);
      const wrong = new Set<string>();
      for (let guard = 0; wrong.size < (level >= 3 ? 4 : 3) && guard < 60; guard++) {
        const other = worded(changed(noise, doing));
        if (other !== right) wrong.add(other);
      }
      const answer = Math.floor((wrong.size + 1) * noise.uniform());
      const list = [...wrong];
      const r = (id: ChannelId) => column(bench.flight, id)[sampleAt(bench.flight, at.time_s)]!;
      return {
        kind: 'doing',
        level,
        // A still panel has to be read from rates and attitude alone.
        clip: {
          plan: bench.plan,
          flight: bench.flight,
          from_s: at.time_s - (level % 2 === 0 ? 0 : OVER_S),
          to_s: at.time_s,
          lying: null
        },
        asked: null,
        prompt: 'What is the airplane doing?',
        options: [...list.slice(0, answer), right, ...list.slice(answer)],
        answer,
        working: `Vertical speed ${signedFigure(r('verticalSpeed_fpm'))} ft/min, turn ${signedFigure(r('turnRate_degps'), 1)}°/s on ${heading(r('heading_deg'))}, ${figure(r('ias_kt'))} kt and ${doing.speed}: ${right}.`,
        within_s: answerTime_s('doing', level)
      };
    }
  }
}

/** What a flight does around a moment, from its true movement; null when it is not plain. */
export function doingAt(flight: Flight, time_s: number): Doing | null {
  const to = sampleAt(flight, time_s);
  const from = sampleAt(flight, time_s - OVER_S);
  if (to - from < OVER_S * flight.rate_hz) return null;
  const average = (id: ChannelId) => {
    const values = column(flight, id);
    let sum = 0;
    for (let k = from; k <= to; k++) sum += values[k]!;
    return sum / (to - from + 1);
  };
  const part = (value: number, [still, moving]: readonly [number, number]) =>
    Math.abs(value) <= still ? 0 : Math.abs(value) >= moving ? Math.sign(value) : null;
  const speed = column(flight, 'ias_kt');
  const vertical = part(average('climbRate_fpm'), MOVES.rate_fpm);
  const turn = part(average('turnRate_degps'), MOVES.turn_degps);
  const accel = part((speed[to]! - speed[from]!) / OVER_S, MOVES.accel_ktps);
  if (vertical === null || turn === null || accel === null) return null;
  // What the panel shows at the moment itself must say the same.
  if (part(column(flight, 'turnRate_degps')[to]!, MOVES.turn_degps) !== turn) return null;
  if (part(column(flight, 'verticalSpeed_fpm')[to]!, MOVES.rate_fpm) !== vertical) return null;
  return {
    vertical: vertical > 0 ? 'climbing' : vertical < 0 ? 'descending' : 'level',
    lateral: turn > 0 ? 'turning right' : turn < 0 ? 'turning left' : 'straight',
    speed: accel > 0 ? 'speeding up' : accel < 0 ? 'slowing' : 'steady speed'
  };
}

function changed(noise: SeededNoise, doing: Doing): Doing {
  return {
    vertical:
      noise.uniform() < 0.5 ? doing.vertical : choose(noise, ['climbing', 'descending', 'level'] as const),
    lateral:
      noise.uniform() < 0.5
        ? doing.lateral
        : choose(noise, ['turning left', 'turning right', 'straight'] as const),
    speed:
      noise.uniform() < 0.6 ? doing.speed : choose(noise, ['speeding up', 'slowing', 'steady speed'] as const)
  };
}

function worded({ vertical, lateral, speed }: Doing): string {
  return `${vertical}, ${lateral}, ${speed}`;
}

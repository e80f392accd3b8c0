import {
  impactPressure,
  pressureAltitudeFor,
  pressureAt,
  SEA_LEVEL_DENSITY_KGPM3,
  SEA_LEVEL_PRESSURE_PA
} from '../air/atmosphere';
import { magneticDip } from '../earth/magnetic-dip';
import { channelIndex, channelScales, type ChannelId } from '../flight/channels';
import { column, duration, sampleAt } from '../flight/flight';
import { readingsAt } from '../flight/replayed-readings';
import { faultsAt, type FaultKind } from '../instrument/instrument-fault';
import {
  readInstruments,
  settledInstruments,
  stepInstruments,
  type InstrumentSet
} from '../instrument/instruments';
import type { AirTruth, InstrumentId, PanelKind, Readings } from '../instrument/readings';
import { areaNames } from '../instrument/scan-area';
import { turnFromTo } from '../measure/angle';
import { figure, heading } from '../measure/figure';
import { seededNoise, type SeededNoise } from '../measure/seeded-noise';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import { benchFlight, type BenchFlight } from './bench-flight';
import { choose } from './choosing';
import { answerTime_s, type PanelQuestion } from './question';

/** An instrument that lies, by which failure, and which of its readings. */
interface Liar {
  instrument: InstrumentId;
  fault: FaultKind;
  key: 'ias_kt' | 'altitude_ft' | 'verticalSpeed_fpm' | 'bank_deg' | 'heading_deg' | 'turnRate_degps';
  /** How far it must be off to be seen, plainly and in the hardest questions. */
  seen: readonly [plain: number, hardest: number];
}

const LIARS: readonly Liar[] = [
  { instrument: 'airspeed', fault: 'pitot-blocked', key: 'ias_kt', seen: [40, 12] },
  { instrument: 'altimeter', fault: 'static-blocked', key: 'altitude_ft', seen: [500, 150] },
  { instrument: 'vertical-speed', fault: 'static-blocked', key: 'verticalSpeed_fpm', seen: [600, 300] },
  { instrument: 'attitude', fault: 'vacuum', key: 'bank_deg', seen: [20, 6] },
  { instrument: 'heading', fault: 'vacuum', key: 'heading_deg', seen: [35, 12] },
  { instrument: 'turn', fault: 'electrical', key: 'turnRate_degps', seen: [2.5, 1.3] }
];
/** What a failure shows is computed at the recording's own step. */
const STEP_S = 0.1;
const CLIP_S = 10;
const OPTIONS: readonly InstrumentId[] = [
  'airspeed',
  'attitude',
  'altimeter',
  'turn',
  'heading',
  'vertical-speed'
];

/** A panel on which one instrument shows what its failure makes it show, and the others the truth: which one? */
export function liarQuestion(noise: SeededNoise, level: number, panel: PanelKind): PanelQuestion {
  for (;;) {
    // Gyros that topple belong to round dials; tapes say so themselves.
    const bench = benchFlight(noise, panel, false);
    const liar = choose(
      noise,
      LIARS.filter((l) => panel === 'dials' || l.fault !== 'vacuum')
    );
    const fails_s = 10 + noise.uniform() * Math.max(0, duration(bench.flight) - 80);
    const lies = failedReadings(bench, liar, fails_s);
    const limit = liar.seen[0] + ((liar.seen[1] - liar.seen[0]) * (level - 1)) / 4;
    const candidates: number[] = [];
    for (let t = fails_s + CLIP_S + 5; t < duration(bench.flight) - 1; t += 2) {
      const off = difference(liar, lies(t), column(bench.flight, liar.key)[sampleAt(bench.flight, t)]!);
      const most = level >= 4 ? 4 * limit : Infinity;
      if (off >= limit && off <= most) candidates.push(t);
    }
    if (candidates.length === 0) continue;
    const to_s = choose(noise, candidates);
    const truth = column(bench.flight, liar.key)[sampleAt(bench.flight, to_s)]!;
    const said =
      liar.key === 'heading_deg'
        ? heading
        : (value: number) => figure(value, liar.key === 'turnRate_degps' ? 1 : 0);
    return {
      kind: 'liar',
      level,
      clip: {
        plan: bench.plan,
        flight: bench.flight,
        from_s: to_s - CLIP_S,
        to_s,
        lying: (shown, time_s) => ({
          ...shown,
          [liar.key]: lies(time_s),
          ...(liar.instrument === 'attitude' ? { pitch_deg: shown.pitch_deg } : {})
        })
      },
      asked: null,
      prompt: 'One instrument lies. Which one do you cover?',
      options: OPTIONS.map((id) => areaNames[id]),
      answer: OPTIONS.indexOf(liar.instrument),
      working: `The ${areaNames[liar.instrument]} showed ${said(lies(to_s))} where the airplane had ${said(truth)}: ${WHY[liar.fault]} ${CHECK[liar.instrument]}`,
      within_s: answerTime_s('liar', level)
    };
  }
}

const WHY: Record<FaultKind, string> = {
  'pitot-blocked': 'the pitot is blocked and drained.',
  'pitot-and-drain-blocked': 'the pitot and its drain are blocked.',
  'static-blocked': 'its static line is blocked.',
  vacuum: 'its gyro has lost its vacuum and sags without a flag.',
  electrical: 'its gyro has lost its power.'
};
const CHECK: Partial<Record<InstrumentId, string>> = {
  airspeed: 'Pitch and power say another speed.',
  altimeter: 'The vertical speed says it must move.',
  'vertical-speed': 'The altimeter moves.',
  attitude: 'Turn and heading say another bank.',
  heading: 'The turn rate and the compass say another one.',
  turn: 'The bank and the heading say there is a turn.'
};

function difference({ key }: Liar, shown: number, truth: number): number {
  return Math.abs(key === 'heading_deg' ? turnFromTo(truth, shown) : shown - truth);
}

/** What a failed instrument would have shown all along, by the instrument models, fed with the recorded truth. */
function failedReadings(
  { flight, lesson, plan }: BenchFlight,
  liar: Liar,
  fails_s: number
): (time_s: number) => number {
  const set: InstrumentSet = {
    panel: plan.panel,
    dip_deg: magneticDip(lesson.area),
    latitude_deg: lesson.area.latitude_deg,
    compassDeviation_deg: lesson.aircraft.compassDeviation_deg
  };
  const truthAt = (k: number): AirTruth => {
    const at = (id: ChannelId) => flight.columns.get(id)?.[k] ?? 0;
    const pressureAltitude_m =
      pressureAltitudeFor(at('altitude_ft'), plan.altimeterSetting_hPa) * METRES_PER_FOOT;
    const shown = readingsAt(flight, k / flight.rate_hz, { plan, aircraft: lesson.aircraft });
    return {
      ...shown,
      staticPressure_Pa: pressureAt(pressureAltitude_m),
      impactPressure_Pa: impactPressure(
        at('trueIas_kt') * METRES_PER_SECOND_PER_KNOT,
        SEA_LEVEL_PRESSURE_PA,
        SEA_LEVEL_DENSITY_KGPM3
      ),
      pitch_deg: at('truePitch_deg'),
      bank_deg: at('trueBank_deg'),
      magneticHeading_deg: at('trueHeading_deg'),
      rollRate_degps: 0,
      forceForward_g: 0,
      forceRight_g: 0,
      forceDown_g: -at('loadFactor')
    };
  };
  const memory = settledInstruments(set, truthAt(0), seededNoise(plan.seed + 77));
  const shown = new Float64Array(flight.length);
  const scale = channelScales[channelIndex(liar.key)]!;
  for (let k = 0; k < flight.length; k++) {
    const truth = truthAt(k);
    const faults = faultsAt([{ kind: liar.fault, at_s: fails_s }], k / flight.rate_hz);
    stepInstruments(set, memory, truth, faults, false, STEP_S);
    const reading: Readings = readInstruments(set, memory, truth, plan.altimeterSetting_hPa, 0);
    // To what such an instrument is read to, as the others are recorded: decimals would tell.
    shown[k] = Math.round(reading[liar.key] * scale) / scale;
  }
  return (time_s) => shown[sampleAt(flight, time_s)]!;
}

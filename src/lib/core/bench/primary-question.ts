import { capital } from '../measure/capital';
import { instrumentsToWatch } from '../drill/primary-instruments';
import type { SeededNoise } from '../measure/seeded-noise';
import type { PanelKind } from '../instrument/readings';
import { benchFlight } from './bench-flight';
import { choose, momentIn } from './choosing';
import { answerTime_s, type PanelQuestion } from './question';

export type School = 'primary and supporting' | 'control and performance';

const ROLES: Record<School, readonly ('primary' | 'supporting' | 'control' | 'performance')[]> = {
  'primary and supporting': ['primary', 'supporting'],
  'control and performance': ['control', 'performance']
};
const INSTRUMENTS = [
  'attitude',
  'altimeter',
  'airspeed',
  'vertical speed',
  'heading indicator',
  'turn rate',
  'power gauge'
];

/** A flown condition and one of pitch, bank, power: which instrument has this role? */
export function primaryQuestion(
  noise: SeededNoise,
  level: number,
  panel: PanelKind,
  school: School
): PanelQuestion {
  for (;;) {
    const bench = benchFlight(noise, panel, false);
    const { lesson, flight, spans } = bench;
    const at = momentIn(noise, bench, 5);
    if (!at) continue;
    const { time_s, phase, before } = at;
    const span = spans.find((s) => s.phaseId === phase.id)!;
    const watch = instrumentsToWatch(phase, before, time_s - span.start_s);
    const quantity = choose(noise, ['pitch', 'bank', 'power'] as const);
    // The harder ones ask for the second role as well.
    const role = ROLES[school][level >= 2 && noise.uniform() < 0.5 ? 1 : 0]!;
    const right = watch[role][quantity];
    const others = INSTRUMENTS.filter(
      (name) =>
        !right.includes(name) && !(role === 'supporting' && watch.primary[quantity] === name && level < 3)
    );
    const wrong = shuffled(noise, others).slice(0, level >= 3 ? 4 : 3);
    const { options, answer } = mixed(noise, right, wrong);
    return {
      kind: 'primary',
      level,
      clip: {
        plan: bench.plan,
        flight,
        from_s: Math.max(0, time_s - (level >= 4 ? 0 : 4)),
        to_s: time_s,
        lying: null
      },
      asked: level >= 4 ? null : watch.condition,
      prompt: `Which is ${role} for ${quantity}?`,
      options,
      answer,
      working: `${capital(watch.condition)} in the ${lesson.aircraft.name}: ${role} for ${quantity} is the ${right}. ${reason(role, watch.condition.startsWith('entering'))}`,
      within_s: answerTime_s('primary', level)
    };
  }
}

function reason(role: 'primary' | 'supporting' | 'control' | 'performance', entering: boolean): string {
  if (role === 'primary' && entering)
    return 'In a transition the one by which it is entered comes first, then the one that is to stand still.';
  return {
    primary: 'It is the one that is supposed to stand still.',
    supporting: 'It confirms what the primary one says.',
    control: 'It is where the airplane is set.',
    performance: 'It says whether what was set is what was wanted.'
  }[role];
}

function shuffled<T>(noise: SeededNoise, list: readonly T[]): T[] {
  return list
    .map((item) => ({ item, at: noise.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ item }) => item);
}

function mixed(noise: SeededNoise, right: string, wrong: readonly string[]) {
  const answer = Math.floor((wrong.length + 1) * noise.uniform());
  return { options: [...wrong.slice(0, answer), right, ...wrong.slice(answer)], answer };
}

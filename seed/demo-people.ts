import { createHash } from 'node:crypto';
import type { PanelKind } from '../src/lib/core/instrument/readings';
import type { Habits } from '../src/lib/core/pilot/habits';

/** The same name always gives the same id, so that seeding twice, or half, does no harm. */
export function demoId(name: string): string {
  const hex = createHash('sha256').update(`hanza demo ${name}`).digest('hex');
  const variant = ((parseInt(hex[16]!, 16) & 3) | 8).toString(16);
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-${variant}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

export const DEMO_PASSWORD = 'corridor-and-trace';
/** The open Atlantic near 33° W keeps two hours behind UTC. */
export const DEMO_TIME_ZONE = 'Etc/GMT+2';
export const DEMO_SCHOOL = 'Vesterlund Instrument School';

export const demoStaff = [
  { key: 'sigrun', name: 'Sigrun Aldane', role: 'chief' },
  { key: 'ines', name: 'Ines Brandvik', role: 'instructor' },
  { key: 'halvard', name: 'Halvard Roem', role: 'instructor' }
] as const;

/** One flown attempt of the demo history: how many days ago, and with which faults. */
interface DemoAttempt {
  daysAgo: number;
  drill: string;
  /** An approach that ships, by its first way in. */
  approach?: string;
  aircraft?: string;
  habits: Partial<Habits>;
  /** The stage of a scan lesson. */
  scan?: string;
  note?: string;
  /** Of the note’s flight the same is set as homework: how often, and due in how many days. */
  homework?: { times: number; inDays: number; at_s: number };
  /** Led from the station: four approaches in one lesson. */
  instructed?: true;
}

interface DemoStudent {
  key: string;
  name: string;
  stage: string;
  instructor: (typeof demoStaff)[number]['key'];
  attempts: DemoAttempt[];
  /** The lesson of the syllabus that was begun with; left out: the first. */
  startsWith?: string;
  /** A lesson planned and not flown yet. */
  waiting: { drill: string; aircraft?: string; panel?: PanelKind; scan?: string } | null;
  /** Instrument hours already in the record: in the airplane, in an advanced training device, cross-country. */
  hours: { airplane: number; device: number; crossCountry: number; longFlight: boolean };
}

export const demoStudents: readonly DemoStudent[] = [
  {
    key: 'maren',
    name: 'Maren Tolvik',
    stage: 'Attitude flying',
    instructor: 'ines',
    attempts: [
      {
        daysAgo: 21,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 1, pumpsPitch: 1 },
        note: 'Hands busy, eyes on the rate. Next time: speed first, and one change at a time.'
      },
      {
        daysAgo: 14,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0.8, pumpsPitch: 0.55 }
      },
      {
        daysAgo: 7,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0.4 },
        note: 'Speed caught before the nose went down, for the first time. Now the quiet hands.'
      },
      {
        daysAgo: 5,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0.12 }
      },
      { daysAgo: 3, drill: 'level-offs', habits: { levelsOffLate: 0.8 } },
      {
        daysAgo: 1,
        drill: 'standard-rate-turns',
        habits: { rollsOutLate: 0.6 },
        note: 'Half the bank before the heading, every time. Say the roll-out heading before you roll in.',
        homework: { times: 3, inDays: 3, at_s: 60 }
      }
    ],
    waiting: { drill: 'rate-and-speed-descent' },
    hours: { airplane: 4.2, device: 6.5, crossCountry: 18, longFlight: false }
  },
  {
    key: 'oskar',
    name: 'Oskar Lindemoor',
    stage: 'Approaches',
    startsWith: 'ils',
    instructor: 'ines',
    attempts: [
      {
        daysAgo: 60,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0.3 }
      },
      { daysAgo: 52, drill: 'rate-and-speed-descent', habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0 } },
      { daysAgo: 31, drill: 'rate-and-speed-descent', habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0 } },
      { daysAgo: 24, drill: 'vor-tracking', habits: { ignoresWind: 0.7 } },
      { daysAgo: 18, drill: 'vor-hold', habits: { holdsWithoutWind: 1 } },
      { daysAgo: 12, drill: 'pattern-b', aircraft: 'tarnvik-200', habits: { levelsOffLate: 0.6 } },
      { daysAgo: 9, drill: 'dme-arc', habits: { widensArc: 1 } },
      {
        daysAgo: 3,
        approach: 'xvlb-ils-24',
        drill: 'approach',
        habits: { descendsEarly: 0.8, timidGoAround: 1 },
        note: 'Each step a little early, and the power of the go-around late. Say the altitude of the next fix before you leave the last.'
      },
      { daysAgo: 2, approach: 'xvlb-ils-24', drill: 'approach', habits: {} },
      {
        daysAgo: 1,
        approach: 'xvlb-ils-24',
        drill: 'approach',
        habits: { ignoresWind: 0.6 },
        instructed: true,
        note: 'Four times, and better each time. Before the next lesson: what does the heading have to be when the wind is 310 at 22?'
      }
    ],
    waiting: { drill: 'dme-arc', aircraft: 'tarnvik-200', panel: 'tapes' },
    hours: { airplane: 19.4, device: 12, crossCountry: 44, longFlight: false }
  },
  {
    key: 'yusra',
    name: 'Yusra Kettering',
    stage: 'Test preparation',
    startsWith: 'other-fields',
    instructor: 'halvard',
    attempts: [
      {
        daysAgo: 90,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0.6, pumpsPitch: 0 }
      },
      { daysAgo: 80, drill: 'rate-and-speed-descent', habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0 } },
      { daysAgo: 640, drill: 'standard-rate-turns', habits: { rollsOutLate: 1, overControls: 1 } },
      { daysAgo: 639, drill: 'standard-rate-turns', habits: {} },
      { daysAgo: 638, drill: 'standard-rate-turns', habits: {} },
      { daysAgo: 40, drill: 'unusual-attitudes', habits: {} },
      { daysAgo: 26, drill: 'vor-hold', habits: { wrongEntry: 1 } },
      { daysAgo: 15, drill: 'arc-and-hold', aircraft: 'tarnvik-200', habits: {} },
      { daysAgo: 5, drill: 'rate-and-speed-descent', habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0 } }
    ],
    waiting: { drill: 'called-turns', aircraft: 'korvane-750', panel: 'tapes' },
    hours: { airplane: 26.8, device: 20.5, crossCountry: 58, longFlight: true }
  },
  {
    key: 'davi',
    name: 'Davi Almansor',
    stage: 'Attitude flying',
    instructor: 'halvard',
    attempts: [
      {
        daysAgo: 12,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 1, pumpsPitch: 0.2 }
      },
      {
        daysAgo: 6,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 1, pumpsPitch: 0.1 }
      },
      {
        daysAgo: 3,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0.9, pumpsPitch: 0 }
      },
      ...[19, 17, 16, 14, 13, 10, 9].map((daysAgo) => ({
        daysAgo,
        drill: 'half-standard-turns',
        habits: { rollsOutLate: 1, favoursRight: 0.5 }
      })),
      { daysAgo: 11, drill: 'standard-rate-turns', habits: { rollsOutLate: 1, favoursRight: 0.5 } },
      { daysAgo: 8, drill: 'standard-rate-turns', habits: { rollsOutLate: 0.9, favoursRight: 0.5 } },
      { daysAgo: 5, drill: 'standard-rate-turns', habits: { rollsOutLate: 0.55, favoursRight: 0.6 } },
      { daysAgo: 4, drill: 'standard-rate-turns', habits: { rollsOutLate: 0.4, favoursRight: 0.5 } },
      {
        daysAgo: 2,
        drill: 'standard-rate-turns',
        habits: { rollsOutLate: 0.2, favoursRight: 0.4 },
        note: 'Roll-outs nearly there. Look at which side the heading sits on: it is always the same one.'
      }
    ],
    waiting: { drill: 'rate-and-speed-descent' },
    hours: { airplane: 2.1, device: 3.5, crossCountry: 9, longFlight: false }
  },
  {
    key: 'petra',
    name: 'Petra Hollisund',
    stage: 'Courses and holds',
    startsWith: 'tracking',
    instructor: 'ines',
    attempts: [
      {
        daysAgo: 35,
        drill: 'rate-and-speed-descent',
        habits: { startsDownBeforeSlowing: 0, pumpsPitch: 0.25 }
      },
      {
        daysAgo: 9,
        drill: 'unusual-attitudes',
        habits: { wrongOrder: 1 },
        note: 'Wings first, then pull. We do it again on the next flight.'
      },
      { daysAgo: 8, drill: 'vor-tracking', habits: { ignoresWind: 1 } },
      {
        daysAgo: 6,
        drill: 'vor-hold',
        habits: { wrongEntry: 1, holdsWithoutWind: 1 },
        note: 'Entry decided over the fix, and the wind forgotten outbound. Draw it first, then fly it.'
      },
      { daysAgo: 4, drill: 'vor-hold', habits: { holdsWithoutWind: 1 } },
      { daysAgo: 1, drill: 'vor-hold', habits: {} }
    ],
    waiting: { drill: 'vor-hold' },
    hours: { airplane: 9.7, device: 14, crossCountry: 31, longFlight: false }
  },
  {
    key: 'tomas',
    name: 'Tomas Ferrand',
    stage: 'First flights',
    instructor: 'halvard',
    attempts: [
      { daysAgo: 13, drill: 'straight-and-level', scan: 'flying', habits: { fixates: 1, omitsEngine: 1 } },
      {
        daysAgo: 10,
        drill: 'constant-rate-climb',
        scan: 'flying',
        habits: { omitsHeading: 1, omitsEngine: 1 },
        note: 'The heading goes out of the round as soon as the nose comes up. Say it aloud: attitude, heading.'
      },
      { daysAgo: 7, drill: 'straight-and-level', scan: 'flying', habits: { fixates: 0.4, omitsEngine: 1 } },
      { daysAgo: 5, drill: 'constant-rate-climb', scan: 'flying', habits: { overemphasises: 1 } },
      { daysAgo: 2, drill: 'straight-and-level', scan: 'flying', habits: {} }
    ],
    waiting: { drill: 'constant-rate-climb', scan: 'paced' },
    hours: { airplane: 0, device: 0, crossCountry: 4, longFlight: false }
  }
];

export function demoEmail(name: string): string {
  return `${name.toLowerCase().replace(' ', '.')}@vesterlund.example`;
}

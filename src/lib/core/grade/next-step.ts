import { lowered } from '../measure/capital';
import { aircraftById } from '../aircraft/catalogue';
import { drillFileOf } from '../drill/catalogue/catalogue';
import { areaOf } from '../drill/lesson-place';
import type { LessonPlan } from '../drill/lesson-plan';
import { problemsOf } from '../drill/plan-check';
import { sensiblePlan } from '../drill/sensible-plan';
import type { Finding } from '../finding/finding';
import type { FindingKind } from '../finding/finding-kind';

/** The drill that trains what a finding is about, where there is a better one than the drill it was found in. */
const MENDS: Partial<Record<FindingKind, string>> = {
  'over-correcting': 'straight-and-level',
  'bias-to-one-side': 'straight-and-level',
  'not-trimmed': 'level-speed-changes',
  'power-hunting': 'level-speed-changes',
  pumping: 'constant-rate-climb',
  'level-off-overshoot': 'level-offs',
  'level-off-undershoot': 'level-offs',
  'late-roll-out': 'standard-rate-turns',
  'early-roll-out': 'standard-rate-turns',
  'started-down-before-slowing': 'rate-and-speed-descent',
  'late-configuration': 'rate-and-speed-descent',
  'late-decision': 'rate-and-speed-descent',
  'early-decision': 'rate-and-speed-descent',
  'below-decision-altitude': 'rate-and-speed-descent',
  'slow-recovery': 'unusual-attitudes',
  'wrong-order': 'unusual-attitudes',
  'secondary-stall': 'unusual-attitudes',
  stalled: 'unusual-attitudes',
  'not-identified': 'centring-and-identifying',
  'not-tuned': 'centring-and-identifying',
  'wrong-course': 'centring-and-identifying',
  'wrong-source': 'centring-and-identifying',
  'intercept-overshoot': 'intercept',
  'not-established': 'intercept',
  'no-wind-correction': 'vor-tracking',
  'chasing-needle': 'vor-tracking',
  'still-turning': 'vor-tracking',
  'over-correcting-course': 'vor-tracking',
  'chased-near-station': 'station-passage',
  'arc-off': 'dme-arc',
  'wrong-entry': 'vor-hold',
  'hold-timing': 'vor-hold',
  'inbound-leg': 'vor-hold',
  'no-hold-correction': 'vor-hold',
  'hold-roll-out': 'vor-hold',
  'entry-heading': 'vor-hold',
  'turned-by-bank': 'standard-rate-turns'
};
/** An excursion is trained where its quantity is the point. */
const MENDS_CHANNEL: Record<string, string> = {
  altitude_ft: 'straight-and-level',
  heading_deg: 'straight-and-level',
  ias_kt: 'level-speed-changes',
  verticalSpeed_fpm: 'constant-rate-climb',
  bank_deg: 'standard-rate-turns',
  turnRate_degps: 'standard-rate-turns',
  courseShare: 'vor-tracking',
  arcError_nm: 'dme-arc'
};

/** What to fly next after a flight. */
export interface NextStep {
  /** The words of the button, and why. */
  words: string;
  why: string;
  plan: LessonPlan;
}

const MORE_WIND_KT = 8;
const WINDY_KT = 25;

/**
 * The next flight that a debrief asks for: the drill that mends the worst finding, in the same airplane and air; the same
 * again where none does; and where nothing was wrong, the same a little harder.
 * @param plan of the flight; @param findings of it, ordered, the worst first
 */
export function nextStep(plan: LessonPlan, findings: readonly Finding[]): NextStep {
  const worst = findings.find((finding) => finding.severity !== 'good' && finding.under === null);
  if (!worst) return harder(plan);
  const drill =
    MENDS[worst.kind] ??
    (worst.kind === 'exceedance' ? (MENDS_CHANNEL[worst.channel ?? ''] ?? plan.drill) : plan.drill);
  const again: NextStep = {
    words: 'Fly this drill again',
    why: `To put right: ${lowered(worst.title)}.`,
    plan
  };
  if (drill === plan.drill) return again;
  const mending = inSameAir(plan, drill);
  if (problemsOf(mending).length > 0) return again;
  const { name } = drillFileOf(mending);
  return {
    words: `Practise ${lowered(name)}`,
    why: `${name} trains this: ${lowered(worst.title)}.`,
    plan: mending
  };
}

function harder(plan: LessonPlan): NextStep {
  if (plan.corridors === 'hints')
    return {
      words: 'Fly it without hints',
      why: 'Nothing to put right: next, the same without hints or corridors.',
      plan: { ...plan, corridors: 'test' }
    };
  if (plan.windSpeed_kt + MORE_WIND_KT <= WINDY_KT)
    return {
      words: 'Fly it in more wind',
      why: `Nothing to put right: next, the same with ${plan.windSpeed_kt + MORE_WIND_KT} kt of wind.`,
      plan: { ...plan, windSpeed_kt: plan.windSpeed_kt + MORE_WIND_KT }
    };
  if (plan.turbulence === 'smooth' || plan.turbulence === 'light')
    return {
      words: 'Fly it in rougher air',
      why: 'Nothing to put right: next, the same in moderate turbulence.',
      plan: { ...plan, turbulence: plan.turbulence === 'smooth' ? 'light' : 'moderate' }
    };
  return {
    words: 'Fly this drill again',
    why: 'Nothing to put right, in wind and rough air and without hints: this drill is ready for a check.',
    plan
  };
}

/** Another drill with its own figures; the airplane, the place, the air, the panel and the help stay. */
export function inSameAir(plan: LessonPlan, drill: string): LessonPlan {
  const sensible = sensiblePlan(aircraftById(plan.aircraft), areaOf(plan), drill);
  const { windFrom_deg, windSpeed_kt, turbulence, panel, corridors, assist, startAltitude_ft, ownPlace } =
    plan;
  return {
    ...sensible,
    startAltitude_ft: Math.max(startAltitude_ft, sensible.startAltitude_ft),
    ...(ownPlace ? { ownPlace } : {}),
    windFrom_deg,
    windSpeed_kt,
    turbulence,
    panel,
    corridors,
    assist
  };
}

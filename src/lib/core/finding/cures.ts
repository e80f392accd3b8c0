import type { FindingKind } from './finding-kind';

/** What brings an excursion back, by its quantity and side. */
const EXCURSION: Record<string, { above: string; below: string }> = {
  altitude_ft: {
    above:
      'A degree of nose down from where it is trimmed, wait for the altimeter to move, and stop it halfway back.',
    below: 'A degree of nose up, a little power with it if the speed goes, and stop it halfway back.'
  },
  ias_kt: {
    above: 'Take off a little power, hold the attitude, and let the speed come back by itself.',
    below: 'Power first: add a little and wait. The nose stays where it is.'
  },
  verticalSpeed_fpm: {
    above: 'Half a degree of nose down, then count to five before you look at the needle again.',
    below: 'Half a degree of nose up, then count to five before you look at the needle again.'
  },
  heading_deg: {
    above: 'Bank left by as many degrees as you are off, roll out, and look again.',
    below: 'Bank right by as many degrees as you are off, roll out, and look again.'
  },
  bank_deg: {
    above: 'Set the bank on the attitude indicator, and look back at it every second glance.',
    below: 'Set the bank on the attitude indicator, and look back at it every second glance.'
  },
  turnRate_degps: {
    above: 'Set the rate with a little bank and hold it; it answers a second late.',
    below: 'Set the rate with a little bank and hold it; it answers a second late.'
  },
  pathShare: {
    above:
      'A hundred feet a minute more than the rate that keeps you on it, hold that, and take it out as the needle comes.',
    below:
      'A hundred feet a minute less, not level: let the path come down to you, then back to the known rate.'
  },
  courseShare: {
    above: 'Turn left by a known, small amount, level the wings and wait for the needle.',
    below: 'Turn right by a known, small amount, level the wings and wait for the needle.'
  }
};

const LEAN: Record<string, string> = {
  pathShare:
    'Back to the path first, by a hundred feet a minute; then the rate that keeps it there, and the power with it.',
  altitude_ft:
    'Fly the altitude itself, not a hundred feet beside it: one small change, trimmed, and it stays.',
  ias_kt:
    'The power setting is off for this speed: change it once, by a known amount, and write the new one down.',
  verticalSpeed_fpm:
    'The attitude is off for this rate: half a degree, held, and the power with it for the speed.',
  heading_deg: 'Take the heading back, then look at the bank: a wing a little low takes it away again.',
  courseShare:
    'Turn toward the course by a known amount and come back to it first; only then look for the heading that keeps it.'
};

/** Where the power stays set, in a climb or descent at a speed, the nose holds the speed. */
const BY_NOSE = {
  above: 'The power stays: a degree of nose up, wait for the speed to settle, and trim it there.',
  below: 'The power stays: a degree of nose down, wait for the speed to settle, and trim it there.',
  lean: 'The attitude is off for this power: change the nose by a degree, hold it, and note where it sits.'
};

/** Where a finding was made, for what the cure depends on. */
export interface CureContext {
  channel: string | null;
  side: 'above' | 'below' | null;
  /** The nose holds the speed there, not the power. */
  speedByNose: boolean;
}

/** The usual cure in an instructor's words, by finding and, where it matters, by quantity, side and phase. */
export function cureOf(kind: FindingKind, { channel, side, speedByNose }: CureContext): string {
  if (channel === 'ias_kt' && speedByNose) {
    if (kind === 'exceedance') return BY_NOSE[side ?? 'above'];
    if (kind === 'bias-to-one-side') return BY_NOSE.lean;
  }
  if (kind === 'exceedance' && channel && EXCURSION[channel]) return EXCURSION[channel][side ?? 'above'];
  if (kind === 'bias-to-one-side' && channel && LEAN[channel]) return LEAN[channel];
  return cures[kind];
}

const TOO_FAST_FOR_IT =
  'Read the speed aloud before the hand moves the lever. Too fast with it out: power back, and let the speed come down before anything else.';

const cures: Record<FindingKind, string> = {
  exceedance: 'See it early: a small correction at the first movement, then wait for it to act.',
  'below-minimum':
    'The next altitude is set and said before the fix; the rate comes off a tenth of it early, and it is never flown through.',
  'full-scale':
    'At full scale on a final nobody knows how far off it is: go around, and begin again with time.',
  'bias-to-one-side': 'Look where the error lives: the same side each time is a habit, not the air.',
  'over-correcting': 'Half the correction, then wait: take it out before it is back, not when it is.',
  'started-down-before-slowing':
    'Power back and hold the altitude until the speed is there; only then lower the nose.',
  'speed-first': 'Keep it.',
  'late-configuration':
    'Flaps and gear before the descent, in level flight, so that only one thing changes at a time.',
  pumping: 'One change of pitch, half of what you want to give, then wait for the needle to stop.',
  'late-decision':
    'Hand on the throttle from 100 ft above; power and pitch together at the altitude, not after it.',
  'early-decision': 'Fly the descent to its altitude: the decision is made there, not before.',
  'below-decision-altitude':
    'Lead the altitude by a tenth of the rate; the climb starts before the needle arrives.',
  'prompt-decision': 'Keep it.',
  'level-off-overshoot': 'Begin to level a tenth of the rate before the altitude.',
  'level-off-undershoot': 'Hold the rate until the lead, then ease over in one movement.',
  'late-roll-out': 'Begin to roll out half the bank angle before the heading.',
  'early-roll-out': 'Hold the bank until half of it is left to turn, then roll out in one movement.',
  fixation:
    'Keep the eyes moving: no instrument longer than two seconds, and back to the attitude each time.',
  'power-hunting': 'Set the power you know, and leave it until the speed has answered.',
  'not-trimmed': 'Trim until the hand holds nothing: set the attitude, wait, trim, let go.',
  'slow-recovery':
    'Read the airspeed first and act on it at once: rising, power off; falling, power on and the nose down. The wings follow.',
  'wrong-order':
    'Nose low: power off, wings level, then pull. Nose high: power on, unload, then wings level.',
  stalled:
    'Nose down until the wing flies, then power and wings level; the altitude comes last. Slow and low at once is a matter of power, not of the nose.',
  'secondary-stall':
    'Stick forward until the wing flies, then ease the nose up: it needs speed, not back pressure.',
  overspeed:
    'Power to idle first and the wings level; then raise the nose, gently, before the speed has built.',
  'clean-recovery': 'Keep it.',
  'scan-fixation':
    'Read it in a second, and back to the attitude: what you stare at does not fly better for it.',
  'scan-omission': 'Give it a place in the round, and name it aloud each time until it comes by itself.',
  'scan-emphasis':
    'One look, one thought, on: let the trend come from the next look, not from waiting for it.',
  'missed-call': 'Aviate first, but answer: a word costs no more than one look.',
  'not-identified': 'Tune, identify, and only then look at the needle: listen to the whole ident once.',
  'not-tuned': 'Read the frequency back from the radio, not from memory.',
  'wrong-course':
    'Set the course, read it aloud from the instrument, and ask whether TO or FROM makes sense.',
  'wrong-source': 'Last of all, touch the source: which radio feeds this needle?',
  'radios-ready': 'Keep it.',
  'intercept-overshoot':
    'Watch how fast the needle comes: start the turn so that it arrives with the roll-out, earlier the wider the angle.',
  'not-established': 'Hold the angle until the needle moves; take more of it if the wind is holding you off.',
  'over-correcting-course': 'Half of that correction is enough: see what it does before you take another.',
  'chasing-needle': 'A heading, level the wings and wait: let the needle answer before you turn again.',
  'still-turning': 'Take the bank out when the needle starts to move, not when it is in the middle.',
  'turned-by-bank':
    'The bank is only where you begin: a tenth of the airspeed and half of that again, thirty degrees at most. Then look at the turn needle, and change the bank until it says standard rate.',
  'no-wind-correction':
    'When it is back in the middle keep half of the correction: that is the wind, and it will not go away.',
  'chased-near-station': 'Close to the station hold the heading: the needle has nothing to say there.',
  'arc-off':
    'Outside: ten or twenty degrees in, at once. Inside: hold the heading, the arc comes back to you.',
  'wrong-entry':
    'Find the outbound course on the heading dial before the fix: which of the three parts is it in?',
  'right-entry': 'Keep it.',
  'entry-heading':
    'Say the heading before the fix: outbound course, thirty degrees to the side of the hold for a teardrop, and the wind once; then set the bug to it.',
  'hold-timing':
    'The clock starts abeam the fix or wings level outbound, whichever is later; inbound wings level.',
  'inbound-leg': 'Change the outbound time by what the inbound leg was off, and look whether it was enough.',
  'hold-roll-out':
    'Through the course: the leg outbound ran too near it, a few degrees farther out next time. Short of it: a few degrees nearer; and roll out on a heading that meets it.',
  'no-hold-correction':
    'What you hold inbound, hold two to three times as much the other way outbound: the turns drift, too.',
  'hold-converged': 'Keep it.',
  'beyond-limit':
    'The limit is a distance: the time outbound follows from the groundspeed, less what the turn takes.',
  'not-back-over-fix':
    'Over the fix turn at once, and keep the picture: where is the fix now, and which way round is it to it?',
  'fix-called-late': 'Look at the second needle more often as it comes off its stop.',
  'station-time-off': 'Minutes times sixty, over degrees; and hold the heading between the two bearings.',
  'path-from-above':
    'Be at the altitude before the path, configured, and let it come down to you: it is alive when the needle moves.',
  'flaps-too-fast': TOO_FAST_FOR_IT,
  'gear-too-fast': TOO_FAST_FOR_IT,
  'down-too-soon':
    'Down only past the fix: say its name as you pass it, and the next altitude after it; set the bug one step ahead, and no more.',
  'lost-while-busy':
    'A line, then the panel, then the next line: fly first, and let whoever asks wait. Trimmed hands-off it stays where it is while you read.',
  'not-on-course':
    'Course first, then down: within half a scale and tracking, and only then the next altitude.',
  'check-altitude':
    'Say the altitude that belongs to the fix before you come to it; if it does not agree, check the setting, and do not go on down.',
  'not-stabilised':
    'Have it all done before the final fix: speed, flaps, gear, trim. What is not in order by then is missed, not mended.',
  'late-power':
    'Hand on the throttle from 100 ft above; at the minimum power and pitch together, talk later.',
  'cleaned-up-early':
    'Power, pitch, and look for the climb: when it is there the gear comes up, and after it the flaps, a step at a time.',
  'turn-before-climb':
    'The climb first: wings level to the altitude that is published, and only then the turn.',
  'turned-from-runway':
    'Circling, always know which way the runway is: the field lost, climb and turn toward it, and from over it fly the missed approach as published.',
  'not-headed-for-fix':
    'Before the approach, say the missed approach as a list: how high, which way, to what; and have what leads there set. Read the next item off as soon as one is done.',
  'wrong-way-round':
    'Say the side with the turn, before it: “climb, then right to the station”. The other way nobody has looked at the ground.',
  'other-turn-than-said':
    'Read the side back with the heading, and say it once more as the bank goes in. Where the side cannot be right, ask before you turn.',
  'turned-late':
    'As the altitude comes up, the turn comes next: say it a hundred feet before, and roll in as it passes.',
  'not-in-position':
    'From the minimum on hold what you have: a small correction to the runway, the same rate, the same speed.',
  'came-down-beside':
    'Not lined up and on a normal descent by a few hundred feet: go around, and do not go down to look for the runway.',
  'over-threshold': 'Keep it.',
  'missed-though-seen': 'Look out at the minimum, name what you see, and decide once.',
  'high-at-fix':
    'Down as soon as it is allowed: past the fix before, and established. Feet to lose by minutes to the fix is the rate.',
  'no-final-clock':
    'At the final fix: time is the second of the five Ts. Set the groundspeed’s minutes beforehand.',
  'missed-station-late':
    'What leads the missed approach belongs on a standby while there is time: set it with the rest, before the first fix, and say so in the briefing.',
  'altimeter-not-set':
    'Write the setting down as it is given, turn it in at once, and read it back from the instrument.',
  'minimum-not-set':
    'Set the mark while you brief the minimum, and say the figure; then the altimeter reminds you of it.',
  'circled-beyond':
    'Keep the runway in sight and close: thirty degrees of bank at most, the speed of your category, and no lower until a normal descent leads to it.',
  'circled-well': 'Keep it.',
  'held-well': 'Keep it.',
  'no-clock': 'The five Ts at the fix: turn, time, twist, throttle, talk. Time is the second.',
  'ended-by-instructor': 'What was not flown is for another time.',
  'not-flown': 'Fly the drill to its end; what was not flown cannot be judged.',
  'other-runway':
    'Before you leave the minimum say the runway and the side of the turns; on base read the heading against the runway’s number.',
  'met-the-surface':
    'Fly the airplane before anything else: as the speed goes, nose down and power up; wings level; and away from the ground while there is height.'
};

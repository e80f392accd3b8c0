/**
 * Findings that follow from another habit by what they say, and are neither right nor wrong where they appear: who goes
 * down before slowing has no flaps out in time, and without flaps the power set for them is too much speed; who drifts while
 * staring, or stays short of or beyond an altitude, is to one side; who first does the wrong thing is late with the right one.
 */
const FOLLOWS = {
  startsDownBeforeSlowing: ['late-configuration'],
  fixates: ['bias-to-one-side', 'scan-omission', 'level-off-undershoot'],
  levelsOffEarly: ['bias-to-one-side'],
  levelsOffLate: ['bias-to-one-side'],
  configuresLate: ['started-down-before-slowing'],
  omitsHeading: ['bias-to-one-side', 'over-correcting'],
  wrongOrder: ['slow-recovery'],
  slowToReact: ['wrong-order'],
  keepsTurning: ['chasing-needle', 'intercept-overshoot', 'no-wind-correction'],
  chasesNeedle: ['intercept-overshoot'],
  ignoresWind: ['intercept-overshoot'],
  holdsWithoutWind: ['hold-timing'],
  timesLate: ['no-hold-correction']
};

const share = (part, whole) => (whole === 0 ? null : part / whole);
const f = (value, decimals = 2) => (value === null ? '–' : value.toFixed(decimals));

/** Precision, recall and time error of each finding, and who was found to do what, as Markdown. */
export function graderReport({ truths, flights }) {
  const reference = flights.filter((flight) => flight.pilot === 'reference');
  const plain = flights.filter((flight) => flight.strength === 1);
  const half = flights.filter((flight) => flight.strength === 0.5);
  const habitsOf = (finding) => truths.filter((truth) => truth.finding === finding).map(({ habit }) => habit);
  const rows = truths.map(({ finding, habit }) => {
    const meant = (flight) => flight.pilot === habit && flight.meant === finding;
    const mine = plain.filter(meant);
    const weak = half.filter(meant);
    const found = mine.filter((flight) => flight.found.includes(finding));
    const others = [...plain, ...reference].filter(
      (flight) =>
        !habitsOf(finding).includes(flight.pilot) && !(FOLLOWS[flight.pilot] ?? []).includes(finding)
    );
    const wrong = others.filter((flight) => flight.found.includes(finding)).length;
    const precision = share(found.length, found.length + wrong);
    const recall = share(found.length, mine.length);
    const score = precision && recall ? (2 * precision * recall) / (precision + recall) : 0;
    const errors = found.map((flight) => flight.timeError_s).sort((a, b) => a - b);
    const weakFound = weak.filter((flight) => flight.found.includes(finding)).length;
    return `| ${finding} | ${habit} | ${mine.length} | ${f(precision)} | ${f(recall)} | ${f(score)} | ${f(errors[Math.floor(errors.length / 2)] ?? null, 1)} / ${f(errors.at(-1) ?? null, 1)} s | ${weakFound} of ${weak.length} | ${score >= 0.95 ? 'met' : '**missed**'} |`;
  });
  const findings = [...new Set(truths.map(({ finding }) => finding))];
  const pilots = [...new Set(truths.map(({ habit }) => habit)), 'reference'];
  const table = pilots.map((pilot) => {
    const theirs = (pilot === 'reference' ? reference : plain).filter((flight) => flight.pilot === pilot);
    const cells = findings.map(
      (finding) => theirs.filter((flight) => flight.found.includes(finding)).length || '·'
    );
    return `| ${pilot} (${theirs.length}) | ${cells.join(' | ')} |`;
  });
  const hard = reference.reduce((sum, flight) => sum + flight.hard, 0);
  return `## The grader, graded

Simulated pilots with one habit each, at drills where it can show, in three airplanes, three wind strengths from all round and
light turbulence; ${flights.length} flights from seeds no threshold was chosen on. A finding in a flight whose habit brings it
about by what it says (down before slow: configuration late, and the reverse; staring, level-offs: to one side; staring: levelled by an old rate; wrong order: late
with the right input, and the reverse; heading left out: to one side, over-corrected; bank kept in: chasing, through the
course; no wind correction in a hold: turned inbound late) is counted neither way. Flights by radio have a wind of 14 to 24 kt
within 40° of square to the course. Findings of the scan come
from the recorded looks. Time error: from the nearest moment the habit acted to the stretch the finding points at,
median / largest.

| finding | habit | flights | precision | recall | F1 (aim ≥ 0.95) | time error | at half strength | |
|---|---|---|---|---|---|---|---|---|
${rows.join('\n')}

Hard findings on the reference pilot in ${reference.length} flights: ${hard} (aim 0, ${hard === 0 ? 'met' : '**missed**'}).

### Who was found to do what

Flights at plain strength; columns are findings, rows are pilots.

| | ${findings.join(' | ')} |
|---|${findings.map(() => '---').join('|')}|
${table.join('\n')}
`;
}

/** The same grader against people who fly with their own hands: see bench/people. */
export function peopleReport({ seed, rows, saidOfClean, falseOnes, clean, notShown, corridors }) {
  const lines = rows.map(
    ({ fault, found, flights, recall, precision, score, first }) =>
      `| ${fault} | ${found} | ${flights} | ${f(precision)} | ${f(recall)} | ${f(score)} | ${first} of ${flights} | ${score >= 0.95 ? 'met' : '**missed**'} |`
  );
  return `### Against invented people

Six invented people with reaction delays, dead-bands, tremor and lapses, some with keys, fly the real airplanes from the panel's
readings; by radio a point is drawn through the wind as a person would steer it. They share no code with the simulated pilots.
Seeds from ${seed} on, on which nothing was looked at. "First" counts flights in which the fault, or what it brings about, is the
first finding. Left out: ${notShown} flights whose person went for the descent at once and in which, measured directly, the airplane had
slowed to within 5 kt by the time it sank.

| what they did | finding | flights | precision | recall | F1 (aim ≥ 0.95) | first | |
|---|---|---|---|---|---|---|---|
${lines.join('\n')}

Findings of technique in ${clean} clean flights: ${saidOfClean}; ${saidOfClean - falseOnes} of them level-offs that can be read off the altitudes without the grader. Left are
${falseOnes}, ${f(falseOnes / clean)} a flight (aim ≤ 0.03, ${falseOnes / clean <= 0.03 ? 'met' : '**missed**'}).

Verdicts on corridors counted again from the columns without the grader (met, or plainly not met: more than twice outside, for longer than 15 s, or never
back): ${corridors.same} of ${corridors.told} are the same (aim 99 of 100, ${corridors.same / corridors.told >= 0.99 ? 'met' : '**missed**'}).
`;
}

/** A large school asked for its pages at a steady rate, as Markdown. */
export function schoolReport(loaded, school) {
  const f = (value) => value.toFixed(0);
  const LIMIT_MS = 150;
  const rows = Object.entries(loaded)
    .map(
      ([name, { median_ms, p95_ms }]) =>
        `| ${name} | ${f(median_ms)} ms | ${f(p95_ms)} ms | ${p95_ms < LIMIT_MS ? 'met' : '**missed**'} |`
    )
    .join('\n');
  return `## A large school, busy

${school.students} students, ${school.attempts} attempts; for a minute 20 pages a second, in turn, asked for whether the one before has been
answered or not, the asking itself on the same two cores. Aim: p95 below ${LIMIT_MS} ms on every page.

| page | median | p95 | |
|---|---|---|---|
${rows}
`;
}

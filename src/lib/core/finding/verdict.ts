export const verdicts = ['met', 'met with prompt correction', 'not met'] as const;

export type Verdict = (typeof verdicts)[number];

/** The worse of two verdicts. */
export function worse(a: Verdict, b: Verdict): Verdict {
  return verdicts.indexOf(a) >= verdicts.indexOf(b) ? a : b;
}

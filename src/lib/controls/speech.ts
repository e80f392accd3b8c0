/** Speaks an instructor's call where the browser can; where it cannot, the call is on the screen anyway. */
export function speak(words: string): void {
  if (typeof speechSynthesis === 'undefined') return;
  speechSynthesis.cancel();
  const utterance = new SpeechSynthesisUtterance(spokenFigures(words));
  utterance.lang = 'en';
  utterance.rate = 1;
  speechSynthesis.speak(utterance);
}

export function hush(): void {
  if (typeof speechSynthesis !== 'undefined') speechSynthesis.cancel();
}

/** Headings as digits and altitudes by thousands and hundreds, as on the radio: 310 → three one zero, 5500 → 5 thousand 500. */
export function spokenFigures(words: string): string {
  return words
    .replace(/heading (\d{3})/g, (_, digits: string) => `heading ${digits.split('').join(' ')}`)
    .replace(/\b(\d{1,2})(\d{3})\b/g, (_, thousands: string, rest: string) =>
      Number(rest) === 0 ? `${thousands} thousand` : `${thousands} thousand ${Number(rest)}`
    );
}

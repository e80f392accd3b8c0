const DIGITS: Record<string, number> = {
  zero: 0, oh: 0, one: 1, two: 2, three: 3, tree: 3, four: 4, five: 5, fife: 5, six: 6, seven: 7, eight: 8, nine: 9, niner: 9
}; // prettier-ignore
const TEENS: Record<string, number> = {
  ten: 10, eleven: 11, twelve: 12, thirteen: 13, fourteen: 14, fifteen: 15, sixteen: 16, seventeen: 17, eighteen: 18, nineteen: 19
}; // prettier-ignore
const TENS: Record<string, number> = {
  twenty: 20, thirty: 30, forty: 40, fifty: 50, sixty: 60, seventy: 70, eighty: 80, ninety: 90
}; // prettier-ignore

/**
 * A number as a browser hears it said: digits one by one as on the radio (`two four zero`), as a number (`two hundred and
 * forty`), or in figures (`240`). null when there is none in it.
 */
export function spokenNumber(heard: string): number | null {
  const figures = /-?\d+(?:[.,]\d+)?/.exec(heard.replace(/(\d)[\s,](?=\d)/g, '$1'));
  if (figures) return Number(figures[0].replace(',', '.'));
  const words = heard.toLowerCase().split(/[\s-]+/);
  const negative = words[0] === 'minus';
  const known = words.filter(
    (word) =>
      [DIGITS, TEENS, TENS].some((names) => Object.hasOwn(names, word)) ||
      word === 'hundred' ||
      word === 'thousand'
  );
  if (known.length === 0) return null;
  // Nothing but digits: said one by one.
  if (known.every((word) => Object.hasOwn(DIGITS, word))) {
    const value = Number(known.map((word) => DIGITS[word]).join(''));
    return negative ? -value : value;
  }
  let sum = 0;
  let part = 0;
  for (const word of known) {
    if (word === 'hundred') part = (part || 1) * 100;
    else if (word === 'thousand') {
      sum += (part || 1) * 1000;
      part = 0;
    } else part += DIGITS[word] ?? TEENS[word] ?? TENS[word]!;
  }
  return negative ? -(sum + part) : sum + part;
}

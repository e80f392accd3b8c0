/** Figures as Hanza writes them: true minus sign, no negative zero, thin-spaced thousands, clock times. */

const MINUS = '\u2212';
const THIN_SPACE = '\u2009';

/** A number with `decimals` places; thousands are set apart from 10,000 on. */
export function figure(value: number, decimals = 0): string {
  const fixed = Math.abs(value).toFixed(decimals);
  const negative = value < 0 && Number(fixed) !== 0;
  const [whole, fraction] = fixed.split('.') as [string, string?];
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+(?!\d))/g, THIN_SPACE) : whole;
  return `${negative ? MINUS : ''}${grouped}${fraction === undefined ? '' : `.${fraction}`}`;
}

/** As `figure`, with + before what is above zero. */
export function signedFigure(value: number, decimals = 0): string {
  const text = figure(value, decimals);
  return value > 0 && Number(value.toFixed(decimals)) !== 0 ? `+${text}` : text;
}

/** Minutes and seconds, `3:07`; from an hour on `1:02:07`. */
export function clock(seconds: number): string {
  const total = Math.max(0, Math.floor(seconds + 1e-9));
  const two = (n: number) => String(n).padStart(2, '0');
  const hours = Math.floor(total / 3600);
  const minutes = Math.floor(total / 60) % 60;
  return hours > 0 ? `${hours}:${two(minutes)}:${two(total % 60)}` : `${minutes}:${two(total % 60)}`;
}

/** A share 0…1 as whole per cent; 100 only when it is all. */
export function percent(share: number): string {
  return `${share < 1 ? Math.min(99, Math.round(share * 100)) : 100}\u2009%`;
}

/** A heading or course, three digits with the degree sign: `005°`, north as `360°`. */
export function heading(angle_deg: number): string {
  const whole = ((Math.round(angle_deg) % 360) + 360) % 360;
  return `${String(whole === 0 ? 360 : whole).padStart(3, '0')}°`;
}

/** As British English shortens them; a formatter of the browser's costs as much as the rest of a page's start. */
const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sept Oct Nov Dec'.split(' ');
const twoDigits = (value: number) => String(value).padStart(2, '0');

/** A day, `9 Nov`; dates are UTC, as in aviation records. */
export function onDay(iso: string): string {
  const at = new Date(iso);
  return `${at.getUTCDate()} ${MONTHS[at.getUTCMonth()]}`;
}
export function onDayOfYear(iso: string): string {
  return `${onDay(iso)} ${new Date(iso).getUTCFullYear()}`;
}
/** A moment, `9 Nov, 14:05 UTC`. */
export function atTime(iso: string): string {
  const at = new Date(iso);
  return `${onDay(iso)}, ${twoDigits(at.getUTCHours())}:${twoDigits(at.getUTCMinutes())} UTC`;
}

/** The moment now as it is kept, ISO 8601. */
export const rightNow = (): string => new Date().toISOString();

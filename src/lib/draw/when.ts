const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const dayAndYear = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC'
});
const dayAndTime = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  timeZone: 'UTC'
});

/** A day, `9 Nov`; dates are UTC, as in aviation records. */
export function onDay(iso: string): string {
  return day.format(new Date(iso));
}
export function onDayOfYear(iso: string): string {
  return dayAndYear.format(new Date(iso));
}
/** A moment, `9 Nov, 14:05 UTC`. */
export function atTime(iso: string): string {
  return `${dayAndTime.format(new Date(iso))} UTC`;
}

/** The moment now as it is kept, ISO 8601. */
export const rightNow = (): string => new Date().toISOString();

/** The calendar day at a school, as 2026-11-23: a record's dates are those of where the school is. */
export function dayIn(timeZone: string, moment: Date = new Date()): string {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit'
  }).formatToParts(moment);
  const of = (type: string) => parts.find((part) => part.type === type)!.value;
  return `${of('year')}-${of('month')}-${of('day')}`;
}

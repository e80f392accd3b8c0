import type { TrainingEntry } from '../src/lib/core/record/log-entry';
import type { demoStudents } from './demo-people';

const DAY_MS = 86_400_000;

/** A flight in the airplane with its instructor, and nothing instrument in it yet. */
export function blankFlight(daysAgo: number): TrainingEntry {
  return {
    date: new Date(Date.now() - daysAgo * DAY_MS).toISOString().slice(0, 10),
    device: 'airplane',
    aircraft: 'Sandling 160, XV-SND',
    route: 'XVLB – XVLB',
    total_h: 1.4,
    instrumentActual_h: 0,
    instrumentSimulated_h: 0,
    crossCountryPic_h: 0,
    withInstructor: true,
    approaches: [],
    holding: false,
    interceptingTracking: false,
    ifrCrossCountry_nm: 0,
    safetyPilot: '',
    remarks: ''
  };
}

/** Past flights that add up to the hours asked for, newest first, a few days apart. */
export function trainingFlights(hours: (typeof demoStudents)[number]['hours']): TrainingEntry[] {
  const flights: TrainingEntry[] = [];
  let daysAgo = 4;
  const tenth = (value: number) => Math.round(value * 10) / 10;
  const spread = (total: number, each: number, make: (share: number) => TrainingEntry) => {
    for (let left = tenth(total); left > 0; left = tenth(left - each))
      flights.push(make(Math.min(each, left)));
  };
  const next = () => blankFlight((daysAgo += 5));
  if (hours.longFlight) {
    flights.push({
      ...next(),
      route: 'XVLB – XVKO – XVNA – XVLB',
      total_h: 3.6,
      instrumentActual_h: 1.2,
      instrumentSimulated_h: 1.3,
      ifrCrossCountry_nm: 268,
      approaches: [
        { place: 'XVKO', kind: 'ILS' },
        { place: 'XVNA', kind: 'VOR' },
        { place: 'XVLB', kind: 'LNAV' }
      ],
      holding: true,
      interceptingTracking: true
    });
  }
  spread(hours.airplane - (hours.longFlight ? 2.5 : 0), 1.2, (share) => ({
    ...next(),
    instrumentActual_h: tenth(share * 0.25),
    instrumentSimulated_h: tenth(share - tenth(share * 0.25)),
    interceptingTracking: share > 1
  }));
  spread(hours.device, 1.5, (share) => ({
    ...next(),
    device: 'advanced-atd',
    aircraft: 'Training device, bay 2',
    route: 'Vesterlund Bay',
    total_h: share,
    instrumentSimulated_h: share
  }));
  spread(hours.crossCountry, 4, (share) => ({
    ...next(),
    route: 'XVLB – XVKO – XVLB',
    total_h: tenth(share + 0.4),
    crossCountryPic_h: share,
    withInstructor: false
  }));
  return flights;
}

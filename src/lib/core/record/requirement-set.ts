import type { Device } from './log-entry';

/** What is summed for an item. */
export type Measure = 'instrument_h' | 'crossCountryPic_h' | 'longIfrCrossCountry';

/** One thing required, as a sum over log entries with filters, caps and a window. */
export interface Requirement {
  id: string;
  name: string;
  required: number;
  unit: 'h' | 'flight';
  measure: Measure;
  onlyAirplane: boolean;
  onlyWithInstructor: boolean;
  /** Counts only entries from this many calendar months before the month asked about; null: all. */
  withinCalendarMonths: number | null;
  /** The most that may count from each kind of device, h. */
  deviceCaps: Partial<Record<Device, number>>;
  /** The most that may count from all devices together, h; null: no limit. */
  allDevicesCap: number | null;
}

export interface RequirementSet {
  id: string;
  name: string;
  source: string;
  edition: string;
  requirements: Requirement[];
}

const plain = {
  onlyAirplane: false,
  onlyWithInstructor: false,
  withinCalendarMonths: null,
  deviceCaps: {},
  allDevicesCap: null
} as const;

/** 14 CFR 61.65(d), airplane. Data, with its source: regulations change. */
export const instrumentRatingAirplane: RequirementSet = {
  id: 'faa-61-65-d',
  name: 'Instrument rating, airplane',
  source: '14 CFR 61.65(d)',
  edition: 'as summarised in 2026; check the current edition and your authority',
  requirements: [
    {
      ...plain,
      id: 'cross-country',
      name: 'Cross-country as pilot in command',
      required: 50,
      unit: 'h',
      measure: 'crossCountryPic_h'
    },
    {
      ...plain,
      id: 'cross-country-airplane',
      name: 'of which in airplanes',
      required: 10,
      unit: 'h',
      measure: 'crossCountryPic_h',
      onlyAirplane: true
    },
    {
      ...plain,
      id: 'instrument',
      name: 'Actual or simulated instrument time',
      required: 40,
      unit: 'h',
      measure: 'instrument_h',
      deviceCaps: { 'basic-atd': 10, 'advanced-atd': 20, ftd: 20 },
      allDevicesCap: 20
    },
    {
      ...plain,
      id: 'instruction',
      name: 'of which with an authorised instructor',
      required: 15,
      unit: 'h',
      measure: 'instrument_h',
      onlyWithInstructor: true,
      deviceCaps: { 'basic-atd': 10, 'advanced-atd': 20, ftd: 20 },
      allDevicesCap: 20
    },
    {
      ...plain,
      id: 'recent',
      name: 'Instruction in an airplane, last 2 calendar months',
      required: 3,
      unit: 'h',
      measure: 'instrument_h',
      onlyAirplane: true,
      onlyWithInstructor: true,
      withinCalendarMonths: 2
    },
    {
      ...plain,
      id: 'long-cross-country',
      name: 'IFR cross-country of 250 NM with three kinds of approach',
      required: 1,
      unit: 'flight',
      measure: 'longIfrCrossCountry',
      onlyAirplane: true,
      onlyWithInstructor: true
    }
  ]
};

/** Highest holding speeds by height, and the most bank of the turns: regulation, kept as data with its source and edition. */
export interface HoldingLimit {
  upTo_ft: number;
  ias_kt: number;
  leg_s: number;
}

export interface HoldingLimits {
  id: string;
  name: string;
  source: string;
  edition: string;
  /** Turns at 3°/s or this bank, whichever needs the less; degrees. */
  bank_deg: number;
  limits: readonly HoldingLimit[];
}

export const holdingLimits: readonly HoldingLimits[] = [
  {
    id: 'faa',
    name: 'FAA',
    source: 'Aeronautical Information Manual, 5-3-8',
    edition: 'as of 2025; check the current one',
    bank_deg: 30,
    limits: [
      { upTo_ft: 6000, ias_kt: 200, leg_s: 60 },
      { upTo_ft: 14000, ias_kt: 230, leg_s: 60 },
      { upTo_ft: 99999, ias_kt: 265, leg_s: 90 }
    ]
  },
  {
    id: 'icao',
    name: 'ICAO',
    source: 'Doc 8168 volume I, normal conditions',
    edition: 'as of 2025; check the current one',
    bank_deg: 25,
    limits: [
      { upTo_ft: 14000, ias_kt: 230, leg_s: 60 },
      { upTo_ft: 20000, ias_kt: 240, leg_s: 90 },
      { upTo_ft: 34000, ias_kt: 265, leg_s: 90 }
    ]
  }
];

/** The limit at an altitude, ft MSL; null above all of them. */
export function holdingLimitAt(set: HoldingLimits, altitude_ft: number): HoldingLimit | null {
  return set.limits.find((limit) => altitude_ft <= limit.upTo_ft) ?? null;
}

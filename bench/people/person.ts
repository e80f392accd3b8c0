/** Invented people who fly: how late they see, how their hands work, what they let pass. */
export interface Person {
  name: string;
  hands: 'yoke' | 'keys';
  /** From seeing to moving. */
  delay_s: number;
  glance_s: number;
  deadband: { altitude_ft: number; heading_deg: number; speed_kt: number; rate_fpm: number };
  /** Stick, share of travel. */
  tremor: number;
  gain: number;
  lapsesPerMinute: number;
  /** Roll-out lead as a share of bank, or flat degrees. */
  rollLead: { share: number } | { degrees: number };
  levelLeadShare: number;
  trims: boolean;
}

export const people: readonly Person[] = [
  { name: 'Asta', hands: 'yoke', delay_s: 0.3, glance_s: 0.6, deadband: { altitude_ft: 15, heading_deg: 1.5, speed_kt: 2, rate_fpm: 60 }, tremor: 0.006, gain: 1, lapsesPerMinute: 0.2, rollLead: { share: 0.5 }, levelLeadShare: 0.05, trims: true },
  { name: 'Bero', hands: 'keys', delay_s: 0.4, glance_s: 0.8, deadband: { altitude_ft: 20, heading_deg: 2, speed_kt: 2.5, rate_fpm: 80 }, tremor: 0, gain: 0.9, lapsesPerMinute: 0.3, rollLead: { share: 0.5 }, levelLeadShare: 0.05, trims: true },
  { name: 'Cilla', hands: 'yoke', delay_s: 0.45, glance_s: 0.9, deadband: { altitude_ft: 30, heading_deg: 2.5, speed_kt: 3, rate_fpm: 90 }, tremor: 0.012, gain: 0.8, lapsesPerMinute: 0.4, rollLead: { degrees: 6 }, levelLeadShare: 0.06, trims: true },
  { name: 'Dorn', hands: 'keys', delay_s: 0.3, glance_s: 0.7, deadband: { altitude_ft: 25, heading_deg: 3, speed_kt: 3, rate_fpm: 70 }, tremor: 0, gain: 1.1, lapsesPerMinute: 0.2, rollLead: { degrees: 7 }, levelLeadShare: 0.05, trims: false },
  { name: 'Elvi', hands: 'yoke', delay_s: 0.25, glance_s: 0.5, deadband: { altitude_ft: 10, heading_deg: 1, speed_kt: 1.5, rate_fpm: 50 }, tremor: 0.004, gain: 1.1, lapsesPerMinute: 0.1, rollLead: { share: 0.45 }, levelLeadShare: 0.04, trims: true },
  { name: 'Fredrik', hands: 'keys', delay_s: 0.5, glance_s: 1, deadband: { altitude_ft: 30, heading_deg: 3, speed_kt: 3, rate_fpm: 90 }, tremor: 0, gain: 0.8, lapsesPerMinute: 0.3, rollLead: { share: 0.42 }, levelLeadShare: 0.06, trims: true }
]; // prettier-ignore

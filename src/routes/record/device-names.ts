import type { devices } from '$core/record/log-entry';

export const deviceNames: Record<(typeof devices)[number], string> = {
  airplane: 'airplane',
  'basic-atd': 'basic training device',
  'advanced-atd': 'advanced training device',
  ftd: 'flight training device'
};

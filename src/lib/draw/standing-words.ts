import { figure } from '$core/measure/figure';
import type { Standing } from '$core/road/standing';

const NAMES: Record<Standing['kind'], string> = {
  'not flown': 'not flown yet',
  begun: 'begun',
  coming: 'coming',
  'to standard': '◆ to standard',
  slipping: '▼ slipping',
  stuck: '● stuck'
};

/** Where somebody stands with one thing, in a few words. */
export function standingWords({ kind, skill }: Pick<Standing, 'kind' | 'skill'>): string {
  return kind === 'not flown'
    ? NAMES[kind]
    : `${NAMES[kind]}, ${figure(skill.flights)} ${skill.flights === 1 ? 'flight' : 'flights'}`;
}

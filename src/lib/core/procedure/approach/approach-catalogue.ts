import { Rejection } from '../../measure/rejection';
import type { Approach } from './approach';
import ilsVesterlund from './approaches/xvlb-ils-24.json';
import backCourseVesterlund from './approaches/xvlb-back-course-06.json';
import vorDmeVesterlund from './approaches/xvlb-vor-dme-06.json';
import rnavVesterlund from './approaches/xvlb-rnav-24.json';
import ilsKorrin from './approaches/xvko-ils-17.json';
import rnavKorrin from './approaches/xvko-rnav-35.json';
import vorNarrowHaven from './approaches/xvna-vor-a.json';
import rnav31NarrowHaven from './approaches/xvna-rnav-31.json';
import rnav13NarrowHaven from './approaches/xvna-rnav-13.json';
import ndbNarrowHaven from './approaches/xvna-ndb-13.json';
import ilsMorrow from './approaches/xmor-ils-09.json';
import vorDmeMorrow from './approaches/xmor-vor-dme-27.json';

/** The made-up approaches that ship with Hanza, by airport. */
export const approaches: readonly Approach[] = [
  ilsVesterlund,
  rnavVesterlund,
  vorDmeVesterlund,
  backCourseVesterlund,
  ilsKorrin,
  rnavKorrin,
  vorNarrowHaven,
  rnav31NarrowHaven,
  rnav13NarrowHaven,
  ndbNarrowHaven,
  ilsMorrow,
  vorDmeMorrow
] as Approach[];

/** @throws Rejection when there is no such approach */
export function approachById(id: string): Approach {
  const found = approaches.find((approach) => approach.id === id);
  if (!found)
    throw new Rejection('approach', id, `one of ${approaches.map((approach) => approach.id).join(', ')}`);
  return found;
}

import { isNavigation, type Phase } from '../drill/drill';
import type { ScanArea } from '../instrument/scan-area';

/** Unseen for longer than this is an omission; for the engine, longer. */
export const OMISSION_S = 20;
export const ENGINE_OMISSION_S = 60;

/** What belongs to the round in a phase: the turn only while turning or without the attitude, the compass without the heading. */
export function expectedAreas(phase: Phase, covered: readonly ScanArea[]): ScanArea[] {
  const wanted: ScanArea[] = ['attitude', 'airspeed', 'altimeter', 'heading', 'vertical-speed', 'engine'];
  if (phase.goal.lateral.kind === 'turn' || covered.includes('attitude') || covered.includes('heading'))
    wanted.push('turn');
  if (covered.includes('heading')) wanted.push('compass');
  if (isNavigation(phase.goal.lateral)) wanted.push('navigation');
  return wanted.filter((area) => !covered.includes(area));
}

/** How long an area may go unseen, s. */
export function omissionLimit_s(area: ScanArea): number {
  return area === 'engine' ? ENGINE_OMISSION_S : OMISSION_S;
}
